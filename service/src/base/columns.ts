import { Temporal, type Instant } from '@famiglia/core'
import type { EntitySchemaColumnOptions, ValueTransformer } from 'typeorm'

const asInstant: ValueTransformer = {
  to: (instant: Instant | null | undefined) => instant?.toString() ?? instant,
  from: (date: Date | null) => (date ? Temporal.Instant.fromEpochMilliseconds(date.getTime()) : null),
}

/** Columns as they are used throughout: instants are Temporal's, texts are texts. */
export const column = {
  id: { type: 'uuid', primary: true } as EntitySchemaColumnOptions,
  uuid: { type: 'uuid' } as EntitySchemaColumnOptions,
  text: { type: 'text' } as EntitySchemaColumnOptions,
  texts: { type: 'text', array: true } as EntitySchemaColumnOptions,
  whole: { type: 'integer' } as EntitySchemaColumnOptions,
  flag: { type: 'boolean' } as EntitySchemaColumnOptions,
  json: { type: 'jsonb' } as EntitySchemaColumnOptions,
  instant: { type: 'timestamptz', transformer: asInstant } as EntitySchemaColumnOptions,
}

/** A column under its own name in the records, which may be empty. */
export function named(name: string, options: EntitySchemaColumnOptions, nullable = false): EntitySchemaColumnOptions {
  return { ...options, name, nullable }
}
