import { type Rebook, rebookOf } from '../aftercare/rebook.ts'
import { isPaw } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import { COAT_PARTS, type CoatPart } from '../coat/coat-types.ts'
import { regrowthOf } from '../coat/growth.ts'
import { coatPartOf } from '../coat/region-length.ts'
import { cutOf, takesEndsOnly } from '../cut/cut.ts'
import type { Cut, CutReason } from '../cut/shape.ts'
import type { Assessment } from '../dog/dog.ts'
import { rollsOnly } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { CoatWork } from '../plan/plan-shape.ts'
import { matWeight } from '../scores/indices.ts'
import { extentOf } from '../scores/sheet.ts'
import { plannedPart } from './today.ts'

/** A length that a part of the coat is cut to. */
export interface PartCut {
  readonly part: CoatPart
  readonly beforeMm: Millimetres
  /** What most of it is cut to. */
  readonly afterMm: Millimetres
  /** From the shortest to the longest that more than a corner of it is cut to: a round top over short cheeks. */
  readonly fromMm: Millimetres
  readonly toMm: Millimetres
}

/** How a dog goes home when all of its plan is done, the finishing cut with it: what an owner says yes to. */
export interface GoesHome {
  /** Lengths by region-side, mm. */
  readonly mm: readonly Millimetres[]
  /** Of the coat it came with, by how much of it shows, 0 to 100. */
  readonly coatKept: number
  /** Parts that the finishing cut takes length from, longest first. */
  readonly cut: readonly PartCut[]
  /** Anything at all is cut, if only feet and hygiene places. */
  readonly anyCut: boolean
  /** The outline is tidied by shears, a little off the ends. */
  readonly tidied: boolean
  /** The jacket is rolled for a show that is near, not stripped. */
  readonly rolled: boolean
  /** Region-sides that show and go home shorter than half of what they came with. */
  readonly overHalf: readonly number[]
  /** Mat index of what is left on it. */
  readonly leftIndex: number
  readonly regrowWeeks: number
  readonly next: Rebook
}

const HALF = fixed('home.half')
/** Lines of the cut that take no length of their own: the verdict's are counted with it. */
const NOT_SHORTER: ReadonlySet<CutReason> = new Set(['verdict', 'patch'])

/** How much of the dog ends at each length. */
function sharesOf(indexes: readonly number[], mm: readonly Millimetres[]): [mm: Millimetres, share: number][] {
  const shares = new Map<number, number>()
  for (const index of indexes) shares.set(mm[index]!, (shares.get(mm[index]!) ?? 0) + REGION_SIDES[index]!.share)
  return [...shares]
}

/** The length most of a part ends at, by its share of the dog. */
export const mostOf = (indexes: readonly number[], mm: readonly Millimetres[]): number =>
  sharesOf(indexes, mm).reduce((a, b) => (b[1] > a[1] + 1e-12 ? b : a))[0]

/** Less of a part than this is a corner of it: an armpit, a hygiene place. */
const CORNER = fixed('home.corner')

/** From the shortest to the longest length that more than a corner ends at; nobody means the feet who says legs. */
function rangeOf(indexes: readonly number[], mm: readonly Millimetres[]): { fromMm: Millimetres; toMm: Millimetres } {
  const shares = sharesOf(
    indexes.filter((index) => !isPaw(REGION_SIDES[index]!.region)),
    mm,
  )
  const all = shares.reduce((sum, [, share]) => sum + share, 0)
  const said = shares.filter(([, share]) => share >= CORNER * all).map(([length]) => length)
  const most = mostOf(indexes, mm)
  return { fromMm: Math.min(most, ...said), toMm: Math.max(most, ...said) }
}

/**
 * What becomes of the coat by the end of the groom: verdict and finishing cut together, and when to come back from there.
 * A groom that stops leaves everything as it came.
 * @param cut the finishing cut of this plan, where it is known already
 */
export function goesHome(
  assessment: Assessment,
  plan: CoatWork,
  house: House,
  cut: Cut | null = cutOf(assessment, plan, house),
): GoesHome {
  const before = plan.regions.map(({ coatMm }) => coatMm)
  /** What no visit is planned for stays as it came. */
  const partOf = plannedPart(plan)
  const isLeft = (index: PlaceIndex): boolean => partOf(index) === 0
  const mm = before.map((coatMm, index) => (cut && !isLeft(index as PlaceIndex) ? cut.mm[index]! : coatMm))
  const coatLines = (cut?.lines ?? []).filter(
    (line) => line.part === 'coat' && !NOT_SHORTER.has(line.why) && !takesEndsOnly(line) && !isLeft(line.index),
  )
  const shows = (index: PlaceIndex): number =>
    REGION_SIDES[index]!.share * house[`loss.seen${REGIONS[REGION_SIDES[index]!.region].seen}`]
  let whole = 0
  let left = 0
  for (const { index } of REGION_SIDES) {
    if (!(before[index]! > 0)) continue
    whole += shows(index)
    left += (shows(index) * Math.min(mm[index]!, before[index]!)) / before[index]!
  }
  const { dog } = assessment
  const parts = COAT_PARTS.flatMap((part): PartCut[] => {
    const indexes = REGION_SIDES.filter(({ region }) => coatPartOf(region, dog.coatType) === part).map(
      ({ index }) => index,
    )
    const lined = coatLines.filter(({ index }) => indexes.includes(index))
    const share = (list: readonly number[]): number => list.reduce((sum, index) => sum + REGION_SIDES[index]!.share, 0)
    const cutHere = lined.map(({ index }) => index)
    if (share(cutHere) < HALF * share(indexes)) return []
    return [{ part, beforeMm: dog.lengthMm[part], afterMm: mostOf(cutHere, mm), ...rangeOf(cutHere, mm) }]
  })
  const leftIndex = assessment.sheet.reduce((sum, { mat, extent }, index) => {
    const { treatment } = plan.regions[index]!
    const stays = treatment === 'leave' || cut === null || partOf(index as PlaceIndex) < 1
    return (
      sum +
      (stays && mat ? 100 * REGION_SIDES[index]!.share * extentOf({ extent }, mat, house) * matWeight(mat, house) : 0)
    )
  }, 0)
  return {
    mm,
    coatKept: whole > 0 ? (100 * left) / whole : 100,
    cut: parts,
    anyCut: (cut?.lines.length ?? 0) > 0,
    rolled: rollsOnly(assessment, house) && plan.regions.some(({ treatment }) => treatment === 'strip'),
    tidied: (cut?.lines ?? []).some(takesEndsOnly),
    overHalf: REGION_SIDES.filter(
      ({ index, region }) =>
        REGIONS[region].seen >= 1 && before[index]! > 0 && mm[index]! < HALF * before[index]! - 1e-9,
    ).map(({ index }) => index),
    leftIndex,
    regrowWeeks: regrowthOf(mm, before, dog.coatType, house),
    next: rebookOf(assessment, leftIndex, mm, house),
  }
}
