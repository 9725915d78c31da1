import cluster from 'node:cluster'
import { randomUUID } from 'node:crypto'
import { AggregatorRegistry, type Registry } from 'prom-client'
import { busy } from './database.ts'

interface Asked {
  readonly metricsFor: string
}

interface Told extends Asked {
  /** Null where one of them did not tell its own in time. */
  readonly text: string | null
}

/** The metrics of all processes that serve at one port, whichever of them was asked; of this one where it is alone. */
export async function allMetrics(registry: Registry): Promise<string> {
  if (!cluster.isWorker) return registry.metrics()
  const metricsFor = randomUUID()
  return new Promise((done, fail) => {
    const hear = (message: Partial<Told>) => {
      if (message.metricsFor !== metricsFor || message.text === undefined) return
      process.off('message', hear)
      if (message.text === null) fail(busy(new Error('a process did not tell its metrics')))
      else done(message.text)
    }
    process.on('message', hear)
    process.send!({ metricsFor } satisfies Asked)
  })
}

/** Has this process answer when its metrics are asked for by the one that watches over it: from the start, or all wait for it. */
export function hearWhoAsksForMetrics(): void {
  if (cluster.isWorker) new AggregatorRegistry()
}

/** Puts the metrics of all together for whichever of them is asked. */
export function answerMetrics(): void {
  const all = new AggregatorRegistry()
  cluster.on('message', (worker, { metricsFor, text }: Partial<Told>) => {
    if (!metricsFor || text !== undefined) return
    void all.clusterMetrics().then(
      told => worker.send({ metricsFor, text: told } satisfies Told),
      () => worker.send({ metricsFor, text: null } satisfies Told),
    )
  })
}
