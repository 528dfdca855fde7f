import type {
  BathNote,
  BathReason,
  BathStep,
  BathWarning,
  DeshedNote,
  DeshedTool,
  JobId,
  Mix,
  NoBath,
  ProductKind,
  ProductRefusal,
  UnitSystem,
} from '../../core/index.ts'
import { volumeFromMl } from '../../core/index.ts'

export const PRODUCT_KIND_LABEL: Record<ProductKind, string> = {
  cleansing: 'Cleansing wash',
  degreasing: 'Degreasing wash',
  'tearless-face': 'Tearless face wash',
  moisturising: 'Moisturising wash',
  brightening: 'Brightening wash',
  'stain-soak': 'Stain soak',
  texturising: 'Texturising wash',
  'deshedding-shampoo': 'Deshedding wash',
  soothing: 'Soothing wash',
  hypoallergenic: 'Hypoallergenic wash',
  medicated: 'The vet’s product',
  flea: 'Flea wash',
  conditioner: 'Conditioner',
  'deshedding-conditioner': 'Deshedding conditioner',
  mask: 'Mask',
  keratin: 'Keratin',
  detangler: 'Detangler',
  'demat-cream': 'Mat-release',
  'leave-in': 'Leave-in spray',
  'drying-spray': 'Drying spray',
  antistatic: 'Antistatic spray',
  'heat-protectant': 'Heat protectant',
  'ear-cleaner': 'Ear cleaner',
  'ear-powder': 'Ear powder',
  styptic: 'Styptic',
  'blade-coolant': 'Blade coolant',
  'blade-oil': 'Blade oil',
  'blade-disinfectant': 'Blade disinfectant',
  'antiseptic-spray': 'Antiseptic spray',
  'grip-chalk': 'Grip chalk',
  'paw-balm': 'Paw balm',
  cologne: 'Cologne',
  'tooth-gel': 'Tooth gel',
}

export const PRODUCT_REFUSAL_TEXT: Record<ProductRefusal, string> = {
  retired: 'Taken off the shelf.',
  expired: 'Past its date, or open too long.',
  'only-prescribed': 'Only what the vet prescribed goes here, and it only on the vet’s word.',
  'vet-product-not-named':
    'Under a skin treatment nobody has named: hypoallergenic or soothing only, until the vet’s product is known.',
  'sore-skin': 'Sore skin: hypoallergenic or soothing only.',
  'pink-skin': 'Pink skin: nothing with fragrance.',
  'needs-intact-skin': 'Its label wants intact skin.',
  'too-young-for-it': 'Under twelve weeks: mild products only.',
  'under-label-age': 'Younger than its label allows.',
  'age-not-known': 'Its label has an age limit, and this dog’s age is not known.',
  'under-label-weight': 'Lighter than its label allows.',
  'no-fleas-seen': 'No fleas and no flea dirt seen.',
  'flea-vet-first': 'Pregnant, diabetic or with seizures: no flea product without a vet.',
  'essential-oils': 'Contains essential oils, which this dog is not to get.',
  'oils-undiluted': 'Essential oils never go on undiluted.',
  fragrance: 'Perfumed, and this dog is not to have perfume.',
  allergy: 'Contains what this dog is allergic to.',
  'spoils-coat': 'Spoils this coat.',
  'softens-jacket': 'Would soften the jacket.',
  'not-on-this-place': 'Its label keeps it off some of these places.',
  'not-enough': 'Not enough of it left.',
}

export const BATH_REASON_TEXT: Record<BathReason, string> = {
  prescribed: 'The vet prescribed it: its product, its time, nothing else on that area.',
  'vet-product-not-named': 'Under a skin treatment nobody has named: gentle only. Ask what the vet prescribed.',
  'sore-skin': 'Sore skin here: hypoallergenic or soothing, no scrub, no dye, no essential oils.',
  'pink-skin': 'Pink or scaly skin here: soothing, without fragrance.',
  'under-12-weeks': 'Under twelve weeks old: mild only.',
  puppy: 'A puppy: mild, and short.',
  'fleas-seen': 'Fleas or flea dirt seen: the label’s age and weight decide.',
  greasy: 'Greasy: degreased first, then the coat’s own.',
  sticky: 'Sticky: plain oil worked in by hand, then degreased.',
  'heavily-soiled': 'Heavily soiled: cleansed twice.',
  odour: 'It smells: cleansed, then soothed.',
  jacket: 'A harsh jacket: texturising on it, conditioner on legs and beard only.',
  'loose-undercoat': 'Loose undercoat: deshedding products let it go.',
  'packed-undercoat': 'Packed undercoat: product and air open it.',
  'mats-loosen': 'Mats that come out with product and air: mat-release first.',
  'drop-coat': 'A long drop coat: moisture, and nothing heavy at the roots.',
  curl: 'Wool that curls: moisture, or it breaks and felts.',
  cords: 'Cords: thin, well diluted, rinsed long.',
  feathering: 'Feathering: moisture where the hair is long.',
  'bare-skin': 'Bare skin: moisture.',
  stained: 'Stained: brightened with care.',
  'plain-coat': 'This coat needs no more.',
  'clean-one-wash': 'Clean or only dusty: one wash.',
  residue: 'Something is left on the hair: it is cleansed first, then washed as usual.',
  'sun-faded': 'Faded by the sun: cleansed first, so that what cares for it gets in.',
  'two-washes': 'Dirty: washed twice, the second with six tenths of it.',
  'house-two-washes': 'This house always washes twice.',
  'stood-long': 'Once: this dog has stood long enough.',
  'condition-unknown': 'Nobody scored how dirty it is: one wash planned.',
}

export const BATH_NOTE_TEXT: Record<BathNote, string> = {
  'test-water': 'Test the water on bare skin; gloves hide the heat.',
  'withers-first': 'Start at the withers, not at the head: a wet face shakes.',
  'head-first': 'Head and ears first.',
  'greasy-ears-early': 'Greasy ears soak from the start and are rinsed last.',
  'part-thick-coat': 'Part the coat: it feels wet while the root is dry.',
  'dry-coat-to-root': 'On the dry coat, massaged to the root.',
  'along-the-hair': 'Flat hand, along the hair; rubbing tangles.',
  'rubber-brush': 'Rubber brush.',
  'flat-hand-short': 'Flat hand, quick and kind.',
  'scrub-to-root': 'Scrub to the root.',
  'no-scrub': 'No scrub mitt here.',
  'eyes-covered': 'Hands rinsed first, eyes covered.',
  'no-face-bath': 'No face bath today.',
  'tear-stain-weekly': 'Tear stains need weekly care; they do not wash out in one go.',
  'face-first': 'Face first, then the body.',
  'face-last': 'Face again at the end.',
  'under-loops': 'Undo harness and loops and rinse beneath; rinse until it squeaks.',
  'long-rinse': 'Rinse long.',
  'gentle-longer': 'Scaly skin: gentle, and longer.',
  'to-the-root': 'To the root.',
  'lengths-not-roots': 'From mid-length to the ends, never the roots.',
  'furnishings-only': 'Legs and beard only.',
  'excess-only': 'If it is made to stay, rinse only the excess.',
  'by-the-clock': 'By the clock.',
  'foam-gone': 'Until the foam is gone.',
  'plain-oil': 'A little plain oil worked in by hand, wiped off.',
  'stays-on': 'Stays on while the rest is washed; these places come last.',
  'blow-through': 'Slow passes, nozzle near the skin, always moving.',
  'stop-when-open': 'Stop when the air opens the coat to the skin.',
  'outer-ear-only': 'Outer ear only.',
  'ears-vet': 'Nothing in this ear: the vet looks first.',
  'label-and-local-rules': 'By the label’s age and weight; check what your local rules and your training allow.',
  'spray-and-comb': 'Mist and comb through before the dryer.',
  'shake-squeeze': 'Let it shake; squeeze, cloth, towel.',
}

export const NO_BATH_TEXT: Record<NoBath, string> = {
  'spot-on-recent': 'A spot-on within the last two days: no bath, unless its label says otherwise.',
  'groom-stopped': 'The groom stops before the bath: vet first.',
  'another-day': 'No bath today: with drying it would stand longer than it can.',
  'skin-broken': 'Broken skin: no bath there without a vet’s word.',
  'mats-stay': 'Mats stay here until the next visit: kept dry, because water tightens them.',
  'vet-first': 'For the vet to see first: no bath there.',
  'surgery-not-cleared': 'A surgery site the vet has not cleared: kept dry.',
  'told-to-leave': 'To be left alone: kept dry.',
  'ear-canal': 'Inside of the ear: wiped, not washed.',
}

export const BATH_STEP_LABEL: Record<BathStep['kind'], string> = {
  soak: 'Soak',
  treat: 'Treat',
  wet: 'Wet to the skin',
  wash: 'Wash',
  face: 'Face',
  rinse: 'Rinse',
  condition: 'Condition',
  blast: 'Air',
  'leave-in': 'Leave in',
  ears: 'Ears',
  nails: 'Nails',
  towel: 'Towel',
}

export const JOB_LABEL: Record<JobId, string> = {
  'nails-front': 'front nails',
  'nails-hind': 'hind nails',
  ears: 'ears',
  'face-again': 'face again',
  paws: 'feet looked over',
}

export function bathWarningText(warning: BathWarning): string {
  switch (warning.code) {
    case 'stepped-down':
      return `No ${PRODUCT_KIND_LABEL[warning.wanted].toLowerCase()} may be used: ${PRODUCT_KIND_LABEL[warning.kind].toLowerCase()} instead.`
    case 'nothing-fits':
      return `No ${PRODUCT_KIND_LABEL[warning.wanted].toLowerCase()} may be used: water only there.`
    case 'prescribed-not-here':
      return 'The vet’s product is not on the shelf: ask the owner to bring it.'
    case 'low-after':
      return `${warning.product.name}: ${Math.max(0, warning.value)} ml left after this bath.`
    case 'expires-soon':
      return warning.value === 0
        ? `${warning.product.name}: today is its last day.`
        : `${warning.product.name}: ${warning.value} day${warning.value === 1 ? '' : 's'} until it expires.`
    case 'ask-vet-product':
      return 'Under a skin treatment: ask what the vet prescribed, and how long it stays on.'
  }
}

export const DESHED_NOTE_TEXT: Record<DeshedNote, string> = {
  'mist-first': 'Mist before any dry brushing.',
  'section-to-skin': 'Section by section to the skin, then the comb.',
  'only-what-comes': 'Take only what is willing to come.',
  'stop-when-clean': 'Stop when a stroke comes back nearly empty.',
  'leave-season': 'Never below the undercoat the season needs.',
  'no-shedding-blade': 'Rake lightly; no bladed deshedder, it cuts guard hair.',
  'bladed-cuts-guard-hair': 'A bladed deshedder cuts guard hair: few strokes, never twice over one place.',
  'cycle-first': 'Packed places go through conditioner and air in the tub first.',
  'sore-places-left': 'Sore places are left alone.',
}

export const DESHED_TOOL_LABEL: Record<DeshedTool, string> = {
  air: 'air',
  'brush-and-comb': 'brush and comb',
  rake: 'rake',
  bladed: 'bladed deshedder',
}

/** Parts of water to one of product, as labels print it. */
export const dilutionText = (waterParts: number): string =>
  waterParts === 0 ? 'ready to use' : `1:${Math.round(waterParts * 10) / 10}`

const UNIT_LABEL: Record<UnitSystem, string> = { metric: 'ml', us: 'US fl oz', imperial: 'imp fl oz' }

/** A volume in the salon's units: whole millilitres, tenths of an ounce. */
export function volumeText(ml: number, system: UnitSystem): string {
  const value = volumeFromMl(ml, system)
  return `${system === 'metric' ? Math.round(value) : value.toFixed(1)} ${UNIT_LABEL[system]}`
}

/** Product, water and total, so that nobody has to guess. */
export const mixText = ({ productMl, waterMl, totalMl }: Mix, system: UnitSystem): string =>
  waterMl === 0
    ? volumeText(totalMl, system)
    : `${volumeText(productMl, system)} + ${volumeText(waterMl, system)} water = ${volumeText(totalMl, system)}`

export const noteTexts = <C extends string>(codes: readonly C[], texts: Readonly<Record<C, string>>): string[] =>
  codes.map((code) => texts[code])
