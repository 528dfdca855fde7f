import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import { type CoatRule, type Finding, type FindingId, findingKind } from './findings.ts'
import type { SideScores } from './sheet.ts'

/** What comes near a finding: a blade or comb attachment laid on the coat, shears, or what pulls through it. */
export type Near = 'blade' | 'shears' | 'pull'

/** A finding that a step has to keep away from, and how. */
export interface Around {
  readonly finding: FindingId
  /** How far tools stay from its edge, mm; 0 where it only changes how the place is worked. */
  readonly offMm: Millimetres
  readonly as: 'round' | 'left' | 'dry' | 'no-heat' | 'no-air'
}

/** What a tool is to a finding. */
export const nearOf = (tool: { readonly kind: string } | null): Near =>
  tool?.kind === 'blade' || tool?.kind === 'comb' ? 'blade' : tool?.kind === 'shears' ? 'shears' : 'pull'

/** What each rule keeps away from the finding. */
const KEEPS_OFF: Readonly<Record<CoatRule, readonly Near[]>> = {
  usual: [],
  gentle: [],
  'no-close-blade': [],
  'comb-over-tub': [],
  'round-by-shears': ['blade', 'shears', 'pull'],
  'none-nearer': ['blade', 'shears', 'pull'],
  'blend-scar': ['blade'],
  'out-first': ['blade', 'shears', 'pull'],
  left: ['blade', 'shears', 'pull'],
}

const MM2_PER_M2 = 1e6

const sizeOf = ({ sizeMm }: Finding, house: House): number => sizeMm ?? house['around.size']

/** Share of a place that a finding and its margin cover, 0 and more. */
const covers = (finding: Finding, offMm: Millimetres, areaM2: number, house: House): number => {
  const width = sizeOf(finding, house) + 2 * offMm
  return ((Math.PI / 4) * width * width) / (areaM2 * MM2_PER_M2)
}

/** What a place asks of whatever comes near: what is worked round, and what leaves no room for it there. */
export interface Kept {
  readonly around: readonly Around[]
  /** The finding that leaves no room for this tool; null where there is room. */
  readonly leftFor: FindingId | null
}

const FREE: Kept = { around: [], leftFor: null }

/**
 * What findings ask of a tool at their place. A tool stays off each by its distance; where what they and their margins
 * cover is more than `around.most` of the place, or leaves a blade no lane beside it, the place is left by that tool.
 * @param areaM2 of the region-side on this dog
 */
export function keptFrom(near: Near, { findings }: SideScores, areaM2: number, house: House): Kept {
  const bound = findings.filter(({ id }) => KEEPS_OFF[findingKind(id).coat].includes(near))
  if (bound.length === 0) return FREE
  // A place that is for the vet is clipped on the vet's word alone.
  const whole = bound.find(
    ({ id }) => findingKind(id).offMm === 'place' || (near === 'blade' && findingKind(id).vet === 'place'),
  )
  if (whole) return { around: [{ finding: whole.id, offMm: 0, as: 'left' }], leftFor: whole.id }
  const off = (id: FindingId): number => findingKind(id).offMm as number
  const share = (one: Finding): number => covers(one, off(one.id), areaM2, house)
  // Shears and fingers find room round anything that only a blade would harm.
  const hard = bound.filter(({ id }) => near === 'blade' || findingKind(id).coat !== 'round-by-shears')
  const largest = hard.length > 0 ? hard.reduce((a, b) => (share(b) > share(a) ? b : a)) : null
  const covered = hard.reduce((sum, one) => sum + share(one), 0)
  // A blade is as wide as it is: it also wants a lane beside what it goes round.
  const lane =
    near === 'blade' &&
    largest !== null &&
    sizeOf(largest, house) + 2 * off(largest.id) + house['blade.width'] > Math.sqrt(areaM2 * MM2_PER_M2)
  const leftFor = covered > house['around.most'] || lane ? largest!.id : null
  return {
    around: bound.map(({ id }) => ({ finding: id, offMm: off(id), as: leftFor ? 'left' : 'round' })),
    leftFor,
  }
}

/** What findings at a place ask of water and of air there; empty where they ask for nothing. */
export function keptAt(station: 'tub' | 'dryer', { findings }: SideScores): Around[] {
  return findings.flatMap(({ id }): Around[] => {
    const { tub, air, offMm } = findingKind(id)
    const off = offMm === 'place' ? 0 : offMm
    if (station === 'dryer') {
      const as = AIR_AS[air]
      return as ? [{ finding: id, offMm: as === 'no-air' ? off : 0, as }] : []
    }
    const as = TUB_AS[tub]
    return as ? [{ finding: id, offMm: as === 'round' ? off : 0, as }] : []
  })
}

const AIR_AS: Readonly<Record<ReturnType<typeof findingKind>['air'], Around['as'] | null>> = {
  usual: null,
  low: 'no-heat',
  cool: 'no-heat',
  'no-heat': 'no-heat',
  'no-air': 'no-air',
  'no-air-on-face': 'no-air',
  'no-hood': 'no-air',
}
const TUB_AS: Readonly<Record<ReturnType<typeof findingKind>['tub'], Around['as'] | null>> = {
  usual: null,
  exfoliate: null,
  'flea-wash': null,
  'soft-hand': 'round',
  'no-scrub': 'round',
  pat: 'round',
  round: 'round',
  'by-hand': 'round',
  'kept-clean': 'round',
  'round-stays-dry': 'dry',
  'dry-outside-only': 'dry',
  'kept-dry': 'dry',
  'damp-cloth-face': 'dry',
  'no-bath': 'dry',
}

/** Whether a finding allows nothing shorter than a 7 there. */
export const noCloseBlade = ({ findings }: SideScores): boolean =>
  findings.some(({ id }) => findingKind(id).coat === 'gentle' || findingKind(id).coat === 'no-close-blade')
