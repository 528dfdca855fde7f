import type { Page } from 'puppeteer-core'
import { HEIGHT, WIDTH } from './browser.ts'

/** The phone in the apron, the tablet upright and lying on its arm, and a desk enlarged four times (WCAG 2.2, 1.4.10). */
export const SIZES = [
  [320, 256],
  [390, 844],
  [768, 1024],
  [1024, 768],
] as const
const PHONE = SIZES[1]

export const setGlass = async (page: Page, [width, height]: readonly [number, number]): Promise<void> => {
  await page.setViewport({ width, height })
  // What follows the width of the glass is drawn in the frame after the one that is told of it.
  await page.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  )
}

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

/** By how many pixels the page, its header and its main part are wider than the glass; WCAG 2.2, 1.4.10: drawings, charts and wide tables scroll within their own frame. */
const tooWide = (page: Page): Promise<number[]> =>
  page.evaluate(() =>
    [document.documentElement, document.querySelector('header'), document.querySelector('#main')].map((box) =>
      box ? box.scrollWidth - box.clientWidth : 0,
    ),
  )

/** What is too wide on any glass, and what is too small to touch or to read on a phone, as lines to read. The glass is a desk's again afterwards. */
export async function glassFinds(page: Page): Promise<string[]> {
  const found: string[] = []
  for (const size of SIZES) {
    await setGlass(page, size)
    const over = await tooWide(page)
    if (over.some((px) => px > 0)) found.push(`on ${size.join(' by ')}: ${over.join(', ')} px too wide`)
    if (size === PHONE) found.push(...(await small(page)), ...(await tiny(page)))
  }
  await setGlass(page, [WIDTH, HEIGHT])
  return [...new Set(found)]
}
