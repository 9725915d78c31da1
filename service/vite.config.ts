import { defineConfig, type Plugin } from 'vite'

/** V8 keeps a text with a single wider sign in it at two bytes a sign: escaped, the whole takes half the memory. */
const narrow: Plugin = {
  name: 'narrow',
  generateBundle(_options, bundle) {
    for (const piece of Object.values(bundle))
      if (piece.type === 'chunk')
        piece.code = piece.code.replace(/[^\0-\x7f]/g, sign => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`)
  },
}

/** What the service needs in a few files for Node.js, but for what is compiled or reads files of its own. */
export default defineConfig({
  plugins: [narrow],
  build: {
    ssr: 'src/serve.ts',
    outDir: 'dist',
    emptyOutDir: true,
    target: 'node20',
    // Names stay: migrations are known by those of their classes, and records of the authorization server too.
    rolldownOptions: {
      // One of the packages evaluates text that it holds itself.
      checks: { eval: false },
      output: { keepNames: true, minify: { mangle: false, compress: true, codegen: true } },
    },
  },
  ssr: { noExternal: true, external: ['argon2', '@fastify/swagger-ui', 'pg-native'] },
})
