import { type Breed, type Build, buildOf, findBreed, takesAfter } from './breeds.ts'
import type { CoatType } from './coat-types.ts'

export const EAR_CARRIAGES = ['hanging', 'upright', 'folded'] as const
export type EarCarriage = (typeof EAR_CARRIAGES)[number]
export const TAIL_CARRIAGES = ['plumed', 'curled', 'short', 'whip'] as const
export type TailCarriage = (typeof TAIL_CARRIAGES)[number]
export const MUZZLE_KINDS = ['usual', 'short', 'long', 'bearded'] as const
export type MuzzleKind = (typeof MUZZLE_KINDS)[number]
export const COAT_COLOURS = ['cream', 'white', 'red', 'grey', 'black', 'parti'] as const
export type CoatColour = (typeof COAT_COLOURS)[number]

/** What tells one dog from another at a glance. For its picture alone: nothing is planned by it. */
export interface Figure {
  readonly build: Build
  readonly ears: EarCarriage
  readonly tail: TailCarriage
  readonly muzzle: MuzzleKind
  readonly colour: CoatColour
}

/** As seen on this dog, where it is not as its breed has it. */
export type FigureSeen = Partial<Omit<Figure, 'build'>>

/** A dog that nothing is said of. */
export const PLAIN_FIGURE: Figure = {
  build: 'balanced',
  ears: 'hanging',
  tail: 'plumed',
  muzzle: 'usual',
  colour: 'cream',
}

const ids = (text: string): ReadonlySet<string> => new Set(text.trim().split(/\s+/))

/* How breeds are usually made and coloured: from memory, as a groomer knows them. */
const UPRIGHT = ids(`
  akita alaskan-malamute australian-cattle-dog australian-terrier boston-terrier cairn-terrier cardigan-corgi
  chihuahua-long chihuahua-smooth chinese-crested chow-chow eurasier french-bulldog german-shepherd german-spitz keeshond
  miniature-pinscher norwich-terrier papillon pembroke-corgi pomeranian pomsky samoyed schipperke scottish-terrier
  shiba-inu siberian-husky silky-terrier skye-terrier west-highland-terrier xoloitzcuintli yorkshire-terrier
`)
const FOLDED = ids(`
  affenpinscher airedale-terrier border-collie border-terrier boxer bulldog collie-rough fox-terrier-wire greyhound
  griffon-bruxellois irish-terrier italian-greyhound jack-russell-rough jack-russell-smooth kerry-blue-terrier
  lakeland-terrier miniature-schnauzer giant-schnauzer standard-schnauzer norfolk-terrier pug pumi shar-pei
  shetland-sheepdog soft-coated-wheaten welsh-terrier whippet
`)
const CURLED_TAIL = ids(`
  akita alaskan-malamute bichon-frise bolognese chow-chow coton-de-tulear eurasier german-spitz havanese japanese-chin
  keeshond lhasa-apso lhasapoo lowchen maltese maltipoo papillon pekingese pomeranian pomsky pug puli pumi samoyed
  shichon shiba-inu shih-tzu shihpoo siberian-husky tibetan-spaniel tibetan-terrier
`)
const SHORT_TAIL = ids(`
  australian-shepherd boston-terrier bouvier bulldog french-bulldog old-english-sheepdog pembroke-corgi schipperke
`)
const WHIP_TAIL = ids('bedlington-terrier irish-water-spaniel labrador-retriever')
const BEARDLESS_WIRE = ids('border-terrier jack-russell-rough norfolk-terrier norwich-terrier')

const COLOURED: Readonly<Record<Exclude<CoatColour, 'cream'>, ReadonlySet<string>>> = {
  white: ids(`
    bichon-frise bolognese coton-de-tulear great-pyrenees komondor maltese samoyed sealyham-terrier shichon
    west-highland-terrier cavachon
  `),
  red: ids(`
    airedale-terrier border-terrier cavapoo chow-chow cocker-spaniel dachshund-long dachshund-smooth irish-setter
    irish-terrier lakeland-terrier leonberger nova-scotia-retriever norfolk-terrier norwich-terrier pembroke-corgi
    pomeranian shiba-inu toy-poodle vizsla welsh-terrier german-shepherd
  `),
  grey: ids(`
    alaskan-malamute bearded-collie bedlington-terrier cairn-terrier dachshund-wire dandie-dinmont keeshond
    kerry-blue-terrier miniature-schnauzer old-english-sheepdog pomsky pumi schnoodle siberian-husky silky-terrier
    skye-terrier standard-schnauzer weimaraner yorkshire-terrier
  `),
  black: ids(`
    affenpinscher black-russian-terrier bouvier briard doberman flat-coated-retriever giant-schnauzer gordon-setter
    labrador-retriever newfoundland portuguese-water-dog puli rottweiler schipperke scottish-terrier standard-poodle
  `),
  parti: ids(`
    aussiedoodle australian-shepherd basset-hound beagle bernedoodle bernese-mountain-dog border-collie boston-terrier
    cardigan-corgi cavalier collie-rough english-setter english-springer-spaniel fox-terrier-wire jack-russell-rough
    jack-russell-smooth japanese-chin papillon petit-basset-griffon sheepadoodle shetland-sheepdog shih-tzu shihpoo
    springerdoodle sprocker welsh-springer-spaniel tibetan-terrier
  `),
}

/** Every breed that a list above names. */
export const NAMED_BREEDS: readonly string[] = [
  UPRIGHT,
  FOLDED,
  CURLED_TAIL,
  SHORT_TAIL,
  WHIP_TAIL,
  BEARDLESS_WIRE,
  ...Object.values(COLOURED),
].flatMap((list) => [...list])

const colourOf = (id: string): CoatColour =>
  (Object.keys(COLOURED) as (keyof typeof COLOURED)[]).find((colour) => COLOURED[colour].has(id)) ?? 'cream'

const tailOf = (id: string, coatType: CoatType): TailCarriage => {
  if (CURLED_TAIL.has(id)) return 'curled'
  if (SHORT_TAIL.has(id)) return 'short'
  return WHIP_TAIL.has(id) || THIN_TAILED.has(coatType) ? 'whip' : 'plumed'
}
const THIN_TAILED: ReadonlySet<CoatType> = new Set(['smooth', 'wire', 'hairless'])

function muzzleOf(known: Breed | undefined, id: string, build: Build, coatType: CoatType): MuzzleKind {
  if (known?.brachycephalic || build === 'flat-faced') return 'short'
  if (coatType === 'wire' && !BEARDLESS_WIRE.has(id)) return 'bearded'
  return build === 'tall-narrow' ? 'long' : 'usual'
}

/**
 * The figure of a dog by its breed, its weight where the breed says nothing, and what was seen on it. A cross takes after
 * the first of its parents.
 */
export function figureOf({
  breed = null,
  weightKg,
  coatType,
  figure: seen = {},
}: {
  breed?: string | null | undefined
  weightKg: number
  coatType: CoatType
  figure?: FigureSeen | undefined
}): Figure {
  const known = breed === null ? undefined : findBreed(breed)
  const id = breed === null ? '' : takesAfter(breed)
  const build = buildOf(breed, weightKg)
  return {
    build,
    ears: seen.ears ?? (UPRIGHT.has(id) ? 'upright' : FOLDED.has(id) ? 'folded' : 'hanging'),
    tail: seen.tail ?? tailOf(id, coatType),
    muzzle: seen.muzzle ?? muzzleOf(known, id, build, coatType),
    colour: seen.colour ?? colourOf(id),
  }
}
