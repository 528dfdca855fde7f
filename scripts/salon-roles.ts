import { randomBytes } from 'node:crypto'
import PgBoss from 'pg-boss'
import { QueryTypes, type Sequelize } from 'sequelize'
import { connect } from '../server/db/client.ts'
import { migrateUp } from '../server/db/migrate.ts'
import { emptyTables } from '../server/db/tables.ts'
import { queuesOf } from '../server/jobs.ts'
import { SALON_MAY } from './own-role.ts'
import { Told } from './said.ts'

/*
 * Several salons in one database. Its owner makes the tables; the servers of each salon sign in by a role of their own, to
 * which the database shows and lets change the rows of that salon alone (row-level security).
 */
const NAME = /^[a-z][a-z0-9_]{2,40}$/
const quoted = (name: string): string => `"${name}"`

export interface SharingSalon {
  readonly name: string
  readonly madeAt: Date
}

async function asOwner<T>(databaseUrl: string, work: (sequelize: Sequelize) => Promise<T>): Promise<T> {
  const sequelize = connect(databaseUrl)
  try {
    return await work(sequelize)
  } finally {
    await sequelize.close()
  }
}

async function namesIn(sequelize: Sequelize): Promise<SharingSalon[]> {
  const [made] = await sequelize.query<{ salons: boolean }>(
    "SELECT to_regclass('public.salons') IS NOT NULL AS salons",
    { type: QueryTypes.SELECT },
  )
  // A database that no salon was added to yet.
  if (!made!.salons) return []
  return sequelize.query<SharingSalon>(
    'SELECT role AS name, made_at AS "madeAt" FROM salons WHERE role IS NOT NULL ORDER BY role',
    { type: QueryTypes.SELECT },
  )
}

/** What a salon's role may do: rows of tables that know whose each is; the rest it reads, or does not see. */
async function grant(sequelize: Sequelize, name: string): Promise<void> {
  const role = quoted(name)
  const tables = await sequelize.query<{ name: string }>(
    `SELECT oid::regclass::text AS name FROM pg_class
     WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' AND relrowsecurity`,
    { type: QueryTypes.SELECT },
  )
  await sequelize.query(
    `GRANT USAGE ON SCHEMA public TO ${role};
     GRANT SELECT ON migrations, region_sides TO ${role};
     GRANT SELECT, INSERT, UPDATE, DELETE ON ${tables.map((table) => table.name).join(', ')} TO ${role}`,
  )
}

/**
 * Brings the database up, for all of its salons at once. Their servers are stopped meanwhile.
 * @param databaseUrl as its owner @returns the migrations made
 */
export const updateSalons = (databaseUrl: string): Promise<string[]> =>
  asOwner(databaseUrl, async (sequelize) => {
    const made = await migrateUp(sequelize)
    for (const { name } of await namesIn(sequelize)) await grant(sequelize, name)
    return made
  })

export const listSalons = (databaseUrl: string): Promise<SharingSalon[]> => asOwner(databaseUrl, namesIn)

/**
 * A salon more in the database.
 * @param databaseUrl as its owner, who may make roles
 * @returns the address by which its servers come in; the password in it is kept nowhere
 * @throws {Told} for a name that is none, or is taken
 */
export async function addSalon(databaseUrl: string, name: string): Promise<string> {
  if (!NAME.test(name))
    throw new Told(`salons add: got "${name}", expected 3 to 41 small letters, digits and _, a letter first`)
  await updateSalons(databaseUrl)
  const address = new URL(databaseUrl)
  address.username = name
  address.password = randomBytes(24).toString('hex')
  const role = quoted(name)
  const database = quoted(address.pathname.slice(1))
  await asOwner(databaseUrl, async (sequelize) => {
    const [there] = await sequelize.query('SELECT 1 FROM pg_roles WHERE rolname = $1', {
      bind: [name],
      type: QueryTypes.SELECT,
    })
    if (there) throw new Told(`salons add: there is a role ${name} in this cluster already`)
    await sequelize.transaction(async (transaction) => {
      await sequelize.query(
        `CREATE ROLE ${role} ${SALON_MAY} PASSWORD '${address.password}';
         REVOKE CONNECT, TEMPORARY ON DATABASE ${database} FROM PUBLIC;
         REVOKE CREATE ON SCHEMA public FROM PUBLIC;
         GRANT CONNECT, CREATE ON DATABASE ${database} TO ${role}`,
        { transaction },
      )
      await sequelize.query('INSERT INTO salons (role) VALUES ($1)', { bind: [name], transaction })
    })
    await grant(sequelize, name)
    // Its queues are made once, by itself; afterwards it makes nothing more in this database.
    const schema = queuesOf(address.href, true)
    const boss = new PgBoss({ connectionString: address.href, max: 1, schema, supervise: false, schedule: false })
    await boss.start()
    await boss.stop({ graceful: false })
    await sequelize.query(`REVOKE CREATE ON DATABASE ${database} FROM ${role}`)
  })
  return address.href
}

/**
 * Takes a salon out with all that is its own. Its servers are stopped before.
 * @throws {Told} where it is not there
 */
export const removeSalon = (databaseUrl: string, name: string): Promise<void> =>
  asOwner(databaseUrl, async (sequelize) => {
    const [salon] = await sequelize.query<{ id: string }>('SELECT id FROM salons WHERE role = $1', {
      bind: [name],
      type: QueryTypes.SELECT,
    })
    if (!salon) throw new Told(`salons remove: there is no ${name}; ./etude salons list names them`)
    await emptyTables(sequelize, salon.id)
    const role = quoted(name)
    await sequelize.transaction(async (transaction) => {
      await sequelize.query('DELETE FROM salons WHERE id = $1', { bind: [salon.id], transaction })
      await sequelize.query(
        `DROP SCHEMA IF EXISTS ${quoted(queuesOf(`postgres://${name}@x/`, true))} CASCADE;
         DROP OWNED BY ${role}; DROP ROLE ${role}`,
        { transaction },
      )
    })
  })
