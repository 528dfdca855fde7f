// @vitest-environment happy-dom
import { describe, expect, test, vi } from 'vitest'
import { answering } from '../../test/harness/web.tsx'
import { Away, Refusal, request } from './client.ts'
import { setPersonOnDuty } from './person.ts'

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
    expect(await request('POST', '/visits/v1/bench', { a: 1 })).toEqual({ ok: true })
    const [url, init] = seen[0]!
    expect(url).toBe('/api/visits/v1/bench')
    expect(init.body).toBe('{"a":1}')
    expect(init.headers).toEqual({ 'content-type': 'application/json', 'x-etude-person': 'ebba' })
    await request('GET', '/day')
    expect(seen[1]![1].headers).toEqual({ 'x-etude-person': 'ebba' })
    expect(seen[1]![1].body).toBeUndefined()
  })
  test('somebody else may be named for it, or nobody', async () => {
    const named: (string | undefined)[] = []
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      named.push((init.headers as Record<string, string>)['x-etude-person'])
      return new Response('{}', { headers: { 'content-type': 'application/json' } })
    })
    setPersonOnDuty('ebba')
    await request('POST', '/x', {}, 'noor')
    await request('POST', '/x', {}, null)
    expect(named).toEqual(['noor', undefined])
  })
  test.each([
    [409, 'conflict', 'somebody was faster'],
    [422, 'bad-input', 'dog.weightKg: too light'],
  ])('%d is a refusal that says why', async (status, code, detail) => {
    answering({ 'GET /x': () => problem(status, code, detail) })
    const failed = await request('GET', '/x').catch((error: unknown) => error)
    expect(failed).toBeInstanceOf(Refusal)
    expect((failed as Refusal).message).toBe(detail)
    expect((failed as Refusal).problem.code).toBe(code)
  })
  test('nobody answering is no refusal: it is worth trying again', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no route')))
    await expect(request('GET', '/x')).rejects.toBeInstanceOf(Away)
  })
})
