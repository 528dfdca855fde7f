import { readdirSync, readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { Sequelize } from 'sequelize'
import { describe, expect, test } from 'vitest'
import { STATION_IDS } from '../../contract/api/stations.ts'
import {
  COAT_TYPE_IDS,
  EXPERIENCE_IDS,
  PRODUCT_KIND_IDS,
  RACK_KIND_IDS,
  REGION_SIDES,
  STYLE_IDS,
  TOOL_STATE_IDS,
  TREATMENT_IDS,
} from '../../core/index.ts'
import { makeDatabase, NOON, testServer } from '../../test/harness/server.ts'
import { Store } from '../store.ts'
import { migrateUp } from './migrate.ts'

const RELEASES = new URL('../../test/fixtures/releases/', import.meta.url)

describe('migrations', () => {
  test('are text that imports nothing, so that a released one never changes', () => {
    const folder = new URL('./migrations/', import.meta.url)
    const files = readdirSync(folder).filter((name) => name.endsWith('.ts'))
    expect(files.length).toBeGreaterThan(5)
    for (const name of files)
      expect(readFileSync(new URL(name, folder), 'utf8'), name).not.toMatch(/\bimport\b.*from|\$\{/)
  })

  const dumps = readdirSync(RELEASES).filter((name) => name.endsWith('.sql.gz'))
  test.each(dumps)('a database of %s comes up and is read', async (name) => {
    const { url, drop } = await makeDatabase()
    const old = new Sequelize(url, { logging: false })
    await old.query(gunzipSync(readFileSync(new URL(name, RELEASES))).toString())
    await old.close()
    const store = new Store(url, () => NOON)
    try {
      await store.migrate()
      const [visits] = (await store.query('SELECT id, dog_id FROM visits')) as [{ id: string; dog_id: string }[]]
      expect(visits.length).toBeGreaterThan(3)
      for (const { id, dog_id } of visits) {
        expect((await store.visits.read(id)).id).toBe(id)
        expect((await store.records.dog(dog_id)).id).toBe(dog_id)
      }
      const [plans] = (await store.query('SELECT id FROM plans')) as [{ id: string }[]]
      expect(plans.length).toBeGreaterThan(0)
      for (const { id } of plans) expect((await store.plans.read(id)).plan.regions).toHaveLength(REGION_SIDES.length)
    } finally {
      await store.close()
      await drop()
    }
  })
  test('rates of matting kept in the old measure are brought to the new', async () => {
    const { url, drop } = await makeDatabase()
    const sequelize = new Sequelize(url, { logging: false })
    try {
      await migrateUp(sequelize, '007-dog-profile')
      await sequelize.query(`INSERT INTO settings VALUES ('estimates', '{"matting.curly": 8, "rebook.most": 10}')`)
      const estimates = async (): Promise<unknown> => {
        const [[row]] = (await sequelize.query(`SELECT value FROM settings WHERE key = 'estimates'`)) as [
          { value: unknown }[],
          unknown,
        ]
        return row!.value
      }
      await migrateUp(sequelize)
      expect(await estimates()).toEqual({ 'matting.curly': 0.8, 'rebook.most': 10 })
    } finally {
      await sequelize.close()
      await drop()
    }
  })
  test('a database of a newer version is not opened by an older one, and is left as it is', async () => {
    const { url, drop } = await makeDatabase()
    const sequelize = new Sequelize(url, { logging: false })
    try {
      await migrateUp(sequelize)
      await sequelize.query("INSERT INTO migrations VALUES ('999-of-tomorrow')")
      await expect(migrateUp(sequelize)).rejects.toThrow(/newer version \(999-of-tomorrow\).*--restore/)
    } finally {
      await sequelize.close()
      await drop()
    }
  })
  test('there is a dump to start from', () => expect(dumps.length).toBeGreaterThan(0))

  test('the checks of the database are the lists of the core', async () => {
    const server = await testServer()
    try {
      const [rows] = (await server.store.query(
        `SELECT conrelid::regclass::text AS table, pg_get_constraintdef(oid) AS def FROM pg_constraint
         WHERE contype = 'c' AND connamespace = 'public'::regnamespace`,
      )) as [{ table: string; def: string }[]]
      const listed = new Map<string, string[]>()
      for (const { table, def } of rows) {
        const column = /^CHECK \(\((\w+) = ANY \(ARRAY\[/.exec(def)?.[1]
        if (column) listed.set(`${table}.${column}`, [...def.matchAll(/'([^']*)'::text/g)].map(([, id]) => id!).sort())
      }
      const expected: Record<string, readonly string[]> = {
        'people.experience': EXPERIENCE_IDS,
        'dogs.coat_type': COAT_TYPE_IDS,
        'visits.station': STATION_IDS,
        'plans.style': STYLE_IDS,
        'consents.answer_style': STYLE_IDS,
        'done_work.treatment': TREATMENT_IDS,
        'worked.treatment': TREATMENT_IDS,
        'products.kind': PRODUCT_KIND_IDS,
        'tools.kind': RACK_KIND_IDS,
        'tools.state': TOOL_STATE_IDS,
      }
      for (const [column, ids] of Object.entries(expected)) expect(listed.get(column), column).toEqual([...ids].sort())
      const [sides] = (await server.store.query('SELECT region, side FROM region_sides')) as [
        { region: string; side: string }[],
      ]
      expect(sides.map(({ region, side }) => `${region} ${side}`).sort()).toEqual(
        REGION_SIDES.map(({ region, side }) => `${region} ${side ?? ''}`).sort(),
      )
    } finally {
      await server.close()
    }
  })
})
