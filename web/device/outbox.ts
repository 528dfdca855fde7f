import type { Problem } from '../../contract/api/problem.ts'
import { Away, Refused } from './client.ts'
import { type DeviceStorage, readJson } from './storage.ts'
import { waitMs } from './waits.ts'

/** One change on its way to the server, under a key of its own until the server has answered it. */
export interface Entry {
  /** Made here; the server applies what comes twice once. */
  readonly id: string
  /** What goes in order: the scores of one look, one dog's bench. */
  readonly lane: string
  /** The endpoint it goes to, as `scores.change`. */
  readonly to: string
  /** What is sent, as the endpoint takes it. */
  readonly call: Readonly<Record<string, unknown>>
  /** Whose hands it was. */
  readonly by: string | null
  /** Place in its lane. */
  readonly order: number
}

export interface Trouble {
  readonly entry: Entry
  readonly problem: Problem
}

/** How one lane stands. */
export interface Lane {
  /** Not answered yet, oldest first. */
  readonly entries: readonly Entry[]
  /** The server did not answer the last time. */
  readonly away: boolean
  /** This device could not keep what is here: it is gone with the page. */
  readonly unkept: boolean
  /** What stands at the head and cannot go on until somebody has settled it. */
  readonly stopped: Trouble | null
  /** What the server would not take and was let go of. */
  readonly refused: readonly Trouble[]
}

export interface Outside {
  readonly storage: DeviceStorage
  /** How many of the first entries of a lane may go in one request; at least 1. */
  readonly together: (entries: readonly Entry[]) => number
  readonly send: (entries: readonly Entry[]) => Promise<unknown>
  /** Called before answered entries leave the device. */
  /** Until what was answered is on the screen; a key in between would see what was before it. */
  readonly shown?: () => Promise<void>
  readonly onAnswer: (entries: readonly Entry[], answer: unknown) => void
  /** Entries that another tab has brought through. */
  readonly onGone: (entries: readonly Entry[]) => void
  /** Whether what was refused has to be settled before the lane goes on; otherwise it is let go of and said. */
  readonly mustSettle: (trouble: Trouble) => boolean
  readonly later: (work: () => void, ms: number) => () => void
  /** Runs work while no other tab does work of the same name; does nothing where one does. */
  readonly alone: (name: string, work: () => Promise<void>) => Promise<void>
  readonly now: () => number
}

const PREFIX = 'etude.out.'
const IDLE: Lane = { entries: [], away: false, unkept: false, stopped: null, refused: [] }

const keyOf = ({ lane, order, id }: Entry): string => `${PREFIX}${lane}~${order}~${id}`
const isEntry = (value: unknown): value is Entry => {
  const entry = value as Partial<Entry> | null
  return (
    typeof entry === 'object' &&
    entry !== null &&
    typeof entry.id === 'string' &&
    typeof entry.lane === 'string' &&
    typeof entry.to === 'string' &&
    typeof entry.order === 'number' &&
    typeof entry.call === 'object' &&
    entry.call !== null
  )
}
const inOrder = (a: Entry, b: Entry): number => a.order - b.order || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)

interface Working {
  lane: Lane
  sending: boolean
  /** Something of what went together was refused: what it was shows only one by one. */
  oneByOne: boolean
  tries: number
  cancel: (() => void) | null
}

/**
 * Everything that is on its way from this device. An entry is kept before anything is sent and goes only when the server
 * has answered; each lane goes in order, one at a time, with growing waits while the server is away. Tabs share what is
 * kept; one of them sends.
 */
export class Outbox {
  readonly #outside: Outside
  readonly #lanes = new Map<string, Working>()
  readonly #listeners = new Set<() => void>()
  #last = 0

  constructor(outside: Outside) {
    this.#outside = outside
    this.refresh()
  }

  lane = (name: string): Lane => this.#lanes.get(name)?.lane ?? IDLE

  /** Changes that have been waiting since before a moment, ms. */
  waitingSince = (ms: number): number =>
    [...this.#lanes.values()].reduce((sum, { lane }) => sum + lane.entries.filter(({ order }) => order < ms).length, 0)

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  /** Keeps a change and sends it as soon as those before it are through. */
  add(change: Omit<Entry, 'order'>): Entry {
    this.#last = Math.max(this.#last + 1, this.#outside.now())
    const entry: Entry = { ...change, order: this.#last }
    const kept = this.#outside.storage.set(keyOf(entry), JSON.stringify(entry))
    const { entries, unkept } = this.lane(entry.lane)
    this.#say(entry.lane, { entries: [...entries, entry], unkept: unkept || !kept })
    this.#schedule(entry.lane, 0)
    return entry
  }

  /** Takes in what other tabs kept or brought through, and what a page before this one left. */
  refresh = (): void => {
    const { storage, onGone } = this.#outside
    const found = new Map<string, Entry[]>()
    for (const key of storage.keys(PREFIX)) {
      const entry = readJson(key, isEntry, storage)
      if (entry) found.set(entry.lane, [...(found.get(entry.lane) ?? []), entry])
    }
    for (const name of new Set([...found.keys(), ...this.#lanes.keys()])) {
      const entries = (found.get(name) ?? []).sort(inOrder)
      const before = this.lane(name).entries
      const gone = before.filter(({ id }) => !entries.some((entry) => entry.id === id))
      if (gone.length === 0 && entries.length === before.length) continue
      this.#say(name, { entries, ...(entries.length === 0 ? { unkept: false } : {}) })
      if (gone.length > 0) onGone(gone)
      if (entries.length > 0) this.#schedule(name, 0)
    }
  }

  /** Tries at once, as when the network is back. */
  retry = (): void => {
    for (const [name, working] of this.#lanes) {
      working.tries = 0
      if (working.lane.entries.length > 0) this.#schedule(name, 0)
    }
  }

  /** Goes on after what stopped a lane: with everything in it sent again, or with everything in it let go of. */
  settle(name: string, how: 'again' | 'drop'): void {
    const { entries, stopped } = this.lane(name)
    if (!stopped) return
    if (how === 'drop') for (const entry of entries) this.#outside.storage.remove(keyOf(entry))
    this.#say(name, { stopped: null, ...(how === 'drop' ? { entries: [], unkept: false } : {}) })
    if (how === 'again') this.#schedule(name, 0)
  }

  /** Lets go of what the server will never take. */
  forget = (name: string): void => this.#say(name, { refused: [] })

  stop(): void {
    for (const working of this.#lanes.values()) working.cancel?.()
  }

  #working(name: string): Working {
    const known = this.#lanes.get(name)
    if (known) return known
    const made: Working = { lane: IDLE, sending: false, oneByOne: false, tries: 0, cancel: null }
    this.#lanes.set(name, made)
    return made
  }

  #say(name: string, change: Partial<Lane>): void {
    const working = this.#working(name)
    working.lane = { ...working.lane, ...change }
    for (const listener of this.#listeners) listener()
  }

  #schedule(name: string, ms: number): void {
    const working = this.#working(name)
    working.cancel?.()
    working.cancel = this.#outside.later(() => void this.#outside.alone(`${PREFIX}${name}`, () => this.#send(name)), ms)
  }

  async #send(name: string): Promise<void> {
    const working = this.#working(name)
    const { entries, stopped } = working.lane
    if (working.sending || stopped || entries.length === 0) return
    const group = entries.slice(0, working.oneByOne ? 1 : this.#outside.together(entries))
    working.sending = true
    let fault: unknown
    try {
      const answer = await this.#outside.send(group)
      working.tries = 0
      // What is answered is on the screen before it leaves the device.
      this.#outside.onAnswer(group, answer)
      await this.#outside.shown?.()
      this.#drop(group)
      this.#say(name, { away: false })
    } catch (error) {
      this.#failed(group, error)
      // Not the network's and not the server's: a fault of ours, which is heard of and still tried again.
      if (!(error instanceof Refused) && !(error instanceof Away)) fault = error
    } finally {
      working.sending = false
    }
    if (working.lane.entries.length > 0 && !working.lane.stopped)
      this.#schedule(name, working.tries === 0 ? 0 : waitMs(working.tries - 1))
    if (fault !== undefined) throw fault
  }

  #drop(group: readonly Entry[]): void {
    const { lane } = group[0]!
    for (const entry of group) this.#outside.storage.remove(keyOf(entry))
    const gone = new Set(group.map(({ id }) => id))
    const entries = this.lane(lane).entries.filter(({ id }) => !gone.has(id))
    if (entries.length === 0) this.#working(lane).oneByOne = false
    this.#say(lane, { entries, ...(entries.length === 0 ? { unkept: false } : {}) })
  }

  #failed(group: readonly Entry[], error: unknown): void {
    const entry = group[0]!
    if (error instanceof Refused) {
      const trouble: Trouble = { entry, problem: error.problem }
      if (this.#outside.mustSettle(trouble)) this.#say(entry.lane, { stopped: trouble, away: false })
      else if (group.length > 1) this.#working(entry.lane).oneByOne = true
      else {
        // One that will never be taken must not hold up the others.
        this.#drop(group)
        this.#say(entry.lane, { refused: [...this.lane(entry.lane).refused, trouble], away: false })
      }
      return
    }
    this.#working(entry.lane).tries += 1
    this.#say(entry.lane, { away: true })
  }
}
