/** Does every one of several pieces of work, one after another: one that fails keeps none of the others. What failed is thrown at the end. */
export async function eachApart<T>(all: readonly T[], work: (one: T) => Promise<unknown>): Promise<void> {
  const failed: unknown[] = []
  for (const one of all)
    try {
      await work(one)
    } catch (cause) {
      failed.push(cause)
    }
  if (failed.length === 1) throw failed[0]
  if (failed.length > 1) throw new AggregateError(failed, `${failed.length} of ${all.length} failed`)
}
