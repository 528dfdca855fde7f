import {
  type Assessment,
  type ConsentNeed,
  type ConsentRisk,
  findingKind,
  type KappaWord,
  type Plan,
  planned,
  type Quote,
  REGION_SIDES,
  type Rebook,
  vetDecides,
} from '../../core/index.ts'
import { minutesText, rangeText } from './figures.ts'
import { FINDING_LABEL, placeName, REGION_LABEL } from './labels.ts'
import { capital } from './named.ts'
import { listed } from './sentences.ts'

/** Why the owner is asked, said to the groomer. */
export const NEED_TEXT: Record<ConsentNeed, string> = {
  'coat-cut-where-it-shows': 'coat is cut where it shows',
  'shorter-than-half': 'it goes home shorter than half of what it came with',
  'every-hair-cut': 'every hair is wished for, and the style cuts some',
  'grown-hair-cut': 'hair is cut that the owner lets grow',
  felted: 'there is felt, and nobody knows the skin beneath',
  'double-under-blade': 'a double coat comes under the blade',
  'wire-clipped': 'a wire jacket that was never clipped comes under the clipper',
  'frail-dog': 'this dog is old or ill',
  'quote-exceeded': 'it costs more than the owner was told',
}

/** The same, said to the owner. */
export const NEED_FOR_OWNER: Record<ConsentNeed, string> = {
  'coat-cut-where-it-shows': 'Coat has to be cut where you will see it.',
  'shorter-than-half': 'In places it goes home with less than half the length it has now.',
  'every-hair-cut': 'You want every hair kept, and the style you chose takes length.',
  'grown-hair-cut': 'Hair has to be cut that you asked us to let grow.',
  felted: 'Some of the coat has felted into a solid sheet. It cannot be brushed out.',
  'double-under-blade': 'A coat of this kind is not usually clipped; here a blade has to go under it in places.',
  'wire-clipped': 'Clipping a wire coat takes its hard jacket: it grows back softer and paler.',
  'frail-dog': 'Age or health make any groom harder, so we ask before we begin.',
  'quote-exceeded': 'It will cost more than we told you before.',
}

export const RISK_TEXT: Record<ConsentRisk, string> = {
  'skin-under-felt':
    'Nobody can see the skin under felt. When it comes off there may be redness, sores or bruises that were there before, and ears may bleed a little at the edge.',
  'close-clip-shows-skin':
    'Cut this short the skin shows and is unused to light and air: no strong sun, a coat in the cold, and it may itch for a day or two.',
  'double-may-not-regrow':
    'A double coat that is cut may grow back in another texture or colour, patchy, or not at all. It can take a year or longer.',
  'coat-uneven': 'Where mats are cut out from beneath, the coat lies thinner there until it has grown.',
  'double-skimmed': 'Skimming the ends of a double coat changes how it feels, and for some months how it looks.',
  'ends-change-colour': 'Sun-faded ends come off: the coat beneath is darker.',
  'wire-softens': 'A wire coat that is clipped turns softer and paler, and no longer strips well.',
  'frail-may-stop':
    'If it becomes too much we stop, even half-way, and call you. Old and ill dogs can take a turn in any place, a salon too.',
  'puppy-short': 'A young dog learns today what grooming is. We do less rather than more.',
  'brush-soreness': 'Skin that was pulled by mats for weeks can be tender for a day after they are gone.',
}

const worst = (assessment: Assessment, mat: number): string =>
  listed(
    [
      ...new Set(REGION_SIDES.filter(({ index }) => assessment.sheet[index]!.mat === mat).map(({ region }) => region)),
    ].map((region) => REGION_LABEL[region]),
    5,
  )

/** What hands and eyes found, in words an owner uses. Never a diagnosis. */
export function seenLines(assessment: Assessment): string[] {
  const { sheet } = assessment
  const lines: string[] = []
  const felt = worst(assessment, 4)
  const tight = worst(assessment, 3)
  const knots = worst(assessment, 2)
  const packed = REGION_SIDES.filter(({ index }) => (sheet[index]!.undercoat ?? 0) >= 3)
  if (felt) lines.push(`Felted, one solid sheet: ${felt}.`)
  if (tight) lines.push(`Tight mats, close to the skin: ${tight}.`)
  if (knots) lines.push(`Knots: ${knots}.`)
  if (packed.length > 0)
    lines.push(
      `Dead undercoat packed in: ${listed([...new Set(packed.map(({ region }) => REGION_LABEL[region]))], 5)}.`,
    )
  if (lines.length === 0) lines.push('The comb goes through, or nearly.')
  for (const { index, region, side } of REGION_SIDES)
    for (const { id, sizeMm } of sheet[index]!.findings)
      lines.push(
        `${capital(FINDING_LABEL[id])}, ${placeName(region, side)}${sizeMm === null ? '' : `, about ${Math.round(sizeMm)} mm`}${findingKind(id).skin >= 2 ? ': please let a vet look at it' : ''}.`,
      )
  return lines
}

/** What it is like for the dog, from how much of what it can give is asked. */
export function feelLines(plan: Plan, name: string): string[] {
  const { verdict } = plan
  const asked = verdict.pull.high / Math.max(1e-9, verdict.pullBudget)
  const work = `${rangeText(planned(plan, 'minutes'), minutesText)} minutes of coat work`
  const over = overVisits(plan)
  if (verdict.choice === 'split-visits')
    return over
      ? [`${work}${over}.`, `More pulling than ${name} can take in one visit, so we spread it${over}.`]
      : [`${work}, no more than ${name} can take.`, 'What is not done then stays as it is.']
  const feel =
    asked < 0.35
      ? `Easy going: little pulling, well inside what ${name} can take.`
      : asked < 0.75
        ? `Some pulling in places. ${name} gets breaks, and the worst places are cut rather than pulled.`
        : `About as much as ${name} can take. We go slowly, with breaks, and stop if it becomes too much.`
  return [`${work} before and between bath and drying.`, feel]
}

/** " over 3 visits", to follow what is done in them; nothing where there is one. */
export function overVisits({ split }: Pick<Plan, 'split'>): string {
  const visits = split?.visits.length ?? 0
  return visits > 1 ? ` over ${visits} visits` : ''
}

/** What is paid for, beside coat work that the list price does not hold. */
export function basePriceText({ by }: Pick<Quote, 'by'>, plan: Pick<Plan, 'split' | 'groom'>): string {
  if (by === 'minute') return 'the visit by the minute, without a bath'
  if (overVisits(plan)) return 'bath, drying, cut and nails, once'
  return plan.groom?.parts.bath === 0 ? 'the visit, without a bath' : 'bath, drying, cut and nails'
}

/** What the owner does between split visits, or until a vet has decided. */
const MEANWHILE: readonly string[] = [
  'Do not bathe at home: water sets mats tighter.',
  'Brush only the places that are done, a few minutes a day, from the tips up, comb last.',
  'Leave what is still matted alone; pulling it hurts and helps nothing.',
]
const KEEP_TO_DATES = 'Keep to the dates: what is free today mats again at the edge of what is not.'
export const meanwhileLines = ({ split }: Pick<Plan, 'split'>): string[] =>
  split ? [...MEANWHILE, ...(split.visits.length > 1 ? [KEEP_TO_DATES] : [])] : []

/** What is looked forward to where a vet has the word first: there is no coat work that could decide it. */
export const AFTER_VET_WEEKS = 2

export const CONSENT_CAUTIONS: readonly string[] = [
  'This says what was seen and felt today. It is not a diagnosis: for skin, lumps, ears and eyes a vet has the word.',
  'What a vet says, the label of a product and the rules where you live come before this plan.',
  'If something else comes to light during the groom, we stop there and call you.',
]

/** Why the next visit is when it is. */
export const NEXT_TEXT: Record<Rebook['why'], string> = {
  jacket: 'when the jacket comes round',
  'mats-form': 'before mats form again, with the care it gets at home',
  least: 'as soon as is sensible: with this care it mats again quickly',
  most: 'the longest we leave any dog like this',
  puppy: 'puppies come monthly',
  shape: 'before it grows out of shape',
}

/** When all that is planned is done: as a vet decides, where one has the word on the rest, else as the coat wants it. */
export const nextSaid = (
  plan: Pick<Plan, 'stops'>,
  rebook: Rebook,
): { readonly weeks: number; readonly why: string } =>
  vetDecides(plan)
    ? { weeks: AFTER_VET_WEEKS, why: 'once a vet has decided on the rest' }
    : { weeks: rebook.weeks, why: NEXT_TEXT[rebook.why] }

export const KAPPA_TEXT: Record<KappaWord, string> = {
  poor: 'no better than chance',
  slight: 'slight',
  fair: 'fair',
  moderate: 'moderate',
  substantial: 'substantial',
  'almost-perfect': 'almost perfect',
}

export const weeksText = (weeks: number): string =>
  weeks < 0.5 ? 'at once' : weeks < 10 ? `${Math.round(weeks)} weeks` : `${Math.round(weeks / 4.345)} months`

export const moneyText = (hundredths: number, currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, minimumFractionDigits: 0 }).format(hundredths / 100)
