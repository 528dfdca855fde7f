import { expect, test } from 'vitest'
import { ALIVE_EVENT, ALIVE_MS } from '../../contract/api/endpoint.ts'
import { ASKED_MS, EVERY_MS, speak } from './speak.ts'

/** A listener whose time passes as it is slept through. */
async function heardBy(
  seconds: number,
  tell: Parameters<typeof speak>[2],
  may: (atMs: number) => boolean,
): Promise<{ said: { event?: string; atMs: number }[]; endedMs: number }> {
  const said: { event?: string; atMs: number }[] = []
  let atMs = 0
  const out = {
    aborted: false,
    closed: false,
    async writeSSE({ event }: { event?: string }) {
      said.push({ event, atMs })
    },
    async sleep(ms: number) {
      atMs += ms
      out.aborted = atMs > seconds * 1000
      return undefined
    },
  }
  await speak(out, 'device', tell, async () => may(atMs))
  return { said, endedMs: atMs }
}

test('who listens hears at least so often that somebody is there', async () => {
  const { said } = await heardBy(
    60,
    () => () => {},
    () => true,
  )
  expect(said.every(({ event }) => event === ALIVE_EVENT)).toBe(true)
  const gaps = said.map(({ atMs }, i) => atMs - (said[i - 1]?.atMs ?? 0))
  expect(Math.max(...gaps)).toBeLessThanOrEqual(ALIVE_MS + EVERY_MS)
})

test('of one thing only the last is said', async () => {
  const { said } = await heardBy(
    1,
    (send) => {
      for (const n of [1, 2, 3]) send({ id: 'scale', n } as { id: string })
      send({ id: 'probe' })
      return () => {}
    },
    () => true,
  )
  expect(said.map(({ event }) => event)).toEqual(['device', 'device'])
})

test('who is put out hears no more within a quarter of a minute, though something is told all the time', async () => {
  let stopped = false
  const told = (send: (value: { id: string }) => void): (() => void) => {
    // As a scale does: there is something to say whenever it is asked.
    const everything = { id: 'scale' }
    Object.defineProperty(everything, 'toJSON', {
      value: () => {
        queueMicrotask(() => send(everything))
        return everything.id
      },
    })
    send(everything)
    return () => {
      stopped = true
    }
  }
  const { said, endedMs } = await heardBy(120, told, (atMs) => atMs < 20_000)
  expect(said.every(({ event }) => event === 'device')).toBe(true)
  expect(endedMs).toBeLessThanOrEqual(20_000 + ASKED_MS + EVERY_MS)
  expect(endedMs).toBeGreaterThan(20_000)
  expect(stopped).toBe(true)
})
