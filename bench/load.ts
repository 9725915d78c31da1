import autocannon from 'autocannon'

/** What is asked of a service, over and over by 32 connections at once. */
export interface Load {
  readonly url: string
  readonly requests: autocannon.Request[]
  readonly seconds: number
}

export interface Figures {
  readonly perSecond: number
  /** Milliseconds. */
  readonly p50: number
  readonly p99: number
  readonly errors: number
}

/** A process of its own, so that asking takes nothing from whoever answers but the processor. */
process.on('message', async ({ url, requests, seconds }: Load) => {
  const {
    non2xx,
    errors,
    requests: counted,
    latency,
  } = await autocannon({ url, requests, connections: 32, duration: seconds })
  process.send!({
    perSecond: counted.average,
    p50: latency.p50,
    p99: latency.p99,
    errors: non2xx + errors,
  } satisfies Figures)
})
