import type { RegionId } from '../body/regions.ts'
import type { House } from '../house/estimates.ts'
import type { Tool } from './treatments.ts'

export interface Blade {
  readonly id: string
  /** Length left when cutting with the growth, mm [trade]. */
  readonly leavesMm: number
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
const TEN = BLADES.find(({ id }) => id === '10')!
export const SEVEN_MM = 3.2

/** Comb attachments by the length they leave, mm [trade]. */
export const COMB_MM = [3, 6, 10, 13, 16, 19, 22, 25, 32] as const

/** A wanted length is met by a tool that leaves up to this much less. */
const REACH_MM = 0.3
const SKIP_FORMS: ReadonlySet<string> = new Set(['3', '4', '5', '7'])
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

/**
 * The blade that goes under a mat: the longest that leaves at most the free hair less the clearance. With less free
 * hair than `blade.tight` it is a 10 laid flat on stretched skin. Blades shorter than a 10 are never reached this way.
 * @param standoffMm free hair between skin and mat
 * @example bladeUnderMat(4, DEFAULT_HOUSE).blade.id // => '7'
 */
export function bladeUnderMat(standoffMm: number, house: House): { blade: Blade; tight: boolean } {
  if (standoffMm < house['blade.tight']) return { blade: TEN, tight: true }
  const fits = BLADES.find(({ leavesMm }) => leavesMm <= standoffMm - house['blade.clearance'] + 1e-9)
  return { blade: fits && fits.leavesMm > TEN.leavesMm ? fits : TEN, tight: false }
}

/** The blade as it is named on the rack: skip-tooth through bulky body coat, full-tooth elsewhere. */
export const bladeTool = ({ id }: Blade, region: RegionId, bulky: boolean): Tool => ({
  kind: 'blade',
  id,
  form: bulky && SKIP_FORMS.has(id) && SKIP_REGIONS.has(region) ? 'skip' : 'full',
})

/**
 * The tool that leaves a wanted length on coat that combs: the shortest comb attachment or blade not shorter than it.
 * @param wantedMm wanted length; beyond the longest comb attachment it is the longest
 */
export function toolForLength(wantedMm: number): { tool: Tool; leavesMm: number } {
  const comb = COMB_MM.find((mm) => mm >= wantedMm - REACH_MM) ?? COMB_MM.at(-1)!
  const blade = BLADES.findLast(({ leavesMm }) => leavesMm >= wantedMm - REACH_MM)
  return blade && blade.leavesMm < comb
    ? { tool: { kind: 'blade', id: blade.id, form: 'full' }, leavesMm: blade.leavesMm }
    : { tool: { kind: 'comb', id: String(comb) }, leavesMm: comb }
}
