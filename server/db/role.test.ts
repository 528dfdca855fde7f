import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { Sequelize } from 'sequelize'
import { expect, test } from 'vitest'
import { ownRole } from '../../scripts/own-role.ts'
import { clusterUrl, makeDatabase, NOON } from '../../test/harness/server.ts'
import { BackupKeeper } from '../backups/keeper.ts'
import { startJobs } from '../jobs.ts'
import { Store } from '../store.ts'

const nothing = (): Promise<void> => Promise.resolve()

test('of two salons in one cluster neither comes into the other’s database, and what one serves is its own', async () => {
  const admin = new Sequelize(clusterUrl(), { logging: false })
  const names = ['Walnut Yard', 'Harbour Row'].map((name) => ({
    name,
    role: `salon_${randomBytes(4).toString('hex')}`,
  }))
  const salons = await Promise.all(
    names.map(async ({ name, role }) => {
      const database = await makeDatabase()
      return { name, role, drop: database.drop, address: await ownRole(database.url, role) }
    }),
  )
  try {
    for (const { address, name } of salons) {
      const store = new Store(address, () => NOON)
      await store.migrate()
      await store.salon.found(name, [], false)
      expect((await store.salon.read()).name).toBe(name)
      await store.close()
    }
    const [mine, theirs] = salons as [(typeof salons)[0], (typeof salons)[0]]
    const across = new URL(mine.address)
    across.pathname = new URL(theirs.address).pathname
    const stolen = new Sequelize(across.href, { logging: false })
    await expect(stolen.query('SELECT * FROM settings')).rejects.toThrow(/permission denied for database/)
    await stolen.close()
    // Nor by any other way that a statement has: a link to another database asks to be a superuser.
    const own = new Sequelize(mine.address, { logging: false })
    await expect(own.query('CREATE EXTENSION dblink')).rejects.toThrow(/permission denied|not available|could not open/)
    await expect(own.query(`SET ROLE ${theirs.role}`)).rejects.toThrow(/permission denied to set role/)
    await own.close()
  } finally {
    for (const { drop, role } of salons) {
      await drop()
      await admin.query(`DROP ROLE IF EXISTS ${role}`)
    }
    await admin.close()
  }
})

test('the application is not the cluster’s superuser, and works all the same, on a database that the superuser made', async () => {
  const { url, drop } = await makeDatabase()
  const role = `salon_${randomBytes(4).toString('hex')}`
  const folder = mkdtempSync(join(tmpdir(), 'etude-role-'))
  const admin = new Sequelize(clusterUrl(), { logging: false })
  const jobsOf = (address: string) =>
    startJobs(
      address,
      'UTC',
      { tidy: nothing, backup: nothing, learn: nothing, remind: nothing },
      pino({ enabled: false }),
    )
  try {
    // As an earlier version left it.
    const before = new Store(url, () => NOON)
    await before.migrate()
    await before.salon.found('Walnut Yard', [], false)
    await before.close()
    await (await jobsOf(url)).stop()

    const address = await ownRole(url, role)
    expect(await ownRole(url, role)).toBe(address)
    const store = new Store(address, () => NOON)
    try {
      const [[who]] = (await store.query(
        'SELECT rolsuper, rolcreaterole, rolbypassrls FROM pg_roles WHERE rolname = current_user',
      )) as [[object]]
      expect(who).toEqual({ rolsuper: false, rolcreaterole: false, rolbypassrls: false })
      expect((await store.salon.read()).name).toBe('Walnut Yard')
      await expect(store.query("SELECT pg_read_file('/etc/passwd')")).rejects.toThrow(/permission denied/)
      // All that an update, a backup with its trial in a scratch database, and the queues need.
      const backups = new BackupKeeper(store, address, folder, () => NOON)
      await backups.make()
      expect((await backups.list()).backups).toHaveLength(1)
      await store.startOver()
      await (await jobsOf(address)).stop()
    } finally {
      await store.close()
    }
  } finally {
    await drop()
    await admin.query(`DROP ROLE IF EXISTS ${role}`)
    await admin.close()
    rmSync(folder, { recursive: true, force: true })
  }
})
