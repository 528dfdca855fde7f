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
      // A dog at two places at once is drawn as a thin strip; each is in the list beside the day's lanes too.
      if (one.matches('p a, li a, [data-region], [aria-hidden=true] *, [data-testid=strands] *')) return []
      if (one.closest('.sr-only, [inert]')) return []
      const box = one.closest('label') ?? one
      const { width, height } = box.getBoundingClientRect()
      // On a line of time things are as wide as they are long.
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

/**
 * By how much the page, its header or its main part is wider than the glass, and what reaches beyond it (WCAG 2.2,
 * 1.4.10: drawings, charts and wide tables scroll within their own frame), as lines to read.
 */
const wide = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const boxes = [document.documentElement, document.querySelector('header'), document.querySelector('#main')]
    const over = Math.max(...boxes.map((box) => (box ? box.scrollWidth - box.clientWidth : 0)))
    if (over <= 0) return []
    const beyond = [...document.querySelectorAll('header *, #main *, main *')]
      .filter((one) => !one.closest('svg') && one.getBoundingClientRect().right > innerWidth + 0.5)
      .map((one) => `${one.tagName.toLowerCase()} ${(one.textContent ?? '').slice(0, 40)}`)
    return [`${over} px too wide: ${beyond.slice(-3).join('; ')}`]
  })

/** What is too wide on any glass, and what is too small to touch or to read on a phone, as lines to read. The glass is a desk's again afterwards. */
export async function glassFinds(page: Page): Promise<string[]> {
  const found: string[] = []
  for (const size of SIZES) {
    await setGlass(page, size)
    found.push(...(await wide(page)).map((what) => `on ${size.join(' by ')} ${what}`))
    if (size === PHONE) found.push(...(await small(page)), ...(await tiny(page)))
  }
  await setGlass(page, [WIDTH, HEIGHT])
  return [...new Set(found)]
}
