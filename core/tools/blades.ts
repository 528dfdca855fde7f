import type { RegionId } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { Rack } from './rack.ts'
import type { Tool } from './treatments.ts'

export interface Blade {
  readonly id: string
  /** Length left when cutting with the growth, mm [trade]. */
  readonly leavesMm: Millimetres
}

/** Longest first. */
export const BLADES: readonly Blade[] = [
  { id: '3/4', leavesMm: 19 },
  { id: '5/8', leavesMm: 16 },
  { id: '3', leavesMm: 13 },
  { id: '4', leavesMm: 9.5 },
  { id: '5', leavesMm: 6.3 },
  { id: '7', leavesMm: 3.2 },
  { id: '8.5', leavesMm: 2.8 },
  { id: '9', leavesMm: 2.0 },
  { id: '10', leavesMm: 1.5 },
  { id: '15', leavesMm: 1.2 },
  { id: '30', leavesMm: 0.5 },
  { id: '40', leavesMm: 0.25 },
]
export const SEVEN_MM = 3.2
const TEN_MM = 1.5

/** Comb attachments by the length they leave, mm [trade]. */
export const COMB_MM = [3, 6, 10, 13, 16, 19, 22, 25, 32] as const

/** Forms that leave the same length: skip-tooth feeds bulky coat better, and catches loose skin more easily. */
export const SKIP_FORMS: ReadonlySet<string> = new Set(['3', '4', '5', '7'])
const SKIP_REGIONS: ReadonlySet<RegionId> = new Set([
  'back',
  'side',
  'shoulder',
  'rump',
  'chest',
  'breeches',
  'foreleg',
  'hindleg',
])

/** Every blade in every form and every comb attachment: what a salon that keeps no list has. */
export const FULL_RACK: Rack = {
  blades: BLADES.flatMap(({ id }) =>
    SKIP_FORMS.has(id)
      ? [
          { id, form: 'full' as const },
          { id, form: 'skip' as const },
        ]
      : [{ id, form: 'full' as const }],
  ),
  combs: COMB_MM,
}

/** A comb attachment rides on one of these; the longest that is there, because it bites least if the comb comes off [trade]. */
const UNDER_COMBS = ['10', '30', '40'] as const
/** A wanted length is met by a tool that leaves up to this much less. */
const REACH_MM = fixed('blade.reach')

const skipGoes = (id: string, region: RegionId | null, bulky: boolean): boolean =>
  bulky && SKIP_FORMS.has(id) && (region === null || SKIP_REGIONS.has(region))

/** Blades of the rack that may go on a place, longest first: skip-tooth only through bulky body coat. */
const bladesFor = (rack: Rack, region: RegionId | null, bulky: boolean): Blade[] =>
  BLADES.filter(({ id }) =>
    rack.blades.some((one) => one.id === id && (one.form === 'full' || skipGoes(id, region, bulky))),
  )

/**
 * The blade that goes under a mat: the longest on the rack that leaves at most the free hair less the clearance. With
 * less free hair than `blade.tight` it is a 10 laid flat on stretched skin. Blades shorter than a 10 are never reached
 * this way.
 * @param standoffMm free hair between skin and mat
 * @param region null for a length that has to do for several places
 * @returns null where the rack has no blade that may go in
 * @example bladeUnderMat(4, FULL_RACK, null, DEFAULT_HOUSE)!.blade.id // => '7'
 */
export function bladeUnderMat(
  standoffMm: Millimetres,
  rack: Rack,
  region: RegionId | null,
  house: House,
): { blade: Blade; tight: boolean } | null {
  const there = bladesFor(rack, region, true)
  const ten = there.find(({ leavesMm }) => leavesMm === TEN_MM)
  if (standoffMm < house['blade.tight']) return ten ? { blade: ten, tight: true } : null
  const fits = there.find(({ leavesMm }) => leavesMm <= standoffMm - house['blade.clearance'] + 1e-9)
  const blade = fits && fits.leavesMm > TEN_MM ? fits : ten
  return blade ? { blade, tight: false } : null
}

/** The blade that a comb attachment rides on; null where the rack has none of them. */
export function bladeUnderComb(rack: Rack): Tool | null {
  const id = UNDER_COMBS.find((one) => rack.blades.some((blade) => blade.id === one))
  return id === undefined ? null : { kind: 'blade', id, form: 'full' }
}

/** The blade as it is named on the rack: skip-tooth through bulky body coat where the rack has it, else full-tooth. */
export function bladeTool({ id }: Blade, region: RegionId, bulky: boolean, rack: Rack): Tool {
  const has = (form: 'full' | 'skip'): boolean => rack.blades.some((one) => one.id === id && one.form === form)
  return { kind: 'blade', id, form: skipGoes(id, region, bulky) && (has('skip') || !has('full')) ? 'skip' : 'full' }
}

/**
 * The tool that leaves a wanted length on coat that combs: the comb attachment or blade of the rack that comes nearest to
 * it and is not shorter by more than 0.3 mm. Of two as near the longer.
 * @param wantedMm wanted length
 * @returns null where nothing on the rack is long enough: then shears set the length
 */
export function toolForLength(wantedMm: Millimetres, rack: Rack): { tool: Tool; leavesMm: Millimetres } | null {
  const made = [
    // Where both leave the same, the comb attachment: it is gentler to the skin.
    ...(bladeUnderComb(rack) ? rack.combs : []).map((mm) => ({
      tool: { kind: 'comb', id: String(mm) } as const,
      leavesMm: mm as number,
    })),
    ...bladesFor(rack, null, false).map(({ id, leavesMm }) => ({
      tool: { kind: 'blade', id, form: 'full' } as const,
      leavesMm,
    })),
  ].filter(({ leavesMm }) => leavesMm >= wantedMm - REACH_MM - 1e-9)
  const off = (leavesMm: Millimetres): number => Math.round(Math.abs(leavesMm - wantedMm) * 1e6)
  return made.reduce<(typeof made)[number] | null>((best, one) => {
    if (!best) return one
    const nearer = off(one.leavesMm) - off(best.leavesMm)
    return nearer < 0 || (nearer === 0 && one.leavesMm > best.leavesMm) ? one : best
  }, null)
}
