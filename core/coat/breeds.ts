import type { CoatModifier, CoatType } from './coat-types.ts'

/** How a dog is built, for the drawing: each is an outline of its own. */
export type Build = 'balanced' | 'small-round' | 'tall-narrow' | 'heavy' | 'short-legged' | 'flat-faced'

export interface Breed {
  readonly id: string
  readonly name: string
  readonly coatType: CoatType
  /** What the other parent may bring, for crosses: ask which it took after. */
  readonly orCoatType?: CoatType
  /** Changes of coat this kind of dog is prone to: ask about them on arrival. */
  readonly modifiers: readonly CoatModifier[]
  readonly weightKg: readonly [low: number, high: number]
  readonly brachycephalic: boolean
  readonly build: Build
}

/*
 * Breeds and common crosses with coat, usual adult weight in kg and skull shape; from memory, as a groomer knows them.
 * Columns: id | name | coat (or the other parent's after a slash) | weights | build, `!` marks a short skull.
 */
const TABLE = `
affenpinscher|Affenpinscher|wire|3-6|small-round!
afghan-hound|Afghan Hound|silky|20-28|tall-narrow
airedale-terrier|Airedale Terrier|wire|20-29|balanced
akita|Akita|double|32-55|heavy
alaskan-malamute|Alaskan Malamute|double|34-43|heavy
american-cocker-spaniel|American Cocker Spaniel|feathered|9-14|balanced
australian-cattle-dog|Australian Cattle Dog|double|15-22|balanced
australian-shepherd|Australian Shepherd|double|18-30|balanced
australian-terrier|Australian Terrier|wire|6-8|short-legged
basset-hound|Basset Hound|smooth|20-29|short-legged
beagle|Beagle|smooth|9-12|balanced
bearded-collie|Bearded Collie|drop-double|18-27|balanced
bedlington-terrier|Bedlington Terrier|curly|8-11|tall-narrow
bernese-mountain-dog|Bernese Mountain Dog|double|35-55|heavy
bichon-frise|Bichon Frise|cotton|4-8|small-round
black-russian-terrier|Black Russian Terrier|wire|45-60|heavy
bolognese|Bolognese|cotton|2-4|small-round
border-collie|Border Collie|double|14-20|balanced
border-terrier|Border Terrier|wire|5-7|balanced
boston-terrier|Boston Terrier|smooth|5-11|flat-faced!
bouvier|Bouvier des Flandres|wire|27-40|heavy
boxer|Boxer|smooth|25-32|tall-narrow!
briard|Briard|drop-double|25-40|heavy
bulldog|Bulldog|smooth|18-25|flat-faced!
cairn-terrier|Cairn Terrier|wire|6-8|short-legged
cardigan-corgi|Cardigan Corgi|double|11-17|short-legged
cavalier|Cavalier King Charles Spaniel|feathered|5-9|flat-faced!
chihuahua-long|Chihuahua, long coat|feathered|1.5-3|small-round
chihuahua-smooth|Chihuahua, smooth coat|smooth|1.5-3|small-round
chinese-crested|Chinese Crested|hairless|3-6|tall-narrow
chow-chow|Chow Chow|double|20-32|heavy!
cocker-spaniel|Cocker Spaniel|feathered|12-15|balanced
collie-rough|Rough Collie|double|18-30|tall-narrow
coton-de-tulear|Coton de Tulear|cotton|4-6|small-round
dachshund-long|Dachshund, long coat|feathered|4-12|short-legged
dachshund-smooth|Dachshund, smooth coat|smooth|4-12|short-legged
dachshund-wire|Dachshund, wire coat|wire|4-12|short-legged
dalmatian|Dalmatian|smooth|20-32|tall-narrow
dandie-dinmont|Dandie Dinmont Terrier|wire|8-11|short-legged
doberman|Doberman|smooth|27-45|tall-narrow
english-setter|English Setter|feathered|20-36|tall-narrow
english-springer-spaniel|English Springer Spaniel|feathered|18-25|balanced
eurasier|Eurasier|double|18-32|heavy
flat-coated-retriever|Flat-coated Retriever|feathered|25-36|balanced
fox-terrier-wire|Wire Fox Terrier|wire|7-9|balanced
french-bulldog|French Bulldog|smooth|8-14|flat-faced!
german-shepherd|German Shepherd|double|22-40|balanced
german-spitz|German Spitz|double|5-11|small-round
german-wirehaired-pointer|German Wirehaired Pointer|wire|23-32|tall-narrow
golden-retriever|Golden Retriever|double|25-34|balanced
gordon-setter|Gordon Setter|feathered|20-36|tall-narrow
great-pyrenees|Great Pyrenees|double|39-54|heavy
greyhound|Greyhound|smooth|26-40|tall-narrow
griffon-bruxellois|Griffon Bruxellois|wire|3-6|flat-faced!
havanese|Havanese|silky|3-6|small-round
irish-setter|Irish Setter|feathered|24-32|tall-narrow
irish-terrier|Irish Terrier|wire|11-13|balanced
irish-water-spaniel|Irish Water Spaniel|curly|20-30|tall-narrow
italian-greyhound|Italian Greyhound|smooth|3-5|tall-narrow
jack-russell-rough|Jack Russell, rough coat|wire|5-8|balanced
jack-russell-smooth|Jack Russell, smooth coat|smooth|5-8|balanced
japanese-chin|Japanese Chin|silky|2-4|flat-faced!
keeshond|Keeshond|double|15-20|small-round
kerry-blue-terrier|Kerry Blue Terrier|curly|15-18|balanced
komondor|Komondor|corded|36-60|heavy
labrador-retriever|Labrador Retriever|double|25-36|balanced
lagotto|Lagotto Romagnolo|curly|11-16|balanced
lakeland-terrier|Lakeland Terrier|wire|7-8|balanced
leonberger|Leonberger|double|41-75|heavy
lhasa-apso|Lhasa Apso|drop-double|5-8|short-legged!
lowchen|Lowchen|silky|4-8|small-round
maltese|Maltese|silky|2-4|small-round
miniature-pinscher|Miniature Pinscher|smooth|3-5|tall-narrow
miniature-poodle|Miniature Poodle|curly|5-9|tall-narrow
miniature-schnauzer|Miniature Schnauzer|wire|5-9|balanced
newfoundland|Newfoundland|double|45-70|heavy
norfolk-terrier|Norfolk Terrier|wire|5-6|short-legged
norwich-terrier|Norwich Terrier|wire|5-6|short-legged
nova-scotia-retriever|Nova Scotia Duck Tolling Retriever|double|17-23|balanced
old-english-sheepdog|Old English Sheepdog|drop-double|27-45|heavy
papillon|Papillon|feathered|2.5-5|small-round
pekingese|Pekingese|double|3-6|flat-faced!
pembroke-corgi|Pembroke Corgi|double|10-14|short-legged
petit-basset-griffon|Petit Basset Griffon Vendeen|wire|14-18|short-legged
pomeranian|Pomeranian|double|1.5-3.5|small-round
portuguese-water-dog|Portuguese Water Dog|curly|16-27|balanced
pug|Pug|smooth|6-8|flat-faced!
puli|Puli|corded|10-15|balanced
pumi|Pumi|curly|8-15|balanced
rottweiler|Rottweiler|smooth|35-60|heavy
samoyed|Samoyed|double|16-30|heavy
schipperke|Schipperke|double|3-9|small-round
giant-schnauzer|Giant Schnauzer|wire|25-48|heavy
standard-schnauzer|Standard Schnauzer|wire|14-20|balanced
scottish-terrier|Scottish Terrier|wire|8-10|short-legged
sealyham-terrier|Sealyham Terrier|wire|8-9|short-legged
shar-pei|Shar Pei|smooth|18-30|heavy
shetland-sheepdog|Shetland Sheepdog|double|6-12|balanced
shiba-inu|Shiba Inu|double|7-11|balanced
shih-tzu|Shih Tzu|drop-double|4-7.5|flat-faced!
siberian-husky|Siberian Husky|double|16-27|balanced
silky-terrier|Silky Terrier|silky|3-5|short-legged
skye-terrier|Skye Terrier|drop-double|12-18|short-legged
soft-coated-wheaten|Soft Coated Wheaten Terrier|silky|14-20|balanced
spanish-water-dog|Spanish Water Dog|curly|14-22|balanced
standard-poodle|Standard Poodle|curly|18-32|tall-narrow
tibetan-spaniel|Tibetan Spaniel|double|4-7|short-legged!
tibetan-terrier|Tibetan Terrier|drop-double|8-14|balanced
toy-poodle|Toy Poodle|curly|2-4|small-round
vizsla|Vizsla|smooth|18-30|tall-narrow
weimaraner|Weimaraner|smooth|25-40|tall-narrow
welsh-springer-spaniel|Welsh Springer Spaniel|feathered|16-20|balanced
welsh-terrier|Welsh Terrier|wire|9-10|balanced
west-highland-terrier|West Highland White Terrier|wire|6-10|short-legged
whippet|Whippet|smooth|9-18|tall-narrow
xoloitzcuintli|Xoloitzcuintli|hairless|4-25|tall-narrow
yorkshire-terrier|Yorkshire Terrier|silky|2-3.5|small-round
aussiedoodle|Australian Shepherd x Poodle|curly/double|11-32|balanced
bernedoodle|Bernese x Poodle|curly/double|20-45|heavy
cavapoo|Cavalier x Poodle|curly/feathered|4-10|small-round
cavachon|Cavalier x Bichon|cotton/feathered|4-9|small-round
cockapoo|Cocker x Poodle|curly/feathered|6-14|balanced
goldendoodle|Golden Retriever x Poodle|curly/double|20-36|balanced
jackapoo|Jack Russell x Poodle|curly/smooth|4-10|balanced
labradoodle|Labrador x Poodle|curly/double|18-34|balanced
lhasapoo|Lhasa Apso x Poodle|curly/drop-double|4-9|small-round
maltipoo|Maltese x Poodle|cotton/silky|2-6|small-round
morkie|Maltese x Yorkshire Terrier|silky|2-5|small-round
pomsky|Pomeranian x Husky|double|7-15|balanced
schnoodle|Schnauzer x Poodle|curly/wire|4-16|balanced
sheepadoodle|Old English Sheepdog x Poodle|curly/drop-double|25-40|heavy
shihpoo|Shih Tzu x Poodle|curly/drop-double|3-8|small-round
shichon|Shih Tzu x Bichon|cotton/drop-double|4-8|small-round
sprocker|Springer x Cocker|feathered|12-22|balanced
springerdoodle|Springer x Poodle|curly/feathered|15-25|balanced
`

const PRONE_TO: Partial<Record<CoatType, readonly CoatModifier[]>> = {
  feathered: ['neutered-coat'],
  wire: ['neutered-coat', 'clipped-wire'],
  double: ['post-clip'],
  curly: ['coat-change'],
  cotton: ['coat-change'],
}

export const BREEDS: readonly Breed[] = TABLE.trim()
  .split('\n')
  .map((line) => {
    const [id, name, coats, weights, shape] = line.split('|') as [string, string, string, string, string]
    const [coatType, orCoatType] = coats.split('/') as [CoatType, CoatType | undefined]
    const [low, high] = weights.split('-').map(Number) as [number, number]
    return {
      id,
      name,
      coatType,
      ...(orCoatType ? { orCoatType } : {}),
      modifiers: PRONE_TO[coatType] ?? [],
      weightKg: [low, high] as const,
      brachycephalic: shape.endsWith('!'),
      build: shape.replace('!', '') as Build,
    }
  })

const BY_ID = new Map(BREEDS.map((breed) => [breed.id, breed]))

/** Between the ids of the parents of a cross, the one it takes after first. */
const CROSSED = '+'
export const crossId = (after: string, other: string): string => `${after}${CROSSED}${other}`

/** The breed that a dog is like: itself, or the parent a cross takes after. */
export const takesAfter = (id: string): string => id.split(CROSSED)[0]!

/**
 * What two parents make: the coat and build of the one it takes after, with the other's coat to be asked about, weights
 * between theirs, and a short skull where either has one, until somebody says otherwise.
 */
const crossOf = (after: Breed, other: Breed): Breed => ({
  id: crossId(after.id, other.id),
  name: `${after.name} x ${other.name}`,
  coatType: after.coatType,
  ...(other.coatType === after.coatType ? {} : { orCoatType: other.coatType }),
  modifiers: [...new Set([...after.modifiers, ...other.modifiers])],
  weightKg: [Math.min(after.weightKg[0], other.weightKg[0]), Math.max(after.weightKg[1], other.weightKg[1])],
  brachycephalic: after.brachycephalic || other.brachycephalic,
  build: after.build,
})

/** A breed or cross of the table, or of any two of it as `a+b`; undefined for what is neither. */
export function findBreed(id: string): Breed | undefined {
  const known = BY_ID.get(id)
  if (known) return known
  const [after, other, ...more] = id.split(CROSSED).map((one) => BY_ID.get(one))
  return after && other && after !== other && more.length === 0 ? crossOf(after, other) : undefined
}

/** Accepted beside the table's ids: parents unknown, or not said. */
export const OPEN_BREED_IDS = ['cross', 'unknown'] as const

/** The outline to draw for a dog whose breed says nothing: by weight alone. */
export function buildOf(breed: string | null, weightKg: number): Build {
  const known = breed === null ? undefined : findBreed(breed)
  return known?.build ?? (weightKg < 7 ? 'small-round' : weightKg > 38 ? 'heavy' : 'balanced')
}
