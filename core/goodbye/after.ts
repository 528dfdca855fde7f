import type { PlaceIndex } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import type { Bench } from '../groom/bench/shape.ts'
import { todaysPart } from '../groom/today.ts'
import type { Plan } from '../plan/plan-shape.ts'
import type { Score } from '../scores/scales.ts'
import type { Sheet } from '../scores/sheet.ts'
import type { Treatment } from '../tools/treatments.ts'

/** Treatments after which the comb goes through. */
const FREES: ReadonlySet<Treatment> = new Set(['brush', 'demat', 'blow-out', 'splice', 'clip-out', 'clip', 'strip'])
/** What is still on the comb after carding or air: never nothing at once. */
const LEFT_LOOSE = 1

/** What the comb check still found at a place. */
export interface CheckMark {
  readonly index: PlaceIndex
  readonly mat: Score
  readonly extent: number | null
}

const lower = (score: Score | null, most: Score): Score | null =>
  score === null ? null : (Math.min(score, most) as Score)

/**
 * The dog as it goes home: what was done is done, what was skipped stands as it was found, and what the comb check found
 * stands over both. Without a bench the plan counts as carried out.
 */
export function afterOf({ sheet }: Assessment, plan: Plan, bench: Bench | null, marks: readonly CheckMark[]): Sheet {
  const steps = bench?.steps ?? []
  const kept = steps.length > 0
  const partOf = todaysPart(plan)
  const washed = kept
    ? steps.some(({ step, status }) => step.what === 'wash' && status === 'done')
    : plan.verdict.choice !== 'refer'
  return sheet.map((before, index) => {
    const { treatment, option, done } = plan.regions[index]!
    const carried = done || (kept ? bench!.finished.has(index) : partOf(index) === 1)
    const worked = FREES.has(treatment) && carried
    const loosened = (option.card !== null || treatment === 'card' || treatment === 'blow-out') && carried
    const mark = marks.find((one) => one.index === index)
    const free = worked && before.mat !== null
    const stays = treatment === 'leave'
    return {
      ...before,
      mat: mark?.mat ?? (free ? 0 : before.mat),
      extent: mark ? mark.extent : free ? null : before.extent,
      standoffMm: mark || free ? null : before.standoffMm,
      undercoat: loosened ? lower(before.undercoat, LEFT_LOOSE) : before.undercoat,
      condition: washed && !stays ? lower(before.condition, 0) : before.condition,
    }
  })
}
