import { mirrorIndex, REGION_SIDES, type RegionId, type Side } from '../body/regions.ts'
import { type Assessment, STYLE_WISH_IDS, type StyleWish, type Temperament } from '../dog/dog.ts'
import { coatMmOf } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { type Maker, rememberingMaker } from '../plan/making.ts'
import type { VerdictName } from '../plan/names.ts'
import { verdictOf } from '../plan/weigh.ts'
import { SCORES, type Score } from '../scores/scales.ts'
import { type SideScores, skinScore, standoffMmOf } from '../scores/sheet.ts'

/** In the order they are asked about. */
export const FLIP_KINDS = ['score', 'standoff', 'wish', 'temper', 'slot'] as const
export type FlipKind = (typeof FLIP_KINDS)[number]

/** Scores that the plan follows from. Condition says what the bath is for, and never moves a verdict. */
export const FLIP_SCORES = ['mat', 'undercoat', 'skin'] as const
export type FlipScore = (typeof FLIP_SCORES)[number]

/** One change that makes another verdict. */
export interface Flip {
  readonly what: FlipKind
  readonly region: RegionId | null
  /** null on a single region, and where both sides change together. */
  readonly side: Side | null
  /** Which score, or which wish (`keepLength`, `style`); null for the rest. */
  readonly score: FlipScore | 'keepLength' | 'style' | null
  readonly from: number | string
  readonly to: number | string
  /** How many steps of its scale the change is. */
  readonly size: number
  readonly becomes: VerdictName
}

/** A question: one thing, and the values to try it at, the nearest first; the first that flips is the answer. */
export interface Trial {
  readonly what: FlipKind
  readonly places: readonly number[]
  readonly score: Flip['score']
  readonly from: number | string
  readonly tries: readonly { readonly to: number | string; readonly size: number }[]
}

const STANDOFFS_MM = [0.5, 1, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10, 13, 16, 20] as const
const TEMPERS: readonly Temperament[] = ['easy', 'wary', 'anxious', 'mouthy', 'bites']
const SLOT_STEP = 15
const SLOT_LEAST = 30
const SLOT_MOST = 480
/** Show and strip are other grooms, not other wishes for this one. */
const OPEN_WISHES: readonly StyleWish[] = STYLE_WISH_IDS.filter((id) => id !== 'show' && id !== 'strip')

const upAndDown = <T extends number | string>(scale: readonly T[], at: number): { to: T; size: number }[][] => [
  scale.slice(at + 1).map((to, i) => ({ to, size: i + 1 })),
  scale
    .slice(0, Math.max(0, at))
    .reverse()
    .map((to, i) => ({ to, size: i + 1 })),
]

const scoreAt = (scores: SideScores, score: FlipScore): Score | null =>
  score === 'skin' ? skinScore(scores) : scores[score]

const alike = (a: SideScores, b: SideScores): boolean => JSON.stringify(a) === JSON.stringify(b)

/** Whether left and right are scored alike everywhere: then each question is asked of one side only. */
const isSymmetric = ({ sheet, progress }: Assessment): boolean =>
  !progress && sheet.every((scores, i) => alike(scores, sheet[mirrorIndex[i]!]!))

function scoreTrials(assessment: Assessment): Trial[] {
  const { sheet, progress } = assessment
  const symmetric = isSymmetric(assessment)
  const trials: Trial[] = []
  for (const { index, side } of REGION_SIDES) {
    if (progress?.done.some((work) => work.index === index)) continue
    const other = mirrorIndex[index]!
    for (const score of FLIP_SCORES) {
      const from = scoreAt(sheet[index]!, score)
      if (from === null) continue
      // Findings hold the skin score up: it can be worse than they say, never better.
      for (const [down, tries] of upAndDown(SCORES, from).entries()) {
        if (tries.length === 0 || (score === 'skin' && down === 1 && sheet[index]!.findings.length > 0)) continue
        if (!(symmetric && side === 'right')) trials.push({ what: 'score', places: [index], score, from, tries })
        if (side === 'left' && scoreAt(sheet[other]!, score) === from)
          trials.push({ what: 'score', places: [index, other], score, from, tries })
      }
    }
  }
  return trials
}

function standoffTrials(assessment: Assessment): Trial[] {
  const symmetric = isSymmetric(assessment)
  return REGION_SIDES.flatMap(({ index, side, region }): Trial[] => {
    const scores = assessment.sheet[index]!
    const coatMm = coatMmOf(region, assessment)
    const finished = assessment.progress?.done.some((work) => work.index === index)
    if (scores.mat === null || scores.mat < 2 || finished || (symmetric && side === 'right')) return []
    const from = standoffMmOf(scores, scores.mat, coatMm)
    const above = STANDOFFS_MM.filter((mm) => mm > from && mm <= coatMm)
    const below = STANDOFFS_MM.filter((mm) => mm < from).reverse()
    return [above, below]
      .filter((list) => list.length > 0)
      .map((list) => ({
        what: 'standoff',
        places: [index],
        score: null,
        from,
        tries: list.map((to, i) => ({ to, size: i + 1 })),
      }))
  })
}

const wholeDog = (what: FlipKind, score: Flip['score'], from: Flip['from'], tries: Trial['tries']): Trial[] =>
  tries.length > 0 ? [{ what, places: [], score, from, tries }] : []

/** Everything that is asked, in order. The answers are for `answer`. */
export function flipTrials(assessment: Assessment): Trial[] {
  const { wishes, dog, slotMinutes } = assessment
  const keeps = [0, 1, 2, 3] as const
  const temper = dog.temperament === 'unknown' ? 'wary' : dog.temperament
  const slots = Array.from({ length: (SLOT_MOST - SLOT_LEAST) / SLOT_STEP + 1 }, (_, i) => SLOT_LEAST + i * SLOT_STEP)
  const longer = slots.filter((minutes) => minutes > slotMinutes)
  const shorter = slots.filter((minutes) => minutes < slotMinutes).reverse()
  const styles = OPEN_WISHES.includes(wishes.style) ? OPEN_WISHES.filter((id) => id !== wishes.style) : []
  return [
    ...scoreTrials(assessment),
    ...standoffTrials(assessment),
    ...upAndDown(keeps, wishes.keepLength).flatMap((tries) => wholeDog('wish', 'keepLength', wishes.keepLength, tries)),
    ...styles.flatMap((to) => wholeDog('wish', 'style', wishes.style, [{ to, size: 1 }])),
    ...upAndDown(TEMPERS, TEMPERS.indexOf(temper)).flatMap((tries) => wholeDog('temper', null, dog.temperament, tries)),
    ...[longer, shorter].flatMap((list) =>
      wholeDog(
        'slot',
        null,
        slotMinutes,
        list.map((to, i) => ({ to, size: i + 1 })),
      ),
    ),
  ]
}

/** The dog as it would be: one thing changed, all else as it stands. Extent and standoff stay where they were given. */
export function changed(
  assessment: Assessment,
  { what, places, score }: Pick<Trial, 'what' | 'places' | 'score'>,
  to: number | string,
): Assessment {
  const { sheet, wishes, dog } = assessment
  switch (what) {
    case 'score':
      return {
        ...assessment,
        sheet: sheet.map((scores, i) =>
          places.includes(i)
            ? { ...scores, [score as FlipScore]: to as Score, ...(score === 'mat' && to === 0 ? NO_MAT : {}) }
            : scores,
        ),
      }
    case 'standoff':
      return {
        ...assessment,
        sheet: sheet.map((scores, i) => (places.includes(i) ? { ...scores, standoffMm: to as number } : scores)),
      }
    case 'wish':
      return { ...assessment, wishes: { ...wishes, [score as string]: to } }
    case 'temper':
      return { ...assessment, dog: { ...dog, temperament: to as Temperament } }
    case 'slot':
      return { ...assessment, slotMinutes: to as number }
  }
}
const NO_MAT = { extent: null, standoffMm: null } as const

/** Changes that a flip stands for, to show the dog as it would be. */
export const withFlip = (assessment: Assessment, flip: Flip): Assessment =>
  changed(assessment, { ...flip, places: placesOf(flip) }, flip.to)

const placesOf = ({ region, side }: Flip): number[] =>
  REGION_SIDES.filter((place) => place.region === region && (side === null || place.side === side)).map(
    ({ index }) => index,
  )

/** Answers trials one by one; what they share is computed once. */
export function flipFinder(
  assessment: Assessment,
  house: House,
): { now: VerdictName; answer: (trial: Trial) => Flip[] } {
  const sheetOnly: Maker = rememberingMaker()
  const now = verdictOf(assessment, house, sheetOnly)
  const symmetric = isSymmetric(assessment)
  // Nothing that costs more than the sheet is shared between dogs of other tempers and wishes.
  const maker = (what: FlipKind): Maker | undefined => (what === 'wish' || what === 'temper' ? undefined : sheetOnly)
  const answer = (trial: Trial): Flip[] => {
    for (const { to, size } of trial.tries) {
      const becomes = verdictOf(changed(assessment, trial, to), house, maker(trial.what))
      if (becomes === now) continue
      const [first] = trial.places
      const { region = null, side = null } = first === undefined ? {} : REGION_SIDES[first]!
      const flip: Flip = {
        what: trial.what,
        region,
        side: trial.places.length > 1 ? null : side,
        score: trial.score,
        from: trial.from,
        to,
        size,
        becomes,
      }
      return symmetric && flip.side === 'left' ? [flip, { ...flip, side: 'right' }] : [flip]
    }
    return []
  }
  return { now, answer }
}

const sweepPlace = ({ region, side }: Flip): number =>
  REGION_SIDES.findIndex((place) => place.region === region && (side === null || place.side === side))

/**
 * The smallest first: score steps by their number, then standoff, wish, temper and slot. Both sides together are named
 * only where one side alone does not do it with as few steps.
 */
export function ordered(flips: readonly Flip[]): Flip[] {
  const alone = new Set(
    flips.filter(({ side }) => side !== null).map(({ what, region, score, to }) => `${what} ${region} ${score} ${to}`),
  )
  const single = (flip: Flip): boolean =>
    flip.side !== null || flip.region === null || mirrorIndex[sweepPlace(flip)] === sweepPlace(flip)
  return flips
    .filter((flip) => single(flip) || !alone.has(`${flip.what} ${flip.region} ${flip.score} ${flip.to}`))
    .sort(
      (a, b) =>
        FLIP_KINDS.indexOf(a.what) - FLIP_KINDS.indexOf(b.what) ||
        a.size - b.size ||
        Number(!single(a)) - Number(!single(b)) ||
        sweepPlace(a) - sweepPlace(b),
    )
}

/** All flips at once. */
export function flipsOf(assessment: Assessment, house: House): Flip[] {
  const { answer } = flipFinder(assessment, house)
  return ordered(flipTrials(assessment).flatMap(answer))
}
