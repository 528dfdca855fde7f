import { literal, Op, QueryTypes, type Sequelize } from 'sequelize'
import { type DogRecord, type FoundDog, LIFE_LEAVES_OUT } from '../../contract/api/dogs.ts'
import type { PersonPace } from '../../contract/api/pace.ts'
import type { Photo } from '../../contract/api/photos.ts'
import { heldBack, houseWith, ownRate, type Pattern, pacesOf, REGION_SIDES } from '../../core/index.ts'
import { iso } from '../db/documents.ts'
import { NotFound } from '../db/errors.ts'
import { logChange } from '../db/log.ts'
import { ClientRow, DogRow, PersonRow, PhotoRow, VisitRow } from '../db/models/index.ts'
import { photoDoc } from '../photos/photos.ts'
import { plansSay } from '../plan/in-force.ts'
import { intervalsOf, samplesOf } from '../salon/known.ts'
import type { SalonRepo } from '../salon/salon.ts'

const MOST_FOUND = 20
/** Visits that a learnt pace is predicted from before it is judged. */
const LEARN_FROM = 3
const FAR = new Date('9999-01-01T00:00:00Z')

/** Words as they are typed, each by how it begins; null where nothing can be searched for. */
export function queryOf(text: string): string | null {
  const words = text.toLowerCase().match(/[\p{L}\p{N}]+/gu)
  return words ? words.map((word) => `${word}:*`).join(' & ') : null
}

/** Dogs over the years: found as one types, each life on one page; what people's minutes taught. */
export class RecordRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  constructor(sequelize: Sequelize, salon: SalonRepo) {
    this.#sequelize = sequelize
    this.#salon = salon
  }

  /** Dogs of which every typed word begins a word of dog, owner, breed or telephone; by name. */
  async search(text: string): Promise<FoundDog[]> {
    const words = queryOf(text)
    if (!words) return []
    const rows = await this.#sequelize.query<{
      id: string
      name: string
      breed: string
      owner: string
      phone: string
      client_id: string
      rests: FoundDog['rests']
      last: Date | null
    }>(
      `SELECT d.id, d.name, d.breed, d.client_id, d.rests, c.name AS owner, c.phone,
         (SELECT max(v.starts_at) FROM visits v WHERE v.dog_id = d.id AND v.starts_at < now() AND v.called_off IS NULL) AS last
       FROM (SELECT id, name, breed, client_id, rests FROM dogs WHERE search @@ to_tsquery('simple', :words)
             ORDER BY name, id LIMIT ${MOST_FOUND}) d
       JOIN clients c ON c.id = d.client_id AND c.erased_at IS NULL ORDER BY d.name, d.id`,
      { type: QueryTypes.SELECT, replacements: { words } },
    )
    return rows.map(({ id, name, breed, client_id, rests, owner, phone, last }) => ({
      dogId: id,
      name,
      breed,
      clientId: client_id,
      rests,
      clientName: owner,
      phone,
      lastVisit: last ? iso(last) : null,
    }))
  }

  async dog(id: string): Promise<DogRecord> {
    const dog = await DogRow.findByPk(id)
    if (!dog) throw new NotFound('dog', id)
    const visits = await VisitRow.findAll({
      where: { dogId: id },
      order: [['startsAt', 'DESC']],
      attributes: [
        'id',
        'startsAt',
        'station',
        'calledOff',
        'calledOffWhy',
        'personId',
        [literal("arrival #> '{wishes,pattern}'"), 'pattern'],
      ],
    })
    const ids = visits.map((visit) => visit.id)
    const [latest, client, others, salon, goodbyes, plans, photos, intervals] = await Promise.all([
      // Only the newest arrival is read: it is what was said of the dog last.
      visits[0] ? VisitRow.findByPk(visits[0].id, { attributes: ['id', 'arrival'] }) : null,
      ClientRow.findByPk(dog.clientId),
      DogRow.findAll({
        where: { clientId: dog.clientId, id: { [Op.ne]: id } },
        attributes: ['id', 'name'],
        order: [['name', 'ASC']],
      }),
      this.#salon.read(),
      this.#summaries(ids),
      plansSay(ids),
      PhotoRow.findAll({
        where: { visitId: ids, removedAt: { [Op.is]: null } },
        attributes: { exclude: ['bytes'] },
        order: [['takenAt', 'ASC']],
      }),
      intervalsOf(id, FAR),
    ])
    if (client?.erasedAt) throw new NotFound('dog', id)
    const goodbyeOf = new Map(goodbyes.map((row) => [row.visit_id, row]))
    const nameOf = new Map(salon.people.map((person) => [person.id, person.name]))
    const photosOf = (visitId: string): Photo[] => photos.filter((row) => row.visitId === visitId).map(photoDoc)
    const last = visits.find((visit) => goodbyeOf.get(visit.id)?.finished)
    return {
      id,
      name: dog.name,
      breed: dog.breed,
      coatType: dog.coatType,
      client: client!,
      rests: dog.rests ?? null,
      papers: dog.papers,
      others: others.map((one) => ({ id: one.id, name: one.name })),
      dog: latest?.arrival.dog ?? { coatType: dog.coatType, weightKg: 10 },
      wishes: latest?.arrival.wishes ?? {},
      visits: visits.map((visit) => {
        const goodbye = goodbyeOf.get(visit.id)
        const plan = plans.get(visit.id)
        return {
          id: visit.id,
          startsAt: iso(visit.startsAt),
          station: visit.station,
          calledOff: visit.calledOff ?? null,
          calledOffWhy: visit.calledOffWhy ?? '',
          personName: (visit.personId && nameOf.get(visit.personId)) || null,
          summary: goodbye?.summary ?? null,
          choice: plan?.choice ?? null,
          vet: plan?.vet ?? false,
          plannedMin: plan?.minutes.low ?? null,
          pattern: visit.get('pattern') as Pattern | null,
          note: goodbye?.note ?? '',
          photos: photosOf(visit.id),
        }
      }),
      own: ownRate(intervals, houseWith(salon.estimates)),
      home: last ? await this.#home(last) : null,
    }
  }

  /** Where the last goodbye left the coat. */
  async #home({ id, startsAt }: VisitRow): Promise<DogRecord['home']> {
    const [row] = await this.#sequelize.query<{ left: number | null; outline: number[] }>(
      `SELECT (summary #>> '{after,mat}')::float8 AS left, page -> 'outlineMm' AS outline FROM goodbyes WHERE visit_id = :id`,
      { type: QueryTypes.SELECT, replacements: { id } },
    )
    return row && row.outline.length === REGION_SIDES.length
      ? { visitId: id, at: iso(startsAt), leftIndex: row.left ?? 0, outlineMm: row.outline }
      : null
  }

  /** What a life shows of each goodbye; the database leaves out the rest, so that it is neither read nor sent. */
  #summaries(ids: readonly string[]): Promise<
    {
      visit_id: string
      summary: DogRecord['visits'][number]['summary']
      note: string
      finished: boolean
    }[]
  > {
    if (ids.length === 0) return Promise.resolve([])
    return this.#sequelize.query(
      `SELECT visit_id, summary - ARRAY[:leftOut] AS summary, note, finished_at IS NOT NULL AS finished
       FROM goodbyes WHERE visit_id IN (:ids)`,
      { type: QueryTypes.SELECT, replacements: { ids, leftOut: [...LIFE_LEAVES_OUT] } },
    )
  }

  /** What everybody's logged minutes say, and whether it makes predictions better. */
  async paces(): Promise<PersonPace[]> {
    const [salon, rows] = await Promise.all([this.#salon.read(), PersonRow.findAll({ order: [['name', 'ASC']] })])
    const house = houseWith(salon.estimates)
    return Promise.all(
      rows.map(async (row): Promise<PersonPace> => {
        const samples = await samplesOf(row.id, row.pace.since, house)
        return {
          person: salon.people.find(({ id }) => id === row.id)!,
          off: row.pace.off === true,
          since: row.pace.since ?? null,
          paces: pacesOf(samples, house),
          heldBack: heldBack(samples, LEARN_FROM, house),
        }
      }),
    )
  }

  /** Switches a person's learnt pace off or on, or forgets what was logged so far. The minutes themselves stay. */
  async setPace(
    personId: string,
    change: { off: boolean } | { reset: true },
    now: Date,
    actorId: string | null,
  ): Promise<PersonPace[]> {
    await this.#sequelize.transaction(async (t) => {
      const row = await PersonRow.findByPk(personId, { transaction: t, lock: true })
      if (!row) throw new NotFound('person', personId)
      const pace = 'off' in change ? { ...row.pace, off: change.off } : { ...row.pace, since: iso(now) }
      await row.update({ pace }, { transaction: t })
      await logChange({ actorId, entity: 'person', entityId: personId, action: 'pace', change }, t)
    })
    return this.paces()
  }

  async client(id: string): Promise<{ name: string; phone: string; email: string; dogs: string[] }> {
    const row = await ClientRow.findByPk(id)
    if (!row) throw new NotFound('client', id)
    const dogs = await DogRow.findAll({ where: { clientId: id }, order: [['name', 'ASC']] })
    return { name: row.name, phone: row.phone, email: row.email, dogs: dogs.map(({ name }) => name) }
  }
}
