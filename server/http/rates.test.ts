import { afterEach, beforeEach, expect, test } from 'vitest'
import { lockedSalon } from '../../test/harness/door.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'

const RATES = { stranger: 3, known: 6 }
let server: TestServer
beforeEach(async () => {
  server = await testServer('off', () => NOON, { rates: RATES })
  await server.store.salon.found('Harbour Row', [], false)
})
afterEach(() => server.close())

const ask = (from: string, headers: Record<string, string> = {}, path = '/api/salon'): Promise<Response> =>
  Promise.resolve(
    server.app.request(
      path,
      { headers: { host: 'localhost', ...headers } },
      { incoming: { socket: { remoteAddress: from } } },
    ),
  )
/** How many are answered before one is asked to wait. */
async function answered(from: string, headers: Record<string, string> = {}, path?: string): Promise<number> {
  for (let many = 0; many < 20; many++) {
    const response = await ask(from, headers, path)
    if (response.status !== 429) continue
    expect((await response.json()) as object).toMatchObject({ code: 'too-fast', status: 429 })
    expect(Number(response.headers.get('retry-after'))).toBeGreaterThan(0)
    return many
  }
  return Number.POSITIVE_INFINITY
}

test('who asks more often than any screen waits, each address by itself; this machine does not', async () => {
  expect(await answered('192.168.1.20')).toBe(RATES.known)
  expect(await answered('192.168.1.20')).toBe(0)
  expect(await answered('192.168.1.21')).toBe(RATES.known)
  expect(await answered('127.0.0.1')).toBe(Number.POSITIVE_INFINITY)
  expect(await answered('::1')).toBe(Number.POSITIVE_INFINITY)
})
test('a proxy on this machine speaks for the address it saw, not for what that address says of itself', async () => {
  const saw = (address: string): Record<string, string> => ({ 'x-forwarded-for': `1.2.3.4, ${address}` })
  expect(await answered('127.0.0.1', saw('192.168.1.20'))).toBe(RATES.known)
  expect(await answered('127.0.0.1', saw('192.168.1.20'))).toBe(0)
  expect(await answered('127.0.0.1', saw('192.168.1.21'))).toBe(RATES.known)
  // Whoever comes by themselves is not believed.
  expect(await answered('192.168.1.30', { 'x-forwarded-for': '10.0.0.1' })).toBe(RATES.known)
  expect(await answered('192.168.1.30', { 'x-forwarded-for': '10.0.0.2' })).toBe(0)
})
test('in a locked salon strangers have a few, behind a link as well; a device that was let in has its own share', async () => {
  const { desk } = await lockedSalon(server)
  expect(await answered('192.168.1.20', {}, `/api/owner/${'A'.repeat(43)}`)).toBe(RATES.stranger)
  const cookie = [...desk.cookies].map(([name, value]) => `${name}=${value}`).join('; ')
  // From the same address.
  expect(await answered('192.168.1.20', { cookie })).toBe(RATES.known)
})
