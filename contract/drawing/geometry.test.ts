import { expect, test } from 'vitest'
import { EAR_CARRIAGES, MUZZLE_KINDS, PLAIN_FIGURE, REGION_SIDES, TAIL_CARRIAGES } from '../../core/index.ts'
import { type Drawing, drawingOf, type Outlining, type View } from './geometry.ts'

const BUILDS = ['balanced', 'small-round', 'tall-narrow', 'heavy', 'short-legged', 'flat-faced'] as const
const dog = (seen: Partial<Outlining>): Outlining => ({ ...PLAIN_FIGURE, ...seen })
const VIEWS: View[] = ['left', 'right', 'underside']

test('every region-side is in sight in at least one view', () => {
  const seen = new Set(VIEWS.flatMap((view) => drawingOf(PLAIN_FIGURE, view).shapes.map(({ index }) => index)))
  expect([...seen].sort((a, b) => a - b)).toEqual(REGION_SIDES.map(({ index }) => index))
})

test.each(BUILDS)('a %s dog has shapes with area inside its picture, in every view', (build) => {
  for (const view of VIEWS) {
    const { shapes, box } = drawingOf(dog({ build }), view)
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
  const [left, right] = (['left', 'right'] as const).map((view) => drawingOf(dog({ build: 'heavy' }), view))
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

const inside = (points: readonly [number, number][], x: number, y: number): boolean => {
  let within = false
  let [x1, y1] = points.at(-1)!
  for (const [x2, y2] of points) {
    if (y1 > y !== y2 > y && x < ((x2 - x1) * (y - y1)) / (y2 - y1) + x1) within = !within
    x1 = x2
    y1 = y2
  }
  return within
}

/** A curve with the box it lies in, so that most of the ground need not be asked of it. */
function bounded(d: string) {
  const points = polygon(d)
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return (x: number, y: number): boolean => x >= left && x <= right && y >= top && y <= bottom && inside(points, x, y)
}

/** Of a drawing's ground: how much is covered twice, and how much within it not at all. */
function faults({ shapes, box }: Drawing, step = 4): { once: number; twice: number; gaps: number } {
  const covers = shapes.map(({ d }) => bounded(d))
  const covered = (x: number, y: number): number => covers.reduce((sum, has) => (has(x, y) ? sum + 1 : sum), 0)
  let once = 0
  let twice = 0
  let gaps = 0
  for (let x = box.x; x < box.x + box.width; x += step)
    for (let y = box.y; y < box.y + box.height; y += step) {
      const here = covered(x + 0.13, y + 0.17)
      if (here === 1) once++
      if (here > 1) twice++
      if (here === 0 && covered(x + step, y) && covered(x - step, y) && covered(x, y + step) && covered(x, y - step))
        gaps++
    }
  return { once, twice, gaps }
}

test.each(VIEWS)('seen from %s the regions neither overlap nor leave gaps between them', (view) => {
  const { once, twice, gaps } = faults(drawingOf(PLAIN_FIGURE, view))
  expect(once).toBeGreaterThan(3000)
  expect(twice / once).toBeLessThan(0.004)
  expect(gaps / once).toBeLessThan(0.004)
})

// A curled tail lies over the back and a folded ear over the head, so a little more is covered twice.
test.each([
  ...EAR_CARRIAGES.map((ears) => [ears, 'plumed'] as const),
  ...TAIL_CARRIAGES.map((tail) => ['hanging', tail] as const),
])('ears %s and a tail %s leave no gap, and every place is there with room to be touched', (ears, tail) => {
  for (const muzzle of MUZZLE_KINDS) {
    const drawing = drawingOf(dog({ ears, tail, muzzle }), 'left')
    expect(drawing.shapes.map(({ key }) => key).sort()).toEqual(
      drawingOf(PLAIN_FIGURE, 'left')
        .shapes.map(({ key }) => key)
        .sort(),
    )
    for (const { key, area } of drawing.shapes) expect(area, key).toBeGreaterThan(600)
  }
  const { once, twice, gaps } = faults(drawingOf(dog({ ears, tail }), 'left'), 8)
  expect(twice / once).toBeLessThan(0.02)
  expect(gaps / once).toBeLessThan(0.004)
})

test('every figure is an outline of its own', () => {
  const outlines = [
    ...EAR_CARRIAGES.map((ears) => dog({ ears })),
    ...TAIL_CARRIAGES.map((tail) => dog({ tail })),
    ...MUZZLE_KINDS.map((muzzle) => dog({ muzzle })),
  ].map((figure) =>
    drawingOf(figure, 'left')
      .shapes.map(({ d }) => d)
      .join(' '),
  )
  // The plain one stands in each of the three lists.
  expect(new Set(outlines).size).toBe(EAR_CARRIAGES.length + TAIL_CARRIAGES.length + MUZZLE_KINDS.length - 2)
})

test('a short-legged dog is lower than a tall one, and a flat face is flat', () => {
  const height = (build: (typeof BUILDS)[number]): number => drawingOf(dog({ build }), 'left').box.height
  expect(height('short-legged')).toBeLessThan(height('tall-narrow'))
  const muzzle = (build: (typeof BUILDS)[number]): number =>
    drawingOf(dog({ build }), 'left').shapes.find(({ key }) => key === 'muzzle')!.area
  expect(muzzle('flat-faced')).toBeLessThan(muzzle('balanced') * 0.6)
})
