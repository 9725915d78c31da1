export type Cell = string | number | null

/** Rows as a CSV file (RFC 4180). A cell that a spreadsheet would take for a formula is marked as text. */
export function asCsv(rows: readonly (readonly Cell[])[]): string {
  return rows.map(row => row.map(cell).join(',')).join('\r\n')
}

function cell(value: Cell): string {
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value ?? '')
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}
