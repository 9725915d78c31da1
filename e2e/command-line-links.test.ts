import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())

const as = (name: string) => commandLine(scene.url, scene.called(name).token)
const travel = 'manager-account/gullwright-travel'
const numberOf = async (handle: string) =>
  (await scene.sql<{ number: string }>('SELECT number FROM asset WHERE handle = $1', [handle]))[0]!.number

test('the tree is told from either side: the agency sees all that hangs there, an owner only the way to its own', async () => {
  const agencys = (await as('Callum').run('tree')).out
  expect(agencys).toMatch(/^Gullwright All +A-\S+ +yours/m)
  expect(agencys).toMatch(/^ {2}Gullwright Travel +A-\S+ +yours +steward/m)
  expect(agencys).toMatch(
    /^ {4}Summer Crossings +Ondaverde summer +A-\S+ +Ondaverde Ferries +run, hides revenue +in force/m,
  )
  expect(agencys).toMatch(/Fjord Freight .* steward, may give access/)
  expect(agencys).toMatch(/Harvest Fair .* ended on/)
  expect(agencys).toMatch(/Cold Chain .* Dae Whitlock/)
  const owners = (await as('Agnese').run('tree')).out
  expect(owners).toContain('Summer Crossings')
  for (const other of ['Fjord Freight', 'Harbour Lights', 'Gullwright Food', 'Ondaverde summer'])
    expect(owners).not.toContain(other)
  expect((await as('Tomasz').run('tree')).err).toContain('No manager account yet')
})

test('accounts are compared with their figures; what is hidden is said so, and left out of the sums', async () => {
  const { out, err } = await as('Callum').run('tree', travel, '--days', '30')
  expect(out).toMatch(/Summer Crossings .* \d+ \([+-]?\d+ %\) +\d+ .* hidden/)
  expect(out).toMatch(/Harbour Lights .* hidden +\d+ .* hidden +hidden/)
  expect(err).toMatch(/Spend together: \d+ \(.*\), of 3, without one account that hides it from you\./)
  const rows = JSON.parse((await as('Callum').run('tree', travel, '--json')).out) as {
    name: string
    figures: { revenue: null }
  }[]
  expect(rows.find(row => row.name === 'Summer Crossings')!.figures.revenue).toBeNull()
})

test('numbers from a file are told line by line, and nothing is sent while one of them is wrong', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'numbers-')), 'accounts.csv')
  const [summer, fair] = [await numberOf('summer-crossings'), await numberOf('harvest-fair')]
  const wrong = summer.replace(/\d$/, last => String((Number(last) + 1) % 10))
  writeFileSync(file, `account;owner\n${fair};Porto Lindo\n${wrong};Ondaverde\n${summer};Ondaverde\n`)
  const callum = as('Callum')
  const refused = await callum.run('link', '--numbers', file, 'under', travel, 'at', 'watch', '--yes')
  expect(refused).toMatchObject({ status: 3, out: '' })
  expect(refused.err).toContain(`✗ line 3, ${wrong}: A digit is wrong`)
  expect(refused.err).toContain(`· line 4, ${summer} (Summer Crossings): It is linked already`)
  expect(refused.err).toContain('1 of 3 cannot be linked.')
  const sent = await callum.run(
    'link',
    '--numbers',
    file,
    '--only-good',
    'under',
    travel,
    'at',
    'watch',
    '--yes',
    '--note',
    'For autumn.',
  )
  expect(sent.out).toContain(`Asked Porto Lindo Tourist Board: Harvest Fair under Gullwright Travel at watch.`)
})

test('what an owner is asked is read, answered with less, and a yes to “may give access” is said separately', async () => {
  const [agency, owner] = [as('Callum'), as('Egil')]
  const long = await numberOf('cold-chain')
  await agency.run('link', long, 'under', travel, 'at', 'steward', 'may', 'give', 'access', '--yes')
  const [row] = JSON.parse((await owner.run('inbox', '--json')).out) as { id: string }[]
  const read = (await owner.run('inbox', row!.id)).out
  expect(read).toContain(
    'Callum Osei-Bright of Gullwright & Moss asks to link Cold Chain under Gullwright Travel at steward.',
  )
  expect(read).toContain('May they give access to others? No, unless you add --may-give-access.')
  expect(read).toContain('Two people reach Gullwright Travel:')
  const accepted = await owner.run('accept', row!.id, '--yes')
  expect(accepted.out).toContain('They may not give access to others there.')
  expect((await owner.run('accept', row!.id, '--may-give-access', '--yes')).out).toContain(
    'It was answered so already.',
  )
})

test('a link is offered by its owner, named on the manager’s side, put somebody on alone, and unlinked with what falls told first', async () => {
  const [agency, owner] = [as('Callum'), as('Agnese')]
  const number = await numberOf('gullwright-food')
  const winter = 'ad-account/winter-freight'
  const offered = await owner.run('link', winter, 'under', number, 'at', 'draft', '--yes')
  expect(offered.out).toContain('Offered to Gullwright & Moss: Winter Freight under Gullwright Food at draft.')
  const [row] = (JSON.parse((await agency.run('inbox', '--json')).out) as { id: string; kind: string }[]).filter(
    one => one.kind === 'link',
  )
  expect((await agency.run('accept', row!.id, '--yes')).out).toContain(
    'Linked: Winter Freight under Gullwright Food at draft.',
  )
  const named = await agency.run(
    'label',
    'manager-account/gullwright-food',
    await numberOf('winter-freight'),
    'Freight, cold',
  )
  expect(named.out).toContain('Winter Freight is called “Freight, cold” on your side.')
  await agency.run(
    'let',
    'dae@gullwright.example',
    'watch',
    'on',
    await numberOf('winter-freight'),
    'hiding',
    'contacts',
    '--yes',
  )
  expect((await owner.run('who', winter)).out).toMatch(
    /Dae Whitlock .* watch +manager account Gullwright Food, on this one alone/,
  )
  const why = await owner.run('why', 'dae@gullwright.example', 'report.see', winter)
  expect(why.out).toContain('Ondaverde Ferries linked Winter Freight under Gullwright Food at draft')
  expect(why.out).toContain('Gullwright & Moss let Dae Whitlock watch on Winter Freight')
  const preview = await owner.run('preview', `unlink ${winter} from ${number}`)
  expect(preview.out).toContain('Callum Osei-Bright and Dae Whitlock no longer reach Winter Freight.')
  expect((await owner.run('unlink', winter, 'from', number, '--yes')).out).toContain(
    'Unlinked: Winter Freight from Gullwright Food.',
  )
  expect((await owner.run('can', 'dae@gullwright.example', 'report.see', winter)).status).not.toBe(0)
})

test('what cannot be read points at the word, and nobody but the two sides is made to pay by a link', async () => {
  const { run } = as('Callum')
  expect(await run('link', 'A-1', 'under', travel, 'at', 'run', '--yes')).toMatchObject({ status: 2 })
  const paid = await run(
    'link',
    await numberOf('showcase'),
    'under',
    travel,
    'at',
    'run',
    'paid',
    'by',
    scene.called('Sanne').business,
    '--yes',
  )
  expect(paid).toMatchObject({ status: 3, err: expect.stringContaining('or the one whose manager account it hangs') })
})
