import { fork } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { QueryTypes, Sequelize } from 'sequelize'
import type { Backups } from '../contract/api/backups.ts'
import { loadDemo } from '../demo/load.ts'
import { build, isBuilt, ROOT } from '../scripts/build.ts'
import { freePort } from '../scripts/postgres.ts'
import { NOON, testServer } from '../test/harness/server.ts'
import { askedOf } from './asked.ts'
import { median, ms, p95 } from './timing.ts'

/*
 * What a large salon asks of the server: ETUDE_TEST_DATABASE=postgres://... npm run bench:scale [dogs] [visits] [gigabytes of photos]
 * Dogs of the made-up salon with all their visits are copied, dated over twenty years, and visits that only the book knows
 * of are added up to so many; then the day, a dog's life, a
 * search and a tap are read. Beside each what it takes on the made-up salon alone, in the same run. At the end a server as it
 * is started makes a backup, brings it back and compares it, and its memory is watched.
 */
const DOGS = Number(process.argv[2] ?? 2000)
const LEAST_VISITS = Number(process.argv[3] ?? 0)
const PHOTO_GB = Number(process.argv[4] ?? 0)
const PHOTO_BYTES = 500_000
const RUNS = 25
const DAYS = 20 * 365
const IN_ONE = 250

/** In an order in which rows may refer to each other. */
const COPIED = ['clients', 'dogs', 'visits', 'assessments', 'scores', 'plans', 'goodbyes', 'worked'] as const
/** Columns whose ids are of what is copied too. */
const OF_COPIES = new Set(['id', 'client_id', 'dog_id', 'visit_id', 'assessment_id'])

/** Visits that were taken over from another book: when they were, and nothing that hands found. */
async function addVisits(): Promise<void> {
  const [there] = await bare.query<{ visits: number }>('SELECT count(*)::int AS visits FROM visits', {
    type: QueryTypes.SELECT,
  })
  const missing = LEAST_VISITS - there!.visits
  if (missing <= 0) return
  await bare.query(
    `WITH added AS (
       INSERT INTO visits (id, dog_id, starts_at, slot_minutes, station, person_id, arrival)
       SELECT gen_random_uuid(), dog_id, starts_at - make_interval(years => 20) - make_interval(days => k), slot_minutes,
         'gone', person_id, arrival
       FROM visits, generate_series(1, $1::int) k WHERE station = 'gone' LIMIT $2 RETURNING id)
     INSERT INTO assessments (id, visit_id, role) SELECT gen_random_uuid(), id, 'first' FROM added`,
    // Twice as often as is needed where every visit is over: of those to come there are none to copy.
    { bind: [2 * Math.ceil(missing / there!.visits), missing] },
  )
}

/** Pictures that cannot be made smaller, a few hundred to a statement. */
async function addPhotos(count: number): Promise<void> {
  const picture = randomBytes(PHOTO_BYTES - 16)
  for (let from = 0; from < count; from += IN_ONE)
    await bare.query(
      `INSERT INTO photos (id, visit_id, kind, type, bytes, taken_at)
       SELECT gen_random_uuid(), v.id, 'after', 'image/jpeg', $1::bytea || decode(md5(v.id::text), 'hex'), v.starts_at
       FROM (SELECT id, starts_at FROM visits WHERE station = 'gone' ORDER BY id OFFSET $2 LIMIT $3) v`,
      { bind: [picture, from % 1000, Math.min(IN_ONE, count - from)] },
    )
}

const LOOK_MS = 200
/** Resident memory of a process now and at the most, MB. */
const memoryOf = (pid: number): { now: number; most: number } => {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8')
  const mb = (name: string): number => Number(new RegExp(`${name}:\\s+(\\d+) kB`).exec(status)![1]) / 1e3
  return { now: mb('VmRSS'), most: mb('VmHWM') }
}

/** A backup by a server process of its own. */
async function backedUp(url: string): Promise<{ seconds: number; bytes: number; before: number; most: number }> {
  if (!isBuilt()) await build()
  const folder = mkdtempSync(join(tmpdir(), 'etude-scale-'))
  const port = await freePort()
  const child = fork(join(ROOT, 'dist', 'server.mjs'), {
    execArgv: ['--max-old-space-size=256'],
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: url, ETUDE_PORT: String(port), ETUDE_BACKUPS: folder },
  })
  try {
    await new Promise<void>((ready, failed) =>
      child.once('message', (message: { ready?: true; failed?: { message: string } }) =>
        message.ready ? ready() : failed(new Error(message.failed?.message)),
      ),
    )
    const api = `http://127.0.0.1:${port}/api/backups`
    const before = memoryOf(child.pid!).now
    const begun = performance.now()
    await fetch(api, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })
    for (;;) {
      await new Promise((then) => setTimeout(then, LOOK_MS))
      const { running, backups, failed } = (await (await fetch(api)).json()) as Backups
      if (failed) throw new Error(failed.why)
      if (!running && backups[0])
        return {
          seconds: (performance.now() - begun) / 1000,
          bytes: backups[0].bytes,
          before,
          most: memoryOf(child.pid!).most,
        }
    }
  } finally {
    child.kill()
    rmSync(folder, { recursive: true, force: true })
  }
}

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
  await addVisits()
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

  if (PHOTO_GB > 0) await addPhotos(Math.round((PHOTO_GB * 1e9) / PHOTO_BYTES))
  const { seconds, bytes, before, most } = await backedUp(server.url)
  console.log(
    `a backup made, brought back and compared by a server as it is started: ${seconds.toFixed(0)} s, ${(bytes / 1e6).toFixed(1)} MB; its memory ${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at the most`,
  )
} finally {
  await bare.close()
  await server.close()
}
