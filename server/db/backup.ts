import { createHash } from 'node:crypto'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { BadInput } from '../../contract/formats/problem.ts'
import { MODEL_VERSION } from '../../core/index.ts'
import { type BackupFile, BackupText, changed, readBackup } from './backup-file.ts'
import { iso } from './documents.ts'
import { MIGRATION_NAMES, migrateDown, migrated, migrateUp } from './migrate.ts'
import { ownsTables, ownTables, type TableOf } from './tables.ts'

/** The schema of files that do not name one: the last that was released before they did. */
const UNNAMED_SCHEMA = '007-dog-profile'
const ROWS_AT_ONCE = 200
/** And no more text than about this, characters: a picture is a thousand times a score. */
const TEXT_AT_ONCE = 2_000_000

/** Has the database count on after the highest that came in. */
type CountOn = (sequelize: Sequelize, tables: readonly TableOf[], transaction: Transaction) => Promise<void>

const countOn: CountOn = async (sequelize, tables, transaction) => {
  for (const { name, counted } of tables)
    if (counted)
      await sequelize.query(
        `SELECT setval(pg_get_serial_sequence('${name}', '${counted}'), COALESCE((SELECT max(${counted}) FROM ${name}), 0) + 1, false)`,
        { transaction },
      )
}
const countOnForAll: CountOn = async (sequelize, _, transaction) => {
  await sequelize.query('SELECT etude_count_on()', { transaction })
}

/** Everything in one file, photos too, and back into an empty database. */
export class BackupRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  /**
   * All of it as of one moment, as text that comes bit by bit.
   * @param onDigest hears at the end what `digest` gives of that very moment
   */
  async *make(now: Date, onDigest?: (digest: string) => void): AsyncGenerator<string> {
    const transaction = await this.#sequelize.transaction({ isolationLevel: 'REPEATABLE READ' as never })
    try {
      // Before an update it is the older schema that is written, and the file says so.
      const schema = (await migrated(this.#sequelize)).at(-1)
      const text = new BackupText()
      yield text.head({ schema, model: MODEL_VERSION, at: iso(now) })
      for (const table of await ownTables(this.#sequelize, transaction)) {
        yield text.table(table.name)
        for await (const rows of this.#rowsOf(table, transaction)) yield text.rows(rows)
        yield text.closeTable()
      }
      yield text.close()
      onDigest?.(await this.digest(transaction))
    } finally {
      await transaction.rollback()
    }
  }

  /**
   * What all rows of all tables come down to, reckoned where they lie: two databases that hold the same give the same. Two
   * sums of 64 bits over the rows of a table, in whatever order they come, so that it takes no more room for millions.
   */
  async digest(transaction?: Transaction): Promise<string> {
    const all = createHash('sha256')
    for (const { name, columns } of await ownTables(this.#sequelize, transaction)) {
      const [row] = await this.#sequelize.query<{ rows: string }>(
        // OFFSET 0: made into text once, not for each of the sums.
        `SELECT concat_ws(' ', count(*), sum(hashtextextended(row, 1)), sum(hashtextextended(row, 2))) AS rows
         FROM (SELECT t::text AS row FROM (SELECT ${columns.join(', ')} FROM ${name}) t OFFSET 0) r`,
        { type: QueryTypes.SELECT, transaction: transaction ?? null },
      )
      all.update(`${name} ${row!.rows}\n`)
    }
    return all.digest('hex')
  }

  /** Rows as JSON, some at a time. */
  async *#rowsOf({ name, key, columns }: TableOf, transaction: Transaction): AsyncGenerator<string[]> {
    const order = key.length > 0 ? ` ORDER BY ${key.join(', ')}` : ''
    await this.#sequelize.query(
      `DECLARE backup_rows CURSOR FOR SELECT row_to_json(t)::text AS row FROM (SELECT ${columns.join(', ')} FROM ${name}) t${order}`,
      { transaction },
    )
    // Nothing is known of them yet: more at a time only as long as they are small.
    let atOnce = 1
    for (;;) {
      const fetched = await this.#sequelize.query<{ row: string }>(`FETCH ${atOnce} FROM backup_rows`, {
        type: QueryTypes.SELECT,
        transaction,
      })
      if (fetched.length === 0) break
      const rows = fetched.map(({ row }) => row)
      yield rows
      const each = rows.reduce((sum, { length }) => sum + length, 0) / rows.length
      atOnce = Math.max(1, Math.min(ROWS_AT_ONCE, 2 * atOnce, Math.round(TEXT_AT_ONCE / each)))
    }
    await this.#sequelize.query('CLOSE backup_rows', { transaction })
  }

  /**
   * Puts a backup into a database that holds nothing yet, all or nothing: into the schema it was written with, which the
   * migrations then bring up. Stock is added up anew from its ledger.
   * @throws {BadInput} for a file that is no backup, was changed, comes from a newer version, or a salon that is there
   */
  async restore(chunks: AsyncIterable<Uint8Array | string>): Promise<void> {
    await this.#isEmpty()
    const file = await readBackup(chunks)
    const schema = String(file.head.schema ?? UNNAMED_SCHEMA)
    if (!MIGRATION_NAMES.includes(schema))
      throw new BadInput([
        { path: 'schema', value: schema, expected: `one of ${MIGRATION_NAMES.join(', ')}: it is from a newer version` },
      ])
    const take = (countOn: CountOn): Promise<void> =>
      this.#sequelize.transaction((transaction) => this.#take(file, countOn, transaction))
    if (!(await ownsTables(this.#sequelize))) {
      // Other salons live in these tables: they are not made anew for one.
      if (schema !== MIGRATION_NAMES.at(-1))
        throw new BadInput([
          {
            path: 'schema',
            value: schema,
            expected: `${MIGRATION_NAMES.at(-1)}: restore it into a database of its own, and back that up`,
          },
        ])
      return take(countOnForAll)
    }
    await migrateDown(this.#sequelize)
    try {
      await migrateUp(this.#sequelize, schema)
      await take(countOn)
    } finally {
      await migrateUp(this.#sequelize)
    }
  }

  async #isEmpty(): Promise<void> {
    for (const { name } of await ownTables(this.#sequelize)) {
      const [{ there }] = (await this.#sequelize.query(`SELECT EXISTS (SELECT 1 FROM ${name}) AS there`, {
        type: QueryTypes.SELECT,
      })) as [{ there: boolean }]
      if (there) throw new BadInput([{ path: name, value: 'rows', expected: 'an empty database to restore into' }])
    }
  }

  async #take({ rows: heard }: BackupFile, goOn: CountOn, transaction: Transaction): Promise<void> {
    // Bookings of then are not checked by the rules for new ones.
    await this.#sequelize.query(`SET LOCAL etude.restoring = 'yes'`, { transaction })
    // A third of the time goes into making long documents small; where the quicker way is to be had, a tenth.
    await this.#sequelize.query(
      `SELECT set_config(name, 'lz4', true) FROM pg_settings WHERE name = 'default_toast_compression' AND 'lz4' = ANY (enumvals)`,
      { transaction },
    )
    const known = new Map((await ownTables(this.#sequelize, transaction)).map((table) => [table.name, table]))
    let rows: string[] = []
    let long = 0
    const put = async (table: TableOf): Promise<void> => {
      if (rows.length > 0) await this.#insert(table, rows, transaction)
      rows = []
      long = 0
    }
    for await (const { table: name, row } of heard) {
      const table = known.get(name)
      if (!table)
        throw new BadInput([
          { path: `tables.${name}`, value: name, expected: `one of ${[...known.keys()].join(', ')}` },
        ])
      if (row !== null) {
        rows.push(row)
        long += row.length
      }
      if (row === null || rows.length >= ROWS_AT_ONCE || long >= TEXT_AT_ONCE) await put(table)
    }
    await goOn(this.#sequelize, [...known.values()], transaction)
  }

  async #insert({ name, columns, salons }: TableOf, rows: readonly string[], transaction: Transaction): Promise<void> {
    // Stock begins at nothing, because its ledger adds it up again.
    const values = columns.map((column) => (name === 'products' && column === 'stock_ml' ? '0' : column))
    // Asked once, not for each row.
    const [whose, salon] = salons ? [', salon', ', (SELECT etude_salon())'] : ['', '']
    try {
      await this.#sequelize.query(
        `INSERT INTO ${name} (${columns.join(', ')}${whose}) OVERRIDING SYSTEM VALUE
         SELECT ${values.join(', ')}${salon} FROM jsonb_populate_recordset(NULL::${name}, $1)`,
        { bind: [`[${rows.join()}]`], transaction },
      )
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code ?? ''
      throw UNFIT.test(code) ? changed(null) : error
    }
  }
}

/** What the database says of values that are none, or that do not go together. */
const UNFIT = /^2[23]/
