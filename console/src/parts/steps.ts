/** One step of what takes its time: done, where it is now, or still to come. */
export interface Step {
  readonly form: 'done' | 'now' | 'then'
  readonly head: string
  readonly words: string
}
