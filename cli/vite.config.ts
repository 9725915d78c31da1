import { defineConfig } from 'vite'

/** One file for Node.js: compiled on the fly, every call would wait a second for it. */
export default defineConfig({
  build: { ssr: 'src/main.ts', outDir: 'dist', emptyOutDir: true, target: 'node20' },
  ssr: { noExternal: true },
})
