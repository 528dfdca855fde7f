import type { Transaction } from 'sequelize'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { type Assessment, type ConsentNeed, consentNeeds, houseWith, stillNeeded } from '../../core/index.ts'
import { ConsentRow, PlanRow, type VisitRow } from '../db/models/index.ts'

/** The assessment a plan was made from, with the numbers of that day. */
export function madeFrom({ input }: PlanRow): { assessment: Assessment; house: ReturnType<typeof houseWith> } {
  const house = houseWith(input.estimates)
  return { assessment: readAssessment(input.file, house), house }
}

/** What the owner has not said yes to of this plan: by itself, less what earlier answers of the visit cover. */
export async function outstandingNeeds(
  row: PlanRow,
  visit: Pick<VisitRow, 'id' | 'quoted'>,
  transaction?: Transaction,
): Promise<ConsentNeed[]> {
  const { assessment, house } = madeFrom(row)
  const quoted = visit.quoted === null ? null : { told: visit.quoted, now: row.price }
  const needs = consentNeeds(row.plan, assessment, quoted, house)
  if (needs.length === 0) return []
  const answers = await ConsentRow.findAll({
    where: { visitId: visit.id, answer: ['yes', 'other'] },
    attributes: { exclude: ['page'] },
    transaction: transaction ?? null,
  })
  if (answers.length === 0) return needs
  const plans = await PlanRow.findAll({
    where: { id: answers.map(({ planId }) => planId) },
    transaction: transaction ?? null,
  })
  const agreed = answers.flatMap((answer) => {
    const asked = plans.find(({ id }) => id === answer.planId)!
    // "Another way" is a yes to that way of the same look, and to nothing else.
    if (answer.answer === 'other') {
      const sameLook = asked.assessmentId === row.assessmentId && asked.assessmentRevision === row.assessmentRevision
      return sameLook && row.plan.verdict.style === answer.answerStyle ? [{ plan: row.plan, needs }] : []
    }
    const before = madeFrom(asked)
    return [{ plan: asked.plan, needs: consentNeeds(asked.plan, before.assessment, null, before.house) }]
  })
  return stillNeeded(needs, row.plan, agreed, house)
}
