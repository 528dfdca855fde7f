import ICAL from 'ical.js'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Day } from '../../contract/api/day.ts'
import type { DayToPlan, FoundTime, Waiting, WeekDay } from '../../contract/api/planning.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { readDay } from '../../contract/formats/day-file.ts'
import { seeded } from '../../contract/formats/random.ts'
import { daysAfter, instantAt, timeOf } from '../../contract/words/dates.ts'
import { checkDay, DEFAULT_HOUSE, type Day as Planned, planDay, promisesOf } from '../../core/index.ts'
import { madeUpDay } from '../../test/fixtures/days.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer } from '../../test/harness/server.ts'
import { withPlaces } from './laid-out.ts'

/* The made-up salon's day on a real PostgreSQL. */
let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

const json = async <T>(
  path: string,
  [method, body]: [string, unknown?] = ['GET'],
): Promise<{ status: number; body: T }> => {
  const response = await server.send(method, path, body)
  return { status: response.status, body: (await response.json()) as T }
}
const put = (body: object): [string, unknown] => ['PUT', body]
const TODAY = NOON.toISOString().slice(0, 10)

test('the day is a problem that can be planned, and every bound is kept', async () => {
  const { body } = await json<DayToPlan>('/api/day/plan')
  const day = readDay(body.file)
  expect(day.jobs.length).toBeGreaterThan(3)
  expect(body.dogs.some(({ known }) => known === 'seen')).toBe(true)
  expect(body.dogs.some(({ known }) => known === 'last-time')).toBe(true)
  const plan = planDay(day, DEFAULT_HOUSE, { random: seeded(1), goOn: (turns) => turns < 20 })
  expect(checkDay(day, plan.steps).filter(({ code }) => code !== 'noise' && code !== 'inside-too-long')).toEqual([])
})

test('a plan is kept with what was told; one that breaks a bound is refused by name', async () => {
  const { body } = await json<DayToPlan>('/api/day/plan')
  const day = readDay(body.file)
  const plan = planDay(day, DEFAULT_HOUSE, { random: seeded(1), goOn: (turns) => turns < 20 })
  const told = promisesOf(day, plan.steps, DEFAULT_HOUSE, seeded(1), 50).map(({ job, promise, latest }) => ({
    job,
    promise,
    latest,
  }))
  const kept = await json<DayToPlan>('/api/day/plan', put({ date: TODAY, steps: plan.steps, told }))
  expect(kept.status).toBe(200)
  expect(kept.body.kept?.steps).toHaveLength(plan.steps.length)
  // What was told is what the dog is late by from now on.
  const again = readDay(kept.body.file)
  for (const { job, promise } of told) expect(again.jobs.find(({ id }) => id === job)?.due).toBe(promise)
  const broken = plan.steps.map((step) =>
    step.step === 'bath' ? { ...step, start: 0, end: step.end - step.start } : step,
  )
  const refused = await json<{ detail: string }>('/api/day/plan', put({ date: TODAY, steps: broken, told }))
  expect(refused.status).toBe(422)
  expect(refused.body.detail).toMatch(/expected a plan of the day as it is now/)
})

test('a week in minutes: what each half-day holds and what is taken', async () => {
  const { body } = await json<WeekDay[]>('/api/week')
  expect(body).toHaveLength(7)
  const today = body[0]!
  expect(today.date).toBe(TODAY)
  expect(today.visits.length).toBeGreaterThan(3)
  const hands = today.visits.reduce((sum, visit) => sum + visit.hands, 0)
  expect(today.halves[0]!.taken.hands + today.halves[1]!.taken.hands).toBeGreaterThanOrEqual(hands - 2)
  // 2026-03-04 is a Wednesday; the Sunday after it is the last day of a week that begins on Monday.
  const { premises } = await server.store.salon.read()
  await json('/api/settings/premises', put({ ...premises, week: premises.week.with(6, null) }))
  expect((await json<WeekDay[]>('/api/week')).body[4]!).toMatchObject({ date: '2026-03-08', closed: true })
  await json('/api/settings/premises', put(premises))
})

test('three times are found at which every promise still holds, each within what is open', async () => {
  const { body: day } = await json<DayToPlan>('/api/day/plan')
  const visit = day.dogs[0]!
  const { status, body } = await json<FoundTime[]>(`/api/times?visitId=${visit.visitId}&minutes=120`)
  expect(status).toBe(200)
  expect(body).toHaveLength(3)
  for (const time of body) {
    expect(time.moves).toBe(0)
    const hour = new Date(time.startsAt).getHours()
    expect(hour).toBeGreaterThanOrEqual(8)
    expect(Date.parse(time.readyAt)).toBeGreaterThan(Date.parse(time.startsAt))
  }
})

test('a time is found on the days and at the hours at which the people can come', async () => {
  const { body: day } = await json<DayToPlan>('/api/day/plan')
  const asked = `/api/times?visitId=${day.dogs[0]!.visitId}&minutes=120`
  // Tuesdays and Thursdays, brought between one and three.
  const { body } = await json<FoundTime[]>(`${asked}&days=2,4&notBefore=13:00&notAfter=15:00`)
  expect(body.length).toBeGreaterThan(0)
  for (const { startsAt } of body) {
    expect([2, 4]).toContain(new Date(startsAt).getDay())
    expect(timeOf(startsAt) >= '13:00' && timeOf(startsAt) <= '15:00').toBe(true)
  }
  expect((await json<FoundTime[]>(`${asked}&notBefore=22:00`)).body).toEqual([])
  const refused = await json<{ issues: { path: string }[] }>(`${asked}&days=8`)
  expect(refused.status).toBe(422)
  expect(refused.body.issues.map(({ path }) => path)).toEqual(['days'])
})

test('what has begun without a kept plan holds a place all the same, and nobody is sent there', () => {
  const day = madeUpDay({ dogs: 4, people: 4 }, seeded(5))
  const begun: Planned = {
    ...day,
    now: 30,
    jobs: day.jobs.map((job) => ({
      ...job,
      steps: job.steps.map((step) =>
        step.id === 'prepare'
          ? { ...step, begun: { start: 20, end: null, place: null, also: null, person: null, second: null } }
          : step,
      ),
    })),
  }
  const placed = withPlaces(begun, [])
  const at = placed.jobs.flatMap(({ steps }) => steps.flatMap((step) => step.begun?.place ?? []))
  // Four dogs have begun, and there are three tables: nobody knows where the fourth is.
  expect(new Set(at)).toEqual(new Set(['table-1', 'table-2', 'table-3']))
  expect(at).toHaveLength(3)
  const { steps } = planDay(placed, DEFAULT_HOUSE, { random: seeded(1), goOn: (turn) => turn < 5 })
  expect(checkDay(placed, steps).filter(({ code }) => code === 'taken')).toEqual([])
  // Where a plan was kept it is its places.
  const kept = day.jobs.map(({ id }, i) => ({
    job: id,
    step: 'prepare',
    place: `table-${3 - (i % 3)}`,
    also: null,
    person: null,
    second: null,
    start: 20,
    end: 40,
  }))
  expect(withPlaces(begun, kept.slice(0, 1)).jobs[0]!.steps[0]!.begun!.place).toBe('table-3')
  expect(withPlaces(begun, kept.slice(0, 1)).jobs[1]!.steps[0]!.begun!.place).toBe('table-1')
})

test('a closed day, a day off and a dog twice at one time are refused by the database', async () => {
  const { body: day } = await json<DayToPlan>('/api/day/plan')
  const { body: visit } = await json<{ dogId: string; personId: string }>(`/api/visits/${day.dogs[0]!.visitId}`)
  const book = (startsAt: string, personId: string | null = null) =>
    json<{ detail?: string; id?: string }>('/api/visits', [
      'POST',
      { dogId: visit.dogId, startsAt, slotMinutes: 120, personId },
    ])
  expect(
    (await json('/api/days-off', put({ day: '2026-03-20', personId: null, off: true, why: 'painters' }))).status,
  ).toBe(200)
  expect((await json('/api/days-off', put({ day: '2026-03-19', personId: visit.personId, off: true }))).status).toBe(
    200,
  )
  expect(await book('2026-03-20T10:00:00Z')).toMatchObject({
    status: 409,
    body: { detail: 'the salon is closed that day' },
  })
  expect((await book('2026-03-19T10:00:00Z', visit.personId)).status).toBe(409)
  // Two desks at once: one wins, the other is told.
  const both = await Promise.all([book('2026-03-18T10:00:00Z'), book('2026-03-18T11:00:00Z')])
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  expect(both.find(({ status }) => status === 409)!.body.detail).toBe('this dog is booked at that time already')
  // And a day on which somebody is booked is not closed over them.
  expect((await json('/api/days-off', put({ day: '2026-03-18', personId: null, off: true }))).status).toBe(409)
  const off = await json<unknown[]>('/api/days-off', put({ day: '2026-03-20', personId: null, off: false }))
  expect(off.body).toHaveLength(1)
})

test('a row of visits is at the same hour by the clock, over summer time too; where one cannot be none is', async () => {
  const { body: day } = await json<DayToPlan>('/api/day/plan')
  const { body: visit } = await json<{ dogId: string }>(`/api/visits/${day.dogs[1]!.visitId}`)
  const row = (startsAt: string, everyWeeks: number, times: number) =>
    json<{ detail?: string }>('/api/visits', [
      'POST',
      { dogId: visit.dogId, startsAt, slotMinutes: 60, personId: null, repeat: { everyWeeks, times } },
    ])
  const booked = async (date: string): Promise<string[]> =>
    (await json<Day>(`/api/day?date=${date}`)).body.visits
      .filter(({ dogId }) => dogId === visit.dogId)
      .map(({ startsAt }) => timeOf(startsAt))
  const first = instantAt('2026-10-07', '10:00')
  expect((await row(first, 6, 3)).status).toBe(200)
  // Clocks go back on 25 October 2026 in Europe; where they do not it is the same hour anyway.
  for (const date of ['2026-10-07', '2026-11-18', '2026-12-30']) expect(await booked(date)).toEqual(['10:00'])
  await json('/api/days-off', put({ day: '2027-02-03', personId: null, off: true, why: 'painters' }))
  const refused = await row(instantAt('2027-01-06', '10:00'), 4, 3)
  expect(refused.status).toBe(409)
  expect(refused.body.detail).toBe('3 Feb 2027: the salon is closed that day')
  expect(await booked('2027-01-06')).toEqual([])
  expect((await row(first, 0, 3)).status).toBe(422)
})

test('dogs wait for a place, those whose coat needs it most first, until they are booked or given up', async () => {
  const { visits } = (await json<Day>('/api/day')).body
  const dogOf = (name: string): string => visits.find(({ arrival }) => arrival.dog.name === name)!.dogId
  const wait = (dogId: string, minutes = 90) =>
    json<Waiting[]>('/api/waiting', ['POST', { dogId, minutes, wishes: { days: [3], notAfter: '11:00' } }])
  // Bramble was here before and mats; a dog of tomorrow was never groomed here.
  const tomorrow = (await json<Day>(`/api/day?date=${daysAfter(TODAY, 1)}`)).body.visits
  const never = tomorrow[0]!.dogId
  await wait(never)
  const { body } = await wait(dogOf('Bramble'))
  expect(body.map(({ dogId }) => dogId)).toEqual([dogOf('Bramble'), never])
  expect(body[0]!.need!.index).toBeGreaterThan(0)
  expect(body[1]).toMatchObject({ need: null, wishes: { days: [3], notBefore: null, notAfter: '11:00' } })
  // Said twice it waits once, as it was said last.
  const twice = await wait(never, 120)
  expect(twice.body.filter(({ dogId }) => dogId === never).map(({ minutes }) => minutes)).toEqual([120])
  const booked = await json('/api/visits', [
    'POST',
    { dogId: never, startsAt: instantAt('2026-03-25', '10:00'), slotMinutes: 60, personId: null },
  ])
  expect(booked.status).toBe(200)
  const left = (await json<Waiting[]>('/api/waiting')).body
  expect(left.map(({ dogId }) => dogId)).toEqual([dogOf('Bramble')])
  expect((await json<Waiting[]>(`/api/waiting/${left[0]!.id}/leave`, ['POST', {}])).body).toEqual([])
  expect((await wait(never, 5)).status).toBe(422)
})

test('what is booked is followed by a secret link, read back by another reader; a new link shuts the old', async () => {
  const { body: salon } = await json<Salon>('/api/salon')
  const noor = salon.people.find(({ name }) => name === 'Noor')!
  const make = async (personId: string | null): Promise<string> =>
    (await json<{ path: string }>('/api/feeds', ['POST', { personId }])).body.path
  const eventsAt = async (path: string): Promise<InstanceType<typeof ICAL.Event>[]> => {
    const response = await server.send('GET', path)
    expect(response.headers.get('content-type')).toContain('text/calendar')
    const read = new ICAL.Component(ICAL.parse(await response.text()))
    return read.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
  }
  const path = await make(noor.id)
  const hers = await eventsAt(path)
  const { body: day } = await json<DayToPlan>('/api/day/plan')
  const all = await eventsAt(await make(null))
  expect(hers.length).toBeGreaterThan(3)
  expect(all.length).toBeGreaterThan(hers.length)
  const first = all.find(({ uid }) => uid === `visit-${day.dogs[0]!.visitId}`)!
  expect(first.startDate.toJSDate().toISOString()).toBe(day.dogs[0]!.startsAt)
  expect(first.duration.toSeconds()).toBe(day.dogs[0]!.slotMinutes * 60)
  expect(first.summary).toContain(day.dogs[0]!.name)
  expect(JSON.stringify(all.map(({ summary, description }) => [summary, description]))).not.toContain('555')
  await make(noor.id)
  expect((await server.send('GET', path)).status).toBe(404)
})
