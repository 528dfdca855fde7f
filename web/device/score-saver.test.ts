import { beforeEach, describe, expect, test } from 'vitest'
import type { AssessmentDoc, ScoreBatch, ScoreChange } from '../../contract/api/api.ts'
import { Away, Refusal } from './client.ts'
import { type Outside, ScoreSaver } from './score-saver.ts'

/* A small server, a device and a clock that only move when told to. */
class World implements Outside {
  readonly kept = new Map<string, string>()
  readonly storage = {
    getItem: (key: string) => this.kept.get(key) ?? null,
    setItem: (key: string, value: string) => void this.kept.set(key, value),
    removeItem: (key: string) => void this.kept.delete(key),
  }
  readonly applied: ScoreBatch[] = []
  revision = 0
  up = true
  loseAnswer = false
  refuse: string | null = null
  timers: (() => void)[] = []
  #ids = 0
  newId = (): string => `batch-${++this.#ids}`
  later = (work: () => void): (() => void) => {
    this.timers.push(work)
    return () => {
      this.timers = this.timers.filter((timer) => timer !== work)
    }
  }
  send = async (_: string, batch: ScoreBatch): Promise<AssessmentDoc> => {
    if (!this.up) throw new Away('down')
    if (this.refuse) throw new Refusal({ type: '', title: this.refuse, status: 422, code: 'bad-input' })
    const again = this.applied.some(({ batchId }) => batchId === batch.batchId)
    if (!again && batch.baseRevision !== this.revision)
      throw new Refusal({
        type: '',
        title: '',
        status: 409,
        code: 'changed-elsewhere',
        current: this.doc(),
        changedBy: 'Ebba',
      })
    if (!again) {
      this.applied.push(batch)
      this.revision++
    }
    if (this.loseAnswer) {
      this.loseAnswer = false
      throw new Away('the answer was lost')
    }
    return this.doc()
  }
  doc = (): AssessmentDoc => ({
    id: 'a',
    visitId: 'v',
    role: 'first',
    stage: 'arrival',
    revision: this.revision,
    scorerId: null,
    updatedAt: '',
    rows: [],
  })
  /** Lets every timer that is set run, and what it starts settle. */
  async pass(): Promise<void> {
    for (let turn = 0; turn < 3; turn++) {
      const due = this.timers
      this.timers = []
      for (const work of due) work()
      await new Promise((done) => setTimeout(done, 0))
    }
  }
}

const mat = (region: 'back' | 'rump' | 'neck', score: 0 | 1 | 2 | 3 | 4): ScoreChange => ({
  region,
  side: null,
  set: { mat: score },
})

let world: World
const open = (): ScoreSaver => new ScoreSaver(world.doc(), world, () => {})
beforeEach(() => {
  world = new World()
})

describe('scores are sent as they are given', () => {
  test('several at once go in one batch, the last word on each place', async () => {
    const saver = open()
    saver.add([mat('back', 3)])
    saver.add([mat('rump', 1)])
    saver.add([mat('back', 2)])
    await world.pass()
    expect(world.applied).toHaveLength(1)
    expect(world.applied[0]!.changes).toEqual([mat('back', 2), mat('rump', 1)])
    expect(saver.saving()).toEqual({ state: 'saved' })
    expect(world.kept.size).toBe(0)
  })

  test('with the server away everything stays on the device and is sent when it is back', async () => {
    const saver = open()
    world.up = false
    saver.add([mat('back', 3)])
    await world.pass()
    saver.add([mat('rump', 4)])
    await world.pass()
    expect(saver.saving()).toEqual({ state: 'waiting', changes: 2 })
    expect(world.kept.size).toBe(1)
    world.up = true
    await world.pass()
    await world.pass()
    expect(world.applied.flatMap(({ changes }) => changes)).toEqual([mat('back', 3), mat('rump', 4)])
    expect(saver.saving()).toEqual({ state: 'saved' })
  })

  test('a page closed with scores unsent sends them when it is opened again', async () => {
    world.up = false
    const first = open()
    first.add([mat('back', 3)])
    await world.pass()
    first.stop()
    world.timers = []
    world.up = true
    const second = open()
    expect(second.unsaved).toEqual([mat('back', 3)])
    await world.pass()
    expect(world.applied).toHaveLength(1)
  })

  test('a batch whose answer was lost is applied once', async () => {
    const saver = open()
    world.loseAnswer = true
    saver.add([mat('back', 3)])
    await world.pass()
    await world.pass()
    expect(world.revision).toBe(1)
    expect(saver.saving()).toEqual({ state: 'saved' })
  })
})

describe('two people on one dog', () => {
  const conflicted = async (): Promise<ScoreSaver> => {
    const saver = open()
    world.revision = 5
    saver.add([mat('back', 3)])
    await world.pass()
    return saver
  }
  test('the second is told who, and nothing is overwritten', async () => {
    const saver = await conflicted()
    expect(saver.saving()).toMatchObject({ state: 'conflict', changedBy: 'Ebba', current: { revision: 5 } })
    expect(world.applied).toHaveLength(0)
    saver.add([mat('rump', 1)])
    await world.pass()
    expect(world.applied).toHaveLength(0)
  })
  test('mine on top sends all of mine on what is there now', async () => {
    const saver = await conflicted()
    saver.settle('mine')
    await world.pass()
    expect(world.applied[0]).toMatchObject({ baseRevision: 5, changes: [mat('back', 3)] })
    expect(saver.saving()).toEqual({ state: 'saved' })
  })
  test('theirs drops mine', async () => {
    const saver = await conflicted()
    saver.settle('theirs')
    await world.pass()
    expect(world.applied).toHaveLength(0)
    expect(saver.unsaved).toEqual([])
    expect(world.kept.size).toBe(0)
  })
})

test('what the server will never take is said, and what comes after it is still sent', async () => {
  const saver = open()
  world.refuse = 'beyond the coat'
  saver.add([mat('back', 3)])
  await world.pass()
  expect(saver.saving()).toEqual({ state: 'refused', message: 'beyond the coat' })
  expect(saver.unsaved).toEqual([])
  world.refuse = null
  saver.add([mat('neck', 1)])
  await world.pass()
  expect(world.applied[0]!.changes).toEqual([mat('neck', 1)])
})
