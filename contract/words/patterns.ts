import {
  type BentShape,
  PART_IDS,
  type PartChoice,
  type PartId,
  type Pattern,
  type ShapeName,
} from '../../core/index.ts'
import { NOT_CUT_TEXT } from './cut.ts'
import { mmText } from './figures.ts'
import { capital } from './named.ts'

export const SHAPE_PART_LABEL: Record<PartId, string> = {
  body: 'Body',
  skirt: 'Skirt',
  chest: 'Chest',
  forelegs: 'Front legs',
  hindlegs: 'Hind legs',
  hock: 'Below the hock',
  feet: 'Feet',
  rear: 'Rear',
  tail: 'Tail',
  ears: 'Ears',
  'ear-inside': 'Inside the ear',
  head: 'Top of the head',
  face: 'Cheeks',
  muzzle: 'Muzzle',
  eyes: 'Round the eyes',
  throat: 'Throat',
  sanitary: 'Hygiene',
  pads: 'Between the pads',
  armpits: 'Armpits',
  stains: 'Stains on the face',
}

/** What each shape is called at the table; a word that several parts share means the same at each. */
const SHAPE_LABEL: Readonly<Record<string, string>> = {
  length: 'one length',
  natural: 'as it grows',
  tidy: 'tidied',
  scissored: 'hand-scissored',
  stripped: 'stripped',
  rolled: 'rolled',
  saddle: 'saddle carded flat',
  none: 'no skirt',
  kept: 'kept',
  shaped: 'shaped along the belly',
  off: 'off today',
  'as-body': 'as the body',
  longer: 'a step longer',
  apron: 'apron',
  column: 'full columns',
  'feather-kept': 'feathers kept',
  'as-leg': 'as the leg',
  'straight-down': 'straight down',
  flag: 'hair left behind',
  close: 'short to the heel',
  round: 'round',
  cat: 'close, toes cleared',
  clean: 'clean',
  hare: 'long oval',
  'breeches-kept': 'breeches kept',
  'thinned-beneath': 'thinned from beneath',
  angled: 'angled',
  'half-moon': 'half-moon',
  'straight-end': 'straight end',
  clipped: 'clipped',
  carrot: 'tapered to a point',
  pompon: 'pompon',
  ring: 'base longer, curl marked',
  'scissored-round': 'rounded by shears',
  'scissored-straight': 'straight by shears',
  shorter: 'a step shorter',
  'top-third': 'upper third clipped, fringe kept',
  'clipped-tasselled': 'clipped, tassel left',
  tip: 'tip clean',
  half: 'upper half clean',
  leave: 'left alone',
  'top-knot': 'top-knot',
  flat: 'short skull',
  'split-brow': 'two brows, short skull',
  smooth: 'smooth',
  tied: 'tied up',
  short: 'short',
  'as-face': 'as the cheeks',
  beard: 'beard',
  'short-beard': 'short beard',
  'moustache-round': 'round moustache',
  cleared: 'corners cleared',
  'lashes-stay': 'lashes stay',
  'lashes-off': 'lashes off',
  visor: 'visor',
  'clean-v': 'clean V',
  'short-under-ears': 'short under the ears',
  'ten-at-opening': 'close at the opening, longer round it',
  'short-close': 'short all round',
  'by-hands': 'short blade, longer for learners',
  'short-blade': 'short blade',
  'narrow-or-shears': 'narrow blade or shears',
}
/** Where a word means something else on one part. */
const OWN_LABEL: Partial<Record<PartId, Readonly<Record<string, string>>>> = {
  tail: { flag: 'flag, feather to a curve' },
  feet: { clean: 'clipped to the ankle' },
  skirt: { none: 'none, as the body' },
  sanitary: { longer: 'left longer' },
  armpits: { 'every-coat': 'clipped clean', leave: 'left as they are' },
  stains: { wash: 'washed with care', cut: 'cut away', leave: 'left as they are' },
}

export const shapeLabel = ({ part, id }: ShapeName): string => OWN_LABEL[part]?.[id] ?? SHAPE_LABEL[id] ?? id

/** "round", "one length, 13 mm". */
export const shapeText = (part: PartId, { shape, mm }: PartChoice): string =>
  `${shapeLabel({ part, id: shape })}${mm === undefined ? '' : `, ${mmText(mm)} mm`}`

/** Shapes that follow from another part, and go unsaid. */
const FOLLOWS: ReadonlySet<string> = new Set(['natural', 'as-body', 'none', 'as-leg', 'as-face', 'leave'])

/** The whole pattern in the order of the table, as one line; parts left as they grow, or as their neighbour, go unsaid. */
export function patternText(pattern: Pattern): string {
  const { forelegs, hindlegs } = pattern
  const alike = forelegs && hindlegs && forelegs.shape === hindlegs.shape && forelegs.mm === hindlegs.mm
  const said = PART_IDS.flatMap((part) => {
    const choice = pattern[part]
    if (!choice || FOLLOWS.has(choice.shape) || (alike && part === 'hindlegs')) return []
    return [`${alike && part === 'forelegs' ? 'Legs' : SHAPE_PART_LABEL[part]} ${shapeText(part, choice)}`]
  })
  return capital(said.map((text, i) => (i === 0 ? text : text.charAt(0).toLowerCase() + text.slice(1))).join('; '))
}

export const bentText = ({ part, id, why }: BentShape): string =>
  `${SHAPE_PART_LABEL[part]} not ${shapeLabel({ part, id })}: ${why === 'mats' ? 'the mats there go shorter.' : NOT_CUT_TEXT[why]}`

export const PATTERN_LABEL: Readonly<Record<string, string>> = {
  'one-length-short': 'Short all over',
  'one-length-round-feet': 'One length, round feet',
  'one-length-long': 'One length, left long',
  'short-body-full-legs': 'Short body, full legs',
  'short-body-skirt': 'Short body, skirt and feathers',
  'round-head-scissored': 'Scissored all over, round head',
  'clean-face-top-knot': 'Clean face, top-knot',
  'clean-face-short': 'Clean face, short all over',
  'pet-with-moustache': 'One length, round moustache',
  'spaniel-pet': 'Spaniel pet trim',
  'spaniel-short': 'Spaniel, short',
  'feathers-tidied': 'Feathers tidied',
  'terrier-clipped': 'Terrier, clipped',
  'terrier-stripped': 'Terrier, stripped',
  'terrier-brows': 'Terrier, two brows',
  'terrier-round-head': 'Terrier, round head',
  'double-tidy': 'Double coat tidy',
  'double-tidy-ring': 'Double coat tidy, close feet',
  'long-and-tied': 'Long and tied',
  'long-outline-tidied': 'Long, outline tidied',
  'smooth-face-long-veil': 'Smooth face, long veil',
  'puppy-tidy': 'Puppy tidy',
}

/** What a pattern is called: the salon's own by its name. */
export const patternName = (one: { readonly id: string; readonly name?: string }): string =>
  one.name ?? PATTERN_LABEL[one.id] ?? one.id

/** What a pattern asks at home. */
export const upkeepText = ({ perWeek, weeks }: { readonly perWeek: number; readonly weeks: number }): string =>
  `${perWeek === 0 ? 'no brushing to speak of' : perWeek === 1 ? 'a brush once a week' : `a brush ${perWeek} times a week`}, back in ${weeks} weeks`
