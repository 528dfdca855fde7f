import { notifyManager } from '@tanstack/react-query'
import { cleanup, configure } from '@testing-library/react'
import { afterEach, vi } from 'vitest'

/* Before each file of tests in web/: they share their modules, so what one leaves behind is taken away after each test. */

/** A busy machine is slow, not wrong. */
export const PATIENCE_MS = 20_000
configure({ asyncUtilTimeout: PATIENCE_MS })
// By default an answer is told to its screens a timer's turn later: then nothing is asked any more, and the screen does not
// know it yet.
notifyManager.setScheduler(queueMicrotask)

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
  globalThis.localStorage?.clear()
})
