// The one way in: sets up what is missing, with nothing but Node's own modules, then does what was asked.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { stepByProgram } from './step.mjs'

const root = dirname(dirname(fileURLToPath(import.meta.url)))
process.chdir(
  process.env.INIT_CWD && existsSync(join(process.env.INIT_CWD, 'scripts/run.mjs')) ? process.env.INIT_CWD : root,
)
const bin = name => join(root, 'node_modules/.bin', name)
const tsx = (file, ...args) => [process.execPath, '--import', 'tsx', join(root, file), ...args]

const viteBuild = folder => [bin('vite'), 'build', join(root, folder), '--logLevel', 'warn']

const tasks = {
  demo: args => ({ needs: [packages, postgres, interfaces], run: [tsx('demo/src/main.ts', ...args)] }),
  serve: args => ({
    needs: [packages, ...(process.env.DATABASE_URL ? [] : [postgres]), interfaces],
    run: [tsx('scripts/serve.ts', ...args)],
    outlives: true,
  }),
  'check-settings': () => ({ needs: [packages], run: [tsx('scripts/check-settings.ts')] }),
  code: args => ({ needs: [packages], run: [tsx('scripts/code.ts', ...args)] }),
  test: args => ({ needs: [packages, postgres, chromium, nginx, interfaces], run: [[bin('vitest'), 'run', ...args]] }),
  bench: args => ({
    needs: [packages, postgres, chromium, interfaces],
    run: [viteBuild('bench'), tsx('bench/main.ts', ...args)],
  }),
  build: () => ({
    needs: [packages],
    run: ['console', 'cli', 'service'].map(viteBuild),
  }),
  package: args => ({ needs: [packages, interfaces], run: [viteBuild('service'), tsx('scripts/package.ts', ...args)] }),
  client: () => ({ needs: [packages], run: [tsx('scripts/make-client.ts')] }),
  screenshots: args => ({
    needs: [packages, postgres, chromium, terminal, interfaces],
    run: [tsx('scripts/screenshots.ts', ...args)],
  }),
  /** Breaks core in some two thousand small ways, one at a time, and counts how many its tests notice. */
  mutate: () => ({ needs: [packages], run: [[bin('stryker'), 'run']] }),
  check: () => ({
    needs: [packages],
    run: [
      [bin('prettier'), '--check', '--log-level', 'warn', '.'],
      [bin('eslint'), '.', '--max-warnings', '0'],
      [bin('tsc'), '-p', '.'],
      [
        bin('svelte-check'),
        '--workspace',
        'console',
        '--tsconfig',
        './tsconfig.json',
        '--fail-on-warnings',
        '--output',
        'human',
      ],
      [bin('knip')],
    ],
  }),
}

const [name, ...args] = process.argv.slice(2)
const task = tasks[name ?? '']
if (!task) {
  console.error(`There is no “${name ?? ''}”. There are ${Object.keys(tasks).join(', ')}.`)
  process.exit(2)
}
const { needs, run, outlives = false } = task(args)
for (const need of needs) await need()
for (const command of run) {
  const status = await follow(command, outlives)
  if (status !== 0) process.exit(status)
}

/**
 * Runs a command to its end. Ctrl-C reaches it by itself; an end by the system is passed on, and that of whoever started
 * this too, unless it is to outlive them.
 */
function follow([program, ...rest], outlives) {
  const child = spawn(program, rest, { stdio: 'inherit' })
  process.on('SIGINT', () => undefined)
  process.on('SIGTERM', () => child.kill('SIGTERM'))
  process.on('SIGHUP', () => outlives || child.kill('SIGHUP'))
  const parent = process.ppid
  if (!outlives) setInterval(() => process.ppid === parent || child.kill('SIGTERM'), 500).unref()
  return new Promise(done => child.once('exit', (code, signal) => done(code ?? (signal === 'SIGINT' ? 130 : 1))))
}

/** The npm packages of the lock file, as they are there. */
async function packages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const mark = join(root, 'node_modules/.famiglia-lock')
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  const all = Object.keys(JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')).packages).length
  await stepByProgram(
    'Installing npm packages',
    ['npm', 'ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel', 'error'],
    { cwd: root, far: () => `${packagesIn(join(root, 'node_modules'))} of about ${all}` },
  )
  writeFileSync(mark, lock)
}

function packagesIn(folder) {
  if (!existsSync(folder)) return 0
  return readdirSync(folder).reduce(
    (sum, name) => sum + (name.startsWith('@') ? readdirSync(join(folder, name)).length : name.startsWith('.') ? 0 : 1),
    0,
  )
}

async function postgres() {
  const versions = existsSync('/usr/lib/postgresql') ? readdirSync('/usr/lib/postgresql') : []
  const places = [
    ...versions.map(version => `/usr/lib/postgresql/${version}/bin`),
    ...(process.env.PATH ?? '').split(':'),
  ]
  if (places.some(place => existsSync(join(place, 'initdb')))) return
  // The package would make and start a cluster of its own on the usual port; this run has its own.
  if (isRoot()) {
    mkdirSync('/etc/postgresql-common', { recursive: true })
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n')
  }
  await debian('PostgreSQL', ['postgresql-15'])
}

async function chromium() {
  if (!existsSync('/usr/bin/chromium')) await debian('Chromium', ['chromium'])
}

/** A proxy that speaks TLS, to test the service behind one. */
async function nginx() {
  if (!existsSync('/usr/sbin/nginx')) await debian('nginx', ['nginx-light', 'openssl'])
}

async function terminal() {
  if (!existsSync('/usr/bin/xterm') || !existsSync('/usr/bin/Xvfb') || !existsSync('/usr/bin/import'))
    await debian('a terminal window', ['xterm', 'xvfb', 'imagemagick', 'fonts-dejavu-core'])
}

/** The console and the command line, built when a source is newer than what was built. */
async function interfaces() {
  await build('console', 'console/dist/index.html', ['console/src', 'console/public', 'console/index.html'])
  await build('cli', 'cli/dist/main.js', ['cli/src', 'cli/vite.config.ts'])
}

async function build(folder, target, sources) {
  const built = join(root, target)
  const changed = [...sources, 'core/src', 'client/src'].map(source => newest(join(root, source)))
  if (existsSync(built) && statSync(built).mtimeMs > Math.max(...changed)) return
  await stepByProgram(`Building ${folder === 'cli' ? 'the command line' : 'the console'}`, viteBuild(folder), {
    cwd: root,
  })
}

function newest(path) {
  if (!existsSync(path)) return 0
  const stat = statSync(path)
  if (!stat.isDirectory()) return stat.mtimeMs
  return Math.max(0, ...readdirSync(path).map(name => newest(join(path, name))))
}

async function debian(what, names) {
  if (!isRoot() && spawnSync('sudo', ['-n', 'true']).status !== 0) {
    console.error(
      `${what} is not installed, and this user may not install it. Ask for:  apt-get install ${names.join(' ')}`,
    )
    process.exit(1)
  }
  const apt = [...(isRoot() ? [] : ['sudo', '-n']), 'apt-get']
  const options = { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }
  const install = [...apt, 'install', '-y', '--no-install-recommends', ...names]
  const installing = `Installing ${what} from Debian’s packages`
  if (await stepByProgram(installing, install, { ...options, mayFail: true })) return
  await stepByProgram('Reading anew what Debian has', [...apt, 'update'], { ...options, mayFail: true })
  await stepByProgram(installing, install, options)
}

function isRoot() {
  return process.getuid?.() === 0
}
