import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Day } from '../contract/api/day.ts'
import type { Salon as SalonDoc } from '../contract/api/salon.ts'
import { click, press, says } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

const read = (salon: Salon): Promise<SalonDoc> => salon.api<SalonDoc>('/salon')

describe('an empty database', () => {
  let salon: Salon
  beforeAll(async () => {
    salon = await openSalon({ empty: true })
  })
  afterAll(() => salon?.close())

  test('asks once whose salon it holds; one of one’s own goes from there to its first dog by keyboard', async () => {
    const page = await salon.newPage()
    await page.setBypassCSP(true)
    await page.goto(`${salon.base}shelf`)
    await page.waitForSelector('[data-testid=first-run]')
    expect(await axeFinds(page)).toEqual([])
    expect(await read(salon)).toMatchObject({ founded: false, demo: false })
    // Nothing is begun without a name.
    await page.select('select[name=country]', '')
    await press(page, 'Begin our salon')
    await says(page, 'Needed: a country by its two letters')
    await page.focus('input[name=name]')
    await page.keyboard.type('Harbour Row')
    await page.keyboard.press('Tab')
    await page.keyboard.type('United S')
    await page.keyboard.press('Tab')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[aria-labelledby=setting-up]')
    expect(await read(salon)).toMatchObject({
      name: 'Harbour Row',
      country: 'US',
      demo: false,
      founded: true,
      prices: { currency: 'USD' },
      units: 'us',
    })
    expect(await page.$('[data-testid=made-up]')).toBeNull()
    // A step leads to its page; done, it says so.
    await press(page, 'Who works here')
    await press(page, 'Somebody new')
    await page.waitForSelector('[role=dialog]')
    await page.keyboard.type('Anouk')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-person-row=Anouk]')
    await page.goto(`${salon.base}house/salon`)
    await says(page, 'Who works here: 1')
    // Hours as they are written there.
    await page.goto(salon.base)
    await press(page, 'Add a dog')
    await page.waitForSelector('[role=dialog]')
    const fill = async (name: string, text: string): Promise<void> => {
      await page.focus(`[role=dialog] [name=${name}]`)
      await page.keyboard.type(text)
    }
    await page.$eval('[role=dialog] [name=time]', (field) => {
      const input = field as HTMLInputElement
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, '14:30')
      input.dispatchEvent(new Event('input', { bubbles: true }))
    })
    await fill('name', 'Biscuit')
    await fill('weight', '19.8')
    await page.select('[role=dialog] [name=coatType]', 'curly')
    await fill('owner', 'Ida Brand')
    await click(page, '[role=dialog] [type=submit]')
    await page.waitForFunction(() => location.pathname.endsWith('/arrival'))
    await says(page, 'lb')
    await page.goto(salon.base)
    await says(page, '19.8 lb')
    await page.waitForSelector('[data-dog=Biscuit]')
    expect(await page.$eval('[data-dog=Biscuit]', (lane) => lane.textContent)).toContain('2:30 pm')
    await page.close()
  })
  test('is not begun a second time', async () => {
    const again = await fetch(`${salon.base}api/salon/look-around`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    })
    expect(again.status).toBe(409)
    expect((await salon.api<Day>('/day')).visits).toHaveLength(1)
  })
})

describe('the made-up salon', () => {
  let salon: Salon
  beforeAll(async () => {
    salon = await openSalon()
  })
  afterAll(() => salon?.close())

  test('says so on every screen, and is left behind with all that is in it', async () => {
    const tablet = await salon.newPage('dim', 'tablet')
    await tablet.goto(salon.base)
    await tablet.waitForSelector('[data-testid=made-up]')
    await tablet.evaluate(() => localStorage.setItem('etude.draft.test', 'of the made-up salon'))
    const page = await salon.newPage()
    await page.goto(`${salon.base}prep`)
    await click(page, '[data-testid=made-up]')
    await page.waitForSelector('[data-testid=salon]')
    await page.evaluate(() => localStorage.setItem('etude.draft.test', 'of the made-up salon'))
    await press(page, 'Set up our own now')
    await page.waitForSelector('[role=dialog]')
    await page.keyboard.type('Harbour Row')
    await page.select('[role=dialog] select[name=country]', 'DE')
    await Promise.all([page.waitForNavigation(), click(page, '[role=dialog] [type=submit]')])
    await page.waitForSelector('[aria-labelledby=setting-up]')
    expect(await read(salon)).toMatchObject({ name: 'Harbour Row', country: 'DE', demo: false, people: [] })
    await page.waitForFunction(() => localStorage.getItem('etude.draft.test') === null)
    expect(await page.evaluate(() => localStorage.getItem('etude.theme'))).toBe('light')
    // Nor does a tablet keep any of it that only had it open.
    await tablet.waitForFunction(() => localStorage.getItem('etude.draft.test') === null)
    await says(tablet, 'Harbour Row')
    expect(await tablet.$('[data-testid=made-up]')).toBeNull()
    expect(await tablet.evaluate(() => localStorage.getItem('etude.theme'))).toBe('dim')
    await tablet.close()
    const [tables] = (await salon.sql(
      `SELECT (SELECT count(*) FROM dogs) + (SELECT count(*) FROM visits) + (SELECT count(*) FROM clients)
         + (SELECT count(*) FROM photos) + (SELECT count(*) FROM outbox) + (SELECT count(*) FROM products) AS n`,
    )) as [{ n: string }[]]
    expect(tables[0]!.n).toBe('0')
    const [log] = (await salon.sql('SELECT action FROM change_log')) as [{ action: string }[]]
    expect(log.map(({ action }) => action)).toEqual(['founded'])
    await page.close()
  })
})
