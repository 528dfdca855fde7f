import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { Blend, BlendTool } from './shape.ts'

const toolFor = (stepMm: Millimetres, house: House): BlendTool =>
  stepMm > house['cut.taper'] ? 'comb-taper' : stepMm > house['cut.chunking'] ? 'chunking' : 'thinning'

/**
 * Lines between neighbours of unlike length, what shows most first; a line that nobody sees, as round a clean armpit, is
 * left as it is.
 * @param mm lengths once the cut is done, by region-side @param worked whether a region-side was cut
 */
export function blendsOf(mm: readonly Millimetres[], worked: (index: PlaceIndex) => boolean, house: House): Blend[] {
  const blends = NEIGHBOUR_PAIRS.filter(([a, b]) => worked(a) || worked(b)).flatMap(([a, b]): Blend[] => {
    const stepMm = Math.abs(mm[a]! - mm[b]!)
    if (stepMm < house['cut.line']) return []
    const shows = Math.min(REGIONS[REGION_SIDES[a]!.region].seen, REGIONS[REGION_SIDES[b]!.region].seen)
    return shows > 0 ? [{ a, b, stepMm, tool: toolFor(stepMm, house), shows }] : []
  })
  return blends.sort((x, y) => y.shows - x.shows || y.stepMm - x.stepMm || x.a - y.a || x.b - y.b)
}
