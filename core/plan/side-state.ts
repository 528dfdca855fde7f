import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import type { Assessment, DoneWork } from '../dog/dog.ts'
import { coatMmOf } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import { keptFrom } from '../scores/around.ts'
import { findingKind } from '../scores/findings.ts'
import { plausibleWorst } from '../scores/indices.ts'
import type { Score } from '../scores/scales.ts'
import { extentOf, type SideScores, skinScore, standoffMmOf } from '../scores/sheet.ts'

/** One region-side with every score filled, as one end of the range takes it. */
export interface SideState {
  readonly index: PlaceIndex
  readonly mat: Score
  readonly extent: number
  readonly standoffMm: Millimetres
  readonly undercoat: Score
  /** The skin score that bars treatments: findings that keep tools off only themselves are left out. */
  readonly skin: Score
  /** The skin score that makes pulling worse: findings that change nothing are left out, felt hides the skin. */
  readonly sore: Score
  readonly coatMm: Millimetres
  /** Whether the mat score was given by a person. */
  readonly scored: boolean
  readonly scores: SideScores
  /** Findings so small that tools only keep away from them. */
  readonly local: boolean
  /** Set where the work is finished: nothing is left to do, whatever was found. */
  readonly done: DoneWork | null
}

/** A blade under a mat may meet a lump that nobody sees: such a mat is opened from above, with shears. */
export const hasLump = ({ scores }: Pick<SideState, 'scores'>): boolean =>
  scores.findings.some(({ id }) => findingKind(id).coat === 'round-by-shears')

export type End = 'low' | 'high'

/**
 * Findings that were measured, are not catching, and keep tools off themselves with room left beside them change nothing
 * else in the region.
 */
function isLocal(scores: SideScores, areaM2: number, house: House): boolean {
  const { skin, findings } = scores
  const serious = findings.filter(({ id }) => findingKind(id).skin >= 2 && !findingKind(id).barsNothing)
  if (serious.length === 0 || serious.some(({ sizeMm }) => sizeMm === null)) return false
  const kinds = serious.map(({ id }) => findingKind(id))
  if (kinds.some(({ catching, skin: meant, offMm }) => catching || meant >= 4 || offMm === 0)) return false
  if ((skin ?? 0) > Math.max(...kinds.map((kind) => kind.skin))) return false
  return keptFrom('blade', scores, areaM2, house).leftFor === null
}

/** A spot of a mat, cut out by itself: it does not take what is round it down. */
export const isSpot = ({ mat, extent }: Pick<SideState, 'mat' | 'extent'>): boolean => mat >= 2 && extent <= SPOT + 1e-9
const SPOT = fixed('extent.spot')

/** The worst of what was given and the findings that do more than sit there. A given score counts as it is. */
function barringSkin({ skin, findings }: SideScores, local: boolean): Score {
  const harmless = findings.every(({ id }) => findingKind(id).barsNothing)
  const fromFindings = findings
    .filter(({ id }) => !findingKind(id).barsNothing && !(local && findingKind(id).skin >= 2))
    .map(({ id }) => findingKind(id).skin)
  // A given score that only repeats what a small or harmless finding means says nothing more about the region.
  const explained =
    findings.length > 0 && (local || harmless) ? Math.max(...findings.map(({ id }) => findingKind(id).skin)) : -1
  const given = skin !== null && skin > explained ? skin : 0
  return Math.max(given, ...fromFindings, 0) as Score
}

const FINISHED = { mat: 0, standoffMm: 0, undercoat: 0, skin: 0, sore: 0, local: false } as const

/** What was not looked at is as bad as is plausible, by the rest of the sheet. */
type Worst = Readonly<Record<'mat' | 'undercoat', readonly Score[]>> | null

function sideState(
  { index, region, share }: (typeof REGION_SIDES)[number],
  assessment: Assessment,
  bsaM2: number,
  worst: Worst,
  house: House,
): SideState {
  const { sheet, progress } = assessment
  const scores = sheet[index]!
  const coatMm = coatMmOf(region, assessment)
  const done = progress?.done.find((work) => work.index === index) ?? null
  if (done)
    return { ...FINISHED, index, coatMm, scored: true, scores, done, extent: extentOf(scores, scores.mat ?? 0, house) }
  const mat = scores.mat ?? worst?.mat[index] ?? 0
  const local = isLocal(scores, bsaM2 * share, house)
  const skin = skinScore(scores) === null ? ((worst ? 1 : 0) as Score) : barringSkin(scores, local)
  return {
    index,
    mat,
    extent: scores.mat === null ? (mat === 0 ? 0 : 1) : extentOf(scores, mat, house),
    standoffMm: standoffMmOf(scores, mat, coatMm, house),
    undercoat: scores.undercoat ?? worst?.undercoat[index] ?? 0,
    skin,
    sore: mat === 4 ? (Math.max(1, skin) as Score) : skin,
    coatMm,
    scored: scores.mat !== null,
    scores,
    local,
    done: null,
  }
}

/**
 * The sheet with its gaps filled for one end of the range: what was not looked at is free of everything at the low end
 * and as bad as is plausible at the high end; skin not looked at is sound at the low end, pink at the high one [est].
 * @param known what was made of a place with these very scores, of the same dog on the same day, if it was
 */
export function sideStates(
  assessment: Assessment,
  bsaM2: number,
  end: End,
  house: House,
  known: (scores: SideScores, index: PlaceIndex, end: End, make: () => SideState) => SideState = (_s, _i, _e, make) =>
    make(),
): SideState[] {
  const { sheet, progress } = assessment
  const worst =
    end === 'high'
      ? { mat: plausibleWorst(sheet, 'mat', house), undercoat: plausibleWorst(sheet, 'undercoat', house) }
      : null
  return REGION_SIDES.map((place) => {
    const scores = sheet[place.index]!
    const make = (): SideState => sideState(place, assessment, bsaM2, worst, house)
    // At the high end what is missing follows from the whole sheet; half-way through, finished work from more than scores.
    const byScores = progress === null && (!worst || (scores.mat !== null && scores.undercoat !== null))
    return byScores ? known(scores, place.index, end, make) : make()
  })
}
