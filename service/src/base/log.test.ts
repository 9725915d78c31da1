import { expect, test } from 'vitest'
import { openLog } from './log.ts'

test('an error is logged without the connection and the values it carries', () => {
  let written = ''
  const log = openLog('info', { write: line => (written += line) })
  const error = Object.assign(new Error('it failed'), {
    code: '23505',
    parameters: ['priya@ondaverde.example'],
    client: { password: 'hunter2' },
  })
  log.error({ err: error }, 'the request failed')
  expect(JSON.parse(written)).toMatchObject({
    msg: 'the request failed',
    err: { type: 'Error', code: '23505', message: 'it failed' },
  })
  expect(written).not.toMatch(/priya|hunter2/)
})
