import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Learning } from '../contract/api/learning.ts'
import { click, shows } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

test('a number that the logs would have otherwise is taken, stands in use, and is taken back', async () => {
  const { proposals } = await salon.api<Learning>('/learning')
  const [one] = proposals
  const page = await salon.newPage()
  await page.goto(`${salon.base}numbers`)
  await shows(page, `[data-proposal="${one!.id}"]`)
  await click(page, `[data-proposal="${one!.id}"] button`)
  await page.waitForSelector(`[data-proposal="${one!.id}"]`, { hidden: true })
  expect((await salon.api<{ estimates: Record<string, number> }>('/salon')).estimates).toEqual({
    [one!.id]: one!.value,
  })
  // The number's own row shows it, and what ours was.
  await page.waitForSelector(`[id="${one!.id}"] ::-p-text(default)`)
  await click(page, 'summary ::-p-text(Taken so far)')
  await click(page, '[aria-label^="Take back"]')
  await shows(page, `[data-proposal="${one!.id}"]`)
  expect((await salon.api<{ estimates: Record<string, number> }>('/salon')).estimates).toEqual({})
  const { taken } = await salon.api<Learning>('/learning')
  expect(taken[0]).toMatchObject({ estimate: one!.id, from: null, to: one!.value })
  expect(taken[0]!.backAt).not.toBeNull()
})

test('how right we were opens from the house, in pictures with tables behind them, down to the dogs farthest off', async () => {
  const page = await salon.newPage()
  await page.goto(`${salon.base}house/right`)
  await shows(page, '[data-kind=coat] svg')
  expect(await page.$$eval('[data-kind]', (kinds) => kinds.length)).toBe(5)
  await click(page, '[data-kind=coat] summary')
  await shows(page, '[data-kind=coat] details[open] table')
  await click(page, '[data-kind=coat] a')
  await page.waitForFunction(() => location.pathname.startsWith('/visits/'))
})
