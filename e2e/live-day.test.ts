import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { DayToPlan } from '../contract/api/planning.ts'
import type { Salon as SalonDoc } from '../contract/api/salon.ts'
import type { Visit } from '../contract/api/visits.ts'
import { daysAfter, timeText } from '../contract/words/dates.ts'
import { click, shows } from './browser.ts'
import { openSalon, type Salon } from './salon.ts'

/** Less than this nobody calls about, min; as the screen has it. */
const WORTH_SAYING = 5
const MINUTE_MS = 60_000

let salon: Salon
let tomorrow: string
beforeAll(async () => {
  salon = await openSalon()
  tomorrow = daysAfter((await salon.api<DayToPlan>('/day/plan')).date, 1)
})
afterAll(() => salon?.close())

const planOfTomorrow = (): Promise<DayToPlan> => salon.api<DayToPlan>(`/day/plan?date=${tomorrow}`)

/** What a screen says: by when each dog is promised, and whose people are to be called. */
const said = (page: Page): Promise<{ promised: Record<string, string>; called: string[]; looking: boolean }> =>
  page.evaluate(() => ({
    promised: Object.fromEntries(
      [...document.querySelectorAll('[data-testid=strands] [role=button]')].flatMap((strand) => {
        const [, dog, at] = /^([^:]+):.*promised by (\d\d:\d\d)/.exec(strand.getAttribute('aria-label') ?? '') ?? []
        return dog && at ? [[dog, at]] : []
      }),
    ),
    called: [...document.querySelectorAll('[data-testid=call-now] li p:last-child')]
      .map((words) => /“(.+) will be ready/.exec(words.textContent ?? '')?.[1] ?? '?')
      .sort(),
    looking: document.querySelector('[data-testid=day-sentence]')?.textContent?.includes('Looking') ?? true,
  }))

type Promised = Readonly<Record<string, string>>

/**
 * Waits until a screen has planned anew and names those, and only those, whose dog is later than they were told.
 * @param heard whether the screen knows of what happened, by what it promises
 */
async function callsWhoIsLate(page: Page, heard: (promised: Promised) => boolean = () => true): Promise<string[]> {
  const { kept, dogs, opensAt } = await planOfTomorrow()
  const at = (minutes: number): string => timeText(new Date(Date.parse(opensAt) + minutes * MINUTE_MS))
  const told = kept!.told.flatMap(({ job, promise }) => {
    const dog = dogs.find(({ visitId }) => visitId === job)
    return dog ? [{ name: dog.name, until: at(promise + WORTH_SAYING) }] : []
  })
  let last: Awaited<ReturnType<typeof said>> | null = null
  await expect
    .poll(
      async () => {
        last = await said(page)
        const { promised, called, looking } = last
        const later = told.filter(({ name, until }) => promised[name] !== undefined && promised[name] > until)
        const names = later.map(({ name }) => name).sort()
        return !looking && heard(promised) && names.join() === called.join()
      },
      { timeout: 60_000, interval: 200 },
    )
    .toBe(true)
  return last!.called
}

const change = (page: Page, path: string, method: string, body: object): Promise<number> =>
  page.evaluate(
    (at: string, how: string, what: string) =>
      fetch(`/api${at}`, { method: how, headers: { 'content-type': 'application/json' }, body: what }).then(
        ({ status }) => status,
      ),
    path,
    method,
    JSON.stringify(body),
  )

/** Keeps what a screen shows. Another screen may have found a better plan meanwhile: what was told holds in that too. */
async function keepOn(page: Page): Promise<void> {
  const keptAt = async (): Promise<string | undefined> => (await planOfTomorrow()).kept?.keptAt
  const before = await keptAt()
  await click(page, '::-p-text(Keep this plan)')
  await expect.poll(keptAt).not.toBe(before)
}

test('a day with two late dogs, one that does not come and a dryer that fails: every promise that changes is told', async () => {
  const [desk, tubs] = [await salon.newPage(), await salon.newPage('light', 'at the tubs')]
  for (const page of [desk, tubs]) {
    await page.goto(`${salon.base}plan?date=${tomorrow}`)
    await shows(page, '[data-testid=strands] [role=button]')
  }
  await keepOn(desk)
  expect(await callsWhoIsLate(tubs)).toEqual([])
  const { promised: before } = await said(tubs)

  const { dogs } = await planOfTomorrow()
  const named = (name: string) => dogs.find((dog) => dog.name === name)!
  const lateBy = async (name: string, minutes: number): Promise<void> => {
    const visit = await salon.api<Visit>(`/visits/${named(name).visitId}`)
    const startsAt = new Date(Date.parse(visit.startsAt) + minutes * MINUTE_MS).toISOString()
    const { slotMinutes, personId } = visit
    expect(await change(desk, `/visits/${visit.id}/booking`, 'PUT', { startsAt, slotMinutes, personId })).toBe(200)
  }
  // Two dogs come an hour late.
  await lateBy('Wendell', 60)
  await lateBy('Truffle', 50)
  const late = await callsWhoIsLate(
    tubs,
    ({ Wendell, Truffle }) => Wendell! > before.Wendell! && Truffle! > before.Truffle!,
  )
  expect(late).toContain('Wendell')

  // One does not come at all: the others are not later for it.
  expect(await change(desk, `/visits/${named('Gulliver').visitId}/called-off`, 'PUT', { as: 'cancelled' })).toBe(200)
  const withoutGulliver = ({ Gulliver }: Promised): boolean => Gulliver === undefined
  const fewer = await callsWhoIsLate(tubs, withoutGulliver)

  // A dryer fails in the middle of it.
  const { equipment } = await salon.api<SalonDoc>('/salon')
  const [, ...dryers] = equipment.dryers
  expect(await change(desk, '/settings/equipment', 'PUT', { ...equipment, dryers })).toBe(200)
  await tubs.waitForFunction(
    (name: string) => !document.querySelector('[data-testid=strands]')?.textContent?.includes(name),
    {},
    equipment.dryers[0]!.name,
  )
  const more = await callsWhoIsLate(tubs, withoutGulliver)
  expect(more.length).toBeGreaterThanOrEqual(Math.min(fewer.length, 1))

  // Everybody was called: what is kept now is what they were told, on both screens.
  await desk.bringToFront()
  await callsWhoIsLate(desk, withoutGulliver)
  await keepOn(desk)
  expect(await callsWhoIsLate(tubs, withoutGulliver)).toEqual([])
  expect((await planOfTomorrow()).kept!.told).toHaveLength(dogs.length - 1)
  for (const page of [desk, tubs]) await page.close()
})
