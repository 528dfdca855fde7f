import { parentPort, workerData } from 'node:worker_threads'
import { learnEverything } from '../../core/index.ts'
import type { Given } from './reckoner.ts'

parentPort!.postMessage(learnEverything(...(workerData as Given)))
