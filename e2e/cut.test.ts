import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Visit } from '../contract/api/visits.ts'
import { shows, visitOf } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

async function openCut(dog: string): Promise<Page> {
  const page = await salon.newPage()
  await page.goto(`${salon.base}visits/${await visitOf(salon.base, dog)}/cut`)
  await shows(page, '[data-testid=lengths]')
  return page
}
const handleText = (page: Page, part: string): Promise<string> =>
  page.$eval(`[data-facing] [data-handle=${part}] text`, (text) => text.textContent!)
const lines = (page: Page): Promise<string> => page.$eval('[data-testid=lines]', (list) => list.textContent!)
/** Where the knob of a part is on the screen. */
const knob = (page: Page, part: string): Promise<{ x: number; y: number }> =>
  page.$eval(`[data-facing] [data-handle=${part}] circle:nth-of-type(2)`, (circle) => {
    const { x, y, width, height } = circle.getBoundingClientRect()
    return { x: x + width / 2, y: y + height / 2 }
  })
const mmOf = (text: string): number => Number.parseFloat(text)

test('a length is dragged on the dog: the hair follows the hand, the tool follows the length, and it is kept', async () => {
  const page = await openCut('Juniper')
  expect(await handleText(page, 'body')).toBe('16 mm')
  expect(await lines(page)).toContain('16 mm comb attachment')
  const from = await knob(page, 'body')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  // Outwards from the back: longer.
  await page.mouse.move(from.x + 4, from.y - 8, { steps: 4 })
  const longer = mmOf(await handleText(page, 'body'))
  expect(longer).toBeGreaterThan(16)
  const held = await knob(page, 'body')
  expect(held.y).toBeLessThan(from.y - 2)
  // And in again, almost to the skin.
  await page.mouse.move(from.x, from.y + 12, { steps: 6 })
  await page.mouse.up()
  const shorter = mmOf(await handleText(page, 'body'))
  expect(shorter).toBeLessThan(16)
  // The head keeps its own length, one step longer than a body at that length; the slider says the same.
  expect(
    await page.$eval('[data-testid=lengths] [role=slider]', (slider) => slider.getAttribute('aria-valuenow')),
  ).toBe(String(shorter))
  expect(await lines(page)).not.toContain('16 mm comb attachment as wished16 mmBack')
  await page.evaluate(() => {
    const keep = [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Keep this cut')
    keep!.click()
  })
  await expect
    .poll(
      async () =>
        (await salon.api<Visit>(`/visits/${await visitOf(salon.base, 'Juniper')}`)).arrival.wishes?.targetMm?.body,
    )
    .toBe(shorter)
  await page.close()
})

test('the dog turned round is dragged the same way; lengths come whole from a style, the last visit or as it is', async () => {
  const page = await openCut('Juniper')
  await page.$eval('[data-source=trim]', (button) => (button as HTMLElement).click())
  const trim = await handleText(page, 'legs')
  await page.$$eval('[aria-label="The dog as it will be"] button', (buttons) =>
    (buttons.find(({ textContent }) => textContent === 'Right side') as HTMLElement).click(),
  )
  await page.waitForFunction(() => document.querySelector('[data-facing] [data-region="hindleg.right"]'))
  expect(await handleText(page, 'legs')).toBe(trim)
  const from = await knob(page, 'legs')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  // The tail is on the left now, and so is longer hair behind the leg.
  await page.mouse.move(from.x - 5, from.y + 3, { steps: 4 })
  await page.mouse.up()
  expect(mmOf(await handleText(page, 'legs'))).toBeGreaterThan(mmOf(trim))
  await page.$eval('[data-source=as-is]', (button) => (button as HTMLElement).click())
  for (const part of ['body', 'legs', 'head', 'ears', 'tail']) expect(await handleText(page, part)).toBe('as it is')
  expect(await page.$eval('[data-testid=cut]', (title) => title.textContent)).toMatch(/keeps its coat|places? to cut/)
  await page.$eval('[data-source=last]', (button) => (button as HTMLElement).click())
  expect(await page.$eval('[data-source=last]', (button) => button.getAttribute('aria-pressed'))).toBe('true')
  expect(await handleText(page, 'body')).toMatch(/^\d+ mm$/)
  await page.close()
})

test('while a length is dragged the dog is drawn anew at every frame', async () => {
  const page = await openCut('Juniper')
  const from = await knob(page, 'body')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  const seen = new Set<string>()
  for (let i = 0; i < 12; i++) {
    await page.mouse.move(from.x + i, from.y - i * 1.5)
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => done(null))))
    seen.add(await handleText(page, 'body'))
  }
  await page.mouse.up()
  expect(seen.size).toBeGreaterThan(5)
  await page.close()
})
