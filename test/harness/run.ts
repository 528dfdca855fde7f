import { randomBytes } from 'node:crypto'
import { Sequelize } from 'sequelize'
import type { TestProject } from 'vitest/node'

declare module 'vitest' {
  interface ProvidedContext {
    /** What this run's shared databases begin their names with. */
    sharedDatabases: string
  }
}

/** Drops what was shared under these names. */
export async function dropShared(cluster: string, prefix: string): Promise<void> {
  const admin = new Sequelize(cluster, { logging: false })
  const [made] = (await admin.query('SELECT datname FROM pg_database WHERE starts_with(datname, :prefix)', {
    replacements: { prefix },
  })) as [{ datname: string }[], unknown]
  for (const { datname } of made) await admin.query(`DROP DATABASE IF EXISTS ${datname} WITH (FORCE)`)
  await admin.close()
}

export const sharedPrefix = (): string => `etude_shared_${randomBytes(6).toString('hex')}_`

/** Before the tests of a project: names what they may share, with other projects too where the run names it; after them drops it. */
export default function setup({ provide }: TestProject): () => Promise<void> {
  const { ETUDE_TEST_SHARED: ofRun, ETUDE_TEST_DATABASE: cluster } = process.env
  const prefix = ofRun ?? sharedPrefix()
  provide('sharedDatabases', prefix)
  return async () => {
    if (cluster && ofRun === undefined) await dropShared(cluster, prefix)
  }
}
