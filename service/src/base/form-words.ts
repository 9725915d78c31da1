import { setLocale } from 'yup'

const kindsOfValue: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  boolean: 'yes or no (true or false)',
  array: 'a list',
  object: 'an object',
}
/** Yup calls the whole of what it checks “this”. */
const field = (path: string | undefined) => (!path || path === 'this' ? 'the request' : path)

/** What is wrong with a form, in words; a schema that says it better says it itself. Schemas take these up as they are made. */
setLocale({
  mixed: {
    default: ({ path }) => `${field(path)} does not fit`,
    required: ({ path }) => `${field(path)} is missing`,
    defined: ({ path }) => `${field(path)} is missing`,
    notNull: ({ path }) => `${field(path)} is missing`,
    notType: ({ path, type }) => `${field(path)} has to be ${kindsOfValue[type] ?? 'something else'}`,
    oneOf: ({ path, values }) => `${field(path)} is one of ${String(values)}`,
  },
  string: {
    min: ({ path, min }) => `${field(path)} has at least ${min} characters`,
    max: ({ path, max }) => `${field(path)} has at most ${max} characters`,
    length: ({ path, length }) => `${field(path)} has ${length} characters`,
  },
  number: {
    min: ({ path, min }) => `${field(path)} is at least ${min}`,
    max: ({ path, max }) => `${field(path)} is at most ${max}`,
    integer: ({ path }) => `${field(path)} is a whole number`,
  },
  array: {
    min: ({ path, min }) => `${field(path)} holds at least ${min}`,
    max: ({ path, max }) => `${field(path)} holds at most ${max}`,
  },
  object: { noUnknown: ({ unknown }) => `${unknown} is not known here` },
})
