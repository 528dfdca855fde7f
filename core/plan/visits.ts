import { REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Option } from './options.ts'
import type { SideState } from './side-state.ts'
import type { Budgets } from './solve.ts'

export interface VisitPart {
  readonly index: number
  /** How much of this region-side's work is done in this visit, above 0 to 1. */
  readonly part: number
}

export interface PlannedVisit {
  readonly number: number
  /** Days after the first visit. */
  readonly day: number
  readonly minutes: number
  readonly pull: number
  readonly parts: readonly VisitPart[]
}

export interface SplitPlan {
  readonly visits: readonly PlannedVisit[]
  /** What does not fit: said, never silently dropped. */
  readonly left: readonly number[]
}

const HYGIENE: ReadonlySet<RegionId> = new Set(['sanitary', 'groin', 'eyes', 'front-paw', 'hind-paw'])
const QUARTERS = [1, 0.75, 0.5, 0.25]

/** Comfort first: hygiene, tender places, and what hides skin or hurts as it is; then the worst coat, then the sweep. */
function urgency({ mat, skin, index }: SideState): number {
  const { tender, id } = REGIONS[REGION_SIDES[index]!.region]
  return (HYGIENE.has(id) ? 4 : 0) + (tender === 3 ? 3 : 0) + (mat === 4 ? 3 : 0) + (skin >= 1 ? 2 : 0) + mat
}

/**
 * Spreads work over up to four visits, each within the dog's budgets, tender and hygiene places first. A place too big
 * for one visit is done a quarter, half or three quarters at a time.
 * @param frail whether the dog needs the longer rest between visits
 */
export function splitVisits(
  picks: readonly Option[],
  states: readonly SideState[],
  budgets: Budgets,
  frail: boolean,
  house: House,
): SplitPlan {
  const days = house[frail ? 'visits.days-frail' : 'visits.days']
  const most = house['visits.most']
  const remaining = picks.map(() => 1)
  const order = states
    .filter(({ index }) => picks[index]!.minutes > 0)
    .sort((a, b) => urgency(b) - urgency(a) || a.index - b.index)
    .map(({ index }) => index)
  const visits: PlannedVisit[] = []
  for (let number = 1; number <= most; number++) {
    const parts: VisitPart[] = []
    let minutes = 0
    let pull = 0
    for (const index of order) {
      const left = remaining[index]!
      if (left <= 0) continue
      const { minutes: m, pull: p } = picks[index]!
      const part = QUARTERS.find(
        (share) =>
          share <= left && minutes + share * m <= budgets.minutes + 1e-9 && pull + share * p <= budgets.pull + 1e-9,
      )
      if (!part) continue
      parts.push({ index, part })
      minutes += part * m
      pull += part * p
      remaining[index] = left - part
    }
    if (parts.length === 0) break
    visits.push({ number, day: (number - 1) * days, minutes, pull, parts })
  }
  return { visits, left: order.filter((index) => remaining[index]! > 0) }
}
