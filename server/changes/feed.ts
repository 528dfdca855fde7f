import { randomUUID } from 'node:crypto'
import pg from 'pg'
import type { Logger } from 'pino'
import type { Changed } from '../../contract/api/salon.ts'

/** Every salon in a database is told on a channel of its own. */
const CHANNEL = 'etude_changed_'
const FIRST_WAIT_MS = 200
const LONGEST_WAIT_MS = 5000

/** That it was heard again after a silence: what was missed is not known, so all of it is read anew. */
const ALL: Omit<Changed, 'id'> = { subjects: [], visitId: null, tab: null }

/** What a change was about. */
export type About = { readonly kind: 'visit' | 'assessment' | 'plan'; readonly id: string } | null

/** The visit of it, as the database knows it. */
const VISIT_OF = {
  none: 'NULL',
  visit: '$3::uuid',
  assessment: '(SELECT visit_id FROM assessments WHERE id = $3::uuid)',
  plan: '(SELECT a.visit_id FROM plans p JOIN assessments a ON a.id = p.assessment_id WHERE p.id = $3::uuid)',
} as const

type Listener = (changed: Changed) => void

/**
 * What is changed through any server of this salon, told to every open screen: PostgreSQL carries it between servers
 * (LISTEN and NOTIFY), on one connection of its own. Telling is never waited for; where it is lost, a screen finds out by
 * the time it reads again by itself.
 */
export class ChangeFeed {
  readonly #screens = new Set<Listener>()
  readonly #own = new Set<Listener>()
  readonly #url: string
  readonly #log: Logger
  #client: pg.Client | null = null
  #closed = false
  #waitMs = FIRST_WAIT_MS
  #again: NodeJS.Timeout | null = null
  #opening: Promise<void> = Promise.resolve()

  private constructor(url: string, log: Logger) {
    this.#url = url
    this.#log = log
  }

  static open(url: string, log: Logger): ChangeFeed {
    const feed = new ChangeFeed(url, log)
    feed.#opening = feed.#connect(false)
    return feed
  }

  /** @param again after a silence */
  async #connect(again: boolean): Promise<void> {
    const client = new pg.Client({ connectionString: this.#url, connectionTimeoutMillis: LONGEST_WAIT_MS })
    client.on('error', () => this.#lost(client))
    client.on('end', () => this.#lost(client))
    client.on('notification', ({ payload }) => this.#hear(payload ?? ''))
    try {
      await client.connect()
      const { rows } = await client.query<{ salon: string }>('SELECT etude_salon() AS salon')
      await client.query(`LISTEN "${CHANNEL}${rows[0]!.salon}"`)
    } catch {
      void client.end().catch(() => undefined)
      this.#later()
      return
    }
    if (this.#closed) {
      await client.end()
      return
    }
    this.#client = client
    this.#waitMs = FIRST_WAIT_MS
    if (again) this.#spread({ id: randomUUID(), ...ALL })
  }

  #lost(client: pg.Client): void {
    if (this.#client !== client) return
    this.#client = null
    this.#later()
  }

  #later(): void {
    if (this.#closed || this.#again) return
    this.#again = setTimeout(() => {
      this.#again = null
      this.#opening = this.#connect(true)
    }, this.#waitMs)
    this.#waitMs = Math.min(LONGEST_WAIT_MS, 2 * this.#waitMs)
  }

  #hear(payload: string): void {
    try {
      this.#spread(JSON.parse(payload) as Changed)
    } catch {
      this.#log.warn('a change that cannot be read was told')
    }
  }

  #spread(changed: Changed): void {
    for (const listener of [...this.#own, ...this.#screens]) listener(changed)
  }

  /**
   * @param about the visit, or what of it, that was changed; null where it was more than one
   * @param tab the page it was made on
   */
  tell(subjects: readonly string[], about: About, tab: string | null): void {
    // What is about the same is told to a screen once, however often it comes in a moment.
    const id = `${subjects.join()} ${about?.id} ${tab}`
    void this.#client
      ?.query(
        `SELECT pg_notify($1 || etude_salon(), ($2::jsonb || jsonb_build_object('visitId', ${VISIT_OF[about?.kind ?? 'none']}))::text)`,
        [CHANNEL, JSON.stringify({ id, subjects, tab }), ...(about ? [about.id] : [])],
      )
      .catch(() => undefined)
  }

  /** An open screen. @returns what ends it */
  listen(listener: Listener): () => void {
    this.#screens.add(listener)
    return () => this.#screens.delete(listener)
  }

  /** What the server itself does at a change, as long as it runs; before any screen is told. */
  heed(listener: Listener): void {
    this.#own.add(listener)
  }

  /** Screens that listen now. */
  get screens(): number {
    return this.#screens.size
  }

  async close(): Promise<void> {
    this.#closed = true
    if (this.#again) clearTimeout(this.#again)
    await this.#opening
    const client = this.#client
    this.#client = null
    await client?.end().catch(() => undefined)
  }
}
