import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Message } from '../contract/api/consent.ts'
import type { Day } from '../contract/api/day.ts'
import type { Visit } from '../contract/api/visits.ts'
import { SCREENS, screenAt } from '../web/app/screens.ts'
import { click, shows, visitOf } from './browser.ts'
import { glassFinds, SIZES, setGlass } from './glass.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
/** One page for all of them: what a screen leaves behind is gone once the next is opened. */
let page: Page
beforeAll(async () => {
  salon = await openSalon()
  page = await salon.newPage()
  await page.setBypassCSP(true)
})
afterAll(() => salon?.close())

const openLife = async (page: Page, name: string): Promise<void> => {
  await page.type('[data-testid=search]', name)
  await shows(page, '[role=option]')
  await page.keyboard.press('Enter')
  await shows(page, '[data-testid=record]')
}

interface ScreenCheck {
  readonly name: string
  readonly dog: string | null
  readonly path: string
  readonly wait: string
  /** What is opened on it before axe looks. */
  readonly act?: (page: Page) => Promise<unknown>
}

const PLACE = '[data-facing] [data-region]'
const dialog = (page: Page): Promise<unknown> => shows(page, '[role=dialog]')

const CHECKS: readonly ScreenCheck[] = [
  { name: 'the day', dog: null, path: '', wait: '[data-dog]' },
  {
    name: 'add a dog',
    dog: null,
    path: '',
    wait: '[data-dog]',
    act: (page) => click(page, '::-p-text(Add a dog)').then(() => dialog(page)),
  },
  {
    name: 'arrival of a dog that comes again, one line of it opened',
    dog: 'Harvest',
    path: 'arrival',
    wait: 'form',
    act: async (page) => {
      await click(page, 'form h2 ::-p-text(Health)')
      await page.waitForSelector('form [role=group]')
    },
  },
  {
    name: 'arrival of a dog nobody knows, with what its owner wants',
    dog: null,
    path: '',
    wait: '[data-dog]',
    act: async (page) => {
      const { id } = await salon.book('Cornelia Ash', { name: 'Sorrel', coatType: 'wire', weightKg: 11 })
      await page.goto(`${salon.base}visits/${id}/arrival`)
      await shows(page, 'form')
      expect(await axeFinds(page)).toEqual([])
      await click(page, 'form [type=submit]')
      await page.waitForFunction(() => document.querySelector('h1')?.textContent?.startsWith('What is wanted'))
    },
  },
  { name: 'look', dog: 'Mortimer', path: 'look', wait: PLACE },
  { name: 'head close up', dog: 'Mortimer', path: 'look', wait: PLACE, act: (page) => page.keyboard.press('KeyH') },
  {
    name: 'findings',
    dog: 'Mortimer',
    path: 'look',
    wait: PLACE,
    act: (page) => page.keyboard.press('KeyF').then(() => dialog(page)),
  },
  {
    name: 'keys',
    dog: 'Mortimer',
    path: 'look',
    wait: PLACE,
    act: (page) => page.keyboard.press('?').then(() => dialog(page)),
  },
  { name: 'verdict', dog: 'Old Tobit', path: 'verdict', wait: '[data-testid=verdict]' },
  { name: 'verdict with a stop', dog: 'Biscuit', path: 'verdict', wait: '[data-testid=stops]' },
  {
    name: 'one place',
    dog: 'Bramble',
    path: 'verdict',
    wait: PLACE,
    act: (page) =>
      page
        .$eval('[data-facing] [data-region="back"]', (place) =>
          place.dispatchEvent(new MouseEvent('click', { bubbles: true })),
        )
        .then(() => dialog(page)),
  },
  { name: 'what if', dog: 'Bramble', path: 'verdict?tab=ask', wait: '[data-testid=flips] button' },
  { name: 'the ways', dog: 'Bramble', path: 'verdict?tab=ways', wait: '[data-testid=alternatives]' },
  { name: 'the owner', dog: 'Bramble', path: 'verdict?tab=owner', wait: '[data-testid=needs]' },
  { name: 'the odds', dog: 'Mortimer', path: 'verdict', wait: '[data-testid=odds]' },
  { name: 'dry', dog: 'Kettle', path: 'dry', wait: '[data-testid=changeover]' },
  { name: 'bath', dog: 'Bramble', path: 'bath', wait: '[data-testid=timeline]' },
  {
    name: 'mixing card',
    dog: 'Bramble',
    path: 'bath',
    wait: '[data-testid=timeline]',
    act: (page) => click(page, '::-p-text(Mixing card)').then(() => dialog(page)),
  },
  { name: 'the shelf', dog: null, path: 'shelf', wait: '[data-product]' },
  {
    name: 'a product',
    dog: null,
    path: 'shelf',
    wait: '[data-product]',
    act: (page) => click(page, '[data-product]').then(() => shows(page, '[data-testid=stock]')),
  },
  { name: 'the day ahead', dog: null, path: 'prep', wait: '[data-testid=noise]' },
  { name: 'how we work', dog: null, path: 'house', wait: '[data-school]' },
  { name: 'dryers and room', dog: null, path: 'house/room', wait: 'h2' },
  { name: 'devices', dog: null, path: 'devices', wait: '[data-device=scale]' },
  { name: 'cut', dog: 'Juniper', path: 'cut', wait: '[data-testid=lines]' },
  {
    name: 'a bench before the first step',
    dog: 'Tansy',
    path: 'bench',
    wait: '[data-testid=begin]:not([disabled])',
  },
  {
    name: 'the bench',
    dog: 'Nimbus',
    path: 'bench',
    wait: '[data-testid=begin]:not([disabled]), [data-testid=now]',
    act: async (page) => {
      await page.$eval('[data-testid=begin]', (button) => (button as HTMLElement).click()).catch(() => {})
      await shows(page, '[data-testid=now]')
    },
  },
  {
    name: 'first aid',
    dog: 'Nimbus',
    path: 'bench',
    wait: '[data-testid=now]',
    act: async (page) => {
      await click(page, '::-p-text(Something happened)')
      await click(page, '[role=dialog] ::-p-text(Nick)')
      await shows(page, '[data-testid=first-aid]')
    },
  },
  { name: 'the goodbye', dog: 'Nimbus', path: 'goodbye', wait: '[data-testid=after]' },
  {
    name: 'a life',
    dog: null,
    path: '',
    wait: '[data-testid=search]',
    act: (page) => openLife(page, 'quill'),
  },
  {
    name: 'booking from a life',
    dog: null,
    path: '',
    wait: '[data-testid=search]',
    act: async (page) => {
      await openLife(page, 'nimbus')
      await click(page, '[data-testid=record] button::-p-text(Book)')
      await dialog(page)
    },
  },
  { name: 'files', dog: null, path: 'house/files', wait: '[data-table=dogs]' },
  { name: 'another day', dog: null, path: '?date=2027-02-03', wait: 'h2' },
  { name: 'the rack', dog: null, path: 'house/rack', wait: '[data-tool]' },
  {
    name: 'a tool',
    dog: null,
    path: 'house/rack',
    wait: '[data-tool]',
    act: (page) => click(page, '[data-tool] button').then(() => dialog(page)),
  },
  { name: 'the salon', dog: null, path: 'house/salon', wait: '[data-testid=salon]' },
  { name: 'the log', dog: null, path: 'house/log', wait: '[data-testid=log] tbody tr' },
  { name: 'log-ins', dog: null, path: 'house/access', wait: '[data-testid=access] form' },
  { name: 'people', dog: null, path: 'house/people', wait: '[data-person-row]' },
  {
    name: 'hours of a person',
    dog: null,
    path: 'house/people',
    wait: '[data-person-row]',
    act: (page) => click(page, '[aria-label="Hours of Noor"]').then(() => dialog(page)),
  },
  { name: 'places and hours', dog: null, path: 'house/premises', wait: '[data-testid=premises] input' },
  { name: 'the plan', dog: null, path: 'plan', wait: '[data-testid=strands] [role=button]' },
  { name: 'the week', dog: null, path: 'week', wait: '[data-day]' },
  { name: 'patterns', dog: null, path: 'house/patterns', wait: '[data-testid=patterns]' },
  { name: 'pace', dog: null, path: 'house/pace', wait: '[data-person]' },
  {
    name: 'a second look',
    dog: 'Mortimer',
    path: 'verdict',
    wait: '[data-testid=verdict]',
    act: async (page) => {
      const visitId = await visitOf(salon.base, 'Mortimer')
      await salon.api(`/visits/${visitId}/second`, 'POST')
      await page.goto(`${salon.base}visits/${visitId}/second/look`)
      await shows(page, PLACE)
    },
  },
  {
    name: 'two looks',
    dog: 'Mortimer',
    path: 'second',
    wait: 'main h1',
  },
  {
    name: 'the owner’s page',
    dog: null,
    path: '',
    wait: '[data-dog]',
    act: async (page) => {
      const { latestPlan } = await salon.api<Visit>(`/visits/${await visitOf(salon.base, 'Bramble')}`)
      await salon.api(`/plans/${latestPlan!.id}/ask`, 'POST')
      const [message] = await salon.api<Message[]>('/outbox')
      await page.goto(`${salon.base}${message!.link.slice(1)}`)
      await shows(page, '[data-testid=owner-page]')
    },
  },
  {
    name: 'six questions before the visit',
    dog: null,
    path: '',
    wait: '[data-dog]',
    act: async (page) => {
      const { visits } = await salon.api<Day>('/day')
      const { id } = visits.find(({ station }) => station === 'expected')!
      await salon.api(`/visits/${id}/before`, 'POST')
      const asked = (await salon.api<Message[]>('/outbox')).find(({ link }) => link.startsWith('/b/'))
      await page.goto(`${salon.base}${asked!.link.slice(1)}`)
      await shows(page, '[data-testid=before-page]')
    },
  },
  { name: 'how the system is', dog: null, path: 'house/system', wait: '[data-testid=system] li' },
  { name: 'messages', dog: null, path: 'outbox', wait: 'h1' },
  { name: 'our numbers', dog: null, path: 'numbers', wait: '[data-proposal]' },
  { name: 'how right we were', dog: null, path: 'house/right', wait: '[data-kind] svg' },
]

/** Of each screen that was looked at, the title that the browser's tab has. */
const titles = new Map<string | undefined, string>()

describe('axe finds nothing, in daylight and in the dim; no glass is too narrow, and on a phone everything is as large as a finger', () => {
  test.each(CHECKS)('$name', async ({ dog, path, wait, act }) => {
    await page.goto(dog ? `${salon.base}visits/${await visitOf(salon.base, dog)}/${path}` : `${salon.base}${path}`)
    await shows(page, wait)
    await act?.(page)
    expect(await page.$$eval('main h1', (headings) => headings.length)).toBe(1)
    if (dog) await page.waitForFunction((name) => document.title.startsWith(`${name} · `), {}, dog)
    expect(await axeFinds(page)).toEqual([])
    await page.evaluate(() => {
      document.documentElement.dataset.theme = 'dim'
    })
    // Another theme is other colours; names, roles and order are the same page.
    expect(await axeFinds(page, 'colours')).toEqual([])
    expect((await glassFinds(page)).join('\n')).toBe('')
    titles.set(screenAt(new URL(page.url()).pathname)?.path, await page.title())
  })
})

test('every screen there is was looked at, and each has a title of its own', () => {
  expect(SCREENS.filter(({ path }) => !titles.has(path)).map(({ path }) => path)).toEqual([])
  // Where it is a dog's, its name stands before it, and the salon's after it.
  const own = SCREENS.map(({ path, needs }) => {
    const parts = titles.get(path)?.split(' · ') ?? []
    if (needs === 'visit' || needs === 'dog') expect(parts, path).toHaveLength(3)
    return (needs === 'visit' || needs === 'dog' ? parts.slice(1) : parts).join(' · ')
  })
  expect(own.filter((title, i) => own.indexOf(title) !== i)).toEqual([])
})

test.each(SIZES)('at %d by %d the way to every page is in the menu', async (...size) => {
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  await setGlass(page, size)
  await page.goto(salon.base)
  const menu = await page.waitForSelector('header [aria-label=Menu]')
  await menu!.click()
  await shows(page, '[role=menuitem]')
  expect(await page.$$eval('[role=menuitem]', (items) => items.map((item) => item.textContent))).toEqual(
    expect.arrayContaining(['Mix', 'Shelf', 'House', 'Messages']),
  )
  expect(await axeFinds(page)).toEqual([])
  await page.close()
})
