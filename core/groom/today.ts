import type { PlaceIndex } from '../body/regions.ts'
import type { CoatWork, Plan, Range, RegionPlan } from '../plan/plan-shape.ts'
import type { Treatment } from '../tools/treatments.ts'

/** How much of each place's work belongs to this visit, 0 to 1: all of it, unless the work is spread over visits. */
export function todaysPart({ split }: CoatWork): (index: PlaceIndex) => number {
  const first = split?.visits[0]
  if (!first) return () => 1
  const parts = new Map(first.parts.map(({ index, part }) => [index, part]))
  return (index) => parts.get(index) ?? 0
}

/** A frail dog in felt gets what hurts; the rest is not the salon's to decide. */
export const vetDecides = ({ stops }: Pick<Plan, 'stops'>): boolean => stops.some(({ code }) => code === 'pelted-frail')

/** How much of each place all planned visits do together, 0 to 1; all of it, unless the work is spread over visits. */
export function plannedPart({ split }: Pick<CoatWork, 'split'>): (index: PlaceIndex) => number {
  if (!split) return () => 1
  const planned = new Map<PlaceIndex, number>()
  for (const { parts } of split.visits)
    for (const { index, part } of parts) planned.set(index, (planned.get(index) ?? 0) + part)
  const left = new Set(split.left)
  return (index) => (left.has(index) ? (planned.get(index) ?? 0) : 1)
}

/** Minutes or pull of all visits that are planned; of what is left for another day, or for a vet to decide, nothing. */
export function planned(
  { verdict, split, regions }: Pick<Plan, 'verdict' | 'split' | 'regions'>,
  of: 'minutes' | 'pull',
): Range {
  if (!split) return verdict[of]
  const partOf = plannedPart({ split })
  const left = (end: 'low' | 'high'): number =>
    split.left.reduce((sum, index) => sum + (1 - partOf(index)) * regions[index]![of][end], 0)
  return { low: verdict[of].low - left('low'), high: verdict[of].high - left('high') }
}

/** What is done with a place of which so much is worked on, 0 to 1: where nothing is, it is left alone. */
export const treatmentOf = ({ treatment }: Pick<RegionPlan, 'treatment'>, part: number): Treatment =>
  part > 0 || treatment === 'none' || treatment === 'look' ? treatment : 'leave'
