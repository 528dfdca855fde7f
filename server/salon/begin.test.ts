import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { timeText } from '../../contract/words/dates.ts'
import { follow } from '../../contract/words/habits.ts'
import { weightText } from '../../contract/words/measures.ts'
import { type TestServer, testServer } from '../../test/harness/server.ts'
import { beginOwn, lookAround } from './begin.ts'

let server: TestServer
beforeEach(async () => {
  server = await testServer()
})
afterEach(async () => {
  follow({ country: null, units: 'metric' })
  await server.close()
})

const OURS = { name: 'Harbour Row', country: 'AU' }

describe('an empty database', () => {
  test('is nobody’s; begun as one’s own it has a name, and the money and hours of its country', async () => {
    const { store } = server
    expect(await store.salon.read()).toMatchObject({ founded: false, demo: false, loading: false, country: null })
    expect(await beginOwn(store, OURS)).toMatchObject({
      ...OURS,
      founded: true,
      demo: false,
      people: [],
      prices: { currency: 'AUD' },
    })
    expect(timeText('2026-03-04T14:05:00Z')).toMatch(/^\d+:05 [ap]m$/)
    await expect(beginOwn(store, OURS)).rejects.toThrow('a salon of your own here already')
    await expect(lookAround(store, async () => undefined)).rejects.toThrow('a salon here already')
    expect(await store.salon.setup()).toEqual({ prices: false, equipment: false, products: 0, tools: 0, dogs: 0 })
  })
  test('where dogs are weighed in pounds it writes pounds and fluid ounces, until it says otherwise', async () => {
    const { store } = server
    expect(await beginOwn(store, { name: 'Harbour Row', country: 'US' })).toMatchObject({
      units: 'us',
      equipment: { units: 'us' },
    })
    expect(weightText(10)).toBe('22 lb')
    const chosen = await server.send('PUT', '/api/settings/units', { units: 'metric' })
    expect(await chosen.json()).toMatchObject({ country: 'US', units: 'metric' })
    expect(weightText(10)).toBe('10 kg')
    expect(await store.salon.habits()).toMatchObject({ country: 'US', units: 'metric' })
    // Another country later does not take back what was chosen.
    expect(await store.salon.setCountry('DE', null)).toMatchObject({ country: 'DE', units: 'metric' })
    expect((await server.send('PUT', '/api/settings/units', { units: 'stone' })).status).toBe(422)
  })
  test('begun by two at once is begun once', async () => {
    const began = await Promise.allSettled([beginOwn(server.store, OURS), beginOwn(server.store, OURS)])
    expect(began.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
  })
  test('laid out as the made-up salon it says so until all of it is there, and is not begun meanwhile', async () => {
    const { store } = server
    let finish = (): void => undefined
    const rest = new Promise<void>((then) => {
      finish = then
    })
    const load = async (): Promise<void> => {
      await store.salon.found('Made up', [], true)
      await rest
      await store.salon.demoLoaded()
    }
    expect(await lookAround(store, load)).toMatchObject({ founded: true, demo: true, loading: true })
    // A second screen that asks waits for the same.
    expect(await lookAround(store, load)).toMatchObject({ loading: true })
    await expect(beginOwn(store, OURS)).rejects.toThrow('still being laid out')
    finish()
    await expect.poll(async () => (await store.salon.read()).loading).toBe(false)
    expect(await beginOwn(store, OURS)).toMatchObject({ ...OURS, demo: false })
    const [log] = (await store.query('SELECT action FROM change_log')) as [{ action: string }[]]
    expect(log.map(({ action }) => action)).toEqual(['founded'])
  })
  test('where laying it out fails half-way, nothing of it stays and whoever looks is asked anew', async () => {
    const { store } = server
    // Whether it fails before or after the answer is a matter of moments.
    await lookAround(store, async () => {
      await store.salon.found('Made up', [], true)
      throw new Error('no space')
    }).catch(() => undefined)
    await expect.poll(async () => (await store.salon.read()).founded, { timeout: 20_000 }).toBe(false)
  })
  test('where laying it out fails before it began, who asked is told', async () => {
    await expect(
      lookAround(server.store, async () => {
        throw new Error('no space')
      }),
    ).rejects.toThrow('no space')
    expect(await server.store.salon.read()).toMatchObject({ founded: false })
  })
})
