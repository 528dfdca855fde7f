import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Visit } from '../contract/api/visits.ts'
import { click, shows, visitOf } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

const openCut = async (dog: string, width = 1280, height = 800): Promise<{ page: Page; id: string }> => {
  const id = await visitOf(salon.base, dog)
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  await page.setViewport({ width, height, hasTouch: width < 700 })
  await page.goto(`${salon.base}visits/${id}/cut`)
  await shows(page, '[data-testid=shapes]')
  return { page, id }
}
const kept = async (id: string) => (await salon.api<Visit>(`/visits/${id}`)).arrival.wishes.pattern
const textOf = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => element.textContent ?? '')
const keep = async (page: Page): Promise<void> => {
  const [answered] = await Promise.all([
    page.waitForResponse((response) => response.request().method() !== 'GET' && response.url().includes('/arrival')),
    click(page, '::-p-text(Keep this cut)'),
  ])
  expect(answered.status()).toBe(200)
}

/** Along the shapes of the part at hand by the arrows, and the next one taken. */
const nextShape = async (page: Page): Promise<void> => {
  await page.focus('[data-testid=part-shapes] [data-state=on]')
  const on = await page.evaluate(() => document.activeElement!.textContent)
  await page.keyboard.press('ArrowRight')
  await page.waitForFunction((was) => document.activeElement!.textContent !== was, {}, on)
  await page.keyboard.press('Enter')
}

describe('the pattern of a cut', () => {
  test('taken whole by pointer says its minutes and what it asks at home, shapes the dog, and is kept', async () => {
    const { page, id } = await openCut('Juniper')
    const offered = await page.$$eval('[data-testid=shapes] select option', (all) => all.map((one) => one.textContent))
    expect(offered.filter((text) => /, \d+ min$/.test(text ?? '')).length).toBeGreaterThan(5)
    expect(await page.$$('[data-facing] [data-shaped]')).toEqual([])
    await page.select('[data-testid=shapes] select', 'one-length-round-feet')
    await shows(page, '[data-facing] [data-shaped=scissored]')
    expect(await page.$$('[data-facing] [data-shaped=clipped]')).not.toEqual([])
    expect(await textOf(page, '[data-testid=upkeep]')).toMatch(/^At home: .*back in 8 weeks\.$/)
    expect(await axeFinds(page)).toEqual([])
    await keep(page)
    expect(await kept(id)).toMatchObject({ body: { shape: 'length', mm: 13 }, feet: { shape: 'round' } })
    await page.reload()
    await shows(page, '[data-testid=upkeep]')
    expect(await textOf(page, '[data-testid=lines]')).toContain('Curved shears')
    await page.close()
  })

  test('by keyboard alone: a part, its shape, its length, and the last change taken back', async () => {
    const { page, id } = await openCut('Bramble')
    await page.focus('[data-shape-part=feet]')
    await page.keyboard.press('Space')
    await shows(page, '[data-testid=part-shapes][data-part=feet]')
    // The group is one stop; arrows go along it.
    await nextShape(page)
    await page.waitForFunction(() => document.querySelector('[data-shape-part=feet]')?.textContent === 'Feetround')
    await page.focus('[data-shape-part=forelegs]')
    await page.keyboard.press('Space')
    await shows(page, '[data-testid=part-shapes][data-part=forelegs]')
    await nextShape(page)
    await page.waitForFunction(
      () => document.querySelector('[data-shape-part=forelegs]')?.textContent === 'Front legsone length',
    )
    await shows(page, '[data-testid=part-shapes] [role=slider]')
    await page.focus('[data-testid=part-shapes] [role=slider]')
    await page.keyboard.press('Home')
    await page.keyboard.press('ArrowRight')
    await page.waitForFunction(() =>
      /^Front legsone length, \d+ mm$/.test(document.querySelector('[data-shape-part=forelegs]')?.textContent ?? ''),
    )
    await page.focus('[aria-label="Undo the last change"]')
    await page.keyboard.press('Enter')
    await page.waitForFunction(
      () => document.querySelector('[data-shape-part=forelegs]')?.textContent === 'Front legsone length',
    )
    await keep(page)
    expect(await kept(id)).toEqual({ forelegs: { shape: 'length' }, feet: { shape: 'round' } })
    await page.close()
  })

  test('on a phone a touch on the dog brings up the shapes of that part', async () => {
    const { page, id } = await openCut('Mortimer', 390, 844)
    const tail = await page.waitForSelector('[data-facing] [data-region=tail]')
    await tail!.tap()
    await shows(page, '[data-testid=part-shapes][data-part=tail]')
    const choices = await page.$$('[data-testid=part-shapes] button')
    await choices[2]!.tap()
    await page.waitForFunction(
      () => document.querySelector('[data-shape-part=tail]')?.textContent !== 'Tailby length alone',
    )
    await keep(page)
    expect(Object.keys((await kept(id)) ?? {})).toEqual(['tail'])
    await page.close()
  })

  test('reaches the owner: in words, as the dog goes home, and some weeks on', async () => {
    const id = await visitOf(salon.base, 'Juniper')
    const { assessment } = await salon.api<Visit>(`/visits/${id}`)
    // The plan of the cut as it is wished now.
    const made = await salon.api<{ id: string }>(`/assessments/${assessment.id}/plans`, 'POST')
    await salon.api(`/plans/${made.id}/ask`, 'POST')
    const [message] = await salon.api<{ link: string }[]>('/outbox')
    const page = await salon.newPage()
    await page.setViewport({ width: 390, height: 844 })
    await page.goto(`${salon.base}${message!.link.slice(1)}`)
    await shows(page, '[data-testid=owner-page]')
    const said = await textOf(page, '[data-testid=owner-page]')
    expect(said).toContain('feet round')
    expect(said).toContain('In 4 weeks')
    expect(said).toContain('In 8 weeks')
    expect(said).toMatch(/In 8 weeks\s*(free of knots|first knots where it rubs|knots; it is time to come)/)
    await page.close()
  })

  test('one’s own is kept from the dog, offered to the next, changed and taken out under House, and goes out and in as a file', async () => {
    const { page } = await openCut('Bramble')
    await click(page, '[data-shape-part=tail]')
    await shows(page, '[data-testid=part-shapes][data-part=tail]')
    await click(page, '[data-testid=part-shapes] ::-p-text(half-moon)')
    await click(page, '::-p-text(Keep as ours)')
    await shows(page, '[role=dialog]')
    expect(await axeFinds(page)).toEqual([])
    // Without a name it says so and stays.
    await click(page, '[role=dialog] [type=submit]')
    await shows(page, '[role=dialog] [role=alert]')
    await page.type('[role=dialog] input[name=name]', 'Harbour clip')
    await click(page, '[role=dialog] [type=submit]')
    await page.waitForSelector('[role=dialog]', { hidden: true })
    const other = await openCut('Juniper')
    await other.page.waitForFunction(() =>
      [...document.querySelectorAll('[data-testid=shapes] select option')].some((one) =>
        one.textContent!.startsWith('Harbour clip, '),
      ),
    )
    await other.page.close()
    await page.goto(`${salon.base}house/patterns`)
    await page.waitForSelector('[aria-label="Change: Harbour clip"]')
    expect(await axeFinds(page)).toEqual([])
    const file = await (await fetch(`${salon.base}api/patterns.json`)).text()
    expect(JSON.parse(file)).toMatchObject({ format: 'etude.patterns/1', patterns: [{ name: 'Harbour clip' }] })
    await click(page, '[aria-label="Change: Harbour clip"]')
    await click(page, '[role=dialog] ::-p-text(Take it out)')
    await page.waitForSelector('[role=dialog]', { hidden: true })
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Our own"]')!.textContent!.includes('None yet'),
    )
    await click(page, '::-p-text(From a file)')
    const input = (await page.waitForSelector('[role=dialog] input[type=file]'))!
    const path = join(mkdtempSync(join(tmpdir(), 'etude-patterns-')), 'patterns.json')
    writeFileSync(path, file)
    await (input as ElementHandle<HTMLInputElement>).uploadFile(path)
    await shows(page, '[data-testid=dry-run]')
    expect(await textOf(page, '[data-testid=dry-run]')).toContain('New: Harbour clip.')
    await click(page, '[role=dialog] ::-p-text(Write it)')
    await page.waitForSelector('[aria-label="Change: Harbour clip"]')
    await page.close()
  })

  test('a dog’s colour and ears are said at its arrival, and seen on the day', async () => {
    const id = await visitOf(salon.base, 'Pip')
    const page = await salon.newPage()
    await page.goto(`${salon.base}visits/${id}/arrival`)
    await shows(page, 'form')
    await click(page, 'form h2 ::-p-text(Its looks)')
    await click(page, 'form ::-p-text(Black)')
    await click(page, 'form ::-p-text(Stand)')
    await click(page, '::-p-text(Save, on to the look)')
    await page.waitForSelector('[data-facing] [data-coat=black], [data-coat=black] [data-region]')
    await page.goto(salon.base)
    await page.waitForSelector('[data-dog] [data-coat=black]')
    expect((await salon.api<Visit>(`/visits/${id}`)).arrival.dog.figure).toEqual({ colour: 'black', ears: 'upright' })
    await page.close()
  })
})
