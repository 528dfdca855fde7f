import { createHash } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import { BadInput } from '../../contract/formats/problem.ts'
import { MODEL_VERSION } from '../../core/index.ts'
import { iso } from './documents.ts'

/** Every table that holds the salon's own, in the order in which rows may refer to each other. */
const TABLES = [
  'settings',
  'people',
  'clients',
  'dogs',
  'visits',
  'assessments',
  'scores',
  'plans',
  'done_work',
  'consents',
  'outbox',
  'products',
  'stock_moves',
  'baths',
  'dryings',
  'drying_readings',
  'tools',
  'bench_events',
  'goodbyes',
  'worked',
  'photos',
  'change_log',
] as const
/** Tables whose ids the database counts; it goes on counting after the highest. */
const COUNTED = ['stock_moves', 'change_log'] as const

interface Backup {
  readonly format: 'etude.backup/1'
  readonly model: string
  readonly at: string
  readonly tables: Readonly<Record<string, readonly Record<string, unknown>[]>>
  /** Of the tables as JSON, so that a file that was cut or changed is seen. */
  readonly sha256: string
}

const checksum = (tables: Backup['tables']): string => createHash('sha256').update(JSON.stringify(tables)).digest('hex')

/** Everything in one file, photos too, and back into an empty database. */
export class BackupRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  /** All of it as of one moment. */
  async make(now: Date): Promise<Backup> {
    return this.#sequelize.transaction(
      { isolationLevel: 'REPEATABLE READ' as never },
      async (transaction): Promise<Backup> => {
        const tables: Record<string, Record<string, unknown>[]> = {}
        for (const table of TABLES) {
          const order = (COUNTED as readonly string[]).includes(table) ? ' ORDER BY id' : ''
          const rows = await this.#sequelize.query<{ row: Record<string, unknown> }>(
            `SELECT row_to_json(t) AS row FROM ${table} t${order}`,
            { type: QueryTypes.SELECT, transaction },
          )
          tables[table] = rows.map(({ row }) => row)
        }
        return { format: 'etude.backup/1', model: MODEL_VERSION, at: iso(now), tables, sha256: checksum(tables) }
      },
    )
  }

  /**
   * Puts a backup into a database that holds nothing yet, all or nothing. Stock is added up anew from its ledger.
   * @throws {BadInput} for a file that is no backup, was changed, or a salon that is there already
   */
  async restore(file: unknown): Promise<void> {
    const backup = file as Partial<Backup> | null
    if (backup?.format !== 'etude.backup/1' || typeof backup.tables !== 'object' || backup.tables === null)
      throw new BadInput([{ path: 'format', value: backup?.format ?? null, expected: 'etude.backup/1' }])
    const { tables, sha256 } = backup as Backup
    if (checksum(tables) !== sha256)
      throw new BadInput([
        { path: 'sha256', value: sha256, expected: 'the checksum of its tables: the file was changed or cut' },
      ])
    await this.#sequelize.transaction(async (transaction) => {
      for (const table of TABLES) {
        const [{ there }] = (await this.#sequelize.query(`SELECT EXISTS (SELECT 1 FROM ${table}) AS there`, {
          type: QueryTypes.SELECT,
          transaction,
        })) as [{ there: boolean }]
        if (there) throw new BadInput([{ path: table, value: 'rows', expected: 'an empty database to restore into' }])
      }
      for (const table of TABLES) {
        const given = tables[table] ?? []
        const rows = table === 'products' ? given.map((row) => ({ ...row, stock_ml: 0 })) : given
        if (rows.length === 0) continue
        await this.#sequelize.query(
          `INSERT INTO ${table} OVERRIDING SYSTEM VALUE SELECT * FROM json_populate_recordset(NULL::${table}, $1)`,
          { bind: [JSON.stringify(rows)], transaction },
        )
      }
      for (const table of COUNTED)
        await this.#sequelize.query(
          `SELECT setval(pg_get_serial_sequence('${table}', 'id'), COALESCE((SELECT max(id) FROM ${table}), 0) + 1, false)`,
          { transaction },
        )
    })
  }
}
