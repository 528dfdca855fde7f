import type { Transaction } from 'sequelize'
import type { Consent } from '../../contract/api/consent.ts'
import type { PlanRecord } from '../../contract/api/plan.ts'
import type { AssessmentDoc, SideRow } from '../../contract/api/scores.ts'
import type { ConsentNeed } from '../../core/index.ts'
import { type AssessmentRow, type ConsentRow, type PlanRow, ScoreRow } from './models/index.ts'

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
    role: row.role,
    stage: row.stage,
    revision: row.revision,
    scorerId: row.scorerId,
    updatedAt: iso(row.updatedAt),
    rows: scores.map(sideRow),
  }
}

/** @param needs what the owner has not said yes to, see outstandingNeeds */
export const planRecord = (row: PlanRow, needs: readonly ConsentNeed[]): PlanRecord => ({
  id: row.id,
  assessmentId: row.assessmentId,
  assessmentRevision: row.assessmentRevision,
  model: row.model,
  createdAt: iso(row.createdAt),
  acceptedAt: row.acceptedAt ? iso(row.acceptedAt) : null,
  acceptedBy: row.acceptedBy ?? null,
  style: row.style,
  reason: row.reason,
  price: row.price,
  needs: [...needs],
  plan: row.plan,
})

export const consentDoc = (row: ConsentRow): Consent => ({
  id: row.id,
  planId: row.planId,
  channel: row.channel,
  createdAt: iso(row.createdAt),
  expiresAt: row.expiresAt ? iso(row.expiresAt) : null,
  answer: row.answer,
  answerStyle: row.answerStyle,
  answeredAt: row.answeredAt ? iso(row.answeredAt) : null,
  saidBy: row.saidBy,
  recordedBy: row.recordedBy,
  note: row.note,
})
