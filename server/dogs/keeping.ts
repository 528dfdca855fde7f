import { subMonths, subYears } from 'date-fns'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Keeps, Overdue } from '../../contract/api/keeps.ts'
import type { Clock } from '../db/clock.ts'
import { logChange } from '../db/log.ts'
import { SettingRow, withinSalon } from '../db/models/index.ts'
import { removeRows } from '../db/remove.ts'
import { ownsTables, rewriteTables } from '../db/tables.ts'
import type { SalonRepo } from '../salon/salon.ts'
import { type OwnerRightsRepo, unseenSince } from './owner-rights.ts'

/** Where each lies, and which of it is older than a day. */
const AGED = {
  photos: { table: 'photos', older: 'taken_at < :since' },
  messages: { table: 'outbox', older: 'at < :since' },
} as const
/** When somebody was forgotten last of whom nothing is left in the database's files. */
const TAKEN_OUT = 'taken-out-of-files'
type Aged = keyof typeof AGED
const AGES = Object.keys(AGED) as readonly Aged[]

/** What is kept no longer than the house says: counted beforehand, and let go of at night. */
export class KeepingRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #rights: OwnerRightsRepo
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, rights: OwnerRightsRepo, now: Clock) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#rights = rights
    this.#now = now
  }

  /** How much is older than that. */
  async overdue(keeps: Keeps): Promise<Overdue> {
    const since = this.#since(keeps)
    const owners = since.owners ? await unseenSince(this.#sequelize, since.owners, this.#now()) : []
    const count = async (what: Aged): Promise<number> => {
      if (!since[what]) return 0
      const [row] = await this.#sequelize.query<{ count: number }>(
        `SELECT count(*)::int AS count FROM ${AGED[what].table} WHERE ${AGED[what].older}`,
        { type: QueryTypes.SELECT, replacements: { since: since[what] } },
      )
      return row!.count
    }
    return { owners: owners.length, photos: await count('photos'), messages: await count('messages') }
  }

  /**
   * Lets go of all that is older than the house keeps it, each owner whole or not at all.
   * @returns ids of the owners who were forgotten, and how much else went
   */
  async tidy(): Promise<Omit<Overdue, 'owners'> & { owners: string[] }> {
    const since = this.#since((await this.#salon.read()).keeps)
    const owners: string[] = []
    for (const id of since.owners ? await unseenSince(this.#sequelize, since.owners, this.#now()) : [])
      if (await this.#rights.forgetUnseen(id, since.owners!)) owners.push(id)
    const gone = await this.#sequelize.transaction(async (t) => {
      const counts: Record<Aged, number> = { photos: 0, messages: 0 }
      for (const what of AGES) {
        const { table, older } = AGED[what]
        if (since[what]) counts[what] = await removeRows(this.#sequelize, table, older, { since: since[what] }, t)
      }
      if (counts.photos + counts.messages > 0)
        await logChange({ actorId: null, entity: 'setting', entityId: 'keeps', action: 'tidied', change: counts }, t)
      return counts
    })
    return { owners, ...gone }
  }

  /**
   * Takes out of the database's very files who was forgotten since it was done last; the tables are written anew for it.
   * @returns false where nobody was, and where the tables are shared with other salons: then their owner does it
   */
  async takeOutOfFiles(): Promise<boolean> {
    const [row] = await this.#sequelize.query<{ forgotten: Date | null }>(
      'SELECT max(erased_at) AS forgotten FROM clients',
      { type: QueryTypes.SELECT },
    )
    const done = (await SettingRow.findByPk(TAKEN_OUT))?.value as string | undefined
    const forgotten = row!.forgotten?.toISOString()
    if (!forgotten || (done && done >= forgotten) || !(await ownsTables(this.#sequelize))) return false
    await rewriteTables(this.#sequelize)
    await SettingRow.upsert({ key: TAKEN_OUT, value: forgotten }, withinSalon('key'))
    return true
  }

  #since({ ownersYears, photosMonths, messagesMonths }: Keeps): {
    readonly owners: Date | null
    readonly photos: Date | null
    readonly messages: Date | null
  } {
    const now = this.#now()
    return {
      owners: ownersYears === null ? null : subYears(now, ownersYears),
      photos: photosMonths === null ? null : subMonths(now, photosMonths),
      messages: messagesMonths === null ? null : subMonths(now, messagesMonths),
    }
  }
}
