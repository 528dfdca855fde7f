import { REGION_SIDES, type RegionId } from './body/regions.ts'
import type { LengthsMm } from './coat/coat-types.ts'
import type { Assessment, Dog, Wishes } from './dog.ts'
import { DEFAULT_SCHOOLS } from './house/schools.ts'
import { emptySheet, type Sheet, type SideScores } from './scores/sheet.ts'
import { FULL_RACK } from './verdict/blades.ts'

/** Building blocks for tests: a healthy easy dog, looked at all over and clean, with whatever is changed. */
export const CLEAN: SideScores = { ...emptySheet()[0]!, mat: 0, undercoat: 0, condition: 0, skin: 0 }
export const cleanSheet = (): Sheet => REGION_SIDES.map(() => CLEAN)

export const onRegions = (sheet: Sheet, regions: readonly RegionId[], scores: Partial<SideScores>): Sheet =>
  sheet.map((side, i) => (regions.includes(REGION_SIDES[i]!.region) ? { ...side, ...scores } : side))

export const lengths = (body: number, others: Partial<LengthsMm> = {}): LengthsMm => ({
  body,
  legs: body,
  head: body,
  ears: body,
  tail: body,
  ...others,
})

export const aDog = (changes: Partial<Dog> = {}): Dog => ({
  name: 'Test',
  breed: null,
  coatType: 'curly',
  modifiers: [],
  density: 'normal',
  weightKg: 10,
  ageMonths: 40,
  lengthMm: lengths(60, { head: 50, ears: 70, tail: 80 }),
  health: [],
  temperament: 'easy',
  dryerTolerance: 'fine',
  nailTolerance: 'fine',
  faceTolerance: 'fine',
  visitsSoFar: 5,
  jacket: null,
  surgery: null,
  bare: null,
  daysSinceSpotOn: null,
  allergies: [],
  prescribed: null,
  ...changes,
})

export const someWishes = (changes: Partial<Wishes> = {}): Wishes => ({
  keepLength: 1,
  style: 'natural',
  targetMm: {},
  show: false,
  keepJacket: false,
  homeBrushing: null,
  swims: false,
  wearsCoat: false,
  extras: [],
  showInDays: null,
  ...changes,
})

export const anAssessment = (
  changes: Partial<Omit<Assessment, 'dog' | 'wishes'>> & { dog?: Partial<Dog>; wishes?: Partial<Wishes> } = {},
): Assessment => ({
  stage: 'arrival',
  sheet: cleanSheet(),
  slotMinutes: 400,
  experience: 'practised',
  consents: { doubleClip: false, vetDirectsClip: false },
  pace: {},
  room: { tempC: 22, rh: 0.5 },
  progress: null,
  schools: DEFAULT_SCHOOLS,
  rack: FULL_RACK,
  own: null,
  ...changes,
  dog: aDog(changes.dog),
  wishes: someWishes(changes.wishes),
})

/** The nine regions of the style short. */
export const NINE = [
  'back',
  'rump',
  'side',
  'shoulder',
  'neck',
  'chest',
  'breeches',
  'foreleg',
  'hindleg',
] as const satisfies readonly RegionId[]
