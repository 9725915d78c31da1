const own = (globalThis as { Temporal?: typeof import('temporal-polyfill/impl').Temporal }).Temporal

/** Temporal is the browser’s own where it has it; others fetch it, which is a fourth of all that a first page takes. */
export const Temporal = own ?? (await import('temporal-polyfill/impl')).Temporal
