import { randomUUID } from 'node:crypto'
import type { KeyInput, Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Message } from '../contract/api/consent.ts'
import type { Goodbye } from '../contract/api/goodbye.ts'
import type { NewVisit, Visit } from '../contract/api/visits.ts'
import { minutesText } from '../contract/words/index.ts'
import { REGION_SIDES, type RegionId, type Side } from '../core/index.ts'
import { readPdf } from '../test/harness/pdf.ts'
import { click, shows, visitOf } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

const text = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => element.textContent ?? '')
const visit = async (dog: string): Promise<Visit> => salon.api<Visit>(`/visits/${await visitOf(salon.base, dog)}`)
/** What a screen reader hears of every place in front, joined: what the dog shows. */
const drawn = (page: Page): Promise<string> =>
  page.$$eval('[data-facing] [data-region]', (places) =>
    places.map((place) => place.getAttribute('aria-label')).join('; '),
  )
const tap = (page: Page, selector: string): Promise<unknown> =>
  page.$eval(selector, (element) => element.dispatchEvent(new MouseEvent('click', { bubbles: true })))

async function open(dog: string, path: string, wait: string): Promise<Page> {
  const page = await salon.newPage()
  await page.goto(`${salon.base}visits/${await visitOf(salon.base, dog)}/${path}`)
  await shows(page, wait)
  return page
}

async function atThisScreen(page: Page, person: string): Promise<void> {
  const id = await page.$$eval(
    'header select option',
    (options, name) => options.find((option) => option.textContent?.startsWith(name))?.getAttribute('value') ?? '',
    person,
  )
  await page.select('header select', id)
}

type Set = Readonly<Record<string, unknown>>
/** A dog of our own, scored place by place; a place without scores was not looked at. */
async function aDog(
  owner: string,
  dog: NewVisit['dog'],
  wishes: object,
  setOf: (region: RegionId, side: Side | null) => Set | null,
): Promise<string> {
  const made = await salon.book(owner, dog, { slotMinutes: 200 })
  const { id, arrival, arrivalRevision } = made
  await salon.api(`/visits/${id}/arrival`, 'PUT', { baseRevision: arrivalRevision, arrival: { ...arrival, wishes } })
  await salon.api(`/assessments/${made.assessment.id}`, 'PATCH', {
    batchId: randomUUID(),
    baseRevision: made.assessment.revision,
    changes: REGION_SIDES.flatMap(({ region, side }) => {
      const set = setOf(region, side)
      return set ? [{ region, side, set }] : []
    }),
  })
  return id
}

/** A dog with knots all over, of which the trunk was not looked at: what is there decides. */
function doubtful(): Promise<string> {
  const knotted = ['shoulder', 'neck', 'chest', 'breeches', 'foreleg', 'hindleg']
  const unseen = ['back', 'rump', 'side']
  return aDog(
    'Ottoline Reed',
    { name: 'Doubt', coatType: 'curly', weightKg: 16, temperament: 'easy', lengthMm: { body: 60, legs: 60 } },
    { keepLength: 2 },
    (region) => {
      if (unseen.includes(region)) return null
      return knotted.includes(region)
        ? { mat: 2, extent: 0.5, standoffMm: 7, undercoat: 0, condition: 0, skin: 0 }
        : { mat: 0, undercoat: 0, condition: 0, skin: 0 }
    },
  )
}

describe('arguing with the verdict', () => {
  test('the budget dragged by pointer and by keys changes the dog at once', async () => {
    const page = await open('Bramble', 'verdict?tab=ask', '[data-testid=budget]')
    const before = await drawn(page)
    const handle = (await (await page.$('[data-testid=budget] circle'))!.boundingBox())!
    const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 60, y, { steps: 6 })
    await shows(page, '[data-testid=as-if]')
    await page.waitForFunction(
      (was) =>
        [...document.querySelectorAll('[data-facing] [data-region]')]
          .map((place) => place.getAttribute('aria-label'))
          .join('; ') !== was,
      {},
      before,
    )
    await page.mouse.up()
    const dragged = await text(page, '[data-testid=at-budget]')
    expect(dragged).toMatch(/% kept/)

    await page.$eval('[data-testid=budget]', (slider) => (slider as SVGGElement).focus())
    const value = (): Promise<number> =>
      page.$eval('[data-testid=budget]', (slider) => Number(slider.getAttribute('aria-valuenow')))
    const from = await value()
    for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
    await expect.poll(value).toBeCloseTo(from - 2, 1)
    await page.keyboard.press('Home')
    await expect.poll(() => text(page, '[data-testid=at-budget]')).not.toBe(dragged)
    // A curve is also a table.
    await click(page, '::-p-text(The curve as a table)')
    expect(await page.$$eval('details table tbody tr', (rows) => rows.length)).toBeGreaterThan(8)
    await click(page, '::-p-text(Back to the verdict)')
    await expect.poll(() => drawn(page)).toBe(before)
    // One style only has a curve of its own.
    const best = await text(page, '[data-testid=at-budget]')
    await page.$$eval('[role=tabpanel] [role=radio]', (radios) => (radios.at(-1) as HTMLElement).click())
    await expect.poll(() => text(page, '[data-testid=at-budget]')).not.toBe(best)
    await page.close()
  })

  test('a change that would flip the verdict shows the dog as it would be, and goes away again', async () => {
    const page = await open('Bramble', 'verdict?tab=ask', '[data-testid=flips] button')
    await page.waitForFunction(() => !document.querySelector('[aria-label="What would change it"] progress'))
    const before = await drawn(page)
    await tap(page, '[data-testid=flips] button')
    await shows(page, '[data-testid=as-if]')
    await expect.poll(() => drawn(page)).not.toBe(before)
    const foretold = await text(page, '[data-testid=flips] button[aria-pressed=true] span:last-child')
    expect(await text(page, '[data-testid=as-if]')).toContain(foretold)
    await tap(page, '[data-testid=flips] button[aria-pressed=true]')
    await expect.poll(() => drawn(page)).toBe(before)
    await page.close()
  })

  test('with places not looked at the odds are shown as ranges, and the next look is offered in the sweep', async () => {
    const page = await salon.newPage()
    await page.goto(`${salon.base}visits/${await doubtful()}/verdict`)
    await shows(page, '[data-testid=odds]')
    expect(await page.$$eval('[data-testid=odds] [role=img]', (strips) => strips.length)).toBeGreaterThan(1)
    const strip = await page.$eval('[data-testid=odds] [role=img]', (element) => element.getAttribute('aria-label'))
    expect(strip).toMatch(/^between \d+ and \d+ of 100$/)
    await page.waitForFunction(() => !document.body.textContent?.includes('still weighing'))
    const look = await page.$('[data-testid=odds] a.btn')
    expect(look).not.toBeNull()
    await look!.click()
    await shows(page, '[data-testid=settles]')
    const offered = await text(page, '[data-testid=settles]')
    await tap(page, '[data-testid=settles]')
    await expect.poll(async () => offered.includes(await text(page, '[data-testid=place]'))).toBe(true)
    await page.close()
  })

  test('another way than the best asks for a reason, and both plans are kept', async () => {
    const page = await open('Juniper', 'verdict?tab=ways', '[data-testid=alternatives]')
    const best = (await visit('Juniper')).latestPlan!
    await click(page, '[data-testid=alternatives] li button::-p-text(Choose this)')
    await shows(page, '[role=dialog] input')
    expect(
      await page.$eval('[role=dialog] button[type=submit]', (button) => (button as HTMLButtonElement).disabled),
    ).toBe(true)
    await page.type('[role=dialog] input', 'The owner has changed her mind')
    await click(page, '[role=dialog] button[type=submit]')
    await shows(page, '[data-testid=instead]')
    expect(await text(page, '[data-testid=instead]')).toContain('The owner has changed her mind')
    const now = (await visit('Juniper')).latestPlan!
    expect(now.id).not.toBe(best.id)
    expect(now).toMatchObject({ reason: 'The owner has changed her mind', style: now.plan.verdict.style })
    expect((await salon.api<{ id: string }>(`/plans/${best.id}`)).id).toBe(best.id)
    await page.reload()
    await shows(page, '[data-testid=instead]')
    await click(page, '::-p-text(Back to that)')
    await page.waitForFunction(() => !document.querySelector('[data-testid=instead]'))
    expect((await visit('Juniper')).latestPlan!.plan.verdict.style).toBe(best.plan.verdict.style)
    await page.close()
  })
})

const phone = async (link: string): Promise<Page> => {
  const page = await salon.newPage()
  await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true })
  await page.goto(`${salon.base.replace(/\/$/, '')}${link}`)
  return page
}
const heading = (page: Page, words: string): Promise<unknown> =>
  page.waitForFunction((said) => document.querySelector('h1')?.textContent?.includes(said), {}, words)
const lastLink = async (): Promise<string> => (await salon.api<Message[]>('/outbox'))[0]!.link
async function send(page: Page): Promise<string> {
  const before = (await salon.api<Message[]>('/outbox')).length
  await click(page, 'button::-p-text(Send)')
  await expect.poll(async () => (await salon.api<Message[]>('/outbox')).length).toBe(before + 1)
  return lastLink()
}

describe("the owner's yes", () => {
  test('is missing: the groom cannot be begun, by the screen or past it', async () => {
    const page = await open('Bramble', 'verdict', '[data-testid=take]')
    // With every place looked at, that is said in place of odds.
    await shows(page, '[data-testid=all-seen]')
    await page.waitForFunction(() =>
      document.querySelector('[data-testid=take]')?.textContent?.includes('Ask the owner'),
    )
    await click(page, '[data-testid=take]')
    await shows(page, '[data-testid=needs]')
    const { latestPlan, acceptedPlan } = await visit('Bramble')
    expect(acceptedPlan).toBeNull()
    const answer = await fetch(`${salon.base}api/plans/${latestPlan!.id}/accept`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    })
    expect(answer.status).toBe(409)
    expect(await answer.json()).toMatchObject({ code: 'needs-consent' })
    await page.close()
  })

  test('comes from a phone of 390 px, once; then the groom can begin', async () => {
    const page = await open('Bramble', 'verdict?tab=owner', '[data-testid=needs]')
    const link = await send(page)
    const owner = await phone(link)
    await shows(owner, '[data-testid=owner-page]')
    // Nothing runs out of the screen, nothing of the salon is in reach, and axe finds nothing.
    expect(await owner.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    expect(await owner.$$eval('a', (links) => links.length)).toBe(0)
    await owner.setBypassCSP(true)
    await owner.reload()
    await shows(owner, '[data-testid=owner-page]')
    expect(await axeFinds(owner)).toEqual([])
    const page_ = await text(owner, '[data-testid=owner-page]')
    for (const part of ['What we saw', 'What we advise', 'What it costs', 'What can happen', 'not a diagnosis'])
      expect(page_).toContain(part)
    // A name is asked for; what was written stays.
    await click(owner, '::-p-text(Yes, as advised)')
    await shows(owner, '#owner-name-missing')
    await owner.type('#owner-name', 'Perpetua Lisle')
    await click(owner, '::-p-text(Yes, as advised)')
    await shows(owner, '[data-testid=thanks]')

    // A second answer by the same link is refused.
    const again = await fetch(`${salon.base}api/owner/${link.slice(3)}/answer`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ answer: 'call', name: 'Somebody' }),
    })
    expect(again.status).toBe(409)
    expect(await again.json()).toMatchObject({ code: 'already-answered' })
    await owner.reload()
    await shows(owner, '[data-testid=thanks]')
    await owner.close()

    const { consents, quoted, latestPlan } = await visit('Bramble')
    expect(consents[0]).toMatchObject({
      answer: 'yes',
      saidBy: 'Perpetua Lisle',
      channel: 'page',
      planId: latestPlan!.id,
    })
    expect(quoted).toBe(latestPlan!.price)
    await page.reload()
    await shows(page, '[data-testid=needs-none]')
    await click(page, '[data-testid=take]')
    await shows(page, '[data-testid=begin]')
    expect((await visit('Bramble')).station).toBe('bath')
    await page.close()
  })

  test('cannot be given by a link that is forged or no longer open', async () => {
    const forged = await phone(`/o/${'A'.repeat(43)}`)
    await heading(forged, 'nothing behind this link')
    await forged.close()
    const page = await open('Saffron', 'verdict?tab=owner', '[data-testid=price]')
    const link = await send(page)
    await salon.sql(`UPDATE consents SET expires_at = now() - interval '1 minute' WHERE answer IS NULL`)
    const late = await phone(link)
    await heading(late, 'no longer open')
    await late.close()
    await page.close()
  })

  test('is recorded by name when it is said at the desk', async () => {
    const page = await open('Old Tobit', 'verdict?tab=owner', '[data-testid=needs]')
    await page.type('form input.field', 'Wilhelmina')
    const disabled = (): Promise<boolean> =>
      page.$eval('form button[type=submit]', (button) => (button as HTMLButtonElement).disabled)
    expect(await disabled()).toBe(true)
    await atThisScreen(page, 'Noor')
    await expect.poll(disabled).toBe(false)
    await click(page, 'form button[type=submit]')
    await shows(page, '[data-testid=answers]')
    const [consent] = (await visit('Old Tobit')).consents
    expect(consent).toMatchObject({ answer: 'yes', channel: 'spoken', saidBy: 'Wilhelmina' })
    expect(consent!.recordedBy).not.toBeNull()
    await page.close()
  })
})

describe('in the middle of the groom', () => {
  test('done work stays done, a place found worse is planned anew, and the difference is shown', async () => {
    // Taken in the test before.
    const page = await open('Bramble', 'verdict', '[data-testid=under-way]')
    await tap(page, '[data-facing] [data-region="back"]')
    await shows(page, '[role=dialog]')
    await click(page, '[role=dialog] button::-p-text(Finished)')
    await expect.poll(() => text(page, '[data-testid=under-way]')).toContain('1 of 39')
    // The screen counts it before the server has it.
    await expect
      .poll(async () => (await visit('Bramble')).progress)
      .toMatchObject({ done: [{ region: 'back', side: null }] })
    const { acceptedPlan } = await visit('Bramble')
    const treatment =
      acceptedPlan!.plan.regions[REGION_SIDES.findIndex(({ region }) => region === 'ear-outer')]!.treatment

    // An ear that looked free turns out felted.
    await tap(page, '[data-facing] [data-region="ear-outer.left"]')
    await shows(page, '[role=dialog]')
    await click(page, '[role=dialog] fieldset button:nth-of-type(5)')
    await shows(page, '[data-testid=what-changed]')
    const said = await text(page, '[data-testid=what-changed]')
    expect(said).toMatch(/ear/i)
    expect(said).toContain('it was found to be otherwise')
    const now = await visit('Bramble')
    expect(now.latestPlan!.plan.regions.find(({ region }) => region === 'back')).toMatchObject({ done: true })
    const ear = now.latestPlan!.plan.regions.find(({ region, side }) => region === 'ear-outer' && side === 'left')!
    expect(ear.treatment).not.toBe(treatment)
    expect(now.acceptedPlan!.id).toBe(acceptedPlan!.id)
    await page.close()
  })
})

test('a second opinion by another person starts from an empty map, and says how far they agree and whether it matters', async () => {
  const page = await open('Kettle', 'verdict', '[data-testid=verdict]')
  await atThisScreen(page, 'Casimir')
  await click(page, 'button::-p-text(Second opinion)')
  await shows(page, '[data-testid=progress]')
  // The first's scores are nowhere to be seen.
  expect(await text(page, '[data-testid=progress]')).toBe('0 of 39')
  expect(await drawn(page)).not.toMatch(/, [0-4] /)
  expect(await text(page, '[data-testid=so-far]')).toContain('without seeing the first')
  for (let i = 0; i < 12; i++) await page.keyboard.press(`Digit${i % 3}` as KeyInput)
  await page.keyboard.press('KeyR')
  await expect.poll(() => text(page, '[data-testid=progress]')).toBe('39 of 39')
  await page.waitForFunction(
    () => document.querySelector('[data-testid=saving]')?.getAttribute('data-state') === 'saved',
  )
  await click(page, 'button::-p-text(Compare)')
  await shows(page, '[data-testid=second]')
  await shows(page, '[data-testid=kappa-mats]')
  expect(await text(page, '[data-testid=kappa-mats]')).toMatch(/-?\d\.\d\d, from -?\d\.\d\d to \d\.\d\d/)
  const { assessment, second } = await visit('Kettle')
  expect(second!.scorerId).not.toBe(assessment.scorerId)
  const places = await page.$$eval('[data-testid=differences] tbody tr', (rows) => rows.length)
  const differing = REGION_SIDES.flatMap(({ region, side }) =>
    (['mat', 'undercoat', 'skin'] as const).filter((scale) => {
      const of = (rows: Visit['assessment']['rows']) =>
        rows.find((row) => row.region === region && row.side === side)?.[scale]
      return of(assessment.rows) !== of(second!.rows)
    }),
  )
  expect(places).toBe(differing.length)
  await page.close()
})

test('drying: the changeover moved by keys and by pointer, and the room, change the minutes; the water adds up', async () => {
  const page = await open('Kettle', 'dry', '[data-testid=changeover]')
  const said = (): Promise<string> => text(page, '[data-testid=drying]')
  const first = await said()
  expect(first).toMatch(/Kettle is dry in about \d+ minutes/)
  await page.$eval('[data-testid=changeover]', (slider) => (slider as SVGGElement).focus())
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowLeft')
  await expect.poll(said).not.toBe(first)
  const byKeys = await said()
  const handle = (await (await page.$('[data-testid=changeover] circle'))!.boundingBox())!
  const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x - 50, y, { steps: 4 })
  await page.mouse.up()
  await expect.poll(said).not.toBe(byKeys)
  // Damp air takes longer to carry the same water off.
  await click(page, '::-p-text(Usual)')
  const usual = await page.$eval('[data-testid=changeover]', (slider) => Number(slider.getAttribute('aria-valuenow')))
  await page.$$eval('span[role=slider]', (sliders) => (sliders[1] as HTMLElement).focus())
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight')
  const changeover = (): Promise<number> =>
    page.$eval('[data-testid=changeover]', (slider) => Number(slider.getAttribute('aria-valuenow')))
  await expect.poll(changeover).toBeGreaterThan(usual)
  const grams = await page.$$eval('[data-testid=water] tbody td:last-child', (cells) =>
    cells.map((cell) => Number.parseInt(cell.textContent ?? '', 10)),
  )
  const [dripping, ...gone] = grams
  const left = gone.pop()!
  expect(Math.abs(dripping! + gone.reduce((a, b) => a + b, 0) - left)).toBeLessThanOrEqual(3)
  await page.close()
})

// A dog cut short by wish, one clipped for its mats, and a packed double coat: what one station says no other may unsay.
describe('one groom, one plan', () => {
  /** A dog with a lump under its coat and a wound beside it, that comes short by wish. */
  async function found(): Promise<string> {
    const findings: Partial<Record<RegionId, Set>> = {
      side: { findings: [{ id: 'lump', sizeMm: 18 }] },
      rump: { findings: [{ id: 'wound', sizeMm: 10 }] },
    }
    await aDog(
      'Wilmot Aske',
      { name: 'Thistle', coatType: 'curly', weightKg: 12, temperament: 'easy' },
      { style: 'short', keepLength: 0 },
      (region, side) => ({
        mat: 0,
        undercoat: 0,
        condition: 1,
        skin: 0,
        ...(side === 'right' ? {} : findings[region]),
      }),
    )
    return 'Thistle'
  }
  test.each([
    ['Juniper', async () => 'Juniper'],
    ['Kettle', async () => 'Kettle'],
    ['a dog with a lump and a wound', found],
  ])('%s takes the same minutes on verdict, owner’s page, bench, goodbye and sheet', async (_, ready) => {
    const dog = await ready()
    const page = await open(dog, 'verdict', '[data-testid=whole-minutes]')
    const { groom } = (await visit(dog)).latestPlan!.plan
    const minutes = `${minutesText(groom!.minutes)} minutes`
    expect(await text(page, '[data-testid=whole-minutes]')).toContain(minutes)
    expect(await text(page, '[data-testid=verdict]')).toContain(`${minutes} in all`)
    await page.goto(`${page.url()}?tab=owner`)
    await shows(page, '[data-testid=price]')
    const owner = await phone(await send(page))
    await shows(owner, '[data-testid=owner-page]')
    expect(await text(owner, '[data-testid=owner-page]')).toContain(`About ${minutes} in all`)
    await owner.type('#owner-name', 'Perpetua Lisle')
    await click(owner, '::-p-text(Yes, as advised)')
    await shows(owner, '[data-testid=thanks]')
    await owner.close()
    await page.reload()
    await shows(page, '[data-testid=needs-none]')
    await click(page, '[data-testid=take]')
    await shows(page, '[data-testid=begin]')
    await expect.poll(() => text(page, '[data-testid=how-long]')).toContain(`about ${minutes}`)
    await click(page, '[data-testid=begin]')
    await shows(page, '[data-testid=now]')
    const id = await visitOf(salon.base, dog)
    const kept = async (): Promise<number | null> =>
      (await salon.api<Goodbye>(`/visits/${id}/goodbye`)).page.minutes.whole
    await expect.poll(kept).toBeCloseTo(groom!.minutes, 6)
    await page.goto(`${salon.base}visits/${id}/goodbye`)
    await shows(page, '[data-testid=minutes]')
    expect(await text(page, '[data-testid=minutes]')).toContain(
      `With the waits in the tub${minutesText(groom!.minutes)}`,
    )
    const sheet = await fetch(`${salon.base}api/visits/${id}/sheets/groomer.pdf`)
    const { text: printed } = await readPdf(new Uint8Array(await sheet.arrayBuffer()))
    expect(printed).toContain(`With the waits in the tub ${minutesText(groom!.minutes)}`)
    await page.close()
  })
})
