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

/** Looks with their scores, however many by one statement. */
export async function assessmentDocs(
  rows: readonly AssessmentRow[],
  transaction?: Transaction,
): Promise<AssessmentDoc[]> {
  if (rows.length === 0) return []
  const scores = await ScoreRow.findAll({
    where: { assessmentId: rows.map(({ id }) => id) },
    order: [
      ['region', 'ASC'],
      ['side', 'ASC'],
    ],
    transaction: transaction ?? null,
  })
  const byLook = new Map(rows.map(({ id }) => [id, [] as AssessmentDoc['rows']]))
  for (const score of scores) byLook.get(score.assessmentId)!.push(sideRow(score))
  return rows.map((row) => ({
    id: row.id,
    visitId: row.visitId,
    role: row.role,
    stage: row.stage,
    revision: row.revision,
    scorerId: row.scorerId,
    updatedAt: iso(row.updatedAt),
    rows: byLook.get(row.id)!,
  }))
}

export const assessmentDoc = async (row: AssessmentRow, transaction?: Transaction): Promise<AssessmentDoc> =>
  (await assessmentDocs([row], transaction))[0]!

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
