import { holdsSecret, secretsAreNotShared } from '@famiglia/core'
import type { AnySchema, ObjectSchema } from 'yup'
import { Problem } from './problem.ts'

/** Marks a text that may have several lines, as a note has; every other text that people type is one line. */
export const severalLines = { severalLines: true } as const

/** Marks a text that is to hold a way to sign in. */
export const isSecret = { isSecret: true } as const

type Tidy = (value: unknown) => unknown

/**
 * Makes of what people typed what they meant, before it is checked: texts that their schema trims are trimmed, in one
 * spelling (Unicode NFC), and without the signs that nobody sees, which come along when something is pasted and by which
 * one name could pass for another. Passwords and sentences are not trimmed, and so not touched. What looks like a way
 * to sign in is refused: `text.secret`. Null where a schema has no such text.
 */
export function tidierOf(schema: AnySchema): Tidy | null {
  if (schema.type === 'string') return isTyped(schema) ? textTidier(schema) : null
  if (schema.type === 'array') return arrayTidier((schema as AnySchema & { innerType?: AnySchema }).innerType)
  if (schema.type === 'object') return objectTidier((schema as ObjectSchema<object>).fields)
  return null
}

function isTyped(schema: AnySchema): boolean {
  return schema.describe().tests.some(test => test.name === 'trim')
}

function textTidier(schema: AnySchema): Tidy {
  const marks: Partial<typeof severalLines & typeof isSecret> = schema.meta() ?? {}
  const lines = marks.severalLines ?? false
  return value => {
    if (typeof value !== 'string') return value
    const tidied = tidyText(value, lines)
    if (!marks.isSecret && holdsSecret(tidied)) throw new Problem('text.secret', secretsAreNotShared)
    return tidied
  }
}

function arrayTidier(inner: AnySchema | undefined): Tidy | null {
  const tidy = inner ? tidierOf(inner) : null
  return tidy && (value => (Array.isArray(value) ? value.map(tidy) : value))
}

function objectTidier(fields: object): Tidy | null {
  const found = Object.entries(fields).flatMap(([name, field]): [string, Tidy][] => {
    const tidy = tidierOf(field as AnySchema)
    return tidy ? [[name, tidy]] : []
  })
  if (found.length === 0) return null
  return value => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
    const tidied: Record<string, unknown> = { ...value }
    for (const [name, tidy] of found) if (Object.hasOwn(tidied, name)) tidied[name] = tidy(tidied[name])
    return tidied
  }
}

/** Joiners are kept where scripts need them, within a word. */
const hidden =
  /(?<![\p{L}\p{M}\p{S}])[\u200c\u200d]|[\u200c\u200d](?![\p{L}\p{M}\p{S}])|(?![\u200c\u200d])[\p{Cf}\p{Co}]/gu

export function tidyText(text: string, lines = false): string {
  const seen = text
    .replace(/\r\n?|[\u2028\u2029]/g, '\n')
    .replace(hidden, '')
    .normalize('NFC')
  const signs = lines ? /(?:[^\S\n]|(?!\n)\p{Cc})+/gu : /[\s\p{Cc}]+/gu
  return seen.replace(signs, ' ').trim()
}

/** What people typed into what a schema takes, and what stands in quotes in the sentences among it; nothing that is to hold a secret. */
export function typedIn(schema: AnySchema, value: unknown): string[] {
  if (schema.type === 'array') {
    const inner = (schema as AnySchema & { innerType?: AnySchema }).innerType
    return inner && Array.isArray(value) ? value.flatMap(one => typedIn(inner, one)) : []
  }
  if (schema.type === 'object') {
    const fields = Object.entries((schema as ObjectSchema<object>).fields) as [string, AnySchema][]
    const given = (value ?? {}) as Record<string, unknown>
    return fields.flatMap(([name, field]) =>
      sentences.has(name) ? quotedIn(given[name]) : Object.hasOwn(given, name) ? typedIn(field, given[name]) : [],
    )
  }
  const marks: Partial<typeof isSecret> = schema.meta() ?? {}
  return typeof value === 'string' && isTyped(schema) && !marks.isSecret ? [value] : []
}

/** Fields that hold a sentence: what is in quotes there is a text, a reason or a name. */
const sentences = new Set(['sentence', 'wanted', 'less'])

function quotedIn(value: unknown): string[] {
  return typeof value === 'string' ? [...value.matchAll(/["“]([^"”]+)["”]/gu)].map(([, text]) => text!) : []
}
