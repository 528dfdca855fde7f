import type { ScoreChange } from '../../contract/api/scores.ts'
import type { DeviceStorage } from './storage.ts'
import { readJson } from './storage.ts'

/*
 * What earlier builds of the application left on this device, brought into the outbox's own form. What cannot be read is
 * set aside.
 */
interface OldScores {
  readonly baseRevision: number
  readonly inflight: { readonly batchId: string; readonly changes: readonly ScoreChange[] } | null
  readonly pending: readonly ScoreChange[]
}
const isOldScores = (value: unknown): value is OldScores =>
  typeof value === 'object' && value !== null && Array.isArray((value as OldScores).pending)

interface OldEvent {
  readonly id: string
  readonly at: string
  readonly by: string | null
}
const isOldEvent = (value: unknown): value is OldEvent =>
  typeof value === 'object' && value !== null && typeof (value as OldEvent).id === 'string'

const SCORES = 'etude.scores.'
const BENCH = 'etude.bench.'

/** @param newId ids for what had none yet */
export function keptBefore(storage: DeviceStorage, newId: () => string = () => crypto.randomUUID()): void {
  let order = 0
  const keep = (lane: string, to: string, id: string, by: string | null, call: object): void => {
    order += 1
    storage.set(`etude.out.${lane}~${order}~${id}`, JSON.stringify({ id, lane, to, call, by, order }))
  }
  for (const key of storage.keys(SCORES)) {
    const old = readJson(key, isOldScores, storage)
    if (!old) continue
    const assessmentId = key.slice(SCORES.length)
    const { baseRevision } = old
    const batches = [
      ...(old.inflight ? [old.inflight] : []),
      ...(old.pending.length > 0 ? [{ batchId: newId(), changes: old.pending }] : []),
    ]
    for (const { batchId, changes } of batches)
      keep(`scores.${assessmentId}`, 'scores.change', batchId, null, {
        id: assessmentId,
        body: { batchId, baseRevision, changes },
      })
    storage.remove(key)
  }
  for (const key of [...storage.keys(BENCH)].sort()) {
    const event = readJson(key, isOldEvent, storage)
    if (!event) continue
    const visitId = key.slice(BENCH.length).split('.')[0]!
    const { by, ...sent } = event
    keep(`bench.${visitId}`, 'bench.add', event.id, by, { id: visitId, body: { events: [sent] } })
    storage.remove(key)
  }
}
