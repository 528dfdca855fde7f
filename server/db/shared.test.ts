import { randomBytes, randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { QueryTypes, Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { type AnyEndpoint, type Named, paramsSchema, pathOf } from '../../contract/api/endpoint.ts'
import { ENDPOINTS } from '../../contract/api/index.ts'
import { addSalon, listSalons, removeSalon, updateSalons } from '../../scripts/salon-roles.ts'
import { makeDemoDatabase } from '../../test/harness/demo.ts'
import { sampleOf } from '../../test/harness/sampled.ts'
import { clusterUrl, makeDatabase, NOON, serverOn, type TestServer } from '../../test/harness/server.ts'
import { BackupKeeper } from '../backups/keeper.ts'
import { ChangeFeed } from '../changes/feed.ts'
import { queuesOf, startJobs } from '../jobs.ts'
import { Store } from '../store.ts'
import { MIGRATION_NAMES } from './migrate.ts'

/*
 * Several salons in one database: Walnut Yard, with the dogs of the made-up salon, and Harbour Row, which tries to come to
 * them by everything it can ask for. What the database's owner sees is held against both.
 */
const suffix = randomBytes(4).toString('hex')
const WALNUT = `walnut_${suffix}`
const HARBOUR = `harbour_${suffix}`

let owner: Sequelize
let url: string
let drop: () => Promise<void>
let walnut: string
let harbour: string
/** What Walnut Yard has: its rows as text, the ids in them, links that were sent to its owners. */
const theirs = { text: '', ids: [] as string[], tokens: [] as string[], words: [] as string[] }

const rows = <T extends object>(sql: string): Promise<T[]> => owner.query<T>(sql, { type: QueryTypes.SELECT })
const tables = async (): Promise<string[]> =>
  (
    await rows<{ name: string }>(
      `SELECT c.relname AS name FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'salon'
       WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' ORDER BY 1`,
    )
  ).map(({ name }) => name)
async function textOf(role: string): Promise<string> {
  const [salon] = await rows<{ id: string }>(`SELECT id FROM salons WHERE role = '${role}'`)
  const texts = await Promise.all(
    (await tables()).map(async (name) => {
      const [row] = await rows<{ text: string }>(
        `SELECT COALESCE(string_agg(t::text, E'\\n' ORDER BY t::text), '') AS text FROM ${name} t WHERE salon = '${salon!.id}'`,
      )
      return `${name}\n${row!.text}`
    }),
  )
  return texts.join('\n').replaceAll(salon!.id, '')
}

async function* pieces(text: readonly string[]): AsyncGenerator<string> {
  yield* text
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}/g

beforeAll(async () => {
  const database = await makeDatabase()
  ;({ url, drop } = database)
  owner = new Sequelize(url, { logging: false })
  walnut = await addSalon(url, WALNUT)
  harbour = await addSalon(url, HARBOUR)

  const demo = await makeDemoDatabase(NOON)
  const madeUp = new Store(demo.url, () => NOON)
  const backup: string[] = []
  for await (const piece of madeUp.backup.make(NOON)) backup.push(piece)
  await madeUp.close()
  await demo.drop()
  const store = new Store(walnut, () => NOON)
  expect(await store.migrate()).toEqual([])
  await store.backup.restore(pieces(backup))
  expect((await store.salon.read()).name).toBe('Walnut Yard')
  // Counted on after what came in, though the role may not set a counter itself.
  await store.salon.setPrices((await store.salon.read()).prices, null)
  await store.close()

  theirs.text = await textOf(WALNUT)
  theirs.ids = [...new Set(theirs.text.match(UUID))]
  theirs.tokens = (await rows<{ link: string }>("SELECT link FROM outbox WHERE link <> ''")).map(
    ({ link }) => link.split('/').at(-1)!,
  )
  theirs.words = (
    await rows<{ word: string }>("SELECT name AS word FROM clients UNION SELECT phone FROM clients WHERE phone <> ''")
  ).map(({ word }) => word)
}, 300_000)
afterAll(async () => {
  await owner.close()
  await drop()
  const admin = new Sequelize(clusterUrl(), { logging: false })
  for (const role of [WALNUT, HARBOUR]) await admin.query(`DROP ROLE IF EXISTS ${role}`)
  await admin.close()
})

describe('the tables', () => {
  test('each says whose its rows are, shows them to nobody else, and has keys and references within one salon', async () => {
    const own = await tables()
    expect(own.length).toBeGreaterThan(35)
    const all = (
      await rows<{ name: string }>(
        "SELECT relname AS name FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind = 'r'",
      )
    ).map(({ name }) => name)
    expect(all.filter((name) => !own.includes(name)).sort()).toEqual(['migrations', 'region_sides', 'salons'])
    const guarded = await rows<{ name: string }>(
      `SELECT c.relname AS name FROM pg_class c JOIN pg_policy p ON p.polrelid = c.oid
       WHERE c.relrowsecurity AND p.polcmd = '*' AND p.polpermissive AND p.polwithcheck IS NOT NULL AND p.polroles = '{0}'`,
    )
    expect(guarded.map(({ name }) => name).sort()).toEqual(own)
    const keys = await rows<{ name: string; def: string }>(
      `SELECT conname AS name, pg_get_constraintdef(oid) AS def FROM pg_constraint
       WHERE connamespace = 'public'::regnamespace AND contype IN ('p', 'u', 'f')
         AND conrelid NOT IN ('migrations'::regclass, 'region_sides'::regclass, 'salons'::regclass)
         AND confrelid <> 'region_sides'::regclass`,
    )
    expect(keys.length).toBeGreaterThan(80)
    expect(keys.filter(({ def }) => !/, salon\)/.test(def))).toEqual([])
    expect(keys.filter(({ def }) => /REFERENCES/.test(def) && !/REFERENCES \w+\(.*, salon\)/.test(def))).toEqual([])
  })
})

describe('a statement of one salon', () => {
  let mine: Sequelize
  beforeAll(() => {
    mine = new Sequelize(harbour, { logging: false })
  })
  afterAll(() => mine.close())

  test('sees, changes and takes out nothing of another’s, in any table', async () => {
    for (const name of await tables()) {
      const [row] = await mine.query<{ there: number }>(`SELECT count(*)::int AS there FROM ${name}`, {
        type: QueryTypes.SELECT,
      })
      expect(row!.there, name).toBe(0)
      const [, changed] = await mine.query(`UPDATE ${name} SET salon = salon`).catch((error: Error) => {
        // What is only ever added to is not changed by anybody.
        expect(error.message, name).toMatch(/only ever added to/)
        return [null, { rowCount: 0 }]
      })
      expect((changed as { rowCount: number }).rowCount, name).toBe(0)
      await mine.transaction(async (transaction) => {
        await mine.query("SET LOCAL etude.leaving = 'yes'", { transaction })
        const [, gone] = await mine.query(`DELETE FROM ${name}`, { transaction })
        expect((gone as { rowCount: number }).rowCount, name).toBe(0)
      })
      await expect(mine.query(`TRUNCATE ${name}`), name).rejects.toThrow(/permission denied/)
    }
    expect(await textOf(WALNUT)).toBe(theirs.text)
  })
  test('puts no row into another’s, and refers to none of its rows', async () => {
    const [{ id: salon }] = (await rows<{ id: string }>(`SELECT id FROM salons WHERE role = '${WALNUT}'`)) as [
      { id: string },
    ]
    await expect(
      mine.query(`INSERT INTO clients (id, name, salon) VALUES ('${randomUUID()}', 'X', '${salon}')`),
    ).rejects.toThrow(/row-level security/)
    const [{ id: client }] = (await rows<{ id: string }>(
      `SELECT id FROM clients WHERE salon = '${salon}' LIMIT 1`,
    )) as [{ id: string }]
    await expect(
      mine.query(
        `INSERT INTO dogs (id, client_id, name, breed, coat_type) VALUES ('${randomUUID()}', '${client}', 'X', '', 'curly')`,
      ),
    ).rejects.toThrow(/foreign key/)
    // An id that another salon has too is no news of it.
    await mine.query(`INSERT INTO clients (id, name) VALUES ('${client}', 'X')`)
    await mine.query(`DELETE FROM clients WHERE id = '${client}'`)
    expect(await textOf(WALNUT)).toBe(theirs.text)
  })
  test('is nobody else’s by any setting, role or function', async () => {
    for (const statement of [
      'SELECT * FROM salons',
      `SET ROLE ${WALNUT}`,
      'SET row_security = off; SELECT * FROM clients',
      'ALTER TABLE clients DISABLE ROW LEVEL SECURITY',
      'DROP POLICY own_salon ON clients',
      'CREATE TABLE public.mine ()',
      "UPDATE migrations SET name = 'x'",
      "SELECT setval('change_log_id_seq', 1)",
      `SELECT * FROM jobs_${WALNUT}.job`,
    ])
      await expect(mine.query(statement), statement).rejects.toThrow(
        /permission denied|must be owner|row-level security/,
      )
    await mine.query(`SET SESSION "etude.salon" = 'x'`)
    const [row] = await mine.query<{ there: number }>('SELECT count(*)::int AS there FROM clients', {
      type: QueryTypes.SELECT,
    })
    expect(row!.there).toBe(0)
  })
})

/** Where many ids might stand in a path, one of each kind that Walnut Yard has. */
async function pathIds(): Promise<string[]> {
  const names = [
    'visits',
    'assessments',
    'plans',
    'dogs',
    'clients',
    'people',
    'products',
    'tools',
    'patterns',
    'photos',
    'consents',
    'learnt',
    'taken_numbers',
    'waiting',
    'days_off',
    'feeds',
  ]
  const found = await Promise.all(
    names.map((name) =>
      rows<{ id: string }>(
        `SELECT id FROM ${name} WHERE salon = (SELECT id FROM salons WHERE role = '${WALNUT}') LIMIT 1`,
      ),
    ),
  )
  return found.flatMap(([row]) => (row ? [row.id] : []))
}

const FIELDS: Readonly<Record<string, string>> = {
  personId: 'people',
  dogId: 'dogs',
  productId: 'products',
  visitId: 'visits',
  clientId: 'clients',
  ownerId: 'people',
  scorerId: 'people',
}

interface Answered {
  readonly endpoint: string
  readonly status: number
  readonly text: string
}

/** Asks every endpoint for what Walnut Yard has, by each of its ids. */
async function askedOf(server: TestServer, which: (endpoint: Named<AnyEndpoint>) => boolean): Promise<Answered[]> {
  const ids = await pathIds()
  const byTable = new Map<string, string>()
  for (const name of new Set(Object.values(FIELDS)))
    byTable.set(
      name,
      (
        await rows<{ id: string }>(
          `SELECT id FROM ${name} WHERE salon = (SELECT id FROM salons WHERE role = '${WALNUT}') LIMIT 1`,
        )
      )[0]!.id,
    )
  const answers: Answered[] = []
  for (const endpoint of ENDPOINTS.filter((one) => one.kind !== 'live' && which(one))) {
    const names = Object.keys(paramsSchema(endpoint)?.shape ?? {})
    const inPath = names.includes('id') ? ids : names.includes('token') ? theirs.tokens.slice(0, 3) : ['']
    for (const value of inPath) {
      const params = Object.fromEntries(
        names.map((name) => [name, { id: value, token: value, table: 'dogs', device: 'scale' }[name]!]),
      )
      const filling = { now: NOON, id: (name: string) => byTable.get(FIELDS[name] ?? '') ?? randomUUID() }
      const body = endpoint.kind === 'write' && endpoint.takes ? sampleOf(endpoint.takes, filling) : undefined
      const query = endpoint.kind === 'read' && endpoint.query ? (sampleOf(endpoint.query, filling) as object) : {}
      const asked = new URLSearchParams(Object.entries(query).map(([key, one]) => [key, String(one)]))
      const path = `/api${pathOf(endpoint, params)}${asked.size > 0 ? `?${asked}` : ''}`
      const response = await server.send(endpoint.method.toUpperCase(), path, body)
      const text = await response.text()
      // What was asked with is no news to who asks.
      const asking = `${path} ${JSON.stringify(body ?? '')}`
      const news = text.replaceAll(UUID, (id) => (asking.includes(id) ? '' : id))
      answers.push({ endpoint: `${endpoint.method} ${endpoint.path}`, status: response.status, text: news })
    }
  }
  return answers
}

const tells = (text: string): boolean =>
  theirs.words.some((word) => text.includes(word)) || theirs.ids.some((id) => text.includes(id))

describe('what a salon’s server is asked', () => {
  test('by every endpoint and id: nothing of another salon comes, nothing of it changes', async () => {
    // Asked of Walnut Yard itself the very same questions tell a great deal.
    const at = await serverOn({ url: walnut, drop: () => Promise.resolve() })
    const own = await askedOf(at, ({ kind }) => kind !== 'write')
    await at.close()
    const told = new Set(
      own.filter(({ status, text }) => status === 200 && tells(text)).map(({ endpoint }) => endpoint),
    )
    expect(told.size).toBeGreaterThan(15)

    const server = await serverOn({ url: harbour, drop: () => Promise.resolve() })
    try {
      await server.store.salon.found('Harbour Row', [], false)
      const answers = await askedOf(server, ({ kind }) => kind !== 'write')
      answers.push(...(await askedOf(server, ({ kind, subject }) => kind === 'write' && subject !== 'access')))
      for (const { endpoint, status, text } of answers) {
        expect(status, `${endpoint}: ${text.slice(0, 300)}`).toBeLessThan(500)
        expect(
          theirs.words.filter((word) => text.includes(word)),
          endpoint,
        ).toEqual([])
        expect(
          theirs.ids.filter((id) => text.includes(id)),
          endpoint,
        ).toEqual([])
      }
      // It did not stay at refusals of what was sent.
      const reached = answers.filter(({ status }) => status !== 422)
      expect(reached.length).toBeGreaterThan(answers.length / 2)
      expect(answers.filter(({ status }) => status === 200).length).toBeGreaterThan(60)
    } finally {
      await server.close()
    }
    expect(await textOf(WALNUT)).toBe(theirs.text)
  })
})

describe('a salon that shares its database', () => {
  const silent = pino({ enabled: false })
  const nothing = (): Promise<void> => Promise.resolve()

  test('backs up what is its own, which comes back elsewhere; leaves the made-up salon; takes only a backup of this version', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'etude-shared-'))
    const store = new Store(harbour, () => NOON)
    try {
      const { name } = await store.salon.read()
      expect(name).not.toBe('Walnut Yard')
      const backups = new BackupKeeper(store, harbour, folder, () => NOON)
      await backups.make()
      expect((await backups.list()).backups).toHaveLength(1)
      const text: string[] = []
      for await (const piece of store.backup.make(NOON)) text.push(piece)
      expect(tells(text.join(''))).toBe(false)
      await store.startOver()
      expect(await textOf(HARBOUR)).toBe((await tables()).map((name) => `${name}\n`).join('\n'))
      expect(await textOf(WALNUT)).toBe(theirs.text)
      const older = text.join('').replace(/"schema":"[^"]*"/, `"schema":"${MIGRATION_NAMES.at(-2)}"`)
      await expect(store.backup.restore(pieces([older]))).rejects.toThrow(/a database of its own/)
      await store.backup.restore(pieces(text))
      expect((await store.salon.read()).name).toBe(name)
    } finally {
      await store.close()
      rmSync(folder, { recursive: true, force: true })
    }
  })
  test('is told of its own changes alone, and has its own queues', async () => {
    const told: string[][] = [[], []]
    const feeds = [walnut, harbour].map((address, i) => {
      const feed = ChangeFeed.open(address, silent)
      feed.listen(({ subjects }) => told[i]!.push(...subjects))
      return feed
    })
    const work = { tidy: nothing, backup: nothing, learn: nothing, remind: nothing }
    const jobs = await Promise.all([walnut, harbour].map((address) => startJobs(address, 'UTC', work, silent, true)))
    try {
      // Said over and over: they may not listen yet.
      const says = (i: number, subject: string) => (): string[] => {
        feeds[i]!.tell([subject], null, null)
        return told[i]!
      }
      await expect.poll(says(0, 'rack')).toContain('rack')
      await expect.poll(says(1, 'shelf')).toContain('shelf')
      expect(new Set(told[0])).toEqual(new Set(['rack']))
      expect(new Set(told[1])).toEqual(new Set(['shelf']))
      for (const address of [walnut, harbour]) {
        const [queue] = await rows<{ queues: number }>(
          `SELECT count(*)::int AS queues FROM ${queuesOf(address, true)}.queue`,
        )
        expect(queue!.queues).toBeGreaterThan(3)
      }
    } finally {
      await Promise.all([...jobs.map((one) => one.stop()), ...feeds.map((one) => one.close())])
    }
  })
  test('is brought up with the others by the database’s owner, and comes no earlier', async () => {
    const last = MIGRATION_NAMES.at(-1)!
    const store = new Store(harbour, () => NOON)
    try {
      await owner.query(`DELETE FROM migrations WHERE name = '${last}'`)
      await expect(store.migrate()).rejects.toThrow(/shared by several salons.*salons update/)
    } finally {
      await owner.query(`INSERT INTO migrations (name) VALUES ('${last}')`)
    }
    // A role that may read it, and is none of its salons.
    await owner.query(`UPDATE salons SET role = 'somebody_else' WHERE role = '${HARBOUR}'`)
    try {
      await expect(store.migrate()).rejects.toThrow(/no salon of it/)
    } finally {
      await owner.query(`UPDATE salons SET role = '${HARBOUR}' WHERE role = 'somebody_else'`)
      await store.close()
    }
    expect(await updateSalons(url)).toEqual([])
    await expect(addSalon(url, HARBOUR)).rejects.toThrow(/already/)
    await expect(addSalon(url, 'Robert"; DROP')).rejects.toThrow(/small letters/)
    expect((await listSalons(url)).map(({ name }) => name)).toEqual([HARBOUR, WALNUT])
  })
  test('goes whole, its role with it, and the others stay', async () => {
    await removeSalon(url, HARBOUR)
    expect((await listSalons(url)).map(({ name }) => name)).toEqual([WALNUT])
    const gone = new Sequelize(harbour, { logging: false })
    await expect(gone.query('SELECT 1')).rejects.toThrow(/authentication failed|does not exist/)
    await gone.close()
    expect(await textOf(WALNUT)).toBe(theirs.text)
    await expect(removeSalon(url, HARBOUR)).rejects.toThrow(/there is no/)
  })
})
