/** Milliseconds that somebody's finger or pointer has to rest before the page is changed under it; but it waits no longer than `atMost`. */
const rests = 300
const atMost = 1_200
/** Milliseconds after which a silent stream counts as lost: it gives a sign of life every 20 seconds. */
const silent = 30_000

/**
 * What changes elsewhere shows here: one page of a browser listens to the service and tells the others, as a browser opens
 * only a few connections to one place. Each page then fetches anew what it shows. While nobody listens, pages ask every
 * few seconds instead (`isLive`).
 */
const channel = new BroadcastChannel('famiglia changed')
let heardAt = 0
let movedAt = 0
let pressed = false
let waiting = false
let listening = false

export function isLive(): boolean {
  return Date.now() - heardAt < silent
}

/** Listens as long as the page is open, and has it show what changed. */
export function hearChanges(show: () => void): void {
  if (listening) return
  listening = true
  for (const event of ['pointermove', 'pointerdown', 'pointerup', 'pointercancel', 'keydown'] as const)
    addEventListener(event, () => {
      movedAt = Date.now()
      pressed = event === 'pointerdown' || (pressed && event === 'pointermove')
    })
  channel.addEventListener('message', ({ data }) => hear(data as string, show))
  void navigator.locks?.request('famiglia listens', () => listen(show))
}

/** Holds the lock until the stream is refused for good; then another page may try. */
function listen(show: () => void): Promise<void> {
  return new Promise(resolve => {
    const stream = new EventSource('/v1/me/changes')
    for (const kind of ['listening', 'changed'])
      stream.addEventListener(kind, () => {
        hear(kind, show)
        channel.postMessage(kind)
      })
    stream.addEventListener('error', () => {
      heardAt = 0
      if (stream.readyState === EventSource.CLOSED) setTimeout(resolve, silent)
    })
  })
}

function hear(kind: string, show: () => void): void {
  heardAt = Date.now()
  if (kind === 'changed' && !waiting) {
    waiting = true
    showWhenStill(show, Date.now())
  }
}

function showWhenStill(show: () => void, since: number): void {
  const still = !pressed && Date.now() - movedAt > rests
  if (!still && (pressed || Date.now() - since < atMost)) return void setTimeout(showWhenStill, 100, show, since)
  waiting = false
  show()
}
