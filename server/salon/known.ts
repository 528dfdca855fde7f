import { Op, QueryTypes, type Transaction } from 'sequelize'
import { coreTool } from '../../contract/api/rack.ts'
import type { Salon } from '../../contract/api/salon.ts'
import type { Visit } from '../../contract/api/visits.ts'
import {
  type House,
  houseWith,
  type Interval,
  isOffered,
  minutesBy,
  type OwnRate,
  ownRate,
  type PaceSample,
  pacesOf,
  paceTable,
} from '../../core/index.ts'
import { PersonRow, TimingRow, ToolRow, type VisitRow, WorkedRow } from '../db/models/index.ts'
import { toolDoc } from '../rack/rack.ts'

const MS_PER_WEEK = 604_800_000
/** As far back as people's pace is learnt from. */
const MOST_SAMPLES = 400

/**
 * Logged minutes of a person, oldest first; those since a reset alone. Coat work is held against the rates the house has
 * now, whatever they were then: what a house learnt is not learnt of its people once more.
 */
export async function samplesOf(
  personId: string,
  since: string | undefined,
  house: House,
  t?: Transaction,
): Promise<PaceSample[]> {
  const rows = await WorkedRow.findAll({
    where: { personId, ...(since ? { at: { [Op.gte]: new Date(since) } } : {}) },
    order: [['at', 'DESC']],
    limit: MOST_SAMPLES,
    raw: true,
    transaction: t ?? null,
  })
  // Read with every dog that is opened, some hundred rows: only of coat work, and only what is reckoned with.
  const timings = await TimingRow.findAll({
    attributes: ['visitId', 'treatment', 'parts', 'factors', 'fixedMin', 'plannedMin'],
    where: {
      personId,
      visitId: [...new Set(rows.map(({ visitId }) => visitId))],
      treatment: [...new Set(rows.map(({ treatment }) => treatment))],
    },
    raw: true,
    transaction: t ?? null,
  })
  const byNow = new Map<string, number>()
  for (const { visitId, treatment, parts, factors, fixedMin, plannedMin } of timings) {
    const key = `${visitId} ${treatment}`
    byNow.set(key, (byNow.get(key) ?? 0) + minutesBy({ parts, factors, fixedMin }, house) - plannedMin)
  }
  return rows.reverse().map(({ visitId, treatment, plannedMin, takenMin }) => ({
    treatment,
    plannedMin: plannedMin + (byNow.get(`${visitId} ${treatment}`) ?? 0),
    takenMin,
  }))
}

async function paceOfPerson(person: PersonRow | null, house: House, t?: Transaction): Promise<Visit['known']['pace']> {
  if (!person || person.pace.off) return {}
  return paceTable(pacesOf(await samplesOf(person.id, person.pace.since, house, t), house))
}

/** What the dog's earlier visits say of how fast it mats. */
export async function intervalsOf(dogId: string, before: Date, t?: Transaction): Promise<Interval[]> {
  return intervalsBetween(await visitsLeft(dogId, before, t))
}

/** The intervals between visits of one dog, oldest first. */
export const intervalsBetween = (rows: readonly Left[]): Interval[] =>
  rows.slice(1).map((row, i) => intervalFrom(rows[i]!, row))

export const intervalFrom = (left: Left, found: Left): Interval => ({
  weeks: weeksBetween(left.starts_at, found.starts_at),
  leftIndex: left.left_index,
  foundIndex: found.found_index,
  usualRates: left.usual_rates,
})

export const weeksBetween = (from: Date, to: Date): number => (to.getTime() - from.getTime()) / MS_PER_WEEK

/** What is known of the mats a dog came and went with, of a goodbye `g`; visits closed by model 1.4 hold one rate for the whole interval. */
export const LEFT_COLUMNS = `(g.summary #>> '{after,mat}')::float8 AS left_index,
  (g.summary #>> '{before,mat}')::float8 AS found_index,
  COALESCE(g.summary -> 'usualRates', jsonb_build_array(g.summary -> 'usualRate')) AS usual_rates`
export const LEFT_KNOWN = `g.summary #>> '{after,mat}' IS NOT NULL AND g.summary #>> '{before,mat}' IS NOT NULL`

export interface Left {
  readonly starts_at: Date
  readonly left_index: number
  readonly found_index: number
  readonly usual_rates: readonly number[]
}

/** Every visit of a dog of which is known what mats it came and went with, oldest first. */
export const visitsLeft = (dogId: string, before: Date, t?: Transaction): Promise<Left[]> =>
  WorkedRow.sequelize!.query<Left>(
    `SELECT v.starts_at, ${LEFT_COLUMNS}
     FROM visits v JOIN goodbyes g ON g.visit_id = v.id
     WHERE v.dog_id = :dogId AND v.starts_at < :before AND ${LEFT_KNOWN}
     ORDER BY v.starts_at`,
    { type: QueryTypes.SELECT, replacements: { dogId, before }, transaction: t ?? null },
  )

async function ownOf(visit: VisitRow, house: House, t?: Transaction): Promise<OwnRate | null> {
  const intervals = await intervalsOf(visit.dogId, visit.startsAt, t)
  return intervals.length > 0 ? ownRate(intervals, house) : null
}

/** Blades and comb attachments that may be planned with; undefined where the salon keeps no list. */
async function rackThere(house: House, now: Date, t?: Transaction): Promise<Visit['known']['rack']> {
  const rows = await ToolRow.findAll({
    where: { retiredAt: { [Op.is]: null }, kind: ['blade', 'comb'] },
    order: [
      ['kind', 'ASC'],
      ['toolId', 'ASC'],
      ['form', 'ASC'],
    ],
    transaction: t ?? null,
  })
  if (rows.length === 0) return undefined
  const there = rows.filter((row) => isOffered(coreTool(toolDoc(row), now), house))
  const seen = new Set<string>()
  return there.flatMap(({ kind, toolId, form }) => {
    const key = `${kind} ${toolId} ${form ?? ''}`
    if (seen.has(key)) return []
    seen.add(key)
    return [{ kind, id: toolId, form }]
  })
}

/** What a plan of this visit takes beside the dog: the ways of house and person, the rack, pace, the dog's own rate. */
export async function knownOf(visit: VisitRow, salon: Salon, now: Date, t?: Transaction): Promise<Visit['known']> {
  const house = houseWith(salon.estimates)
  const person = visit.personId ? await PersonRow.findByPk(visit.personId, { transaction: t ?? null }) : null
  // One after the other: a transaction has one connection.
  const rack = await rackThere(house, now, t)
  const pace = await paceOfPerson(person, house, t)
  const own = await ownOf(visit, house, t)
  return { schools: { ...salon.schools, ...person?.schools }, ...(rack ? { rack } : {}), pace, own }
}
