import { randomUUID } from 'node:crypto'
import { benchApi } from '../../contract/api/bench.ts'
import { dryingApi } from '../../contract/api/drying.ts'
import { type AnyWrite, type Named, pathOf } from '../../contract/api/endpoint.ts'
import { photosApi } from '../../contract/api/photos.ts'
import type { Problem } from '../../contract/api/problem.ts'
import { scoresApi } from '../../contract/api/scores.ts'
import { shelfApi } from '../../contract/api/shelf.ts'
import { visitsApi } from '../../contract/api/visits.ts'
import { REGION_SIDES } from '../../core/index.ts'
import { Away, Refused } from '../../web/device/client.ts'
import { type Entry, Outbox } from '../../web/device/outbox.ts'
import { callOf, together } from '../../web/device/requests.ts'
import { storageOn } from '../../web/device/storage.ts'

/** What one device sends over and over, each in a lane of its own. */
const SENT = {
  'scores.change': scoresApi.change,
  'bench.add': benchApi.add,
  'drying.measure': dryingApi.measure,
  'photos.add': photosApi.add,
  'visits.setStation': visitsApi.setStation,
  'shelf.move': shelfApi.move,
} as const satisfies Readonly<Record<string, Named<AnyWrite>>>
export type Sent = keyof typeof SENT
export const KINDS = Object.keys(SENT) as readonly Sent[]

/** The dog that a device works on, and which of several devices on it this one is. */
export interface Work {
  readonly visitId: string
  readonly assessmentId: string
  readonly productId: string
  readonly device: number
  readonly devices: number
}

/** One thing that was done at a device. */
export interface Done {
  readonly to: Sent
  readonly id: string
  /** What the server keeps of it. */
  readonly kept: string
}

/** The waits of a tablet, made shorter: a trial has no quarter of a minute to give. */
const WAITS_SHORTER = 10
const PATIENCE_MS = 10_000
const JPEG = Buffer.from('ffd8ffe000104a46494600010100000100010000ffd9', 'hex').toString('base64')
const STATIONS = ['arrived', 'look', 'verdict'] as const

/** A tablet without its screen: the outbox and the requests that every screen makes, its storage, and hands that never rest. */
export class Device {
  /** What was done here, in order, and what the server has answered of it. */
  readonly done: Done[] = []
  readonly acknowledged = new Set<string>()
  /** Answers that no fault explains. */
  readonly odd: string[] = []
  readonly #work: Work
  readonly #base: string
  readonly #outbox: Outbox
  readonly #kept = new Map<string, string>()
  #revision = 0
  #count = 0

  constructor(base: string, work: Work) {
    this.#base = base
    this.#work = work
    const kept = this.#kept
    this.#outbox = new Outbox({
      storage: storageOn(() => ({
        get length() {
          return kept.size
        },
        key: (i) => [...kept.keys()][i] ?? null,
        getItem: (key) => kept.get(key) ?? null,
        setItem: (key, value) => void kept.set(key, value),
        removeItem: (key) => void kept.delete(key),
      })),
      together,
      send: (entries) => this.#send(entries),
      onAnswer: (entries, answer) => {
        if (entries[0]!.to === 'scores.change') this.#revision = (answer as { revision: number }).revision
        for (const { id } of entries) this.acknowledged.add(id)
      },
      onGone: () => undefined,
      mustSettle: () => false,
      later: (work, ms) => {
        const timer = setTimeout(work, ms / WAITS_SHORTER)
        return () => clearTimeout(timer)
      },
      alone: (_, work) => work(),
      now: Date.now,
    })
  }

  /** Does the next thing, whatever the server is doing. */
  doNext(): void {
    const to = KINDS[this.#count % KINDS.length]!
    const turn = Math.floor(this.#count / KINDS.length)
    this.#count++
    const { visitId, assessmentId, productId, device, devices } = this.#work
    const id = randomUUID()
    const at = new Date().toISOString()
    const add = (lane: string, call: Entry['call'], kept: string = id): void => {
      this.done.push({ to, id, kept })
      this.#outbox.add({ id, lane, to, call, by: null })
    }
    if (to === 'scores.change') {
      // Each of several devices on a dog has places of its own: what it scored last stands there.
      const mine = REGION_SIDES.filter(({ index }) => index % devices === device)
      const { region, side, key } = mine[turn % mine.length]!
      const mat = turn % 5
      const changes = [{ region, side, set: { mat } }]
      add('scores', { id: assessmentId, body: { batchId: id, baseRevision: 0, changes } }, `${key} ${mat}`)
    } else if (to === 'bench.add') {
      add('bench', { id: visitId, body: { events: [{ id, at, kind: turn % 2 === 0 ? 'rest' : 'rest-end' }] } })
    } else if (to === 'drying.measure') {
      add('drying', { id: visitId, body: { id, at, kind: 'towel', region: null, side: null, value: turn } })
    } else if (to === 'photos.add') {
      add('photos', { id: visitId, body: { id, kind: 'before', incidentId: null, takenAt: at, data: JPEG } })
    } else if (to === 'visits.setStation') {
      const station = STATIONS[turn % STATIONS.length]!
      add('visits', { id: visitId, body: { station } }, station)
    } else add('shelf', { id: productId, body: { batchId: id, kind: 'receive', ml: 1 } })
  }

  /** What waits on the device. */
  get waiting(): number {
    return this.#kept.size
  }

  retry = (): void => this.#outbox.retry()
  stop = (): void => this.#outbox.stop()

  async #send(entries: readonly Entry[]): Promise<unknown> {
    const { to, call } = entries[0]!
    const endpoint = SENT[to as Sent]
    let response: Response
    try {
      response = await fetch(`${this.#base}api${pathOf(endpoint, { id: String(call.id) })}`, {
        method: endpoint.method.toUpperCase(),
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify((callOf(entries, () => this.#revision) as Entry['call']).body),
        signal: AbortSignal.timeout(PATIENCE_MS),
      })
    } catch {
      throw new Away('nobody answers')
    }
    const answer: unknown = await response.json().catch(() => null)
    if (response.ok && answer !== null) return answer
    if (!MAY_BE_ANSWERED.has(response.status))
      this.odd.push(`${to}: ${response.status} ${JSON.stringify(answer).slice(0, 300)}`)
    if (answer === null || response.status >= 500) throw new Away(String(response.status))
    throw new Refused(answer as Problem)
  }
}

/** Taken; the database is away; the disk is full. Nothing else is to be heard here. */
const MAY_BE_ANSWERED: ReadonlySet<number> = new Set([200, 201, 503, 507])
