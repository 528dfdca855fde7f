import { randomUUID } from 'node:crypto'
import { differenceInHours } from 'date-fns'
import { Op, QueryTypes, type Sequelize, Transaction } from 'sequelize'
import type { Day } from '../../contract/api/day.ts'
import type { Salon } from '../../contract/api/salon.ts'
import type { AssessmentDoc } from '../../contract/api/scores.ts'
import type { Station } from '../../contract/api/stations.ts'
import type { Arrival, CalledOff, VisitCard } from '../../contract/api/visit-card.ts'
import type { BookingChange, NewVisit, PastVisit, Visit } from '../../contract/api/visits.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { daysLater } from '../../contract/formats/later.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { assessmentOf, readAssessment } from '../../contract/formats/read-assessment.ts'
import { dateOf, daysAfter, dayText, instantAt, timeOf } from '../../contract/words/dates.ts'
import { DEFAULT_LENGTHS, houseWith, indicesOf, withPattern } from '../../core/index.ts'
import type { DaySpan } from '../day/dates.ts'
import type { Clock } from '../db/clock.ts'
import { assessmentDoc, assessmentDocs, consentDoc, iso, planRecord } from '../db/documents.ts'
import { bookingError, CannotBook, ChangedElsewhere, NeedsConsent, NotFound, TooLate } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { isLogged, lastChangedBy, logChange } from '../db/log.ts'
import {
  AssessmentRow,
  ClientRow,
  ConsentRow,
  DogRow,
  GoodbyeRow,
  PlanRow,
  VisitRow,
  WaitingRow,
} from '../db/models/index.ts'
import { progressOf } from '../groom/progress.ts'
import { type PlanSays, planInForce, plansSay } from '../plan/in-force.ts'
import { outstandingNeeds } from '../plan/needs.ts'
import { knownOf } from '../salon/known.ts'
import type { SalonRepo } from '../salon/salon.ts'

const PAST_VISITS = 12
const AT_WORK: ReadonlySet<Station> = new Set(['bath', 'dry', 'cut'])

const daysFrom = (from: Date, to: string): number => differenceInHours(new Date(to), from) / 24

interface ArrivalChange {
  readonly baseRevision: number
  readonly arrival: Arrival
  readonly personId?: string | null | undefined
}

/** Who a new visit is for, as far as it is known. */
interface Comer {
  readonly dogId: string
  readonly arrival: Arrival
  /** Who groomed it last. */
  readonly groomer: string | null
}

/** Visits: the day, one dog's way through it, and what it was like before. */
export class VisitRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, now: Clock) {
    this.#now = now
    this.#sequelize = sequelize
    this.#salon = salon
  }

  async day({ from, to, date }: DaySpan): Promise<Day> {
    const rows = await VisitRow.findAll({
      where: { startsAt: { [Op.gte]: from, [Op.lt]: to } },
      order: [
        ['startsAt', 'ASC'],
        ['id', 'ASC'],
      ],
    })
    return { date, visits: await this.#cards(rows) }
  }

  async read(id: string): Promise<Visit> {
    const row = await VisitRow.findByPk(id)
    if (!row) throw new NotFound('visit', id)
    const salon = this.#salon.read()
    const [dog, before, progress, consents, known] = await Promise.all([
      DogRow.findByPk(row.dogId),
      pastOf(row),
      progressOf(id),
      ConsentRow.findAll({
        where: { visitId: id },
        attributes: { exclude: ['page'] },
        order: [['createdAt', 'DESC']],
      }),
      salon.then((read) => knownOf(row, read, this.#now())),
    ])
    // What is asked of this visit and of those before it is asked at once, however many there are.
    const ids = [id, ...before.map((visit) => visit.id)]
    const [client, looks, says] = await Promise.all([
      ClientRow.findByPk(dog!.clientId),
      AssessmentRow.findAll({ where: { visitId: ids } }).then((rows) => assessmentDocs(rows)),
      plansSay(ids),
    ])
    const lookAt = (visitId: string, role: AssessmentDoc['role']): AssessmentDoc | undefined =>
      looks.find((look) => look.visitId === visitId && look.role === role)
    const assessment = lookAt(id, 'first')
    if (!assessment) throw new NotFound('assessment of visit', id)
    const [latest, inForce, past] = await Promise.all([
      PlanRow.findOne({ where: { assessmentId: assessment.id }, order: [['createdAt', 'DESC']] }),
      planInForce(id),
      this.#past(before, salon, says, (visitId) => lookAt(visitId, 'first')),
    ])
    const accepted = inForce?.acceptedAt ? inForce : null
    const scored = assessment.rows.filter(({ mat }) => mat !== null && mat !== undefined).length
    return {
      ...cardOf(row, client!, scored, says.get(id)),
      arrivalRevision: row.arrivalRevision,
      assessment,
      second: lookAt(id, 'second') ?? null,
      latestPlan: latest ? planRecord(latest, latest.acceptedAt ? [] : await outstandingNeeds(latest, row)) : null,
      acceptedPlan: accepted ? planRecord(accepted, []) : null,
      progress,
      consents: consents.map(consentDoc),
      quoted: row.quoted,
      past,
      papers: dog!.papers ?? [],
      known,
    }
  }

  /**
   * A visit with its dog and owner; a known dog starts from its last visit, as much older as it will be.
   * @throws {CannotBook} with its day, for a visit of a row that cannot be: then none is booked
   */
  async add({ id: given, repeat, ...input }: NewVisit, actorId: string | null): Promise<Visit> {
    const id = await this.#sequelize.transaction(async (t) => {
      // Its answer did not come through, and it is sent again.
      if (given && (await VisitRow.findByPk(given, { transaction: t }))) return given
      const first = await this.book(input, actorId, t, given)
      if (!repeat) return first
      const { dogId } = (await VisitRow.findByPk(first, { transaction: t }))!
      const { slotMinutes, personId, asLastTime } = input
      for (let i = 1; i < repeat.times; i++) {
        const startsAt = weeksAfter(input.startsAt, i * repeat.everyWeeks)
        try {
          await this.book({ dogId, startsAt, slotMinutes, personId, ...(asLastTime ? { asLastTime } : {}) }, actorId, t)
        } catch (error) {
          const why = bookingError(error)
          throw why instanceof CannotBook ? new CannotBook(`${dayText(startsAt)}: ${why.message}`) : why
        }
      }
      return first
    })
    return this.read(id)
  }

  /** The same within a transaction. @returns the id of the new visit */
  async book(
    input: Omit<NewVisit, 'id'>,
    actorId: string | null,
    t: Transaction,
    id: string = randomUUID(),
  ): Promise<string> {
    const { dogId, arrival, groomer } = input.dogId
      ? await this.#knownDog(input.dogId, input, t)
      : await this.#newDog(input, actorId, t)
    readAssessment(assembleFile(arrival, 'arrival', []))
    const { slotMinutes } = input
    const personId = input.personId ?? groomer
    await VisitRow.create(
      { id, dogId, startsAt: new Date(input.startsAt), slotMinutes, personId, arrival },
      { transaction: t },
    )
    await AssessmentRow.create({ id: randomUUID(), visitId: id, scorerId: personId }, { transaction: t })
    await WaitingRow.destroy({ where: { dogId }, transaction: t })
    await logChange({ actorId, entity: 'visit', entityId: id, action: 'added', change: input }, t)
    return id
  }

  /** As it came last and as much older as it will be, by the same hands. */
  async #knownDog(
    dogId: string,
    { startsAt, slotMinutes, asLastTime }: Pick<NewVisit, 'startsAt' | 'slotMinutes' | 'asLastTime'>,
    transaction: Transaction,
  ): Promise<Comer> {
    // Held until the visit is written: a dog that is merged into another meanwhile is booked as that one or not at all.
    const known = await DogRow.findByPk(dogId, { transaction, lock: Transaction.LOCK.KEY_SHARE })
    if (!known) throw new NotFound('dog', dogId)
    if (known.rests) throw new TooLate(`${known.name} comes no more; put that right on its page first`)
    const last = await VisitRow.findOne({
      where: { dogId, calledOff: null },
      order: [['startsAt', 'DESC']],
      transaction,
    })
    if (!last) return this.#neverCame(known, { startsAt, slotMinutes }, transaction)
    const { wishes } = last.arrival
    // By the name and breed it has now.
    const said = { ...last.arrival.dog, name: known.name, breed: known.breed }
    const dog = daysLater(said, daysFrom(last.startsAt, startsAt))
    // A show is a date, and that one has come nearer or gone by.
    const { showInDays: _, ...wished } = wishes
    const left = asLastTime ? await lengthsLeft(dogId, transaction) : null
    const arrival: Arrival = {
      ...last.arrival,
      // Shapes come along as they were wished; a length that stands with its shape is not said twice.
      wishes: left ? { ...wished, targetMm: leftBeside(left, wished.pattern) } : wished,
      dog: { ...dog, visitsSoFar: (dog.visitsSoFar ?? 0) + 1 },
      slot: { minutes: slotMinutes },
    }
    return { dogId, arrival, groomer: last.personId }
  }

  /** From a file, or booked and called off: as it was written down then. */
  async #neverCame(
    { id, name, breed, profile }: DogRow,
    { startsAt, slotMinutes }: Pick<NewVisit, 'startsAt' | 'slotMinutes'>,
    transaction: Transaction,
  ): Promise<Comer> {
    const off = await VisitRow.findOne({ where: { dogId: id }, order: [['startsAt', 'DESC']], transaction })
    const said = off ? daysLater(off.arrival.dog, daysFrom(off.startsAt, startsAt)) : profile
    if (!said) throw new NotFound('dog', id)
    return {
      dogId: id,
      arrival: { dog: { ...said, name, breed }, wishes: {}, slot: { minutes: slotMinutes } },
      groomer: null,
    }
  }

  async #newDog(
    { dog, owner, clientId: knownOwner, slotMinutes }: NewVisit,
    actorId: string | null,
    transaction: Transaction,
  ): Promise<Comer> {
    if (!dog || (!owner && !knownOwner))
      throw new BadInput([
        {
          path: dog ? 'owner' : 'dog',
          value: undefined,
          expected: 'a dog with its owner or the clientId of a known one, or the dogId of a known dog',
        },
      ])
    const dogId = randomUUID()
    const clientId = knownOwner ?? randomUUID()
    if (!knownOwner && owner) {
      await ClientRow.create(
        { id: clientId, name: owner.name, phone: owner.phone, email: '', note: owner.note ?? '' },
        { transaction },
      )
      await logChange({ actorId, entity: 'client', entityId: clientId, action: 'added', change: owner }, transaction)
    }
    await DogRow.create(
      { id: dogId, clientId, name: dog.name, breed: dog.breed ?? 'unknown', coatType: dog.coatType },
      { transaction },
    )
    await logChange({ actorId, entity: 'dog', entityId: dogId, action: 'added', change: dog }, transaction)
    return { dogId, arrival: { dog, wishes: {}, slot: { minutes: slotMinutes } }, groomer: null }
  }

  async setArrival(id: string, change: ArrivalChange, actorId: string | null): Promise<Visit> {
    await this.#sequelize.transaction(async (t) => {
      const row = await lockVisit(id, t)
      if (row.arrivalRevision !== change.baseRevision)
        throw new ChangedElsewhere(
          { arrival: row.arrival, arrivalRevision: row.arrivalRevision },
          await lastChangedBy('visit', id, t),
        )
      // Scores taken already must still make sense: a coat cannot become shorter than the free hair under a mat.
      const { stage, rows } = await assessmentOfVisit(id, t)
      readAssessment(assembleFile(change.arrival, stage, rows))
      await row.update(
        {
          arrival: change.arrival,
          arrivalRevision: row.arrivalRevision + 1,
          slotMinutes: Math.round(change.arrival.slot?.minutes ?? row.slotMinutes),
          station: row.station === 'expected' ? 'arrived' : row.station,
          // Whoever is here did come.
          calledOff: null,
          calledOffWhy: '',
          ...(change.personId === undefined ? {} : { personId: change.personId }),
        },
        { transaction: t },
      )
      // The dog is looked for by what it is called now.
      const { name, breed, coatType } = change.arrival.dog
      await DogRow.update(
        { coatType, ...(name ? { name } : {}), ...(breed ? { breed } : {}) },
        { where: { id: row.dogId }, transaction: t },
      )
      await logChange({ actorId, entity: 'visit', entityId: id, action: 'arrival', change }, t)
    })
    return this.read(id)
  }

  /** Asks a second pair of hands to score the dog; asked twice it is the same sheet. */
  async askSecond(id: string, actorId: string | null): Promise<Visit> {
    await this.#sequelize.transaction(async (t) => {
      await lockVisit(id, t)
      if (await AssessmentRow.findOne({ where: { visitId: id, role: 'second' }, transaction: t })) return
      const first = await assessmentOfVisit(id, t)
      const made = await AssessmentRow.create(
        { id: randomUUID(), visitId: id, role: 'second', scorerId: actorId, stage: first.stage },
        { transaction: t },
      )
      await logChange(
        { actorId, entity: 'assessment', entityId: made.id, action: 'second-asked', change: { visitId: id } },
        t,
      )
    })
    return this.read(id)
  }

  /** @throws {TooLate} for a dog that is here already */
  async move(id: string, change: BookingChange, actorId: string | null): Promise<Visit> {
    await this.#sequelize.transaction(async (t) => {
      const row = await lockVisit(id, t)
      if (row.station !== 'expected')
        throw new TooLate(`${nameOf(row)} is here already; who grooms it and how long it has is said at its arrival`)
      const before = { startsAt: iso(row.startsAt), slotMinutes: row.slotMinutes, personId: row.personId }
      const { startsAt, slotMinutes, personId } = change
      const arrival = { ...row.arrival, slot: { ...row.arrival.slot, minutes: slotMinutes } }
      await row.update({ startsAt: new Date(startsAt), slotMinutes, personId, arrival }, { transaction: t })
      await logChange(
        { actorId, entity: 'visit', entityId: id, action: 'moved', change: { from: before, to: change } },
        t,
      )
    })
    return this.read(id)
  }

  /**
   * A visit that does not take place, or does after all. What was written down of the dog stays.
   * @throws {TooLate} once a groom has begun
   */
  async callOff(
    id: string,
    { as, why }: { as: CalledOff | null; why: string },
    actorId: string | null,
  ): Promise<Visit> {
    await this.#sequelize.transaction(async (t) => {
      const row = await lockVisit(id, t)
      if (as === 'no-show' && row.station !== 'expected') throw new TooLate(`${nameOf(row)} did come`)
      if (as && (AT_WORK.has(row.station) || row.station === 'ready' || row.station === 'gone'))
        throw new TooLate(`the groom of ${nameOf(row)} has begun: finish it at the bench and say goodbye`)
      await row.update({ calledOff: as, calledOffWhy: as ? why : '' }, { transaction: t })
      await logChange({ actorId, entity: 'visit', entityId: id, action: 'called-off', change: { as, why } }, t)
    })
    return this.read(id)
  }

  /** @param batchId made by the sender; what comes twice is done once, however late the second comes */
  async setStation(id: string, station: Station, actorId: string | null, batchId?: string): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      const row = await lockVisit(id, t)
      if (batchId && (await isLogged(batchId, t))) return
      const from = row.station
      if (AT_WORK.has(station) && !AT_WORK.has(from)) await this.#assertMayBegin(row, t)
      await row.update({ station }, { transaction: t })
      const change = { from, to: station }
      await logChange({ actorId, entity: 'visit', entityId: id, action: 'station', change, batchId }, t)
    })
  }

  /** A groom whose plan needs a yes does not begin by another door. */
  async #assertMayBegin(visit: VisitRow, t: Transaction): Promise<void> {
    const { id } = await assessmentOfVisit(visit.id, t)
    const latest = await PlanRow.findOne({
      where: { assessmentId: id },
      order: [['createdAt', 'DESC']],
      transaction: t,
    })
    if (!latest || latest.acceptedAt) return
    const needs = await outstandingNeeds(latest, visit, t)
    if (needs.length > 0) throw new NeedsConsent(needs)
  }

  async #cards(rows: readonly VisitRow[]): Promise<VisitCard[]> {
    if (rows.length === 0) return []
    const ids = rows.map(({ id }) => id)
    const [dogs, counts, plans] = await Promise.all([
      DogRow.findAll({ where: { id: rows.map(({ dogId }) => dogId) } }),
      this.#sequelize.query<{ visit_id: string; scored: string }>(
        `SELECT a.visit_id, count(s.mat) AS scored FROM assessments a JOIN scores s ON s.assessment_id = a.id
         WHERE a.visit_id IN (:ids) AND a.role = 'first' GROUP BY a.visit_id`,
        { type: QueryTypes.SELECT, replacements: { ids } },
      ),
      plansSay(ids),
    ])
    const clients = await ClientRow.findAll({ where: { id: dogs.map(({ clientId }) => clientId) } })
    return rows.map((row): VisitCard => {
      const dog = dogs.find(({ id }) => id === row.dogId)!
      const client = clients.find(({ id }) => id === dog.clientId)!
      const scored = Number(counts.find(({ visit_id }) => visit_id === row.id)?.scored ?? 0)
      return cardOf(row, client, scored, plans.get(row.id))
    })
  }

  async #past(
    rows: readonly VisitRow[],
    salon: Promise<Salon>,
    says: ReadonlyMap<string, PlanSays>,
    lookAt: (visitId: string) => AssessmentDoc | undefined,
  ): Promise<PastVisit[]> {
    if (rows.length === 0) return []
    const [{ estimates }, goodbyes] = await Promise.all([
      salon,
      GoodbyeRow.findAll({ where: { visitId: rows.map(({ id }) => id) }, attributes: ['visitId', 'summary'] }),
    ])
    const house = houseWith(estimates)
    return rows.map((row): PastVisit => {
      const look = lookAt(row.id)
      if (!look) throw new NotFound('assessment of visit', row.id)
      const { sheet } = assessmentOf(assembleFile(row.arrival, look.stage, look.rows), house)
      const plan = says.get(row.id)
      return {
        id: row.id,
        startsAt: iso(row.startsAt),
        choice: plan?.choice ?? null,
        vet: plan?.vet ?? false,
        minutes: plan?.minutes.low ?? null,
        matIndex: indicesOf(sheet, house).mat.value,
        rows: look.rows,
        leftMm: goodbyes.find(({ visitId }) => visitId === row.id)?.summary?.lengthMm ?? null,
      }
    })
  }
}

/** The visits of its dog before it, the last first. */
const pastOf = ({ dogId, startsAt }: VisitRow): Promise<VisitRow[]> =>
  VisitRow.findAll({
    where: { dogId, startsAt: { [Op.lt]: startsAt }, calledOff: null },
    order: [['startsAt', 'DESC']],
    limit: PAST_VISITS,
  })

/** @param scored region-sides scored for mats @param plan what the plan in force says */
const cardOf = (row: VisitRow, owner: ClientRow, scored: number, plan: PlanSays | undefined): VisitCard => {
  const { id, name, phone, email, note, secondPhone } = owner
  return {
    id: row.id,
    startsAt: iso(row.startsAt),
    slotMinutes: row.slotMinutes,
    station: row.station,
    personId: row.personId,
    dogId: row.dogId,
    arrival: row.arrival,
    client: { id, name, phone, email, note, secondPhone },
    calledOff: row.calledOff ?? null,
    calledOffWhy: row.calledOffWhy ?? '',
    scored,
    plan: plan
      ? {
          choice: plan.choice,
          vet: plan.vet,
          minutes: plan.minutes,
          acceptedAt: plan.accepted_at ? iso(plan.accepted_at) : null,
        }
      : null,
  }
}

const nameOf = ({ arrival }: VisitRow): string => arrival.dog.name ?? 'the dog'

const leftBeside = (left: NonNullable<Arrival['wishes']['targetMm']>, pattern: Arrival['wishes']['pattern']) =>
  pattern ? withPattern({ style: 'trim', targetMm: left, pattern }, pattern).targetMm : left

/** Lengths it went home with last, mm; what was not cut then is not asked for now. */
async function lengthsLeft(dogId: string, transaction: Transaction): Promise<Arrival['wishes']['targetMm'] | null> {
  const visits = await VisitRow.findAll({
    where: { dogId },
    attributes: ['id', 'arrival'],
    order: [['startsAt', 'DESC']],
    transaction,
  })
  for (const { id, arrival } of visits) {
    const goodbye = await GoodbyeRow.findByPk(id, { attributes: ['summary'], transaction })
    const left = goodbye?.summary?.lengthMm
    if (!left) continue
    const came = { ...DEFAULT_LENGTHS[arrival.dog.coatType], ...arrival.dog.lengthMm }
    const cut = Object.entries(left).filter(([part, mm]) => mm < came[part as keyof typeof came] - CUT_MM)
    return Object.fromEntries(cut)
  }
  return null
}
const CUT_MM = 1

async function assessmentOfVisit(visitId: string, transaction?: Transaction): Promise<AssessmentDoc> {
  const row = await AssessmentRow.findOne({
    where: { visitId, role: 'first' },
    transaction: transaction ?? null,
  })
  if (!row) throw new NotFound('assessment of visit', visitId)
  return assessmentDoc(row, transaction)
}

/** At the same hour by the salon's clock, whatever summer time does in between. */
const weeksAfter = (at: string, weeks: number): string => instantAt(daysAfter(dateOf(at), 7 * weeks), timeOf(at))
