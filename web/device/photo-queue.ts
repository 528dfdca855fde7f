import { openDB } from 'idb'
import type { NewPhoto } from '../../contract/api/photos.ts'
import { Refused } from './client.ts'
import { waitMs } from './waits.ts'

/** A picture that was taken here and that the server does not have yet. */
export interface WaitingPhoto {
  readonly visitId: string
  readonly photo: NewPhoto
  /** Who took it. */
  readonly by: string | null
}

/** Where pictures wait on this device; too large for the place where everything else waits. */
export interface PhotoShelf {
  readonly all: () => Promise<readonly WaitingPhoto[]>
  readonly put: (waiting: WaitingPhoto) => Promise<unknown>
  readonly drop: (id: string) => Promise<unknown>
}

const STORE = 'waiting'

/** The browser's own database. @throws where it refuses one, in a private window for instance */
export async function photoShelf(name = 'etude-photos'): Promise<PhotoShelf> {
  const database = await openDB(name, 1, { upgrade: (db) => void db.createObjectStore(STORE) })
  return {
    all: () => database.getAll(STORE) as Promise<WaitingPhoto[]>,
    put: (waiting) => database.put(STORE, waiting, waiting.photo.id),
    drop: (id) => database.delete(STORE, id),
  }
}

/** What the queue needs of the world outside, so that it can be tested without one. */
export interface Outside {
  readonly shelf: () => Promise<PhotoShelf>
  readonly send: (waiting: WaitingPhoto) => Promise<unknown>
  /** Whether what it belongs to is still on its way: a picture never arrives before its incident. */
  readonly mustWait: (waiting: WaitingPhoto) => boolean
  readonly later: (work: () => void, ms: number) => void
  readonly onSent: (visitId: string) => void
  readonly onRefused: (waiting: WaitingPhoto, why: string) => void
}

/**
 * Pictures on their way to the server. Each is kept on the device before it is sent and dropped only once the server has
 * acknowledged it, so that neither a server that is away nor a closed tab loses one; sent twice it is kept once.
 */
export class PhotoQueue {
  readonly #outside: Outside
  readonly #listeners = new Set<() => void>()
  #waiting: readonly WaitingPhoto[] = []
  #sending = false
  #tries = 0
  /** What is being sent now. */
  #run: Promise<void> = Promise.resolve()

  constructor(outside: Outside) {
    this.#outside = outside
  }

  waiting = (): readonly WaitingPhoto[] => this.#waiting
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  /** Sends what waits from before. */
  async resume(): Promise<void> {
    const shelf = await this.#outside.shelf()
    const stored = await shelf.all()
    // One that is taken meanwhile is in both.
    const here = new Set(this.#waiting.map(({ photo: { id } }) => id))
    this.#set([...stored.filter(({ photo: { id } }) => !here.has(id)), ...this.#waiting])
    await this.#go()
  }

  /** Resolves once what is being sent now has come to an end, sent or put off. */
  idle = (): Promise<void> => this.#run

  /** @throws where the device cannot keep it: then it is not taken */
  async add(waiting: WaitingPhoto): Promise<void> {
    const shelf = await this.#outside.shelf()
    await shelf.put(waiting)
    this.#set([...this.#waiting, waiting])
    void this.#go()
  }

  #go(): Promise<void> {
    if (!this.#sending) this.#run = this.#send()
    return this.#run
  }

  #set(waiting: readonly WaitingPhoto[]): void {
    this.#waiting = waiting
    for (const listener of this.#listeners) listener()
  }

  async #drop(waiting: WaitingPhoto): Promise<void> {
    await (await this.#outside.shelf()).drop(waiting.photo.id)
    this.#set(this.#waiting.filter(({ photo }) => photo.id !== waiting.photo.id))
  }

  async #send(): Promise<void> {
    this.#sending = true
    try {
      for (const one of this.#waiting) {
        if (this.#outside.mustWait(one)) continue
        try {
          await this.#outside.send(one)
          await this.#drop(one)
          this.#outside.onSent(one.visitId)
          this.#tries = 0
        } catch (error) {
          if (!(error instanceof Refused)) {
            this.#tries += 1
            break
          }
          // It will never be taken, and must not hold up the others.
          await this.#drop(one)
          this.#outside.onRefused(one, error.message)
        }
      }
    } finally {
      this.#sending = false
      if (this.#waiting.length > 0) this.#outside.later(() => void this.#go(), waitMs(this.#tries))
    }
  }
}
