import type { Score } from './scales.ts'

export interface FindingKind {
  /** The skin score that usually goes with it. */
  readonly skin: Score
  /** May pass to other dogs or people: the whole groom stops. */
  readonly catching?: true
  /** Is recorded, but bars no treatment and does not make pulling worse. */
  readonly barsNothing?: true
}

/** What may be seen on the skin. A finding is what was seen, never a diagnosis. Scores: common practice. */
export const FINDINGS = {
  dander: { skin: 1 },
  redness: { skin: 1 },
  'clipper-irritation': { skin: 1 },
  'pressure-sore': { skin: 2 },
  'bald-patch': { skin: 2 },
  'ringworm-suspect': { skin: 3, catching: true },
  lump: { skin: 2, barsNothing: true },
  scab: { skin: 2 },
  wound: { skin: 3 },
  'hot-spot': { skin: 3 },
  'surgery-site': { skin: 2 },
  rash: { skin: 2 },
  fleas: { skin: 2, barsNothing: true },
  'flea-dirt': { skin: 2, barsNothing: true },
  tick: { skin: 2, barsNothing: true },
  'mites-suspect': { skin: 3, catching: true },
  maggots: { skin: 4 },
  'haematoma-ear': { skin: 3 },
  'ear-redness': { skin: 2 },
  'ear-discharge': { skin: 3 },
  'anal-swelling': { skin: 3 },
  'overgrown-nail': { skin: 1 },
  'ingrown-nail': { skin: 3 },
  'cracked-pad': { skin: 1 },
  'interdigital-sore': { skin: 2 },
  'eye-problem': { skin: 3 },
} as const satisfies Record<string, FindingKind>

export type FindingId = keyof typeof FINDINGS
export const FINDING_IDS = Object.keys(FINDINGS) as FindingId[]
export const findingKind = (id: FindingId): FindingKind => FINDINGS[id]

export interface Finding {
  readonly id: FindingId
  /** Largest width in millimetres; null where it was not measured. */
  readonly sizeMm: number | null
  readonly note?: string
  readonly ownerKnew?: boolean
}
