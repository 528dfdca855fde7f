import type { AssessmentDoc } from '../../contract/api/scores.ts'
import type { Lane } from '../device/outbox.ts'

/** How it stands with scores on their way to the server. */
export type Saving =
  | { readonly state: 'saved' }
  | { readonly state: 'saving' }
  /** Kept on this device; sent as soon as the server is back. */
  | { readonly state: 'waiting'; readonly changes: number }
  /** In this page alone, because the device keeps nothing: it must stay open until they are sent. */
  | { readonly state: 'unkept'; readonly changes: number }
  | { readonly state: 'conflict'; readonly current: AssessmentDoc; readonly changedBy: string | null }
  | { readonly state: 'refused'; readonly message: string }

export function savingOf({ entries, away, unkept, stopped, refused }: Lane): Saving {
  if (stopped) {
    const { current, changedBy } = stopped.problem
    return { state: 'conflict', current: current as AssessmentDoc, changedBy: changedBy ?? null }
  }
  const last = refused.at(-1)
  if (entries.length > 0 && unkept) return { state: 'unkept', changes: entries.length }
  if (entries.length > 0 && away) return { state: 'waiting', changes: entries.length }
  if (last) return { state: 'refused', message: last.problem.detail ?? last.problem.title }
  return { state: entries.length > 0 ? 'saving' : 'saved' }
}
