import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { WeekDay } from '../contract/api/planning.ts'
import { dateText, timeOf } from '../contract/words/dates.ts'
import { click, shows } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
/** Open days after today, as far as they are in the week that is shown. */
let days: readonly string[]
beforeAll(async () => {
  salon = await openSalon()
  const week = await salon.api<WeekDay[]>('/week')
  days = week.slice(1).flatMap(({ date, closed }) => (closed ? [] : [date]))
})
afterAll(() => salon?.close())

/** Where a dog is booked in the week, as day and time. */
const bookedFor = async (dog: string): Promise<string[]> =>
  (await salon.api<WeekDay[]>('/week'))
    .slice(1)
    .flatMap(({ date, visits }) =>
      visits.flatMap(({ name, startsAt }) => (name === dog ? [`${date} ${timeOf(startsAt)}`] : [])),
    )

const MOST_TABS = 200
/** From control to control, as somebody without a pointer goes, to the one that is called so. */
async function tabTo(page: Page, called: string): Promise<void> {
  for (let i = 0; i < MOST_TABS; i++) {
    await page.keyboard.press('Tab')
    const there = await page.evaluate((name: string) => {
      const active = document.activeElement
      const label = active?.getAttribute('aria-label') ?? active?.getAttribute('name')
      return label === name || (active?.tagName === 'BUTTON' && active.textContent?.includes(name))
    }, called)
    if (there) return
  }
  throw new Error(`${called} is reached by no number of tabs`)
}

const standsOn = (page: Page, day: string, dog: string): Promise<unknown> =>
  page.waitForFunction(
    (on: string, name: string) => document.querySelector(`[data-day="${on}"]`)?.textContent?.includes(name),
    {},
    day,
    dog,
  )
const said = (page: Page, words: string): Promise<unknown> =>
  page.waitForFunction(
    (what: string) =>
      [...document.querySelectorAll('[data-sonner-toast]')].some((toast) => toast.textContent?.includes(what)),
    {},
    words,
  )

/** The day that the dog in hand is over, as it is said. */
const over = (page: Page, day: string): Promise<unknown> =>
  page.waitForFunction((words: string) => document.body.textContent?.includes(words), {}, `Over ${dateText(day)}.`)

test('a week is booked by keys alone: a dog put in, carried to another day, and back', async () => {
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  await page.goto(`${salon.base}week`)
  const [first, second] = days as [string, string]
  await shows(page, `[data-day="${first}"]`)
  await tabTo(page, `Add a dog on ${dateText(first)}`)
  await page.keyboard.press('Enter')
  await shows(page, '[role=dialog] [data-testid=find-known]')
  await page.keyboard.type('Old Tobit')
  await shows(page, '[role=dialog] [role=option]')
  await page.keyboard.press('Enter')
  await shows(page, '[role=dialog] [data-testid=known-dog]')
  await tabTo(page, 'time')
  await page.keyboard.type('1000AM')
  await page.keyboard.press('Enter')
  await said(page, 'Old Tobit is in the book')
  expect(await bookedFor('Old Tobit')).toEqual([`${first} 10:00`])
  // The week stays on the screen: who comes another day arrives then.
  await standsOn(page, first, 'Old Tobit')
  await tabTo(page, 'Old Tobit')
  await page.keyboard.press('Space')
  await over(page, first)
  await page.keyboard.press('ArrowRight')
  await over(page, second)
  await page.keyboard.press('Space')
  await said(page, `Old Tobit comes on ${dateText(second)}`)
  expect(await bookedFor('Old Tobit')).toEqual([`${second} 10:00`])
  await standsOn(page, second, 'Old Tobit')
  await click(page, '[data-sonner-toast] ::-p-text(Undo)')
  await standsOn(page, first, 'Old Tobit')
  expect(await bookedFor('Old Tobit')).toEqual([`${first} 10:00`])
  expect(await axeFinds(page)).toEqual([])
  await page.close()
})

test('a week is booked by pointer: a dog put in, dragged to another day, and refused where the salon is closed', async () => {
  const page = await salon.newPage()
  // The whole week in sight: a drag does not begin on what is below the fold.
  await page.setViewport({ width: 1280, height: 2600 })
  await page.goto(`${salon.base}week`)
  const [first, second] = days as [string, string]
  // Nobody is booked so far ahead.
  const third = days.at(-1)!
  await shows(page, `[data-day="${second}"]`)
  await click(page, `[aria-label="Add a dog on ${dateText(second)}"]`)
  await shows(page, '[role=dialog] [data-testid=find-known]')
  await page.type('[data-testid=find-known]', 'Kettle')
  await click(page, '[role=dialog] [role=option]')
  await shows(page, '[role=dialog] [data-testid=known-dog]')
  await page.type('[role=dialog] [name=time]', '1130AM')
  await click(page, '[role=dialog] [type=submit]')
  await said(page, 'Kettle is in the book')
  await standsOn(page, second, 'Kettle')

  const drag = async (dog: string, from: string, to: string): Promise<void> => {
    const middle = async (selector: string): Promise<readonly [number, number]> => {
      const { x, y, width, height } = (await (await page.waitForSelector(selector))!.boundingBox())!
      return [x + width / 2, y + height / 2]
    }
    await page.waitForSelector('[role=dialog]', { hidden: true })
    const [x, y] = await middle(`[data-day="${from}"] ::-p-text(${dog})`)
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 12, y + 12, { steps: 3 })
    await page.waitForSelector('.cursor-grabbing')
    await page.mouse.move(...(await middle(`[data-day="${to}"]`)), { steps: 12 })
    await over(page, to)
    await page.mouse.up()
  }
  await drag('Kettle', second, first)
  await said(page, `Kettle comes on ${dateText(first)}`)
  expect(await bookedFor('Kettle')).toEqual([`${first} 11:30`])
  await standsOn(page, first, 'Kettle')
  // A touch that goes nowhere opens it as before.
  await click(page, `[data-day="${first}"] ::-p-text(Kettle)`)
  await shows(page, '[role=dialog]')
  await page.keyboard.press('Escape')
  await page.waitForSelector('[role=dialog]', { hidden: true })
  // Closed meanwhile, by another desk: it is said, and the dog stays where it was.
  await page.evaluate(
    (day: string) =>
      fetch('/api/days-off', {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ day, personId: null, off: true }),
      }),
    third,
  )
  await standsOn(page, first, 'Kettle')
  await drag('Kettle', first, third)
  await said(page, 'Kettle stays where it was: the salon is closed that day')
  expect(await bookedFor('Kettle')).toEqual([`${first} 11:30`])
  await page.close()
})
