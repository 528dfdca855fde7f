// @vitest-environment happy-dom
import { describe, expect, test, vi } from 'vitest'
import * as z from 'zod'
import { post, read, subject } from '../../contract/api/endpoint.ts'
import { answering } from '../../test/harness/web.tsx'
import { Away, answerOf, ask, Refused, TAB, Unreadable, urlOf } from './client.ts'
import { setPersonOnDuty } from './person.ts'

const api = subject('bench', {
  one: read('/x/:id', {
    summary: 'x',
    query: z.object({ q: z.string().optional() }),
    gives: z.object({ ok: z.boolean() }),
  }),
  add: post('/x/:id', { summary: 'x', takes: z.object({ a: z.number() }), gives: z.object({ ok: z.boolean() }) }),
})
const problem = (status: number, code: string, detail?: string) => ({
  status,
  body: { type: 'about:blank', title: 'No', status, code, ...(detail ? { detail } : {}) },
})

describe('one request', () => {
  test('what comes back is the answer; what goes out is JSON, by whoever is named at this screen', async () => {
    const seen: [string, RequestInit][] = []
    vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
      seen.push([url, init])
      return new Response(JSON.stringify({ ok: true }), { headers: { 'content-type': 'application/json' } })
    })
    setPersonOnDuty('ebba')
    expect(await answerOf(api.add, { id: 'v1', body: { a: 1 } })).toEqual({ ok: true })
    const [url, init] = seen[0]!
    expect(url).toBe('/api/x/v1')
    expect(init.body).toBe('{"a":1}')
    expect(init.headers).toEqual({ 'content-type': 'application/json', 'x-etude-person': 'ebba', 'x-etude-tab': TAB })
    await answerOf(api.one, { id: 'v1', query: { q: 'a b' } })
    expect(seen[1]![0]).toBe('/api/x/v1?q=a+b')
    expect(seen[1]![1].headers).toEqual({ 'x-etude-person': 'ebba', 'x-etude-unsent': '0' })
    expect(seen[1]![1].body).toBeUndefined()
  })
  test('what stands in a path cannot become another path', () =>
    expect(urlOf(api.one, { id: '../salon' })).toBe('/x/..%2Fsalon'))
  test('somebody else may be named for it, or nobody', async () => {
    const named: (string | undefined)[] = []
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      named.push((init.headers as Record<string, string>)['x-etude-person'])
      return new Response('{"ok":true}', { headers: { 'content-type': 'application/json' } })
    })
    setPersonOnDuty('ebba')
    await answerOf(api.add, { id: 'v1', body: { a: 1 } }, 'noor')
    await answerOf(api.add, { id: 'v1', body: { a: 1 } }, null)
    expect(named).toEqual(['noor', undefined])
  })
  test.each([
    [409, 'conflict', 'somebody was faster'],
    [422, 'bad-input', 'dog.weightKg: too light'],
  ])('%d is a refusal that says why', async (status, code, detail) => {
    answering({ 'GET /x/v1': () => problem(status, code, detail) })
    const failed = await answerOf(api.one, { id: 'v1' }).catch((error: unknown) => error)
    expect(failed).toBeInstanceOf(Refused)
    expect((failed as Refused).message).toBe(detail)
    expect((failed as Refused).problem.code).toBe(code)
  })
  test('nobody answering is no refusal: it is worth trying again', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no route')))
    await expect(answerOf(api.one, { id: 'v1' })).rejects.toBeInstanceOf(Away)
    for (const [status, code] of [
      [503, 'database-away'],
      // Nor is being asked to wait.
      [429, 'too-fast'],
    ] as const) {
      answering({ 'GET /x/v1': () => problem(status, code) })
      await expect(answerOf(api.one, { id: 'v1' })).rejects.toBeInstanceOf(Away)
    }
  })
  test('an answer that is not what the endpoint gives is named, not shown', async () => {
    answering({ 'GET /x/v1': () => ({ body: { ok: 'perhaps' } }) })
    const failed = await answerOf(api.one, { id: 'v1' }).catch((error: unknown) => error)
    expect(failed).toBeInstanceOf(Unreadable)
    expect((failed as Error).message).toContain('/x/:id: ok')
  })
  test('an answer that this device kept says so', async () => {
    vi.stubGlobal('fetch', async () => new Response('{"ok":true}', { headers: { 'x-etude-kept': '1' } }))
    expect((await ask(api.one, { id: 'v1' })).kept).toBe('1')
  })
})
