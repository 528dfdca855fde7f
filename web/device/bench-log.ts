import type { BenchDoc, SentEvent, StoredEvent } from '../../contract/api/bench.ts'
import type { BenchHappening } from '../../core/index.ts'
import { Away, Refusal } from './client.ts'

/** What the log needs of the world outside, so that it can be tested without one. */
export interface Outside {
  readonly send: (visitId: string, events: readonly SentEvent[], as: string | null) => Promise<BenchDoc>
  readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>
  readonly newId: () => string
  readonly moment: () => string
  readonly later: (work: () => void, ms: number) => () => void
}

export interface Refused {
  readonly event: StoredEvent
  readonly message: string
}

const RETRY_MS = 1500
const MOST_AT_ONCE = 100

const prefixOf = (visitId: string): string => `etude.bench.${visitId}.`

/** Whether a visit has events on this device that the server has not acknowledged. */
export const hasPending = (storage: Pick<Storage, 'key' | 'length'>, visitId: string): boolean =>
  Array.from({ length: storage.length }, (_, i) => storage.key(i)).some((key) => key?.startsWith(prefixOf(visitId)))

const byTime = (a: StoredEvent, b: StoredEvent): number =>
  a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0

/**
 * What happened on the bench and is not acknowledged yet. Each event is kept on the device under a key of its own before
 * anything is sent, so that two tabs write beside each other and never over each other; whichever tab sends first, the
 * server adds it once.
 */
export class BenchLog {
  readonly #visitId: string
  readonly #outside: Outside
  readonly #onDoc: (doc: BenchDoc) => void
  readonly #listeners = new Set<() => void>()
  #pending: readonly StoredEvent[]
  #refused: readonly Refused[] = []
  #away = false
  #sending = false
  #oneByOne = false
  #cancel: (() => void) | null = null

  constructor(visitId: string, outside: Outside, onDoc: (doc: BenchDoc) => void) {
    this.#visitId = visitId
    this.#outside = outside
    this.#onDoc = onDoc
    this.#pending = this.#read()
    if (this.#pending.length > 0) this.#schedule(0)
  }

  /** Events that the server has not acknowledged, oldest first. */
  pending = (): readonly StoredEvent[] => this.#pending
  refused = (): readonly Refused[] => this.#refused
  isAway = (): boolean => this.#away
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  /** Adds what happens now; it counts at once, here. */
  add(happening: BenchHappening, by: string | null): StoredEvent {
    const event = { ...happening, id: this.#outside.newId(), at: this.#outside.moment(), by } as StoredEvent
    this.#outside.storage.setItem(prefixOf(this.#visitId) + event.id, JSON.stringify(event))
    this.#set([...this.#pending, event])
    this.#schedule(0)
    return event
  }

  /** Another tab wrote something down. */
  refresh = (): void => {
    const read = this.#read()
    if (read.length !== this.#pending.length || read.some(({ id }, i) => id !== this.#pending[i]!.id)) this.#set(read)
    if (read.length > 0) this.#schedule(RETRY_MS)
  }

  /** Lets go of what the server will never take. */
  forget(): void {
    this.#refused = []
    this.#say()
  }

  stop(): void {
    this.#cancel?.()
    this.#cancel = null
  }

  #read(): readonly StoredEvent[] {
    const { storage } = this.#outside
    const prefix = prefixOf(this.#visitId)
    const events: StoredEvent[] = []
    for (let i = 0; i < storage.length; i++) {
      const key = storage.key(i)
      if (key?.startsWith(prefix)) events.push(JSON.parse(storage.getItem(key)!) as StoredEvent)
    }
    return events.sort(byTime)
  }

  #set(pending: readonly StoredEvent[]): void {
    this.#pending = pending
    this.#say()
  }

  #say(): void {
    for (const listener of this.#listeners) listener()
  }

  #drop(events: readonly StoredEvent[]): void {
    for (const { id } of events) this.#outside.storage.removeItem(prefixOf(this.#visitId) + id)
    const gone = new Set(events.map(({ id }) => id))
    this.#set(this.#pending.filter(({ id }) => !gone.has(id)))
  }

  #schedule(ms: number): void {
    this.#cancel?.()
    this.#cancel = this.#outside.later(() => void this.#send(), ms)
  }

  async #send(): Promise<void> {
    const first = this.#pending[0]
    if (this.#sending || !first) return
    this.#sending = true
    // Each pair of hands signs for itself: what follows by the same person goes together.
    const other = this.#pending.findIndex(({ by }) => by !== first.by)
    const most = this.#oneByOne ? 1 : MOST_AT_ONCE
    const batch = this.#pending.slice(0, Math.min(other < 0 ? this.#pending.length : other, most))
    try {
      const doc = await this.#outside.send(
        this.#visitId,
        batch.map(({ by: _, ...event }) => event as SentEvent),
        first.by,
      )
      this.#away = false
      this.#oneByOne = false
      // What is acknowledged is on the screen before it leaves the device.
      this.#onDoc(doc)
      this.#drop(batch)
      if (this.#pending.length > 0) this.#schedule(0)
    } catch (error) {
      this.#failed(error, batch)
    } finally {
      this.#sending = false
    }
  }

  #failed(error: unknown, batch: readonly StoredEvent[]): void {
    if (error instanceof Refusal) {
      // One that will never be taken must not hold up the others.
      if (batch.length === 1) {
        this.#refused = [...this.#refused, { event: batch[0]!, message: error.message }]
        this.#drop(batch)
      } else this.#oneByOne = true
      this.#schedule(0)
      return
    }
    if (!(error instanceof Away)) throw error
    this.#away = true
    this.#say()
    this.#schedule(RETRY_MS)
  }
}
