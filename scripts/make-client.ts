import { writeFileSync } from 'node:fs'
import openapiTs, { astToString } from 'openapi-typescript'
import { apiDescription } from '../service/src/main.ts'

/** The client's types, made from what the service says of itself. */
export async function clientSource(): Promise<string> {
  const description = JSON.parse(JSON.stringify(await apiDescription())) as Parameters<typeof openapiTs>[0]
  return `// Made from the service's OpenAPI description by "npm run client". Not edited by hand.\n${astToString(await openapiTs(description))}`
}

export const clientFile = new URL('../client/src/schema.ts', import.meta.url)

if (process.argv[1]?.endsWith('make-client.ts')) writeFileSync(clientFile, await clientSource())
