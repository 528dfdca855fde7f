import { randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import { Sequelize } from 'sequelize'
import { loadDemo } from '../demo/load.ts'
import { NOON, testServer } from '../test/harness/server.ts'
import { askedOf } from './asked.ts'
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
  const { day, visit, tap } = await askedOf(server)
  await bare.query('CREATE TABLE bench_peer (id uuid PRIMARY KEY, at timestamptz NOT NULL)')
  const row = (): Promise<unknown> =>
    bare.transaction((transaction) =>
      bare.query(`INSERT INTO bench_peer VALUES ('${randomUUID()}', now())`, { transaction }),
    )
  const peer = await measured(row)
  for (const [what, work] of [
    ['bench tap', tap],
    ['a visit', visit],
    ['the day', day],
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
