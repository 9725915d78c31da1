import { once } from 'node:events'
import { confirm, input, password } from '@inquirer/prompts'
import { asCsv, type Cell } from '@famiglia/client'
import chalk from 'chalk'
import Table from 'cli-table3'
import stringWidth from 'string-width'
import wrapAnsi from 'wrap-ansi'

/** Where a command writes, and what it may ask: standard output for data, standard error for everything else. */
export interface Desk {
  readonly format: 'table' | 'json' | 'csv'
  /** Whether somebody is there to be asked. */
  readonly interactive: boolean
  /** Data: a list as a table, as JSON or as CSV. */
  list<T extends object>(items: readonly T[], columns: readonly Column<T>[], empty: string): void
  /** The same of a list that comes page by page: as JSON and as CSV all of it, each row as it comes; as a table so many at most. */
  stream<T extends object>(items: AsyncIterable<T>, columns: readonly Column<T>[], empty: string): Promise<void>
  /** Data: one thing, as JSON or in words. */
  one(value: object, words: string): void
  /** A remark on standard error. */
  remark(text: string): void
  askText(question: string, options?: { secret?: boolean }): Promise<string>
  askYes(question: string): Promise<boolean>
}

export interface Column<T> {
  readonly head: string
  readonly of: (item: T) => Cell
  /** What a program reads there, where that is more exact than what people do: an instant by ISO 8601, a whole hash. */
  readonly exact?: (item: T) => Cell
}

/** Rows of a table at most. */
const longestTable = 2_000

export function openDesk(options: { json?: boolean | undefined; csv?: boolean | undefined }): Desk {
  const format = options.json ? 'json' : options.csv ? 'csv' : 'table'
  const out = (text: string) => process.stdout.write(text.endsWith('\n') ? text : `${text}\n`)
  const csvRow = <T>(item: T, columns: readonly Column<T>[]) =>
    asCsv([columns.map(({ of, exact = of }) => exact(item))])
  const csvHead = <T>(columns: readonly Column<T>[]) => asCsv([columns.map(({ head }) => head)])
  return {
    format,
    interactive: Boolean(process.stdin.isTTY && process.stderr.isTTY),
    list(items, columns, empty) {
      if (format === 'json') return void out(JSON.stringify(items, null, 2))
      if (format === 'csv')
        return void out([csvHead(columns), ...items.map(item => csvRow(item, columns))].join('\r\n'))
      if (items.length === 0) return void process.stderr.write(`${empty}\n`)
      out(asTable(items, columns))
    },
    async stream(items, columns, empty) {
      if (format === 'table') {
        const rows = []
        for await (const item of items) if (rows.push(item) > longestTable) break
        this.list(rows.slice(0, longestTable), columns, empty)
        if (rows.length > longestTable)
          process.stderr.write(`There are more than ${longestTable}. --csv and --json give all of them.\n`)
        return
      }
      let count = 0
      if (format === 'csv') await written(`${csvHead(columns)}\r\n`)
      for await (const item of items)
        await written(
          format === 'csv' ? `${csvRow(item, columns)}\r\n` : `${count++ === 0 ? '[' : ','}\n  ${JSON.stringify(item)}`,
        )
      if (format === 'json') await written(count === 0 ? '[]\n' : '\n]\n')
    },
    one(value, words) {
      out(format === 'table' ? readable(words) : JSON.stringify(value, null, 2))
    },
    remark: text => void process.stderr.write(`${readable(text)}\n`),
    askText: (question, asked) =>
      asked?.secret
        ? password({ message: question, mask: true }, { output: process.stderr })
        : input({ message: question }, { output: process.stderr }),
    askYes: question => confirm({ message: question, default: false }, { output: process.stderr }),
  }
}

/** Waits where whoever reads is slower than what comes. */
async function written(text: string): Promise<void> {
  if (!process.stdout.write(text)) await once(process.stdout, 'drain')
}

function asTable<T>(items: readonly T[], columns: readonly Column<T>[]): string {
  const line = {
    top: '',
    'top-mid': '',
    'top-left': '',
    'top-right': '',
    bottom: '',
    'bottom-mid': '',
    'bottom-left': '',
    'bottom-right': '',
    left: '',
    'left-mid': '',
    mid: '',
    'mid-mid': '',
    right: '',
    'right-mid': '',
    middle: '  ',
  }
  const rows = items.map(item => columns.map(({ of }) => printable(of(item))))
  const [head, ...body] = folded([columns.map(column => column.head), ...rows], terminalWidth())
  const table = new Table({
    head: head!.map(text => chalk.italic(text)),
    chars: line,
    style: { head: [], border: [], 'padding-left': 0, 'padding-right': 0 },
  })
  const isFolded = body.some(row => row.some(text => text.includes('\n')))
  // Rows of several lines are told apart by an empty one.
  table.push(...(isFolded ? body.flatMap((row, at) => (at > 0 ? [row.map(() => ''), row] : [row])) : body))
  return table
    .toString()
    .split('\n')
    .map(row => row.trimEnd())
    .join('\n')
}

/** How wide a table may be: as the terminal is, or as COLUMNS says; a file or another program takes any width. */
function terminalWidth(): number {
  if (process.stdout.isTTY) return process.stdout.columns
  return Number(process.env['COLUMNS']) || Infinity
}

const gap = 2
/** A column is made no narrower than this. */
const narrowest = 5

/** Figures, and numbers of businesses and assets. */
const number = /^([A-Z]{1,3}-)?[\d.,%€$ -]*$/
const all = (widths: readonly number[]) => widths.reduce((sum, one) => sum + one, gap * (widths.length - 1))

/**
 * The cells of a table, the heads first, with lines broken where it would be wider than it may: in the widest column first,
 * between words as long as that will do, and never within what is a number.
 */
export function folded(rows: readonly string[][], width: number): readonly string[][] {
  const [head, ...body] = rows
  const widthOf = (cells: readonly string[][], column: number) =>
    Math.max(0, ...cells.map(row => stringWidth(row[column]!)))
  const isNumbers = head!.map((_head, column) => body.length > 0 && body.every(row => number.test(row[column]!)))
  const widths = head!.map((_head, column) => widthOf(rows, column))
  /** Makes the widest columns narrower until all fit, but none than this. */
  const shrink = (least: readonly number[]) => {
    while (all(widths) > width) {
      const room = widths.map((one, column) => (one > least[column]! ? one : 0))
      const widest = Math.max(...room)
      if (widest === 0) return
      widths[room.indexOf(widest)] = widest - 1
    }
  }
  const words = rows.map(row =>
    row.map(text => text.split(' ').reduce((long, one) => (one.length > long.length ? one : long), '')),
  )
  shrink(
    head!.map((_head, column) =>
      Math.max(narrowest, isNumbers[column] ? widthOf(body, column) : widthOf(words, column)),
    ),
  )
  shrink(head!.map((_head, column) => Math.max(narrowest, isNumbers[column] ? widthOf(body, column) : 0)))
  return rows.map(row => row.map((text, column) => brokenAt(text, widths[column]!)))
}

/** What is indented stays so, on each of its lines. */
function brokenAt(text: string, width: number): string {
  if (stringWidth(text) <= width) return text
  const indent = /^ */.exec(text)![0].slice(0, Math.max(0, width - narrowest))
  const lines = wrapAnsi(text.trimStart(), width - indent.length, { hard: true }).split('\n')
  return lines.map(line => indent + line).join('\n')
}

/** The same for words of several lines. */
function readable(words: string): string {
  return words.replace(/(?![\n\t])\p{Cc}/gu, '�')
}

/** Names come from people: control signs in them never reach the terminal. */
export function printable(value: Cell): string {
  return String(value ?? '').replace(/\p{Cc}/gu, '�')
}
