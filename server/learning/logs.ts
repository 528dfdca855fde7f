import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import {
  type Bench,
  type Care,
  type CoatType,
  careSaid,
  type Dog,
  ESTIMATES,
  type EstimateId,
  type House,
  type Interval,
  type MattingLog,
  type MinutesLog,
  type RegionPlan,
  timingsOf,
} from '../../core/index.ts'
import { GoodbyeRow, TimingRow, VisitRow } from '../db/models/index.ts'
import { benchNow } from '../groom/bench.ts'
import { planInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'
import { intervalFrom, LEFT_COLUMNS, LEFT_KNOWN, type Left } from '../salon/known.ts'
import { keepMatter } from './matter.ts'

/** What is learnt from: half of a log's weight is gone after twenty visits, so older ones say next to nothing. */
const MOST_STEPS = 8000
const MOST_INTERVALS = 4000
/** Earlier visits whose steps are taken in at once. */
const TAKEN_IN = 200

/** Keeps the steps of a groom that was said goodbye to. @param dog and house what it was planned for, and with */
export async function keepTimings(
  visit: Pick<VisitRow, 'id' | 'startsAt'>,
  bench: Bench | null,
  regions: readonly RegionPlan[],
  dog: Pick<Dog, 'temperament' | 'density'>,
  house: House,
  transaction: Transaction,
): Promise<void> {
  const timings = bench ? timingsOf(bench, regions, dog, house) : []
  await TimingRow.bulkCreate(
    timings.map((timing) => ({ visitId: visit.id, at: visit.startsAt, ...timing })),
    { transaction, ignoreDuplicates: true },
  )
}

/** Takes in the steps of visits that were closed before steps were kept, the latest first. */
export async function takeInEarlier(sequelize: Sequelize, now: Date): Promise<void> {
  const closed = await GoodbyeRow.findAll({
    where: { timed: false, finishedAt: { [Op.not]: null } },
    attributes: ['visitId'],
    order: [['finishedAt', 'DESC']],
    limit: TAKEN_IN,
  })
  for (const { visitId } of closed)
    await sequelize.transaction(async (t) => {
      const [visit, plan, bench] = [
        await VisitRow.findByPk(visitId, { transaction: t }),
        await planInForce(visitId, t),
        await benchNow(visitId, now, t),
      ]
      if (visit && plan) {
        const { assessment, house } = madeFrom(plan)
        await keepTimings(visit, bench, plan.plan.regions, assessment.dog, house, t)
        await keepMatter(visitId, assessment, plan.plan, house, bench, t)
      }
      await GoodbyeRow.update({ timed: true }, { where: { visitId }, transaction: t })
    })
}

/** Steps by the clock, oldest first. */
export async function minutesLogs(): Promise<MinutesLog[]> {
  const rows = await TimingRow.findAll({
    order: [
      ['at', 'DESC'],
      ['visitId', 'ASC'],
      ['step', 'ASC'],
    ],
    limit: MOST_STEPS,
  })
  return rows.reverse().map(({ visitId, step, personId, at, parts, factors, fixedMin, takenMin }) => ({
    id: `${visitId} ${step}`,
    visitId,
    personId,
    at: at.getTime(),
    parts,
    factors,
    fixedMin,
    takenMin,
  }))
}

interface LeftAndFound extends Left {
  readonly visit_id: string
  readonly dog_id: string
  readonly name: string | null
  readonly coat: CoatType
  readonly brushing: { readonly perWeek: number; readonly toSkin: boolean } | null
  readonly estimates: Partial<Record<EstimateId, number>> | null
}

/** One interval of a dog between two visits, with the visit that ended it. */
export interface LoggedInterval extends Interval {
  readonly visitId: string
  readonly dogId: string
  readonly name: string
  readonly coatType: CoatType
  /** What its people said at the goodbye they brush. */
  readonly care: Care | null
  readonly at: number
  /** As they were reckoned with then. */
  readonly reckoned: readonly number[]
}

/** Every interval that ended in a visit of which both ends are known, oldest first, with usual rates by our own numbers. */
export async function intervals(sequelize: Sequelize): Promise<LoggedInterval[]> {
  const rows = await sequelize.query<LeftAndFound>(
    `SELECT * FROM (
       SELECT v.id AS visit_id, v.dog_id, v.arrival -> 'dog' ->> 'name' AS name, v.arrival -> 'dog' ->> 'coatType' AS coat,
         v.arrival #> '{wishes,homeBrushing}' AS brushing, v.starts_at,
         ${LEFT_COLUMNS},
         (SELECT p.input -> 'estimates' FROM assessments a JOIN plans p ON p.assessment_id = a.id
          WHERE a.visit_id = v.id AND a.role = 'first' AND p.accepted_at IS NOT NULL ORDER BY p.accepted_at DESC LIMIT 1) AS estimates
       FROM visits v JOIN goodbyes g ON g.visit_id = v.id
       WHERE ${LEFT_KNOWN}
       ORDER BY v.starts_at DESC LIMIT :most
     ) latest ORDER BY dog_id, starts_at`,
    { type: QueryTypes.SELECT, replacements: { most: MOST_INTERVALS } },
  )
  return rows
    .flatMap((row, i): LoggedInterval[] => {
      const last = rows[i - 1]
      if (last?.dog_id !== row.dog_id) return []
      const care = careSaid(last.brushing)
      const times = [`matting.${last.coat}` as const, ...(care ? [care] : [])].reduce(
        (all, id) => (all * ESTIMATES[id].value) / (last.estimates?.[id] ?? ESTIMATES[id].value),
        1,
      )
      return [
        {
          visitId: row.visit_id,
          dogId: row.dog_id,
          name: row.name ?? '',
          coatType: last.coat,
          care,
          at: row.starts_at.getTime(),
          ...intervalFrom(last, row),
          reckoned: last.usual_rates,
          usualRates: last.usual_rates.map((rate) => rate * times),
        },
      ]
    })
    .sort((a, b) => a.at - b.at)
}

/** What a dog said while it was brushed alike, each by itself. */
export function mattingLogs(all: readonly LoggedInterval[]): MattingLog[] {
  const alike = new Map<string, LoggedInterval[]>()
  for (const one of all) {
    const key = `${one.dogId} ${one.care ?? ''}`
    alike.set(key, [...(alike.get(key) ?? []), one])
  }
  return [...alike.values()].map((own) => {
    const { dogId, coatType, care } = own[0]!
    return { dogId, coatType, care, intervals: own }
  })
}
