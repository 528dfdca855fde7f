import { randomUUID } from 'node:crypto'
import { Op, type Sequelize } from 'sequelize'
import type { DayOff, DayToPlan, FoundTime, KeptPlan, WeekDay } from '../../contract/api/planning.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { dayFileOf, readDay } from '../../contract/formats/day-file.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { seeded } from '../../contract/formats/random.ts'
import { suits, type WishedTimes } from '../../contract/formats/wished-times.ts'
import { daysAfter } from '../../contract/words/dates.ts'
import {
  type BreachId,
  checkDay,
  type DayJob,
  type House,
  houseWith,
  type Offer,
  offerOf,
  timesIn,
} from '../../core/index.ts'
import type { Clock } from '../db/clock.ts'
import { iso } from '../db/documents.ts'
import { NotFound } from '../db/errors.ts'
import { takeTurn } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { DayOffRow, DayPlanRow, DogRow, VisitRow, withinSalon } from '../db/models/index.ts'
import type { SalonRepo } from '../salon/salon.ts'
import { type DaySpan, localDate, spanOf } from './dates.ts'
import type { DogsOfDays } from './dogs.ts'
import {
  after,
  atClock,
  COMER,
  dayOf,
  dryersOf,
  hoursOf,
  jobFor,
  minutesFrom,
  minutesThere,
  offWithin,
  openOn,
  unknownDog,
  withPlaces,
  workersOf,
  workOf,
} from './laid-out.ts'

const SEED = 1
/** A day closed by the week is laid out all the same where somebody is booked. */
const ANY_DAY = ['08:30', '17:30'] as const
/** Times offered are this far apart, min. */
const EVERY = 30
const OFFERED = 3
/** Lived through to see whether everybody's time still holds; the rest is judged by what it weighs. */
const MOST_LOOKED = 10
const OF_ONE_DAY = 2
const MOST_NAMED = 5
const HALF = 0.5
const WEEK = 7
/** What a plan may have to break, and says so; the rest waits until it is kept. */
const WEIGHED: ReadonlySet<BreachId> = new Set(['inside-too-long', 'noise'])

/** The day as a whole: who is where when, what was promised, what a week holds, when a dog could come. */
export class ScheduleRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #dogs: DogsOfDays
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, dogs: DogsOfDays, now: Clock) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#dogs = dogs
    this.#now = now
  }

  async plan(span: DaySpan): Promise<DayToPlan> {
    const [salon, kept, off] = await Promise.all([
      this.#salon.read(),
      DayPlanRow.findByPk(span.date),
      offWithin(span.from, span.to),
    ])
    const house = houseWith(salon.estimates)
    const now = this.#now()
    const closed = off.some(({ personId }) => personId === null)
    const hours = hoursOf(salon.premises.week, span.date)
    const [opens, closes] = hours ?? ANY_DAY
    const booked = await VisitRow.min<Date | null, VisitRow>('startsAt', {
      where: { startsAt: { [Op.gte]: span.from, [Op.lt]: span.to }, calledOff: null },
    })
    // Whoever is booked before it opens is let in.
    const usual = atClock(span.date, opens)
    const opensAt = booked && booked < usual ? booked : usual
    const dogs = await this.#dogs.between(span.from, span.to, opensAt, now, salon, house, true)
    const here = dogs.filter(({ visit }) => visit.station !== 'gone' && visit.station !== 'ready')
    const told = new Map(kept?.plan.told.map(({ job, promise }) => [job, promise]) ?? [])
    const day = dayOf(
      salon,
      house,
      { date: span.date, opensAt, closesAt: atClock(span.date, closes), now, off },
      here.map((dog) => jobFor(dog, opensAt, salon, house, told.get(dog.visit.id) ?? null)),
    )
    return {
      date: span.date,
      opensAt: iso(opensAt),
      closesAt: closed || hours === null ? null : iso(atClock(span.date, closes)),
      file: dayFileOf(withPlaces(day, kept?.plan.steps ?? [])),
      dogs: dogs.map(({ card }) => card),
      kept: kept && keptDoc(kept),
    }
  }

  /**
   * Keeps a plan, with what the owners were told.
   * @throws {BadInput} for a plan that breaks a bound of the day as it stands now
   */
  async keepPlan(span: DaySpan, plan: Pick<KeptPlan, 'steps' | 'told'>, actorId: string | null): Promise<DayToPlan> {
    const before = await this.plan(span)
    const day = readDay(before.file)
    const known = new Set(day.jobs.map(({ id }) => id))
    const steps = plan.steps.filter(({ job }) => known.has(job))
    const broken = checkDay(day, steps).filter(({ code }) => !WEIGHED.has(code))
    if (broken.length > 0)
      throw new BadInput(
        broken.slice(0, MOST_NAMED).map(({ code, job, step, other }) => ({
          path: ['steps', job, step].filter(Boolean).join('.'),
          value: code,
          expected: `a plan of the day as it is now${other ? `; in the way: ${other}` : ''}`,
        })),
      )
    await this.#sequelize.transaction(async (transaction) => {
      const told = plan.told.filter(({ job }) => known.has(job))
      await DayPlanRow.upsert(
        { date: span.date, plan: { steps, told, opensAt: before.opensAt }, keptAt: this.#now(), keptBy: actorId },
        { ...withinSalon('date'), transaction },
      )
      await logChange({ actorId, entity: 'day', entityId: span.date, action: 'planned', change: { told } }, transaction)
    })
    return this.plan(span)
  }

  async daysOff(): Promise<DayOff[]> {
    const rows = await DayOffRow.findAll({
      where: { toAt: { [Op.gt]: this.#now() } },
      order: [
        ['day', 'ASC'],
        ['id', 'ASC'],
      ],
    })
    return rows.map(({ id, day, personId, why }) => ({ id, day, personId, why }))
  }

  /** @throws {CannotBook} by the database, where somebody is booked that day */
  async setDayOff(
    { day, personId, off, why }: { day: string; personId: string | null; off: boolean; why: string },
    actorId: string | null,
  ): Promise<DayOff[]> {
    const { from, to } = spanOf(day)
    await this.#sequelize.transaction(async (transaction) => {
      await takeTurn(this.#sequelize, 'days off', transaction)
      await DayOffRow.destroy({ where: { day, personId }, transaction })
      if (off) await DayOffRow.create({ id: randomUUID(), day, personId, fromAt: from, toAt: to, why }, { transaction })
      await logChange(
        { actorId, entity: 'day', entityId: day, action: off ? 'off' : 'not-off', change: { personId, why } },
        transaction,
      )
    })
    return this.daysOff()
  }

  /** Seven days from one on, in minutes. */
  async week(first: string): Promise<WeekDay[]> {
    const salon = await this.#salon.read()
    const house = houseWith(salon.estimates)
    const now = this.#now()
    const spans = Array.from({ length: WEEK }, (_, i) => spanOf(daysAfter(first, i)))
    const [off, dogs] = await Promise.all([
      offWithin(spans[0]!.from, spans.at(-1)!.to),
      this.#dogs.between(spans[0]!.from, spans.at(-1)!.to, spans[0]!.from, now, salon, house, false),
    ])
    return spans.map((span): WeekDay => {
      const own = dogs.filter(({ visit }) => visit.startsAt >= span.from && visit.startsAt < span.to)
      const { hours, closed, why } = openOn(salon, off, span)
      const [opens, closes] = hours ?? ANY_DAY
      const opensAt = atClock(span.date, opens)
      const closesAt = atClock(span.date, closes)
      const noon = new Date((opensAt.getTime() + closesAt.getTime()) / 2)
      const people = closed ? [] : workersOf(salon, { date: span.date, opensAt, closesAt, now, off })
      const jobs = own.map((dog) => ({ dog, job: jobFor(dog, opensAt, salon, house, null) }))
      const half = (from: Date, to: Date) => {
        const minutes = minutesFrom(from, to)
        const start = minutesFrom(opensAt, from)
        const hands = people.reduce((sum, worker) => sum + minutesThere(worker, start, start + minutes), 0)
        const within = jobs.filter(({ dog: { visit } }) =>
          from === opensAt ? visit.startsAt < to : visit.startsAt >= from,
        )
        const taken = (of: (step: DayJob['steps'][number]) => boolean): number =>
          Math.round(within.flatMap(({ job }) => job.steps.filter(of)).reduce((sum, step) => sum + step.minutes, 0))
        return {
          has: {
            hands: Math.round(hands),
            tub: closed ? 0 : Math.round(minutes * salon.premises.places.filter(({ kind }) => kind === 'tub').length),
            dryer: closed ? 0 : Math.round(minutes * dryersOf(salon).length),
          },
          taken: {
            hands: taken(() => true),
            tub: taken(({ kind }) => kind === 'tub'),
            dryer: taken(({ also }) => also !== null),
          },
        }
      }
      return {
        date: span.date,
        closed,
        why,
        halves: [half(opensAt, noon), half(noon, closesAt)],
        visits: jobs.map(({ dog: { card, visit }, job }) => ({
          visitId: card.visitId,
          dogId: visit.dogId,
          name: card.name,
          startsAt: card.startsAt,
          slotMinutes: card.slotMinutes,
          personId: visit.personId,
          station: card.station,
          hands: Math.round(job.steps.reduce((sum, step) => sum + step.minutes, 0)),
        })),
      }
    })
  }

  /** The best times for a dog in some weeks: those at which every promise still holds, then those that weigh least. */
  async times(asked: {
    dogId?: string | undefined
    visitId?: string | undefined
    minutes: number
    from?: string | undefined
    weeks: number
    personId?: string | undefined
    wishes: WishedTimes
  }): Promise<FoundTime[]> {
    const salon = await this.#salon.read()
    const house = houseWith(salon.estimates)
    const now = this.#now()
    const first = asked.from && asked.from > localDate(now) ? asked.from : localDate(now)
    const spans = Array.from({ length: asked.weeks * WEEK }, (_, i) => spanOf(daysAfter(first, i)))
    const [off, dogs, comer] = await Promise.all([
      offWithin(spans[0]!.from, spans.at(-1)!.to),
      this.#dogs.between(spans[0]!.from, spans.at(-1)!.to, spans[0]!.from, now, salon, house, false),
      this.#comer(asked, salon, house, now),
    ])
    const random = seeded(SEED)
    const offers = spans.flatMap((span) => {
      const { hours, closed } = openOn(salon, off, span)
      if (closed || hours === null) return []
      if (asked.personId && off.some(({ day, personId }) => day === span.date && personId === asked.personId)) return []
      const opensAt = atClock(span.date, hours[0])
      const closesAt = atClock(span.date, hours[1])
      const own = dogs.filter(
        ({ visit }) => visit.startsAt >= span.from && visit.startsAt < span.to && visit.id !== asked.visitId,
      )
      if (own.some(({ visit }) => visit.dogId === comer.dogId)) return []
      const day = dayOf(
        salon,
        house,
        { date: span.date, opensAt, closesAt, now, off },
        own.map((dog) => jobFor(dog, opensAt, salon, house, null)),
      )
      const open = minutesFrom(opensAt, closesAt)
      const soonest = Math.max(0, minutesFrom(opensAt, now))
      const arrivals: number[] = []
      for (let at = 0; at + comer.work <= open; at += EVERY)
        if (at >= soonest && suits(asked.wishes, after(opensAt, at))) arrivals.push(at)
      if (arrivals.length === 0) return []
      const job = { ...comer.job, prefers: asked.personId ?? comer.job.prefers }
      const hands = day.people.reduce((sum, worker) => sum + minutesThere(worker, 0, open), 0)
      const taken = day.jobs.flatMap(({ steps }) => steps).reduce((sum, { minutes }) => sum + minutes, 0)
      return timesIn(day, job, asked.minutes, arrivals, house, random).map((tried) => ({
        tried,
        opensAt,
        left: hands - taken - comer.work,
        full: taken / Math.max(1, hands),
      }))
    })
    // Closely looked at in the order of what they weigh, a few of each day, until there are enough that hold.
    const sorted = offers.sort((a, b) => a.tried.weighs - b.tried.weighs || a.opensAt.getTime() - b.opensAt.getTime())
    const looked: ((typeof sorted)[number] & { offer: Offer })[] = []
    for (const one of sorted) {
      if (looked.length >= MOST_LOOKED || looked.filter(holds).length >= OFFERED) break
      if (looked.filter(({ opensAt }) => opensAt === one.opensAt).length >= OF_ONE_DAY) continue
      looked.push({ ...one, offer: offerOf(one.tried, house, random) })
    }
    // Where nothing holds every promise it is said what the least bad ones cost.
    const best = looked.some(holds) ? looked.filter(holds) : looked.sort((a, b) => a.offer.moves - b.offer.moves)
    const shown = best.slice(0, OFFERED)
    const soonest = Math.min(...shown.map(({ opensAt, tried }) => after(opensAt, tried.arrives).getTime()))
    return shown
      .map(({ offer, tried, opensAt, left, full }): FoundTime => {
        const startsAt = after(opensAt, tried.arrives)
        return {
          startsAt: iso(startsAt),
          readyAt: iso(after(opensAt, offer.promise)),
          minutes: Math.round(comer.work),
          moves: offer.moves,
          left: Math.round(left),
          personId: asked.personId ?? comer.job.prefers,
          why:
            offer.moves > 0 || left < 0
              ? 'tight'
              : startsAt.getTime() === soonest
                ? 'soonest'
                : full < HALF
                  ? 'quiet-day'
                  : 'as-usual',
        }
      })
      .sort((a, b) => a.startsAt.localeCompare(b.startsAt))
  }

  /** Who comes: a dog of the book by how it went last time, or one nobody knows. */
  async #comer(
    { dogId, visitId, minutes }: { dogId?: string | undefined; visitId?: string | undefined; minutes: number },
    salon: Salon,
    house: House,
    now: Date,
  ): Promise<{ job: DayJob; work: number; dogId: string | null }> {
    if (dogId && !(await DogRow.findByPk(dogId))) throw new NotFound('dog', dogId)
    const visit = visitId
      ? await VisitRow.findByPk(visitId)
      : dogId
        ? await VisitRow.findOne({ where: { dogId, calledOff: null }, order: [['startsAt', 'DESC']] })
        : null
    if (visitId && !visit) throw new NotFound('visit', visitId)
    if (!visit) {
      const job = jobFor(unknownDog(minutes, now, house), now, salon, house, null)
      return { job, work: workOf(job), dogId: dogId ?? null }
    }
    const next = new Date(visit.startsAt.getTime() + 1)
    const [known] = (await this.#dogs.between(visit.startsAt, next, visit.startsAt, now, salon, house, false)).filter(
      ({ visit: { id } }) => id === visit.id,
    )
    if (!known) throw new NotFound('visit', visit.id)
    const job = jobFor(known, visit.startsAt, salon, house, null)
    return { job: { ...job, id: COMER, household: null }, work: workOf(job), dogId: visit.dogId }
  }
}

const holds = ({ offer, left }: { offer: Offer; left: number }): boolean => offer.moves === 0 && left >= 0

const keptDoc = ({ plan: { steps, told }, keptAt, keptBy }: DayPlanRow): KeptPlan => ({
  steps,
  told,
  keptAt: iso(keptAt),
  by: keptBy,
})
