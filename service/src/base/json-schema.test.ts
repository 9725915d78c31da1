import { array, boolean, number, object, string } from 'yup'
import { expect, test } from 'vitest'
import { jsonSchemaOf, type JsonSchema } from './json-schema.ts'

test('required, optional, nullable and defaulted fields are told apart', () => {
  const schema = object({
    must: string().required(),
    may: string(),
    none: string().nullable().defined(),
    usual: number().default(50),
    inner: object({ flag: boolean().required() }).required(),
  })
  expect(jsonSchemaOf(schema)).toEqual({
    type: 'object',
    properties: {
      must: { type: 'string' },
      may: { type: 'string' },
      none: { type: ['string', 'null'] },
      usual: { type: 'number' },
      inner: {
        type: 'object',
        properties: { flag: { type: 'boolean' } },
        required: ['flag'],
        additionalProperties: false,
      },
    },
    required: ['must', 'none', 'inner'],
    additionalProperties: false,
  })
})

test('limits and choices are kept, and null joins the choices of what may be null', () => {
  expect(jsonSchemaOf(string().min(2).max(9).required())).toEqual({ type: 'string', minLength: 2, maxLength: 9 })
  expect(jsonSchemaOf(number().integer().min(1).max(200))).toEqual({ type: 'integer', minimum: 1, maximum: 200 })
  expect(jsonSchemaOf(string().oneOf(['code']).nullable())).toEqual({ type: ['string', 'null'], enum: ['code', null] })
  expect(jsonSchemaOf(array(string().required()).max(3))).toEqual({
    type: 'array',
    items: { type: 'string' },
    maxItems: 3,
  })
})

test('what has a name becomes a component that is referred to', () => {
  const components = new Map<string, JsonSchema>()
  const person = object({ name: string().required() }).meta({ id: 'Person' })
  expect(jsonSchemaOf(array(person), components)).toEqual({
    type: 'array',
    items: { $ref: '#/components/schemas/Person' },
  })
  expect(components.get('Person')).toMatchObject({ required: ['name'] })
})
