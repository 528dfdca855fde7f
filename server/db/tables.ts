import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'

/** What the migrations fill by themselves: it is there in an empty database, and is nobody's own. */
export const FILLED_BY_MIGRATIONS: readonly string[] = ['migrations', 'region_sides', 'salons']

/** What is over in hours: it stands in no backup, and nobody is signed in by one. */
const PASSING: readonly string[] = ['sessions', 'invitations', 'challenges', 'tries']

export interface TableOf {
  readonly name: string
  /** Column whose values the database counts; it goes on counting after the highest. null where there is none. */
  readonly counted: string | null
  /** Columns of the primary key, for an order that stays. */
  readonly key: readonly string[]
  /** All columns but the one that says whose salon it is: that is another in another database. */
  readonly columns: readonly string[]
  /** Whether it has that one: before several salons could be in a database, none did. */
  readonly salons: boolean
}

/** Every table that a backup holds, asked of the database, in an order in which rows may refer to each other. */
export async function ownTables(sequelize: Sequelize, transaction?: Transaction): Promise<TableOf[]> {
  return (await allTables(sequelize, transaction)).filter(({ name }) => !PASSING.includes(name))
}

/** Every table that holds the salon's own, what is over in hours with them. */
async function allTables(sequelize: Sequelize, transaction?: Transaction): Promise<TableOf[]> {
  const options = { type: QueryTypes.SELECT, transaction: transaction ?? null } as const
  const tables = await sequelize.query<TableOf>(
    `SELECT c.relname AS name,
       (SELECT a.attname FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attidentity <> '' LIMIT 1) AS counted,
       COALESCE((SELECT json_agg(a.attname ORDER BY array_position(i.indkey::int[], a.attnum::int))
         FROM pg_index i JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = ANY (i.indkey)
         WHERE i.indrelid = c.oid AND i.indisprimary AND a.attname <> 'salon'), '[]') AS key,
       (SELECT json_agg(a.attname ORDER BY a.attnum) FROM pg_attribute a
         WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attname <> 'salon') AS columns,
       EXISTS (SELECT 1 FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attname = 'salon') AS salons
     FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'r' ORDER BY c.relname`,
    options,
  )
  const refers = await sequelize.query<{ table: string; to: string }>(
    `SELECT conrelid::regclass::text AS table, confrelid::regclass::text AS to FROM pg_constraint
     WHERE contype = 'f' AND conrelid <> confrelid`,
    options,
  )
  const waiting = new Map(tables.filter(({ name }) => !FILLED_BY_MIGRATIONS.includes(name)).map((t) => [t.name, t]))
  const order: TableOf[] = []
  while (waiting.size > 0) {
    const next = [...waiting.values()].find(({ name }) => !refers.some((r) => r.table === name && waiting.has(r.to)))
    if (!next) throw new Error(`allTables: ${[...waiting.keys()].join(', ')} refer to each other in a circle`)
    waiting.delete(next.name)
    order.push(next)
  }
  return order
}

/**
 * Takes out all that is a salon's own, what is only ever added to with it; other salons in the database stay.
 * @param salon its id
 */
export async function emptyTables(sequelize: Sequelize, salon: string): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    await sequelize.query(`SET LOCAL etude.leaving = 'yes'`, { transaction })
    for (const { name } of (await allTables(sequelize, transaction)).toReversed())
      await sequelize.query(`DELETE FROM ${name} WHERE salon = $1`, { bind: [salon], transaction })
  })
}

/**
 * Writes every table anew, without what was deleted or blanked in it: until then that lies readable in the database's files,
 * in samples that its statistics took too. Nobody reads a table while it is written.
 */
export async function rewriteTables(sequelize: Sequelize): Promise<void> {
  for (const { name } of await allTables(sequelize)) await sequelize.query(`VACUUM (FULL, ANALYZE) ${name}`)
  await sequelize.query('VACUUM FULL pg_catalog.pg_statistic')
}

/** Whether the tables are ours to change; they are not to a salon that shares them with others. */
export async function ownsTables(sequelize: Sequelize): Promise<boolean> {
  const [row] = await sequelize.query<{ owns: boolean }>(
    `SELECT pg_has_role(session_user, relowner, 'MEMBER') AS owns FROM pg_class WHERE oid = to_regclass('public.migrations')`,
    { type: QueryTypes.SELECT },
  )
  // Where there are none yet, whoever makes them owns them.
  return row?.owns ?? true
}

/** The salon that this database is to whoever signed in; null for who is none of its salons. */
export async function salonHere(sequelize: Sequelize): Promise<string | null> {
  const [row] = await sequelize.query<{ salon: string | null }>('SELECT etude_salon() AS salon', {
    type: QueryTypes.SELECT,
  })
  return row!.salon
}
