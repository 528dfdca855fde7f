import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'

/** What the migrations fill by themselves: it is there in an empty database, and is nobody's own. */
export const FILLED_BY_MIGRATIONS: readonly string[] = ['migrations', 'region_sides']

/** What is over in hours: it stands in no backup, and nobody is signed in by one. */
const PASSING: readonly string[] = ['sessions', 'invitations', 'tries']

export interface TableOf {
  readonly name: string
  /** Column whose values the database counts; it goes on counting after the highest. null where there is none. */
  readonly counted: string | null
  /** Columns of the primary key, for an order that stays. */
  readonly key: readonly string[]
}

/** Every table that holds the salon's own, asked of the database, in an order in which rows may refer to each other. */
export async function ownTables(sequelize: Sequelize, transaction?: Transaction): Promise<TableOf[]> {
  const options = { type: QueryTypes.SELECT, transaction: transaction ?? null } as const
  const tables = await sequelize.query<{ name: string; counted: string | null; key: string[] }>(
    `SELECT c.relname AS name,
       (SELECT a.attname FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attidentity <> '' LIMIT 1) AS counted,
       COALESCE((SELECT json_agg(a.attname ORDER BY array_position(i.indkey::int[], a.attnum::int))
         FROM pg_index i JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = ANY (i.indkey)
         WHERE i.indrelid = c.oid AND i.indisprimary), '[]') AS key
     FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'r' ORDER BY c.relname`,
    options,
  )
  const refers = await sequelize.query<{ table: string; to: string }>(
    `SELECT conrelid::regclass::text AS table, confrelid::regclass::text AS to FROM pg_constraint
     WHERE contype = 'f' AND conrelid <> confrelid`,
    options,
  )
  const waiting = new Map(
    tables
      .filter(({ name }) => !FILLED_BY_MIGRATIONS.includes(name) && !PASSING.includes(name))
      .map((t) => [t.name, t]),
  )
  const order: TableOf[] = []
  while (waiting.size > 0) {
    const next = [...waiting.values()].find(({ name }) => !refers.some((r) => r.table === name && waiting.has(r.to)))
    if (!next) throw new Error(`ownTables: ${[...waiting.keys()].join(', ')} refer to each other in a circle`)
    waiting.delete(next.name)
    order.push(next)
  }
  return order
}
