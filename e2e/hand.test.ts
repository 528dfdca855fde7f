import type { CDPSession, KeyInput, Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { BenchDoc } from '../contract/api/bench.ts'
import type { Visit } from '../contract/api/visits.ts'
import { REGION_SIDES, SCALE_IDS } from '../core/index.ts'
import { click, shows, visitOf } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

const PHONE = { width: 390, height: 844, hasTouch: true, isMobile: true } as const

async function open(dog: string, path: string, wait: string, glass: Parameters<Page['setViewport']>[0] = PHONE) {
  const page = await salon.newPage('light', `${dog} ${path}`)
  await page.setViewport(glass)
  await page.goto(`${salon.base}visits/${await visitOf(salon.base, dog)}/${path}`)
  await shows(page, wait)
  return page
}
const text = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => element.textContent ?? '')
const inSight = (page: Page, selector: string): Promise<boolean> =>
  page.$eval(selector, (element) => {
    const { top, bottom, left, right } = element.getBoundingClientRect()
    return top >= 0 && bottom <= innerHeight && left >= 0 && right <= innerWidth
  })

/** Controls lower than a knuckle, as lines to read. */
const low = (page: Page, within: string, least: number): Promise<string[]> =>
  page.$$eval(
    `${within} :is(button, a[href], [role=button]:not([data-region]))`,
    (all, px) =>
      all.flatMap((one) => {
        const { height, width } = one.getBoundingClientRect()
        return height > 0 && (height < px - 0.5 || width < 44) ? [`${one.textContent} ${width} by ${height}`] : []
      }),
    least,
  )

// Common practice: one hand holds the dog.
describe('the look on a phone', () => {
  test.each([
    [390, 844],
    [768, 1024],
    [1024, 768],
    [1280, 800],
  ])('at %d by %d dog, keys and the way on are in one screen, and the keys fit a knuckle', async (width, height) => {
    const page = await open('Mortimer', 'look', '[data-facing] [data-region]', { ...PHONE, width, height })
    for (const scored of [false, true]) {
      // A mat asks how far it reaches and what is free under it, in the same place.
      if (scored) {
        await page.keyboard.press('Digit3')
        await shows(page, '[aria-label="More free hair"]')
      }
      for (const part of ['[data-facing] svg', '[data-score="0"]', '[data-score="4"]', 'aside button:last-of-type'])
        expect(await inSight(page, part), `${part} ${scored}`).toBe(true)
      expect(await inSight(page, '[data-testid=so-far]')).toBe(true)
      expect(await low(page, 'aside', 56)).toEqual([])
    }
    const dog = await page.$eval('[data-facing] svg', (svg) => svg.getBoundingClientRect().height)
    expect(dog).toBeGreaterThan(150)
    await page.close()
  })

  test('a stroke turns the dog, and a touch beside a small place takes it', async () => {
    const page = await open('Mortimer', 'look', '[data-facing] [data-region]')
    const side = (): Promise<string> => text(page, '[data-testid=stage] p')
    const before = await side()
    const { x, y, width, height } = (await (await page.$('[data-facing] svg'))!.boundingBox())!
    const finger = await page.touchscreen.touchStart(x + width * 0.8, y + height / 2)
    await finger.move(x + width * 0.5, y + height / 2)
    await finger.move(x + width * 0.2, y + height / 2 + 4)
    await finger.end()
    await expect.poll(side).not.toBe(before)
    // On a phone a paw is lower than a finger is wide: just below it is meant it.
    while ((await side()) !== 'Left side') await page.keyboard.press('KeyT')
    const place = await page.$eval('[data-facing] [data-region="front-paw.left"]', (path) => {
      const box = path.getBoundingClientRect()
      return { x: box.x + box.width / 2, y: box.y + box.height / 2, width: box.width, height: box.height }
    })
    expect(Math.min(place.width, place.height)).toBeLessThan(44)
    await page.touchscreen.tap(place.x, place.y + place.height / 2 + 8)
    await expect.poll(() => text(page, '[data-testid=place]')).toBe('Left front paw')
    await page.close()
  })

  test('a clicker scores: on is free, back is one worse', async () => {
    const page = await open('Button', 'look', '[data-facing] [data-region]')
    const scored = async (): Promise<number> => Number.parseInt(await text(page, '[data-testid=progress]'), 10)
    const before = await scored()
    const said = (): Promise<string> => text(page, 'p.sr-only[aria-live=polite]')
    await page.keyboard.press('PageDown')
    await expect.poll(said).toContain('0 free')
    await page.keyboard.press('PageUp')
    await expect.poll(said).toContain('1 tangles')
    await page.keyboard.press('PageUp')
    await expect.poll(said).toContain('2 knots')
    await expect.poll(scored).toBe(before + 1)
    await page.waitForFunction(
      () => document.querySelector('[data-testid=saving]')?.getAttribute('data-state') === 'saved',
    )
    const { assessment } = await salon.api<Visit>(`/visits/${await visitOf(salon.base, 'Button')}`)
    expect(assessment.rows.filter(({ mat }) => mat === 2)).toHaveLength(1)
    await page.close()
  })
})

describe('a dog nobody here knows', () => {
  const press = async (page: Page, button: string): Promise<void> => {
    const found = await page.waitForSelector(`form button::-p-text(${button})`)
    await found!.click()
  }
  test('is asked about in two goes, and scored in all four ways with 80 keys and touches', async () => {
    const { id } = await salon.book('Cornelia Ash', { name: 'Sorrel', coatType: 'curly', weightKg: 11 })
    const page = await salon.newPage('light', 'Sorrel')
    await page.goto(`${salon.base}visits/${id}/arrival`)
    await shows(page, 'form')
    expect(await text(page, 'main h1')).toBe('Who is Sorrel?')
    await press(page, 'On to what the owner wants')
    await page.waitForFunction(() => document.querySelector('main h1')?.textContent === 'What is wanted for Sorrel')
    await press(page, 'Save, on to the look')
    await shows(page, '[data-facing] [data-region]')

    let presses = 0
    const key = async (name: KeyInput): Promise<void> => {
      presses++
      await page.keyboard.press(name)
    }
    // The dog turns to the place at hand a moment after the key, and what is then touched has to stand still.
    const atHand = (index: number) => page.waitForSelector(`[data-testid=stage][data-focus="${index}"]`)
    const scored = async (place: string, digit: KeyInput): Promise<void> => {
      const { index } = REGION_SIDES.find(({ key }) => key === place)!
      const selector = `[data-facing] [data-region="${place}"]`
      while (!(await page.$(selector))) {
        const before = await text(page, '[data-testid=stage] p')
        await key('KeyT')
        await expect.poll(() => text(page, '[data-testid=stage] p')).not.toBe(before)
      }
      presses++
      await click(page, selector)
      await atHand(index)
      await key(digit)
      await atHand(index + 1)
    }
    // Every place is combed for mats; of the rest only what is not clean is asked.
    for (const { region } of REGION_SIDES)
      await key(region === 'behind-ear' ? 'Digit3' : region === 'foreleg' ? 'Digit2' : 'Digit0')
    for (const [layer, places] of [
      ['Undercoat', ['breeches.left', 'rump']],
      ['Condition', ['back', 'side.left', 'chest']],
      ['Skin', ['ear-outer.left']],
    ] as const) {
      await key('KeyN')
      await page.waitForSelector(`[data-state=on]::-p-text(${layer})`)
      await atHand(0)
      for (const place of places) await scored(place, 'Digit2')
    }
    await key('KeyN')
    await shows(page, '[data-testid=verdict]')
    expect(presses).toBeLessThanOrEqual(80)
    const rows = async (): Promise<Visit['assessment']['rows']> =>
      (await salon.api<Visit>(`/visits/${id}`)).assessment.rows
    const open = async (): Promise<number> =>
      (await rows()).filter((row) => SCALE_IDS.some((scale) => row[scale] === null)).length + 39 - (await rows()).length
    await expect.poll(open).toBe(0)
    expect((await rows()).filter(({ condition }) => condition === 2)).toHaveLength(3)
    await page.close()
  })
})

test('the verdict says its sentence first on a phone, and what comes next stays in reach', async () => {
  const page = await open('Kettle', 'verdict', '[data-testid=verdict]')
  expect(await inSight(page, '[data-testid=verdict]')).toBe(true)
  expect(await inSight(page, '[data-testid=take]')).toBe(true)
  await page.$eval('#main', (main) => main.scrollTo(0, main.scrollHeight))
  expect(await inSight(page, '[data-testid=take]')).toBe(true)
  await page.close()
})

test('the bench opens at its clock, and is worked by one key: started, done, and on to the next', async () => {
  const page = await open('Tansy', 'bench', '[data-testid=now], [data-testid=begin]:not([disabled])')
  if (await page.$('[data-testid=begin]')) await click(page, '[data-testid=begin]')
  await shows(page, '[data-testid=now]')
  expect(await page.$eval('#main', (main) => main.scrollTop)).toBe(0)
  expect(await inSight(page, '[data-testid=step-clock]')).toBe(true)
  expect(await inSight(page, '[data-testid=done]')).toBe(true)
  expect(await low(page, '[data-testid=now]', 56)).toEqual([])
  const id = await visitOf(salon.base, 'Tansy')
  const kinds = async (): Promise<string[]> =>
    (await salon.api<BenchDoc>(`/visits/${id}/bench`)).events.map(({ kind }) => kind)
  const before = (await kinds()).filter((kind) => kind === 'done').length
  const step = await page.$eval('[data-testid=now]', (now) => now.getAttribute('data-step'))
  // By nobody named, so what somebody else is at has to be taken up first.
  await page.keyboard.press('PageDown')
  await shows(page, '[data-testid=now] button::-p-text(Pause)')
  await page.keyboard.press('PageUp')
  await shows(page, '[data-testid=start]')
  await page.keyboard.press('Space')
  await shows(page, '[data-testid=now] button::-p-text(Pause)')
  await page.keyboard.press('PageDown')
  await expect.poll(async () => (await kinds()).filter((kind) => kind === 'done').length).toBe(before + 1)
  expect(await page.$eval('[data-testid=now]', (now) => now.getAttribute('data-step'))).not.toBe(step)
  await page.close()
})

test('after a change of screen the focus goes to what came', async () => {
  const page = await salon.newPage()
  await page.goto(`${salon.base}visits/${await visitOf(salon.base, 'Juniper')}/verdict`)
  await shows(page, '[data-testid=verdict]')
  await click(page, 'nav a[href$="/bath"]')
  await page.waitForFunction(() => document.activeElement?.matches('[data-testid=bath]'))
  await page.goBack()
  await page.waitForFunction(() => document.activeElement?.matches('[data-testid=verdict]'))
  await page.close()
})

test('a dialog opens on its first field, and letters can be turned off', async () => {
  const page = await open('Mortimer', 'look', '[data-facing] [data-region]', { width: 1280, height: 800 })
  await page.keyboard.press('KeyL')
  await shows(page, '[role=dialog]')
  expect(await page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT')
  await page.keyboard.press('Escape')
  await page.keyboard.press('?' as KeyInput)
  await click(page, '[role=dialog] button::-p-text(Letters and digits do nothing)')
  await page.keyboard.press('Escape')
  const before = await text(page, '[data-testid=place]')
  await page.keyboard.press('Digit2')
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => text(page, '[data-testid=place]')).not.toBe(before)
  expect(await page.$eval('[data-testid=saving]', (line) => line.getAttribute('data-state'))).toBe('saved')
  await page.close()
})

describe('for every eye', () => {
  const emulate = async (page: Page, features: { name: string; value: string }[], media = ''): Promise<CDPSession> => {
    const session = await page.createCDPSession()
    await session.send('Emulation.setEmulatedMedia', { media, features })
    return session
  }
  test('where the system has its own colours, what is chosen is told by a line', async () => {
    const page = await open('Mortimer', 'look', '[data-facing] [data-region]', { width: 1280, height: 800 })
    await emulate(page, [{ name: 'forced-colors', value: 'active' }])
    const outline = (selector: string): Promise<string> =>
      page.$eval(selector, (element) => getComputedStyle(element).outlineStyle)
    expect(await outline('[data-state=on]')).toBe('solid')
    expect(await outline('aside [data-state=off]')).toBe('none')
    await page.close()
  })
  test('nothing moves for who wants nothing to move', async () => {
    const page = await open('Kettle', 'verdict', '[data-testid=verdict]')
    await emulate(page, [{ name: 'prefers-reduced-motion', value: 'reduce' }])
    const moving = await page.$$eval(
      'body *',
      (all) =>
        all.filter((one) => {
          const { animationName, transitionProperty, transitionDuration } = getComputedStyle(one)
          return animationName !== 'none' || (transitionProperty !== 'none' && transitionDuration !== '0s')
        }).length,
    )
    expect(moving).toBe(0)
    await page.close()
  })
  test('on paper ink is black whatever the light, and the mixing card stands whole on its page', async () => {
    const page = await open('Kettle', 'bath', '[data-testid=timeline]', { width: 794, height: 1123 })
    await page.evaluate(() => {
      document.documentElement.dataset.theme = 'dim'
    })
    await click(page, '::-p-text(Mixing card)')
    await shows(page, '[data-print]')
    await emulate(page, [], 'print')
    const { left, right, color } = await page.$eval('[data-print]', (card) => ({
      left: card.getBoundingClientRect().left,
      right: card.getBoundingClientRect().right,
      color: getComputedStyle(card).color,
    }))
    expect(left).toBeGreaterThanOrEqual(0)
    expect(right).toBeLessThanOrEqual(794)
    expect(color).toBe('rgb(0, 0, 0)')
    await page.close()
  })
})

test('a tablet that stands in another zone shows the salon’s day and its hours', async () => {
  const page = await salon.newPage('light', 'elsewhere')
  const there =
    new Intl.DateTimeFormat().resolvedOptions().timeZone === 'Pacific/Kiritimati' ? 'UTC' : 'Pacific/Kiritimati'
  await page.goto(salon.base)
  await shows(page, '[data-dog]')
  const here = await text(page, '[data-dog]')
  await page.emulateTimezone(there)
  await page.reload()
  await shows(page, '[data-dog]')
  expect(await text(page, '[data-dog]')).toBe(here)
  await page.close()
})
