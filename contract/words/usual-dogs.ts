import type { AssessmentFile } from '../formats/assessment-file.ts'

type Scores = NonNullable<AssessmentFile['scores']>
const NINE = ['back', 'rump', 'side', 'shoulder', 'neck', 'chest', 'breeches', 'foreleg', 'hindleg'] as const
const HIDDEN = ['behind-ear', 'armpit', 'groin'] as const
const on = (regions: readonly Scores[number]['region'][], scores: Omit<Scores[number], 'region'>): Scores =>
  regions.map((region) => ({ region, ...scores }))

const dog = (
  name: string,
  about: AssessmentFile['dog'],
  rest: Pick<AssessmentFile, 'wishes' | 'scores' | 'house' | 'default'> = {},
): AssessmentFile => ({
  format: 'etude.assessment/1',
  default: { mat: 0, undercoat: 0, condition: 0, skin: 0 },
  ...rest,
  dog: { temperament: 'easy', dryerTolerance: 'fine', nailTolerance: 'fine', faceTolerance: 'fine', ...about, name },
})
const long = (mm: number): NonNullable<AssessmentFile['dog']['lengthMm']> => ({
  body: mm,
  legs: mm,
  head: mm,
  ears: mm,
  tail: mm,
})

/** Dogs as they stand in any salon, made up: each is one for which some way of working makes a difference. */
export const USUAL_DOGS: readonly AssessmentFile[] = [
  dog(
    'a wool coat with knots, dusty',
    { coatType: 'curly', weightKg: 20 },
    { default: { mat: 2, undercoat: 0, condition: 1, skin: 0 } },
  ),
  dog(
    'a wool coat, tightly matted',
    { coatType: 'curly', weightKg: 20 },
    { scores: on(NINE, { mat: 3, extent: 0.5, standoffMm: 4 }) },
  ),
  dog(
    'a pale wool coat, stained under the eyes',
    { coatType: 'cotton', weightKg: 6, lengthMm: long(40) },
    { scores: on(['eyes', 'muzzle'], { condition: 1, tags: ['tear-stain'] }) },
  ),
  dog('a double coat that sheds', { coatType: 'double', weightKg: 25 }, { scores: on(NINE, { undercoat: 2 }) }),
  dog('a wire coat', { coatType: 'wire', weightKg: 8 }),
  dog(
    'a wire coat, its jacket ready',
    { coatType: 'wire', weightKg: 8, jacket: 'ready' },
    { wishes: { keepJacket: true } },
  ),
  dog(
    'a dirty wire coat, its jacket ready',
    { coatType: 'wire', weightKg: 8, jacket: 'ready' },
    { wishes: { keepJacket: true }, default: { mat: 0, undercoat: 0, condition: 3, skin: 0 } },
  ),
  dog(
    'a wire coat to be trimmed',
    { coatType: 'wire', weightKg: 8, jacket: 'ready' },
    { wishes: { style: 'trim', targetMm: { body: 16 } } },
  ),
  dog('a feathered coat', { coatType: 'feathered', weightKg: 10, lengthMm: long(25) }),
  dog(
    'a feathered coat, short for the summer',
    { coatType: 'feathered', weightKg: 14, lengthMm: long(60) },
    { wishes: { style: 'short' } },
  ),
  dog('a long silky coat', { coatType: 'silky', weightKg: 5, lengthMm: long(90) }),
  dog('a wool coat cut short', { coatType: 'curly', weightKg: 12 }, { wishes: { style: 'short' } }),
  dog(
    'a wool coat, matted and to be short',
    { coatType: 'curly', weightKg: 28 },
    { wishes: { style: 'short', keepLength: 0 }, scores: on(NINE, { mat: 2, extent: 0.75, standoffMm: 7 }) },
  ),
  dog(
    'a wool coat with a smooth face',
    { coatType: 'curly', weightKg: 9 },
    { wishes: { style: 'trim', targetMm: { head: 1, ears: 20 } } },
  ),
  dog(
    'a wool coat, very short',
    { coatType: 'curly', weightKg: 9 },
    { wishes: { style: 'short', targetMm: { body: 4 } } },
  ),
  dog(
    'a wool coat in a learner’s hands',
    { coatType: 'curly', weightKg: 9 },
    { wishes: { style: 'short', targetMm: { body: 3 } }, house: { experience: 'learner' } },
  ),
  dog(
    'a double coat with dead ends',
    { coatType: 'double', weightKg: 25, lengthMm: long(38) },
    { wishes: { style: 'trim', targetMm: { body: 16 } } },
  ),
  dog(
    'knots in hidden places, feet not to be touched',
    { coatType: 'curly', weightKg: 9, nailTolerance: 'none' },
    { wishes: { keepLength: 1 }, scores: on(HIDDEN, { mat: 2, extent: 1, standoffMm: 5 }) },
  ),
]
