import type { Transaction } from 'sequelize'
import type { AssessmentDoc, PlanRecord, SideRow } from '../../contract/api.ts'
import { type AssessmentRow, type PlanRow, ScoreRow } from './models.ts'

/** Rows of the database as the documents that go over HTTP. */
export const iso = (date: Date): string => date.toISOString()

export const sideRow = (row: ScoreRow): SideRow => ({
  region: row.region,
  side: row.side === '' ? null : row.side,
  mat: row.mat,
  extent: row.extent,
  standoffMm: row.standoffMm,
  undercoat: row.undercoat,
  condition: row.condition,
  skin: row.skin,
  tags: row.tags,
  findings: row.findings,
  leave: row.leaveReason,
})

export async function assessmentDoc(row: AssessmentRow, transaction?: Transaction): Promise<AssessmentDoc> {
  const scores = await ScoreRow.findAll({
    where: { assessmentId: row.id },
    order: [
      ['region', 'ASC'],
      ['side', 'ASC'],
    ],
    transaction: transaction ?? null,
  })
  return {
    id: row.id,
    visitId: row.visitId,
    stage: row.stage,
    revision: row.revision,
    scorerId: row.scorerId,
    updatedAt: iso(row.updatedAt),
    rows: scores.map(sideRow),
  }
}

export const planRecord = (row: PlanRow): PlanRecord => ({
  id: row.id,
  assessmentId: row.assessmentId,
  assessmentRevision: row.assessmentRevision,
  model: row.model,
  createdAt: iso(row.createdAt),
  acceptedAt: row.acceptedAt ? iso(row.acceptedAt) : null,
  acceptedBy: row.acceptedBy ?? null,
  plan: row.plan,
})
