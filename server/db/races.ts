import { codeOf } from './errors.ts'

/**
 * How PostgreSQL tells of two who did at once what only one after the other can do: a key that somebody else gave away
 * meanwhile, two who wait for each other, and what could not stand beside another's (its manual, appendix A).
 */
const RACED: ReadonlySet<string | null> = new Set(['23505', '40P01', '40001'])
const MOST_TRIES = 3

/**
 * Does a write, and does it anew where another was first by a moment: all of it was taken back, and it now finds what the
 * other left. What cannot be done for a reason that stays fails as it is.
 */
export async function afterWhoWasFirst<T>(write: () => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await write()
    } catch (error) {
      if (tried === MOST_TRIES || !RACED.has(codeOf(error as Error))) throw error
    }
  }
}
