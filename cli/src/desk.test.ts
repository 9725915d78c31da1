import { afterEach, expect, test, vi } from 'vitest'
import { openDesk, printable, type Column } from './desk.ts'

interface Row {
  name: string
  count: number | null
}
const columns: Column<Row>[] = [
  { head: 'name', of: row => row.name },
  { head: 'count', of: row => row.count },
]
const rows: Row[] = [
  { name: 'Decks, & Harbours', count: 2 },
  { name: '=SUM(A1)', count: null },
]

afterEach(() => vi.restoreAllMocks())

function printed(options: { json?: boolean; csv?: boolean }, items: Row[]): { out: string; err: string } {
  const told = { out: '', err: '' }
  vi.spyOn(process.stdout, 'write').mockImplementation(text => ((told.out += String(text)), true))
  vi.spyOn(process.stderr, 'write').mockImplementation(text => ((told.err += String(text)), true))
  openDesk(options).list(items, columns, 'Nothing.')
  return told
}

test('CSV follows RFC 4180, and no cell is taken for a formula', () => {
  expect(printed({ csv: true }, rows).out).toBe('name,count\r\n"Decks, & Harbours",2\r\n\'=SUM(A1),\n')
})

test('JSON is the data as it is', () => {
  expect(JSON.parse(printed({ json: true }, rows).out)).toEqual(rows)
})

test('an empty table says so on standard error and prints nothing', () => {
  expect(printed({}, [])).toEqual({ out: '', err: 'Nothing.\n' })
  expect(JSON.parse(printed({ json: true }, []).out)).toEqual([])
})

test('control signs in names never reach the terminal', () => {
  expect(printable('\u001b[31mred\u0007')).toBe('�[31mred�')
})

test('neither do those in words, however many lines they have', () => {
  let said = ''
  for (const stream of [process.stdout, process.stderr])
    vi.spyOn(stream, 'write').mockImplementation(text => ((said += String(text)), true))
  openDesk({}).one({}, 'Bea\u001b[2J\n\tFontaine\u0007')
  openDesk({}).remark('\u009b31mred')
  expect(said).toBe('Bea�[2J\n\tFontaine�\n�31mred\n')
})
