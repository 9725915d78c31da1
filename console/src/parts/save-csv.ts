import { asCsv, type Cell } from '@famiglia/client'

/** Has the browser keep rows, the names of the columns first, as a CSV file. */
export function saveCsv(name: string, rows: readonly (readonly Cell[])[]): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([asCsv(rows)], { type: 'text/csv' }))
  link.download = `${name}.csv`
  link.click()
  URL.revokeObjectURL(link.href)
}
