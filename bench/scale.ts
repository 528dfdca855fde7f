import { performance } from 'node:perf_hooks'
import { QueryTypes, Sequelize } from 'sequelize'
import { loadDemo } from '../demo/load.ts'
import { NOON, testServer } from '../test/harness/server.ts'
import { askedOf } from './asked.ts'
import { median, ms, p95 } from './timing.ts'

/*
 * What a large salon asks of the server: ETUDE_TEST_DATABASE=postgres://... npm run bench:scale [dogs]
 * Dogs of the made-up salon with all their visits are copied, dated over twenty years; then the day, a dog's life, a
 * search and a tap are read, and a backup is made, brought back and compared. Beside each read what it takes on the
 * made-up salon alone, in the same run.
 */
const DOGS = Number(process.argv[2] ?? 2000)
const RUNS = 25
const DAYS = 20 * 365
const IN_ONE = 250

/** In an order in which rows may refer to each other. */
const COPIED = ['clients', 'dogs', 'visits', 'assessments', 'scores', 'plans', 'goodbyes', 'worked'] as const
/** Columns whose ids are of what is copied too. */
const OF_COPIES = new Set(['id', 'client_id', 'dog_id', 'visit_id', 'assessment_id'])

const server = await testServer()
const bare = new Sequelize(server.url, { logging: false })

const VISITS = "SELECT id FROM visits WHERE dog_id IN (:dogs) AND station = 'gone'"
const LOOKS = `SELECT id FROM assessments WHERE visit_id IN (${VISITS})`
/** The rows of the dogs that are copied. */
const OF_DOG: Readonly<Record<(typeof COPIED)[number], string>> = {
  clients: 'id IN (SELECT client_id FROM dogs WHERE id IN (:dogs))',
  dogs: 'id IN (:dogs)',
  visits: `id IN (${VISITS})`,
  assessments: `visit_id IN (${VISITS})`,
  scores: `assessment_id IN (${LOOKS})`,
  plans: `assessment_id IN (${LOOKS})`,
  goodbyes: `visit_id IN (${VISITS})`,
  worked: `visit_id IN (${VISITS})`,
}

/** One statement that copies a table's rows of some dogs, once for each number from :from to :to. */
async function copyOf(table: (typeof COPIED)[number]): Promise<string> {
  const columns = await bare.query<{ name: string; type: string }>(
    `SELECT column_name AS name, data_type AS type FROM information_schema.columns
     WHERE table_schema = 'public' AND table_name = '${table}' AND is_generated = 'NEVER' AND is_identity = 'NO'`,
    { type: QueryTypes.SELECT },
  )
  const values = columns.map(({ name, type }) => {
    if (type === 'uuid' && OF_COPIES.has(name)) return `md5(t.${name}::text || ':' || k)::uuid`
    if (name === 'next_visit_id') return 'NULL'
    if (table === 'dogs' && name === 'name') return `t.name || ' ' || k`
    if (name === 'starts_at') return `t.starts_at - make_interval(days => 1 + k * 7919 % ${DAYS})`
    return `t.${name}`
  })
  return `INSERT INTO ${table} (${columns.map(({ name }) => name).join(', ')})
    SELECT ${values.join(', ')} FROM ${table} t, generate_series(:from::int, :to::int) k WHERE ${OF_DOG[table]}`
}

/** How long each run took, ms; the first left out because it still warms up. */
async function times(work: () => Promise<unknown>): Promise<number[]> {
  await work()
  const all: number[] = []
  for (let i = 0; i < RUNS; i++) {
    const start = performance.now()
    await work()
    all.push(performance.now() - start)
  }
  return all
}

try {
  await loadDemo(server.store, NOON)
  const { day, visit, life, search, tap } = await askedOf(server)
  const WORK = {
    'the day': day,
    'a visit': visit,
    'a dog and its life': life,
    'a search by the first letters': search,
    'a tap on the bench': tap,
  }
  const small = new Map<string, number[]>()
  for (const [what, work] of Object.entries(WORK)) small.set(what, await times(work))

  const start = performance.now()
  const dogs = (
    await bare.query<{ id: string }>(
      `SELECT dog_id AS id FROM visits WHERE station = 'gone' GROUP BY dog_id HAVING count(*) >= 3 ORDER BY dog_id`,
      { type: QueryTypes.SELECT },
    )
  ).map(({ id }) => id)
  const rounds = Math.ceil(DOGS / dogs.length)
  for (let from = 1; from <= rounds; from += IN_ONE)
    for (const table of COPIED)
      await bare.query(await copyOf(table), {
        replacements: { dogs, from, to: Math.min(rounds, from + IN_ONE - 1) },
      })
  await bare.query('ANALYZE')
  const [size] = await bare.query<{ dogs: string; visits: string; scores: string; bytes: string }>(
    `SELECT (SELECT count(*) FROM dogs) AS dogs, (SELECT count(*) FROM visits) AS visits,
       (SELECT count(*) FROM scores) AS scores, pg_database_size(current_database()) AS bytes`,
    { type: QueryTypes.SELECT },
  )
  console.log(
    `${size!.dogs} dogs, ${size!.visits} visits, ${size!.scores} scored places, ${(Number(size!.bytes) / 1e6).toFixed(0)} MB; copied in ${((performance.now() - start) / 1000).toFixed(0)} s`,
  )
  for (const [what, work] of Object.entries(WORK)) {
    const [few, many] = [small.get(what)!, await times(work)]
    console.log(
      `${what}: median ${ms(median(many))}, 95th percentile ${ms(p95(many))}; on the made-up salon alone ${ms(median(few))}, ratio ${(median(many) / median(few)).toFixed(1)}`,
    )
  }

  let most = 0
  const watch = setInterval(() => {
    most = Math.max(most, process.memoryUsage.rss())
  }, 50)
  const before = process.memoryUsage.rss()
  const begun = performance.now()
  await server.backups.make()
  clearInterval(watch)
  const { backups } = await server.backups.list()
  console.log(
    `a backup made, brought back and compared: ${((performance.now() - begun) / 1000).toFixed(0)} s, ${(backups[0]!.bytes / 1e6).toFixed(1)} MB; memory ${(before / 1e6).toFixed(0)} MB before, ${(most / 1e6).toFixed(0)} MB at the most`,
  )
} finally {
  await bare.close()
  await server.close()
}
