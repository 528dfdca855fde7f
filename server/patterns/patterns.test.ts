import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { SalonPattern } from '../../contract/api/patterns.ts'
import type { OwnPattern } from '../../contract/formats/patterns-file.ts'
import { type TestServer, testServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server?.close())

const own = (name: string, more: Partial<OwnPattern> = {}): OwnPattern => ({
  name,
  coats: ['curly'],
  puppy: false,
  perWeek: 2,
  weeks: 7,
  pattern: { body: { shape: 'length', mm: 10 }, feet: { shape: 'round' } },
  ...more,
})
const add = (pattern: unknown): Promise<Response> => server.send('POST', '/api/patterns', { pattern })
const all = async (): Promise<SalonPattern[]> => (await (await server.send('GET', '/api/patterns')).json()) as never
const bring = async (text: string, dryRun: boolean): Promise<ImportResult> =>
  (await (await server.send('POST', '/api/patterns/import', { text, dryRun })).json()) as never

describe('the salon’s own patterns', () => {
  test('one is kept, found, changed by who saw it last, taken out and put back', async () => {
    const kept = (await (await add(own('Harbour clip'))).json()) as SalonPattern
    expect(await all()).toEqual([kept])
    const change = (baseRevision: number, weeks: number): Promise<Response> =>
      server.send('PUT', `/api/patterns/${kept.id}`, { baseRevision, pattern: own('Harbour clip', { weeks }) })
    expect((await change(kept.revision, 9)).status).toBe(200)
    const stale = await change(kept.revision, 5)
    expect(stale.status).toBe(409)
    expect(await stale.json()).toMatchObject({ code: 'changed-elsewhere', current: { weeks: 9 } })
    const retire = (retired: boolean): Promise<Response> =>
      server.send('PUT', `/api/patterns/${kept.id}/retired`, { retired })
    expect(((await (await retire(true)).json()) as SalonPattern).retired).toBe(true)
    expect((await add(own('harbour CLIP'))).status).toBe(200)
    // Its name is somebody else's by now.
    expect((await retire(false)).status).toBe(409)
  })
  test('a name that is taken, and what no dog can be cut to, is refused by name and place', async () => {
    expect(await (await add(own('Harbour Clip'))).json()).toMatchObject({ code: 'name-taken' })
    const refused = await add(own('Clean feet', { coats: ['double'], pattern: { feet: { shape: 'clean' } } }))
    expect(refused.status).toBe(422)
    expect(await refused.json()).toMatchObject({ issues: [{ path: 'pattern.pattern.feet.shape', value: 'clean' }] })
    expect(
      (
        await server.send('PUT', '/api/patterns/00000000-0000-4000-8000-000000000000', {
          baseRevision: 0,
          pattern: own('x'),
        })
      ).status,
    ).toBe(404)
  })
  test('out as a file and into another salon: tried first, all or nothing, and a second time nothing changes', async () => {
    await add(own('Quay cut', { pattern: { ears: { shape: 'scissored-round' } } }))
    const response = await server.send('GET', '/api/patterns.json')
    expect(response.headers.get('content-type')).toBe('application/json; charset=utf-8')
    const text = await response.text()
    const other = await testServer()
    const here = server
    server = other
    try {
      expect(await bring(text, true)).toMatchObject({
        added: ['Quay cut', 'harbour CLIP'],
        problems: [],
        written: false,
      })
      expect(await all()).toEqual([])
      expect(await bring(text, false)).toMatchObject({ written: true })
      expect(await bring(text, false)).toMatchObject({ added: [], changed: [], unchanged: 2 })
      const wrong = await bring(text.replace('"round"', '"square"'), false)
      expect(wrong).toMatchObject({
        written: false,
        problems: [{ path: 'patterns[1].pattern.feet.shape', value: 'square' }],
      })
      expect(await bring(text.replace('"perWeek": 2', '"perWeek": 5'), false)).toMatchObject({
        changed: ['Quay cut'],
      })
      expect(await bring('nonsense', false)).toMatchObject({ written: false, problems: [{ path: '' }] })
    } finally {
      server = here
      await other.close()
    }
  })
})
