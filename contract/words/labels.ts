import type {
  CoatColour,
  CoatModifier,
  EarCarriage,
  Experience,
  FindingId,
  GroomTotal,
  HealthFlag,
  LeftOutId,
  LengthsMm,
  MuzzleKind,
  RegionId,
  Scale,
  Score,
  SecondId,
  Side,
  StyleWish,
  Tag,
  TailCarriage,
  Temperament,
  Tolerance,
  Tool,
  Treatment,
  VerdictName,
  When,
} from '../../core/index.ts'
import type { AccessRole } from '../api/access-roles.ts'
import type { CalledOff } from '../api/visit-card.ts'

/** All labels that people read, by id. Ids are stored; labels may change freely. */
export const REGION_LABEL: Record<RegionId, string> = {
  back: 'back',
  rump: 'rump',
  side: 'side',
  shoulder: 'shoulder',
  neck: 'neck',
  chest: 'chest',
  throat: 'throat',
  belly: 'belly',
  tuck: 'tuck-up',
  armpit: 'armpit',
  groin: 'groin',
  sanitary: 'sanitary',
  breeches: 'breeches',
  tail: 'tail',
  hindleg: 'hind leg',
  'hind-paw': 'hind paw',
  foreleg: 'foreleg',
  'front-paw': 'front paw',
  'behind-ear': 'behind the ear',
  'ear-outer': 'ear leather',
  'ear-inner': 'inside the ear',
  cheek: 'cheek',
  crown: 'crown',
  eyes: 'eyes',
  muzzle: 'muzzle',
}

const EAR_PHRASE: Partial<Record<RegionId, (side: string) => string>> = {
  'behind-ear': (side) => `behind the ${side} ear`,
  'ear-inner': (side) => `inside the ${side} ear`,
  'ear-outer': (side) => `${side} ear leather`,
}

/** How a groomer says it: "left armpit", "behind the right ear", "back". */
export const placeName = (region: RegionId, side: Side | null): string =>
  side === null ? REGION_LABEL[region] : (EAR_PHRASE[region]?.(side) ?? `${side} ${REGION_LABEL[region]}`)

export const SCALE_LABEL: Record<Scale, string> = {
  mat: 'Mats',
  undercoat: 'Undercoat',
  condition: 'Condition',
  skin: 'Skin',
}

/** One word for each score, and what the hand or comb tells. */
export const SCORE_WORD: Record<Scale, Record<Score, [word: string, test: string]>> = {
  mat: {
    0: ['free', 'the comb goes to the skin and out'],
    1: ['tangles', 'it stops, and frees with fingers'],
    2: ['knots', 'separate mats, skin seen at their base'],
    3: ['tight', 'close to the skin, the skin moves along'],
    4: ['felted', 'one sheet, no comb goes in'],
  },
  undercoat: {
    0: ['none loose', 'nothing on the comb'],
    1: ['a little', 'a little on the comb'],
    2: ['tufts', 'tufts with every stroke'],
    3: ['packed', 'air shows the skin in places only'],
    4: ['impacted', 'air does not open it'],
  },
  condition: {
    0: ['clean', 'clean and supple'],
    1: ['dusty', 'dusty or flat'],
    2: ['dirty', 'dirty, greasy, dry or dull'],
    3: ['soiled', 'heavily soiled, brittle or scaly'],
    4: ['foul', 'filthy, broken, scalded'],
  },
  skin: {
    0: ['sound', 'nothing to see'],
    1: ['pink', 'pink or scaly, intact'],
    2: ['sore', 'sore or irritated, closed'],
    3: ['broken', 'broken, weeping, hot or perhaps catching'],
    4: ['emergency', 'vet now'],
  },
}

export const TREATMENT_LABEL: Record<Treatment, string> = {
  none: 'Comb check',
  brush: 'Brush out',
  demat: 'Demat',
  'blow-out': 'Blow out',
  splice: 'Splice beneath',
  'clip-out': 'Cut the mat out',
  clip: 'Clip',
  strip: 'Hand-strip',
  card: 'Card by hand',
  leave: 'Leave alone',
  look: 'Look first',
}

export const TREATMENT_MEANS: Record<Treatment, string> = {
  none: 'Comb to the skin, nothing more.',
  brush: 'Line-brush to the skin, then comb.',
  demat: 'Detangler and fingers, split through the mat, brush, comb.',
  'blow-out': 'Mat-release product, its time, then slow strong air that walks the dead coat out.',
  splice: 'Work a short blade or thinning shears in beneath the mat; the hair above stays and covers it.',
  'clip-out': 'Take the matted patch off; the hair around stays.',
  clip: 'The whole place to one length.',
  strip: 'Draw the dead jacket by hand.',
  card: 'Draw the packed undercoat by hand with conditioner, a part each visit.',
  leave: 'Keep off this place.',
  look: 'Not looked at yet: look before deciding.',
}

/** The same in few letters, for charts. */
export const VERDICT_SHORT: Record<VerdictName, string> = {
  'brush-out': 'Brush out',
  'spot-work': 'Spot work',
  splice: 'Cut beneath',
  'short-all-over': 'Short all over',
  'keep-places': 'Some short',
  'short-legs': 'Short legs',
  'short-body': 'Short body',
  strip: 'Strip',
  'look-first': 'Look first',
  'split-visits': 'More visits',
  refer: 'Vet first',
}

export const STYLE_LABEL: Record<string, string> = {
  keep: 'keeping the coat',
  'keep-places': 'the coat kept, some places short',
  'short-legs': 'short legs, the body kept',
  'short-body': 'a short body',
  short: 'short all over',
}

export const MODIFIER_LABEL: Record<CoatModifier, string> = {
  'puppy-coat': 'puppy coat',
  'coat-change': 'changing coat',
  'neutered-coat': 'neutered coat',
  'clipped-wire': 'wire, clipped before',
  'show-coat': 'show coat',
  'post-clip': 'shaved before',
}

export const HEALTH_LABEL: Record<HealthFlag, string> = {
  senior: 'senior',
  puppy: 'puppy',
  brachycephalic: 'short skull',
  heart: 'heart',
  breathing: 'breathing',
  seizures: 'seizures',
  arthritis: 'arthritis',
  'weak-hind': 'weak hind end',
  'cancer-care': 'cancer care',
  'recent-surgery': 'recent surgery',
  pregnant: 'pregnant',
  diabetic: 'diabetic',
  deaf: 'deaf',
  blind: 'blind',
  'skin-treatment': 'skin treatment',
  allergy: 'allergy',
}

export const TEMPERAMENT_LABEL: Record<Temperament, string> = {
  easy: 'easy',
  wary: 'wary',
  anxious: 'anxious',
  mouthy: 'mouthy',
  bites: 'bites',
  unknown: 'not known',
}

export const TOLERANCE_LABEL: Record<Tolerance, string> = {
  fine: 'fine',
  'low-only': 'low only',
  none: 'not at all',
  unknown: 'not known',
}

/** The same of hands at the face and of nails. */
export const HANDS_LABEL: Record<Tolerance, string> = { ...TOLERANCE_LABEL, 'low-only': 'only briefly' }

export const STYLE_WISH_LABEL: Record<StyleWish, string> = {
  natural: 'As it is',
  trim: 'Trim',
  short: 'Short',
  show: 'Show',
  strip: 'Strip',
  puppy: 'Puppy trim',
}

export const KEEP_LABEL: Record<0 | 1 | 2 | 3, string> = {
  0: 'does not mind',
  1: 'keep some',
  2: 'keep it',
  3: 'every hair',
}

export const FINDING_LABEL: Record<FindingId, string> = {
  dander: 'dander',
  redness: 'redness',
  'clipper-irritation': 'clipper irritation',
  'pressure-sore': 'pressure sore',
  'bald-patch': 'bald patch',
  'ringworm-suspect': 'round scaly patch, may be ringworm',
  lump: 'lump',
  scab: 'scab',
  wound: 'wound',
  'hot-spot': 'hot spot',
  'surgery-site': 'surgery site',
  rash: 'rash',
  fleas: 'fleas',
  'flea-dirt': 'flea dirt',
  tick: 'tick',
  'mites-suspect': 'crusts and itch, may be mites',
  maggots: 'maggots',
  'haematoma-ear': 'swollen ear flap',
  'ear-redness': 'red ear',
  'ear-discharge': 'ear discharge',
  'anal-swelling': 'swelling by the anus',
  'overgrown-nail': 'overgrown nail',
  'ingrown-nail': 'ingrown nail',
  'cracked-pad': 'cracked pad',
  'interdigital-sore': 'sore between toes',
  'eye-problem': 'eye problem',
}

/** What to do about it, said to the groomer. */
export const FINDING_ADVICE: Record<FindingId, string> = {
  dander: 'exfoliate gently, rinse long',
  redness: 'fragrance-free, no heat, nothing shorter than a 7',
  'clipper-irritation': 'nothing shorter than a 7, soothing rinse',
  'ringworm-suspect': 'stop; vet first',
  'mites-suspect': 'stop; vet first',
  maggots: 'emergency: vet now',
  'overgrown-nail': 'a tip at a time, often',
  'cracked-pad': 'shears, no close blade; balm at the end',
  lump: 'note place and size, keep blades off, tell the owner: a vet should see it',
  tick: 'take it off with a tick tool if the house does so, note the place',
  fleas: 'flea routine: separate, mind label ages and weights, clean down after',
  'flea-dirt': 'wet paper turns red-brown? then the flea routine',
  'surgery-site': 'ask for the vet’s clearance; blend, never work on the scar',
  scab: 'leave it, no comb over it',
  'pressure-sore': 'pad it, no dryer on it, tell the owner',
  'bald-patch': 'note the size; round and scaly means stop and ask a vet',
  rash: 'soothing products; vet if it spreads',
  'ear-redness': 'wipe the outer ear only; vet',
  'ear-discharge': 'nothing into the canal; vet',
  'haematoma-ear': 'no plucking, no dryer on the ear; vet',
  'eye-problem': 'no face bath; vet',
  'hot-spot': 'weeping and painful: vet; clip round it only on a vet’s word',
  wound: 'keep dry; no bath over it without a vet’s word',
  'anal-swelling': 'vet',
  'ingrown-nail': 'vet if it is in the pad',
  'interdigital-sore': 'keep dry; vet',
}

export const TAG_LABEL: Record<Tag, string> = {
  dry: 'dry',
  greasy: 'greasy',
  dirty: 'dirty',
  dander: 'dander',
  'tear-stain': 'tear stain',
  'saliva-stain': 'saliva stain',
  'urine-stain': 'urine stain',
  sticky: 'sticky',
  burrs: 'burrs',
  odour: 'odour',
  static: 'static',
  brittle: 'brittle',
  'sun-faded': 'sun-faded',
  'product-residue': 'residue',
  'shaved-patch': 'shaved patch',
}

export const WHEN_LABEL: Record<When, string> = {
  'before-bath': 'before the bath',
  'in-bath': 'in the bath',
  'while-drying': 'while drying',
  'after-drying': 'after drying',
}

const TOOL_LABEL: Record<string, string> = {
  'metal-comb-medium': 'metal comb',
  'metal-comb-wide': 'wide metal comb',
  'rubber-mitt': 'rubber mitt',
  'slicker-firm': 'firm slicker',
  'slicker-soft': 'soft slicker',
  'slicker-long-pin': 'long-pin slicker',
  pin: 'pin brush',
  bristle: 'bristle brush',
  'mat-splitter': 'mat splitter',
  'stripping-knife': 'stripping knife',
  'stripping-stone': 'stripping stone',
  rake: 'rake',
  thinning: 'thinning shears',
  'ball-tip': 'round-tipped shears',
  straight: 'straight shears',
  curved: 'curved shears',
  hands: 'hands',
  'high-velocity': 'high-velocity dryer',
  'high-velocity-small': 'small high-velocity dryer',
}

export function toolName(tool: Tool): string {
  if (tool.kind === 'blade') return `${tool.id} blade${tool.form === 'skip' ? ', skip-tooth' : ''}`
  if (tool.kind === 'comb') return `${tool.id} mm comb attachment`
  return TOOL_LABEL[tool.id] ?? tool.id
}

/** The five parts whose coat has a length of its own, in the order they are asked. */
export const PART_NAMES: readonly (readonly [part: keyof LengthsMm, name: string])[] = [
  ['body', 'Body'],
  ['legs', 'Legs'],
  ['head', 'Head'],
  ['ears', 'Ears'],
  ['tail', 'Tail'],
]

/** What waits for another day. */
export const LEFT_OUT_LABEL: Record<LeftOutId, string> = {
  bath: 'bath and drying',
  feet: 'the finish of feet and tail',
  blend: 'lines that hardly show',
  wash: 'the second wash',
  nails: 'nails',
}

/** Where two people are needed. */
export const SECOND_LABEL: Record<SecondId, string> = {
  lift: 'Two lift it into the tub, or it walks up.',
  bites: 'Two people at face, feet and nails.',
}

/** Parts of the whole groom, as its minutes are told. */
export const GROOM_PART_LABEL: Record<keyof GroomTotal['parts'], string> = {
  coat: 'coat work',
  bath: 'bath',
  dry: 'dryer',
  cut: 'cut',
  last: 'comb check, nails, ears',
}

export const EARS_LABEL: Record<EarCarriage, string> = { hanging: 'hang', upright: 'stand', folded: 'fold over' }
export const TAIL_LABEL: Record<TailCarriage, string> = {
  plumed: 'plumed',
  curled: 'curled over the back',
  short: 'short',
  whip: 'thin',
}
export const MUZZLE_LABEL: Record<MuzzleKind, string> = {
  usual: 'usual',
  short: 'short',
  long: 'long',
  bearded: 'bearded',
}
export const COLOUR_LABEL: Record<CoatColour, string> = {
  cream: 'cream',
  white: 'white',
  red: 'red or tan',
  grey: 'grey',
  black: 'black',
  parti: 'two colours',
}

export const ROLE_LABEL: Record<'groomer' | 'bather' | 'front', string> = {
  groomer: 'groomer',
  bather: 'bather',
  front: 'front desk',
}
export const ACCESS_ROLE_LABEL: Record<AccessRole, string> = { ...ROLE_LABEL, owner: 'owner', learner: 'learner' }
export const CALLED_OFF_LABEL: Record<CalledOff, string> = {
  cancelled: 'cancelled',
  'by-us': 'called off by us',
  'no-show': 'did not come',
}
export const RESTS_LABEL: Record<'died' | 'moved', string> = { died: 'has died', moved: 'comes no more' }
export const EXPERIENCE_LABEL: Record<Experience, string> = {
  learner: 'learner',
  practised: 'practised',
  expert: 'expert',
}
