/**
 * Has each cell of a table say its column’s head, which stands before it where the table is shown as entries: on a phone a row
 * is an entry, with all of it and its acts in sight.
 */
export function entries(table: HTMLTableElement): () => void {
  const label = () => {
    // A head that is not seen on a wide page is not seen here either.
    const heads = [...(table.tHead?.rows[0]?.cells ?? [])].map(cell =>
      cell.querySelector('.sr-only') ? '' : (cell.textContent?.trim() ?? ''),
    )
    for (const row of table.tBodies[0]?.rows ?? [])
      [...row.cells].forEach((cell, index) => {
        // What belongs to the row above has no heads of its own.
        if (row.cells.length < heads.length) return
        if (cell.dataset['head'] !== heads[index]) cell.dataset['head'] = heads[index] ?? ''
      })
  }
  label()
  const observer = new MutationObserver(label)
  observer.observe(table, { childList: true, subtree: true })
  return () => observer.disconnect()
}
