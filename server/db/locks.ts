import type { Sequelize, Transaction } from 'sequelize'
import { NotFound } from './errors.ts'
import { AssessmentRow, VisitRow } from './models/index.ts'

/**
 * Waits its turn until the transaction ends, in one salon: what is begun or locked once, files that are brought in, and days
 * off, for which a booking waits by the same name. Of two at once the second finds it done.
 */
export const takeTurn = (
  sequelize: Sequelize,
  of: 'settings' | 'bringing in' | 'days off',
  transaction: Transaction,
): Promise<unknown> =>
  sequelize.query("SELECT pg_advisory_xact_lock(hashtext(:of || ' ' || etude_salon()))", {
    replacements: { of },
    transaction,
  })

/**
 * One at a time, of all servers of a database, for as long as it takes; who is killed meanwhile leaves it to the next.
 * What is done in it has connections of its own: it must not wait for this again.
 */
export const alone = <T>(sequelize: Sequelize, work: () => Promise<T>): Promise<T> =>
  sequelize.transaction(async (transaction) => {
    await sequelize.query("SELECT pg_advisory_xact_lock(hashtext('bring up'))", { transaction })
    return work()
  })

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
