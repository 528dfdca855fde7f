import { Sequelize } from 'sequelize'
import { inject } from 'vitest'
import { loadDemo } from '../../demo/load.ts'
import { Store } from '../../server/store.ts'
import { atDatabase, clusterUrl, type Database, makeDatabase, NOON, serverOn, type TestServer } from './server.ts'

/** So that two files that begin together load the salon once; any number that nothing else locks. */
const LOCK = 7_305_119

/**
 * The demo salon as a database to copy: loading it by its own path takes twenty seconds, a copy a fraction of one. The
 * first of a run that asks makes it.
 * @returns its name
 */
async function demoTemplate(now: Date): Promise<string> {
  const name = `${inject('sharedDatabases')}${now.toISOString().slice(0, 10).replaceAll('-', '')}`
  const admin = new Sequelize(clusterUrl(), { logging: false })
  try {
    return await admin.transaction(async (transaction) => {
      await admin.query(`SELECT pg_advisory_xact_lock(${LOCK})`, { transaction })
      const [there] = await admin.query('SELECT 1 FROM pg_database WHERE datname = :name', { replacements: { name } })
      if (there.length > 0) return name
      // Under another name until all of it is there: a loading that fails is not taken for one.
      const loading = `${name}_loading`
      await admin.query(`DROP DATABASE IF EXISTS ${loading} WITH (FORCE)`)
      await admin.query(`CREATE DATABASE ${loading}`)
      const store = new Store(atDatabase(loading), () => now)
      try {
        await store.migrate()
        await loadDemo(store, now)
      } finally {
        await store.close()
      }
      await admin.query(`ALTER DATABASE ${loading} RENAME TO ${name}`)
      return name
    })
  } finally {
    await admin.close()
  }
}

/** A database of its own that holds the demo salon as loaded at `now`. */
export const makeDemoDatabase = async (now: Date): Promise<Database> => makeDatabase(await demoTemplate(now))

/** The application on a demo salon of its own, at the tests' noon. */
export const demoServer = async (): Promise<TestServer> => serverOn(await makeDemoDatabase(NOON))
