/** What somebody does who takes over a business, as read. */
export function sayTaken(business: string): string {
  return `take over ${business}`
}
