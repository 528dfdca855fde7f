import { describe, expect, test } from 'vitest'
import { ENDPOINTS } from '../../contract/api/index.ts'
import type { Problem } from '../../contract/api/problem.ts'
import { Away, Refused } from './client.ts'
import { keptBefore } from './kept-before.ts'
import { type Entry, Outbox, type Outside } from './outbox.ts'
import { readJson, storageOn } from './storage.ts'
import { waitMs } from './waits.ts'

/** A browser's storage that can be full or forbidden, shared by the tabs of one device. */
class Shelf {
  readonly map = new Map<string, string>()
  full = false
  get length(): number {
    return this.map.size
  }
  key = (i: number): string | null => [...this.map.keys()][i] ?? null
  getItem = (key: string): string | null => this.map.get(key) ?? null
  removeItem = (key: string): void => void this.map.delete(key)
  setItem(key: string, value: string): void {
    if (this.full) throw new DOMException('full', 'QuotaExceededError')
    this.map.set(key, value)
  }
}

const problem = (code: string, more: Partial<Problem> = {}): Problem => ({
  type: 'about:blank',
  title: 'No',
  status: 409,
  code,
  ...more,
})

let made = 0
/** A tab: its outbox, with a server that answers as told and work that runs when it is told. */
function aTab(shelf: Shelf, answer: (entry: Entry) => unknown = () => ({}), more: Partial<Outside> = {}) {
  const sent: string[] = []
  const answered: string[] = []
  const gone: string[] = []
  const waits: number[] = []
  const due: (() => void)[] = []
  const outbox = new Outbox({
    storage: storageOn(() => shelf),
    together: () => 1,
    send: async (entries) => {
      sent.push(...entries.map(({ id }) => id))
      return answer(entries[0]!)
    },
    onAnswer: (entries) => answered.push(...entries.map(({ id }) => id)),
    onGone: (entries) => gone.push(...entries.map(({ id }) => id)),
    mustSettle: ({ problem: { code } }) => code === 'changed-elsewhere',
    later: (work, ms) => {
      waits.push(ms)
      due.push(work)
      return () => {
        const at = due.indexOf(work)
        if (at >= 0) due.splice(at, 1)
      }
    },
    alone: (_, work) => work(),
    now: () => 1000,
    ...more,
  })
  const add = (lane = 'scores.a1', id = `e${made++}`): string =>
    outbox.add({ id, lane, to: 'scores.change', call: { id: 'a1' }, by: 'ebba' }).id
  /** Runs what is due, and what becomes due by it, until nothing is or a wait is longer than asked. */
  const run = async (most = 40): Promise<void> => {
    for (let i = 0; i < most && due.length > 0; i++) {
      const work = due.shift()!
      work()
      await Promise.resolve()
      for (let turn = 0; turn < 8; turn++) await Promise.resolve()
    }
  }
  return { outbox, add, run, sent, answered, gone, waits, due }
}
const away = (): never => {
  throw new Away('nobody')
}

describe('what is on its way', () => {
  test('is kept before it is sent, sent in order, and gone once it is answered', async () => {
    const shelf = new Shelf()
    const { outbox, add, run, sent, answered } = aTab(shelf)
    const ids = [add(), add(), add()]
    expect(shelf.map.size).toBe(3)
    expect(sent).toEqual([])
    await run()
    expect(sent).toEqual(ids)
    expect(answered).toEqual(ids)
    expect(shelf.map.size).toBe(0)
    expect(outbox.lane('scores.a1').entries).toEqual([])
  })
  test('waits longer each time while the server is away, and begins anew when it is back', async () => {
    let there = false
    const { outbox, add, run, waits, sent } = aTab(new Shelf(), () => (there ? {} : away()))
    add()
    await run(5)
    expect(waits.slice(1, 5)).toEqual([waitMs(0), waitMs(1), waitMs(2), waitMs(3)])
    expect(waitMs(30)).toBe(waitMs(31))
    expect(outbox.lane('scores.a1')).toMatchObject({ away: true, entries: [{}] })
    there = true
    outbox.retry()
    expect(waits.at(-1)).toBe(0)
    await run()
    expect(outbox.lane('scores.a1')).toMatchObject({ away: false, entries: [] })
    expect(sent.length).toBeGreaterThan(4)
  })
  test('what has gathered goes together; where some of it is refused, one by one until the lane is through', async () => {
    let refuse = true
    const { add, run, sent, answered } = aTab(
      new Shelf(),
      ({ id }) => {
        if (refuse) {
          refuse = false
          throw new Refused(problem('bad-input'))
        }
        if (id === 'bad') throw new Refused(problem('bad-input'))
        return {}
      },
      { together: (entries) => entries.length },
    )
    add('bench.v1', 'one')
    add('bench.v1', 'bad')
    add('bench.v1', 'three')
    await run()
    expect(sent).toEqual(['one', 'bad', 'three', 'one', 'bad', 'three'])
    expect(answered).toEqual(['one', 'three'])
    add('bench.v1', 'four')
    add('bench.v1', 'five')
    await run()
    expect(answered.slice(2)).toEqual(['four', 'five'])
  })
  test('one lane that waits holds up no other', async () => {
    const { add, run, answered } = aTab(new Shelf(), ({ lane }) => (lane === 'bench.v1' ? away() : {}))
    add('bench.v1')
    const other = add('drying.v1')
    await run(6)
    expect(answered).toEqual([other])
  })
  test('a tab that was closed leaves what it kept to the next', async () => {
    const shelf = new Shelf()
    const first = aTab(shelf, away)
    const id = first.add()
    const next = aTab(shelf)
    expect(next.outbox.lane('scores.a1').entries.map((entry) => entry.id)).toEqual([id])
    await next.run()
    expect(next.answered).toEqual([id])
  })
})

describe('two tabs, two screens', () => {
  test('write beside each other and lose nothing, in whatever order they hear of it', async () => {
    const shelf = new Shelf()
    const a = aTab(shelf)
    const b = aTab(shelf)
    const one = a.add()
    const two = b.add()
    a.outbox.refresh()
    b.outbox.refresh()
    expect(a.outbox.lane('scores.a1').entries.map(({ id }) => id)).toEqual([one, two])
    expect(shelf.map.size).toBe(2)
    await a.run()
    expect(shelf.map.size).toBe(0)
    b.outbox.refresh()
    expect(b.outbox.lane('scores.a1').entries).toEqual([])
    expect(b.gone.sort()).toEqual([one, two].sort())
  })
  test('only one of them sends a lane', async () => {
    const shelf = new Shelf()
    const held = new Set<string>()
    const alone = async (name: string, work: () => Promise<void>): Promise<void> => {
      if (held.has(name)) return
      held.add(name)
      await work()
      held.delete(name)
    }
    let letGo = (): void => {}
    const a = aTab(
      shelf,
      () =>
        new Promise((done) => {
          letGo = () => done({})
        }),
      { alone },
    )
    const b = aTab(shelf, () => ({}), { alone })
    a.add()
    await a.run(1)
    b.outbox.refresh()
    await b.run()
    expect(b.sent).toEqual([])
    letGo()
  })
})

describe('what the server will not take', () => {
  test('is let go of and said, and does not hold up what comes after', async () => {
    const { outbox, add, run, answered } = aTab(new Shelf(), ({ id }) => {
      if (id === 'bad') throw new Refused(problem('bad-input', { detail: 'no such step' }))
      return {}
    })
    add('bench.v1', 'bad')
    const good = add('bench.v1')
    await run()
    expect(answered).toEqual([good])
    expect(outbox.lane('bench.v1').refused).toMatchObject([
      { entry: { id: 'bad' }, problem: { detail: 'no such step' } },
    ])
    outbox.forget('bench.v1')
    expect(outbox.lane('bench.v1').refused).toEqual([])
  })
  test.each([
    ['again', 2],
    ['drop', 0],
  ] as const)('a conflict stops its lane until somebody settles it: %s', async (how, through) => {
    let settled = false
    const shelf = new Shelf()
    const { outbox, add, run, answered } = aTab(shelf, () => {
      if (!settled) throw new Refused(problem('changed-elsewhere', { changedBy: 'Noor' }))
      return {}
    })
    add()
    add()
    await run()
    expect(outbox.lane('scores.a1').stopped?.problem.changedBy).toBe('Noor')
    expect(shelf.map.size).toBe(2)
    settled = true
    outbox.settle('scores.a1', how)
    await run()
    expect(answered).toHaveLength(through)
    expect(shelf.map.size).toBe(0)
  })
})

describe('a device that keeps nothing, or what nobody can read', () => {
  test('storage that is full: it is sent all the same, and said to be in this page alone', async () => {
    const shelf = new Shelf()
    shelf.full = true
    let there = false
    const { outbox, add, run, answered } = aTab(shelf, () => (there ? {} : away()))
    const id = add()
    expect(outbox.lane('scores.a1').unkept).toBe(true)
    await run(1)
    outbox.refresh()
    expect(outbox.lane('scores.a1').entries.map((entry) => entry.id)).toEqual([id])
    there = true
    outbox.retry()
    await run()
    expect(answered).toEqual([id])
    expect(outbox.lane('scores.a1').unkept).toBe(false)
  })
  test('storage that is forbidden: nothing throws, and what is set is there in this page', () => {
    const storage = storageOn(() => {
      throw new DOMException('forbidden', 'SecurityError')
    })
    expect(storage.set('a', '1')).toBe(false)
    expect(storage.get('a')).toBe('1')
    expect(storage.keys('a')).toEqual(['a'])
    storage.remove('a')
    expect(storage.get('a')).toBeNull()
  })
  test('what does not parse, or is something else, is set aside and stops nothing', async () => {
    const shelf = new Shelf()
    shelf.map.set('etude.out.scores.a1~1~x', '{"id":')
    shelf.map.set('etude.out.scores.a1~2~y', '{"lane":7}')
    const { outbox, add, run, answered } = aTab(shelf)
    expect(outbox.lane('scores.a1').entries).toEqual([])
    const id = add()
    await run()
    expect(answered).toEqual([id])
    expect([...shelf.map.keys()].sort()).toEqual([
      'etude.aside.etude.out.scores.a1~1~x',
      'etude.aside.etude.out.scores.a1~2~y',
    ])
    const storage = storageOn(() => shelf)
    shelf.map.set('draft', 'nonsense')
    expect(readJson('draft', (value): value is object => typeof value === 'object', storage)).toBeNull()
    expect(storage.get('etude.aside.draft')).toBe('nonsense')
  })
  test('what an earlier build kept is brought up and sent; what of it cannot be read is set aside', async () => {
    const shelf = new Shelf()
    const change = { region: 'back', side: null, set: { mat: 1 } }
    shelf.map.set(
      'etude.scores.a9',
      JSON.stringify({ baseRevision: 4, inflight: { batchId: 'b1', changes: [change] }, pending: [change] }),
    )
    shelf.map.set(
      'etude.bench.v1.e1',
      JSON.stringify({ id: 'e1', at: '2026-03-04T09:00:00Z', by: 'noor', kind: 'rest' }),
    )
    shelf.map.set('etude.scores.broken', 'nonsense')
    keptBefore(
      storageOn(() => shelf),
      () => 'new',
    )
    const entries: Entry[] = []
    const { run, sent } = aTab(shelf, (entry) => entries.push(entry))
    await run()
    expect(sent.sort()).toEqual(['b1', 'e1', 'new'])
    expect(entries.find(({ id }) => id === 'b1')!.call).toMatchObject({
      id: 'a9',
      body: { batchId: 'b1', baseRevision: 4 },
    })
    expect(entries.find(({ id }) => id === 'e1')).toMatchObject({
      by: 'noor',
      call: { id: 'v1', body: { events: [{ kind: 'rest' }] } },
    })
    expect([...shelf.map.keys()]).toEqual(['etude.aside.etude.scores.broken'])
  })
})

test('every endpoint that says it is queued has its place in the outbox; photos wait in a larger one', async () => {
  const { QUEUED } = await import('./use-outbox.ts')
  const queued = ENDPOINTS.filter((one) => one.kind === 'write' && one.queued).map(
    ({ subject, name }) => `${subject}.${name}`,
  )
  expect([...Object.keys(QUEUED), 'photos.add'].sort()).toEqual(queued.sort())
})
