/** Equal texts that stand alone: one that was found in a longer text holds the whole of it in memory. */
export const ownTexts = <T extends readonly string[]>(texts: T): T => JSON.parse(JSON.stringify(texts)) as T
