import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { BenchDoc } from '../contract/api/bench.ts'
import type { Message } from '../contract/api/consent.ts'
import type { Goodbye } from '../contract/api/goodbye.ts'
import type { Salon as SalonDoc } from '../contract/api/salon.ts'
import type { Visit } from '../contract/api/visits.ts'
import { click, drawn, shows, visitOf } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

let salon: Salon
let people: SalonDoc['people']
beforeAll(async () => {
  salon = await openSalon()
  people = (await salon.api<SalonDoc>('/salon')).people
})
afterAll(() => salon?.close())

const idOf = (name: string): string => people.find((person) => person.name === name)!.id
/** A screen at which somebody is named; pages of one browser share what the device keeps, unless it is a device of its own. */
async function screenOf(name: string, ownDevice = false): Promise<Page> {
  const page = ownDevice ? await (await salon.browser.createBrowserContext()).newPage() : await salon.newPage()
  await page.evaluateOnNewDocument((id: string) => localStorage.setItem('etude.person', id), idOf(name))
  return page
}
const openBench = async (page: Page, dog: string): Promise<string> => {
  const id = await visitOf(salon.base, dog)
  await page.goto(`${salon.base}visits/${id}/bench`)
  await page.waitForSelector('[data-testid=begin]:not([disabled]), [data-testid=now]')
  return id
}
const begin = async (page: Page): Promise<void> => {
  await click(page, '[data-testid=begin]')
  await shows(page, '[data-testid=now]')
}
const step = (page: Page): Promise<string> => page.$eval('[data-testid=now]', (now) => now.getAttribute('data-step')!)
const statuses = (page: Page): Promise<Record<string, string>> =>
  page.$$eval('[data-step-row]', (rows) =>
    Object.fromEntries(rows.map((row) => [row.getAttribute('data-step-row')!, row.getAttribute('data-status')!])),
  )
const saved = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => !document.querySelector('[data-testid=unsaved]')?.textContent?.includes('kept'))
const seconds = (text: string): number => text.split(':').reduce((sum, part) => sum * 60 + Number(part), 0)
const timerLeft = async (page: Page): Promise<number> =>
  seconds(await page.$eval('[data-testid=timer] [role=timer]', (clock) => clock.textContent!))
const press = (page: Page, selector: string): Promise<void> =>
  page.$eval(selector, (button) => (button as HTMLElement).click())

/** Finishes the step at hand, and waits until the list of steps says so. */
async function finish(page: Page): Promise<void> {
  const before = await statuses(page)
  await press(page, '[data-testid=done]')
  await expect.poll(() => statuses(page)).not.toEqual(before)
}

const post = async (path: string, body: object): Promise<number> =>
  (
    await fetch(`${salon.base}api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-etude-person': idOf('Ebba') },
      body: JSON.stringify(body),
    })
  ).status
const sayYes = async (planId: string): Promise<void> =>
  expect(await post(`/plans/${planId}/spoken-yes`, { saidBy: 'Ansel Okoro-Whitby' })).toBeLessThan(300)

/** The owner says yes to whatever this plan asks for, and the screen knows. */
async function agreed(page: Page, id: string): Promise<void> {
  const { latestPlan } = await salon.api<Visit>(`/visits/${id}`)
  if (latestPlan!.needs.length === 0) return
  await sayYes(latestPlan!.id)
  await page.reload()
  await page.waitForSelector('[data-testid=take]:not([disabled])')
  await page.waitForSelector('::-p-text(Take this plan)')
}

test('one dog from its arrival to its goodbye, the server killed once and the tab closed once, no step lost, clocks right to the second', async () => {
  const page = await screenOf('Ebba')
  const id = await visitOf(salon.base, 'Pip')
  await page.goto(`${salon.base}visits/${id}/arrival`)
  await shows(page, 'form[aria-label=Arrival]')
  await page.focus('form input')
  await page.keyboard.press('Enter')
  await shows(page, '[data-facing] [data-region]')
  for (const key of ['Digit1', 'KeyR', 'KeyV'] as const) {
    await page.keyboard.press(key)
    await drawn(page)
  }
  await shows(page, '[data-testid=verdict]')
  await page.waitForFunction(() => !document.querySelector<HTMLButtonElement>('[data-testid=take]')?.disabled)
  // A puppy this young is frail in any groom: its owner is asked first.
  const { latestPlan } = await salon.api<Visit>(`/visits/${id}`)
  expect(latestPlan!.needs).toContain('frail-dog')
  await sayYes(latestPlan!.id)
  await page.reload()
  await page.waitForSelector('::-p-text(Take this plan)')
  await click(page, '[data-testid=take]')
  await expect
    .poll(async () => (await salon.api<Visit>(`/visits/${id}`)).acceptedPlan?.acceptedAt ?? null)
    .not.toBeNull()

  await openBench(page, 'Pip')
  await begin(page)
  await saved(page)
  const begun = (await salon.api<BenchDoc>(`/visits/${id}/bench`)).events[0]!
  expect(begun.kind === 'plan' && begun.steps.some(({ product }) => product !== null)).toBe(true)
  // To the first thing that is left on: its clock starts with "done".
  const rows = Object.keys(await statuses(page))
  expect(rows.length).toBeGreaterThan(8)
  await press(page, '[data-testid=start]')
  for (let i = 0; i < rows.length && !(await page.$('[data-testid=timer]')); i++) {
    await finish(page)
  }
  const before = await timerLeft(page)
  const seenAt = Date.now()
  await saved(page)

  await salon.killServer()
  const offline = await step(page)
  await press(page, '[data-testid=done]')
  await page.waitForFunction(
    (was) => document.querySelector('[data-testid=now]')?.getAttribute('data-step') !== was,
    {},
    offline,
  )
  await shows(page, '[data-testid=unsaved]')
  await page.reload()
  await shows(page, '[data-testid=now]')
  expect((await statuses(page))[offline]).toBe('done')
  const expected = before - (Date.now() - seenAt) / 1000
  expect(Math.abs((await timerLeft(page)) - expected)).toBeLessThanOrEqual(1.5)
  // The tab is closed while the server is away, and opened again once it is back.
  await page.close()
  await salon.startServer()
  const again = await screenOf('Ebba')
  await openBench(again, 'Pip')
  await shows(again, '[data-testid=now]')
  await saved(again)
  expect((await statuses(again))[offline]).toBe('done')
  expect(Math.abs((await timerLeft(again)) - (before - (Date.now() - seenAt) / 1000))).toBeLessThanOrEqual(1.5)
  const { events } = await salon.api<BenchDoc>(`/visits/${id}/bench`)
  expect(events.filter((event) => event.kind === 'done' && event.step === offline)).toHaveLength(1)
  await press(again, '[data-testid=timer] button')
  await again.waitForFunction(() => !document.querySelector('[data-testid=timer]'))

  // Something happens: two touches, then what to do.
  await click(again, '::-p-text(Something happened)')
  await click(again, '[role=dialog] ::-p-text(Quicked nail)')
  await shows(again, '[data-testid=first-aid]')
  expect(await again.$eval('[data-testid=first-aid]', (card) => card.textContent)).toMatch(/Styptic.*Vet if/)
  await again.$eval('[role=dialog] [data-region^="front-paw"]', (place) =>
    place.dispatchEvent(new MouseEvent('click', { bubbles: true })),
  )
  await click(again, '[role=dialog] ::-p-text(The owner knows)')
  await click(again, '[role=dialog] .btn-main')

  for (let i = 0; i < rows.length + 4; i++) {
    const open = Object.entries(await statuses(again)).find(([, status]) => status === 'open' || status === 'working')
    if (!open) break
    await finish(again)
  }
  expect(Object.values(await statuses(again)).every((status) => status === 'done')).toBe(true)
  await saved(again)
  await press(again, '[data-testid=to-goodbye]')
  await shows(again, '[data-testid=after]')
  await shows(again, '[data-testid=sign]:not([disabled])')
  await again.type('textarea', 'Good as gold')
  await press(again, '[data-testid=book]')
  await click(again, '[data-testid=sign]')
  await shows(again, '[data-testid=say-goodbye]')
  await click(again, '[data-testid=say-goodbye]')
  await shows(again, '[data-dog=Pip]')
  const goodbye = await salon.api<Goodbye>(`/visits/${id}/goodbye`)
  expect(goodbye.finishedAt).not.toBeNull()
  expect(goodbye.page).toMatchObject({ note: 'Good as gold', checkedBy: 'Ebba', by: ['Ebba'] })
  expect(goodbye.page.incidents).toMatchObject([
    { text: expect.stringContaining('Quicked nail, left front paw'), told: true },
  ])
  expect((await salon.api<Visit>(`/visits/${id}`)).station).toBe('gone')
  // The next visit is in the book, on the day agreed.
  expect(goodbye.nextVisitId).not.toBeNull()
  await again.goto(`${salon.base}?date=${goodbye.page.next.on}`)
  await shows(again, '[data-dog=Pip]')
  await click(again, '[aria-label="The day before"]')
  await again.waitForFunction(() => !document.querySelector('[data-dog=Pip]'))
  expect((await salon.api<Message[]>('/outbox')).some(({ body }) => body.includes('Pip is ready to go home'))).toBe(
    true,
  )

  // It is remembered: found as one types, with this visit on its page.
  await again.type('[data-testid=search]', 'pip')
  await again.waitForSelector('[role=option] ::-p-text(Pip)')
  await again.keyboard.press('Enter')
  await shows(again, `[data-visit="${id}"]`)
  await again.close()
})

test('two people on one dog: both see both, and a step that both finish is finished once', async () => {
  const ebba = await screenOf('Ebba')
  const id = await openBench(ebba, 'Nimbus')
  await begin(ebba)
  await saved(ebba)
  await press(ebba, '[data-testid=start]')
  await saved(ebba)
  const first = await step(ebba)
  const noor = await screenOf('Noor', true)
  await openBench(noor, 'Nimbus')
  await shows(noor, '[data-testid=now]')
  const second = Object.entries(await statuses(noor)).find(([key, status]) => key !== first && status === 'open')![0]
  await press(noor, `[data-step-row="${second}"]`)
  await press(noor, '[data-testid=start]')
  await saved(noor)
  await expect.poll(async () => (await statuses(ebba))[second]).toBe('working')
  expect((await statuses(ebba))[first]).toBe('working')
  // Both finish the same step at once.
  await press(noor, `[data-step-row="${first}"]`)
  await ebba.bringToFront()
  await Promise.all([press(ebba, '[data-testid=done]'), press(noor, '[data-testid=done]')])
  await saved(ebba)
  await saved(noor)
  for (const page of [ebba, noor]) await expect.poll(async () => (await statuses(page))[first]).toBe('done')
  const { events } = await salon.api<BenchDoc>(`/visits/${id}/bench`)
  expect(new Set(events.map(({ by }) => by))).toEqual(new Set([idOf('Ebba'), idOf('Noor')]))
  await ebba.close()
  await noor.close()
})

test('a place found worse: the bench waits for the owner’s yes, then works by the new plan, and what is done stays done', async () => {
  const page = await screenOf('Ebba')
  const id = await visitOf(salon.base, 'Juniper')
  await page.goto(`${salon.base}visits/${id}/verdict`)
  await page.waitForSelector('[data-testid=take]:not([disabled])')
  await agreed(page, id)
  await click(page, '[data-testid=take]')
  await page.waitForSelector('[data-testid=begin]:not([disabled])')
  expect(await page.$eval('[data-testid=how-long]', (said) => said.textContent)).toMatch(
    /^\d+ steps, about \d+ minutes/,
  )
  await begin(page)
  const first = await step(page)
  await press(page, '[data-testid=start]')
  await press(page, '[data-testid=done]')
  await saved(page)
  const planned = Object.keys(await statuses(page))

  // On the verdict an ear is found felted: that is for the owner to say.
  await page.goto(`${salon.base}visits/${id}/verdict`)
  await shows(page, '[data-facing] [data-region="ear-outer.left"]')
  await page.$eval('[data-facing] [data-region="ear-outer.left"]', (place) =>
    place.dispatchEvent(new MouseEvent('click', { bubbles: true })),
  )
  await shows(page, '[role=dialog] fieldset')
  await click(page, '[role=dialog] fieldset button:nth-of-type(5)')
  await shows(page, '[data-testid=what-changed]')
  await openBench(page, 'Juniper')
  await shows(page, '::-p-text(waits for the owner’s yes)')
  expect(await page.$('[data-testid=newer-plan]')).toBeNull()

  const { latestPlan } = await salon.api<Visit>(`/visits/${id}`)
  await sayYes(latestPlan!.id)
  expect(await post(`/plans/${latestPlan!.id}/accept`, {})).toBeLessThan(300)
  await openBench(page, 'Juniper')
  await page.waitForSelector('[data-testid=newer-plan] button')
  await click(page, '[data-testid=newer-plan] button')
  await page.waitForFunction(() => !document.querySelector('[data-testid=newer-plan]'))
  await saved(page)
  await expect.poll(async () => Object.keys(await statuses(page))).not.toEqual(planned)
  expect((await statuses(page))[first]).toBe('done')
  await page.close()
})

/** A picture of one grey pixel, PNG. */
const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg=='

test('a photo taken while the server is away waits on the device, through a closed tab, and arrives', async () => {
  const page = await screenOf('Ebba')
  const id = await visitOf(salon.base, 'Tansy')
  await page.goto(`${salon.base}visits/${id}/goodbye`)
  await shows(page, '[data-testid=after]')
  const file = join(mkdtempSync(join(tmpdir(), 'etude-photo-')), 'after.png')
  writeFileSync(file, Buffer.from(PIXEL, 'base64'))
  await salon.killServer()
  const input = (await page.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>
  await input.uploadFile(file)
  await shows(page, '[data-testid=waiting-photo]')
  await shows(page, '[data-testid=photos-waiting]')
  await page.close()
  const photos = (): Promise<{ kind: string }[]> => salon.api(`/visits/${id}/photos`)
  await salon.startServer()
  expect(await photos()).toEqual([])
  // Any page of the application sends what waits.
  const again = await screenOf('Ebba')
  await again.goto(salon.base)
  await expect.poll(photos).toMatchObject([{ kind: 'after' }])
  await again.waitForFunction(() => !document.querySelector('[data-testid=photos-waiting]'))
  await again.close()
})

test('what comes after a wait is not begun by itself while its clock runs', async () => {
  const page = await screenOf('Noor', true)
  await openBench(page, 'Juniper')
  const rows = await statuses(page)
  const wash = Object.keys(rows).find((key) => key.startsWith('bath:wash'))!
  await press(page, `[data-step-row="${wash}"]`)
  await press(page, '[data-testid=start]')
  await press(page, '[data-testid=done]')
  await shows(page, '[data-testid=timer]')
  const rinse = Object.keys(rows).find((key) => key.startsWith('bath:rinse'))!
  await press(page, `[data-step-row="${rinse}"]`)
  await shows(page, '[data-testid=waits]')
  expect(await page.$eval('[data-testid=waits]', (said) => said.textContent)).toMatch(/stays on \d+:\d\d yet/)
  expect((await statuses(page))[rinse]).toBe('open')
  await press(page, '[data-testid=timer] button')
  await page.waitForFunction(() => !document.querySelector('[data-testid=waits]'))
  await saved(page)
  await page.close()
})

test('a clock that is over sounds on every screen until it is touched', async () => {
  const page = await screenOf('Ebba')
  const id = await visitOf(salon.base, 'Nimbus')
  const { events } = await salon.api<BenchDoc>(`/visits/${id}/bench`)
  const plan = events.find((event) => event.kind === 'plan')!
  const dwell = plan.kind === 'plan' ? plan.steps.find(({ dwellMin }) => dwellMin > 0)! : null
  const at = new Date(Date.now() - 60_000).toISOString()
  await fetch(`${salon.base}api/visits/${id}/bench`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-etude-person': idOf('Ebba') },
    body: JSON.stringify({ events: [{ id: crypto.randomUUID(), at, kind: 'timer', step: dwell!.id, minutes: 0.5 }] }),
  })
  await page.evaluateOnNewDocument(() => {
    const made = { tones: 0 }
    Object.assign(globalThis, { made })
    const start = OscillatorNode.prototype.start
    OscillatorNode.prototype.start = function (...args: [number?]) {
      made.tones++
      return start.apply(this, args)
    }
  })
  await page.goto(`${salon.base}visits/${id}/bench`)
  await shows(page, '[data-testid=timer][data-over=true]')
  // Browsers sound after the first touch only.
  await click(page, '[data-testid=now] h1')
  const tones = (): Promise<number> =>
    page.evaluate(() => (globalThis as unknown as { made: { tones: number } }).made.tones)
  await expect.poll(tones).toBeGreaterThan(2)
  await page.goto(salon.base)
  // Other dogs may have something left on too.
  const nimbus = (await page.waitForSelector('[data-testid=bell] ::-p-text(Nimbus)'))!
  await nimbus.click()
  await page.waitForFunction(() => !document.querySelector('[data-testid=bell]')?.textContent?.includes('Nimbus'))
  await page.close()
})

test('on a phone the bench is one column, with clocks of 40 px and more and buttons for a wet thumb', async () => {
  const page = await screenOf('Ebba')
  await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true })
  await openBench(page, 'Tansy')
  await begin(page)
  const { wide, clocks, buttons } = await page.evaluate(() => ({
    wide: document.documentElement.scrollWidth,
    clocks: [...document.querySelectorAll('[role=timer]')].map((clock) =>
      Number.parseFloat(getComputedStyle(clock).fontSize),
    ),
    buttons: [...document.querySelectorAll<HTMLElement>('[data-testid=now] .btn, [data-testid=to-goodbye]')]
      .filter((button) => button.offsetParent !== null)
      .map((button) => button.getBoundingClientRect().height),
  }))
  expect(wide).toBeLessThanOrEqual(390)
  expect(clocks.length).toBeGreaterThanOrEqual(2)
  for (const px of clocks) expect(px).toBeGreaterThanOrEqual(40)
  for (const px of buttons) expect(px).toBeGreaterThanOrEqual(56)
  await page.close()
})

test('a file that comes in is tried first: what is wrong is told by line and column, what is right is written once said so', async () => {
  const page = await screenOf('Ebba')
  await page.goto(`${salon.base}house/files`)
  await shows(page, '[data-table=clients]')
  const folder = mkdtempSync(join(tmpdir(), 'etude-csv-'))
  const file = (name: string, csv: string): string => {
    writeFileSync(join(folder, name), csv)
    return join(folder, name)
  }
  await click(page, '[data-table=clients] button')
  const input = (await page.waitForSelector('[role=dialog] input[type=file]')) as ElementHandle<HTMLInputElement>
  await input.uploadFile(file('bad.csv', 'name,phone\n,555 1\n'))
  await shows(page, '[data-testid=dry-run]')
  expect(await page.$eval('[data-testid=dry-run]', (said) => said.textContent)).toMatch(
    /Line 2, name: got “”, expected/,
  )
  await input.uploadFile(file('good.csv', 'name,phone\nOttilie Brandt,555 1\n'))
  await page.waitForFunction(() =>
    document.querySelector('[data-testid=dry-run]')?.textContent?.includes('New: Ottilie Brandt'),
  )
  await click(page, '[data-testid=dry-run] .btn-main')
  await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
  const csv = await (await fetch(`${salon.base}api/records/clients/csv`)).text()
  expect(csv).toContain('Ottilie Brandt,555 1')
  await page.close()
})

test('care at home is dragged on the chart and the next visit follows; a tool that is away is left out of plans', async () => {
  const page = await screenOf('Ebba')
  const [juniper] = await salon.api<{ dogId: string }[]>('/search?q=mortimer')
  await page.goto(`${salon.base}dogs/${juniper!.dogId}`)
  await shows(page, '[data-testid=brushing]')
  const weeks = async (): Promise<number> =>
    Number.parseInt(await page.$eval('[data-testid=next-weeks]', (at) => at.textContent!), 10)
  await page.$eval('[data-testid=brushing]', (slider) => (slider as SVGGElement).focus())
  await page.keyboard.press('Home')
  const never = await weeks()
  await page.keyboard.press('End')
  expect(await weeks()).toBeGreaterThanOrEqual(never)
  expect(await page.$eval('[data-testid=brushing]', (slider) => slider.getAttribute('aria-valuenow'))).toBe('7')
  // When it is as long as wanted: sooner for less.
  const reached = (): Promise<string> =>
    page.$eval('[data-testid=regrowth] tbody tr:first-child td:last-child', (cell) => cell.textContent!)
  const type = async (mm: string): Promise<string> => {
    await page.locator('[data-testid=regrowth] tbody tr:first-child input').click({ count: 3 })
    await page.keyboard.type(mm)
    return reached()
  }
  expect(await type('1')).toBe('there already')
  expect(await type('x')).toBe('1 to 600')
  await page.goto(`${salon.base}house/rack`)
  await shows(page, '[data-tool="blade 40"]')
  expect(await page.$eval('[data-tool="blade 40"]', (card) => card.textContent)).toContain('Plans leave it out')
  await page.close()
})
