/** A business's handle, made from its name: `business/gullwright-moss`. It may be cut short where it stays clear. */
export function businessHandle(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/[\p{M}'’]/gu, '')
    .toLowerCase()
    .replace(/[^\p{Ll}\p{Nd}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
}

/** The businesses a handle means: the one of just that handle, else all that begin with it. */
export function meantByHandle<B extends { readonly name: string }>(handle: string, known: readonly B[]): readonly B[] {
  const exact = known.filter(one => businessHandle(one.name) === handle)
  return exact.length > 0 ? exact : known.filter(one => businessHandle(one.name).startsWith(`${handle}-`))
}
