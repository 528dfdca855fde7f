import {
  type Build,
  type Figure,
  keyOf,
  type MuzzleKind,
  PLAIN_FIGURE,
  REGION_SIDES,
  type RegionId,
  regionSide,
  type Side,
} from '../../core/index.ts'
import { PROFILE_BENDS, PROFILE_POINTS, profileRegions } from './profile.ts'
import { MIDLINE, UNDERSIDE_BENDS, UNDERSIDE_POINTS, UNDERSIDE_REGIONS } from './underside.ts'

export type View = 'left' | 'right' | 'underside'
/** The side that comes next when the dog is turned. */
export const TURN: Readonly<Record<View, View>> = { left: 'right', right: 'underside', underside: 'left' }
/** What is looked at close up; null is the whole dog. */
export type CloseLook = 'head' | 'feet' | null
export type Xy = readonly [x: number, y: number]

export interface Shape {
  readonly index: number
  readonly key: string
  readonly d: string
  /** Middle of the shape, for marks. */
  readonly centre: Xy
  /** Edges that are the dog's outline: samples with the direction in which hair stands off. */
  readonly fringe: readonly (readonly [x: number, y: number, nx: number, ny: number])[]
  /** The same all round it, for what lies on the dog and has no edge against the ground behind. */
  readonly rim: Shape['fringe']
  /** Its lowest point, where what hangs is taken hold of. */
  readonly low: Xy
  /** Rough area in square units, for what is drawn to size. */
  readonly area: number
}

export interface Drawing {
  readonly view: View
  readonly shapes: readonly Shape[]
  /** The legs as they are repeated for the far side, drawn behind and not touched. */
  readonly behind: readonly Shape[]
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }
  readonly eye: Xy | null
  readonly nose: Xy | null
  /** The parts of the drawing that a close look shows; the underside has none. */
  readonly closeBox: Readonly<Record<'head' | 'feet', Drawing['box']>> | null
}

interface Proportions {
  readonly length: number
  readonly depth: number
  readonly legs: number
  readonly head: number
  readonly muzzle: number
  readonly limb: number
}

/** Six builds from one set of points. */
const BUILDS: Readonly<Record<Build, Proportions>> = {
  balanced: { length: 1, depth: 1, legs: 1, head: 1, muzzle: 1, limb: 1 },
  'small-round': { length: 0.86, depth: 1.02, legs: 0.8, head: 1.14, muzzle: 0.72, limb: 0.95 },
  'tall-narrow': { length: 0.96, depth: 0.9, legs: 1.3, head: 0.92, muzzle: 1.18, limb: 0.82 },
  heavy: { length: 1.04, depth: 1.18, legs: 0.96, head: 1.1, muzzle: 0.92, limb: 1.2 },
  'short-legged': { length: 1.14, depth: 1, legs: 0.52, head: 1.04, muzzle: 0.96, limb: 1.02 },
  'flat-faced': { length: 0.94, depth: 1.04, legs: 0.66, head: 1.18, muzzle: 0.36, limb: 1.05 },
}

/** How much longer a muzzle is than the build has it, at least or at most, and how far a beard hangs under the chin. */
const MUZZLES: Readonly<Record<MuzzleKind, (usual: number) => number>> = {
  usual: (usual) => usual,
  bearded: (usual) => usual,
  short: (usual) => Math.min(usual, 0.6),
  long: (usual) => Math.max(usual, 1.18),
}
const BEARD: Readonly<Record<string, number>> = { n2: 10, ck: 34, mb: 10 }

/** What decides the outline of a dog. */
export type Outlining = Pick<Figure, 'build' | 'ears' | 'tail' | 'muzzle'>

const TRUNK_X = 420
const TRUNK_Y = 310
const HEAD_PIVOT: Xy = [350, 230]
const FACE_X = 204
const LEG_TOP = 440
const FORE_X = 410
const HIND_X = 716

/** Where a build puts a point of the profile. */
function shaped([x, y, group]: readonly [number, number, string], p: Proportions): Xy {
  const trunkX = (at: number): number => TRUNK_X + (at - TRUNK_X) * p.length
  const trunkY = (at: number): number => TRUNK_Y + (at - TRUNK_Y) * p.depth
  const legY = (at: number): number => (at <= LEG_TOP ? trunkY(at) : trunkY(LEG_TOP) + (at - LEG_TOP) * p.legs)
  switch (group) {
    case 'face':
    case 'head': {
      const fx = group === 'face' ? FACE_X + (x - FACE_X) * p.muzzle : x
      return [HEAD_PIVOT[0] + (fx - HEAD_PIVOT[0]) * p.head, HEAD_PIVOT[1] + (y - HEAD_PIVOT[1]) * p.head]
    }
    case 'fore':
      return [FORE_X + (x - FORE_X) * p.limb, legY(y)]
    case 'hind':
      return [trunkX(HIND_X) + (x - HIND_X) * (y > 470 ? p.limb : p.length), legY(y)]
    case 'tail':
      return [trunkX(748) + (x - 748), trunkY(210) + (y - 210)]
    default:
      return [trunkX(x), trunkY(y)]
  }
}

type Edge = { readonly a: Xy; readonly b: Xy; readonly control: Xy }

const CURVE_STEP = 9

/** An edge between two named points; walked either way it is the same curve, so that borders are shared. */
function edge(from: string, to: string, at: (name: string) => Xy, bends: (pair: string) => number | undefined): Edge {
  const forward = bends(`${from} ${to}`)
  const backward = bends(`${to} ${from}`)
  const bend = forward ?? (backward === undefined ? 0 : -backward)
  const a = at(from)
  const b = at(to)
  const dx = b[0] - a[0]
  const dy = b[1] - a[1]
  // The left of the walk, with y downwards: (dy, -dx).
  return { a, b, control: [(a[0] + b[0]) / 2 + dy * bend * 2, (a[1] + b[1]) / 2 - dx * bend * 2] }
}

const fixed = (n: number): string => n.toFixed(1)
const pathOf = (edges: readonly Edge[]): string =>
  `M${fixed(edges[0]!.a[0])} ${fixed(edges[0]!.a[1])}${edges
    .map(({ control, b }) => `Q${fixed(control[0])} ${fixed(control[1])} ${fixed(b[0])} ${fixed(b[1])}`)
    .join('')}Z`

const pointOn = ({ a, b, control }: Edge, t: number): Xy => {
  const u = 1 - t
  return [u * u * a[0] + 2 * u * t * control[0] + t * t * b[0], u * u * a[1] + 2 * u * t * control[1] + t * t * b[1]]
}

const polygonOf = (edges: readonly Edge[]): Xy[] => edges.flatMap((e) => [0, 0.25, 0.5, 0.75].map((t) => pointOn(e, t)))

function signedArea(points: readonly Xy[]): number {
  return points.reduce((sum, [x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length]!
    return sum + (x * ny - nx * y) / 2
  }, 0)
}

function centroid(points: readonly Xy[]): Xy {
  const area = signedArea(points)
  let cx = 0
  let cy = 0
  for (const [i, [x, y]] of points.entries()) {
    const [nx, ny] = points[(i + 1) % points.length]!
    const cross = x * ny - nx * y
    cx += (x + nx) * cross
    cy += (y + ny) * cross
  }
  return [cx / (6 * area), cy / (6 * area)]
}

/** Samples along an outline edge with the outward normal. */
function fringeOf(e: Edge, outward: number): Shape['fringe'][number][] {
  const length = Math.hypot(e.b[0] - e.a[0], e.b[1] - e.a[1])
  const steps = Math.max(2, Math.round(length / CURVE_STEP))
  return Array.from({ length: steps }, (_, i) => {
    const t = (i + 0.5) / steps
    const [x, y] = pointOn(e, t)
    const [x1, y1] = pointOn(e, Math.min(1, t + 0.01))
    const d = Math.hypot(x1 - x, y1 - y) || 1
    return [x, y, (outward * (y1 - y)) / d, (-outward * (x1 - x)) / d] as const
  })
}

interface Outline {
  readonly index: number
  readonly points: readonly string[]
}

function shapesOf(
  outlines: readonly Outline[],
  at: (name: string) => Xy,
  bends: (pair: string) => number | undefined,
): Shape[] {
  const uses = new Map<string, number>()
  const pairKey = (a: string, b: string): string => (a < b ? `${a} ${b}` : `${b} ${a}`)
  for (const { points } of outlines)
    for (const [i, a] of points.entries()) {
      const key = pairKey(a, points[(i + 1) % points.length]!)
      uses.set(key, (uses.get(key) ?? 0) + 1)
    }
  return outlines.map(({ index, points }): Shape => {
    const edges = points.map((name, i) => edge(name, points[(i + 1) % points.length]!, at, bends))
    const polygon = polygonOf(edges)
    const area = signedArea(polygon)
    const outward = area > 0 ? 1 : -1
    return {
      index,
      key: REGION_SIDES[index]!.key,
      d: pathOf(edges),
      centre: centroid(polygon),
      area: Math.abs(area),
      low: polygon.reduce((low, point) => (point[1] > low[1] ? point : low)),
      rim: edges.flatMap((e) => fringeOf(e, outward)),
      fringe: edges.flatMap((e, i) =>
        uses.get(pairKey(points[i]!, points[(i + 1) % points.length]!)) === 1 ? fringeOf(e, outward) : [],
      ),
    }
  })
}

const indexOf = (region: RegionId, side: Side): number => (regionSide(keyOf(region, side)) ?? regionSide(region))!.index

/** Room for the longest coat, and for what holds it. */
const PAD = 82

function boxOf(points: readonly Xy[], pad = PAD): Drawing['box'] {
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  const x = Math.min(...xs) - pad
  const y = Math.min(...ys) - pad
  return { x, y, width: Math.max(...xs) + pad - x, height: Math.max(...ys) + pad - y }
}

const FLIP_X = 1000

function profile({ build, ears, tail, muzzle }: Outlining, side: Side): Drawing {
  const p = { ...BUILDS[build], muzzle: MUZZLES[muzzle](BUILDS[build].muzzle) }
  const flip = ([x, y]: Xy): Xy => (side === 'left' ? [x, y] : [FLIP_X - x, y])
  const at = (name: string): Xy => {
    const [x, y, group] = PROFILE_POINTS[name]!
    const beard = muzzle === 'bearded' ? (BEARD[name] ?? 0) : 0
    return flip(shaped([x, y + beard, group], p))
  }
  const regions = profileRegions(ears, tail)
  const sign = side === 'left' ? 1 : -1
  const bends = (pair: string): number | undefined => {
    const bend = PROFILE_BENDS[pair]
    return bend === undefined ? undefined : bend * sign
  }
  const shapes = shapesOf(
    regions.map(([region, points]) => ({ index: indexOf(region, side), points })),
    at,
    bends,
  )
  const shapeOf = (region: RegionId): Shape => shapes.find(({ index }) => index === indexOf(region, side))!
  const all = [...new Set(regions.flatMap(([, points]) => points))].map(at)
  const ear = regions.find(([region]) => region === 'ear-outer')![1]
  const head = ['n1', 'n2', 'p1', 'oc', 'e4', 'b1', 'tf', ...ear].map(at)
  const feet = ['fp0', 'fp1', 'fw2', 'fw3', 'hp0', 'hp1', 'hp2', 'hp3'].map(at)
  const [px, py] = at('p2')
  const [sx, sy] = at('st')
  return {
    view: side,
    shapes,
    behind: [shapeOf('foreleg'), shapeOf('front-paw'), shapeOf('hindleg'), shapeOf('hind-paw')],
    box: boxOf(all),
    eye: [(px + sx) / 2 - 4 * sign, (py + sy) / 2 + 8],
    nose: at('n1'),
    closeBox: { head: boxOf(head, 40), feet: boxOf(feet, 44) },
  }
}

function underside(): Drawing {
  const at = (name: string): Xy => {
    const [x, y] = UNDERSIDE_POINTS[name.replace("'", '')]!
    return name.endsWith("'") ? [x, 2 * MIDLINE - y] : [x, y]
  }
  const other = (name: string): string => (name.endsWith("'") ? name.slice(0, -1) : `${name}'`)
  // A mirrored edge bows the other way when walked in the same order.
  const bends = (pair: string): number | undefined => {
    const said = UNDERSIDE_BENDS[pair]
    if (said !== undefined) return said
    const [a, b] = pair.split(' ') as [string, string]
    const mirrored = UNDERSIDE_BENDS[`${other(a)} ${other(b)}`]
    return mirrored === undefined ? undefined : -mirrored
  }
  const outlines = UNDERSIDE_REGIONS.flatMap(([region, side, points]): Outline[] =>
    side === null
      ? [{ index: indexOf(region, 'left'), points }]
      : [
          { index: indexOf(region, 'left'), points },
          { index: indexOf(region, 'right'), points: points.map(other) },
        ],
  )
  const shapes = shapesOf(outlines, at, bends)
  const all = Object.keys(UNDERSIDE_POINTS).flatMap((name) => [at(name), at(`${name}'`)])
  return { view: 'underside', shapes, behind: [], box: boxOf(all, 40), eye: null, nose: [84, MIDLINE], closeBox: null }
}

const CACHE = new Map<string, Drawing>()

/** The drawing of a dog from one of three views. The underside is the same for all. */
export function drawingOf(outlining: Outlining, view: View): Drawing {
  const { build, ears, tail, muzzle } = outlining
  const key = view === 'underside' ? view : [build, ears, tail, muzzle, view].join(' ')
  const known = CACHE.get(key)
  if (known) return known
  const made = view === 'underside' ? underside() : profile(outlining, view)
  CACHE.set(key, made)
  return made
}

/** Which view shows a region-side best, and stays in front if it already shows it. */
export function viewFor(index: number, current: View): View {
  const { region, side } = REGION_SIDES[index]!
  const shows = (view: View): boolean => drawingOf(PLAIN_FIGURE, view).shapes.some((shape) => shape.index === index)
  if (UNDER.has(region)) return 'underside'
  if (current !== 'underside' && shows(current)) return current
  return side ?? (current === 'underside' ? 'left' : current)
}

const UNDER: ReadonlySet<RegionId> = new Set(['armpit', 'groin', 'belly', 'ear-inner', 'sanitary'])
