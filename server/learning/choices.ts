import { QueryTypes, type Sequelize } from 'sequelize'
import { type ChosenFrom, choiceOf, type EstimateId, houseWith, type WayChosen } from '../../core/index.ts'

/** The latest accepted verdicts that are looked at. */
const MOST = 1000

/** Accepted verdicts as choices among what was open; of those that an early version made what is not there is left out. */
export async function choicesMade(sequelize: Sequelize): Promise<WayChosen[]> {
  const rows = await sequelize.query<{
    id: string
    verdict: ChosenFrom
    estimates: Partial<Record<EstimateId, number>> | null
  }>(
    `SELECT p.id, p.input -> 'estimates' AS estimates,
       jsonb_build_object('style', p.plan #> '{verdict,style}', 'insteadOf', p.plan #> '{verdict,insteadOf}',
         'objective', p.plan #> '{verdict,objective}', 'minutes', p.plan #> '{verdict,minutes}',
         'pull', p.plan #> '{verdict,pull}',
         'alternatives', (SELECT jsonb_agg(one - 'losses' - 'outlineMm' - 'next') FROM jsonb_array_elements(p.plan #> '{verdict,alternatives}') one)
       ) AS verdict
     FROM plans p JOIN assessments a ON a.id = p.assessment_id AND a.role = 'first'
     WHERE p.accepted_at IS NOT NULL AND p.plan #> '{verdict,objective,coat}' IS NOT NULL
       AND jsonb_array_length(p.plan #> '{verdict,alternatives}') > 0
     ORDER BY p.accepted_at DESC, p.id LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { most: MOST } },
  )
  return rows.flatMap(({ id, verdict, estimates }) => choiceOf(id, verdict, houseWith(estimates ?? {})) ?? [])
}
