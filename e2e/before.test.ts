import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Before } from '../contract/api/before.ts'
import type { Message } from '../contract/api/consent.ts'
import type { Day } from '../contract/api/day.ts'
import { daysAfter } from '../contract/words/dates.ts'
import { click, shows } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

let salon: Salon
beforeAll(async () => {
  salon = await openSalon()
})
afterAll(() => salon?.close())

test('the desk asks, the owner answers six questions on a phone, and desk and look know where to put hands first', async () => {
  const { date } = await salon.api<Day>('/day')
  const { visits } = await salon.api<Day>(`/day?date=${daysAfter(date, 1)}`)
  const clementine = visits.find(({ arrival }) => arrival.dog.name === 'Clementine')!
  // Far enough ahead to be called off by the owner at whatever hour this runs.
  await salon.sql(`UPDATE visits SET starts_at = starts_at + interval '3 days' WHERE id = '${clementine.id}'`)
  const then = daysAfter(date, 4)

  const desk = await salon.newPage()
  await desk.goto(`${salon.base}?date=${then}`)
  await shows(desk, '[data-dog=Clementine]')
  await click(desk, '[aria-label="Change the booking of Clementine"]')
  await shows(desk, '[data-testid=before-visit]')
  await click(desk, '[role=dialog] ::-p-text(Ask the owner)')
  await desk.waitForSelector('::-p-text(no answer yet)')

  const { link } = (await salon.api<Message[]>('/outbox')).find(({ body }) => body.includes('Clementine'))!
  const phone = await salon.newPage('light', 'phone')
  await phone.setBypassCSP(true)
  await phone.setViewport({ width: 390, height: 844, hasTouch: true })
  await phone.goto(`${salon.base}${link.slice(1)}`)
  await shows(phone, '[data-testid=before-page]')
  expect(await axeFinds(phone)).toEqual([])
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await phone.type('[aria-label="Weight in kilograms"]', '10,5')
  await click(phone, '::-p-text(Three months)')
  await click(phone, '::-p-text(Once a week)')
  await click(phone, '[aria-labelledby] ::-p-text(Not at all)')
  // What was said and not sent is still there when the phone was put away.
  await phone.reload()
  await shows(phone, '[data-testid=before-page]')
  expect(await phone.$eval('[aria-label="Weight in kilograms"]', (box) => (box as HTMLInputElement).value)).toBe('10.5')
  await click(phone, '::-p-text(Send to the salon)')
  await shows(phone, '[data-testid=thanks]')

  const { before } = await salon.api<{ before: Before }>(`/visits/${clementine.id}/before`)
  expect(before.answers).toMatchObject({
    weightKg: 10.5,
    weeksSince: 13,
    brushing: { perWeek: 1 },
    comb: { 'behind-ears': 'not-in' },
  })
  expect(before.foretold!.lookFirst).toEqual(['behind-ears'])
  // The desk, which nobody touched, shows what is to be expected.
  await shows(desk, '[data-testid=foretold]')
  await desk.goto(`${salon.base}visits/${clementine.id}/arrival`)
  await click(desk, '::-p-text(Take it into the arrival)')
  expect(await desk.$$eval('input', (boxes) => boxes.map(({ value }) => value))).toContain('10.5')
  await desk.goto(`${salon.base}visits/${clementine.id}/look`)
  await shows(desk, '[data-testid=look-first]')

  // In the units of the salon, whatever the owner's telephone is set to.
  await salon.api('/settings/units', 'PUT', { units: 'us' })
  await phone.reload()
  await shows(phone, '[aria-label="Weight in pounds"]')
  expect(await phone.$eval('[aria-label="Weight in pounds"]', (box) => (box as HTMLInputElement).value)).toBe('23.1')

  await click(phone, '::-p-text(Call the visit off)')
  await click(phone, '::-p-text(Yes, call it off)')
  await shows(phone, '[data-testid=called-off]')
  const after = await salon.api<Day>(`/day?date=${then}`)
  expect(after.visits.find(({ id }) => id === clementine.id)!.calledOff).toBe('cancelled')
})
