import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../db/clock.ts'
import { TooOften } from '../db/errors.ts'

/** Tries before each further one has to wait, and how long it waits at first and at most. */
const FREE_TRIES = 5
const FIRST_WAIT_MS = 30_000
const MOST_WAIT_MS = 900_000

/** How often something was tried in vain, and how long the next try has to wait. */
export class Tries {
  readonly #sequelize: Sequelize
  readonly #now: Clock
  constructor(sequelize: Sequelize, now: Clock) {
    this.#sequelize = sequelize
    this.#now = now
  }

  /**
   * Counts a try, and lets it be one.
   * @param key whose tries are counted together
   * @throws {TooOften} where it has to wait after others that failed
   */
  async isRight(key: string, look: () => Promise<boolean>): Promise<boolean> {
    const now = this.#now()
    // Counted before it is looked at and in one statement, so that many at once are no more tries than one by one.
    const [counted] = await this.#sequelize.query(
      `INSERT INTO tries (key, failed, wait_until) VALUES (:key, 1, :now)
       ON CONFLICT (key, salon) DO UPDATE SET failed = tries.failed + 1,
         wait_until = CASE WHEN tries.failed + 1 < :free THEN :now::timestamptz
           ELSE :now::timestamptz + LEAST(:most, :first * 2 ^ (tries.failed + 1 - :free)) * interval '1 millisecond' END
       WHERE tries.wait_until <= :now
       RETURNING failed`,
      {
        type: QueryTypes.SELECT,
        replacements: { key, now, free: FREE_TRIES, first: FIRST_WAIT_MS, most: MOST_WAIT_MS },
      },
    )
    if (!counted) {
      const [waiting] = await this.#sequelize.query<{ wait_until: Date }>(
        'SELECT wait_until FROM tries WHERE key = :key',
        { type: QueryTypes.SELECT, replacements: { key } },
      )
      throw new TooOften(waiting?.wait_until ?? now)
    }
    if (!(await look())) return false
    await this.#sequelize.query('DELETE FROM tries WHERE key = :key', { replacements: { key } })
    return true
  }
}
