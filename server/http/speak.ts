import type { SSEStreamingApi } from 'hono/streaming'
import { ALIVE_EVENT, ALIVE_MS } from '../../contract/api/endpoint.ts'

/** At most one event of one thing in this time, ms; a scale reads four times a second. */
export const EVERY_MS = 240
/** How often it is asked whether whoever listens still may, whatever they hear meanwhile, ms. */
export const ASKED_MS = 15_000

/**
 * Says what is told as events, until the other end is gone or may hear it no more.
 * @param tell gives what is to be said, the last of each id; returns what stops it
 * @param may whether whoever listens is still allowed to
 */
export async function speak(
  out: Pick<SSEStreamingApi, 'aborted' | 'closed' | 'writeSSE' | 'sleep'>,
  event: string,
  tell: (send: (value: { readonly id: string }) => void) => () => void,
  may: () => Promise<boolean>,
): Promise<void> {
  const waiting = new Map<string, unknown>()
  const stop = tell((value) => waiting.set(value.id, value))
  let quietMs = 0
  let askedMs = 0
  try {
    while (!out.aborted && !out.closed) {
      const batch = [...waiting.values()]
      waiting.clear()
      for (const value of batch) await out.writeSSE({ event, data: JSON.stringify(value) })
      quietMs = batch.length > 0 ? 0 : quietMs + EVERY_MS
      if (quietMs >= ALIVE_MS) {
        await out.writeSSE({ event: ALIVE_EVENT, data: '' })
        quietMs = 0
      }
      await out.sleep(EVERY_MS)
      askedMs += EVERY_MS
      if (askedMs < ASKED_MS) continue
      if (!(await may())) break
      askedMs = 0
    }
  } finally {
    stop()
  }
}
