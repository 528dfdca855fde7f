import type { AssessmentDoc, ScoreBatch, ScoreChange } from '../../contract/api/api.ts'
import { Away, Refusal } from './client.ts'

export type Saving =
  | { readonly state: 'saved' }
  | { readonly state: 'saving' }
  /** Kept on this device; sent as soon as the server is back. */
  | { readonly state: 'waiting'; readonly changes: number }
  | { readonly state: 'conflict'; readonly current: AssessmentDoc; readonly changedBy: string | null }
  | { readonly state: 'refused'; readonly message: string }

interface Kept {
  readonly baseRevision: number
  /** Sent and not acknowledged; sent again under the same id, so that it is applied once. */
  readonly inflight: { readonly batchId: string; readonly changes: readonly ScoreChange[] } | null
  readonly pending: readonly ScoreChange[]
}

export interface Outside {
  readonly send: (assessmentId: string, batch: ScoreBatch) => Promise<AssessmentDoc>
  readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>
  readonly newId: () => string
  readonly later: (work: () => void, ms: number) => () => void
}

const GATHER_MS = 250
const RETRY_MS = 1000

const storageKey = (assessmentId: string): string => `etude.scores.${assessmentId}`

const readKept = (assessmentId: string, storage: Pick<Storage, 'getItem'>): Kept | null => {
  const stored = storage.getItem(storageKey(assessmentId))
  return stored ? (JSON.parse(stored) as Kept) : null
}

const unsavedOf = ({ inflight, pending }: Kept): readonly ScoreChange[] => [...(inflight?.changes ?? []), ...pending]

/** Changes of an assessment that this device keeps and the server has not acknowledged, oldest first. */
export function unsavedChanges(assessmentId: string, storage: Pick<Storage, 'getItem'>): readonly ScoreChange[] {
  const kept = readKept(assessmentId, storage)
  return kept ? unsavedOf(kept) : []
}

/** Later changes of the same region-side swallow earlier ones, field by field. */
function gathered(changes: readonly ScoreChange[]): ScoreChange[] {
  const byPlace = new Map<string, ScoreChange>()
  for (const { region, side, set } of changes) {
    const key = `${region}.${side}`
    byPlace.set(key, { region, side, set: { ...byPlace.get(key)?.set, ...set } })
  }
  return [...byPlace.values()]
}

/**
 * Sends scores as they are given and loses none: every change is kept on the device before anything else, until the
 * server has acknowledged it. Nothing is ever written over what somebody else changed.
 */
export class ScoreSaver {
  readonly #id: string
  readonly #outside: Outside
  readonly #listeners = new Set<() => void>()
  #kept: Kept
  #saving: Saving = { state: 'saved' }
  #sending = false
  #cancel: (() => void) | null = null
  #onSaved: (doc: AssessmentDoc) => void

  constructor(doc: AssessmentDoc, outside: Outside, onSaved: (doc: AssessmentDoc) => void) {
    this.#id = doc.id
    this.#outside = outside
    this.#onSaved = onSaved
    this.#kept = readKept(doc.id, outside.storage) ?? { baseRevision: doc.revision, inflight: null, pending: [] }
    if (this.unsaved.length > 0) {
      this.#saving = { state: 'waiting', changes: this.unsaved.length }
      this.#schedule(0)
    } else this.#kept = { ...this.#kept, baseRevision: doc.revision }
  }

  get #key(): string {
    return storageKey(this.#id)
  }

  /** Changes that the server has not acknowledged, oldest first. */
  get unsaved(): readonly ScoreChange[] {
    return unsavedOf(this.#kept)
  }

  saving = (): Saving => this.#saving
  /** Changes with every keep; for whoever draws what is unsaved. */
  kept = (): object => this.#kept
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  add(changes: readonly ScoreChange[]): void {
    this.#keep({ ...this.#kept, pending: gathered([...this.#kept.pending, ...changes]) })
    if (this.#saving.state === 'conflict') return
    if (this.#saving.state !== 'waiting') this.#say({ state: 'saving' })
    this.#schedule(GATHER_MS)
  }

  /** A conflict settled by the person: theirs drops what is unsaved here, mine is put on top of what is there now. */
  settle(choice: 'theirs' | 'mine'): void {
    if (this.#saving.state !== 'conflict') return
    const { current } = this.#saving
    const mine = gathered(this.unsaved)
    this.#keep({ baseRevision: current.revision, inflight: null, pending: choice === 'mine' ? mine : [] })
    this.#onSaved(current)
    this.#say(choice === 'mine' ? { state: 'saving' } : { state: 'saved' })
    if (choice === 'mine') this.#schedule(0)
  }

  /** Tries at once, as when the network is back or the page is left. */
  flush = (): void => this.#schedule(0)

  /** A newer copy read from the server, taken over where nothing is unsaved here. */
  refresh(doc: AssessmentDoc): boolean {
    if (this.unsaved.length > 0 || doc.revision < this.#kept.baseRevision) return false
    this.#kept = { ...this.#kept, baseRevision: doc.revision }
    return true
  }

  stop(): void {
    this.#cancel?.()
    this.#cancel = null
  }

  #schedule(ms: number): void {
    this.#cancel?.()
    this.#cancel = this.#outside.later(() => void this.#send(), ms)
  }

  #keep(kept: Kept): void {
    this.#kept = kept
    if (kept.inflight || kept.pending.length > 0) this.#outside.storage.setItem(this.#key, JSON.stringify(kept))
    else this.#outside.storage.removeItem(this.#key)
    for (const listener of this.#listeners) listener()
  }

  #say(saving: Saving): void {
    this.#saving = saving
    for (const listener of this.#listeners) listener()
  }

  async #send(): Promise<void> {
    if (this.#sending || this.#saving.state === 'conflict') return
    const { inflight, pending, baseRevision } = this.#kept
    const batch = inflight ?? (pending.length > 0 ? { batchId: this.#outside.newId(), changes: pending } : null)
    if (!batch) return
    if (!inflight) this.#keep({ baseRevision, inflight: batch, pending: [] })
    this.#sending = true
    try {
      const doc = await this.#outside.send(this.#id, { ...batch, baseRevision, changes: [...batch.changes] })
      this.#keep({ baseRevision: doc.revision, inflight: null, pending: this.#kept.pending })
      this.#onSaved(doc)
      this.#say(this.#kept.pending.length > 0 ? { state: 'saving' } : { state: 'saved' })
      if (this.#kept.pending.length > 0) this.#schedule(0)
    } catch (error) {
      this.#failed(error)
    } finally {
      this.#sending = false
    }
  }

  #failed(error: unknown): void {
    if (error instanceof Refusal && error.problem.code === 'changed-elsewhere') {
      const { current, changedBy } = error.problem
      this.#say({ state: 'conflict', current: current as AssessmentDoc, changedBy: changedBy ?? null })
      return
    }
    if (error instanceof Refusal) {
      // What the server will never take is given back to the person; what came after it is still sent.
      this.#keep({ ...this.#kept, inflight: null })
      this.#say({ state: 'refused', message: error.message })
      if (this.#kept.pending.length > 0) this.#schedule(GATHER_MS)
      return
    }
    if (!(error instanceof Away)) throw error
    this.#say({ state: 'waiting', changes: this.unsaved.length })
    this.#schedule(RETRY_MS)
  }
}
