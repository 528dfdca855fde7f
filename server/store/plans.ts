import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import type { Sequelize } from 'sequelize'
import type { PlanRecord, Station } from '../../contract/api.ts'
import { assembleFile } from '../../contract/assemble.ts'
import { readAssessment } from '../../contract/read-assessment.ts'
import { houseWith, MODEL_VERSION, planGroom } from '../../core/index.ts'
import { lockAssessment } from './assessments.ts'
import { assessmentDoc, planRecord } from './documents.ts'
import { NotFound } from './errors.ts'
import { logChange } from './log.ts'
import { AssessmentRow, PlanRow } from './models.ts'
import type { SalonRepo } from './salon.ts'
import { lockVisit } from './visits.ts'

const BEFORE_VERDICT: readonly Station[] = ['expected', 'arrived', 'look']

/** Plans as they were shown, each with its input and the model's version, so that an old one opens as it was. */
export class PlanRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  constructor(sequelize: Sequelize, salon: SalonRepo) {
    this.#sequelize = sequelize
    this.#salon = salon
  }

  /** Computes the plan of an assessment as it stands and keeps it; the same plan is not kept twice. */
  async make(assessmentId: string, actorId: string | null): Promise<PlanRecord> {
    const { estimates } = await this.#salon.read()
    return this.#sequelize.transaction(async (t) => {
      const row = await lockAssessment(assessmentId, t)
      const visit = await lockVisit(row.visitId, t)
      const { rows } = await assessmentDoc(row, t)
      // Through JSON, so that it compares equal to what the database gives back.
      const input = JSON.parse(JSON.stringify({ file: assembleFile(visit.arrival, row.stage, rows), estimates }))
      const last = await PlanRow.findOne({ where: { assessmentId }, order: [['createdAt', 'DESC']], transaction: t })
      if (last && last.model === MODEL_VERSION && isDeepStrictEqual(last.input, input)) return planRecord(last)
      const house = houseWith(estimates)
      const plan = planGroom(readAssessment(input.file, house), house)
      const made = await PlanRow.create(
        { id: randomUUID(), assessmentId, assessmentRevision: row.revision, model: MODEL_VERSION, input, plan },
        { transaction: t },
      )
      if (BEFORE_VERDICT.includes(visit.station)) await visit.update({ station: 'verdict' }, { transaction: t })
      const change = { assessmentId, revision: row.revision }
      await logChange({ actorId, entity: 'plan', entityId: made.id, action: 'made', change }, t)
      return planRecord(made)
    })
  }

  async read(id: string): Promise<PlanRecord> {
    const row = await PlanRow.findByPk(id)
    if (!row) throw new NotFound('plan', id)
    return planRecord(row)
  }

  /** Takes a plan: the dog moves on to the bath, or straight to its owner where the groom stops. */
  accept(id: string, actorId: string | null): Promise<PlanRecord> {
    return this.#sequelize.transaction(async (t) => {
      const row = await PlanRow.findByPk(id, { transaction: t, lock: true })
      if (!row) throw new NotFound('plan', id)
      if (row.acceptedAt) return planRecord(row)
      await row.update({ acceptedAt: new Date(), acceptedBy: actorId }, { transaction: t })
      const assessment = (await AssessmentRow.findByPk(row.assessmentId, { transaction: t }))!
      const visit = await lockVisit(assessment.visitId, t)
      const next: Station = row.plan.verdict.choice === 'refer' ? 'ready' : 'bath'
      if ([...BEFORE_VERDICT, 'verdict'].includes(visit.station))
        await visit.update({ station: next }, { transaction: t })
      await logChange({ actorId, entity: 'plan', entityId: id, action: 'accepted', change: { station: next } }, t)
      return planRecord(row)
    })
  }
}
