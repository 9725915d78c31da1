import { string } from 'yup'
import { isSecret } from './typed-text.ts'

/** The secret part of a link from a letter, as it is pasted: the one typed text that is to hold a way in. */
export const linkText = string().trim().max(200).required('the link is needed').meta(isSecret)
