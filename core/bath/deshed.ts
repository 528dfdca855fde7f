import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { isShow } from '../dog/facts.ts'
import { coatAtTub } from '../drying/coat.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import type { CoatWork } from '../plan/plan-shape.ts'

export const DESHED_TOOLS = ['air', 'brush-and-comb', 'rake', 'bladed'] as const
export type DeshedTool = (typeof DESHED_TOOLS)[number]

export const DESHED_NOTES = [
  'mist-first',
  'section-to-skin',
  'only-what-comes',
  'stop-when-clean',
  'leave-season',
  'no-shedding-blade',
  'bladed-cuts-guard-hair',
  'cycle-first',
  'sore-places-left',
] as const
export type DeshedNote = (typeof DESHED_NOTES)[number]

export interface DeshedPlace {
  readonly index: PlaceIndex
  readonly undercoat: 1 | 2 | 3 | 4
  readonly looseG: number
  readonly tools: readonly DeshedTool[]
  /** Minutes of carding that the verdict holds for this place. */
  readonly minutes: Minutes
}

export interface DeshedPass {
  readonly when: 'before-bath' | 'after-towel' | 'after-dryer'
  readonly minutes: Minutes
}

/** Loose undercoat: where, with what, how long, how often and when to stop. */
export interface Deshed {
  readonly places: readonly DeshedPlace[]
  readonly looseG: number
  /** Minutes are the verdict's carding, shared out. */
  readonly passes: readonly DeshedPass[]
  readonly minutes: Minutes
  readonly notes: readonly DeshedNote[]
}

/** How the carding is shared over the three brush-outs of a double coat: air after the bath does most. Common practice. */
const SHARES: readonly (readonly [DeshedPass['when'], number])[] = [
  ['before-bath', fixed('loose.before-bath')],
  ['after-towel', fixed('loose.after-towel')],
  ['after-dryer', fixed('loose.after-dryer')],
]

/** null where nothing is loose, or where the groom stops. */
export function deshedOf(assessment: Assessment, plan: CoatWork, house: House): Deshed | null {
  const { sheet, dog, schools } = assessment
  if (plan.verdict.choice === 'refer') return null
  const { massG } = coatAtTub(assessment, plan, house)
  const tools: DeshedTool[] = [
    'air',
    'brush-and-comb',
    ...(schools['undercoat-tools'] === 'brush-and-air' ? [] : (['rake'] as const)),
    // On a coat that is to be shown, and over a jacket, guard hair is not risked.
    ...(schools['undercoat-tools'] === 'bladed' && !isShow(assessment) && dog.coatType !== 'wire'
      ? (['bladed'] as const)
      : []),
  ]
  const withAir = dog.dryerTolerance === 'none' ? tools.filter((tool) => tool !== 'air') : tools
  const worked = (index: PlaceIndex): boolean => {
    const { treatment } = plan.regions[index]!
    return treatment !== 'leave' && treatment !== 'clip' && treatment !== 'look'
  }
  const places = REGION_SIDES.flatMap(({ index }): DeshedPlace[] => {
    const { undercoat } = sheet[index]!
    if (!undercoat || !worked(index)) return []
    return [
      {
        index,
        undercoat,
        looseG: massG[index]! * house[`loose.u${undercoat}`],
        // A rake comes in where tufts do; a little on the comb needs none.
        tools: undercoat === 1 ? withAir.filter((tool) => tool === 'air' || tool === 'brush-and-comb') : withAir,
        minutes: plan.regions[index]!.option.card?.minutes ?? 0,
      },
    ]
  })
  if (places.length === 0) return null
  const minutes = places.reduce((sum, place) => sum + place.minutes, 0)
  const before = schools['brush-before-bath'] !== 'never'
  const shares = before ? SHARES : SHARES.filter(([when]) => when !== 'before-bath')
  const whole = shares.reduce((sum, [, share]) => sum + share, 0)
  const says: Record<DeshedNote, boolean> = {
    'mist-first': before,
    'section-to-skin': true,
    'only-what-comes': schools['undercoat-much'] === 'comes-freely',
    'stop-when-clean': true,
    'leave-season': dog.coatType === 'double',
    'no-shedding-blade': schools['undercoat-tools'] !== 'bladed' && dog.coatType === 'double',
    'bladed-cuts-guard-hair': tools.includes('bladed'),
    'cycle-first': places.some(({ undercoat }) => undercoat >= 3),
    'sore-places-left': sheet.some(({ skin, undercoat }) => (skin ?? 0) >= 2 && (undercoat ?? 0) > 0),
  }
  return {
    places,
    looseG: places.reduce((sum, place) => sum + place.looseG, 0),
    passes: shares.map(([when, share]) => ({ when, minutes: (minutes * share) / whole })),
    minutes,
    notes: DESHED_NOTES.filter((code) => says[code]),
  }
}
