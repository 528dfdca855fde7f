import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Before, BeforeAnswers, BeforePage } from '../../contract/api/before.ts'
import type { Message } from '../../contract/api/consent.ts'
import type { Problem } from '../../contract/api/problem.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { DEFAULT_HOUSE, REGION_SIDES } from '../../core/index.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

const MS_PER_HOUR = 3_600_000
const ANSWERS: BeforeAnswers = {
  weightKg: 9.5,
  weeksSince: 13,
  brushing: { perWeek: 1, toSkin: false },
  comb: { 'behind-ears': 'not-in', armpits: 'stops', belly: 'through' },
  wish: { keepLength: 2 },
  health: ['arthritis'],
  news: 'A lump on the left side.',
}

let days = 2
/** A wool dog in the book, some days ahead. */
async function booked(hours = ++days * 24): Promise<Visit> {
  return server.store.visits.add(
    {
      startsAt: new Date(NOON.getTime() + hours * MS_PER_HOUR).toISOString(),
      slotMinutes: 60,
      personId: null,
      owner: { name: 'Ottoline Reed', phone: '555 0199' },
      dog: { name: 'Wick', coatType: 'curly', weightKg: 8, ageMonths: 40, lengthMm: { body: 60, legs: 60 } },
    },
    null,
  )
}
const linkTo = async ({ id }: Pick<Visit, 'id'>): Promise<string> => {
  const told = async (): Promise<Message[]> =>
    (await server.store.consents.messages()).filter(({ link }) => link.startsWith('/b/'))
  const known = new Set((await told()).map((message) => message.id))
  await server.send('POST', `/api/visits/${id}/before`, '{}')
  return (await told()).find((message) => !known.has(message.id))!.link.slice('/b/'.length)
}
const read = async <T>(path: string): Promise<T> => (await (await server.send('GET', `/api${path}`)).json()) as T
const send = (token: string, what: 'answer' | 'change', body: unknown): Promise<Response> =>
  server.send('POST', `/api/before/${token}/${what}`, JSON.stringify(body))

describe('before the visit the owner', () => {
  test('is asked by a link, answers, and the salon sees what is to be expected', async () => {
    const visit = await booked()
    expect(await read(`/visits/${visit.id}/before`)).toEqual({ before: null })
    const token = await linkTo(visit)
    const page = await read<BeforePage>(`/before/${token}`)
    expect(page).toMatchObject({ name: 'Wick', answers: null, wants: '', mayChange: true, expects: null })
    expect(page.patterns.length).toBeGreaterThan(3)
    const answered = await send(token, 'answer', ANSWERS)
    expect(answered.status).toBe(200)
    expect((await answered.json()) as BeforePage).toMatchObject({ answers: ANSWERS, expects: { minutes: {} } })
    const { before } = await read<{ before: Before }>(`/visits/${visit.id}/before`)
    expect(before.answers).toEqual(ANSWERS)
    expect(before.foretold!.lookFirst).toEqual(['behind-ears', 'armpits'])
    expect(before.foretold!.slotMinutes).toBeGreaterThan(60)
    expect(
      (await read<{ dogs: { visitId: string; known: string }[] }>(`/day/plan?date=${visit.startsAt.slice(0, 10)}`))
        .dogs,
    ).toContainEqual(expect.objectContaining({ visitId: visit.id, known: 'told' }))
  })

  test('answers again as often as they like until the dog is here; a link sent anew shuts the old', async () => {
    const visit = await booked()
    const first = await linkTo(visit)
    expect((await send(first, 'answer', ANSWERS)).status).toBe(200)
    expect((await send(first, 'answer', { ...ANSWERS, weightKg: 10 })).status).toBe(200)
    const second = await linkTo(visit)
    expect(second).not.toBe(first)
    expect((await send(first, 'answer', ANSWERS)).status).toBe(404)
    expect(await read<BeforePage>(`/before/${second}`)).toMatchObject({ answers: { weightKg: 10 } })
    await server.store.visits.setStation(visit.id, 'arrived', null)
    expect((await server.send('GET', `/api/before/${second}`)).status).toBe(410)
    expect((await send(second, 'answer', ANSWERS)).status).toBe(410)
    expect((await server.send('POST', `/api/visits/${visit.id}/before`, '{}')).status).toBe(409)
  })

  test('calls the visit off, or asks for another time, until it is too close', async () => {
    const visit = await booked()
    const token = await linkTo(visit)
    expect(((await (await send(token, 'change', { wants: 'another-time' })).json()) as BeforePage).wants).toBe(
      'another-time',
    )
    expect((await server.store.visits.read(visit.id)).calledOff).toBeNull()
    expect(((await (await send(token, 'change', { wants: 'cancelled' })).json()) as BeforePage).wants).toBe('cancelled')
    expect((await server.store.visits.read(visit.id)).calledOff).toBe('cancelled')
    const close = await linkTo(await booked(DEFAULT_HOUSE['before.change-hours'] - 1))
    expect(await read<BeforePage>(`/before/${close}`)).toMatchObject({ mayChange: false })
    const refused = await send(close, 'change', { wants: 'cancelled' })
    expect(refused.status).toBe(409)
    expect(((await refused.json()) as Problem).detail).toContain('call the salon')
  })

  test('is refused by field what cannot be: a place that is none, a weight of nothing', async () => {
    const token = await linkTo(await booked())
    const refused = await send(token, 'answer', { ...ANSWERS, weightKg: 0, comb: { 'behind-ears': 'maybe' } })
    expect(refused.status).toBe(422)
    const { issues } = (await refused.json()) as Problem
    expect(issues!.map(({ path }) => path)).toEqual(['weightKg', 'comb.behind-ears'])
  })

  test('is reminded once of a visit tomorrow, and once more when it is moved', async () => {
    const visit = await booked(20)
    const mine = async (): Promise<number> =>
      (await server.store.consents.messages()).filter(({ body }) => body.includes('Wick')).length
    const before = await mine()
    await server.store.before.remind()
    expect(await mine()).toBe(before + 2)
    await server.store.before.remind()
    expect(await mine()).toBe(before + 2)
    const { slotMinutes, personId } = visit
    const startsAt = new Date(NOON.getTime() + 22 * MS_PER_HOUR).toISOString()
    await server.store.visits.move(visit.id, { startsAt, slotMinutes, personId }, null)
    await server.store.before.remind()
    expect(await mine()).toBe(before + 3)
    const [newest] = await server.store.consents.messages()
    expect(newest!.body).toContain('see you on')
  })

  test('what was found teaches how far their words are from the comb', async () => {
    const salon = await server.store.salon.read()
    const before = await server.store.before.ownersWord(salon)
    const visit = await booked()
    const rosy: BeforeAnswers['comb'] = { 'behind-ears': 'through', armpits: 'through', belly: 'through' }
    await send(await linkTo(visit), 'answer', { ...ANSWERS, comb: rosy })
    const changes = REGION_SIDES.map(({ region, side }) => ({ region, side, set: { mat: 3 as const } }))
    await server.store.assessments.score(visit.assessment.id, { batchId: randomUUID(), baseRevision: 0, changes }, null)
    const after = await server.store.before.ownersWord(salon)
    expect(after.places).toBe(before.places + 3)
    expect(after.bias).toBeGreaterThan(before.bias)
  })
})
