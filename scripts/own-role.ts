import { createHmac } from 'node:crypto'
import pg from 'pg'

/** Whom the application is to the database: it owns the salon's own, may make a database to try a backup in, and no more. */
export const SALON_ROLE = 'salon'

/** What any salon's role may do in the cluster: come in, and make a scratch database. */
export const SALON_MAY = 'LOGIN CREATEDB NOSUPERUSER NOCREATEROLE NOREPLICATION NOBYPASSRLS'

const SCHEMAS = ['public', 'jobs'] as const

/** The address by which the application comes in; its password follows from the cluster's own. */
export function asRole(clusterUrl: string, role = SALON_ROLE): string {
  const url = new URL(clusterUrl)
  const password = createHmac('sha256', url.password).update(role).digest('hex')
  url.username = role
  url.password = password
  return url.href
}

/**
 * Makes the role of the application where it is not there, and hands it what an earlier version made as the cluster's
 * superuser. Done again it changes nothing.
 * @param clusterUrl a database of the cluster, as its superuser
 * @returns the address by which the application comes in
 */
export async function ownRole(clusterUrl: string, role = SALON_ROLE): Promise<string> {
  const address = asRole(clusterUrl, role)
  const client = new pg.Client({ connectionString: clusterUrl })
  await client.connect()
  try {
    const name = client.escapeIdentifier(role)
    const { rowCount } = await client.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [role])
    const password = client.escapeLiteral(new URL(address).password)
    await client.query(`${rowCount ? 'ALTER' : 'CREATE'} ROLE ${name} ${SALON_MAY} PASSWORD ${password}`)
    const database = client.escapeIdentifier(new URL(clusterUrl).pathname.slice(1))
    await client.query(`ALTER DATABASE ${database} OWNER TO ${name}`)
    // Of several salons in one cluster each comes into its own database alone.
    await client.query(`REVOKE CONNECT, TEMPORARY ON DATABASE ${database} FROM PUBLIC`)
    const { rows } = await client.query<{ what: string }>(OTHERS, [role, SCHEMAS])
    for (const { what } of rows) await client.query(`ALTER ${what} OWNER TO ${name}`)
  } finally {
    await client.end()
  }
  return address
}

/** What is in our schemas and somebody else's. What belongs to a table, as its indexes and counters do, goes with it. */
const OTHERS = `
SELECT 'SCHEMA ' || quote_ident(nspname) AS what FROM pg_namespace
WHERE nspname = ANY ($2) AND nspname <> 'public' AND pg_get_userbyid(nspowner) <> $1
UNION ALL
SELECT CASE relkind WHEN 'S' THEN 'SEQUENCE ' WHEN 'v' THEN 'VIEW ' WHEN 'm' THEN 'MATERIALIZED VIEW ' ELSE 'TABLE ' END || c.oid::regclass
FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
WHERE n.nspname = ANY ($2) AND relkind IN ('r', 'p', 'v', 'm', 'S') AND pg_get_userbyid(relowner) <> $1
  AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = c.oid AND d.classid = 'pg_class'::regclass AND d.deptype IN ('a', 'i') AND relkind = 'S')
UNION ALL
SELECT 'ROUTINE ' || p.oid::regprocedure FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
WHERE n.nspname = ANY ($2) AND pg_get_userbyid(proowner) <> $1
UNION ALL
SELECT 'TYPE ' || t.oid::regtype FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
WHERE n.nspname = ANY ($2) AND typtype IN ('e', 'd') AND pg_get_userbyid(typowner) <> $1`
