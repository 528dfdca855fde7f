import type { Goodbye, GoodbyeChange } from '../../../contract/api/goodbye.ts'

/** What is half filled in. */
export type Draft = Omit<GoodbyeChange, 'baseRevision' | 'checked'>

export const draftOf = ({ marks, note, price, nextOn, nextAt }: Goodbye): Draft => ({
  marks,
  note,
  price,
  nextOn,
  nextAt,
})
export const same = (a: Draft, b: Draft): boolean => JSON.stringify(a) === JSON.stringify(b)

const draftKey = (visitId: string): string => `etude.goodbye.${visitId}`
/** What is half filled in survives leaving the page. */
export function keptDraft(visitId: string): Draft | null {
  const kept = localStorage.getItem(draftKey(visitId))
  return kept ? (JSON.parse(kept) as Draft) : null
}
export function keepDraft(visitId: string, draft: Draft | null): void {
  if (draft) localStorage.setItem(draftKey(visitId), JSON.stringify(draft))
  else localStorage.removeItem(draftKey(visitId))
}
