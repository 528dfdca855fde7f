import { QueryTypes, type Transaction } from 'sequelize'
import { PlanRow } from '../db/models/index.ts'

/**
 * Which plan a visit runs by: of the first look's plans the one taken last, and while none is taken the one made last.
 * Everything that follows a plan, from the bath to the record that is sent to another salon, asks here.
 */
export const IN_FORCE_ORDER = 'p.accepted_at DESC NULLS LAST, p.created_at DESC'

const IN_FORCE = `SELECT DISTINCT ON (a.visit_id) a.visit_id, p.* FROM assessments a JOIN plans p ON p.assessment_id = a.id
  WHERE a.visit_id IN (:visitIds) AND a.role = 'first' ORDER BY a.visit_id, ${IN_FORCE_ORDER}`

/** What the plans in force say, read without the whole plans. */
export interface PlanSays {
  readonly visit_id: string
  readonly choice: string
  readonly vet: boolean
  /** Of this day's coat work: the first visit's, where there are several. */
  readonly minutes: { readonly low: number; readonly high: number }
  readonly accepted_at: Date | null
}

const asked = (transaction: Transaction | undefined) => ({ transaction: transaction ?? null })

/** @returns the plan in force of each visit that has one, by visit */
export async function plansInForce(
  visitIds: readonly string[],
  transaction?: Transaction,
): Promise<ReadonlyMap<string, PlanRow>> {
  if (visitIds.length === 0) return new Map()
  const rows = await PlanRow.sequelize!.query(IN_FORCE, {
    model: PlanRow,
    mapToModel: true,
    replacements: { visitIds },
    ...asked(transaction),
  })
  return new Map(rows.map((row) => [row.get('visit_id') as unknown as string, row]))
}

/** @returns null where no plan was made yet */
export const planInForce = async (visitId: string, transaction?: Transaction): Promise<PlanRow | null> =>
  (await plansInForce([visitId], transaction)).get(visitId) ?? null

/** The verdict and minutes of each visit's plan in force; `vetDecides` (core/groom/today.ts) asked of it in SQL. */
export async function plansSay(visitIds: readonly string[]): Promise<ReadonlyMap<string, PlanSays>> {
  if (visitIds.length === 0) return new Map()
  const rows = await PlanRow.sequelize!.query<PlanSays>(
    `SELECT visit_id, plan -> 'verdict' ->> 'choice' AS choice, accepted_at,
       EXISTS (SELECT FROM jsonb_array_elements(plan -> 'stops') stop WHERE stop ->> 'code' = 'pelted-frail') AS vet,
       CASE WHEN plan #> '{split,visits,0,minutes}' IS NULL THEN plan -> 'verdict' -> 'minutes'
         ELSE jsonb_build_object('low', plan #> '{split,visits,0,minutes}', 'high', plan #> '{split,visits,0,minutes}')
       END AS minutes
     FROM (${IN_FORCE}) in_force`,
    { type: QueryTypes.SELECT, replacements: { visitIds } },
  )
  return new Map(rows.map((row) => [row.visit_id, row]))
}
