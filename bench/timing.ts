import { performance } from 'node:perf_hooks'

export const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1]!
export const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)]!
export const timed = (work: () => unknown): number => {
  const start = performance.now()
  work()
  return performance.now() - start
}
export const ms = (x: number): string => `${x.toFixed(2)} ms`

/** As long as a screen stands before a hand that came to it does something there, ms. */
const STANDS_MS = 1500
export const stands = (): Promise<void> => new Promise((done) => setTimeout(done, STANDS_MS))
