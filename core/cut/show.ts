import { bodySurfaceM2 } from '../body/surface.ts'
import { DROP_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { isShow } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import { bySize } from '../pattern/pattern.ts'

export const SHOW_STEPS = [
  'bands-cut-off',
  'part',
  'heat-protectant',
  'iron-sections',
  'iron-ends',
  'antistatic',
  'eyes-little',
] as const
export type ShowStep = (typeof SHOW_STEPS)[number]

/** What keeps an iron off: each has to be answered before it goes near the dog. */
export const IRON_STOPS = [
  'coat-damp',
  'no-protectant',
  'too-close',
  'ear-leather',
  'nobody-at-head',
  'skin-not-sound',
] as const
export type IronStop = (typeof IRON_STOPS)[number]

export interface IronSetting {
  readonly dry: boolean
  readonly protectant: boolean
  /** To where the iron starts, mm: from the skin, at an ear from where the leather ends. */
  readonly startMm: Millimetres
  readonly atEar: boolean
  readonly headHeld: boolean
  /** 0 to 4. */
  readonly skin: number
}

/** Everything that forbids the iron here; empty means it may go on, comb between it and the skin. */
export function ironGuard({ dry, protectant, startMm, atEar, headHeld, skin }: IronSetting, house: House): IronStop[] {
  const said: [boolean, IronStop][] = [
    [!dry, 'coat-damp'],
    [!protectant, 'no-protectant'],
    [!atEar && !(startMm >= house['iron.clearance']), 'too-close'],
    [atEar && !(startMm >= house['iron.ear']), 'ear-leather'],
    [!headHeld, 'nobody-at-head'],
    [skin >= 1, 'skin-not-sound'],
  ]
  return said.filter(([stops]) => stops).map(([, code]) => code)
}

/** The finish of a show coat; null where the dog is not shown. The iron is for long straight coats. */
export function showFinishOf(assessment: Assessment): readonly ShowStep[] | null {
  const { dog } = assessment
  if (!isShow(assessment)) return null
  const irons = DROP_COATS.has(dog.coatType) && dog.temperament === 'easy'
  return SHOW_STEPS.filter(
    (step) => irons || !(step === 'iron-sections' || step === 'iron-ends' || step === 'heat-protectant'),
  )
}

/** How long the show finish takes, minutes: by hand, and the iron by surface and length; 0 where the dog is not shown. */
export function showMinutes(assessment: Assessment, house: House): number {
  const steps = showFinishOf(assessment)
  if (!steps) return 0
  const { weightKg, lengthMm } = assessment.dog
  const iron = steps.includes('iron-sections')
    ? (house['show.iron'] * bodySurfaceM2(weightKg) * lengthMm.body) / IRON_AT_MM
    : 0
  return house['show.hand'] * bySize(weightKg) + iron
}
/** Coat that the iron's rate is for, mm. */
const IRON_AT_MM = fixed('iron.at')
