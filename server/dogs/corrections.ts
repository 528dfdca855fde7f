import { literal, type Sequelize, type Transaction } from 'sequelize'
import type { DogFields, OwnerFields } from '../../contract/api/dogs.ts'
import { STATION_IDS } from '../../contract/api/stations.ts'
import { CannotMerge, NotFound } from '../db/errors.ts'
import { logChange } from '../db/log.ts'
import { ClientRow, DogRow, VisitRow } from '../db/models/index.ts'

/** What is put right about dogs and their owners once they are in the book; pages that were given out stay as given. */
export class CorrectionRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  /** A name or a breed is put right at the visits to come and under way too. */
  async change(id: string, fields: DogFields, actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      const row = await dogOf(id, t)
      const before = { name: row.name, breed: row.breed, rests: row.rests, papers: row.papers }
      await row.update({ ...fields, breed: fields.breed ?? 'unknown' }, { transaction: t })
      // Who comes no more is not waited for.
      if (fields.rests)
        await VisitRow.update(
          { calledOff: 'cancelled' },
          { where: { dogId: id, station: 'expected', calledOff: null }, transaction: t },
        )
      if (before.name !== fields.name || before.breed !== fields.breed)
        await VisitRow.update(
          {
            arrival: literal(
              `jsonb_set(jsonb_set(arrival, '{dog,name}', to_jsonb(${this.#sequelize.escape(fields.name)}::text)), '{dog,breed}', to_jsonb(${this.#sequelize.escape(row.breed)}::text))`,
            ) as never,
            arrivalRevision: literal('arrival_revision + 1') as never,
          },
          { where: { dogId: id, station: UNDER_WAY }, transaction: t },
        )
      await logChange(
        { actorId, entity: 'dog', entityId: id, action: 'corrected', change: { from: before, to: fields } },
        t,
      )
    })
  }

  async changeOwner(dogId: string, fields: OwnerFields, actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      const { clientId } = await dogOf(dogId, t)
      const row = await clientOf(clientId, t)
      const { name, phone, secondPhone, email, note } = row
      await row.update(fields, { transaction: t })
      const change = { from: { name, phone, secondPhone, email, note }, to: fields }
      await logChange({ actorId, entity: 'client', entityId: clientId, action: 'corrected', change }, t)
    })
  }

  /**
   * The same dog twice in the book.
   * @throws {CannotMerge} where both are in the salon at once, which one dog cannot be
   */
  async merge(intoId: string, otherId: string, actorId: string | null): Promise<void> {
    if (intoId === otherId) throw new CannotMerge('a dog is not merged with itself')
    await this.#sequelize.transaction(async (t) => {
      const [into, other] = await bothOf(intoId, otherId, t)
      const here = await VisitRow.findAll({ where: { dogId: [intoId, otherId], station: IN_HOUSE }, transaction: t })
      if (new Set(here.map(({ dogId }) => dogId)).size > 1)
        throw new CannotMerge(`${into.name} and ${other.name} are both here now: they are two dogs`)
      await VisitRow.update({ dogId: intoId }, { where: { dogId: otherId }, transaction: t })
      const seen = new Set(into.papers.map(({ what, until }) => `${what} ${until}`))
      const papers = [...into.papers, ...other.papers.filter(({ what, until }) => !seen.has(`${what} ${until}`))]
      await into.update({ papers }, { transaction: t })
      const { clientId, name, breed } = other
      await other.destroy({ transaction: t })
      if (clientId !== into.clientId && (await DogRow.count({ where: { clientId }, transaction: t })) === 0)
        await this.#removeOwner(clientId, into.clientId, actorId, t)
      await logChange(
        { actorId, entity: 'dog', entityId: intoId, action: 'merged', change: { other: { id: otherId, name, breed } } },
        t,
      )
    })
  }

  /** The same owner twice in the book, by one dog of each. */
  async mergeOwner(dogId: string, otherDogId: string, actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      const [{ clientId: into }, { clientId: other }] = await bothOf(dogId, otherDogId, t)
      if (into === other) throw new CannotMerge('these two dogs have the same owner already')
      await DogRow.update({ clientId: into }, { where: { clientId: other }, transaction: t })
      await this.#removeOwner(other, into, actorId, t)
    })
  }

  /** Telephones and notes of the one that goes are kept with the one that stays. */
  async #removeOwner(otherId: string, intoId: string, actorId: string | null, t: Transaction): Promise<void> {
    const [into, other] = [await clientOf(intoId, t), await clientOf(otherId, t)]
    const spare = [other.phone, other.secondPhone].filter(
      (phone) => phone !== '' && phone !== into.phone && phone !== into.secondPhone,
    )
    const notes = [into.note, other.note, ...(into.secondPhone === '' ? spare.slice(1) : spare)]
    await into.update(
      {
        secondPhone: into.secondPhone || (spare[0] ?? ''),
        email: into.email || other.email,
        note: notes
          .filter((note) => note !== '')
          .join('\n')
          .slice(0, LONGEST_NOTE),
      },
      { transaction: t },
    )
    const { name, phone } = other
    await other.destroy({ transaction: t })
    const change = { other: { id: otherId, name, phone } }
    await logChange({ actorId, entity: 'client', entityId: intoId, action: 'merged', change }, t)
  }
}

const LONGEST_NOTE = 1000
const UNDER_WAY = STATION_IDS.filter((station) => station !== 'gone')
const IN_HOUSE = UNDER_WAY.filter((station) => station !== 'expected')

async function dogOf(id: string, transaction: Transaction): Promise<DogRow> {
  const row = await DogRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('dog', id)
  return row
}

/** Locked in one order, so that two who merge the same two do not wait for each other. */
async function bothOf(id: string, otherId: string, transaction: Transaction): Promise<[DogRow, DogRow]> {
  if (id > otherId) return (await bothOf(otherId, id, transaction)).reverse() as [DogRow, DogRow]
  return [await dogOf(id, transaction), await dogOf(otherId, transaction)]
}

async function clientOf(id: string, transaction: Transaction): Promise<ClientRow> {
  const row = await ClientRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('client', id)
  return row
}
