import { strToU8, zipSync } from 'fflate'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { archivePage } from '../../contract/words/archive-page.ts'
import { CannotErase, NotFound } from '../db/errors.ts'
import { logChange } from '../db/log.ts'
import { ClientRow } from '../db/models/index.ts'
import { removeRows } from '../db/remove.ts'
import { BLANK, blanked, blankedText } from './blank.ts'
import { idsOfOwner, type KeptOf, keptOfOwner } from './kept-of.ts'

type Row = Record<string, unknown>

/** Columns that are a secret of the house, and nothing of the owner's. */
const SECRETS = ['token_hash', 'search']
/** Words and pictures through and through: nothing of them stays. */
const GONE = ['outbox', 'photos', 'consents', 'reminders', 'waiting'] as const
const FORMAT = 'etude.owner/1'

interface Column {
  readonly table: string
  readonly column: string
  readonly type: 'text' | 'jsonb'
}

/** What an owner may ask of a salon: to be given all that is kept of them, and to be forgotten. */
export class OwnerRightsRepo {
  readonly #sequelize: Sequelize
  readonly #now: () => Date
  constructor(sequelize: Sequelize, now: () => Date) {
    this.#sequelize = sequelize
    this.#now = now
  }

  /**
   * Every row that refers to the owner, every line of the log about one, every picture, and a page to read: a ZIP file.
   * @throws {NotFound}
   */
  archive(clientId: string): Promise<{ name: string; zip: Uint8Array }> {
    return this.#sequelize.transaction(async (t) => {
      const client = await this.#client(clientId, t)
      const kept = await keptOfOwner(this.#sequelize, t)
      const tables: Record<string, Row[]> = {}
      for (const { table, where } of kept)
        tables[table] = await this.#rows(
          `SELECT to_jsonb(x) - ARRAY[:secrets] - 'bytes' - 'salon' AS row FROM ${table} x WHERE ${where}`,
          clientId,
          t,
        )
      tables.outbox = (await this.#messages(client, kept, t)).map(({ row }) => row)
      const ids = await idsOfOwner(this.#sequelize, kept, clientId, t)
      tables.change_log = (
        await this.#sequelize.query<{ row: Row }>(
          "SELECT to_jsonb(x) - 'salon' AS row FROM change_log x WHERE entity_id IN (:ids) ORDER BY id",
          { type: QueryTypes.SELECT, transaction: t, replacements: { ids } },
        )
      ).map(({ row }) => row)
      const photos = await this.#sequelize.query<{ id: string; type: string; bytes: Buffer | null }>(
        `SELECT id, type, bytes FROM photos WHERE removed_at IS NULL AND ${conditionOf(kept, 'photos')}`,
        { type: QueryTypes.SELECT, transaction: t, replacements: { client: clientId } },
      )
      const at = this.#now().toISOString()
      const pictures = photos.flatMap(({ id, type, bytes }) =>
        bytes ? [[`photos/${id}.${type.split('/')[1]}`, new Uint8Array(bytes)] as const] : [],
      )
      return {
        name: client.name,
        zip: zipSync({
          'owner.json': strToU8(JSON.stringify({ format: FORMAT, at, tables }, null, 2)),
          'page.html': strToU8(archivePage({ at, tables, pictures: pictures.map(([name]) => name) })),
          ...Object.fromEntries(pictures),
        }),
      }
    })
  }

  /**
   * Forgets an owner, all or nothing: messages, links, pictures and the owner's yes in words go; of visits, scores, plans
   * and the bench the figures stay, without a name or a word.
   * @param name as it stands in the book, said again by who asks for it
   * @throws {CannotErase} where the name is another, or a visit is ahead or under way
   */
  erase(clientId: string, name: string, actorId: string | null): Promise<{ blanked: number; removed: number }> {
    return this.#sequelize.transaction(async (t) => {
      const client = await this.#client(clientId, t)
      if (client.name.trim() !== name.trim())
        throw new CannotErase(`got the name "${name}", expected the owner's as it stands in the book`)
      await this.#nothingAhead(clientId, t)
      return this.#forget(client, actorId, t)
    })
  }

  /** Ids of all who were forgotten. */
  async forgotten(): Promise<string[]> {
    const rows = await this.#sequelize.query<{ id: string }>(
      'SELECT id FROM clients WHERE erased_at IS NOT NULL ORDER BY erased_at, id',
      { type: QueryTypes.SELECT },
    )
    return rows.map(({ id }) => id)
  }

  /** Forgets again who came back with an older backup; who is not in it, or forgotten in it already, is passed over. */
  eraseAgain(clientId: string): Promise<void> {
    return this.#sequelize.transaction(async (t) => {
      const client = await ClientRow.findOne({ where: { id: clientId, erasedAt: null }, transaction: t, lock: true })
      if (client) await this.#forget(client, null, t)
    })
  }

  /**
   * Forgets whose dogs were not here since a day and are not in the book.
   * @returns false for who came or was booked meanwhile, or is forgotten already
   */
  forgetUnseen(clientId: string, since: Date): Promise<boolean> {
    return this.#sequelize.transaction(async (t) => {
      const [unseen] = await unseenSince(this.#sequelize, since, this.#now(), t, clientId)
      const client = unseen && (await ClientRow.findByPk(clientId, { transaction: t, lock: true }))
      if (!client || client.erasedAt) return false
      await this.#forget(client, null, t, 'not-kept')
      return true
    })
  }

  async #forget(
    client: ClientRow,
    actorId: string | null,
    t: Transaction,
    action: 'erased' | 'not-kept' = 'erased',
  ): Promise<{ blanked: number; removed: number }> {
    const clientId = client.id
    const kept = await keptOfOwner(this.#sequelize, t)
    await this.#sequelize.query(`SET LOCAL etude.erasing = 'yes'`, { transaction: t })
    const ids = await idsOfOwner(this.#sequelize, kept, clientId, t)
    const messages = await this.#messages(client, kept, t)
    let removed = await removeRows(
      this.#sequelize,
      'outbox',
      'id IN (:ids)',
      { ids: [NOBODY, ...messages.map(({ id }) => id)] },
      t,
    )
    for (const table of GONE)
      if (table !== 'outbox')
        removed += await removeRows(this.#sequelize, table, conditionOf(kept, table), { client: clientId }, t)
    const left = kept.filter(({ table }) => !GONE.includes(table as (typeof GONE)[number]))
    const gone = await this.#blank(left, clientId, t)
    // The hash of a link that was never given out, to each its own.
    await this.#sequelize.query(
      `UPDATE asked_before SET token_hash = encode(sha256(gen_random_uuid()::text::bytea), 'hex')
       WHERE ${conditionOf(kept, 'asked_before')}`,
      { transaction: t, replacements: { client: clientId } },
    )
    await this.#sequelize.query(`UPDATE change_log SET change = '{}' WHERE entity_id IN (:ids)`, {
      transaction: t,
      replacements: { ids },
    })
    await this.#sequelize.query(`UPDATE dogs SET papers = '[]' WHERE client_id = :client`, {
      transaction: t,
      replacements: { client: clientId },
    })
    await this.#sequelize.query(
      `UPDATE clients SET name = :blank, phone = '', second_phone = '', email = '', note = '', erased_at = :at
         WHERE id = :client`,
      { transaction: t, replacements: { client: clientId, blank: BLANK, at: this.#now() } },
    )
    // What was learnt names the dogs it was learnt from; it is learnt anew at night.
    await this.#sequelize.query('UPDATE learnt SET doc = NULL, at = NULL', { transaction: t })
    await logChange({ actorId, entity: 'client', entityId: clientId, action, change: {} }, t)
    return { blanked: gone, removed }
  }

  async #client(id: string, transaction: Transaction): Promise<ClientRow> {
    const row = await ClientRow.findOne({ where: { id, erasedAt: null }, transaction, lock: true })
    if (!row) throw new NotFound('client', id)
    return row
  }

  async #nothingAhead(client: string, transaction: Transaction): Promise<void> {
    const [ahead] = await this.#sequelize.query<{ name: string; station: string }>(
      `SELECT d.name, v.station FROM visits v JOIN dogs d ON d.id = v.dog_id
       WHERE d.client_id = :client AND v.called_off IS NULL AND v.station <> 'gone'
         AND (v.station <> 'expected' OR v.starts_at > :now) ORDER BY v.starts_at LIMIT 1`,
      { type: QueryTypes.SELECT, transaction, replacements: { client, now: this.#now() } },
    )
    if (ahead)
      throw new CannotErase(
        ahead.station === 'expected'
          ? `${ahead.name} is in the book for a visit to come: call it off first`
          : `${ahead.name} is in the salon: say goodbye first`,
      )
  }

  async #rows(sql: string, client: string, transaction: Transaction): Promise<Row[]> {
    const rows = await this.#sequelize.query<{ row: Row }>(sql, {
      type: QueryTypes.SELECT,
      transaction,
      replacements: { client, secrets: SECRETS },
    })
    return rows.map(({ row }) => row)
  }

  /** Messages to the owner: those about a yes refer to it, the others only bear a name and a number. */
  #messages(client: ClientRow, kept: readonly KeptOf[], transaction: Transaction): Promise<{ id: string; row: Row }[]> {
    const phones = [client.phone, client.secondPhone].filter((phone) => phone !== '')
    return this.#sequelize.query<{ id: string; row: Row }>(
      `SELECT id, to_jsonb(x) - 'salon' AS row FROM outbox x
       WHERE ${conditionOf(kept, 'outbox')} OR (to_name = :name AND (to_phone = '' OR to_phone IN (:phones))) ORDER BY seq`,
      {
        type: QueryTypes.SELECT,
        transaction,
        replacements: { client: client.id, name: client.name, phones: [NOBODY, ...phones] },
      },
    )
  }

  /** Every word in every text and document of these rows. @returns how many rows had any */
  async #blank(kept: readonly KeptOf[], client: string, transaction: Transaction): Promise<number> {
    const columns = await this.#sequelize.query<Column>(
      `SELECT table_name AS "table", column_name AS "column", udt_name AS type FROM information_schema.columns
       WHERE table_schema = 'public' AND udt_name IN ('text', 'jsonb') AND is_generated = 'NEVER'`,
      { type: QueryTypes.SELECT, transaction },
    )
    let rows = 0
    for (const { table, where } of kept) {
      const own = columns.filter((one) => one.table === table && !SECRETS.includes(one.column))
      if (own.length === 0) continue
      const there = await this.#sequelize.query<Row & { ctid: string }>(
        `SELECT ctid::text, ${own.map(({ column }) => column).join(', ')} FROM ${table} WHERE ${where}`,
        { type: QueryTypes.SELECT, transaction, replacements: { client } },
      )
      for (const row of there) {
        const changed = own.flatMap(({ column, type }): [string, unknown][] => {
          const was = row[column]
          if (was === null || was === undefined) return []
          const is = type === 'text' ? blankedText(column, was as string) : blanked(was, column)
          return JSON.stringify(is) === JSON.stringify(was) ? [] : [[column, type === 'text' ? is : JSON.stringify(is)]]
        })
        if (changed.length === 0) continue
        rows++
        await this.#sequelize.query(
          `UPDATE ${table} SET ${changed.map(([column], i) => `${column} = $${i + 2}`).join(', ')} WHERE ctid = $1::tid`,
          { transaction, bind: [row.ctid, ...changed.map(([, value]) => value)] },
        )
      }
    }
    return rows
  }
}

/**
 * Owners whose dogs were here, but not since a day, and who have nothing in the book.
 * @param clientId of this one alone
 */
export async function unseenSince(
  sequelize: Sequelize,
  since: Date,
  now: Date,
  transaction: Transaction | null = null,
  clientId: string | null = null,
): Promise<string[]> {
  const rows = await sequelize.query<{ id: string }>(
    `SELECT c.id FROM clients c JOIN dogs d ON d.client_id = c.id JOIN visits v ON v.dog_id = d.id
     WHERE c.erased_at IS NULL AND (:clientId::uuid IS NULL OR c.id = :clientId::uuid)
     GROUP BY c.id
     HAVING max(v.starts_at) < :since
       AND NOT bool_or(v.called_off IS NULL AND v.station <> 'gone' AND (v.station <> 'expected' OR v.starts_at > :now))
     ORDER BY c.id`,
    { type: QueryTypes.SELECT, transaction, replacements: { since, now, clientId } },
  )
  return rows.map(({ id }) => id)
}

/** An id and a telephone that nobody has, so that a list is never empty. */
const NOBODY = '00000000-0000-0000-0000-000000000000'

const conditionOf = (kept: readonly KeptOf[], table: string): string =>
  kept.find((one) => one.table === table)?.where ?? 'false'
