import cluster from 'node:cluster'
import { join } from 'node:path'
import type pg from 'pg'
import { startProcesses } from '../service/src/processes.ts'

/** What the bench is told by the service it measures. */
export interface Served {
  readonly url: string
}

/**
 * The service as it is installed, in one process or several of its own, with what it is measured beside: a bare route, a bare one that
 * takes a POST, and one that looks a row up by its primary key. It ends when whoever started it lets go.
 */
const service = await startProcesses(process.env, {
  consoleFiles: join(import.meta.dirname, '../../../console/dist'),
  alsoServe: async (app, kit) => {
    const driver = kit.database.driver as unknown as { master: pg.Pool }
    app.get('/access/bench/bare', async () => ({ decision: true }))
    app.post('/access/bench/bare', async () => ({ decision: true }))
    app.get<{ Querystring: { id: string } }>('/access/bench/select', async request => {
      const { rows } = await driver.master.query({
        name: 'bench-select',
        text: 'SELECT id, name FROM person WHERE id = $1',
        values: [request.query.id],
      })
      return { decision: rows.length === 1 }
    })
  },
})
const end = () => void service.close().then(() => process.exit())
if (cluster.isWorker) process.once('SIGTERM', end)
else {
  process.once('disconnect', end)
  process.send!({ url: service.url } satisfies Served)
}
