import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { SCREENS } from '../web/app/screens.ts'
import { shows } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

/** The phone in the apron, the tablet upright and lying on its arm, and a desk enlarged four times (WCAG 2.2, 1.4.10). */
const SIZES = [
  [320, 256],
  [390, 844],
  [768, 1024],
  [1024, 768],
] as const

const setGlass = async (page: Page, [width, height]: readonly [number, number]): Promise<void> => {
  await page.setViewport({ width, height })
  // What follows the width of the glass is drawn in the frame after the one that is told of it.
  await page.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  )
}

const PHONE = SIZES[1]

/**
 * What a finger has to hit and is lower or narrower than one, 44 px: as lines to read. Words within a sentence may be;
 * places of the dog are taken by the nearest.
 */
const small = (page: Page): Promise<string[]> =>
  page.$$eval('a[href], button, select, input:not([type=hidden]), summary, [role=button], [role=tab]', (all) =>
    all.flatMap((one) => {
      if (one.matches('p a, li a, [data-region], [aria-hidden=true] *') || one.closest('.sr-only, [inert]')) return []
      const box = one.closest('label') ?? one
      const { width, height } = box.getBoundingClientRect()
      // On a line of time things are as wide as they are long; each is in the list beside it too.
      const isWide = width >= 43.5 || one.closest('svg') !== null
      if (width <= 1 || height <= 1 || (isWide && height >= 43.5)) return []
      const name = one.getAttribute('aria-label') ?? one.textContent ?? ''
      return [`${one.tagName.toLowerCase()} ${name.slice(0, 40)}: ${Math.round(width)} by ${Math.round(height)}`]
    }),
  )

/** Writing in charts and drawings that is too small to read at arm's length, px. */
const tiny = (page: Page): Promise<string[]> =>
  page.$$eval('svg text', (all) =>
    all.flatMap((one) => {
      const scale = (one as SVGTextElement).getScreenCTM()?.a ?? 1
      const px = Number.parseFloat(getComputedStyle(one).fontSize) * scale
      return px < 11 && one.textContent && one.getBoundingClientRect().height > 0
        ? [`${one.textContent}: ${px.toFixed(1)} px`]
        : []
    }),
  )

// WCAG 2.2, reflow: nothing but drawings, charts and wide tables scrolls sideways, and those within their own frame.
test('no screen is wider than any glass it is used on; on a phone everything is as large as a finger, and charts can be read', async () => {
  const [seen] = (
    await salon.api<{ visits: { id: string; dogId: string; arrival: { dog: { name: string } } }[] }>('/day')
  ).visits.filter(({ arrival }) => arrival.dog.name === 'Juniper')
  const page = await salon.newPage()
  const wide: string[] = []
  const little: string[] = []
  for (const { path, needs } of SCREENS) {
    if (needs === 'link') continue
    const at = path.replace(':visitId', seen!.id).replace(':dogId', seen!.dogId)
    // A second look is there only once it is begun.
    if (at.includes(':') || at.endsWith('/second/look')) continue
    await page.goto(`${salon.base}${at.slice(1)}`)
    await shows(page, 'main h1, main [data-region]')
    for (const size of SIZES) {
      await setGlass(page, size)
      const over = await page.evaluate(() =>
        [document.documentElement, document.querySelector('header')!, document.querySelector('#main')!].map(
          (box) => box.scrollWidth - box.clientWidth,
        ),
      )
      if (over.some((px) => px > 0)) wide.push(`${at} on ${size.join(' by ')}: ${over.join(', ')} px`)
      if (size === PHONE)
        little.push(...[...(await small(page)), ...(await tiny(page))].map((what) => `${path} ${what}`))
    }
  }
  expect(wide.join('\n')).toBe('')
  expect([...new Set(little)].join('\n')).toBe('')
  await page.close()
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
