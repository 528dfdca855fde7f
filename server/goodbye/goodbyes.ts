import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import type { Sequelize, Transaction } from 'sequelize'
import { type Goodbye, type GoodbyeChange, type GoodbyePage, goodbyePageSchema } from '../../contract/api/goodbye.ts'
import { type GoodbyeGiven, goodbyePage, summaryOf } from '../../contract/words/goodbye-page.ts'
import { type Bench, cutOf, type House, workedOf } from '../../core/index.ts'
import { localDate } from '../day/dates.ts'
import { iso } from '../db/documents.ts'
import { ensured } from '../db/ensured.ts'
import { ChangedElsewhere, NobodyNamed, NotFound, TooEarly, TooLate } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { lastChangedBy, logChange } from '../db/log.ts'
import {
  ClientRow,
  DogRow,
  GoodbyeRow,
  MatterRow,
  MessageRow,
  PersonRow,
  TimingRow,
  VisitRow,
  WorkedRow,
} from '../db/models/index.ts'
import { benchNow } from '../groom/bench.ts'
import { keepTimings } from '../learning/logs.ts'
import { keepMatter } from '../learning/matter.ts'
import { planInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'
import { countUse, uncountUse } from '../rack/rack.ts'
import type { SalonRepo } from '../salon/salon.ts'
import type { VisitRepo } from '../visits/visits.ts'

interface Made {
  readonly given: GoodbyeGiven
  readonly house: House
  readonly page: GoodbyePage
  readonly bench: Bench | null
  readonly client: ClientRow
}

/** The comb check and the goodbye. */
export class GoodbyeRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #visits: VisitRepo
  constructor(sequelize: Sequelize, salon: SalonRepo, visits: VisitRepo) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#visits = visits
  }

  async read(visitId: string, now: Date): Promise<Goodbye> {
    return this.#sequelize.transaction(async (t) => {
      const visit = await VisitRow.findByPk(visitId, { transaction: t })
      if (!visit) throw new NotFound('visit', visitId)
      return this.#doc(visit, await GoodbyeRow.findByPk(visitId, { transaction: t }), now, t)
    })
  }

  change(visitId: string, change: GoodbyeChange, now: Date, actorId: string | null): Promise<Goodbye> {
    return this.#sequelize.transaction(async (t) => {
      const visit = await lockVisit(visitId, t)
      const row = await ensured(GoodbyeRow, visitId, { visitId }, t)
      // Sent again because its answer was lost: it is there already.
      if (!row.finishedAt && row.revision > change.baseRevision && says(row, change))
        return this.#doc(visit, row, now, t)
      if (row.finishedAt || row.revision !== change.baseRevision)
        throw new ChangedElsewhere(await this.#doc(visit, row, now, t), await lastChangedBy('goodbye', visitId, t))
      if (change.checked && !row.checkedAt && !actorId) throw new NobodyNamed()
      const { marks, askedKept, note, price, nextOn, nextAt, checked } = change
      await row.update(
        {
          marks,
          askedKept,
          note,
          price,
          nextOn,
          nextAt,
          revision: row.revision + 1,
          ...(checked
            ? row.checkedAt
              ? {}
              : { checkedAt: now, checkedBy: actorId }
            : { checkedAt: null, checkedBy: null }),
        },
        { transaction: t },
      )
      await logChange({ actorId, entity: 'goodbye', entityId: visitId, action: 'changed', change }, t)
      return this.#doc(visit, row, now, t)
    })
  }

  /**
   * Says goodbye: the page is kept as it is given, minutes and tools are counted, the owner is written to, and the dog
   * goes home. Said twice it is said once.
   */
  finish(visitId: string, now: Date, actorId: string | null): Promise<Goodbye> {
    return this.#sequelize.transaction(async (t) => {
      const visit = await lockVisit(visitId, t)
      const row = await GoodbyeRow.findByPk(visitId, { transaction: t, lock: true })
      if (row?.finishedAt) return this.#doc(visit, row, now, t)
      if (!row?.checkedAt) throw new TooEarly('sign the comb check first')
      const { page, given, house, bench, client } = await this.#made(visit, row, now, t)
      const summary = summaryOf(page, given, house)
      const nextVisitId = page.next.at ? await this.#book(visit, page.next.on, page.next.at, actorId, t) : null
      const counted = bench ? await countUse(bench, now, t) : []
      await row.update(
        { page, summary, nextVisitId, counted, timed: true, finishedAt: now, revision: row.revision + 1 },
        { transaction: t },
      )
      if (bench) {
        const worked = workedOf(bench).flatMap(({ personId, ...minutes }) =>
          personId && minutes.plannedMin > 0 ? [{ visitId, personId, ...minutes, at: visit.startsAt }] : [],
        )
        await WorkedRow.bulkCreate(worked, { transaction: t })
      }
      await keepTimings(visit, bench, given.plan.regions, given.assessment.dog, house, t)
      await keepMatter(visitId, given.assessment, given.plan, house, bench, t)
      await MessageRow.create(
        {
          id: randomUUID(),
          at: now,
          toName: client.name,
          toPhone: client.phone,
          body: messageOf(page),
          link: '',
          consentId: null,
        },
        { transaction: t },
      )
      await visit.update({ station: 'gone' }, { transaction: t })
      const change = { price: page.price.total, next: page.next.on }
      await logChange({ actorId, entity: 'goodbye', entityId: visitId, action: 'finished', change }, t)
      return this.#doc(visit, row, now, t)
    })
  }

  /**
   * Takes a goodbye back on its own day: page, minutes, tools and the next visit go, comb check and note stay, and the dog
   * is ready again. What the owner was written is not unwritten. Taken back twice it is taken back once.
   * @throws {TooLate} on a later day, and where the visit booked by it has begun
   */
  takeBack(visitId: string, now: Date, actorId: string | null): Promise<Goodbye> {
    return this.#sequelize.transaction(async (t) => {
      const visit = await lockVisit(visitId, t)
      const row = await GoodbyeRow.findByPk(visitId, { transaction: t, lock: true })
      if (!row?.finishedAt) return this.#doc(visit, row, now, t)
      if (localDate(row.finishedAt) !== localDate(now))
        throw new TooLate('a goodbye is taken back on its own day; later, correct the next visit instead')
      if (row.nextVisitId) {
        const next = await lockVisit(row.nextVisitId, t)
        if (next.station !== 'expected') throw new TooLate('the visit that this goodbye booked has begun')
        await next.update({ calledOff: 'by-us' }, { transaction: t })
      }
      await uncountUse(row.counted, t)
      await WorkedRow.destroy({ where: { visitId }, transaction: t })
      await TimingRow.destroy({ where: { visitId }, transaction: t })
      await MatterRow.destroy({ where: { visitId }, transaction: t })
      await row.update(
        {
          page: null,
          summary: null,
          counted: [],
          timed: false,
          nextVisitId: null,
          finishedAt: null,
          checkedAt: null,
          checkedBy: null,
          revision: row.revision + 1,
        },
        { transaction: t },
      )
      await visit.update({ station: 'ready' }, { transaction: t })
      await logChange({ actorId, entity: 'goodbye', entityId: visitId, action: 'taken-back', change: {} }, t)
      return this.#doc(visit, row, now, t)
    })
  }

  /** The same dog, groomer and slot again, with the wishes it has now. */
  #book(
    { dogId, personId, slotMinutes }: VisitRow,
    on: string,
    at: string,
    actorId: string | null,
    t: Transaction,
  ): Promise<string> {
    const startsAt = iso(new Date(`${on}T${at}`))
    return this.#visits.book({ dogId, personId, slotMinutes, startsAt }, actorId, t)
  }

  /** The page as it stands, for the sheets and the calendar. */
  page = async (visitId: string, now: Date): Promise<GoodbyePage> => (await this.read(visitId, now)).page

  async #doc(visit: VisitRow, row: GoodbyeRow | null, now: Date, t: Transaction): Promise<Goodbye> {
    return {
      revision: row?.revision ?? 0,
      marks: row?.marks ?? [],
      askedKept: row?.askedKept ?? [],
      note: row?.note ?? '',
      price: row?.price ?? null,
      nextOn: row?.nextOn ?? null,
      nextAt: row?.nextAt ?? null,
      nextVisitId: row?.nextVisitId ?? null,
      checkedAt: row?.checkedAt ? iso(row.checkedAt) : null,
      checkedBy: row?.checkedBy ?? null,
      finishedAt: row?.finishedAt ? iso(row.finishedAt) : null,
      page: row?.page ? goodbyePageSchema.parse(row.page) : (await this.#made(visit, row, now, t)).page,
    }
  }

  async #made(visit: VisitRow, row: GoodbyeRow | null, now: Date, t: Transaction): Promise<Made> {
    const plan = await planInForce(visit.id, t)
    if (!plan) throw new TooEarly('this dog has no verdict yet; the goodbye follows from it')
    const [salon, dog, bench] = [
      await this.#salon.read(),
      (await DogRow.findByPk(visit.dogId, { transaction: t }))!,
      await benchNow(visit.id, now, t),
    ]
    const client = (await ClientRow.findByPk(dog.clientId, { transaction: t }))!
    const { assessment, house } = madeFrom(plan)
    const workers = new Set(bench?.steps.flatMap(({ byPerson, doneBy }) => [...byPerson.keys(), doneBy]) ?? [])
    if (workers.size === 0) workers.add(visit.personId)
    const checker = row?.checkedBy ? await PersonRow.findByPk(row.checkedBy, { transaction: t }) : null
    const given: GoodbyeGiven = {
      salon: salon.name,
      owner: client.name,
      at: visit.startsAt,
      by: salon.people.filter(({ id }) => workers.has(id)).map(({ name }) => name),
      dog: visit.arrival.dog,
      assessment,
      plan: plan.plan,
      bench,
      cut: cutOf(assessment, plan.plan, house),
      marks: row?.marks ?? [],
      askedKept: row?.askedKept ?? [],
      note: row?.note ?? '',
      price: {
        currency: salon.prices.currency,
        quoted: visit.quoted,
        total: row?.price ?? visit.quoted ?? plan.price,
      },
      nextOn: row?.nextOn ?? null,
      nextAt: row?.nextAt ?? null,
      checkedBy: checker?.name ?? null,
    }
    return { given, house, page: goodbyePage(given, house), bench, client }
  }
}

const nextText = ({ on, at }: GoodbyePage['next']): string =>
  at ? `Next visit: ${on} at ${at}` : `Next visit around ${on}`

function messageOf({ salon, name, next, care, askVet }: GoodbyePage): string {
  const vet = askVet.length > 0 ? ` Please let your vet see: ${askVet.join('; ').toLowerCase()}.` : ''
  const home = care.lines[0] ? ` At home: ${care.lines[0].charAt(0).toLowerCase()}${care.lines[0].slice(1)}` : ''
  return `${salon}: ${name} is ready to go home.${vet}${home} ${nextText(next)}.`
}

/** Whether a goodbye stands as it is asked to become. */
const says = (row: GoodbyeRow, { baseRevision: _, checked, ...said }: GoodbyeChange): boolean =>
  checked === (row.checkedAt !== null) &&
  Object.entries(said).every(([key, value]) => isDeepStrictEqual(row.get(key), value))
