import type { AnySchema, SchemaDescription, SchemaObjectDescription, SchemaInnerTypeDescription } from 'yup'

export type JsonSchema = Record<string, unknown>

/**
 * A Yup schema as JSON Schema (draft 2020-12, which OpenAPI 3.1 uses). `.meta({ id })` makes it a component;
 * `.meta({ description, format, example })` is kept.
 */
export function jsonSchemaOf(schema: AnySchema, components?: Map<string, JsonSchema>): JsonSchema {
  return fromDescription(schema.describe(), components)
}

interface Meta {
  id?: string
  description?: string
  format?: string
  example?: unknown
}

function fromDescription(description: SchemaDescription, components?: Map<string, JsonSchema>): JsonSchema {
  const meta = (description.meta ?? {}) as Meta
  const made = {
    ...typed(description, components),
    ...(meta.description ? { description: meta.description } : {}),
    ...(meta.format ? { format: meta.format } : {}),
    ...(meta.example === undefined ? {} : { examples: [meta.example] }),
  }
  if (!meta.id || !components) return withNull(description, made)
  components.set(meta.id, made)
  const reference = { $ref: `#/components/schemas/${meta.id}` }
  return description.nullable ? { anyOf: [reference, { type: 'null' }] } : reference
}

function typed(description: SchemaDescription, components?: Map<string, JsonSchema>): JsonSchema {
  switch (description.type) {
    case 'object':
      return objectSchema(description as SchemaObjectDescription, components)
    case 'array': {
      const inner = (description as SchemaInnerTypeDescription).innerType
      return {
        type: 'array',
        items: inner && !Array.isArray(inner) ? fromDescription(inner as SchemaDescription, components) : {},
        ...limits(description, 'Items'),
      }
    }
    case 'string':
      return { type: 'string', ...limits(description, 'Length'), ...choices(description) }
    case 'number': {
      const whole = description.tests.some(test => test.name === 'integer')
      return { type: whole ? 'integer' : 'number', ...bounds(description), ...choices(description) }
    }
    case 'boolean':
      return { type: 'boolean' }
    default:
      return {}
  }
}

function objectSchema(description: SchemaObjectDescription, components?: Map<string, JsonSchema>): JsonSchema {
  const fields = Object.entries(description.fields) as [string, SchemaDescription][]
  const properties = Object.fromEntries(fields.map(([name, field]) => [name, fromDescription(field, components)]))
  const required = fields
    .filter(([, field]) => !field.optional && (field.type === 'object' || field.default === undefined))
    .map(([name]) => name)
  const free = fields.length === 0
  return {
    type: 'object',
    ...(free ? { additionalProperties: true } : { properties, required, additionalProperties: false }),
  }
}

function withNull(description: SchemaDescription, schema: JsonSchema): JsonSchema {
  if (!description.nullable) return schema
  const { type, enum: values } = schema as { type?: string; enum?: unknown[] }
  if (!type) return schema
  return { ...schema, type: [type, 'null'], ...(values ? { enum: [...values, null] } : {}) }
}

function choices(description: SchemaDescription): JsonSchema {
  const values = description.oneOf.filter(value => value !== null)
  return values.length > 0 ? { enum: values } : {}
}

function limits(description: SchemaDescription, of: 'Items' | 'Length'): JsonSchema {
  const { min, max } = tested(description)
  return { ...(min === undefined ? {} : { [`min${of}`]: min }), ...(max === undefined ? {} : { [`max${of}`]: max }) }
}

function bounds(description: SchemaDescription): JsonSchema {
  const { min, max } = tested(description)
  return { ...(min === undefined ? {} : { minimum: min }), ...(max === undefined ? {} : { maximum: max }) }
}

function tested(description: SchemaDescription): { min?: unknown; max?: unknown } {
  const param = (name: string) => description.tests.find(test => test.name === name)?.params?.[name]
  const min = param('min')
  const max = param('max')
  return { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) }
}
