import type { Sequelize, Transaction } from 'sequelize'
import type { AssessmentDoc, ScoreBatch, ScoreChange } from '../../contract/api/api.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { assessmentOf } from '../../contract/formats/read-assessment.ts'
import { REGIONS } from '../../core/index.ts'
import { assessmentDoc } from '../db/documents.ts'
import { ChangedElsewhere, NotFound } from '../db/errors.ts'
import { lockAssessment, lockVisit } from '../db/locks.ts'
import { isLogged, lastChangedBy, logChange } from '../db/log.ts'
import { AssessmentRow, ScoreRow } from '../db/models.ts'

const UNSCORED = {
  mat: null,
  extent: null,
  standoffMm: null,
  undercoat: null,
  condition: null,
  skin: null,
  tags: [],
  findings: [],
  leaveReason: null,
}

/** Assessments: what one pair of hands found on a dog. */
export class AssessmentRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async read(id: string): Promise<AssessmentDoc> {
    const row = await AssessmentRow.findByPk(id)
    if (!row) throw new NotFound('assessment', id)
    return assessmentDoc(row)
  }

  /**
   * Applies a batch of scores whole or not at all. A batch that was applied already is acknowledged again, not applied
   * again; one made on an older revision is refused with the current one.
   */
  score(id: string, batch: ScoreBatch, actorId: string | null): Promise<AssessmentDoc> {
    return this.#sequelize.transaction((t) => this.lay(id, batch, actorId, t))
  }

  /** The same within a transaction. */
  async lay(id: string, batch: ScoreBatch, actorId: string | null, t: Transaction): Promise<AssessmentDoc> {
    const row = await lockAssessment(id, t)
    if (await isLogged(batch.batchId, t)) return assessmentDoc(row, t)
    await assertRevision(row, batch.baseRevision, t)
    await applyScores(id, batch.changes, t)
    await row.update(
      { revision: row.revision + 1, updatedAt: new Date(), scorerId: actorId ?? row.scorerId },
      { transaction: t },
    )
    const doc = await assessmentDoc(row, t)
    const visit = await lockVisit(row.visitId, t)
    // A standoff beyond the coat is refused here, with its field path, and the whole batch with it.
    assessmentOf(assembleFile(visit.arrival, row.stage, doc.rows))
    if (row.role === 'first' && (visit.station === 'expected' || visit.station === 'arrived'))
      await visit.update({ station: 'look' }, { transaction: t })
    const { changes, batchId } = batch
    await logChange({ actorId, entity: 'assessment', entityId: id, action: 'scored', change: { changes }, batchId }, t)
    return doc
  }

  setStage(
    id: string,
    { stage, baseRevision }: { stage: AssessmentDoc['stage']; baseRevision: number },
    actorId: string | null,
  ): Promise<AssessmentDoc> {
    return this.#sequelize.transaction(async (t) => {
      const row = await lockAssessment(id, t)
      await assertRevision(row, baseRevision, t)
      await row.update({ stage, revision: row.revision + 1, updatedAt: new Date() }, { transaction: t })
      await logChange({ actorId, entity: 'assessment', entityId: id, action: 'stage', change: { to: stage } }, t)
      return assessmentDoc(row, t)
    })
  }
}

async function assertRevision(row: AssessmentRow, baseRevision: number, t: Transaction): Promise<void> {
  if (row.revision !== baseRevision)
    throw new ChangedElsewhere(await assessmentDoc(row, t), await lastChangedBy('assessment', row.id, t))
}

const SCORE_COLUMNS = [
  'mat',
  'extent',
  'standoffMm',
  'undercoat',
  'condition',
  'skin',
  'tags',
  'findings',
  'leaveReason',
] as const

const placeKey = (region: string, side: string): string => `${region}.${side}`

/** Lays the changes over what is there, in their order, and writes all rows in one statement. */
async function applyScores(
  assessmentId: string,
  changes: readonly ScoreChange[],
  transaction: Transaction,
): Promise<void> {
  const stored = await ScoreRow.findAll({ where: { assessmentId }, transaction })
  const rows = new Map(stored.map((row) => [placeKey(row.region, row.side), row.get({ plain: true })]))
  const touched = new Set<string>()
  for (const [i, { region, side, set }] of changes.entries()) {
    const { paired } = REGIONS[region]
    if (paired !== (side !== null))
      throw new BadInput([
        {
          path: `changes[${i}].side`,
          value: side,
          expected: paired ? `left or right for ${region}` : `null for ${region}`,
        },
      ])
    const place = { assessmentId, region, side: side ?? ('' as const) }
    const key = placeKey(place.region, place.side)
    const { leave, ...scores } = set
    const leaveReason = leave === undefined ? {} : { leaveReason: leave }
    rows.set(key, { ...UNSCORED, ...rows.get(key), ...scores, ...leaveReason, ...place })
    touched.add(key)
  }
  await ScoreRow.bulkCreate(
    [...touched].map((key) => rows.get(key)!),
    { updateOnDuplicate: [...SCORE_COLUMNS], transaction },
  )
}
