import { tellCheck } from '../service/src/serve.ts'

/** Looks whether the service would run by the settings that are set: `npx famiglia check`. */
process.exit((await tellCheck(process.env)) ? 0 : 1)
