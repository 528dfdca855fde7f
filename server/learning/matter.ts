import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { readingOf, sinceStart } from '../../contract/formats/drying-reading.ts'
import {
  type Assessment,
  type Bench,
  bladeSays,
  type CoatType,
  coatAtTub,
  dryingModel,
  ESTIMATES,
  type EstimateId,
  growthSays,
  type House,
  type MatsSeen,
  type MatterLog,
  matsSay,
  type Plan,
  placesOf,
  productSays,
  type Said,
  saidBy,
  WASHES,
} from '../../core/index.ts'
import { MatterRow } from '../db/models/index.ts'
import { dryingOfVisit } from '../drying/dryings.ts'

const MOST = 4000
const DAY_MS = 86_400_000

/** Keeps what a groom said of water and air, and of blades. @param house the numbers it was planned with */
export async function keepMatter(
  visitId: string,
  assessment: Assessment,
  plan: Plan,
  house: House,
  bench: Bench | null,
  t: Transaction,
): Promise<void> {
  const blade = bladeSays(bench?.bladeReadings ?? [], house)
  const rows = [
    ...(await driedRows(visitId, assessment, plan, house, t)),
    // Its rate is read off its own curve, whatever rate was in use.
    ...(blade ? [{ visitId, estimate: blade.id, off: blade.off, sd: blade.sd }] : []),
  ]
  await MatterRow.bulkCreate(rows, { transaction: t, ignoreDuplicates: true })
}

type MatterOfVisit = Pick<MatterRow, 'visitId' | 'estimate' | 'off' | 'sd'>

async function driedRows(
  visitId: string,
  assessment: Assessment,
  plan: Plan,
  house: House,
  t: Transaction,
): Promise<MatterOfVisit[]> {
  const run = await dryingOfVisit(visitId, t)
  if (!run?.finishedAt) return []
  const model = dryingModel(assessment, plan, house)
  const { water, rate } = saidBy(
    model,
    placesOf(coatAtTub(assessment, plan, house), house),
    sinceStart(run, Date.parse(run.changedAt ?? run.finishedAt)),
    sinceStart(run, Date.parse(run.finishedAt)),
    run.readings.map((reading) => readingOf(run, reading)),
    house,
  )
  const said: readonly (readonly [EstimateId, Said | null])[] = [
    [`pickup.${assessment.dog.coatType}`, water],
    // What never met the strong air says nothing of it.
    ['air.k', model.air && run.changedAt ? rate : null],
  ]
  return said.flatMap(([estimate, one]) =>
    one
      ? // Beside our own number, whatever was in use then.
        [{ visitId, estimate, off: one.off + Math.log(house[estimate] / ESTIMATES[estimate].value), sd: one.sd }]
      : [],
  )
}

/** What dryings, lengths at return, mats as they were found and counts of the shelf say of our numbers. */
export async function matterLogs(sequelize: Sequelize, house: House): Promise<MatterLog[]> {
  const [dried, grown, poured, matted] = await Promise.all([
    dryingLogs(sequelize),
    growthLogs(sequelize, house),
    productLogs(sequelize, house),
    matsLogs(sequelize),
  ])
  return [...dried, ...grown, ...poured, ...matted]
}

const dryingLogs = (sequelize: Sequelize): Promise<MatterLog[]> =>
  sequelize.query<MatterLog>(
    `SELECT m.estimate AS id, v.dog_id AS of, m.off, m.sd FROM matter_logs m JOIN visits v ON v.id = m.visit_id
     ORDER BY v.starts_at DESC, m.visit_id, m.estimate LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { most: MOST } },
  )

interface CameBack {
  readonly dog_id: string
  readonly coat: CoatType
  readonly left_mm: Readonly<Record<string, number>>
  readonly before_mm: Readonly<Record<string, number>> | null
  readonly found_mm: Readonly<Record<string, number>>
  readonly ms: number
}

/** A length that stands as it stood at the visit before was taken over, and not said anew. */
async function growthLogs(sequelize: Sequelize, house: House): Promise<MatterLog[]> {
  const rows = await sequelize.query<CameBack>(
    `SELECT dog_id, coat, left_mm, before_mm, found_mm, ms FROM (
       SELECT v.dog_id, v.starts_at, v.arrival -> 'dog' ->> 'coatType' AS coat, v.arrival -> 'dog' -> 'lengthMm' AS found_mm,
         lag(v.arrival -> 'dog' -> 'lengthMm') OVER dog AS before_mm,
         lag(g.summary -> 'lengthMm') OVER dog AS left_mm,
         1000 * extract(epoch FROM v.starts_at - lag(v.starts_at) OVER dog)::float8 AS ms
       FROM visits v LEFT JOIN goodbyes g ON g.visit_id = v.id
       WHERE v.called_off IS NULL AND v.station <> 'expected'
       WINDOW dog AS (PARTITION BY v.dog_id ORDER BY v.starts_at)
     ) pairs WHERE left_mm IS NOT NULL AND found_mm IS NOT NULL ORDER BY starts_at DESC, dog_id LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { most: MOST } },
  )
  return rows.flatMap(({ dog_id, coat, left_mm, before_mm, found_mm, ms }): MatterLog[] => {
    const anew = Object.fromEntries(Object.entries(found_mm).filter(([part, mm]) => mm !== before_mm?.[part]))
    const says = growthSays(left_mm, anew, ms / DAY_MS, coat, house)
    return says ? [{ ...says, of: dog_id }] : []
  })
}

/** What each count of a shampoo found missing beyond what was booked since the count before. */
async function productLogs(sequelize: Sequelize, house: House): Promise<MatterLog[]> {
  const moves = await sequelize.query<{ product_id: string; kind: string; ml: number }>(
    `SELECT m.product_id, m.kind, m.ml FROM stock_moves m JOIN products p ON p.id = m.product_id
     WHERE p.kind IN (:washes) AND m.kind IN ('use', 'return', 'count') ORDER BY m.product_id, m.id`,
    { type: QueryTypes.SELECT, replacements: { washes: WASHES } },
  )
  const logs: MatterLog[] = []
  let of = ''
  let bookedMl = 0
  for (const { product_id, kind, ml } of moves) {
    if (product_id !== of) bookedMl = 0
    of = product_id
    if (kind !== 'count') {
      bookedMl -= ml
      continue
    }
    const says = productSays(bookedMl, bookedMl - ml, house['bath.ml'])
    if (says) logs.push({ ...says, of })
    bookedMl = 0
  }
  return logs.slice(-MOST)
}

/** How far mats reached and how much hair was free under them, of each level on each look that a plan was made of. */
async function matsLogs(sequelize: Sequelize): Promise<MatterLog[]> {
  const seen = await sequelize.query<MatsSeen & { readonly of: string }>(
    `SELECT v.dog_id AS of, s.mat, avg(ln(s.extent))::float8 AS "lnExtent",
       avg(ln(s.standoff_mm)) FILTER (WHERE s.standoff_mm > 0)::float8 AS "lnFreeMm"
     FROM scores s JOIN assessments a ON a.id = s.assessment_id JOIN visits v ON v.id = a.visit_id
     WHERE s.mat > 0 AND s.extent > 0 AND a.role = 'first' AND v.called_off IS NULL
     GROUP BY a.id, v.dog_id, v.starts_at, s.mat
     ORDER BY v.starts_at DESC, a.id, s.mat LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { most: MOST } },
  )
  return seen.flatMap(({ of, ...mats }) => matsSay(mats).map((says) => ({ ...says, of })))
}
