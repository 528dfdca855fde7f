import { randomBytes } from 'node:crypto'
import { Sequelize } from 'sequelize'
import type { TestProject } from 'vitest/node'

declare module 'vitest' {
  interface ProvidedContext {
    /** What this run's shared databases begin their names with. */
    sharedDatabases: string
  }
}

/** Before the tests of a project: names what they may share; after them drops it. */
export default function setup({ provide }: TestProject): () => Promise<void> {
  const prefix = `etude_shared_${randomBytes(6).toString('hex')}_`
  provide('sharedDatabases', prefix)
  return async () => {
    const cluster = process.env.ETUDE_TEST_DATABASE
    if (!cluster) return
    const admin = new Sequelize(cluster, { logging: false })
    const [made] = (await admin.query('SELECT datname FROM pg_database WHERE starts_with(datname, :prefix)', {
      replacements: { prefix },
    })) as [{ datname: string }[], unknown]
    for (const { datname } of made) await admin.query(`DROP DATABASE IF EXISTS ${datname} WITH (FORCE)`)
    await admin.close()
  }
}
