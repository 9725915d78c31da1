/** The first part of somebody’s name, for a button; a very long one is cut. */
export function firstName(name: string): string {
  const [first = ''] = name.split(' ')
  const letters = Array.from(first)
  return letters.length > 20 ? `${letters.slice(0, 19).join('')}…` : first
}
