import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import type { Sequelize, Transaction } from 'sequelize'
import type { PlanRecord, PlanRequest } from '../../contract/api/plan.ts'
import type { Station } from '../../contract/api/stations.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { houseWith, MODEL_VERSION, type Plan, planWhole, quoteOfPlan } from '../../core/index.ts'
import type { Clock } from '../db/clock.ts'
import { assessmentDoc, planRecord } from '../db/documents.ts'
import { NeedsConsent, NotFound } from '../db/errors.ts'
import { lockAssessment, lockVisit } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { AssessmentRow, PlanRow, type VisitRow } from '../db/models/index.ts'
import { progressOf } from '../groom/progress.ts'
import { knownOf } from '../salon/known.ts'
import type { SalonRepo } from '../salon/salon.ts'
import { outstandingNeeds } from './needs.ts'

const BEFORE_VERDICT: readonly Station[] = ['expected', 'arrived', 'look']

/** Plans as they were shown, each with its input and the model's version, so that an old one opens as it was. */
export class PlanRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, now: Clock) {
    this.#now = now
    this.#sequelize = sequelize
    this.#salon = salon
  }

  /**
   * Computes the plan of an assessment as it stands, and of what is done, and keeps it; the same plan is not kept twice.
   * With a style: that way instead of the best, with the reason; the best stays beside it, and both are kept.
   */
  async make(assessmentId: string, request: PlanRequest, actorId: string | null): Promise<PlanRecord> {
    const salon = await this.#salon.read()
    const { estimates, prices } = salon
    return this.#sequelize.transaction(async (t) => {
      const row = await lockAssessment(assessmentId, t)
      if (row.role !== 'first')
        throw new BadInput([
          { path: 'id', value: assessmentId, expected: 'the first look; a second opinion plans nothing' },
        ])
      const visit = await lockVisit(row.visitId, t)
      const { rows } = await assessmentDoc(row, t)
      const known = await knownOf(visit, salon, this.#now(), t)
      const file = assembleFile(visit.arrival, row.stage, rows, await progressOf(visit.id, t), known)
      // Through JSON, so that it compares equal to what the database gives back.
      const input = JSON.parse(JSON.stringify({ file, estimates })) as PlanRow['input']
      const last = await PlanRow.findOne({ where: { assessmentId }, order: [['createdAt', 'DESC']], transaction: t })
      // What a person chose stands, also over scores given later, until that way no longer fits or they go back.
      const kept = request.best ? null : (last?.style ?? null)
      const wanted = request.style ?? kept
      const house = houseWith(estimates)
      const assessment = readAssessment(input.file, house)
      const priceOf = (plan: Plan): number => quoteOfPlan(assessment.dog, plan, prices).total
      const same = last && last.model === MODEL_VERSION && isDeepStrictEqual(last.input, input) && last.style === wanted
      if (same && last.price === priceOf(last.plan)) return this.#record(last, visit, t)
      const plan = planWhole(assessment, house, wanted)
      if (request.style && plan.verdict.style !== request.style)
        throw new BadInput([
          {
            path: 'style',
            value: request.style,
            expected: 'a way that fits this dog and that no rule stands against',
          },
        ])
      const style = wanted !== null && plan.verdict.style === wanted ? wanted : null
      const reason = style === null ? null : (request.reason ?? last?.reason ?? null)
      const made = await PlanRow.create(
        {
          id: randomUUID(),
          assessmentId,
          assessmentRevision: row.revision,
          model: MODEL_VERSION,
          input,
          plan,
          style,
          reason,
          price: priceOf(plan),
        },
        { transaction: t },
      )
      if (BEFORE_VERDICT.includes(visit.station)) await visit.update({ station: 'verdict' }, { transaction: t })
      const change = { assessmentId, revision: row.revision, ...(style ? { style, reason } : {}) }
      await logChange({ actorId, entity: 'plan', entityId: made.id, action: 'made', change }, t)
      return this.#record(made, visit, t)
    })
  }

  async read(id: string): Promise<PlanRecord> {
    return this.#sequelize.transaction(async (t) => {
      const row = await PlanRow.findByPk(id, { transaction: t })
      if (!row) throw new NotFound('plan', id)
      const assessment = (await AssessmentRow.findByPk(row.assessmentId, { transaction: t }))!
      return this.#record(row, await lockVisit(assessment.visitId, t), t)
    })
  }

  /**
   * Takes a plan: the dog moves on to the bath, or straight to its owner where the groom stops. Refused while the owner
   * has not said yes to what needs one.
   */
  accept(id: string, actorId: string | null): Promise<PlanRecord> {
    return this.#sequelize.transaction(async (t) => {
      const row = await PlanRow.findByPk(id, { transaction: t, lock: true })
      if (!row) throw new NotFound('plan', id)
      const assessment = (await AssessmentRow.findByPk(row.assessmentId, { transaction: t }))!
      const visit = await lockVisit(assessment.visitId, t)
      if (row.acceptedAt) return this.#record(row, visit, t)
      const needs = await outstandingNeeds(row, visit, t)
      if (needs.length > 0) throw new NeedsConsent(needs)
      await row.update({ acceptedAt: this.#now(), acceptedBy: actorId }, { transaction: t })
      const next: Station = row.plan.verdict.choice === 'refer' ? 'ready' : 'bath'
      if ([...BEFORE_VERDICT, 'verdict'].includes(visit.station))
        await visit.update({ station: next }, { transaction: t })
      if (visit.quoted === null) await visit.update({ quoted: row.price }, { transaction: t })
      await logChange({ actorId, entity: 'plan', entityId: id, action: 'accepted', change: { station: next } }, t)
      return planRecord(row, [])
    })
  }

  async #record(row: PlanRow, visit: VisitRow, t: Transaction): Promise<PlanRecord> {
    return planRecord(row, row.acceptedAt ? [] : await outstandingNeeds(row, visit, t))
  }
}
