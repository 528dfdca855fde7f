import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { hasWeakLegs, isSenior, mayEndEarly } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { CUT_PARTS, type CutLine, type Support } from './shape.ts'

/** Body from the spine down, legs, hygiene, feet, tail, ears, and the head last. Common practice. */
const BODY: readonly RegionId[] = ['back', 'neck', 'shoulder', 'side', 'rump', 'chest', 'throat', 'tuck', 'belly']
const LIMBS: readonly RegionId[] = ['breeches', 'foreleg', 'hindleg', 'armpit']
const HYGIENE: readonly RegionId[] = ['groin', 'sanitary']
const FEET: readonly RegionId[] = ['front-paw', 'hind-paw']
const EARS: readonly RegionId[] = ['ear-outer', 'ear-inner', 'behind-ear']
const HEAD: readonly RegionId[] = ['cheek', 'crown', 'eyes', 'muzzle']

/** The regions in the order of the work, by the dog and by the ways of the house: what owners look at first, if it may end early. */
function orderOf(assessment: Assessment, house: House): readonly RegionId[] {
  const { schools } = assessment
  const trunk = schools['body-start'] === 'neck' ? ['neck' as const, ...BODY.filter((id) => id !== 'neck')] : BODY
  const hygieneFirst = schools['sanitary-when'] === 'first'
  const body = [...trunk, ...LIMBS]
  if (mayEndEarly(assessment, house)) return [...HYGIENE, ...FEET, ...HEAD, ...EARS, ...body, 'tail']
  return hygieneFirst
    ? [...HYGIENE, ...body, ...FEET, 'tail', ...EARS, ...HEAD]
    : [...body, ...HYGIENE, ...FEET, 'tail', ...EARS, ...HEAD]
}

/** Sorts lines as they are worked: what is done before the bath first, then by place, both sides of a pair together. */
export function inOrder(lines: readonly CutLine[], assessment: Assessment, house: House): CutLine[] {
  const order = orderOf(assessment, house)
  const rank = ({ index }: CutLine): number => order.indexOf(REGION_SIDES[index]!.region)
  // Pads are cleared before a foot is shaped, so that it stands as it will.
  const part = (line: CutLine): number => (line.part === 'pads' ? -1 : CUT_PARTS.indexOf(line.part))
  const late = ({ when }: CutLine): number => (when === 'before-bath' ? 0 : 1)
  return [...lines].sort((a, b) => late(a) - late(b) || rank(a) - rank(b) || part(a) - part(b) || a.index - b.index)
}

export function supportsOf({ dog }: Assessment): Support[] {
  const weak = hasWeakLegs(dog)
  return [
    ...(weak ? (['belly-loop', 'knee-under-belly'] as const) : []),
    ...(weak || isSenior(dog) ? (['opposite-leg', 'rest-when-it-fidgets'] as const) : []),
  ]
}
