import autocannon from 'autocannon'

/** What is asked of a service, over and over by 32 connections at once, each a part of it. */
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

const connections = 32

/** A process of its own, so that asking takes nothing from whoever answers but the processor. */
process.on('message', async ({ url, requests, seconds }: Load) => {
  const {
    non2xx,
    errors,
    requests: counted,
    duration,
    latency,
  } = await autocannon({
    url,
    requests: requests.slice(0, 1),
    connections,
    duration: seconds,
    setupClient: apart(requests),
  })
  process.send!({
    perSecond: counted.total / duration,
    p50: latency.p50,
    p99: latency.p99,
    errors: non2xx + errors,
  } satisfies Figures)
})

/** Each connection asks a part of it: in step, all would ask the same at the same moment, and to prepare all for each would take longer than to ask. */
function apart(requests: readonly autocannon.Request[]) {
  const size = Math.ceil(requests.length / connections)
  let clients = 0
  return (client: autocannon.Client) => {
    const from = (clients++ * size) % requests.length
    client.setRequests(requests.slice(from, from + size))
  }
}
