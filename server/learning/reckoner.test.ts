import { expect, test } from 'vitest'
import { reckonBeside, reckonHere } from './reckoner.ts'

const NOTHING = [{ steps: [], mats: [], matter: [], sheets: [], borne: [], ways: [] }, [], {}] as const
const threadThat = (does: string) =>
  reckonBeside(new URL(`data:text/javascript,${encodeURIComponent(`import w from 'node:worker_threads'; ${does}`)}`))

test('of nothing nothing is learnt', async () => {
  expect(await reckonHere(...NOTHING)).toEqual({ steps: 0, spread: null, learnt: [], proposals: [], today: [] })
})

test('a thread beside is given all of it, and its word is what is learnt', async () => {
  const echo = threadThat('w.parentPort.postMessage({ steps: w.workerData.length, learnt: w.workerData })')
  expect(await echo(...NOTHING)).toEqual({ steps: 3, learnt: NOTHING })
})

test('one that fails, or ends without a word, is told', async () => {
  await expect(threadThat("throw new Error('no such log')")(...NOTHING)).rejects.toThrow('no such log')
  await expect(threadThat('process.exit(3)')(...NOTHING)).rejects.toThrow('without a word, code 3')
})
