import { mirrorIndex, type PlaceIndex, REGION_SIDES, type RegionId, type Side } from '../body/regions.ts'
import { type Assessment, type KeepLength, STYLE_WISH_IDS, type StyleWish, type Temperament } from '../dog/dog.ts'
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

/** Where a change is made. */
interface At {
  readonly region: RegionId
  /** null on a single region, and where both sides change together. */
  readonly side: Side | null
}

interface FromTo<T> {
  readonly from: T
  readonly to: T
}

/** One thing that could be otherwise: a score, the free hair under a mat (mm), a wish, the temper, the slot (minutes). */
export type Change =
  | ({ readonly what: 'score'; readonly score: FlipScore } & At & FromTo<Score>)
  | ({ readonly what: 'standoff' } & At & FromTo<number>)
  | ({ readonly what: 'wish'; readonly wish: 'keepLength' } & FromTo<KeepLength>)
  | ({ readonly what: 'wish'; readonly wish: 'style' } & FromTo<StyleWish>)
  | ({ readonly what: 'temper' } & FromTo<Temperament>)
  | ({ readonly what: 'slot' } & FromTo<number>)

/** How many steps of its scale a change is. */
type Sized = Change & { readonly size: number }

/** One change that makes another verdict. */
export type Flip = Sized & { readonly becomes: VerdictName }

/** A question: one thing changed one way, the smallest change first; the first that flips is the answer. */
export type Trial = readonly Sized[]

const STANDOFFS_MM = [0.5, 1, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10, 13, 16, 20] as const
const TEMPERS: readonly Temperament[] = ['easy', 'wary', 'anxious', 'mouthy', 'bites']
const KEEPS: readonly KeepLength[] = [0, 1, 2, 3]
const SLOT_STEP = 15
const SLOT_LEAST = 30
const SLOT_MOST = 480
/** Show and strip are other grooms, not other wishes for this one. */
const OPEN_WISHES: readonly StyleWish[] = STYLE_WISH_IDS.filter((id) => id !== 'show' && id !== 'strip')

const sized = <T extends number | string>(values: readonly T[]): { to: T; size: number }[] =>
  values.map((to, i) => ({ to, size: i + 1 }))

/** Both ways along a scale, the nearest first; a way with nothing on it is left out. */
const upAndDown = <T extends number | string>(scale: readonly T[], at: number): { to: T; size: number }[][] =>
  [scale.slice(at + 1), scale.slice(0, Math.max(0, at)).reverse()].filter(({ length }) => length > 0).map(sized)

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
  for (const { index, region, side } of REGION_SIDES) {
    if (progress?.done.some((work) => work.index === index)) continue
    const other = mirrorIndex[index]!
    for (const score of FLIP_SCORES) {
      const from = scoreAt(sheet[index]!, score)
      if (from === null) continue
      const held = score === 'skin' && sheet[index]!.findings.length > 0
      for (const tries of upAndDown(SCORES, from)) {
        // Findings hold the skin score up: it can be worse than they say, never better.
        if (held && tries[0]!.to < from) continue
        const at = (where: Side | null): Trial =>
          tries.map(({ to, size }) => ({ what: 'score', region, side: where, score, from, to, size }))
        if (!(symmetric && side === 'right')) trials.push(at(side))
        if (side === 'left' && scoreAt(sheet[other]!, score) === from) trials.push(at(null))
      }
    }
  }
  return trials
}

function standoffTrials(assessment: Assessment, house: House): Trial[] {
  const symmetric = isSymmetric(assessment)
  return REGION_SIDES.flatMap(({ index, side, region }): Trial[] => {
    const scores = assessment.sheet[index]!
    const coatMm = coatMmOf(region, assessment)
    const finished = assessment.progress?.done.some((work) => work.index === index)
    if (scores.mat === null || scores.mat < 2 || finished || (symmetric && side === 'right')) return []
    const from = standoffMmOf(scores, scores.mat, coatMm, house)
    const above = STANDOFFS_MM.filter((mm) => mm > from && mm <= coatMm)
    const below = STANDOFFS_MM.filter((mm) => mm < from).reverse()
    return [above, below].map((list) =>
      sized(list).map(({ to, size }) => ({ what: 'standoff', region, side, from, to, size })),
    )
  })
}

function wishTrials({ wishes }: Assessment): Trial[] {
  const { keepLength: kept, style } = wishes
  const styles = OPEN_WISHES.includes(style) ? OPEN_WISHES.filter((id) => id !== style) : []
  return [
    ...upAndDown(KEEPS, kept).map(
      (tries): Trial => tries.map(({ to, size }) => ({ what: 'wish', wish: 'keepLength', from: kept, to, size })),
    ),
    ...styles.map((to): Trial => [{ what: 'wish', wish: 'style', from: style, to, size: 1 }]),
  ]
}

function temperTrials({ dog }: Assessment): Trial[] {
  const from = dog.temperament
  const at = TEMPERS.indexOf(from === 'unknown' ? 'wary' : from)
  return upAndDown(TEMPERS, at).map((tries) => tries.map(({ to, size }) => ({ what: 'temper', from, to, size })))
}

function slotTrials({ slotMinutes: from }: Assessment): Trial[] {
  const slots = Array.from({ length: (SLOT_MOST - SLOT_LEAST) / SLOT_STEP + 1 }, (_, i) => SLOT_LEAST + i * SLOT_STEP)
  const longer = slots.filter((minutes) => minutes > from)
  const shorter = slots.filter((minutes) => minutes < from).reverse()
  return [longer, shorter].map((list) => sized(list).map(({ to, size }) => ({ what: 'slot', from, to, size })))
}

/** Everything that is asked, in order. The answers are for `answer`. */
export const flipTrials = (assessment: Assessment, house: House): Trial[] =>
  [
    ...scoreTrials(assessment),
    ...standoffTrials(assessment, house),
    ...wishTrials(assessment),
    ...temperTrials(assessment),
    ...slotTrials(assessment),
  ].filter(({ length }) => length > 0)

/** The dog as it would be: one thing changed, all else as it stands. Extent and standoff stay where they were given. */
export function changed(assessment: Assessment, change: Change): Assessment {
  const { sheet, wishes, dog } = assessment
  switch (change.what) {
    case 'score': {
      const { score, to } = change
      const clean = score === 'mat' && to === 0 ? NO_MAT : {}
      return {
        ...assessment,
        sheet: sheet.map((scores, i) => (isAt(change, i) ? { ...scores, [score]: to, ...clean } : scores)),
      }
    }
    case 'standoff':
      return {
        ...assessment,
        sheet: sheet.map((scores, i) => (isAt(change, i) ? { ...scores, standoffMm: change.to } : scores)),
      }
    case 'wish':
      return { ...assessment, wishes: { ...wishes, [change.wish]: change.to } }
    case 'temper':
      return { ...assessment, dog: { ...dog, temperament: change.to } }
    case 'slot':
      return { ...assessment, slotMinutes: change.to }
  }
}
const NO_MAT = { extent: null, standoffMm: null } as const

const isAt = ({ region, side }: At, index: PlaceIndex): boolean => {
  const place = REGION_SIDES[index]!
  return place.region === region && (side === null || place.side === side)
}

/** Answers trials one by one; what they share is computed once. */
export function flipFinder(
  assessment: Assessment,
  house: House,
): { now: VerdictName; answer: (trial: Trial) => Flip[] } {
  const sheetOnly: Maker = rememberingMaker()
  const now = verdictOf(assessment, house, sheetOnly)
  const symmetric = isSymmetric(assessment)
  // Nothing that costs more than the sheet is shared between dogs of other tempers and wishes.
  const maker = ({ what }: Change): Maker | undefined => (what === 'wish' || what === 'temper' ? undefined : sheetOnly)
  const answer = (trial: Trial): Flip[] => {
    for (const change of trial) {
      const becomes = verdictOf(changed(assessment, change), house, maker(change))
      if (becomes === now) continue
      const flip: Flip = { ...change, becomes }
      return symmetric && 'side' in flip && flip.side === 'left' ? [flip, { ...flip, side: 'right' }] : [flip]
    }
    return []
  }
  return { now, answer }
}

/** Where in the sweep a change begins; what changes the whole dog, nowhere. */
const sweepPlace = (flip: Flip): number => ('region' in flip ? REGION_SIDES.findIndex((_, i) => isAt(flip, i)) : -1)

/** The same change, on whichever side. */
const changeOf = (flip: Flip & At): string =>
  `${flip.what} ${flip.region} ${flip.what === 'score' ? flip.score : ''} ${flip.to}`

/**
 * The smallest first: score steps by their number, then standoff, wish, temper and slot. Both sides together are named
 * only where one side alone does not do it with as few steps.
 */
export function ordered(flips: readonly Flip[]): Flip[] {
  const alone = new Set(flips.flatMap((flip) => ('side' in flip && flip.side !== null ? [changeOf(flip)] : [])))
  const single = (flip: Flip): boolean =>
    !('side' in flip) || flip.side !== null || mirrorIndex[sweepPlace(flip)] === sweepPlace(flip)
  return flips
    .filter((flip) => single(flip) || !('side' in flip) || !alone.has(changeOf(flip)))
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
  return ordered(flipTrials(assessment, house).flatMap(answer))
}
