// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { restAfter, useRested } from './hand-rest.ts'

const everyMs = (step: number, n: number): number[] => Array.from({ length: n }, (_, i) => i * step)

describe('a hand rests', () => {
  test('after the least wait where nothing is known of it, or it is quicker than that', () => {
    expect(restAfter([], 700)).toBe(700)
    expect(restAfter([5], 700)).toBe(700)
    expect(restAfter(everyMs(200, 6), 700)).toBe(700)
  })
  test('after longer than it takes from one key to the next, at any pace', () => {
    for (const step of [500, 750, 1000, 1900]) expect(restAfter(everyMs(step, 6), 700)).toBeGreaterThan(1.3 * step)
  })
  test('as quick as it was before it paused', () => {
    expect(restAfter([0, 600, 1200, 9000, 9600], 100)).toBe(restAfter(everyMs(600, 4), 100))
  })
})

describe('what waits for it', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())
  test('does not begin between two keys of a steady hand, and begins once it stops', () => {
    const { result, rerender } = renderHook(({ value }) => useRested(value, 700), { initialProps: { value: 0 } })
    for (let key = 1; key <= 8; key++) {
      act(() => void vi.advanceTimersByTime(800))
      // Of the first keys nothing is known yet.
      if (key > 3) expect(result.current).toBeNull()
      rerender({ value: key })
    }
    act(() => void vi.advanceTimersByTime(1500))
    expect(result.current).toBe(8)
  })
})
