import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { Blend, BlendTool } from './shape.ts'

/** Neighbours that differ by this have a line to blend, mm. Common practice, as are the two bounds below. */
const BLEND_MM = 2
const CHUNKING_MM = 10
const TAPER_MM = 20

const toolFor = (stepMm: number): BlendTool =>
  stepMm > TAPER_MM ? 'comb-taper' : stepMm > CHUNKING_MM ? 'chunking' : 'thinning'

/**
 * Lines between neighbours of unlike length, what shows most first.
 * @param mm lengths once the cut is done, by region-side @param worked whether a region-side was cut
 */
export function blendsOf(mm: readonly number[], worked: (index: number) => boolean): Blend[] {
  const blends = NEIGHBOUR_PAIRS.filter(([a, b]) => worked(a) || worked(b)).flatMap(([a, b]): Blend[] => {
    const stepMm = Math.abs(mm[a]! - mm[b]!)
    if (stepMm < BLEND_MM) return []
    const shows = Math.min(REGIONS[REGION_SIDES[a]!.region].seen, REGIONS[REGION_SIDES[b]!.region].seen)
    return [{ a, b, stepMm, tool: toolFor(stepMm), shows }]
  })
  return blends.sort((x, y) => y.shows - x.shows || y.stepMm - x.stepMm || x.a - y.a || x.b - y.b)
}
