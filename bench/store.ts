import { randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import { Sequelize } from 'sequelize'
import { demoId, loadDemo } from '../demo/load.ts'
import { NOON, testServer } from '../test/harness/server.ts'
import { median, ms } from './timing.ts'

/*
 * What the server asks of the database: ETUDE_TEST_DATABASE=postgres://... npm run bench:store
 * Statements and time of a bench tap, a visit and a day, through the whole server, beside the least that any write costs:
 * one row in a transaction of its own.
 */
const RUNS = 25

let statements = 0
Sequelize.addHook('afterInit', (sequelize) => {
  sequelize.addHook('beforeQuery', () => {
    statements++
  })
})

const server = await testServer()
const bare = new Sequelize(server.url, { logging: false })

/** @returns the median of both over some runs, the first left out because it still warms up */
async function measured(work: () => Promise<unknown>): Promise<{ statements: number; took: number }> {
  const counts: number[] = []
  const times: number[] = []
  for (let i = 0; i <= RUNS; i++) {
    statements = 0
    const start = performance.now()
    await work()
    if (i === 0) continue
    times.push(performance.now() - start)
    counts.push(statements)
  }
  return { statements: median(counts), took: median(times) }
}

try {
  await loadDemo(server.store, NOON)
  await bare.query('CREATE TABLE bench_peer (id uuid PRIMARY KEY, at timestamptz NOT NULL)')
  const { visits } = await server.store.visits.day({
    date: '2026-03-04',
    from: new Date('2026-03-04T00:00:00Z'),
    to: new Date('2026-03-05T00:00:00Z'),
  })
  const quill = visits.find(({ arrival }) => arrival.dog.name === 'Quill')!
  const got = async (path: string): Promise<void> => {
    const answer = await server.send('get', path)
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
    await answer.arrayBuffer()
  }
  const tap = async (): Promise<void> => {
    const answer = await server.send(
      'post',
      `/api/visits/${quill.id}/bench`,
      { events: [{ id: randomUUID(), kind: 'start', at: NOON.toISOString(), step: 'brush' }] },
      { 'x-etude-person': demoId('Noor') },
    )
    if (!answer.ok) throw new Error(`tap: ${answer.status} ${await answer.text()}`)
    await answer.arrayBuffer()
  }
  const row = (): Promise<unknown> =>
    bare.transaction((transaction) =>
      bare.query(`INSERT INTO bench_peer VALUES ('${randomUUID()}', now())`, { transaction }),
    )
  const peer = await measured(row)
  for (const [what, work] of [
    ['bench tap', tap],
    ['a visit', () => got(`/api/visits/${quill.id}`)],
    ['the day', () => got('/api/day?date=2026-03-04')],
  ] as const) {
    const { statements: asked, took } = await measured(work)
    console.log(
      `${what}: ${asked} statements, ${ms(took)}; one row ${ms(peer.took)}, ratio ${(took / peer.took).toFixed(1)}`,
    )
  }
} finally {
  await bare.close()
  await server.close()
}
