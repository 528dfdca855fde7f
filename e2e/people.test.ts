import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Salon as SalonDoc } from '../contract/api/salon.ts'
import { click, shows } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

test('people are written down by hand: a new one is offered at every screen, who left is not', async () => {
  const page = await salon.newPage()
  await page.goto(`${salon.base}house/people`)
  await shows(page, '[data-person-row=Noor]')
  const offered = (): Promise<(string | null)[]> =>
    page.$$eval('header select option', (all) => all.map((one) => one.textContent))
  await click(page, '::-p-text(Somebody new)')
  await shows(page, '[role=dialog]')
  await page.keyboard.type('Noor')
  await page.keyboard.press('Enter')
  await page.waitForFunction(() =>
    document.querySelector('[role=dialog]')!.textContent!.includes('called Noor already'),
  )
  await page.keyboard.type(' A')
  await click(page, '[role=dialog] ::-p-text(Learner)')
  await click(page, '[role=dialog] [type=submit]')
  await page.waitForSelector('[data-person-row="Noor A"]')
  expect(await offered()).toContain('Noor A')

  await click(page, '[aria-label="Change: Ebba"]')
  await click(page, '[role=dialog] ::-p-text(Has left)')
  await page.waitForSelector('ul[aria-label=Left] [data-person-row=Ebba]')
  expect(await offered()).not.toContain('Ebba')
  const { people } = await salon.api<SalonDoc>('/salon')
  expect(people.map((one) => [one.name, one.experience, one.left])).toEqual([
    ['Casimir', 'learner', false],
    ['Ebba', 'practised', true],
    ['Noor', 'expert', false],
    ['Noor A', 'learner', false],
  ])
  await page.close()
})
