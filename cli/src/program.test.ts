import type { Command } from 'commander'
import { afterEach, expect, test, vi } from 'vitest'
import fc from 'fast-check'
import { folded } from './desk.ts'
import { examples } from './examples.ts'
import { makeProgram, runProgram } from './program.ts'

/** Nobody listens there: whatever is sent ends with 5, and what is refused before with 2. */
const environment = { FAMIGLIA_URL: 'http://127.0.0.1:9', FAMIGLIA_TOKEN: 'a-token' }
const someProposal = '01a21496-45a0-7432-9790-617c8d599c5b'

afterEach(() => vi.restoreAllMocks())

async function run(...args: string[]): Promise<{ status: number; said: string }> {
  let said = ''
  for (const stream of [process.stdout, process.stderr])
    vi.spyOn(stream, 'write').mockImplementation(text => ((said += String(text)), true))
  const status = await runProgram(args, environment)
  process.exitCode = 0
  return { status, said }
}

test.each([
  [['accept', someProposal, '--less', ''], 'What comes after “--less”'],
  [['accept', someProposal, '--less='], '--less='],
  [['accept', someProposal, '--keeping', ' '], 'What comes after “--keeping”'],
  [['end', 'bea@ondaverde.example', 'on', ''], 'What comes after “on”'],
  [['end', 'bea@ondaverde.example', ''], 'What comes after “bea@ondaverde.example”'],
  [['history', '--about', ''], 'What comes after “--about”'],
  [[''], 'The first word'],
])('what a script left empty is refused before anything is sent: %j', async (args, where) => {
  expect(await run(...args)).toEqual({
    status: 2,
    said: `${where} is empty, as by a variable that is not set. Nothing was done.\n`,
  })
})

test('who cannot be reached is told apart from what cannot be understood, by the exit status', async () => {
  expect(await run('people')).toMatchObject({ status: 5 })
  expect(await run('poeple')).toMatchObject({ status: 2, said: expect.stringContaining('Did you mean people?') })
  expect(await run('people', '--nothing-like-it')).toMatchObject({ status: 2 })
  expect(await run('--help')).toMatchObject({ status: 0, said: expect.stringContaining('Exit status:') })
})

test('it tells its version, and takes one form of output at a time', async () => {
  expect(await run('--version')).toEqual({ status: 0, said: expect.stringMatching(/^\d+\.\d+\.\d+\n$/) })
  expect(await run('desk', '--json', '--csv')).toEqual({
    status: 2,
    said: expect.stringContaining('Choose one of --json and --csv.'),
  })
})

test('every command is described, and so is each of its options', () => {
  const lacking = commandsOf(makeProgram(environment)).filter(
    command => !command.description() || command.options.some(option => !option.description),
  )
  expect(lacking.map(command => command.name())).toEqual([])
})

test('each command shows two examples, of commands and options that there are', async () => {
  const program = makeProgram(environment)
  const shown = program.commands.filter(command => !['complete', 'help'].includes(command.name()))
  expect(Object.keys(examples).sort()).toEqual(shown.map(command => command.name()).sort())
  for (const command of shown) {
    const own = examples[command.name()]!
    expect(new Set(own).size, command.name()).toBe(2)
    const known = [command as Command, ...commandsOf(command as Command), program].flatMap(({ options }) =>
      options.map(({ long }) => long),
    )
    for (const line of own) {
      expect(line).toContain(`famiglia ${command.name()}`)
      for (const [option] of line.matchAll(/(?<= )--[\w-]+/g)) expect(known, line).toContain(option)
    }
  }
  expect((await run('let', '--help')).said).toContain(`Examples:\n  ${examples['let']![0]}`)
})

test('the manual page tells every command and option, and no line of it is taken for a request by chance', async () => {
  const { said } = await run('manual')
  const program = makeProgram(environment)
  for (const command of program.commands.filter(one => one.name() !== 'complete' && one.name() !== 'help'))
    expect(said).toContain(`.SS ${command.name().replaceAll('-', '\\-')}`)
  const requests = said.split('\n').filter(line => /^[.']/.test(line))
  for (const line of requests) expect(line).toMatch(/^\.(TH|SH|SS|TP|B|PP|nf|fi)\b/)
})

test('a table folds to the terminal, never within a number, and tells all that it told', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.lorem({ maxCount: 12 }), fc.nat().map(String), fc.lorem({ maxCount: 9 })), {
        minLength: 1,
        maxLength: 6,
      }),
      fc.constantFrom(80, 200),
      (rows, width) => {
        const table = folded([['what', 'how many', 'why'], ...rows], width)
        const widest = [0, 1, 2].map(column =>
          Math.max(...table.flatMap(row => row[column]!.split('\n').map(line => line.length))),
        )
        expect(widest.reduce((sum, one) => sum + one, 4)).toBeLessThanOrEqual(width)
        const told = (text: string) => text.replace(/\s/g, '')
        expect(table.slice(1).map(row => row.map(told))).toEqual(rows.map(row => row.map(told)))
        for (const row of table) expect(row[1]).not.toMatch(/\d\n\d/)
      },
    ),
  )
})

function commandsOf(command: Command): Command[] {
  return command.commands.flatMap(inner => [inner as Command, ...commandsOf(inner as Command)])
}
