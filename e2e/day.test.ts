import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { BenchDoc } from '../contract/api/bench.ts'
import type { Day } from '../contract/api/day.ts'
import type { DogRecord } from '../contract/api/dogs.ts'
import type { Goodbye } from '../contract/api/goodbye.ts'
import type { Salon as SalonDoc } from '../contract/api/salon.ts'
import type { Visit } from '../contract/api/visits.ts'
import { drawn, PATIENCE_MS, shows } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

/** Somebody new: on every screen they press what stands out, and nothing they would have to know of. */
const MOST_PRESSES = 400
const MOST_IDLE = 150
const PAUSE_MS = 60
const READ_MS = 300
const sleep = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

/** The next thing to press here, marked; null while the screen is still busy. */
const standsOut = (page: Page): Promise<string | null> =>
  page.evaluate(() => {
    const shown = (element: Element): boolean => {
      const { width, height } = element.getBoundingClientRect()
      return width > 0 && height > 0
    }
    for (const old of document.querySelectorAll('[data-pressed]')) old.removeAttribute('data-pressed')
    const mains = [...document.querySelectorAll<HTMLElement>('.btn-main')].filter(
      (button) => shown(button) && !(button as HTMLButtonElement).disabled,
    )
    const dialog = mains.find((button) => button.closest('[role=dialog]'))
    // The last one is furthest along the screen.
    // Where everything waits for a product to work, its clock is cut short: a test has no minutes to give.
    const clock = document.querySelector<HTMLElement>('[data-testid=timer] button')
    const main = dialog ?? mains.at(-1) ?? clock
    if (!main) return null
    main.setAttribute('data-pressed', '')
    return main.textContent
  })

const pathOf = (page: Page): string => new URL(page.url()).pathname

/** What a groomer does with hands and voice at a station, before the next thing is pressed. */
async function atStation(page: Page, station: string, owner: string): Promise<void> {
  if (station === 'look') {
    await shows(page, '[data-facing] [data-region]')
    // Tangles where the sweep begins, all the rest clean.
    await page.keyboard.press('Digit1')
    await drawn(page)
    await page.keyboard.press('KeyR')
    await drawn(page)
  }
  if (station === 'verdict' && (await page.$('[data-testid=needs]'))) {
    // The owner stands at the desk.
    await page.type('section[aria-label="The owner\'s yes"] input', owner)
    await page.$eval('section[aria-label="The owner\'s yes"] form button', (button) => (button as HTMLElement).click())
    await page.waitForFunction(() => !document.querySelector('[data-testid=needs]'))
  }
}

/** Presses what stands out until the day is back on the screen. */
async function untilTheDay(page: Page, dog: string, owner: string, pressed: string[]): Promise<void> {
  let prepared = ''
  let idle = 0
  while (pathOf(page) !== '/') {
    if (pressed.length > MOST_PRESSES) {
      const said = await page.evaluate(() => (document.body.textContent ?? '').slice(-600))
      throw new Error(`${dog}: no end after ${pressed.slice(-12).join(' > ')}, where it says ${said}`)
    }
    const station = pathOf(page).split('/').at(-1)!
    const needs = (await page.$('[data-testid=needs]')) !== null
    if (prepared !== `${station} ${needs}`) {
      await atStation(page, station, owner)
      prepared = `${station} ${needs}`
    }
    const words = await standsOut(page)
    if (words === null || (await page.$('[data-pressed]')) === null) {
      if (++idle > MOST_IDLE)
        throw new Error(`${dog}: nothing to press at ${pathOf(page)} after ${pressed.slice(-6).join(' > ')}`)
      await sleep(100)
      continue
    }
    idle = 0
    const wasAt = pathOf(page)
    await page.$eval('[data-pressed]', (button) => (button as HTMLElement).click()).catch(() => null)
    pressed.push(`${station}: ${words.trim()}`)
    await sleep(PAUSE_MS)
    // A new screen is read before it is touched.
    if (pathOf(page) !== wasAt) await sleep(READ_MS)
  }
}

/** One dog from where it stands until it has gone home. @returns what was pressed on the way */
async function workThrough(page: Page, dog: string, visitId: string, owner: string): Promise<readonly string[]> {
  const pressed: string[] = []
  while ((await salon.api<Visit>(`/visits/${visitId}`)).station !== 'gone') {
    await page.goto(salon.base)
    await shows(page, `[data-dog="${dog}"] a.btn`)
    await page.$eval(`[data-dog="${dog}"] a.btn`, (next) => (next as HTMLElement).click())
    await page.waitForFunction((id: string) => location.pathname.includes(id), {}, visitId)
    pressed.push('day')
    await untilTheDay(page, dog, owner, pressed)
  }
  return pressed
}

test('a whole day, two people, every dog from where it stands to its goodbye by what stands out on the screen', async () => {
  const { people } = await salon.api<SalonDoc>('/salon')
  const { visits } = await salon.api<Day>('/day')
  const errors: string[] = []
  const hands = await Promise.all(
    ['Noor', 'Ebba'].map(async (name) => {
      const person = people.find((one) => one.name === name)!
      const page = await (await salon.browser.createBrowserContext()).newPage()
      page.setDefaultTimeout(PATIENCE_MS)
      await page.setViewport({ width: 1280, height: 800 })
      page.on('pageerror', (error) => errors.push(String(error)))
      await page.evaluateOnNewDocument((id: string) => localStorage.setItem('etude.person', id), person.id)
      return { person, page }
    }),
  )
  const worked = await Promise.all(
    hands.map(async ({ person, page }) => {
      const mine = visits.filter(({ personId }) => personId === person.id)
      const list: { dog: string; id: string; pressed: readonly string[] }[] = []
      for (const { id, arrival } of mine) {
        const dog = arrival.dog.name!
        const { client } = await salon.api<Visit>(`/visits/${id}`)
        const pressed = await workThrough(page, dog, id, client.name)
        list.push({ dog, id, pressed })
      }
      return list
    }),
  )
  expect(errors).toEqual([])
  const all = worked.flat()
  expect(all).toHaveLength(visits.length)
  expect(all.length).toBeGreaterThanOrEqual(18)
  for (const { dog, id, pressed } of all) {
    // Nobody is sent round in circles: the day is left once, or twice where the groom stopped.
    expect(pressed.filter((one) => one === 'day').length, dog).toBeLessThanOrEqual(2)
    const visit = await salon.api<Visit>(`/visits/${id}`)
    expect(visit.station, dog).toBe('gone')
    if (visit.latestPlan?.plan.verdict.choice === 'refer') continue
    const goodbye = await salon.api<Goodbye>(`/visits/${id}/goodbye`)
    expect(goodbye.finishedAt, dog).not.toBeNull()
    // Where most of the mats stay for another visit nothing is wetted.
    const split = visit.latestPlan?.plan.verdict.choice === 'split-visits'
    expect(goodbye.page.did, dog).toMatch(split ? /mats taken off/ : /washed/)
    // Every step that was begun was finished, once.
    const { events } = await salon.api<BenchDoc>(`/visits/${id}/bench`)
    const done = events.flatMap((event) => (event.kind === 'done' ? [event.step] : []))
    expect(new Set(done).size, dog).toBe(done.length)
    expect(done.length, dog).toBeGreaterThan(5)
    for (const sheet of ['groomer', 'owner']) {
      const answer = await fetch(`${salon.base}api/visits/${id}/sheets/${sheet}.pdf`)
      expect(answer.headers.get('content-type'), `${dog}, ${sheet}`).toBe('application/pdf')
    }
    const life = await salon.api<DogRecord>(`/dogs/${visit.dogId}`)
    expect(life.visits.find((one) => one.id === id)?.summary, dog).not.toBeNull()
  }
}, 1_500_000)
