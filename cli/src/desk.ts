import { confirm, input, password } from '@inquirer/prompts'
import { asCsv, type Cell } from '@famiglia/client'
import chalk from 'chalk'
import Table from 'cli-table3'

/** Where a command writes, and what it may ask: standard output for data, standard error for everything else. */
export interface Desk {
  readonly format: 'table' | 'json' | 'csv'
  /** Whether somebody is there to be asked. */
  readonly interactive: boolean
  /** Data: a list as a table, as JSON or as CSV. */
  list<T extends object>(items: readonly T[], columns: readonly Column<T>[], empty: string): void
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
}

export function openDesk(options: { json?: boolean | undefined; csv?: boolean | undefined }): Desk {
  const format = options.json ? 'json' : options.csv ? 'csv' : 'table'
  const out = (text: string) => process.stdout.write(text.endsWith('\n') ? text : `${text}\n`)
  return {
    format,
    interactive: Boolean(process.stdin.isTTY && process.stderr.isTTY),
    list(items, columns, empty) {
      if (format === 'json') return void out(JSON.stringify(items, null, 2))
      if (format === 'csv')
        return void out(
          asCsv([columns.map(({ head }) => head), ...items.map(item => columns.map(({ of }) => of(item)))]),
        )
      if (items.length === 0) return void process.stderr.write(`${empty}\n`)
      out(asTable(items, columns))
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
  const table = new Table({
    head: columns.map(column => chalk.italic(column.head)),
    chars: line,
    style: { head: [], border: [], 'padding-left': 0, 'padding-right': 0 },
  })
  for (const item of items) table.push(columns.map(({ of }) => printable(of(item))))
  return table
    .toString()
    .split('\n')
    .map(row => row.trimEnd())
    .join('\n')
}

/** The same for words of several lines. */
function readable(words: string): string {
  return words.replace(/(?![\n\t])\p{Cc}/gu, '�')
}

/** Names come from people: control signs in them never reach the terminal. */
export function printable(value: Cell): string {
  return String(value ?? '').replace(/\p{Cc}/gu, '�')
}
