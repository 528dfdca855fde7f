import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Changed } from '../../contract/api/salon.ts'
import { follow } from '../../contract/words/habits.ts'
import { weightUnit } from '../../contract/words/measures.ts'
import { NOON, serverOn, type TestServer, testServer } from '../../test/harness/server.ts'

/** Two servers on one database, as behind a proxy. */
let one: TestServer
let two: TestServer
beforeAll(async () => {
  one = await testServer()
  two = await serverOn({ url: one.url, drop: async () => undefined })
})
afterAll(async () => {
  await two?.close()
  await one?.close()
})

const WAIT = { timeout: 10_000 }

function heardOn({ changes }: TestServer): { heard: Changed[]; stop: () => void } {
  const heard: Changed[] = []
  return { heard, stop: changes.listen((changed) => void heard.push(changed)) }
}
const person = (name: string) => ({ name, role: 'groomer', experience: 'expert' })

describe('what is changed through one server', () => {
  test('is told by every server of the salon, with what has to be read anew and the page it was made on', async () => {
    const { heard, stop } = heardOn(two)
    await expect
      .poll(async () => {
        await one.send('POST', '/api/people', person(`P${heard.length}${Math.random()}`), { 'x-etude-tab': 'tab-1' })
        return heard.length
      }, WAIT)
      .toBeGreaterThan(0)
    expect(heard[0]).toMatchObject({ subjects: ['salon', 'pace'], visitId: null, tab: 'tab-1' })
    const visit = await two.store.visits.add(
      {
        startsAt: NOON.toISOString(),
        slotMinutes: 60,
        personId: null,
        owner: { name: 'O', phone: '' },
        dog: { name: 'D', coatType: 'curly', weightKg: 9 },
      },
      null,
    )
    // A tab that is no name of one is nobody's.
    await one.send('PUT', `/api/visits/${visit.id}/station`, { station: 'arrived' }, { 'x-etude-tab': '<script>' })
    await expect
      .poll(() => heard.find(({ visitId }) => visitId === visit.id), WAIT)
      .toMatchObject({ subjects: ['visits', 'day'], tab: null })
    // What of the visit it was is found: scores and plans name theirs by another id.
    const { assessment } = await two.store.visits.read(visit.id)
    heard.length = 0
    const scores = {
      batchId: crypto.randomUUID(),
      baseRevision: 0,
      changes: [{ region: 'back', side: null, set: { mat: 0 } }],
    }
    await one.send('PATCH', `/api/assessments/${assessment.id}`, scores)
    await expect.poll(() => heard, WAIT).toMatchObject([{ subjects: ['scores', 'visits', 'day'], visitId: visit.id }])
    // Every verdict keeps what it shows: told to each other, two of them would never end.
    await one.send('POST', `/api/assessments/${assessment.id}/plans`, {})
    await one.send('POST', `/api/assessments/${assessment.id}/plans`, { best: true })
    await expect.poll(() => heard.map(({ subjects }) => subjects[0]), WAIT).toEqual(['scores', 'plan'])
    stop()
  })
  test('that is refused is not told', async () => {
    const { heard, stop } = heardOn(two)
    await one.send('POST', '/api/people', { name: '' }, { 'x-etude-tab': 'refused' })
    await one.send('POST', '/api/people', person('Anouk'), { 'x-etude-tab': 'taken' })
    await expect.poll(() => heard.some(({ tab }) => tab === 'taken'), WAIT).toBe(true)
    expect(heard.some(({ tab }) => tab === 'refused')).toBe(false)
    stop()
  })
  test('comes to a screen as an event', async () => {
    const response = await two.app.request('/api/changes')
    expect(response.headers.get('content-type')).toContain('text/event-stream')
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
    let text = ''
    const read = (async () => {
      while (!text.includes('"tab":"streamed"')) {
        const { value, done } = await reader.read()
        if (done) break
        text += value
      }
    })()
    await one.send('POST', '/api/people', person('Berit'), { 'x-etude-tab': 'streamed' })
    await read
    expect(text).toContain('event: changed')
    await reader.cancel()
  })
  test('after a silence everything is read anew, and what follows is heard again', async () => {
    const { heard, stop } = heardOn(two)
    await one.store.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'`,
    )
    await expect.poll(() => heard.find(({ subjects }) => subjects.length === 0), WAIT).toBeDefined()
    await expect
      .poll(async () => {
        await one.send('POST', '/api/people', person(`Q${Math.random()}`), { 'x-etude-tab': 'after' })
        return heard.some(({ tab }) => tab === 'after')
      }, WAIT)
      .toBe(true)
    stop()
  })
  // Last: what it tells over and over may still be on its way when it is done.
  test('how the salon writes weights is known to every server', async () => {
    follow({ country: null, units: 'metric' })
    try {
      await two.store.query(`INSERT INTO settings (key, value) VALUES ('units', '"us"')`)
      await expect
        .poll(() => {
          one.changes.tell(['salon'], null, null)
          return weightUnit()
        }, WAIT)
        .toBe('lb')
    } finally {
      await two.store.query("DELETE FROM settings WHERE key = 'units'")
      follow({ country: null, units: 'metric' })
    }
  })
})
