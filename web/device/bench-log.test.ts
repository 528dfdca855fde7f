import { beforeEach, describe, expect, test } from 'vitest'
import type { BenchDoc, SentEvent, StoredEvent } from '../../contract/api/bench.ts'
import { BenchLog, type Outside } from './bench-log.ts'
import { Away, Refusal } from './client.ts'

function memory(): Outside['storage'] {
  const map = new Map<string, string>()
  return {
    getItem: (key) => map.get(key) ?? null,
    setItem: (key, value) => void map.set(key, value),
    removeItem: (key) => void map.delete(key),
    key: (i) => [...map.keys()][i] ?? null,
    get length() {
      return map.size
    },
  }
}

/** A server that adds each event once and can be away or refuse. */
class Server {
  readonly events = new Map<string, StoredEvent>()
  away = false
  /** Takes what is sent and does not answer. */
  mute = false
  refuses: (event: SentEvent) => boolean = () => false
  send = async (_: string, events: readonly SentEvent[], as: string | null): Promise<BenchDoc> => {
    if (this.away) throw new Away('away')
    if (events.some(this.refuses))
      throw new Refusal({ type: 'x', title: 'no', status: 400, code: 'bad-input', detail: 'not this one' })
    for (const event of events)
      if (!this.events.has(event.id)) this.events.set(event.id, { ...event, by: as } as StoredEvent)
    if (this.mute) throw new Away('no answer')
    return { now: '2026-03-04T10:00:00.000Z', events: [...this.events.values()] }
  }
}

let server: Server
let storage: Outside['storage']
let work: (() => void)[]
let ids: number
beforeEach(() => {
  server = new Server()
  storage = memory()
  work = []
  ids = 0
})

const tab = (): BenchLog =>
  new BenchLog(
    'visit',
    {
      send: server.send,
      storage,
      newId: () => `id-${ids++}`,
      moment: () => new Date(Date.UTC(2026, 2, 4, 9, 0, ids)).toISOString(),
      later: (one) => {
        work.push(one)
        return () => {
          work = work.filter((other) => other !== one)
        }
      },
    },
    () => {},
  )
async function settle(): Promise<void> {
  for (let i = 0; i < 30 && work.length > 0; i++) {
    const now = work
    work = []
    for (const one of now) one()
    await new Promise((done) => setTimeout(done))
  }
}

describe('the bench log', () => {
  test('keeps what happens on the device until the server has it', async () => {
    const log = tab()
    log.add({ kind: 'start', step: 'a' }, 'p')
    expect(log.pending()).toHaveLength(1)
    expect(storage.length).toBe(1)
    await settle()
    expect(log.pending()).toEqual([])
    expect(storage.length).toBe(0)
    expect([...server.events.values()]).toMatchObject([{ kind: 'start', step: 'a', by: 'p' }])
  })
  test('the tab is closed while the server is away: the next one sends it', async () => {
    server.away = true
    const log = tab()
    log.add({ kind: 'start', step: 'a' }, 'p')
    log.add({ kind: 'done', step: 'a' }, 'p')
    await settle()
    expect(log.isAway()).toBe(true)
    log.stop()
    work = []
    server.away = false
    const next = tab()
    expect(next.pending().map(({ kind }) => kind)).toEqual(['start', 'done'])
    await settle()
    expect([...server.events.values()].map(({ kind }) => kind)).toEqual(['start', 'done'])
    expect(storage.length).toBe(0)
  })
  test('what was taken without an answer is sent again and is there once', async () => {
    server.mute = true
    const log = tab()
    log.add({ kind: 'rest' }, 'p')
    await settle()
    expect(log.pending()).toHaveLength(1)
    server.mute = false
    log.refresh()
    await settle()
    expect(server.events.size).toBe(1)
    expect(log.pending()).toEqual([])
  })
  test('two tabs write beside each other', async () => {
    server.away = true
    const one = tab()
    const two = tab()
    one.add({ kind: 'start', step: 'a' }, 'p')
    two.add({ kind: 'start', step: 'b' }, 'q')
    one.refresh()
    expect(one.pending()).toHaveLength(2)
    server.away = false
    await settle()
    expect(server.events.size).toBe(2)
    expect(storage.length).toBe(0)
  })
  test('each pair of hands signs for itself', async () => {
    server.away = true
    const log = tab()
    log.add({ kind: 'start', step: 'a' }, 'p')
    log.add({ kind: 'start', step: 'b' }, 'q')
    log.add({ kind: 'done', step: 'a' }, 'p')
    server.away = false
    await settle()
    expect([...server.events.values()].map(({ by }) => by)).toEqual(['p', 'q', 'p'])
  })
  test('one that the server will never take is shown and holds up nothing', async () => {
    server.refuses = (event) => event.kind === 'blade-on'
    const log = tab()
    log.add({ kind: 'start', step: 'a' }, 'p')
    log.add({ kind: 'blade-on', blade: '?' }, 'p')
    log.add({ kind: 'done', step: 'a' }, 'p')
    await settle()
    expect([...server.events.values()].map(({ kind }) => kind)).toEqual(['start', 'done'])
    expect(log.refused()).toMatchObject([{ event: { kind: 'blade-on' }, message: 'not this one' }])
    log.forget()
    expect(log.refused()).toEqual([])
  })
})
