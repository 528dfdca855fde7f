import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { findBreed, REGION_SIDES } from '../core/index.ts'
import { TOMORROW } from '../demo/ahead.ts'
import { DEMO_DOGS } from '../demo/dogs.ts'
import { type DemoStore, loadDemo } from '../demo/load.ts'
import { demoServer } from '../test/harness/demo.ts'
import { NOON, type TestServer, testServer } from '../test/harness/server.ts'

let server: TestServer
beforeEach(async () => {
  server = await testServer()
})
afterEach(() => server.close())

const count = async (table: string): Promise<number> => {
  const [[row]] = (await server.store.query(`SELECT count(*)::int AS n FROM ${table}`)) as [[{ n: number }]]
  return row.n
}
const TABLES = ['people', 'dogs', 'visits', 'goodbyes', 'products', 'tools', 'bench_events'] as const
const counts = async (): Promise<Record<string, number>> =>
  Object.fromEntries(await Promise.all(TABLES.map(async (table) => [table, await count(table)] as const)))

/** The store with one repository's method cut off at its nth call, as a kill would. */
function cutOff(repository: 'goodbyes' | 'shelf' | 'plans', method: string, at: number): DemoStore {
  let calls = 0
  const real = server.store[repository] as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>
  const cut = new Proxy(real, {
    get: (target, name) => {
      const value = target[String(name)]
      if (typeof value !== 'function') return value
      return (...args: unknown[]) => {
        if (name === method && ++calls === at) throw new Error('killed')
        return value.apply(target, args)
      }
    },
  })
  return new Proxy(server.store as unknown as DemoStore, {
    get: (target, name) => (name === repository ? cut : Reflect.get(target, name)),
  })
}

describe('the made-up salon', () => {
  // A loading is cut off the same way whoever is in it.
  const few = DEMO_DOGS.slice(0, 4)
  test.each([
    ['goodbyes', 'finish', 3],
    ['plans', 'make', 14],
  ] as const)('cut off at %s.%s number %d it begins anew and comes out whole', async (repository, method, at) => {
    await expect(loadDemo(cutOff(repository, method, at), NOON, few)).rejects.toThrow('killed')
    expect(await server.store.salon.isHalfLoaded()).toBe(true)
    await loadDemo(server.store, NOON, few)
    const again = await counts()
    expect(await server.store.salon.isHalfLoaded()).toBe(false)
    expect(again.dogs).toBe(few.length + TOMORROW.length)
    const past = few.reduce((sum, { pastVisits }) => sum + pastVisits, 0)
    expect(again.visits).toBe(past + few.length + TOMORROW.length)
    expect(again.bench_events).toBeGreaterThan(300)
  })
  test('loaded a second time on the same day nothing is added; a salon of one’s own is never touched', async () => {
    await server.close()
    server = await demoServer()
    const once = await counts()
    expect(once.dogs).toBe(DEMO_DOGS.length + TOMORROW.length)
    await loadDemo(server.store, NOON)
    expect(await counts()).toEqual(once)
    await server.store.startOver()
    await server.store.salon.found('My own', [], false)
    await loadDemo(server.store, NOON)
    expect(await count('dogs')).toBe(0)
  })
})

test('the dogs of the demo: names once, breeds that are known, every coat, places found where there are such places', () => {
  expect(new Set(DEMO_DOGS.map(({ dog }) => dog.name)).size).toBe(DEMO_DOGS.length)
  expect(new Set(DEMO_DOGS.map(({ owner }) => owner)).size).toBe(DEMO_DOGS.length)
  expect(new Set(DEMO_DOGS.map(({ dog }) => dog.coatType)).size).toBe(10)
  for (const { dog, found = [] } of DEMO_DOGS) {
    if (dog.breed && dog.breed !== 'cross') expect(findBreed(dog.breed), dog.name).not.toBeNull()
    for (const [region, , only] of found)
      expect(
        REGION_SIDES.some((place) => place.region === region && (only === undefined || place.side === only)),
        `${dog.name}: ${region} ${only ?? ''}`,
      ).toBe(true)
  }
})
