import { type PartId, type ShapeName, shapeOf } from '../../core/index.ts'
import { hairTip } from './coat-scale.ts'
import type { Shape } from './geometry.ts'

/** How an edge looks when it is done: hair as it grows, an edge that a blade left, one that was set by shears. */
export type EdgeLook = 'grown' | 'clipped' | 'scissored'

/** @param t along the outline of the place, 0 to 1 @param down from its highest point to its lowest, 0 to 1 */
type Profile = (t: number, down: number) => number

const bump = (t: number, power = 1): number => Math.sin(Math.PI * t) ** power
const even =
  (share: number): Profile =>
  () =>
    share
/** Only the lower end of the leg, from the hock down. */
const belowHock =
  (share: number, slope = 0): Profile =>
  (_, down) =>
    down < HOCK ? 1 : share + slope * (down - HOCK)
const HOCK = 0.55

/** How far hair stands off along a place, as a share of its length there; a shape without a line stands evenly. */
const PROFILES: Readonly<Record<string, Profile>> = {
  tidy: (t) => 0.86 + 0.1 * bump(t),
  scissored: (t) => 0.94 + 0.06 * bump(t, 2),
  saddle: (t) => 0.7 - 0.45 * bump(t),
  rolled: even(0.8),
  stripped: even(0.72),
  none: even(0.9),
  off: even(0.8),
  shaped: (t) => 0.55 + 0.55 * bump(t),
  apron: (t, down) => 0.5 + 0.6 * down + 0.05 * t,
  longer: (t) => 0.9 + 0.2 * bump(t),
  column: even(1.08),
  'feather-kept': (t, down) => 0.35 + 0.9 * bump(t, 2) * (0.5 + down / 2),
  'straight-down': belowHock(0.82),
  flag: (t) => 0.3 + 0.95 * bump(t, 2),
  close: belowHock(0.3),
  round: (t) => 0.62 + 0.5 * bump(t),
  cat: (t) => 0.5 + 0.25 * bump(t),
  clean: even(0.35),
  hare: (t) => 0.45 + 0.55 * t,
  'thinned-beneath': (_, down) => 1 - 0.5 * down,
  angled: (t) => 0.65 + 0.5 * t * (1 - t) * 4 * t,
  'half-moon': (t) => 0.45 + 0.75 * bump(t, 0.5),
  'straight-end': (t) => 1 - 0.4 * bump(t, 8),
  carrot: (t) => 1.1 - 0.95 * bump(t),
  pompon: (t) => 0.12 + 1.15 * Math.exp(-(((t - 0.5) / 0.16) ** 2)),
  ring: (t) => 0.7 + 0.55 * Math.cos(Math.PI * t) ** 2,
  'scissored-round': (t) => 0.55 + 0.5 * bump(t),
  'scissored-straight': (t) => 0.85 - 0.2 * bump(t, 6),
  shorter: even(0.7),
  clipped: even(0.9),
  'top-third': (_, down) => (down < 0.34 ? 0.15 : 1),
  'clipped-tasselled': (_, down) => (down > 0.75 ? 1 : 0.12),
  tip: (_, down) => (down < 0.2 ? 0.1 : 1),
  half: (_, down) => (down < 0.5 ? 0.1 : 1),
  'top-knot': (t) => 0.65 + 0.75 * bump(t),
  flat: even(0.6),
  'split-brow': (t) => 0.25 + 0.8 * Math.abs(Math.sin(2 * Math.PI * t)),
  smooth: even(0.45),
  tied: (t) => 0.3 + 1.2 * bump(t, 12),
  short: even(0.75),
  beard: (_, down) => 0.35 + 0.9 * down,
  'short-beard': (_, down) => 0.4 + 0.55 * down,
  'moustache-round': (t) => 0.55 + 0.65 * bump(t, 2),
  'clean-v': even(0.3),
  'short-under-ears': even(0.5),
  'lashes-stay': (t) => 0.75 + 0.25 * bump(t, 4),
  'lashes-off': even(0.6),
  visor: (t) => 0.5 + 0.7 * t,
  cleared: even(0.75),
}
/** The same word on another part, drawn as it is meant there. */
const OWN: Readonly<Record<string, Profile>> = {
  'hock flag': belowHock(1, 0.6),
  'ears stripped': even(0.6),
  'muzzle clean': even(0.3),
}

const GROWN = new Set(['natural', 'kept', 'breeches-kept', 'leave', 'as-leg', 'tied', 'saddle'])

/** How the edge of a shape looks: by texture, never by colour. */
export function edgeOf({ part, id }: ShapeName): EdgeLook {
  if (GROWN.has(id)) return 'grown'
  return shapeOf(part, id)?.by === 'by-length' ? 'clipped' : 'scissored'
}

export const profileOf = ({ part, id }: ShapeName): Profile => OWN[`${part} ${id}`] ?? PROFILES[id] ?? even(1)

const fixed = (n: number): string => n.toFixed(1)

/** What is drawn of a place that was shaped: the coat as one area, and its edge. */
export interface ShapedCoat {
  readonly d: string
  readonly edge: string
  readonly look: EdgeLook
  /** Drawn over the dog, not round it. */
  readonly inside: boolean
}

/**
 * The coat of a place as its shapes leave it.
 * @param units length of its coat in units of the drawing @param tailward 1 where the tail is to the right, else -1
 * @returns null where nothing is shaped
 */
export function shapedCoat(
  { fringe: against, rim }: Pick<Shape, 'fringe' | 'rim'>,
  shapes: readonly ShapeName[],
  units: number,
  tailward: 1 | -1,
): ShapedCoat | null {
  if (shapes.length === 0) return null
  // An ear lies on the head: its shape is seen by its own rim.
  const inside = against.length < 2
  if (inside && !shapes.some(({ part }) => LIES_ON_DOG.has(part))) return null
  const fringe = inside ? rim : against
  const most = inside ? MOST_INSIDE : Number.POSITIVE_INFINITY
  const ys = fringe.map(([, y]) => y)
  const top = Math.min(...ys)
  const height = Math.max(1, Math.max(...ys) - top)
  const profiles = shapes.map(profileOf)
  const tips = fringe.map((root, i) => {
    const t = i / (fringe.length - 1)
    const down = (root[1] - top) / height
    const share = profiles.reduce((product, profile) => product * profile(t, down), 1)
    const [dx, dy] = hairTip(root, Math.max(LEAST_UNITS, Math.min(most, units) * share), tailward)
    return [root[0] + dx, root[1] + dy] as const
  })
  const points = (list: readonly (readonly [number, number, ...unknown[]])[]): string =>
    list.map(([x, y]) => `${fixed(x)} ${fixed(y)}`).join('L')
  const roots = fringe.map(([x, y]) => [x, y] as const)
  return {
    d: `M${points(roots)}L${points([...tips].reverse())}Z`,
    edge: `M${points(tips)}`,
    look: edgeOf(shapes.at(-1)!),
    inside,
  }
}
/** The shortest clip is still seen as an edge. */
const LEAST_UNITS = 1.5
/** What lies on the dog and is seen by its own rim; the side of the trunk is not edged all round. */
const LIES_ON_DOG: ReadonlySet<PartId> = new Set(['ears', 'ear-inside', 'eyes', 'face', 'muzzle'])
/** Hair on a place that lies on the dog covers its neighbours no further than this, units. */
const MOST_INSIDE = 16
