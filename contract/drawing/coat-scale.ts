import type { LengthsMm } from '../../core/index.ts'
import type { Shape } from './geometry.ts'

/** What the drawing needs to know of a dog's coat. */
export interface Coated {
  readonly weightKg: number
  /** The longest the coat of each part is drawn, mm. */
  readonly lengthMm: LengthsMm
}

const UNITS_AT_30_KG = 0.72
/** More coat than this stands out of the picture. */
const MOST_UNITS = 62

/**
 * Units of the drawing for a millimetre of coat. A small dog is drawn as large as a big one, so its coat counts for more;
 * where the longest coat would stand out of the picture all of it is drawn smaller, so that lengths on one dog compare.
 */
export const unitsPerMm = ({ weightKg, lengthMm }: Coated): number =>
  Math.min(
    UNITS_AT_30_KG * (30 / weightKg) ** (1 / 3),
    MOST_UNITS / Math.max(1, ...Object.values(lengthMm).filter((mm) => Number.isFinite(mm))),
  )

/** Hair stands off the skin, lies back towards the tail and falls. */
const STANDS = 0.7
const LIES_BACK = 0.42
const FALLS = 0.5

/**
 * From the root of a hair to its tip, in units of the drawing, for a coat of `units`.
 * @param tailward 1 where the tail is to the right, -1 where it is to the left
 */
export function hairTip([, , nx, ny]: Shape['fringe'][number], units: number, tailward: 1 | -1): [number, number] {
  const hx = nx * STANDS + tailward * LIES_BACK
  const hy = ny * STANDS + FALLS
  const scale = units / Math.max(0.5, Math.hypot(hx, hy))
  return [hx * scale, hy * scale]
}

/** The length whose tip lies nearest to a point, in units: how far along the hair it is. */
export function unitsTo(root: Shape['fringe'][number], [x, y]: readonly [number, number], tailward: 1 | -1): number {
  const [tx, ty] = hairTip(root, 1, tailward)
  return ((x - root[0]) * tx + (y - root[1]) * ty) / (tx * tx + ty * ty)
}
