import { REGION_SIDES } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import { type Finding, findingKind } from './findings.ts'
import type { Score, Tag } from './scales.ts'

/** What hands found on one region-side. null is "not looked at", which is never the same as 0. */
export interface SideScores {
  readonly mat: Score | null
  /** Share of the region the mat covers, above 0 to 1; null at mat 0 and where not said. */
  readonly extent: number | null
  /** Free hair between skin and mat, mm; null where not said. */
  readonly standoffMm: Millimetres | null
  readonly undercoat: Score | null
  readonly condition: Score | null
  /** As given by the person; the findings may raise it, see skinScore. */
  readonly skin: Score | null
  readonly tags: readonly Tag[]
  readonly findings: readonly Finding[]
  /** Why this region is to be left alone whatever else is decided; null where it is not. */
  readonly leave: string | null
}

/** One entry a region-side, in the order of REGION_SIDES. */
export type Sheet = readonly SideScores[]

export const UNSCORED: SideScores = {
  mat: null,
  extent: null,
  standoffMm: null,
  undercoat: null,
  condition: null,
  skin: null,
  tags: [],
  findings: [],
  leave: null,
}

export const emptySheet = (): Sheet => REGION_SIDES.map(() => UNSCORED)

/** The skin score that counts: the worst of what was given and what the findings usually mean; null if neither is there. */
export function skinScore({ skin, findings }: SideScores): Score | null {
  let worst = skin
  for (const { id } of findings) worst = Math.max(worst ?? 0, findingKind(id).skin) as Score
  return worst
}

/** The skin there is open: scored so with nothing else to explain the score, or found. Other things a vet has to see are not. */
export const isBroken = ({ skin, findings }: Pick<SideScores, 'skin' | 'findings'>): boolean =>
  findings.some(({ id }) => findingKind(id).broken) ||
  ((skin ?? 0) >= BROKEN && !findings.some(({ id }) => findingKind(id).skin >= BROKEN))
const BROKEN = 3

/** Share of the region that is matted, 0 to 1; where nobody said, as is usual in this house. */
export const extentOf = (scores: Pick<SideScores, 'extent'>, mat: Score, house: House): number =>
  mat === 0 ? 0 : (scores.extent ?? Math.min(1, house[`extent.m${mat}`]))

/**
 * Free hair under the mat in mm, for mat 2 and up; where nobody measured as is usual in this house, and never more than
 * half the coat.
 */
export const standoffMmOf = (
  scores: Pick<SideScores, 'standoffMm'>,
  mat: Score,
  coatMm: Millimetres,
  house: House,
): number =>
  scores.standoffMm ?? (mat < 2 ? 0 : Math.min(house[`free.m${mat as 2 | 3 | 4}`], coatMm * fixed('free.of-coat')))
