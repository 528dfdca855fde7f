import { REGION_SIDES } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Treatment } from '../tools/treatments.ts'
import { nameOf } from './naming.ts'
import type { MatTrial } from './plan-shape.ts'
import type { StyleResult } from './solve-style.ts'
import type { WeighedEnd } from './weigh.ts'

/** What brings a mat out and keeps its hair. */
const WORKS_OUT: ReadonlySet<Treatment> = new Set(['brush', 'demat', 'blow-out'])

/**
 * The mat to try first; null where one way is clearly the better, where mats of several kinds part the two, or where
 * neither works them out.
 */
export function trialOf({ results, states, ctx }: WeighedEnd, house: House): MatTrial | null {
  const open = results
    .filter(({ closed, feasible }) => closed === null && feasible)
    .toSorted((a, b) => a.objective - b.objective)
  const [best] = open
  const other = open.find((result) => nameOf(result, ctx) !== (best && nameOf(best, ctx)))
  if (!best || !other) return null
  if (other.objective - best.objective > house['trial.near'] * Math.max(best.objective, LEAST_POINTS)) return null
  const apart = states.filter(
    ({ index, mat, done }) => mat >= 2 && !done && best.picks[index]!.treatment !== other.picks[index]!.treatment,
  )
  if (new Set(apart.map(({ mat }) => mat)).size !== 1) return null
  const worksOut = ({ picks }: StyleResult): number[] =>
    apart.flatMap(({ index }) => (WORKS_OUT.has(picks[index]!.treatment) ? [index] : []))
  const [comes, not] = worksOut(best).length >= worksOut(other).length ? [best, other] : [other, best]
  const there = worksOut(comes).filter((index) => !WORKS_OUT.has(not.picks[index]!.treatment))
  if (there.length === 0) return null
  // Where it is seen most of, so that what it says holds for the rest.
  const index = there.reduce((a, b) => (REGION_SIDES[b]!.share > REGION_SIDES[a]!.share + 1e-12 ? b : a))
  return {
    index,
    tool: comes.picks[index]!.tool,
    minutes: house['trial.minutes'],
    ifItComes: nameOf(comes, ctx),
    ifNot: nameOf(not, ctx),
  }
}
/** Two ways that weigh next to nothing are not told apart by a share of it. */
const LEAST_POINTS = 5
