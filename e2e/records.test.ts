import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Day } from '../contract/api/day.ts'
import type { DogRecord, FoundDog } from '../contract/api/dogs.ts'
import type { Visit } from '../contract/api/visits.ts'
import { click, visitOf } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

const says = (page: Page, selector: string, words: string): Promise<unknown> =>
  page.waitForFunction(
    (where: string, wanted: string) => document.querySelector(where)?.textContent?.includes(wanted),
    {},
    selector,
    words,
  )
const retype = async (page: Page, name: string, text: string): Promise<void> => {
  await (await page.waitForSelector(`[role=dialog] [name="${name}"]`))!.click({ count: 3 })
  await page.keyboard.press('Backspace')
  if (text) await page.keyboard.type(text)
}
const found = async (words: string): Promise<FoundDog[]> => salon.api(`/search?q=${encodeURIComponent(words)}`)
const expected = async (): Promise<{ id: string; name: string }> => {
  const { visits } = await salon.api<Day>('/day')
  const { id, arrival } = visits.find(({ station, calledOff }) => station === 'expected' && !calledOff)!
  return { id, name: arrival.dog.name! }
}

test('a dog of the day is moved, called off, and comes after all', async () => {
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  await page.goto(salon.base)
  const { id, name } = await expected()
  const change = `[aria-label="Change the booking of ${name}"]`
  await click(page, change)
  await page.waitForSelector('[role=dialog] [name=slot]')
  expect(await axeFinds(page)).toEqual([])
  await retype(page, 'slot', '75')
  await page.keyboard.press('Enter')
  await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
  expect((await salon.api<{ slotMinutes: number }>(`/visits/${id}`)).slotMinutes).toBe(75)

  await click(page, change)
  await click(page, '[role=dialog] ::-p-text(Did not come)')
  await says(page, '[data-testid=not-coming]', `${name}, did not come`)
  expect(await page.$(`[data-dog="${name}"]`)).toBeNull()
  expect(await axeFinds(page)).toEqual([])
  await click(page, `[aria-label="${name} comes after all"]`)
  await page.waitForSelector(`[data-dog="${name}"]`)
  await page.close()
})

test('a dog and its owner are put right on its page: name, papers, second telephone, and an entry that is there twice', async () => {
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  const visit = await visitOf(salon.base, 'Juniper')
  const { dogId } = await salon.api<{ dogId: string }>(`/visits/${visit}`)
  await page.goto(`${salon.base}dogs/${dogId}`)
  await click(page, '[data-testid=record] ::-p-text(Correct owner)')
  await retype(page, 'secondPhone', '555 0987')
  expect(await axeFinds(page)).toEqual([])
  await page.keyboard.press('Enter')
  await says(page, '[data-testid=record]', 'or 555 0987')
  expect((await found('5550987')).map((dog) => dog.dogId)).toEqual([dogId])

  await click(page, '[data-testid=record] ::-p-text(Correct dog)')
  await retype(page, 'name', 'Junipera')
  await click(page, '[role=dialog] ::-p-text(Add a paper)')
  await retype(page, 'papers.0.what', 'Rabies')
  await page.$eval('[role=dialog] [name="papers.0.until"]', (field) => {
    const input = field as HTMLInputElement
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, '2024-05-01')
    input.dispatchEvent(new Event('input', { bubbles: true }))
  })
  expect(await axeFinds(page)).toEqual([])
  await click(page, '[role=dialog] [type=submit]')
  await says(page, 'h1', 'Junipera')
  await says(page, '[data-testid=papers]', 'Rabies ran out on')

  // Written down a second time by somebody in a hurry.
  const startsAt = '2031-03-04T09:00:00.000Z'
  await salon.book('Mrs Whitby', { name: 'Junny', coatType: 'curly', weightKg: 9 }, { startsAt })
  await click(page, '[data-testid=record] ::-p-text(Correct dog)')
  await click(page, '[data-testid=find-other]')
  await page.keyboard.type('junny')
  // What was found for its first letters is another dog.
  await says(page, '[role=dialog] [role=option]', 'Junny')
  await page.keyboard.press('Enter')
  await click(page, '[role=dialog] ::-p-text(Junny of Mrs Whitby is this dog)')
  await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
  expect(await found('junny')).toEqual([])
  const record = await salon.api<DogRecord>(`/dogs/${dogId}`)
  expect(record.visits[0]!.startsAt).toBe(startsAt)
  await page.close()
})

test('what is put right on one screen stands on the other, which nobody touched', async () => {
  const [one, other] = [await salon.newPage('light', 'desk'), await salon.newPage('light', 'tablet')]
  const { dogId } = await salon.api<{ dogId: string }>(`/visits/${await visitOf(salon.base, 'Kettle')}`)
  for (const page of [one!, other!]) {
    // Listens once the first screen is shown.
    const listens = page.waitForRequest((request) => request.url().endsWith('/api/changes'))
    await page.goto(`${salon.base}dogs/${dogId}`)
    await listens
  }
  await one!.bringToFront()
  await click(one!, '[data-testid=record] ::-p-text(Correct owner)')
  await retype(one!, 'note', 'Rings at the back door.')
  await one!.keyboard.press('Enter')
  await says(other!, '[data-testid=record]', 'Rings at the back door.')
  // Cut off and back again it reads what it missed.
  await salon.killServer()
  await salon.startServer()
  await click(one!, '[data-testid=record] ::-p-text(Correct owner)')
  await retype(one!, 'note', 'Rings twice.')
  await one!.keyboard.press('Enter')
  await says(other!, '[data-testid=record]', 'Rings twice.')
  await one!.close()
  await other!.close()
})

test('a goodbye said too soon is taken back on its own day', async () => {
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  // Said by hand elsewhere; here it is made today's.
  const [rows] = (await salon.sql(
    `UPDATE goodbyes SET finished_at = now(), next_visit_id = NULL
     WHERE visit_id = (SELECT g.visit_id FROM goodbyes g JOIN visits v ON v.id = g.visit_id ORDER BY v.starts_at DESC, v.id LIMIT 1)
     RETURNING visit_id`,
  )) as [{ visit_id: string }[]]
  const id = rows[0]!.visit_id
  await page.goto(`${salon.base}visits/${id}/goodbye`)
  await click(page, '[data-testid=take-back]')
  await page.waitForSelector('[role=dialog]')
  expect(await axeFinds(page)).toEqual([])
  await click(page, '[role=dialog] ::-p-text(Take it back)')
  await page.waitForSelector('[data-testid=sign]')
  expect((await salon.api<{ station: string }>(`/visits/${id}`)).station).toBe('ready')
  await page.close()
})

test('an owner who asks for it is forgotten by name, with the dog, and found no more', async () => {
  const page = await salon.newPage()
  await page.setBypassCSP(true)
  const { dogId, client } = await salon.api<Visit>(`/visits/${await visitOf(salon.base, 'Biscuit')}`)
  await page.goto(`${salon.base}dogs/${dogId}`)
  await click(page, '[data-testid=record] ::-p-text(Correct owner)')
  await click(page, '[role=dialog] summary')
  expect(await axeFinds(page)).toEqual([])
  await retype(page, 'forget', client.name)
  await click(page, '[role=dialog] ::-p-text(Forget)')
  // The dog is in the salon, or comes today.
  await says(page, '[role=dialog]', 'first')
  await salon.sql(`UPDATE visits SET station = 'gone' WHERE dog_id = '${dogId}'`)
  await click(page, '[role=dialog] ::-p-text(Forget)')
  await page.waitForFunction(() => location.pathname === '/')
  expect((await found(client.name)).filter((one) => one.dogId === dogId)).toEqual([])
  await page.goto(`${salon.base}dogs/${dogId}`)
  await page.waitForSelector('::-p-text(Nothing here)')
  await page.close()
})
