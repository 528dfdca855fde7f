import { expose } from 'comlink'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { seeded } from '../../contract/formats/random.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import {
  type Agreement,
  type Assessment,
  type Axis,
  changed,
  type Flip,
  type Frontier,
  flipFinder,
  flipTrials,
  frontierOf,
  type House,
  kappa,
  type Odds,
  oddsOf,
  ordered,
  type Plan,
  planGroom,
  REGION_SIDES,
  type Score,
  skinScore,
  type VerdictName,
  verdictOf,
  withReserves,
} from '../../core/index.ts'

const SEED = 1
const DRAWS = 2000
/** Work is done in slices, so that a cancel sent meanwhile is heard. */
const SLICE_MS = 30

const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

/** The newest question of each kind; an older one stops at its next slice. */
const newest = { flips: 0, odds: 0 }
type Kind = keyof typeof newest

const COMPARED = ['mat', 'undercoat', 'skin'] as const

/** One score that two people gave otherwise. */
export interface ScoreDifference {
  readonly index: number
  readonly scale: (typeof COMPARED)[number]
  readonly first: Score
  readonly second: Score
  /** The first's verdict with this one score of the second's. */
  readonly becomes: VerdictName
}

export interface SecondOpinion {
  readonly mats: Agreement
  readonly undercoat: Agreement
  /** Places both looked at. */
  readonly shared: number
  readonly first: VerdictName
  readonly second: VerdictName
  readonly differences: readonly ScoreDifference[]
}

/** What a question is asked of: bath, drying and cut reckoned as the verdict reckons them. */
const reckoned = (file: AssessmentFile, house: House): Assessment => withReserves(readAssessment(file, house), house)

/** What is asked of a verdict, on a thread of its own: the plan on the screen never waits for it. */
const questions = {
  frontier: (file: AssessmentFile, house: House, axis: Axis): Frontier =>
    frontierOf(reckoned(file, house), house, axis),

  /** Answers as they come, with the share done; stops when a newer question is asked or it is cancelled. */
  async flips(file: AssessmentFile, house: House, tell: (flips: Flip[], share: number) => void): Promise<void> {
    newest.flips++
    const mine = newest.flips
    const assessment = reckoned(file, house)
    const { answer } = flipFinder(assessment, house)
    const trials = flipTrials(assessment, house)
    const found: Flip[] = []
    let since = performance.now()
    for (const [i, trial] of trials.entries()) {
      found.push(...answer(trial))
      if (performance.now() - since < SLICE_MS) continue
      tell(ordered(found), (i + 1) / trials.length)
      await breathe()
      if (newest.flips !== mine) return
      since = performance.now()
    }
    tell(ordered(found), 1)
  },

  async odds(file: AssessmentFile, house: House, tell: (odds: Odds, share: number) => void): Promise<void> {
    newest.odds++
    const mine = newest.odds
    for (const odds of oddsOf(reckoned(file, house), house, DRAWS, seeded(SEED))) {
      tell(odds, odds.exact ? 1 : odds.draws / DRAWS)
      await breathe()
      if (newest.odds !== mine) return
    }
  },

  cancel(kind: Kind): void {
    newest[kind]++
  },

  /** The dog as it would be with one thing changed. */
  asIf: (file: AssessmentFile, house: House, flip: Flip): Plan =>
    planGroom(changed(reckoned(file, house), flip), house),

  /** How far two people agree on one dog, and whether what they differ in matters. */
  secondOpinion(firstFile: AssessmentFile, secondFile: AssessmentFile, house: House): SecondOpinion {
    const first = reckoned(firstFile, house)
    const second = reckoned(secondFile, house)
    const both = (scale: 'mat' | 'undercoat') =>
      REGION_SIDES.flatMap(({ index }): [number, number][] => {
        const a = first.sheet[index]![scale]
        const b = second.sheet[index]![scale]
        return a === null || b === null ? [] : [[a, b]]
      })
    return {
      mats: kappa(both('mat'), 'quadratic'),
      undercoat: kappa(both('undercoat'), 'quadratic'),
      shared: both('mat').length,
      first: verdictOf(first, house),
      second: verdictOf(second, house),
      differences: REGION_SIDES.flatMap(({ index }) =>
        COMPARED.flatMap((scale): ScoreDifference[] => {
          const a = first.sheet[index]!
          const b = second.sheet[index]!
          const [from, to] = scale === 'skin' ? [skinScore(a), skinScore(b)] : [a[scale], b[scale]]
          if (from === null || to === null || from === to) return []
          const mat = scale === 'mat' ? { extent: b.extent, standoffMm: b.standoffMm } : {}
          const sheet = first.sheet.with(index, { ...a, [scale]: to, ...mat })
          return [{ index, scale, first: from, second: to, becomes: verdictOf({ ...first, sheet }, house) }]
        }),
      ),
    }
  },
}
export type Questions = typeof questions
expose(questions)
