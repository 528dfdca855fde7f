import 'fake-indexeddb/auto'
import { describe, expect, test } from 'vitest'
import { Away, Refused } from './client.ts'
import { type Outside, PhotoQueue, photoShelf, type WaitingPhoto } from './photo-queue.ts'

let made = 0
const photo = (more: Partial<WaitingPhoto['photo']> = {}): WaitingPhoto => ({
  visitId: 'v1',
  by: 'ebba',
  photo: { id: `p${made++}`, kind: 'before', incidentId: null, takenAt: '2026-03-04T09:00:00Z', data: 'AAAA', ...more },
})
const refusal = (): Refused =>
  new Refused({ type: 'about:blank', title: 'no picture', status: 422, code: 'bad-input' } as never)

/** A queue on a database of its own, with a server that answers as told. */
function aQueue(answer: (waiting: WaitingPhoto) => unknown = () => ({}), more: Partial<Outside> = {}) {
  const sent: string[] = []
  const refused: string[] = []
  let next: (() => void) | null = null
  const database = photoShelf(`test-${made++}`)
  const outside: Outside = {
    shelf: () => database,
    send: async (waiting) => {
      sent.push(waiting.photo.id)
      return answer(waiting)
    },
    mustWait: () => false,
    later: (work) => {
      next = work
    },
    onSent: () => {},
    onRefused: ({ photo: { id } }, why) => refused.push(`${id}: ${why}`),
    ...more,
  }
  const queues: PhotoQueue[] = []
  const again = (): PhotoQueue => {
    const queue = new PhotoQueue(outside)
    queues.push(queue)
    return queue
  }
  const settle = async (): Promise<void> => void (await Promise.all(queues.map((queue) => queue.idle())))
  return {
    queue: again(),
    /** The same device after the tab was closed. */
    again,
    sent,
    refused,
    stored: async () => (await database).all(),
    settle,
    async retry() {
      const work = next
      next = null
      work?.()
      await settle()
    },
    waitsToRetry: () => next !== null,
  }
}

describe('pictures on their way', () => {
  test('kept here first, gone from here once the server has it', async () => {
    const { queue, sent, stored, settle } = aQueue()
    const one = photo()
    await queue.add(one)
    await settle()
    expect(sent).toEqual([one.photo.id])
    expect(queue.waiting()).toEqual([])
    expect(await stored()).toEqual([])
  })
  test('with the server away it stays, is tried again, and arrives', async () => {
    let away = true
    const { queue, sent, stored, settle, retry, waitsToRetry } = aQueue(() => {
      if (away) throw new Away('nobody')
    })
    const one = photo()
    const two = photo()
    await queue.add(one)
    await queue.add(two)
    await settle()
    expect(await stored()).toHaveLength(2)
    expect(waitsToRetry()).toBe(true)
    await retry()
    expect(queue.waiting().map(({ photo: { id } }) => id)).toEqual([one.photo.id, two.photo.id])
    away = false
    await retry()
    expect(queue.waiting()).toEqual([])
    expect(await stored()).toEqual([])
    expect(sent.slice(-2)).toEqual([one.photo.id, two.photo.id])
    expect(waitsToRetry()).toBe(false)
  })
  test('a tab that was closed meanwhile sends what it kept, when it is opened again', async () => {
    let away = true
    const { queue, again, stored, settle } = aQueue(() => {
      if (away) throw new Away('nobody')
    })
    await queue.add(photo())
    await settle()
    away = false
    const later = again()
    expect(later.waiting()).toEqual([])
    await later.resume()
    expect(later.waiting()).toEqual([])
    expect(await stored()).toEqual([])
  })
  test('one that is taken while the others are read back is not lost, nor sent for two', async () => {
    const { queue, again, stored, settle, sent } = aQueue()
    await queue.add(photo())
    await settle()
    const later = again()
    const one = photo()
    await Promise.all([later.resume(), later.add(one)])
    await settle()
    await settle()
    expect(later.waiting()).toEqual([])
    expect(await stored()).toEqual([])
    expect(sent.filter((id) => id === one.photo.id)).toHaveLength(1)
  })
  test('what the server will never take is told once and does not hold up the others', async () => {
    const bad = photo({ data: 'no' })
    const { queue, refused, settle, stored } = aQueue(({ photo: { data } }) => {
      if (data === 'no') throw refusal()
    })
    const good = photo()
    await queue.add(bad)
    await queue.add(good)
    await settle()
    await settle()
    expect(refused).toEqual([`${bad.photo.id}: no picture`])
    expect(queue.waiting()).toEqual([])
    expect(await stored()).toEqual([])
  })
  test('a picture waits for the incident it shows, others go past it', async () => {
    let waits = true
    const { queue, sent, settle, retry } = aQueue(() => ({}), {
      mustWait: (one) => one.photo.incidentId !== null && waits,
    })
    const shown = photo({ kind: 'incident', incidentId: 'i1' })
    const other = photo()
    await queue.add(shown)
    await queue.add(other)
    await settle()
    await retry()
    expect(sent).toEqual([other.photo.id])
    waits = false
    await retry()
    expect(sent).toEqual([other.photo.id, shown.photo.id])
  })
  test('a device that keeps nothing takes nothing, and says so', async () => {
    const { queue, sent } = aQueue(() => ({}), { shelf: () => Promise.reject(new Error('private window')) })
    await expect(queue.add(photo())).rejects.toThrow('private window')
    expect(queue.waiting()).toEqual([])
    expect(sent).toEqual([])
  })
  test('listeners hear of each picture that comes and goes', async () => {
    const { queue, settle } = aQueue()
    const heard: number[] = []
    const stop = queue.subscribe(() => heard.push(queue.waiting().length))
    await queue.add(photo())
    await settle()
    stop()
    await queue.add(photo())
    await settle()
    expect(heard).toEqual([1, 0])
  })
})
