import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { ownTables } from '../db/tables.ts'

/** A table that holds something of an owner, and the condition by which its rows are found; `:client` is the owner's id. */
export interface KeptOf {
  readonly table: string
  readonly where: string
}

interface Refers {
  readonly table: string
  readonly column: string
  readonly to: string
  readonly key: string
}

/**
 * Where an owner is kept: the owner, their dogs, the visits of these and all that refers to any of it, asked of the
 * database, so that no table is forgotten. Those that are referred to come first.
 */
export async function keptOfOwner(sequelize: Sequelize, transaction: Transaction): Promise<KeptOf[]> {
  const refers = await sequelize.query<Refers>(
    `SELECT c.conrelid::regclass::text AS "table", a.attname AS "column", c.confrelid::regclass::text AS "to", k.attname AS key
     FROM pg_constraint c
     JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = c.conkey[1]
     JOIN pg_attribute k ON k.attrelid = c.confrelid AND k.attnum = c.confkey[1]
     -- Every reference to a row of the salon's own ends in whose it is.
     JOIN pg_attribute w ON w.attrelid = c.conrelid AND w.attnum = c.conkey[2] AND w.attname = 'salon'
     WHERE c.contype = 'f' AND array_length(c.conkey, 1) = 2 AND c.conrelid <> c.confrelid
       AND c.connamespace = 'public'::regnamespace
     ORDER BY 1, 2`,
    { type: QueryTypes.SELECT, transaction },
  )
  const kept = new Map<string, string>([['clients', 'id = :client']])
  for (const { name } of await ownTables(sequelize, transaction)) {
    const ways = refers.filter(({ table, to }) => table === name && kept.has(to))
    if (ways.length > 0)
      kept.set(
        name,
        ways.map(({ column, to, key }) => `${column} IN (SELECT ${key} FROM ${to} WHERE ${kept.get(to)})`).join(' OR '),
      )
  }
  return [...kept].map(([table, where]) => ({ table, where: `(${where})` }))
}

/** Ids under which the log speaks of an owner: of every row of theirs, and of entries that were made one with theirs. */
export async function idsOfOwner(
  sequelize: Sequelize,
  kept: readonly KeptOf[],
  client: string,
  transaction: Transaction,
): Promise<string[]> {
  const options = { type: QueryTypes.SELECT, transaction, replacements: { client } } as const
  const keyed = await sequelize.query<{ table: string }>(
    `SELECT table_name AS "table" FROM information_schema.columns
     WHERE table_schema = 'public' AND column_name = 'id' AND data_type = 'uuid'`,
    { type: QueryTypes.SELECT, transaction },
  )
  const hasId = new Set(keyed.map(({ table }) => table))
  const ids = new Set<string>()
  for (const { table, where } of kept)
    if (hasId.has(table))
      for (const { id } of await sequelize.query<{ id: string }>(`SELECT id FROM ${table} WHERE ${where}`, options))
        ids.add(id)
  for (let found = [...ids]; found.length > 0; ) {
    const merged = await sequelize.query<{ id: string }>(
      `SELECT change #>> '{other,id}' AS id FROM change_log WHERE action = 'merged' AND entity_id IN (:found)`,
      { type: QueryTypes.SELECT, transaction, replacements: { found } },
    )
    found = merged.map(({ id }) => id).filter((id) => !ids.has(id))
    for (const id of found) ids.add(id)
  }
  return [...ids]
}
