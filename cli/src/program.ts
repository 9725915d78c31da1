import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { Command, CommanderError } from 'commander'
import { Refusal, Unreachable } from '@famiglia/client'
import packageJson from '../package.json' with { type: 'json' }
import { accessCommands } from './commands/access.ts'
import { answerCommands } from './commands/answers.ts'
import { arrangingCommands } from './commands/arranging.ts'
import { assetCommands } from './commands/assets.ts'
import { cardCommands } from './commands/card.ts'
import { deskCommand } from './commands/desk.ts'
import { inboxCommand } from './commands/inbox.ts'
import { ownSignInCommands } from './commands/ownSignIn.ts'
import { closingCommands } from './commands/closing.ts'
import { contestCommands } from './commands/contests.ts'
import { findCommand } from './commands/finding.ts'
import { handoverCommands } from './commands/handovers.ts'
import { linkCommands } from './commands/links.ts'
import { moneyCommands } from './commands/money.ts'
import { partnerCommands } from './commands/partners.ts'
import { adminCommands } from './commands/admins.ts'
import { peopleCommands } from './commands/people.ts'
import { readingCommands } from './commands/reading.ts'
import { sentenceCommands } from './commands/sentences.ts'
import { signInCommands } from './commands/signIn.ts'
import { trustCommands } from './commands/trust.ts'
import { understudyCommands } from './commands/understudy.ts'
import { completionsOf, scripts, shells, type Shell } from './completion.ts'
import { Context, Exit, type CommonOptions } from './context.ts'
import { examples } from './examples.ts'
import { manualOf } from './manual.ts'
import { withNamesRead } from './names.ts'
import type { Run } from './run.ts'
import type { Environment } from './settings.ts'

/** The whole command line. */
export function makeProgram(environment: Environment): Command {
  const program = new Command('famiglia')
    .description('Who may do what, with which asset, until when.')
    .version(packageJson.version, '--version', 'print the version')
    .option('--json', 'print data as JSON')
    .option('--csv', 'print lists as CSV')
    .option('--for <business>', 'act for this business, by number')
    .option('-y, --yes', 'do not ask after the review')
    .showSuggestionAfterError()
    .exitOverride()
    .addHelpText('after', exitStatuses)
  const run: Run =
    act =>
    async (...given) => {
      const command = given.at(-1) as Command
      const options = given.at(-2)
      const common = command.optsWithGlobals<CommonOptions>()
      if (common.json && common.csv) throw new Exit(2, 'Choose one of --json and --csv.')
      const context = new Context(common, environment)
      const read = await withNamesRead(context, command.registeredArguments, given.slice(0, -2), command.name())
      await act(context, options as never, ...(read as never))
    }
  signInCommands(program, run)
  sentenceCommands(program, run)
  readingCommands(program, run)
  findCommand(program, run)
  accessCommands(program, run)
  deskCommand(program, run)
  answerCommands(program, run)
  assetCommands(program, run)
  arrangingCommands(program, run)
  peopleCommands(program, run)
  adminCommands(program, run)
  understudyCommands(program, run)
  partnerCommands(program, run)
  linkCommands(program, run)
  moneyCommands(program, run)
  handoverCommands(program, run)
  contestCommands(program, run)
  closingCommands(program, run)
  inboxCommand(program, run)
  cardCommands(program, run)
  trustCommands(program, run)
  ownSignInCommands(program, run)
  program
    .command('serve')
    .description('start the service')
    .action(() => (existsSync(builtService) ? serveBuilt(environment) : start('serve', [])))
  program
    .command('check')
    .description(
      'would the service start with these settings? tries database, mail, platforms and clock, and says what is wrong',
    )
    .action(() => (existsSync(builtService) ? checkBuilt(environment) : start('check-settings', [])))
  if (existsSync(house))
    program
      .command('demo')
      .description('start the service with the demo around it')
      .option('--fresh', 'tell the story anew')
      .action(({ fresh }: { fresh?: boolean }) => start('demo', fresh ? ['--fresh'] : []))
  program
    .command('completion')
    .argument('<shell>', `one of ${shells.join(', ')}`, (shell: string) => {
      if (shells.includes(shell as Shell)) return shell as Shell
      throw new Exit(2, `There is completion for ${shells.join(', ')}.`)
    })
    .description('what your shell reads so that it completes commands, people, assets and purposes')
    .action((shell: Shell) => void process.stdout.write(scripts[shell]))
  program
    .command('complete', { hidden: true })
    .argument('[words...]')
    .description('what may come next; asked by the shell')
    .action(async (words: string[]) => {
      const open = (business: string | undefined) => new Context(business ? { for: business } : {}, environment)
      for (const candidate of await completionsOf(program, words, open)) process.stdout.write(`${candidate}\n`)
    })
  program
    .command('manual')
    .description('the manual page, for man')
    .action(() => void process.stdout.write(manualOf(program, packageJson.version, exitStatuses)))
  takeCommonOptionsAnywhere(program)
  for (const command of program.commands) {
    const shown = examples[command.name()]
    if (shown) command.addHelpText('after', `\nExamples:\n${shown.map(line => `  ${line}`).join('\n')}`)
  }
  return program
}

const exitStatuses = `
Exit status: 0 done, 1 no, 2 wrong usage, 3 refused by a rule, 4 confirm it is you first, 5 service not reachable.
FAMIGLIA_URL says where the service is; FAMIGLIA_TOKEN holds a token for scripts.`

/** --json, --csv, --for and --yes are understood before and after the command. */
function takeCommonOptionsAnywhere(program: Command): void {
  const common = program.options.filter(option => option.long !== '--version')
  for (const command of program.commands) {
    command.exitOverride()
    for (const option of common)
      if (!command.options.some(own => own.long === option.long)) command.addOption(hidden(option))
    takeCommonOptionsOf(command, common)
  }
}

function takeCommonOptionsOf(command: Command, common: Command['options']): void {
  for (const inner of command.commands) {
    inner.exitOverride()
    for (const option of common) inner.addOption(hidden(option))
  }
}

function hidden(option: Command['options'][number]): Command['options'][number] {
  const copy = Object.assign(Object.create(Object.getPrototypeOf(option) as object) as typeof option, option)
  copy.hidden = true
  return copy
}

/** Installed as a package, the built service lies beside the command line; in its house there are the scripts. */
const builtService = join(import.meta.dirname, 'serve.js')
const house = join(import.meta.dirname, '../../scripts/run.mjs')

interface BuiltService {
  serve(environment: Environment): Promise<void>
  /** Whether all is well. */
  tellCheck(environment: Environment): Promise<boolean>
}

const openBuilt = () => import(/* @vite-ignore */ pathToFileURL(builtService).href) as Promise<BuiltService>

async function serveBuilt(environment: Environment): Promise<void> {
  const { serve } = await openBuilt()
  await serve(environment)
}

async function checkBuilt(environment: Environment): Promise<void> {
  const { tellCheck } = await openBuilt()
  if (!(await tellCheck(environment))) process.exitCode = 1
}

function start(what: 'serve' | 'demo' | 'check-settings', args: string[]): Promise<void> {
  const child = spawn(process.execPath, [house, what, ...args], { stdio: 'inherit' })
  process.on('SIGINT', () => undefined)
  if (what === 'serve') process.on('SIGHUP', () => undefined)
  process.on('SIGTERM', () => child.kill('SIGTERM'))
  return new Promise(done => child.once('exit', code => ((process.exitCode = code ?? 1), done())))
}

/** Runs a command line and returns its exit status. What went wrong is told on standard error. */
export async function runProgram(args: readonly string[], environment: Environment): Promise<number> {
  process.exitCode = 0
  try {
    refuseEmpty(args)
    await makeProgram(environment).parseAsync([...args], { from: 'user' })
    return Number(process.exitCode)
  } catch (error) {
    return told(error)
  }
}

/** A variable that is not set in a script must not widen what is asked: less becoming all, one asset becoming every one. */
function refuseEmpty(args: readonly string[]): void {
  // The word that is being typed is empty when it has not been begun.
  if (args[0] === 'complete') return
  const at = args.findIndex(arg => !arg.trim() || /^--[\w-]+=\s*$/.test(arg))
  if (at < 0) return
  const where = args[at]!.trim() || (at > 0 ? `What comes after “${args[at - 1]}”` : 'The first word')
  throw new Exit(2, `${where} is empty, as by a variable that is not set. Nothing was done.`)
}

function told(error: unknown): number {
  if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2
  if (error instanceof Refusal) {
    process.stderr.write(`${error.message}${error.code === 'proof.needed' ? ' Say “famiglia prove” first.' : ''}\n`)
    return error.exit
  }
  if (error instanceof Exit || error instanceof Unreachable) {
    process.stderr.write(`${error.message}\n`)
    return error.exit
  }
  if (error instanceof Error && error.name === 'ExitPromptError') return 130
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  return 5
}
