import { mirrorIndex, REGION_SIDES, type Side } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import type { SideScores } from '../scores/sheet.ts'
import type { CoatWork, Plan } from './plan-shape.ts'
import { byUrgency } from './stops.ts'

export const mirrorSheet = (assessment: Assessment): Assessment => ({
  ...assessment,
  sheet: assessment.sheet.map((_, i) => assessment.sheet[mirrorIndex[i]!]!),
  progress: assessment.progress && {
    ...assessment.progress,
    done: assessment.progress.done.map((work) => ({ ...work, index: mirrorIndex[work.index]! })),
  },
})

const SCORE_KEYS = ['mat', 'extent', 'standoffMm', 'undercoat', 'condition', 'skin'] as const
const weightOf = (scores: SideScores): number[] => SCORE_KEYS.map((key) => scores[key] ?? -1)

/**
 * Whether the dog is to be planned mirrored: of a dog and its mirror image one is always solved, so that equal plans
 * are told apart the same way for both and a mirrored dog gets the mirrored plan.
 */
export function plansMirrored({ sheet, progress }: Assessment): boolean {
  for (const { index, side } of REGION_SIDES) {
    if (side !== 'left') continue
    const left = sheet[index]!
    const right = sheet[mirrorIndex[index]!]!
    const a = weightOf(left)
    const b = weightOf(right)
    for (const [i, value] of a.entries()) if (value !== b[i]) return value < b[i]!
    const said = JSON.stringify([left.findings, left.leave])
    const saidRight = JSON.stringify([right.findings, right.leave])
    if (said !== saidRight) return said < saidRight
    const finished = (at: number): string => JSON.stringify({ ...progress?.done.find((w) => w.index === at), index: 0 })
    if (progress && finished(index) !== finished(mirrorIndex[index]!))
      return finished(index) < finished(mirrorIndex[index]!)
  }
  return false
}

const otherSide = (side: Side | null): Side | null => (side === null ? null : side === 'left' ? 'right' : 'left')
const mirrorEach = <T>(list: readonly T[]): T[] => list.map((_, i) => list[mirrorIndex[i]!]!)

/** What is done at each place of the mirrored dog. */
export const mirrorWork = <T extends CoatWork>(work: T): T => ({
  ...work,
  regions: mirrorEach(work.regions).map((region, index) => ({ ...region, index, side: REGION_SIDES[index]!.side })),
  split: work.split && {
    visits: work.split.visits.map((visit) => ({
      ...visit,
      parts: visit.parts.map(({ index, part }) => ({ index: mirrorIndex[index]!, part })),
    })),
    left: work.split.left.map((index) => mirrorIndex[index]!),
  },
})

export function mirrorPlan(plan: Plan): Plan {
  const { verdict, stops, trial } = plan
  return {
    ...mirrorWork(plan),
    verdict: {
      ...verdict,
      reasons: verdict.reasons.map((reason) => ({ ...reason, side: otherSide(reason.side) })),
      alternatives: verdict.alternatives.map((alternative) => ({
        ...alternative,
        treatments: mirrorEach(alternative.treatments),
        outlineMm: mirrorEach(alternative.outlineMm),
        losses: mirrorEach(alternative.losses),
      })),
      after: { ...verdict.after, losses: mirrorEach(verdict.after.losses) },
    },
    stops: stops.map((stop) => ({ ...stop, side: otherSide(stop.side) })).sort(byUrgency),
    trial: trial && { ...trial, index: mirrorIndex[trial.index]! },
  }
}
