import { setTimeout } from 'node:timers/promises'
import pg from 'pg'

/** A database that says nothing for so long is looked at. */
const PATIENCE_MS = 1500
/** How long one look may take, and how soon the next follows while nothing is heard. */
const LOOK_MS = 3000
const AGAIN_MS = 500
/** A look's time is counted in these. */
const TICK_MS = 50
/** It answers, if only that it has no room. */
const NO_ROOM = /^53/

/** The database was asked and says nothing: frozen, cut off, or coming up. */
export class DatabaseAway extends Error {
  override readonly name = 'DatabaseAway'
  constructor() {
    super('the database is not answering')
  }
}

/**
 * Watches a database that says nothing. A statement on a connection that stands still waits for ever; so whatever waits
 * for long has the database looked at on a connection of its own, and once that says nothing either, all that waits is
 * told at once, and what is asked next is not even begun, until it answers again. What was begun may still be done when it
 * does: it is not acknowledged, and comes once more under the same id.
 */
export class DatabaseWatch {
  readonly #look: () => Promise<boolean>
  readonly #waiting = new Set<(away: DatabaseAway) => void>()
  #away = false
  #looking = false
  #closed = false

  constructor(databaseUrl: string) {
    this.#look = () => answers(databaseUrl)
  }

  /**
   * Waits for something that asks the database.
   * @throws {DatabaseAway} as soon as the database is known to say nothing
   */
  async within<T>(ask: () => Promise<T>): Promise<T> {
    if (this.#away) throw new DatabaseAway()
    const asked = ask()
    // Given up it may still fail, and then nobody is there to hear of it.
    asked.catch(() => {})
    let givesUp: (away: DatabaseAway) => void = () => {}
    const away = new Promise<never>((_, reject) => {
      givesUp = reject
    })
    away.catch(() => {})
    this.#waiting.add(givesUp)
    const long = globalThis.setTimeout(() => void this.#watch(), PATIENCE_MS)
    try {
      return await Promise.race([asked, away])
    } finally {
      clearTimeout(long)
      this.#waiting.delete(givesUp)
    }
  }

  close(): void {
    this.#closed = true
  }

  async #watch(): Promise<void> {
    if (this.#looking) return
    this.#looking = true
    try {
      while (!this.#closed) {
        this.#away = !(await this.#look())
        if (!this.#away) return
        for (const givesUp of this.#waiting) givesUp(new DatabaseAway())
        await setTimeout(AGAIN_MS, null, { ref: false })
      }
    } finally {
      this.#looking = false
    }
  }
}

async function answers(connectionString: string): Promise<boolean> {
  const client = new pg.Client({ connectionString })
  client.on('error', () => {})
  const known = new AbortController()
  const look = async (): Promise<boolean> => {
    try {
      await client.connect()
      await client.query('SELECT 1')
      return true
    } catch (error) {
      return NO_ROOM.test((error as { code?: string }).code ?? '')
    }
  }
  try {
    return await Promise.race([look(), nothingHeard(LOOK_MS, known.signal).then(() => false)])
  } finally {
    known.abort()
    // One that hangs is not waited for either.
    client.end().catch(() => {})
  }
}

/**
 * Waits so long, counted in turns in which this process could have heard something: one that reckons for half a second
 * between two turns would otherwise take its own deafness for the database's silence.
 */
async function nothingHeard(ms: number, known: AbortSignal): Promise<void> {
  for (let waited = 0; waited < ms && !known.aborted; waited += TICK_MS) await setTimeout(TICK_MS, null, { ref: false })
}
