import { Temporal, type Instant } from '@famiglia/core'

/** The one source of now, in whole milliseconds, as PostgreSQL gives them back. */
export interface Clock {
  now(): Instant
}

export const systemClock: Clock = { now: () => Temporal.Instant.fromEpochMilliseconds(Date.now()) }

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
