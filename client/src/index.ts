/** Famiglia's HTTP interface, typed from its OpenAPI description: what the CLI, the console and the demo speak through. */
export * from './client.ts'
export * from './csv.ts'
export type { components, paths } from './schema.ts'
