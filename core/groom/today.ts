import type { PlaceIndex } from '../body/regions.ts'
import type { CoatWork } from '../plan/plan-shape.ts'

/** How much of each place's work belongs to this visit, 0 to 1: all of it, unless the work is spread over visits. */
export function todaysPart({ split }: CoatWork): (index: PlaceIndex) => number {
  const first = split?.visits[0]
  if (!first) return () => 1
  const parts = new Map(first.parts.map(({ index, part }) => [index, part]))
  return (index) => parts.get(index) ?? 0
}
