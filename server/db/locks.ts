import type { Transaction } from 'sequelize'
import { NotFound } from './errors.ts'
import { AssessmentRow, VisitRow } from './models/index.ts'

/** Rows held until the transaction ends; whoever changes a visit or an assessment takes its lock first. */
export async function lockVisit(id: string, transaction: Transaction): Promise<VisitRow> {
  const row = await VisitRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('visit', id)
  return row
}

export async function lockAssessment(id: string, transaction: Transaction): Promise<AssessmentRow> {
  const row = await AssessmentRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('assessment', id)
  return row
}
