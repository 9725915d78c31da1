/** A handle for what was just named: small letters, digits and dashes. */
export function handleFrom(name: string): string {
  return name
    .trim()
    .toLowerCase()
    .replace(/[^\p{Ll}\p{Nd}]+/gu, '-')
    .replace(/^-|-$/g, '')
}
