import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { papersMissing } from '../../contract/api/papers.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server?.close())

const send = async (method: string, path: string, body?: object): Promise<Record<string, unknown>> =>
  (await (await server.send(method, `/api${path}`, body)).json()) as never
const people = async (): Promise<Salon['people']> => (await server.store.salon.read()).people

describe('who works here', () => {
  test('somebody is written down, corrected, leaves and is back; the book keeps what they did', async () => {
    await send('POST', '/people', { name: ' Anouk ', role: 'groomer', experience: 'learner' })
    const [anouk] = await people()
    expect(anouk).toMatchObject({ name: 'Anouk', role: 'groomer', experience: 'learner', left: false, schools: {} })
    const visit = await server.store.visits.add(
      {
        startsAt: NOON.toISOString(),
        slotMinutes: 60,
        personId: anouk!.id,
        owner: { name: 'O', phone: '' },
        dog: { name: 'D', coatType: 'curly', weightKg: 9 },
      },
      anouk!.id,
    )
    const change = (more: object): Promise<Record<string, unknown>> =>
      send('PUT', `/people/${anouk!.id}`, {
        name: 'Anouk',
        role: 'groomer',
        experience: 'practised',
        left: false,
        ...more,
      })
    await change({})
    await change({ left: true })
    expect(await people()).toMatchObject([{ experience: 'practised', left: true }])
    expect((await server.store.visits.read(visit.id)).personId).toBe(anouk!.id)
    // Her name is free meanwhile; once somebody else has it she cannot come back under it.
    await send('POST', '/people', { name: 'anouk', role: 'bather', experience: 'expert' })
    expect(await change({ left: false })).toMatchObject({ status: 409, code: 'name-taken' })
    await change({ name: 'Anouk B', left: false })
    expect((await people()).map(({ name, left }) => [name, left])).toEqual([
      ['Anouk B', false],
      ['anouk', false],
    ])
  })
  test('a name that is taken or none, and a person who is not here, are said', async () => {
    await send('POST', '/people', { name: 'Ferhat', role: 'front', experience: 'expert' })
    expect(await send('POST', '/people', { name: 'FERHAT', role: 'groomer', experience: 'expert' })).toMatchObject({
      status: 409,
      code: 'name-taken',
    })
    expect(await send('POST', '/people', { name: ' ', role: 'boss', experience: 'expert' })).toMatchObject({
      status: 422,
      issues: [{ path: 'name' }, { path: 'role' }],
    })
    const nobody = '00000000-0000-4000-8000-000000000000'
    expect(
      await send('PUT', `/people/${nobody}`, { name: 'X', role: 'front', experience: 'expert', left: false }),
    ).toMatchObject({ status: 404 })
  })
  test('the salon is named, and each change is in the log with who made it', async () => {
    const [who] = await people()
    await server.send('PUT', '/api/settings/name', { name: 'Harbour Row' }, { 'x-etude-person': who!.id })
    expect((await server.store.salon.read()).name).toBe('Harbour Row')
    const [rows] = (await server.store.query(
      "SELECT actor_id, change FROM change_log WHERE entity_id = 'name' ORDER BY id DESC LIMIT 1",
    )) as [{ actor_id: string; change: { to: string } }[]]
    expect(rows[0]).toMatchObject({ actor_id: who!.id, change: { to: 'Harbour Row' } })
  })
  test('papers are asked of every dog; one that holds by its name is enough, one that ran out is not', async () => {
    expect((await server.store.salon.read()).papers).toEqual([])
    await send('PUT', '/settings/papers', { papers: ['Rabies', 'Kennel cough'] })
    const { papers: asked } = await server.store.salon.read()
    const seen = [
      { what: 'rabies, 3 years', until: '2026-03-04' },
      { what: 'Kennel cough', until: '2026-03-03' },
    ]
    expect(papersMissing(asked, seen, '2026-03-04')).toEqual(['Kennel cough'])
    expect(papersMissing(asked, [], '2026-03-04')).toEqual(['Rabies', 'Kennel cough'])
    expect(await send('PUT', '/settings/papers', { papers: [' '] })).toMatchObject({
      status: 422,
      issues: [{ path: 'papers[0]' }],
    })
  })
})
