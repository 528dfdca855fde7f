import { type PlaceIndex, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import type { Assessment, Jacket } from '../dog/dog.ts'
import { rollsOnly } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import { contextOf } from '../plan/context.ts'
import { isStripped } from '../plan/options.ts'
import type { CoatWork } from '../plan/plan-shape.ts'

/** One date of a jacket on its way to a show. */
export interface JacketStage {
  readonly stage: 'full-strip' | 'roll' | 'show'
  /** Days from today; what would lie in the past is not in the plan. */
  readonly inDays: number
}

export const STRIP_NOTES = [
  'chalk-for-grip',
  'hold-the-skin',
  'few-hairs-with-growth',
  'elbow-not-wrist',
  'scent-patch-lightly',
  'sensitive-last',
] as const
export type StripNote = (typeof STRIP_NOTES)[number]

/** The jacket: whether it comes, where and in which order it is taken, and when again. */
export interface HandStrip {
  readonly jacket: Jacket
  /** Blown: long, dull, and comes with a light pull. */
  readonly ready: boolean
  /** Region-sides in the order of the work. */
  readonly order: readonly number[]
  readonly minutes: Minutes
  readonly pull: number
  /** Too near a show for a full strip: today it is rolled. */
  readonly rolls: boolean
  /** Weeks until a jacket that is tight comes; null where it comes now. */
  readonly comesInWeeks: number | null
  /** Weeks to the next rolling. */
  readonly rollWeeks: number
  /** Worked back from the show; empty without one. */
  readonly stages: readonly JacketStage[]
  /** Too late for a full strip before the show: rolled only. */
  readonly tooLate: boolean
  readonly notes: readonly StripNote[]
}

const DAYS = 7
/** The last rolling before a show gives the jacket this long to lie flat again, weeks. */
const LAST_ROLL = fixed('strip.last-roll')

/** Where the dog minds least first; tender places last. */
const ORDER: readonly RegionId[] = ['back', 'rump', 'side', 'shoulder', 'neck', 'chest', 'tail']

/** Full strip within its window before the show, then rolling until shortly before it. */
function stagesTo(showInDays: number, house: House): { stages: JacketStage[]; tooLate: boolean } {
  const latest = showInDays - house['strip.window-least'] * DAYS
  const earliest = showInDays - house['strip.window-most'] * DAYS
  const tooLate = latest < 0
  const middle = Math.round((latest + earliest) / 2)
  const first = Math.max(0, middle)
  const roll = house['strip.roll'] * DAYS
  const stages: JacketStage[] = tooLate ? [] : [{ stage: 'full-strip', inDays: first }]
  const lastRoll = showInDays - LAST_ROLL * DAYS
  // Backwards from the last rolling, so that it falls where it should.
  const rolls: JacketStage[] = []
  const after = tooLate ? 0 : first + roll / 2
  for (let day = lastRoll; day >= after; day -= roll) rolls.unshift({ stage: 'roll', inDays: Math.round(day) })
  return { stages: [...stages, ...rolls, { stage: 'show', inDays: showInDays }], tooLate }
}

/** The hand-strip plan of a coat that has a jacket and whose owner wants it; null for the others. */
export function stripOf(assessment: Assessment, plan: CoatWork, house: House): HandStrip | null {
  const { dog, wishes, sheet } = assessment
  const ctx = contextOf(assessment, 0, house)
  const wanted = wishes.style === 'strip' || ctx.keepsJacket || ctx.stripsJacket
  if (!wanted || plan.verdict.choice === 'refer') return null
  const jacket = dog.jacket ?? 'tight'
  const places = REGION_SIDES.filter(({ region, index }) =>
    plan.regions[index]!.treatment === 'strip'
      ? true
      : jacket === 'tight' && isStripped(region, { ...ctx, stripsJacket: true }),
  )
  const sore = (index: PlaceIndex): number => sheet[index]!.skin ?? 0
  const order = [...places]
    .sort(
      (a, b) =>
        sore(a.index) - sore(b.index) ||
        REGIONS[a.region].tender - REGIONS[b.region].tender ||
        ORDER.indexOf(a.region) - ORDER.indexOf(b.region) ||
        a.index - b.index,
    )
    .map(({ index }) => index)
  const stripped = plan.regions.filter(({ treatment }) => treatment === 'strip')
  return {
    jacket,
    ready: jacket !== 'tight',
    rolls: rollsOnly(assessment, house),
    comesInWeeks: jacket === 'tight' ? house['strip.tight'] : null,
    order,
    minutes: stripped.reduce((sum, { option }) => sum + option.minutes, 0),
    pull: stripped.reduce((sum, { option }) => sum + option.pull, 0),
    rollWeeks: house['strip.roll'],
    ...(wishes.showInDays === null ? { stages: [], tooLate: false } : stagesTo(wishes.showInDays, house)),
    notes: [
      'chalk-for-grip',
      'hold-the-skin',
      'few-hairs-with-growth',
      'elbow-not-wrist',
      ...(order.some((index) => REGION_SIDES[index]!.region === 'tail') ? (['scent-patch-lightly'] as const) : []),
      'sensitive-last',
    ],
  }
}
