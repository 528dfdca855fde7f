import { randomUUID } from 'node:crypto'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { DoneChange, VisitProgress } from '../../contract/api/visits.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { REGIONS } from '../../core/index.ts'
import type { Clock } from '../db/clock.ts'
import { lockVisit } from '../db/locks.ts'
import { isLogged, logChange } from '../db/log.ts'
import { DoneWorkRow } from '../db/models/index.ts'

/** What is finished of a groom under way; null before anything is. What was opened again was borne all the same. */
export async function progressOf(visitId: string, transaction?: Transaction): Promise<VisitProgress | null> {
  const rows = await DoneWorkRow.findAll({
    where: { visitId },
    order: [
      ['at', 'ASC'],
      ['id', 'ASC'],
    ],
    transaction: transaction ?? null,
  })
  if (rows.length === 0) return null
  return {
    done: rows
      .filter(({ reopenedAt }) => !reopenedAt)
      .map(({ region, side, treatment, leavesMm, minutes, pull }) => ({
        region,
        side: side === '' ? null : side,
        treatment,
        leavesMm,
        minutes,
        pull,
      })),
    minutes: rows.reduce((sum, row) => sum + row.minutes, 0),
    pull: rows.reduce((sum, row) => sum + row.pull, 0),
  }
}

/** The groom as it happens: which places are finished. */
export class ProgressRepo {
  readonly #sequelize: Sequelize
  readonly #now: Clock
  constructor(sequelize: Sequelize, now: Clock) {
    this.#now = now
    this.#sequelize = sequelize
  }

  /** Marks places finished or opens them again, all or nothing; a batch that comes twice is applied once. */
  change(visitId: string, change: DoneChange, actorId: string | null): Promise<VisitProgress> {
    const nothing: VisitProgress = { done: [], minutes: 0, pull: 0 }
    return this.#sequelize.transaction(async (t) => {
      await lockVisit(visitId, t)
      if (await isLogged(change.batchId, t)) return (await progressOf(visitId, t)) ?? nothing
      for (const [i, { region, side }] of [...change.finished, ...change.reopened].entries())
        if (REGIONS[region].paired !== (side !== null))
          throw new BadInput([
            {
              path: `[${i}].side`,
              value: side,
              expected: REGIONS[region].paired ? 'left or right' : 'null, a single region',
            },
          ])
      const standing = { visitId, reopenedAt: { [Op.is]: null } } as const
      for (const { region, side } of change.reopened)
        await DoneWorkRow.update(
          { reopenedAt: this.#now() },
          { where: { ...standing, region, side: side ?? '' }, transaction: t },
        )
      for (const { side, ...work } of change.finished) {
        const place = { region: work.region, side: side ?? ('' as const) }
        // Finished by somebody else a moment ago: it is finished once.
        if (await DoneWorkRow.findOne({ where: { ...standing, ...place }, transaction: t })) continue
        await DoneWorkRow.create({ id: randomUUID(), visitId, ...work, ...place, actorId }, { transaction: t })
      }
      const { batchId, finished, reopened } = change
      await logChange(
        { actorId, entity: 'visit', entityId: visitId, action: 'done', change: { finished, reopened }, batchId },
        t,
      )
      return (await progressOf(visitId, t)) ?? nothing
    })
  }
}
