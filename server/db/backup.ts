import { createHash } from 'node:crypto'
import { JSONParser, TokenType } from '@streamparser/json'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { BadInput } from '../../contract/formats/problem.ts'
import { MODEL_VERSION } from '../../core/index.ts'
import { iso } from './documents.ts'
import { MIGRATION_NAMES, migrateDown, migrated, migrateUp } from './migrate.ts'
import { ownTables, type TableOf } from './tables.ts'

/*
 * etude.backup/1: {"format", "schema", "model", "at", "tables": {"name": [row, …]}, "sha256"}. The checksum is of the
 * tables as JSON without white space, so that a file that was cut or changed is seen. Both ways a few rows at a time:
 * a salon's photos do not have to fit into memory.
 */
const FORMAT = 'etude.backup/1'
/** The schema of files that do not name one: the last that was released before they did. */
const UNNAMED_SCHEMA = '007-dog-profile'
const ROWS_AT_ONCE = 200

type Row = Record<string, unknown>

/** What adds up to the checksum, and to the text of the tables: one writer for both ways. */
class TablesText {
  readonly #hash = createHash('sha256')
  #tables = 0
  #rows = 0
  table(name: string): string {
    const text = `${this.#tables === 0 ? '{' : ','}${JSON.stringify(name)}:[`
    this.#tables += 1
    this.#rows = 0
    return this.#add(text)
  }
  row(row: Row): string {
    const text = `${this.#rows === 0 ? '' : ','}${JSON.stringify(row)}`
    this.#rows += 1
    return this.#add(text)
  }
  closeTable = (): string => this.#add(']')
  close = (): string => this.#add(this.#tables === 0 ? '{}' : '}')
  sum = (): string => this.#hash.digest('hex')
  #add(text: string): string {
    this.#hash.update(text)
    return text
  }
}

/** One of the few things a backup file says, as they come. */
type Heard = { readonly field: string; readonly value: unknown } | { readonly table: string; readonly row: Row | null }

/** Reads a file as it arrives. @throws {BadInput} where it is no JSON */
async function* readBackup(chunks: AsyncIterable<Uint8Array | string>): AsyncGenerator<Heard> {
  const heard: Heard[] = []
  let failed: Error | null = null
  // Not '$.tables.*': what is to be told of whole is kept whole until then, row by row of a table of millions.
  const parser = new JSONParser({
    paths: ['$.format', '$.schema', '$.model', '$.at', '$.sha256', '$.tables.*.*'],
    keepStack: false,
  })
  parser.onValue = ({ value, key, stack }) => {
    // A row: root, tables, its table.
    if (stack.length === 3) heard.push({ table: String(stack[2]!.key ?? ''), row: value as unknown as Row })
    else heard.push({ field: String(key), value })
  }
  let depth = 0
  let word = ''
  let inTables = false
  let table: string | null = null
  // A table without rows is told of by its end alone.
  parser.onToken = ({ token, value }) => {
    if (token === TokenType.STRING) word = String(value)
    else if (token === TokenType.LEFT_BRACE || token === TokenType.LEFT_BRACKET) depth += 1
    else if (token === TokenType.COLON) {
      if (depth === 1) inTables = word === 'tables'
      if (depth === 2 && inTables) table = word
    } else if (token === TokenType.RIGHT_BRACE || token === TokenType.RIGHT_BRACKET) {
      depth -= 1
      if (depth !== 2 || table === null) return
      heard.push({ table, row: null })
      table = null
    }
  }
  parser.onError = (error) => {
    failed = error
  }
  for await (const chunk of chunks) {
    parser.write(chunk)
    if (failed) break
    yield* heard.splice(0)
  }
  if (failed || !parser.isEnded) throw new BadInput([{ path: '', value: null, expected: 'a whole JSON file' }])
  yield* heard.splice(0)
}

/** Everything in one file, photos too, and back into an empty database. */
export class BackupRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  /** All of it as of one moment, as text that comes bit by bit. */
  async *make(now: Date): AsyncGenerator<string> {
    const transaction = await this.#sequelize.transaction({ isolationLevel: 'REPEATABLE READ' as never })
    try {
      // Before an update it is the older schema that is written, and the file says so.
      const schema = (await migrated(this.#sequelize)).at(-1)
      const head = { format: FORMAT, schema, model: MODEL_VERSION, at: iso(now) }
      yield `${JSON.stringify(head).slice(0, -1)},"tables":`
      const text = new TablesText()
      for (const table of await ownTables(this.#sequelize, transaction)) {
        yield text.table(table.name)
        yield* this.#rowsOf(table, text, transaction)
        yield text.closeTable()
      }
      yield text.close()
      yield `,"sha256":"${text.sum()}"}`
    } finally {
      await transaction.rollback()
    }
  }

  async *#rowsOf({ name, key }: TableOf, text: TablesText, transaction: Transaction): AsyncGenerator<string> {
    const order = key.length > 0 ? ` ORDER BY ${key.join(', ')}` : ''
    await this.#sequelize.query(`DECLARE backup_rows CURSOR FOR SELECT row_to_json(t) AS row FROM ${name} t${order}`, {
      transaction,
    })
    for (;;) {
      const rows = await this.#sequelize.query<{ row: Row }>(`FETCH ${ROWS_AT_ONCE} FROM backup_rows`, {
        type: QueryTypes.SELECT,
        transaction,
      })
      if (rows.length === 0) break
      yield rows.map(({ row }) => text.row(row)).join('')
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
    const file = readBackup(chunks)
    const head = new Map<string, unknown>()
    let first: Heard | null = null
    for (;;) {
      const { value, done } = await file.next()
      if (done || 'table' in value) {
        first = done ? null : value
        break
      }
      head.set(value.field, value.value)
    }
    if (head.get('format') !== FORMAT)
      throw new BadInput([{ path: 'format', value: head.get('format') ?? null, expected: FORMAT }])
    const schema = String(head.get('schema') ?? UNNAMED_SCHEMA)
    if (!MIGRATION_NAMES.includes(schema))
      throw new BadInput([
        { path: 'schema', value: schema, expected: `one of ${MIGRATION_NAMES.join(', ')}: it is from a newer version` },
      ])
    await migrateDown(this.#sequelize)
    try {
      await migrateUp(this.#sequelize, schema)
      await this.#sequelize.transaction((transaction) => this.#take(first, file, head, transaction))
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

  async #take(
    first: Heard | null,
    file: AsyncGenerator<Heard>,
    head: Map<string, unknown>,
    transaction: Transaction,
  ): Promise<void> {
    // Bookings of then are not checked by the rules for new ones.
    await this.#sequelize.query(`SET LOCAL etude.restoring = 'yes'`, { transaction })
    const known = new Map((await ownTables(this.#sequelize, transaction)).map((table) => [table.name, table]))
    const text = new TablesText()
    let open: string | null = null
    let rows: Row[] = []
    const begin = (table: string): void => {
      if (open === table) return
      if (!known.has(table))
        throw new BadInput([
          { path: `tables.${table}`, value: table, expected: `one of ${[...known.keys()].join(', ')}` },
        ])
      text.table(table)
      open = table
    }
    const put = async (): Promise<void> => {
      if (open && rows.length > 0) await this.#insert(open, rows, transaction)
      rows = []
    }
    for (let heard: Heard | null = first; heard; heard = ((await file.next()).value as Heard | undefined) ?? null) {
      if ('field' in heard) head.set(heard.field, heard.value)
      else if (heard.row === null) {
        begin(heard.table)
        await put()
        text.closeTable()
        open = null
      } else {
        begin(heard.table)
        text.row(heard.row)
        rows.push(heard.row)
        if (rows.length >= ROWS_AT_ONCE) await put()
      }
    }
    text.close()
    if (text.sum() !== head.get('sha256'))
      throw new BadInput([
        {
          path: 'sha256',
          value: head.get('sha256') ?? null,
          expected: 'the checksum of its tables: the file was changed or cut',
        },
      ])
    for (const { name, counted } of known.values())
      if (counted)
        await this.#sequelize.query(
          `SELECT setval(pg_get_serial_sequence('${name}', '${counted}'), COALESCE((SELECT max(${counted}) FROM ${name}), 0) + 1, false)`,
          { transaction },
        )
  }

  /** Stock begins at nothing, because its ledger adds it up again. */
  async #insert(table: string, given: readonly Row[], transaction: Transaction): Promise<void> {
    const rows = table === 'products' ? given.map((row) => ({ ...row, stock_ml: 0 })) : given
    await this.#sequelize.query(
      `INSERT INTO ${table} OVERRIDING SYSTEM VALUE SELECT * FROM json_populate_recordset(NULL::${table}, $1)`,
      { bind: [JSON.stringify(rows)], transaction },
    )
  }
}
