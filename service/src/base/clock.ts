import { Temporal, type Instant } from '@famiglia/core'

/** The one source of now, in whole milliseconds, as PostgreSQL gives them back. */
export interface Clock {
  now(): Instant
}

let last = Temporal.Instant.fromEpochMilliseconds(0)

/** Asked thousands of times a second: an instant is made once a millisecond, which took a twentieth of a decision's time. */
export const systemClock: Clock = {
  now() {
    const ms = Date.now()
    if (ms !== last.epochMilliseconds) last = Temporal.Instant.fromEpochMilliseconds(ms)
    return last
  },
}

/** The system's clock, moved: lets a run meet what takes days. */
export class MovableClock implements Clock {
  private ahead = Temporal.Duration.from({ seconds: 0 })

  now(): Instant {
    return systemClock.now().add(this.ahead)
  }

  forward(by: Temporal.DurationLike): void {
    this.ahead = this.ahead.add(Temporal.Duration.from(by))
  }
}
