import { string } from 'yup'

/** An id as it comes in (RFC 9562, any version). */
export const idText = string()
  .matches(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/, 'that is no id')
  .meta({ format: 'uuid' })
  .required()

export function isIdText(text: string): boolean {
  return /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text)
}
