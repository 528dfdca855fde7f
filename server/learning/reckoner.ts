import { Worker } from 'node:worker_threads'
import { type AllLearnt, learnEverything } from '../../core/index.ts'

/** What is learnt from: all that is logged, today's dogs, the house's own numbers. */
export type Given = Parameters<typeof learnEverything>

/** Works out what logs teach. */
export type Reckoner = (...given: Given) => Promise<AllLearnt>

/** Here and now, while everything else waits. */
export const reckonHere: Reckoner = async (...given) => learnEverything(...given)

/**
 * On a thread of its own, so that nobody at a screen waits for it.
 * @param worker the built server/learning/worker.ts
 */
export const reckonBeside =
  (worker: URL): Reckoner =>
  (...given) =>
    new Promise((learnt, reject) => {
      const thread = new Worker(worker, { workerData: given })
      thread.once('message', learnt)
      thread.once('error', reject)
      // After its word an end is none of ours.
      thread.once('exit', (code) => reject(new Error(`learning ended without a word, code ${code}`)))
    })
