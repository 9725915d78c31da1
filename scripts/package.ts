import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/**
 * `npm run package [folder]`: makes what is installed elsewhere, famiglia-<version>.tgz, with the command line, the
 * service and the console as they were built. What can be bundled is in it; what cannot comes from the registry.
 */
const root = join(import.meta.dirname, '..')
const target = resolve(process.argv[2] ?? '.')
const staged = mkdtempSync(join(tmpdir(), 'famiglia-package-'))

interface Described {
  readonly version: string
  readonly license?: string
  readonly engines?: { readonly node: string }
}
const described = (path: string) => JSON.parse(readFileSync(join(root, path, 'package.json'), 'utf8')) as Described
const inService = createRequire(join(root, 'service/package.json'))
/** Of a package as the service finds it. */
const versionOf = (name: string) =>
  (JSON.parse(readFileSync(inService.resolve(`${name}/package.json`), 'utf8')) as Described).version
/** Compiled, or reading files of their own: the service’s build leaves them out. */
const notBundled = ['argon2', '@fastify/swagger-ui']

try {
  cpSync(join(root, 'cli/bin'), join(staged, 'bin'), { recursive: true })
  cpSync(join(root, 'cli/dist'), join(staged, 'dist'), { recursive: true })
  cpSync(join(root, 'service/dist'), join(staged, 'dist'), { recursive: true })
  cpSync(join(root, 'console/dist'), join(staged, 'console'), { recursive: true })
  cpSync(join(root, 'deploy'), join(staged, 'deploy'), { recursive: true })
  cpSync(join(root, 'deploy/README.md'), join(staged, 'README.md'))
  mkdirSync(join(staged, 'man'))
  const manual = spawnSync(process.execPath, [join(staged, 'bin/famiglia.mjs'), 'manual'], { encoding: 'utf8' })
  if (manual.status !== 0) throw new Error(`The manual page could not be made: ${manual.stderr}`)
  writeFileSync(join(staged, 'man/famiglia.1'), manual.stdout)
  const about = {
    name: 'famiglia',
    version: described('cli').version,
    description: 'Who may do what, with which marketing account, until when.',
    license: described('.').license,
    type: 'module',
    bin: { famiglia: './bin/famiglia.mjs' },
    man: './man/famiglia.1',
    engines: described('.').engines,
    dependencies: Object.fromEntries(notBundled.map(name => [name, versionOf(name)])),
  }
  writeFileSync(join(staged, 'package.json'), `${JSON.stringify(about, null, 2)}\n`)
  mkdirSync(target, { recursive: true })
  const packed = spawnSync('npm', ['pack', '--loglevel', 'error', '--pack-destination', target], {
    cwd: staged,
    encoding: 'utf8',
  })
  if (packed.status !== 0) throw new Error(`npm pack failed: ${packed.stderr}`)
  process.stdout.write(`${join(target, packed.stdout.trim())}\n`)
} finally {
  rmSync(staged, { recursive: true, force: true })
}
