import type { Context } from './context.ts'

type Act<A extends unknown[], O> = (context: Context, options: O, ...args: A) => Promise<void>
/** Wraps what a command does: hands it its context and options, in the order that commander does not give them in. */
export type Run = <A extends unknown[], O>(act: Act<A, O>) => (...given: unknown[]) => Promise<void>
