import cluster from 'node:cluster'
import { randomUUID } from 'node:crypto'
import { AggregatorRegistry, type Registry } from 'prom-client'

interface Asked {
  readonly metricsFor: string
}

interface Told extends Asked {
  readonly text: string
}

/** The metrics of all processes that serve at one port, whichever of them was asked; of this one where it is alone. */
export async function allMetrics(registry: Registry): Promise<string> {
  if (!cluster.isWorker) return registry.metrics()
  const metricsFor = randomUUID()
  return new Promise(done => {
    const hear = (message: Partial<Told>) => {
      if (message.metricsFor !== metricsFor || message.text === undefined) return
      process.off('message', hear)
      done(message.text)
    }
    process.on('message', hear)
    process.send!({ metricsFor } satisfies Asked)
  })
}

/** Has this process tell its metrics to the one that watches over it. */
export function tellMetrics(registry: Registry): void {
  if (!cluster.isWorker) return
  AggregatorRegistry.setRegistries(registry)
  new AggregatorRegistry()
}

/** Puts the metrics of all together for whichever of them is asked. */
export function answerMetrics(): void {
  const all = new AggregatorRegistry()
  cluster.on('message', (worker, { metricsFor, text }: Partial<Told>) => {
    if (!metricsFor || text !== undefined) return
    void all.clusterMetrics().then(
      told => worker.send({ metricsFor, text: told } satisfies Told),
      () => worker.send({ metricsFor, text: '' } satisfies Told),
    )
  })
}
