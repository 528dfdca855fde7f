import {
  type CoatPart,
  type GroomPhase,
  type GroomStep,
  type HeedId,
  type IncidentId,
  type JobId,
  REGION_SIDES,
  REGIONS,
  type RegionId,
  type SkipReason,
  type WorkKey,
} from '../../core/index.ts'
import { BATH_STEP_LABEL, JOB_LABEL } from './bath.ts'
import { CUT_PART_LABEL } from './cut.ts'
import { placeName, REGION_LABEL, TREATMENT_LABEL, toolName } from './labels.ts'
import { capital } from './named.ts'
import { SHAPE_PART_LABEL, shapeLabel } from './patterns.ts'
import { listed } from './sentences.ts'

const BOTH: Partial<Record<RegionId, string>> = {
  'behind-ear': 'behind both ears',
  'ear-inner': 'inside both ears',
  'ear-outer': 'both ear leathers',
  breeches: 'breeches',
}
const MOST_PLACES = 4
/** So many exceptions still read well after "but". */
const MOST_BUT = 4
const MOST_BUT_OF_PART = 3
const LEAST_OF_PART = 3

const PART_LABEL: Record<CoatPart, string> = {
  body: 'body',
  legs: 'legs and feet',
  head: 'head',
  ears: 'ears',
  tail: 'tail',
}

/** Regions in the order given, pairs together: "both armpits", "left side". */
function placeNames(indexes: readonly number[]): string[] {
  const regions = [...new Set(indexes.map((index) => REGION_SIDES[index]!.region))]
  return regions.map((region) => {
    const there = indexes.map((index) => REGION_SIDES[index]!).filter((place) => place.region === region)
    return there.length === 2 ? (BOTH[region] ?? `both ${REGION_LABEL[region]}s`) : placeName(region, there[0]!.side)
  })
}

/** Whole parts of the dog by their name, with what is left out of them; the rest place by place. */
function partNames(indexes: readonly number[]): string[] {
  const covered = new Set(indexes)
  return (Object.keys(PART_LABEL) as CoatPart[]).flatMap((part) => {
    const places = REGION_SIDES.filter(({ region }) => REGIONS[region].part === part)
    const within = places.flatMap(({ index }) => (covered.has(index) ? [index] : []))
    const out = placeNames(places.flatMap(({ index }) => (covered.has(index) ? [] : [index])))
    const names = placeNames(within)
    if (within.length > 0 && out.length === 0) return [PART_LABEL[part]]
    return out.length <= MOST_BUT_OF_PART && names.length > MOST_PLACES
      ? [`${PART_LABEL[part]} (not ${listed(out)})`]
      : names
  })
}

/** Places as a groomer says them: "both armpits, back", "legs and feet, tail", "all but crown, both cheeks, muzzle". */
export function placesText(indexes: readonly number[], most = MOST_PLACES): string {
  if (indexes.length === 0 || indexes.length === REGION_SIDES.length) return 'the whole dog'
  const here = new Set(indexes)
  const out = placeNames(REGION_SIDES.flatMap(({ index }) => (here.has(index) ? [] : [index])))
  if (out.length <= MOST_BUT && indexes.length > REGION_SIDES.length / 2) return `all but ${out.join(', ')}`
  const single = placeNames(indexes)
  const names = single.length >= LEAST_OF_PART ? partNames(indexes) : single
  return names.length > most + 1
    ? `${names.slice(0, most).join(', ')} and ${names.length - most} more`
    : names.join(', ')
}

export const PHASE_LABEL: Record<GroomPhase, string> = {
  'before-bath': 'Before the bath',
  bath: 'In the tub',
  dry: 'At the dryer',
  coat: 'The coat, dry',
  cut: 'The cut',
  finish: 'Last things',
}

const DRY_STAGE: Record<string, string> = {
  'high-velocity': 'High-velocity air',
  'brush-dry': 'Brush dry',
  air: 'Air until dry',
}

/** What is to be done, short enough to read across the room. */
export function stepTitle({ kind, treatment, what, tool, leavesMm, against, product, shape }: GroomStep): string {
  switch (kind) {
    case 'coat':
      return TREATMENT_LABEL[treatment!]
    case 'bath':
      // What is done before what it is done with: "Wash: …", never the bottle alone.
      return (
        (BATH_STEP_LABEL[what as keyof typeof BATH_STEP_LABEL] ?? capital(JOB_LABEL[what as JobId])) +
        (product ? `: ${product}` : '')
      )
    case 'dry':
      return DRY_STAGE[what ?? ''] ?? 'Dry'
    case 'cut': {
      if (shape) return `${SHAPE_PART_LABEL[shape.part]} ${shapeLabel(shape)}: ${toolName(tool!)}`
      const part = what === 'coat' ? '' : `, ${CUT_PART_LABEL[what as keyof typeof CUT_PART_LABEL]}`
      return `${capital(toolName(tool!))}${part}${against ? ', against the growth' : ''}${
        what === 'coat' && tool?.kind === 'shears' && leavesMm !== null ? `, to ${Math.round(leavesMm)} mm` : ''
      }`
    }
    case 'blend':
      return 'Blend the lines'
    case 'nails':
      return what === 'nails-front' || what === 'nails-hind' ? capital(JOB_LABEL[what]) : 'Nails'
    case 'ears':
      return 'Ears, outer ear only'
    case 'ear-hair':
      return 'Ear hair'
    case 'begin':
      return 'Before you begin'
    case 'burrs':
      return 'Burrs out by hand'
    case 'show':
      return 'Show finish'
    default:
      return what === 'cords' ? 'Cords felt through' : 'Comb check'
  }
}

/** What the dog itself asks for, as it is read at the step. Common practice. */
export const HEED_TEXT: Record<HeedId, string> = {
  'touch-first': 'Does not hear or see you come: a hand on the shoulder first, then the tool.',
  'no-air-from-behind': 'Never air from behind: let it feel a hand and the lowest stream first.',
  'perfume-and-oils-off': 'Allergic, and nobody knows to what: no perfume, no oils; ask the owner.',
  'regrows-unevenly': 'Was shaved before: it may grow back patchy and in another colour. No blade by choice.',
  'woolly-is-clipped': 'Woolly since it was clipped or neutered: nothing comes by hand, it is clipped or combed.',
  'puppy-coat-soft': 'Soft puppy coat: a light hand, to the skin.',
  'mist-before-brush': 'Dry, static or brittle there: a mist first, never brushed dry.',
  'burrs-by-hand': 'Oil or conditioner, then fingers: split each burr and draw it out. No water before they are out.',
  'cords-by-hand':
    'Cords: no comb and no rubbing; squeeze the water down and out, part them at the skin. They dry for hours.',
  'patch-blended': 'A shaved patch: blend outwards from it, take nothing down to it.',
}

/** Where, for a step that is not the whole dog. */
export const stepPlaces = ({ kind, indexes }: GroomStep, most?: number): string =>
  NOWHERE.has(kind) ? '' : placesText(indexes, most)
const NOWHERE: ReadonlySet<GroomStep['kind']> = new Set(['begin', 'nails', 'ears', 'ear-hair', 'show'])

/** "28 ml + 222 ml water" of a product that is mixed, "250 ml" of one that is not, empty where none is measured. */
export const amountText = ({ solutionMl, productMl }: GroomStep): string =>
  solutionMl <= 0
    ? ''
    : productMl > 0 && productMl < solutionMl
      ? `${productMl} ml + ${solutionMl - productMl} ml water`
      : `${solutionMl} ml`

export const SKIP_LABEL: Record<SkipReason, string> = {
  'not-needed': 'Not needed',
  'dog-says-no': 'The dog says no',
  'no-time': 'No time',
  'owner-says-no': 'The owner says no',
  'next-visit': 'Next visit',
}

export const WORK_LABEL: Record<WorkKey, string> = {
  ...TREATMENT_LABEL,
  clip: 'Clip and cut',
  bath: 'Bath',
  dry: 'Drying',
  nails: 'Nails',
  ears: 'Ears',
  check: 'Comb check',
  show: 'Show finish',
}

export const INCIDENT_LABEL: Record<IncidentId, string> = {
  nick: 'Nick',
  'quicked-nail': 'Quicked nail',
  'brush-burn': 'Brush burn',
  'clipper-rash': 'Clipper rash',
  heat: 'Too hot',
  escape: 'Got away',
  bite: 'Bite',
  unwell: 'Unwell',
}

/** Incidents that have no place on the dog. */
export const NO_PLACE: ReadonlySet<IncidentId> = new Set(['heat', 'escape', 'bite', 'unwell'])

/**
 * What to do now, and when to hand over to a vet or a doctor. Usual first aid as it is taught, from memory; the vet's word
 * and local rules come first.
 */
export const FIRST_AID: Record<IncidentId, { readonly now: readonly string[]; readonly handOver: string }> = {
  nick: {
    now: [
      'Stop. Press clean gauze on it for three full minutes, without looking.',
      'Rinse with saline or plain water. No powder into a cut.',
      'Keep tools off the place.',
    ],
    handOver:
      'Vet today if it gapes, is deep, longer than a fingernail, on an eyelid or ear edge, or still bleeds after ten minutes.',
  },
  'quicked-nail': {
    now: ['Styptic on the nail, and press for a minute.', 'Hold the foot up. Keep it clean and dry for the day.'],
    handOver: 'Vet if it still bleeds after fifteen minutes, or the nail is split to the skin.',
  },
  'brush-burn': {
    now: [
      'Stop there. Cool wet cloth for ten minutes, not ice.',
      'No brush, no product with fragrance, no heat there.',
    ],
    handOver: 'Vet if it weeps, blisters or spreads, or the dog will not let you near.',
  },
  'clipper-rash': {
    now: ['Stop there. Cool wet cloth, soothing rinse without fragrance.', 'Check the blade: hot, dull or too short?'],
    handOver: 'Vet if it is raw, or spreads by tomorrow.',
  },
  heat: {
    now: [
      'Dryer off. Out of the crate, to the coolest place.',
      'Cool water, not ice, on belly, groin and feet; a fan. Small sips if it wants.',
      'Somebody stays with it.',
    ],
    handOver:
      'Call the vet now. Heavy panting that does not ease, staggering, dark or pale gums, collapse: cool on the way there.',
  },
  escape: {
    now: ['Doors shut. Do not chase: sit, call, food.', 'One person searches, one phones the owner.'],
    handOver: 'Tell the owner at once, then police and vets nearby, with the chip number.',
  },
  bite: {
    now: ['Dog into a quiet crate. Wash the wound with soap and running water for five minutes.', 'Press, cover.'],
    handOver:
      'A doctor today for every bite that breaks skin; at once for hands, face, joints. Local rules may want it reported.',
  },
  unwell: {
    now: [
      'Stop everything. Quiet, on its side if it will not stand, nothing in the mouth.',
      'Note the time and what you see.',
    ],
    handOver: 'Call the vet now for collapse, fits, hard breathing, swollen belly, pale gums. Then the owner.',
  },
}
