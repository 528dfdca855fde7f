import { Op } from 'sequelize'
import type { KeptPlan } from '../../contract/api/planning.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { usualWork } from '../../contract/formats/places.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { weekdayOf } from '../../contract/formats/wished-times.ts'
import {
  BLOWERS,
  type Day,
  type DayJob,
  DRYER,
  type Dryer,
  dryerFor,
  FINISHERS,
  type House,
  jobOf,
  protection,
  type Span,
  usualStages,
  type Week,
  type Worker,
} from '../../core/index.ts'
import { DayOffRow } from '../db/models/index.ts'
import type { DaySpan } from './dates.ts'
import type { DogToPlan } from './dogs.ts'

const MINUTE_MS = 60_000
/** Percent of a day's noise that one person may take. */
const NOISE_CAP = 100

/** One day of a salon: when it is open, and who is off. */
export interface OneDay {
  readonly date: string
  readonly opensAt: Date
  readonly closesAt: Date
  readonly now: Date
  readonly off: readonly DayOffRow[]
}

export const minutesFrom = (from: Date, to: Date): number => (to.getTime() - from.getTime()) / MINUTE_MS
export const after = (from: Date, minutes: number): Date => new Date(from.getTime() + minutes * MINUTE_MS)

/** A time of day where the salon is. */
export const atClock = (date: string, time: string): Date => new Date(`${date}T${time}:00`)

/** Monday is the first of a week. */
export const hoursOf = (week: Week, date: string): Span | null => week[weekdayOf(date) - 1] ?? null

export const offWithin = (from: Date, to: Date): Promise<DayOffRow[]> =>
  DayOffRow.findAll({ where: { fromAt: { [Op.lt]: to }, toAt: { [Op.gt]: from } } })

/** Whether and when a salon is open on a day, and why not. */
export function openOn(
  { premises }: Salon,
  off: readonly DayOffRow[],
  { date }: DaySpan,
): { hours: Span | null; closed: boolean; why: string } {
  const closed = off.find(({ day, personId }) => personId === null && day === date)
  const hours = hoursOf(premises.week, date)
  return { hours, closed: closed !== undefined || hours === null, why: closed?.why ?? '' }
}

/** Dryers that are at hand; a salon that wrote none down has one. */
export const dryersOf = ({ equipment: { dryers } }: Salon): readonly Pick<Dryer, 'id'>[] => {
  const here = dryers.filter(({ away, kind }) => !away && (BLOWERS.includes(kind) || FINISHERS.includes(kind)))
  return here.length > 0 ? here : [{ id: DRYER }]
}

/** Who works on dogs that day, and when. */
export function workersOf({ people, premises }: Salon, { date, opensAt, closesAt, off }: OneDay): Worker[] {
  return people.flatMap((person): Worker[] => {
    const { can, week, breaks } = person.work ?? usualWork(person.role)
    const hours = hoursOf(week ?? premises.week, date)
    if (person.left || can.length === 0 || (hours === null && week !== null)) return []
    if (off.some(({ personId, day }) => personId === person.id && day === date)) return []
    const at = (time: string): number => minutesFrom(opensAt, atClock(date, time))
    return [
      {
        id: person.id,
        can,
        noiseCap: NOISE_CAP,
        breaks: breaks.map(([from, to]) => [at(from), at(to)] as const),
        from: hours === null ? 0 : Math.max(0, at(hours[0])),
        to: hours === null ? minutesFrom(opensAt, closesAt) : at(hours[1]),
      },
    ]
  })
}

/** Minutes somebody is there between two times of the day, breaks apart. */
export function minutesThere({ from, to, breaks }: Worker, start: number, end: number): number {
  const overlap = (a: number, b: number): number => Math.max(0, Math.min(b, end) - Math.max(a, start))
  return overlap(from, to ?? end) - breaks.reduce((sum, [a, b]) => sum + overlap(a, b), 0)
}

export function dayOf(salon: Salon, house: House, one: OneDay, jobs: readonly DayJob[]): Day {
  return {
    to: minutesFrom(one.opensAt, one.closesAt),
    now: Math.max(0, Math.ceil(minutesFrom(one.opensAt, one.now))),
    places: [
      ...salon.premises.places.map(({ id, kind, maxKg }) => ({
        id,
        kind,
        maxKg,
        cleanMin: kind === 'pen' ? 0 : house['day.clean'],
      })),
      ...dryersOf(salon).map(({ id }) => ({ id, kind: DRYER, maxKg: null, cleanMin: 0 })),
    ],
    people: workersOf(salon, one),
    jobs,
  }
}

/**
 * A visit as a job of its day.
 * @param told what its people were told, min; null: by the time that was booked for it
 */
export function jobFor(
  { visit, of }: Pick<DogToPlan, 'visit' | 'of'>,
  opensAt: Date,
  salon: Salon,
  house: House,
  told: number | null,
): DayJob {
  const booked = minutesFrom(opensAt, visit.startsAt)
  const dryer = dryerFor(salon.equipment, BLOWERS) ?? dryerFor(salon.equipment, FINISHERS)
  const { protector } = salon.equipment
  const job = jobOf(
    {
      ...of,
      arrives: Math.max(0, booked),
      // What was told of another time than it is booked for now is nobody's promise any more.
      due: told !== null && told > booked ? told : Math.max(0, booked) + visit.slotMinutes,
      prefers: visit.personId,
    },
    dryer && dryer.dBA - (protector ? protection(protector) : 0),
    house,
  )
  return { ...job, arrives: Math.ceil(job.arrives) }
}

/** Somebody's dog of which only the time is known. */
export function unknownDog(minutes: number, startsAt: Date, house: House): Pick<DogToPlan, 'visit' | 'of'> {
  const { dog } = readAssessment(
    assembleFile({ dog: { coatType: 'curly', weightKg: 10 }, wishes: {} }, 'arrival', []),
    house,
  )
  return {
    visit: { startsAt, slotMinutes: minutes, station: 'arrived', personId: null } as DogToPlan['visit'],
    of: {
      id: COMER,
      dog,
      household: null,
      avoids: [],
      last: false,
      seen: false,
      stages: usualStages(minutes, house),
      begun: {},
      through: [],
    },
  }
}

/** A dog that is looked for a time for. */
export const COMER = 'comer'

export const workOf = ({ steps }: DayJob): number => steps.reduce((sum, { minutes }) => sum + minutes, 0)

/**
 * What has begun stands where the kept plan has it: nobody writes down at which table. What no plan has stands at the first
 * place of its kind that takes the dog and is not taken, so that nobody is sent to where somebody must be.
 */
export function withPlaces(day: Day, kept: KeptPlan['steps']): Day {
  const at = new Map(kept.map((step) => [`${step.job}\n${step.step}`, step]))
  const places = new Set(day.places.map(({ id }) => id))
  const known = (id: string | null | undefined): string | null => (id && places.has(id) ? id : null)
  const going = day.jobs.flatMap((job) =>
    job.steps.flatMap((step) => (step.begun?.end === null ? [{ job, step }] : [])),
  )
  const taken = new Set(
    going.flatMap(({ job, step }) => {
      const planned = at.get(`${job.id}\n${step.id}`)
      return [known(planned?.place), known(planned?.also)].filter((id) => id !== null)
    }),
  )
  const firstFree = (kind: string, weightKg: number | null): string | null => {
    const place = day.places.find(
      ({ id, kind: of, maxKg }) =>
        of === kind && !taken.has(id) && (maxKg === null || weightKg === null || weightKg <= maxKg),
    )
    if (place) taken.add(place.id)
    return place?.id ?? null
  }
  const workers = new Set(day.people.map(({ id }) => id))
  return {
    ...day,
    jobs: day.jobs.map((job) => ({
      ...job,
      steps: job.steps.map((step) => {
        if (!step.begun) return step
        const planned = at.get(`${job.id}\n${step.id}`)
        const person = step.begun.person ?? planned?.person ?? null
        return {
          ...step,
          begun: {
            ...step.begun,
            place: known(planned?.place) ?? (step.begun.end === null ? firstFree(step.kind, job.weightKg) : null),
            also:
              known(planned?.also) ??
              (step.begun.end === null && step.also !== null ? firstFree(step.also, job.weightKg) : null),
            person: person && workers.has(person) ? person : null,
          },
        }
      }),
    })),
  }
}
