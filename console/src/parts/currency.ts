/** `euros`: a currency by name, from its ISO 4217 code. */
export function sayCurrency(code: string): string {
  const parts = new Intl.NumberFormat('en', { style: 'currency', currency: code, currencyDisplay: 'name' })
  return parts.formatToParts(2).find(part => part.type === 'currency')?.value ?? code
}
