import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import { performance } from 'node:perf_hooks'
import { serve } from '@hono/node-server'
import { isSecret, slowHash } from '../server/access/secrets.ts'
import { aPerson, invited, lockedSalon, PIN, signedIn } from '../test/harness/door.ts'
import { testServer } from '../test/harness/server.ts'
import { median, ms, p95 } from './timing.ts'

/*
 * Who comes in, and what others hear: ETUDE_TEST_DATABASE=postgres://... npm run bench:door
 * Signing in by PIN beside the hash alone that makes guessing dear; and fifty screens that hear of a change over HTTP,
 * beside one screen alone.
 */
const SIGN_INS = 30
const CHANGES = 40
const SCREENS = 50
const BETWEEN_MS = 60

/** Opens a screen's stream of changes. @returns when each was heard, by the visit it was of, and what closes it */
async function aScreen(base: string): Promise<{ heard: Map<string, number>; close: () => void }> {
  const stop = new AbortController()
  const response = await fetch(`${base}/api/changes`, { signal: stop.signal })
  if (!response.ok) throw new Error(`changes: ${response.status}`)
  const heard = new Map<string, number>()
  void (async () => {
    const decoder = new TextDecoder()
    for await (const chunk of response.body!)
      for (const [, visitId] of decoder.decode(chunk as Uint8Array).matchAll(/"visitId":"([^"]+)"/g))
        heard.set(visitId!, performance.now())
  })().catch(() => undefined)
  return { heard, close: () => stop.abort() }
}

/** ms from sending a change to each of so many screens having heard of it. */
async function hearing(base: string, screens: number): Promise<number[]> {
  const open = await Promise.all(Array.from({ length: screens }, () => aScreen(base)))
  const sent = new Map<string, number>()
  for (let i = 0; i < CHANGES; i++) {
    const response = await fetch(`${base}/api/visits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        startsAt: '2026-03-05T09:00:00.000Z',
        slotMinutes: 60,
        personId: null,
        owner: { name: `Bench ${randomUUID()}`, phone: '' },
        dog: { name: 'Bench', coatType: 'curly', weightKg: 9 },
      }),
    })
    const { id } = (await response.json()) as { id: string }
    const moved = performance.now()
    const answer = await fetch(`${base}/api/visits/${id}/station`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ station: 'arrived' }),
    })
    if (!answer.ok) throw new Error(`station: ${answer.status}`)
    sent.set(id, moved)
    await new Promise((done) => setTimeout(done, BETWEEN_MS))
  }
  await new Promise((done) => setTimeout(done, 2000))
  const times = [...sent].flatMap(([id, at]) =>
    open.map(({ heard }) => {
      const when = heard.get(id)
      if (when === undefined) throw new Error('a screen never heard of a change')
      return when - at
    }),
  )
  for (const { close } of open) close()
  return times
}

const open = await testServer()
const http = serve({ fetch: open.app.fetch, port: 0, hostname: '127.0.0.1' })
await new Promise((ready) => http.once('listening', ready))
const base = `http://127.0.0.1:${(http.address() as AddressInfo).port}`
try {
  const alone = await hearing(base, 1)
  const many = await hearing(base, SCREENS)
  console.log(
    `a change heard by ${SCREENS} screens: median ${ms(median(many))}, 95th percentile ${ms(p95(many))}, slowest ${ms(Math.max(...many))} over ${CHANGES} changes; by one alone ${ms(median(alone))}, ratio ${(median(many) / median(alone)).toFixed(1)}`,
  )
} finally {
  http.close()
  await open.close()
}

const locked = await testServer()
try {
  const { desk } = await lockedSalon(locked)
  const person = await aPerson(locked, 'Ines')
  const tablet = await invited(locked, desk)
  await signedIn(locked, desk, person, tablet)
  const times: number[] = []
  for (let i = 0; i < SIGN_INS; i++) {
    await tablet.json('POST', '/access/leave', {})
    const start = performance.now()
    const response = await tablet.ask('POST', '/access/pin', { personId: person, pin: PIN })
    times.push(performance.now() - start)
    if (!response.ok) throw new Error(`pin: ${response.status} ${await response.text()}`)
  }
  const known = await slowHash(PIN)
  const alone: number[] = []
  for (let i = 0; i < SIGN_INS; i++) {
    const start = performance.now()
    await isSecret(PIN, known)
    alone.push(performance.now() - start)
  }
  console.log(
    `signing in by PIN: median ${ms(median(times))}, 95th percentile ${ms(p95(times))} over ${SIGN_INS}; its hash alone ${ms(median(alone))}, ratio ${(median(times) / median(alone)).toFixed(1)}`,
  )
} finally {
  await locked.close()
}
