import type { PlaceIndex } from '../body/regions.ts'
import type { Minutes } from '../numbers/units.ts'
import type { VerdictName } from '../plan/names.ts'
import type { Plan, RegionPlan } from '../plan/plan-shape.ts'
import type { Treatment } from '../tools/treatments.ts'

/** One region-side that two plans treat differently. */
export interface Changed {
  readonly index: PlaceIndex
  readonly was: Treatment
  readonly now: Treatment
  readonly minutes: Minutes
  readonly pull: number
  /**
   * Why: its own scores changed, the treatment it had is no longer allowed there, or the choice over the whole dog fell
   * otherwise.
   */
  readonly why: 'scores' | 'refused' | 'whole-dog'
}

/** What was, what is, and why: two plans of one dog. Figures are what the second takes more than the first. */
export interface Difference {
  readonly was: VerdictName
  readonly now: VerdictName
  readonly minutes: Minutes
  readonly pull: number
  readonly coatKept: number
  readonly regions: readonly Changed[]
}

export function differenceOf(before: Plan, after: Plan): Difference {
  const regions = after.regions.flatMap((now, index): Changed[] => {
    const was = before.regions[index]!
    if (was.treatment === now.treatment && sameCut(was, now)) return []
    return [
      {
        index,
        was: was.treatment,
        now: now.treatment,
        minutes: now.option.minutes - was.option.minutes,
        pull: now.option.pull - was.option.pull,
        why: !sameOptions(was, now)
          ? 'scores'
          : now.weighed.some(({ treatment }) => treatment === was.treatment)
            ? 'whole-dog'
            : 'refused',
      },
    ]
  })
  return {
    was: before.verdict.choice,
    now: after.verdict.choice,
    minutes: after.verdict.minutes.low - before.verdict.minutes.low,
    pull: after.verdict.pull.low - before.verdict.pull.low,
    coatKept: after.verdict.coatKept.high - before.verdict.coatKept.high,
    regions: regions.filter(({ index }) => !after.regions[index]!.done),
  }
}

/** The same scores give the same options, to the minute. */
const sameOptions = (a: RegionPlan, b: RegionPlan): boolean =>
  a.weighed.length === b.weighed.length &&
  a.weighed.every(({ treatment, minutes }, i) => {
    const other = b.weighed[i]!
    return other.treatment === treatment && Math.abs(other.minutes - minutes) < 1e-9
  })

const sameCut = (a: RegionPlan, b: RegionPlan): boolean => a.option.leavesMm === b.option.leavesMm
