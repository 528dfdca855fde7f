import { randomUUID } from 'node:crypto'
import type { Sequelize } from 'sequelize'
import type { Waiting } from '../../contract/api/planning.ts'
import { type House, houseWith, indexAfter, matsOf, ownRate, timesAsFast } from '../../core/index.ts'
import type { Clock } from '../db/clock.ts'
import { iso } from '../db/documents.ts'
import { NotFound, TooLate } from '../db/errors.ts'
import { logChange } from '../db/log.ts'
import { ClientRow, DogRow, WaitingRow } from '../db/models/index.ts'
import { intervalsBetween, visitsLeft, weeksBetween } from '../salon/known.ts'
import type { SalonRepo } from '../salon/salon.ts'

/** Dogs that wait for a place, those whose coat needs it most first. */
export class WaitingRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, now: Clock) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#now = now
  }

  async all(): Promise<Waiting[]> {
    const rows = await WaitingRow.findAll({ order: [['addedAt', 'ASC']] })
    const house = houseWith((await this.#salon.read()).estimates)
    const waiting: Waiting[] = []
    for (const { id, dogId, minutes, note, wishes, addedAt } of rows) {
      const dog = (await DogRow.findByPk(dogId))!
      const { name: owner, phone } = (await ClientRow.findByPk(dog.clientId))!
      const need = await this.#needOf(dogId, house)
      waiting.push({ id, dogId, name: dog.name, owner, phone, minutes, note, wishes, addedAt: iso(addedAt), need })
    }
    // Who waits longest is first among those that need it alike, and of whom nothing is known come after them.
    const most = ({ need }: Waiting): number => (need ? need.index / need.due : -1)
    return waiting.sort((a, b) => most(b) - most(a))
  }

  /** The mats to be expected by now, by how fast this dog has matted so far; null for one that was never groomed here. */
  async #needOf(dogId: string, house: House): Promise<Waiting['need']> {
    const now = this.#now()
    const visits = await visitsLeft(dogId, now)
    const last = visits.at(-1)
    if (!last) return null
    const { factor } = ownRate(intervalsBetween(visits), house)
    const mats = timesAsFast(matsOf(last.usual_rates), factor)
    const index = indexAfter(last.left_index, mats, weeksBetween(last.starts_at, now))
    return { lastAt: iso(last.starts_at), index, due: house['rebook.index'] }
  }

  /** @throws {TooLate} for a dog that comes no more */
  async add(
    { dogId, ...asked }: Pick<Waiting, 'dogId' | 'minutes' | 'note' | 'wishes'>,
    actorId: string | null,
  ): Promise<Waiting[]> {
    await this.#sequelize.transaction(async (t) => {
      const dog = await DogRow.findByPk(dogId, { transaction: t, lock: true })
      if (!dog) throw new NotFound('dog', dogId)
      if (dog.rests) throw new TooLate(`${dog.name} comes no more`)
      const known = await WaitingRow.findOne({ where: { dogId }, transaction: t })
      if (known) await known.update(asked, { transaction: t })
      else
        await WaitingRow.create(
          { id: randomUUID(), dogId, ...asked, addedAt: this.#now(), addedBy: actorId },
          { transaction: t },
        )
      await logChange(
        { actorId, entity: 'dog', entityId: dogId, action: 'waits', change: { minutes: asked.minutes } },
        t,
      )
    })
    return this.all()
  }

  async leave(id: string, actorId: string | null): Promise<Waiting[]> {
    await this.#sequelize.transaction(async (t) => {
      const row = await WaitingRow.findByPk(id, { transaction: t, lock: true })
      // Whoever was booked meanwhile waits no more.
      if (!row) return
      await row.destroy({ transaction: t })
      await logChange({ actorId, entity: 'dog', entityId: row.dogId, action: 'waits-no-more', change: {} }, t)
    })
    return this.all()
  }
}
