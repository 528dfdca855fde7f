import { type Goodbye, type GoodbyeChange, goodbyeChangeSchema } from '../../../contract/api/goodbye.ts'
import { deviceStorage, readJson } from '../../device/storage.ts'

/** What is half filled in. */
export type Draft = Omit<GoodbyeChange, 'baseRevision' | 'checked'>

export const draftOf = ({ marks, askedKept, note, price, nextOn, nextAt }: Goodbye): Draft => ({
  marks,
  askedKept,
  note,
  price,
  nextOn,
  nextAt,
})
export const same = (a: Draft, b: Draft): boolean => JSON.stringify(a) === JSON.stringify(b)

const draftSchema = goodbyeChangeSchema.omit({ baseRevision: true, checked: true })
const isDraft = (value: unknown): value is Draft => draftSchema.safeParse(value).success

const draftKey = (visitId: string): string => `etude.goodbye.${visitId}`
/** What is half filled in survives leaving the page. */
export function keptDraft(visitId: string): Draft | null {
  const draft = readJson(draftKey(visitId), isDraft)
  // One kept before there was anything to tick.
  return draft && { ...draft, askedKept: draft.askedKept ?? [] }
}
export function keepDraft(visitId: string, draft: Draft | null): void {
  if (draft) deviceStorage.set(draftKey(visitId), JSON.stringify(draft))
  else deviceStorage.remove(draftKey(visitId))
}
