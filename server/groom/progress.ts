import type { Transaction } from 'sequelize'
import type { VisitProgress } from '../../contract/api/progress.ts'
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
