import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Day } from '../../contract/api/day.ts'
import type { DogRecord, FoundDog } from '../../contract/api/dogs.ts'
import type { Problem } from '../../contract/api/problem.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server?.close())

const send = async <T>(method: string, path: string, body?: object): Promise<T> =>
  (await (await server.send(method, `/api${path}`, body)).json()) as T
const later = (days: number, hour = 9): string => new Date(Date.UTC(2026, 2, 4 + days, hour)).toISOString()
const book = (name: string, owner: string, more: object = {}): Promise<Visit> =>
  send('POST', '/visits', {
    startsAt: later(0),
    slotMinutes: 120,
    personId: null,
    owner: { name: owner, phone: '555 0101' },
    dog: { name, breed: 'samoyed', coatType: 'double', weightKg: 24 },
    ...more,
  })
const life = (id: string): Promise<DogRecord> => send('GET', `/dogs/${id}`)
const find = async (q: string): Promise<string[]> =>
  (await send<FoundDog[]>('GET', `/search?q=${encodeURIComponent(q)}`)).map(({ dogId }) => dogId)
const dog = (record: DogRecord, more: object = {}): object => ({
  name: record.name,
  breed: record.breed,
  rests: record.rests,
  papers: record.papers,
  ...more,
})
const owner = ({ client: { id: _, ...fields } }: DogRecord, more: object = {}): object => ({ ...fields, ...more })

describe('put right on its page', () => {
  test('a name and a breed, at the visit to come and in the search; pages that were given out stay', async () => {
    const { id, dogId, arrivalRevision } = await book('Snwo', 'Petra Lind')
    const record = await life(dogId)
    const put = await send<DogRecord>(
      'PUT',
      `/dogs/${dogId}`,
      dog(record, { name: 'Snow', breed: 'samoyed+labrador-retriever' }),
    )
    expect(put).toMatchObject({
      name: 'Snow',
      breed: 'samoyed+labrador-retriever',
      dog: { name: 'Snow', breed: 'samoyed+labrador-retriever' },
    })
    const visit = await send<Visit>('GET', `/visits/${id}`)
    expect(visit.arrival.dog).toMatchObject({ name: 'Snow', coatType: 'double', weightKg: 24 })
    // Whoever has its arrival open is told.
    expect(visit.arrivalRevision).toBe(arrivalRevision + 1)
    expect(await find('snow')).toEqual([dogId])
    expect(await find('snwo')).toEqual([])
  })
  test('a name that could end a statement is a name: quotes and backslashes come back as they were', async () => {
    const { id, dogId } = await book('Q', 'Quote Owner')
    const name = `O'Malley\\'); DROP TABLE dogs; --`
    await send('PUT', `/dogs/${dogId}`, dog(await life(dogId), { name }))
    expect((await send<Visit>('GET', `/visits/${id}`)).arrival.dog.name).toBe(name)
  })
  test('an owner: both telephones are searched, and every dog of theirs shows it', async () => {
    const first = await book('Abel', 'Mrs Tun')
    const second = await book('Cain', '', { owner: undefined, clientId: first.client.id })
    expect(second.client.id).toBe(first.client.id)
    const record = await life(first.dogId)
    expect(record.others).toEqual([{ id: second.dogId, name: 'Cain' }])
    await send(
      'PUT',
      `/dogs/${first.dogId}/owner`,
      owner(record, { name: 'Ms Tun', secondPhone: '555 0999', email: 'tun@example.com', note: 'Rings twice.' }),
    )
    expect((await life(second.dogId)).client).toMatchObject({ name: 'Ms Tun', secondPhone: '555 0999' })
    expect((await find('5550999')).sort()).toEqual([first.dogId, second.dogId].sort())
    expect((await find('5550101')).length).toBeGreaterThan(1)
    const [log] = (await server.store.query(
      `SELECT change FROM change_log WHERE entity = 'client' AND entity_id = '${first.client.id}' AND action = 'corrected'`,
    )) as [{ change: { from: object; to: object } }[]]
    expect(log[0]!.change).toMatchObject({ from: { name: 'Mrs Tun' }, to: { name: 'Ms Tun' } })
  })
  test('papers with a date; what is none is said where it stands', async () => {
    const { dogId } = await book('Vax', 'V')
    const papers = [{ what: 'Rabies', until: '2027-01-31' }]
    expect((await send<DogRecord>('PUT', `/dogs/${dogId}`, dog(await life(dogId), { papers }))).papers).toEqual(papers)
    const wrong = await send<Problem>(
      'PUT',
      `/dogs/${dogId}`,
      dog(await life(dogId), { papers: [{ what: ' ', until: '31.1.' }] }),
    )
    expect(wrong.issues?.map(({ path }) => path)).toEqual(['papers[0].what', 'papers[0].until'])
    expect((await life(dogId)).papers).toEqual(papers)
  })
  test('a dog that died comes no more: its visits to come are off, and nobody books it by mistake', async () => {
    const { id, dogId } = await book('Old Finn', 'Rook')
    await send('PUT', `/dogs/${dogId}`, dog(await life(dogId), { rests: 'died' }))
    expect((await send<Visit>('GET', `/visits/${id}`)).calledOff).toBe('cancelled')
    const again = { dogId, startsAt: later(7), slotMinutes: 60, personId: null }
    expect(await send<Problem>('POST', '/visits', again)).toMatchObject({ status: 409, code: 'too-late' })
    await send('PUT', `/dogs/${dogId}`, dog(await life(dogId), { rests: null }))
    expect((await send<Visit>('POST', '/visits', again)).arrival.dog.name).toBe('Old Finn')
  })
})

describe('twice in the book', () => {
  test('the same dog: visits, papers and the other telephone come together, and the other goes', async () => {
    const one = await book('Moss', 'Ada Fenn')
    const other = await book('Moss', 'A. Fenn', { startsAt: later(9), owner: { name: 'A. Fenn', phone: '555 0202' } })
    await send(
      'PUT',
      `/dogs/${other.dogId}`,
      dog(await life(other.dogId), { papers: [{ what: 'Rabies', until: '2027-01-31' }] }),
    )
    const merged = await send<DogRecord>('POST', `/dogs/${one.dogId}/merge`, { otherId: other.dogId })
    expect(merged.visits.map(({ id }) => id)).toEqual([other.id, one.id])
    expect(merged).toMatchObject({
      papers: [{ what: 'Rabies' }],
      client: { name: 'Ada Fenn', phone: '555 0101', secondPhone: '555 0202' },
    })
    expect(await send<Problem>('GET', `/dogs/${other.dogId}`)).toMatchObject({ status: 404 })
    const [left] = (await server.store.query(
      `SELECT count(*)::int AS n FROM clients WHERE id = '${other.client.id}'`,
    )) as [{ n: number }[]]
    expect(left[0]!.n).toBe(0)
    // Merged by two at once it is merged once.
    expect(await send<Problem>('POST', `/dogs/${one.dogId}/merge`, { otherId: other.dogId })).toMatchObject({
      status: 404,
    })
  })
  test('two that are here at once, and a dog with itself, stay two', async () => {
    const one = await book('Pip', 'P')
    const other = await book('Pip', 'P2')
    for (const { id } of [one, other]) await send('PUT', `/visits/${id}/station`, { station: 'arrived' })
    const merge = (otherId: string): Promise<Problem> => send('POST', `/dogs/${one.dogId}/merge`, { otherId })
    expect(await merge(other.dogId)).toMatchObject({ status: 409, code: 'cannot-merge' })
    expect(await merge(one.dogId)).toMatchObject({ status: 409, code: 'cannot-merge' })
  })
  test('the same owner: all dogs are theirs, notes are kept, and each change says who was there', async () => {
    const one = await book('Tick', 'Jo Marr', { owner: { name: 'Jo Marr', phone: '555 1', note: 'Pays cash.' } })
    const other = await book('Tock', 'J Marr', { owner: { name: 'J Marr', phone: '555 2', note: 'Wary of men.' } })
    const merged = await send<DogRecord>('POST', `/dogs/${one.dogId}/merge-owner`, { otherId: other.dogId })
    expect(merged).toMatchObject({
      others: [{ name: 'Tock' }],
      client: { name: 'Jo Marr', phone: '555 1', secondPhone: '555 2', note: 'Pays cash.\nWary of men.' },
    })
    expect(await send<Problem>('POST', `/dogs/${one.dogId}/merge-owner`, { otherId: other.dogId })).toMatchObject({
      code: 'cannot-merge',
    })
  })
})

describe('a visit in the book', () => {
  const today = async (): Promise<Day> => send('GET', '/day?date=2026-03-04')
  test('is moved to another time, slot and person, and not once the dog is here', async () => {
    const { id } = await book('Juno', 'J')
    const to = { startsAt: later(2, 14), slotMinutes: 90, personId: null }
    const moved = await send<Visit>('PUT', `/visits/${id}/booking`, to)
    expect(moved).toMatchObject({ startsAt: to.startsAt, slotMinutes: 90, arrival: { slot: { minutes: 90 } } })
    expect((await today()).visits.some((visit) => visit.id === id)).toBe(false)
    await send('PUT', `/visits/${id}/station`, { station: 'arrived' })
    expect(await send<Problem>('PUT', `/visits/${id}/booking`, to)).toMatchObject({ status: 409, code: 'too-late' })
  })
  test('is called off, and takes place after all; a dog that came did not stay away', async () => {
    const { id, dogId } = await book('Kelp', 'K')
    const off = (as: string | null): Promise<Visit & Problem> => send('PUT', `/visits/${id}/called-off`, { as })
    const ill = await send<Visit>('PUT', `/visits/${id}/called-off`, { as: 'by-us', why: 'Noor is ill' })
    expect(ill).toMatchObject({ calledOff: 'by-us', calledOffWhy: 'Noor is ill' })
    expect((await life(dogId)).visits[0]).toMatchObject({ calledOff: 'by-us', calledOffWhy: 'Noor is ill' })
    expect((await off(null)).calledOffWhy).toBe('')
    expect((await off('no-show')).calledOff).toBe('no-show')
    expect((await today()).visits.find((visit) => visit.id === id)?.calledOff).toBe('no-show')
    expect((await life(dogId)).visits[0]!.calledOff).toBe('no-show')
    // It does not count as a visit: nothing to mix for, nothing it was like before.
    expect(
      (await send<{ dogs: { visitId: string }[] }>('GET', '/day/prep?date=2026-03-04')).dogs.map((it) => it.visitId),
    ).not.toContain(id)
    const next = await send<Visit>('POST', '/visits', { dogId, startsAt: later(3), slotMinutes: 60, personId: null })
    expect(next.arrival.dog.visitsSoFar ?? 0).toBe(0)
    expect(next.past).toEqual([])
    expect((await off(null)).calledOff).toBeNull()
    await off('cancelled')
    // It stands at the door.
    const visit = await send<Visit>('GET', `/visits/${id}`)
    const came = await send<Visit>('PUT', `/visits/${id}/arrival`, {
      baseRevision: visit.arrivalRevision,
      arrival: visit.arrival,
    })
    expect(came).toMatchObject({ station: 'arrived', calledOff: null })
    expect(await off('no-show')).toMatchObject({ status: 409, code: 'too-late' })
    expect((await off('cancelled')).calledOff).toBe('cancelled')
  })
  test('a name that is put right at the arrival is the one it is looked for by', async () => {
    const { id, dogId, arrival, arrivalRevision } = await book('Brunno', 'B')
    await send('PUT', `/visits/${id}/arrival`, {
      baseRevision: arrivalRevision,
      arrival: { ...arrival, dog: { ...arrival.dog, name: 'Bruno' } },
    })
    expect((await life(dogId)).name).toBe('Bruno')
    expect(await find('bruno')).toEqual([dogId])
  })
  test('is another dog of an owner who is not here: refused by name', async () => {
    const nobody = '00000000-0000-4000-8000-000000000000'
    expect(await book('X', '', { owner: undefined, clientId: nobody })).toMatchObject({ status: 422 })
    expect(NOON.toISOString()).toBe('2026-03-04T12:00:00.000Z')
  })
})
