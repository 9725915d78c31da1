import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { svelte } from '@sveltejs/vite-plugin-svelte'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig, type Plugin } from 'vite'

/** Beside each text that is built lies the same compressed, as small as it gets: the service sends that. */
const compressed: Plugin = {
  name: 'compressed',
  writeBundle({ dir }) {
    if (!dir) return
    for (const name of readdirSync(dir!, { recursive: true, encoding: 'utf8' })) {
      if (!/\.(js|css|html|svg)$/.test(name)) continue
      const path = join(dir!, name)
      const plain = readFileSync(path)
      writeFileSync(`${path}.br`, brotliCompressSync(plain))
      writeFileSync(`${path}.gz`, gzipSync(plain, { level: 9 }))
    }
  },
}

const groups = [
  { name: 'ground', test: /node_modules\/(svelte|sv-router|@tanstack|openapi-fetch|clsx|esm-env)\// },
  {
    name: 'house',
    test: /\/(core|client)\/src\/|console\/src\/(frame|reach)\/|parts\/(Trouble|Field|Icon|Wordmark|TierMark|Slip|Waiting)/,
  },
]

export default defineConfig({
  plugins: [tailwindcss(), svelte(), compressed],
  resolve: { alias: [{ find: /^temporal-polyfill$/, replacement: join(import.meta.dirname, 'src/temporal.ts') }] },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    target: 'es2022',
    // A few larger files rather than thirty small ones on every page: each costs a request.
    rolldownOptions: { output: { codeSplitting: { groups } } },
  },
})
