import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { ALIVE_EVENT, ALIVE_MS } from '../../contract/api/endpoint.ts'
import { openStream } from './stream.ts'

/** A browser's source of events, as far as a stream uses it, driven by hand. */
class Source extends EventTarget {
  static readonly CONNECTING = 0
  static readonly OPEN = 1
  static readonly CLOSED = 2
  static made: Source[] = []
  readyState: number = Source.CONNECTING
  constructor() {
    super()
    Source.made.push(this)
  }
  close(): void {
    this.readyState = Source.CLOSED
  }
  opens(): void {
    this.readyState = Source.OPEN
    this.dispatchEvent(new Event('open'))
  }
  fails(readyState: number): void {
    this.readyState = readyState
    this.dispatchEvent(new Event('error'))
  }
}
const last = (): Source => Source.made.at(-1)!

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('EventSource', Source)
  Source.made = []
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('a stream of events', () => {
  test('is left to the browser where the network failed', () => {
    openStream('/api/changes', {})
    // The browser says so each time it has tried in vain.
    for (let second = 0; second < 60; second += 3) {
      last().fails(Source.CONNECTING)
      vi.advanceTimersByTime(3000)
    }
    expect(Source.made).toHaveLength(1)
  })
  test('that is not answered, or falls silent, is lost and asked for anew; one that says that it is there is not', () => {
    const lost = vi.fn()
    openStream('/api/devices/stream', { device: () => {}, error: lost })
    vi.advanceTimersByTime(3 * ALIVE_MS)
    expect(lost).toHaveBeenCalledTimes(1)
    vi.advanceTimersByTime(1000)
    expect(Source.made.map(({ readyState }) => readyState)).toEqual([Source.CLOSED, Source.CONNECTING])
    last().opens()
    for (let i = 0; i < 10; i++) {
      vi.advanceTimersByTime(2 * ALIVE_MS)
      last().dispatchEvent(new MessageEvent(i % 2 ? 'device' : ALIVE_EVENT, { data: '' }))
    }
    expect(Source.made).toHaveLength(2)
    vi.advanceTimersByTime(3 * ALIVE_MS)
    expect(lost).toHaveBeenCalledTimes(2)
    expect(Source.made).toHaveLength(3)
  })
  // HTML, 9.2.3: any answer but 200 with text/event-stream fails the connection for good.
  test('is opened again where a page came for an answer, later and later, and soon again once it was open', () => {
    openStream('/api/changes', {})
    const failsUntil = (ms: number): number => {
      last().fails(Source.CLOSED)
      const before = Source.made.length
      vi.advanceTimersByTime(ms - 1)
      expect(Source.made).toHaveLength(before)
      vi.advanceTimersByTime(1)
      return Source.made.length - before
    }
    for (const ms of [1000, 2000, 4000, 8000, 16_000, 30_000, 30_000]) expect(failsUntil(ms)).toBe(1)
    last().opens()
    expect(failsUntil(1000)).toBe(1)
  })
  test('hears the same on every connection, and nothing more once it is closed', () => {
    const heard = vi.fn()
    const close = openStream('/api/changes', { changed: heard })
    last().fails(Source.CLOSED)
    vi.advanceTimersByTime(1000)
    last().dispatchEvent(new MessageEvent('changed', { data: '1' }))
    expect(heard).toHaveBeenCalledTimes(1)
    last().fails(Source.CLOSED)
    close()
    vi.advanceTimersByTime(60_000)
    expect(Source.made).toHaveLength(2)
    expect(last().readyState).toBe(Source.CLOSED)
  })
})
