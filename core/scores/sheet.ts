import { REGION_SIDES } from '../body/regions.ts'
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

/** Extent and standoff as they count where the person said nothing, by mat score 0 to 4. */
export const DEFAULT_EXTENT: readonly number[] = [
  0,
  fixed('extent.m1'),
  fixed('extent.m2'),
  fixed('extent.m3'),
  fixed('extent.m4'),
]
const DEFAULT_STANDOFF_MM: readonly number[] = [0, 0, fixed('free.m2'), fixed('free.m3'), fixed('free.m4')]

/** Share of the region that is matted, 0 to 1. */
export const extentOf = (scores: Pick<SideScores, 'extent'>, mat: Score): number =>
  mat === 0 ? 0 : (scores.extent ?? DEFAULT_EXTENT[mat]!)

/** Free hair under the mat in mm, for mat 2 and up; a standoff nobody measured is never more than half the coat. */
export const standoffMmOf = (scores: Pick<SideScores, 'standoffMm'>, mat: Score, coatMm: Millimetres): number =>
  scores.standoffMm ?? Math.min(DEFAULT_STANDOFF_MM[mat]!, coatMm * fixed('free.of-coat'))
