import { expect, test } from 'vitest'
import { REGION_SIDES } from '../../core/index.ts'
import { drawingOf, type View } from './geometry.ts'

const BUILDS = ['balanced', 'small-round', 'tall-narrow', 'heavy', 'short-legged', 'flat-faced'] as const
const VIEWS: View[] = ['left', 'right', 'underside']

test('every region-side is in sight in at least one view', () => {
  const seen = new Set(VIEWS.flatMap((view) => drawingOf('balanced', view).shapes.map(({ index }) => index)))
  expect([...seen].sort((a, b) => a - b)).toEqual(REGION_SIDES.map(({ index }) => index))
})

test.each(BUILDS)('a %s dog has shapes with area inside its picture, in every view', (build) => {
  for (const view of VIEWS) {
    const { shapes, box } = drawingOf(build, view)
    expect(shapes.length).toBeGreaterThan(20)
    for (const { key, area, centre, d } of shapes) {
      expect(area, `${view} ${key}`).toBeGreaterThan(80)
      expect(d, key).not.toMatch(/NaN|Infinity/)
      expect(centre[0], key).toBeGreaterThan(box.x)
      expect(centre[0], key).toBeLessThan(box.x + box.width)
      expect(centre[1], key).toBeGreaterThan(box.y)
      expect(centre[1], key).toBeLessThan(box.y + box.height)
    }
  }
})

test('the right side is the left side mirrored', () => {
  const [left, right] = (['left', 'right'] as const).map((view) => drawingOf('heavy', view))
  for (const [i, shape] of left!.shapes.entries()) {
    expect(right!.shapes[i]!.area).toBeCloseTo(shape.area, 6)
    expect(right!.shapes[i]!.centre[0]).toBeCloseTo(1000 - shape.centre[0], 6)
  }
})

/** The curve of a path as points, from its own text. */
function polygon(d: string): [number, number][] {
  const n = d.match(/-?[\d.]+/g)!.map(Number)
  const points: [number, number][] = []
  let [x, y] = [n[0]!, n[1]!]
  for (let i = 2; i + 3 < n.length; i += 4) {
    const [cx, cy, bx, by] = [n[i]!, n[i + 1]!, n[i + 2]!, n[i + 3]!]
    for (let t = 0; t < 1; t += 0.125) {
      const u = 1 - t
      points.push([u * u * x + 2 * u * t * cx + t * t * bx, u * u * y + 2 * u * t * cy + t * t * by])
    }
    ;[x, y] = [bx, by]
  }
  return points
}

const inside = (points: readonly [number, number][], x: number, y: number): boolean =>
  points.reduce((within, [x1, y1], i) => {
    const [x2, y2] = points[(i + 1) % points.length]!
    return y1 > y !== y2 > y && x < ((x2 - x1) * (y - y1)) / (y2 - y1) + x1 ? !within : within
  }, false)

test.each(VIEWS)('seen from %s the regions neither overlap nor leave gaps between them', (view) => {
  const { shapes, box } = drawingOf('balanced', view)
  const polygons = shapes.map(({ d }) => polygon(d))
  const STEP = 4
  const covered = (x: number, y: number): number => polygons.filter((points) => inside(points, x, y)).length
  let once = 0
  let twice = 0
  let gaps = 0
  for (let x = box.x; x < box.x + box.width; x += STEP)
    for (let y = box.y; y < box.y + box.height; y += STEP) {
      const here = covered(x + 0.13, y + 0.17)
      if (here === 1) once++
      if (here > 1) twice++
      if (here === 0 && covered(x + STEP, y) && covered(x - STEP, y) && covered(x, y + STEP) && covered(x, y - STEP))
        gaps++
    }
  expect(once).toBeGreaterThan(3000)
  expect(twice / once).toBeLessThan(0.004)
  expect(gaps / once).toBeLessThan(0.004)
})

test('a short-legged dog is lower than a tall one, and a flat face is flat', () => {
  const height = (build: (typeof BUILDS)[number]): number => drawingOf(build, 'left').box.height
  expect(height('short-legged')).toBeLessThan(height('tall-narrow'))
  const muzzle = (build: (typeof BUILDS)[number]): number =>
    drawingOf(build, 'left').shapes.find(({ key }) => key === 'muzzle')!.area
  expect(muzzle('flat-faced')).toBeLessThan(muzzle('balanced') * 0.6)
})
