/** A closed outline in pixels of the screen. */
export interface Touchable {
  readonly index: number
  readonly outline: readonly (readonly [x: number, y: number])[]
}

/** How wide a place must be for a finger, and for a mouse (WCAG 2.2, 2.5.8), px. */
export const TARGET_PX = { touch: 44, mouse: 24 } as const

function inside([x, y]: readonly [number, number], outline: Touchable['outline']): boolean {
  let within = false
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [xi, yi] = outline[i]!
    const [xj, yj] = outline[j]!
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) within = !within
  }
  return within
}

/** From a point to an outline, px; 0 within it. */
function distance(at: readonly [number, number], outline: Touchable['outline']): number {
  if (inside(at, outline)) return 0
  let least = Number.POSITIVE_INFINITY
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [ax, ay] = outline[j]!
    const [bx, by] = outline[i]!
    const [dx, dy] = [bx - ax, by - ay]
    const long = dx * dx + dy * dy
    const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((at[0] - ax) * dx + (at[1] - ay) * dy) / long))
    least = Math.min(least, Math.hypot(at[0] - ax - t * dx, at[1] - ay - t * dy))
  }
  return least
}

const width = (outline: Touchable['outline']): number => {
  const xs = outline.map(([x]) => x)
  const ys = outline.map(([, y]) => y)
  return Math.min(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys))
}

/**
 * The place meant by a touch: what lies under it, but a place too small for a finger reaches as far beyond its edge as
 * it lacks, into its larger neighbours too; of several the nearest.
 * @param target how wide each place has to be, px @returns null where the touch is nowhere near
 */
export function nearestTo(at: readonly [number, number], places: readonly Touchable[], target: number): number | null {
  let best: { index: number; reach: number; away: number; wide: number } | null = null
  for (const { index, outline } of places) {
    const wide = width(outline)
    const away = distance(at, outline)
    const lacks = Math.max(0, target - wide) / 2
    const reach = Math.max(0, away - lacks)
    // Beyond every edge a finger still means the place it nearly touched.
    if (reach > target / 4) continue
    const nearer =
      !best ||
      reach < best.reach - 1e-9 ||
      (Math.abs(reach - best.reach) <= 1e-9 &&
        // Where both are reached, a small one before a large one, and of two small ones the nearer.
        (wide < target !== best.wide < target ? wide < target : away < best.away))
    if (nearer) best = { index, reach, away, wide }
  }
  return best?.index ?? null
}

const SAMPLES = 28
const sampled = new Map<string, readonly (readonly [number, number])[]>()

/** Points along a drawn shape, in units of its drawing; the same shape is walked once. */
function pointsOf(path: SVGGeometryElement): readonly (readonly [number, number])[] {
  const d = path.getAttribute('d') ?? ''
  const known = sampled.get(d)
  if (known) return known
  const long = path.getTotalLength()
  const points = Array.from({ length: SAMPLES }, (_, i) => {
    const { x, y } = path.getPointAtLength((long * i) / SAMPLES)
    return [x, y] as const
  })
  sampled.set(d, points)
  return points
}

/** Which of the drawn places was meant by a touch on the drawing, by its key; null where none is near. */
export function placeMeant(drawing: Element, x: number, y: number, isTouch: boolean): string | null {
  const paths = [...drawing.querySelectorAll<SVGGeometryElement>('[data-region]')]
  const places = paths.map((path, index): Touchable => {
    const matrix = path.getScreenCTM()
    const outline = pointsOf(path).map(([px, py]) => {
      if (!matrix) return [px, py] as const
      return [matrix.a * px + matrix.c * py + matrix.e, matrix.b * px + matrix.d * py + matrix.f] as const
    })
    return { index, outline }
  })
  const found = nearestTo([x, y], places, isTouch ? TARGET_PX.touch : TARGET_PX.mouse)
  return found === null ? null : paths[found]!.getAttribute('data-region')
}
