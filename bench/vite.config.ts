import { mergeConfig } from 'vite'
import service from '../service/vite.config.ts'

/** The service as its own build makes it, with the routes that it is measured beside; beside it lies what it leaves out. */
export default mergeConfig(service, { build: { ssr: 'served.ts', outDir: '../service/dist/bench' } })
