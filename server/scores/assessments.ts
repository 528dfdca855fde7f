import type { Sequelize, Transaction } from 'sequelize'
import type { AssessmentDoc, ScoreBatch, ScoreChange } from '../../contract/api/scores.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { assessmentOf } from '../../contract/formats/read-assessment.ts'
import { REGIONS } from '../../core/index.ts'
import type { Clock } from '../db/clock.ts'
import { assessmentDoc } from '../db/documents.ts'
import { ChangedElsewhere, NotFound } from '../db/errors.ts'
import { lockAssessment, lockVisit } from '../db/locks.ts'
import { lastChangedBy, logChange } from '../db/log.ts'
import { AssessmentRow, LogRow, ScoreRow } from '../db/models/index.ts'

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
  readonly #now: Clock
  constructor(sequelize: Sequelize, now: Clock) {
    this.#now = now
    this.#sequelize = sequelize
  }

  async read(id: string): Promise<AssessmentDoc> {
    const row = await AssessmentRow.findByPk(id)
    if (!row) throw new NotFound('assessment', id)
    return assessmentDoc(row)
  }

  /**
   * Applies a batch of scores whole or not at all. A batch that was applied already is acknowledged again, not applied
   * again; one made on an older revision is laid over what others scored meanwhile, and refused with the current one
   * where it would change what they changed.
   */
  score(id: string, batch: ScoreBatch, actorId: string | null): Promise<AssessmentDoc> {
    return this.#sequelize.transaction((t) => this.lay(id, batch, actorId, t))
  }

  /** The same within a transaction. */
  async lay(id: string, batch: ScoreBatch, actorId: string | null, t: Transaction): Promise<AssessmentDoc> {
    const row = await lockAssessment(id, t)
    const fresh = await notLogged([{ batchId: batch.batchId, changes: batch.changes }, ...(batch.more ?? [])], t)
    if (fresh.length === 0) return assessmentDoc(row, t)
    const changes = fresh.flatMap((one) => one.changes)
    await assertApart(row, { ...batch, changes }, t)
    await applyScores(id, changes, t)
    await row.update(
      { revision: row.revision + fresh.length, updatedAt: this.#now(), scorerId: actorId ?? row.scorerId },
      { transaction: t },
    )
    const doc = await assessmentDoc(row, t)
    const visit = await lockVisit(row.visitId, t)
    // A standoff beyond the coat is refused here, with its field path, and the whole batch with it.
    assessmentOf(assembleFile(visit.arrival, row.stage, doc.rows))
    if (row.role === 'first' && (visit.station === 'expected' || visit.station === 'arrived'))
      await visit.update({ station: 'look' }, { transaction: t })
    for (const [i, { batchId, changes: its }] of fresh.entries()) {
      const change = { changes: its, revision: row.revision - fresh.length + i + 1 }
      await logChange({ actorId, entity: 'assessment', entityId: id, action: 'scored', change, batchId }, t)
    }
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
      await row.update({ stage, revision: row.revision + 1, updatedAt: this.#now() }, { transaction: t })
      await logChange(
        { actorId, entity: 'assessment', entityId: id, action: 'stage', change: { to: stage, revision: row.revision } },
        t,
      )
      return assessmentDoc(row, t)
    })
  }
}

async function assertRevision(row: AssessmentRow, baseRevision: number, t: Transaction): Promise<void> {
  if (row.revision !== baseRevision)
    throw new ChangedElsewhere(await assessmentDoc(row, t), await lastChangedBy('assessment', row.id, t))
}

type Batch = Pick<ScoreBatch, 'batchId' | 'changes'>
/** Batches that were not applied yet. */
async function notLogged(batches: readonly Batch[], transaction: Transaction): Promise<Batch[]> {
  const ids = batches.map(({ batchId }) => batchId)
  const logged = await LogRow.findAll({ where: { batchId: ids }, attributes: ['batchId'], transaction })
  const known = new Set(logged.map(({ batchId }) => batchId))
  return batches.filter(({ batchId }) => !known.has(batchId))
}

/** Scores that say one thing together: a mat with how far it reaches and what is free under it. */
const MAT_FIELDS: ReadonlySet<string> = new Set(['mat', 'extent', 'standoffMm'])

/** What a batch changes, a key for each place and score. */
const touchedBy = (changes: readonly ScoreChange[]): Set<string> =>
  new Set(
    changes.flatMap(({ region, side, set }) =>
      Object.keys(set).map((field) => `${region} ${side ?? ''} ${MAT_FIELDS.has(field) ? 'mat' : field}`),
    ),
  )

interface LoggedScores {
  readonly revision?: number
  readonly changes?: readonly ScoreChange[]
}

/**
 * Two people on different places of one dog do not disturb each other; the same score given by both is for them to settle.
 * @throws {ChangedElsewhere} where somebody else changed since what this batch changes, or nobody can tell
 */
async function assertApart(row: AssessmentRow, batch: ScoreBatch, t: Transaction): Promise<void> {
  if (row.revision === batch.baseRevision) return
  const logged = await LogRow.findAll({
    where: { entity: 'assessment', entityId: row.id, action: ['scored', 'stage'] },
    order: [['id', 'DESC']],
    limit: Math.max(0, row.revision - batch.baseRevision),
    transaction: t,
  })
  // What was sent before, and never heard of as done, comes once more with what follows it: it is nobody else's.
  const own = new Set([batch.batchId, ...(batch.more ?? []).map(({ batchId }) => batchId)])
  const since = logged.map(({ batchId, change }) => ({ ...(change as LoggedScores), own: own.has(batchId ?? '') }))
  const known =
    batch.baseRevision < row.revision &&
    since.every(({ revision }, i) => revision === row.revision - i) &&
    since.length === row.revision - batch.baseRevision
  const mine = touchedBy(batch.changes)
  const theirs = known ? touchedBy(since.flatMap((one) => (one.own ? [] : (one.changes ?? [])))) : mine
  if ([...mine].some((key) => theirs.has(key)))
    throw new ChangedElsewhere(await assessmentDoc(row, t), await lastChangedBy('assessment', row.id, t))
}

const PLACE = ['assessment_id', 'region', 'side']
const SCORED = ['mat', 'extent', 'standoff_mm', 'undercoat', 'condition', 'skin', 'tags', 'findings', 'leave_reason']
const COLUMNS = [...PLACE, ...SCORED].join(', ')
const PUT_SCORES = `
INSERT INTO scores (${COLUMNS}) SELECT ${COLUMNS} FROM json_populate_recordset(NULL::scores, $1)
ON CONFLICT (${PLACE.join(', ')}, salon) DO UPDATE SET ${SCORED.map((name) => `${name} = EXCLUDED.${name}`).join(', ')}`

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
  const written = [...touched].map((key) => {
    const { assessmentId: assessment_id, standoffMm: standoff_mm, leaveReason: leave_reason, ...row } = rows.get(key)!
    return { ...row, assessment_id, standoff_mm, leave_reason }
  })
  await ScoreRow.sequelize!.query(PUT_SCORES, { bind: [JSON.stringify(written)], transaction })
}
