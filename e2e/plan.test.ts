import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { DayToPlan, WeekDay } from '../contract/api/planning.ts'
import type { Visit } from '../contract/api/visits.ts'
import { daysAfter } from '../contract/words/dates.ts'
import { click, shows, visitOf } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
let tomorrow: string
beforeAll(async () => {
  salon = await openSalon()
  tomorrow = daysAfter((await salon.api<DayToPlan>('/day/plan')).date, 1)
})
afterAll(() => salon?.close())

const text = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => element.textContent ?? '')
const says = (page: Page, selector: string, words: string): Promise<unknown> =>
  page.waitForFunction(
    (at: string, what: string) => document.querySelector(at)?.textContent?.includes(what),
    {},
    selector,
    words,
  )
const planOfTomorrow = (): Promise<DayToPlan> => salon.api<DayToPlan>(`/day/plan?date=${tomorrow}`)

test('a day is planned, a dog moved by keys to see what it costs, and the plan kept on every screen', async () => {
  const page = await salon.newPage()
  await page.goto(`${salon.base}plan?date=${tomorrow}`)
  await shows(page, '[data-testid=strands] [role=button]')
  expect(await page.$$('[data-testid=strands] [role=button]')).toHaveLength(10)
  // What if: an hour later by four presses, and left again.
  const strand = '[data-testid=strands] [aria-label^="Wendell"]'
  await page.$eval(strand, (element) => (element as unknown as HTMLElement).focus())
  await page.keyboard.press('Enter')
  await says(page, '[data-testid=chosen-dog]', 'Wendell')
  await page.keyboard.press('ArrowRight')
  await shows(page, '[data-testid=differences]')
  await click(page, '::-p-text(Leave it as it was)')
  await page.waitForFunction(() => !document.querySelector('[data-testid=differences]'))
  // Something breaks: the day is planned without it.
  await page.select('[data-testid=what-if]', 'without-place table-2')
  await shows(page, '[data-testid=differences]')
  await page.waitForFunction(
    () =>
      ![...document.querySelectorAll('[data-testid=plan-steps] td, [data-testid=plan-steps] th')].some(
        (cell) => cell.textContent === 'Middle',
      ),
  )
  await click(page, '::-p-text(Leave it as it was)')
  // Two screens: what one keeps the other shows.
  const other = await salon.newPage('light', 'another device')
  await other.goto(`${salon.base}plan?date=${tomorrow}`)
  await shows(other, '[data-testid=strands] [role=button]')
  await click(page, '::-p-text(Keep this plan)')
  await shows(page, '[data-testid=plan-kept]')
  await says(page, '[data-testid=call-now]', 'what was promised still holds')
  await other.waitForFunction(() =>
    document.querySelector('[data-testid=call-now]')?.textContent?.includes('still holds'),
  )
  const { kept } = await planOfTomorrow()
  expect(kept!.told).toHaveLength(10)
  await other.close()

  // Casimir comes at one: whoever was promised a time that no longer holds is named, with the words.
  const people = await salon.api<{ people: { id: string; name: string }[] }>('/salon')
  const casimir = people.people.find(({ name }) => name === 'Casimir')!
  await page.evaluate(
    (id: string) =>
      fetch(`/api/people/${id}/work`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          can: ['bath', 'dry'],
          week: Array.from({ length: 7 }, () => ['16:30', '17:30']),
          breaks: [],
        }),
      }).then(({ status }) => status),
    casimir.id,
  )
  await page.waitForSelector('[data-testid=call-now] a[href^="tel:"]')
  expect(await text(page, '[data-testid=call-now]')).toMatch(/will be ready a little later today: by \d/)
  await page.close()
})

test('a time is found with reasons and taken by one touch; the week shows it', async () => {
  const page = await salon.newPage()
  await page.goto(`${salon.base}week`)
  await shows(page, `[data-day="${tomorrow}"] li button`)
  await click(page, `[data-day="${tomorrow}"] ::-p-text(Mossy)`)
  await shows(page, '[role=dialog]')
  // What comes in above it may still move it.
  await click(page, '[role=dialog] ::-p-text(Find a time)')
  await shows(page, '[data-testid=found-times] li')
  expect(await page.$$('[data-testid=found-times] li')).toHaveLength(3)
  expect(await text(page, '[data-testid=found-times] li')).toMatch(/ready by \d/)
  await click(page, '[data-testid=found-times] li:last-child button')
  await click(page, '[role=dialog] [type=submit]')
  await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
  const { dogs } = await planOfTomorrow()
  const mossy = dogs.find(({ name }) => name === 'Mossy')
  const week = await salon.api<WeekDay[]>('/week')
  const booked = week.flatMap(({ visits }) => visits).find(({ name }) => name === 'Mossy')
  // On another day, or at another time of it.
  expect(booked ?? null).not.toBeNull()
  if (mossy) expect((await salon.api<Visit>(`/visits/${mossy.visitId}`)).startsAt).toBe(booked!.startsAt)
  await page.close()
})

test('a dog waits for a place, is named where one became free, and gets another by one touch', async () => {
  const { dogs } = await planOfTomorrow()
  const ludo = dogs.find(({ name }) => name === 'Ludo')!
  const { dogId } = await salon.api<Visit>(`/visits/${await visitOf(salon.base, 'Old Tobit')}`)
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  await page.goto(`${salon.base}dogs/${dogId}`)
  await shows(page, '[data-testid=record]')
  await click(page, '[data-testid=record] ::-p-text(Book)')
  await shows(page, '[role=dialog]')
  await click(page, '[role=dialog] ::-p-text(let it wait)')
  await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
  // Ludo’s owner calls: who waits could have its place, which is as long.
  await page.goto(`${salon.base}?date=${tomorrow}`)
  await shows(page, '[data-dog=Ludo]')
  await click(page, '[aria-label="Change the booking of Ludo"]')
  await shows(page, '[role=dialog]')
  await click(page, '[role=dialog] ::-p-text(Cancelled)')
  await says(page, '[data-testid=could-have-it]', 'Old Tobit')
  // And the way back is there for some seconds.
  // It slides in: a locator waits until it stands still.
  await click(page, '[data-sonner-toast] ::-p-text(Undo)')
  await page.waitForSelector('[data-testid=could-have-it]', { hidden: true })
  expect((await salon.api<Visit>(`/visits/${ludo.visitId}`)).calledOff).toBeNull()
  await page.goto(`${salon.base}week`)
  await shows(page, '[data-waiting="Old Tobit"]')
  expect(await axeFinds(page)).toEqual([])
  await click(page, '[data-waiting="Old Tobit"] ::-p-text(Find a time)')
  await shows(page, '[data-waiting="Old Tobit"] [data-testid=found-times] li')
  await click(page, '[data-waiting="Old Tobit"] [data-testid=found-times] li:last-child button')
  await page.waitForSelector('[data-waiting="Old Tobit"]', { hidden: true })
  expect(await salon.api<unknown[]>('/waiting')).toEqual([])
  await page.close()
})

test('places, hours and days off are said in the house; a day with somebody booked is not closed over them', async () => {
  const page = await salon.newPage()
  await page.goto(`${salon.base}house/premises`)
  await shows(page, '[data-testid=premises] input')
  await click(page, '[data-testid=premises] ::-p-text(Pen)')
  await shows(page, '[aria-label="Name of Pen 6"]')
  const month = daysAfter(tomorrow, 60)
  const typeDay = async (day: string): Promise<void> => {
    await page.$eval(
      '[data-testid=premises] input[type=date]',
      (input, value) => {
        const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
        set.call(input, value)
        input.dispatchEvent(new Event('input', { bubbles: true }))
      },
      day,
    )
    await click(page, '[data-testid=premises] form [type=submit]')
  }
  await typeDay(tomorrow)
  await says(page, '[data-testid=premises] [role=alert]', 'booked for that day')
  await typeDay(month)
  await shows(page, '[data-testid=days-off] button')
  expect(await text(page, '[data-testid=days-off]')).toContain('Closed')
  await page.close()
})
