import { QueryTypes, type Sequelize } from 'sequelize'
import {
  ESTIMATES,
  type EstimateId,
  type GiveLog,
  indexAt,
  type PlacesLog,
  REGION_SIDES,
  type RegionId,
  type Score,
  type Side,
  TREATMENT_IDS,
} from '../../core/index.ts'

/*
 * What hands found and what dogs bore, as logs: sheets of which nearly all was looked at, and grooms with the pull they took.
 */
const MOST = 1000
/** With fewer of its places looked at a sheet says little of how places hang together. */
const LEAST_PLACES = Math.ceil(0.75 * REGION_SIDES.length)

/** @returns the latest sheets, as they were at arrival */
export async function placesLogs(sequelize: Sequelize): Promise<PlacesLog[]> {
  const rows = await sequelize.query<{
    of: string
    scores: readonly { region: RegionId; side: Side | ''; mat: Score | null; undercoat: Score | null }[]
  }>(
    `SELECT v.dog_id AS of,
       jsonb_agg(jsonb_build_object('region', s.region, 'side', s.side, 'mat', s.mat, 'undercoat', s.undercoat)) AS scores
     FROM (SELECT id, dog_id, starts_at FROM visits WHERE called_off IS NULL AND station <> 'expected'
           ORDER BY starts_at DESC, id LIMIT :most) v
     JOIN assessments a ON a.visit_id = v.id AND a.role = 'first'
     JOIN scores s ON s.assessment_id = a.id
     GROUP BY v.id, v.dog_id, v.starts_at
     HAVING count(s.mat) >= :least
     ORDER BY v.starts_at, v.id`,
    { type: QueryTypes.SELECT, replacements: { most: MOST, least: LEAST_PLACES } },
  )
  return rows.map(({ of, scores }) => {
    const sheet = REGION_SIDES.map((): { mat: Score | null; undercoat: Score | null } => ({
      mat: null,
      undercoat: null,
    }))
    for (const { region, side, mat, undercoat } of scores) sheet[indexAt(region, side || null)] = { mat, undercoat }
    return { of, sheet }
  })
}

const BASE: EstimateId = 'give.base'

/** Each groom that is over: the pull of what was done, beside what ours says the dog can give, and whether it said no to work on its coat. */
export async function giveLogs(sequelize: Sequelize): Promise<GiveLog[]> {
  const rows = await sequelize.query<{
    of: string
    pull: number
    budget: number
    base: number | null
    stopped: boolean
  }>(
    `SELECT v.dog_id AS of, done.pull, (p.plan #>> '{verdict,pullBudget}')::float8 AS budget,
       (p.input #>> '{estimates,give.base}')::float8 AS base,
       EXISTS (SELECT 1 FROM bench_events e WHERE e.visit_id = v.id AND e.kind = 'skip' AND e.data ->> 'reason' = 'dog-says-no'
         AND split_part(e.data ->> 'step', '@', 1) IN (:coatWork)) AS stopped
     FROM (SELECT v.id, v.dog_id, v.starts_at FROM visits v JOIN goodbyes g ON g.visit_id = v.id
           WHERE g.finished_at IS NOT NULL ORDER BY v.starts_at DESC, v.id LIMIT :most) v
     JOIN LATERAL (SELECT sum(d.pull)::float8 AS pull FROM done_work d WHERE d.visit_id = v.id) done ON done.pull > 0
     JOIN LATERAL (SELECT p.plan, p.input FROM assessments a JOIN plans p ON p.assessment_id = a.id
           WHERE a.visit_id = v.id AND a.role = 'first' AND p.accepted_at IS NOT NULL
           ORDER BY p.accepted_at DESC LIMIT 1) p ON true
     ORDER BY v.starts_at, v.id`,
    { type: QueryTypes.SELECT, replacements: { most: MOST, coatWork: TREATMENT_IDS } },
  )
  const { value } = ESTIMATES[BASE]
  return rows
    .filter(({ budget }) => budget > 0)
    .map(({ of, pull, budget, base, stopped }) => ({ of, share: pull / ((budget * value) / (base ?? value)), stopped }))
}
