import * as z from 'zod'
import {
  BLADES,
  BREEDS,
  COAT_COLOURS,
  COAT_PRICE_IDS,
  COAT_TYPE_IDS,
  COMB_MM,
  type CoatPriceId,
  DENSITY_IDS,
  EAR_CARRIAGES,
  EXPERIENCE_IDS,
  FINDING_IDS,
  findBreed,
  HEALTH_IDS,
  JACKET_IDS,
  MODIFIER_IDS,
  MUZZLE_KINDS,
  OPEN_BREED_IDS,
  PART_IDS,
  type PartId,
  PRODUCT_KIND_IDS,
  RACK_KIND_IDS,
  REGION_IDS,
  REGION_SIDES,
  SCHOOL_IDS,
  SCHOOLS,
  type SchoolId,
  type Schools,
  SIZE_IDS,
  type SizeId,
  SKIP_FORMS,
  SKULL_IDS,
  STYLE_WISH_IDS,
  TAG_IDS,
  TAIL_CARRIAGES,
  TEMPERAMENT_IDS,
  TOLERANCE_IDS,
  TOOL_STATE_IDS,
  TREATMENT_IDS,
} from '../../core/index.ts'
import { between, HEAVIEST_KG, LIGHTEST_KG } from './numbers.ts'
import { fileProductSchema } from './products.ts'

/*
 * etude.assessment/1: what was found on a dog. The schema is the one source of the type, of the API's checks and of the
 * JSON Schema under docs/formats. Unknown fields are ignored.
 */
const score = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)], {
  error: 'a whole number from 0 to 4',
})
const mm = between(0, 600)

export const BREED_IDS = [...OPEN_BREED_IDS, ...BREEDS.map(({ id }) => id)] as [string, ...string[]]

const A_BREED = 'a breed id of the table, two of them as a+b, cross or unknown'

export const findingSchema = z.object({
  id: z.enum(FINDING_IDS as [(typeof FINDING_IDS)[number], ...(typeof FINDING_IDS)[number][]]),
  sizeMm: between(0, 1000).nullish(),
  note: z.string().max(500).optional(),
  ownerKnew: z.boolean().optional(),
})

const scoresShape = {
  mat: score.nullish(),
  extent: between(0, 1).nullish(),
  standoffMm: mm.nullish(),
  undercoat: score.nullish(),
  condition: score.nullish(),
  skin: score.nullish(),
  tags: z.array(z.enum(TAG_IDS)).max(TAG_IDS.length).optional(),
  findings: z.array(findingSchema).max(20).optional(),
}

export const rowSchema = z.object({
  region: z.enum(REGION_IDS),
  side: z.enum(['left', 'right']).nullish(),
  ...scoresShape,
  /** Why this region is to be left alone. */
  leave: z.string().max(200).nullish(),
})

const lengthsSchema = z.object({ body: mm, legs: mm, head: mm, ears: mm, tail: mm }).partial()

export const dogSchema = z.object({
  name: z.string().min(1).max(80).optional(),
  breed: z
    .union([z.enum(BREED_IDS), z.string().refine((id) => findBreed(id) !== undefined, { error: A_BREED })], {
      error: A_BREED,
    })
    .nullish(),
  coatType: z.enum(COAT_TYPE_IDS),
  modifiers: z.array(z.enum(MODIFIER_IDS)).max(MODIFIER_IDS.length).optional(),
  density: z.enum(DENSITY_IDS).optional(),
  weightKg: between(LIGHTEST_KG, HEAVIEST_KG),
  ageMonths: between(0, 400).nullish(),
  lengthMm: lengthsSchema.optional(),
  health: z.array(z.enum(HEALTH_IDS)).max(HEALTH_IDS.length).optional(),
  /** Over what the breed or a flag says of the skull. */
  skull: z.enum(SKULL_IDS).nullish(),
  temperament: z.enum(TEMPERAMENT_IDS).optional(),
  dryerTolerance: z.enum(TOLERANCE_IDS).optional(),
  nailTolerance: z.enum(TOLERANCE_IDS).optional(),
  faceTolerance: z.enum(TOLERANCE_IDS).optional(),
  sex: z.enum(['female', 'male']).nullish(),
  neutered: z.boolean().nullish(),
  visitsSoFar: z.int().min(0).max(2000).optional(),
  jacket: z.enum(JACKET_IDS).nullish(),
  surgery: z.object({ daysAgo: between(0, 10000), cleared: z.boolean() }).nullish(),
  daysSinceSpotOn: between(0, 10000).nullish(),
  allergies: z.array(z.string().max(80)).max(30).optional(),
  prescribed: z
    .object({
      productKind: z.enum(PRODUCT_KIND_IDS, { error: 'a kind of product' }),
      /** Parts of water to one of product; 0 is ready to use. */
      dilution: between(0, 1000),
      dwellMin: between(0, 240),
      regions: z
        .array(z.enum(['all', ...REGION_IDS], { error: 'all, or regions' }))
        .min(1)
        .max(40),
    })
    .nullish(),
  bare: between(0, 1).nullish(),
  /** What it looks like where that is not as its breed: for its picture alone, nothing is planned by it. */
  figure: z
    .object({
      ears: z.enum(EAR_CARRIAGES),
      tail: z.enum(TAIL_CARRIAGES),
      muzzle: z.enum(MUZZLE_KINDS),
      colour: z.enum(COAT_COLOURS),
    })
    .partial()
    .optional(),
})

const choice = z.object({ shape: z.string().min(1).max(40), mm: between(0, 600).optional() })

export const patternSchema = z.strictObject(
  Object.fromEntries(PART_IDS.map((part) => [part, choice.optional()])) as Record<PartId, z.ZodOptional<typeof choice>>,
)

export const wishesSchema = z.object({
  keepLength: z
    .union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)], { error: 'a whole number from 0 to 3' })
    .optional(),
  style: z.enum(STYLE_WISH_IDS).optional(),
  targetMm: lengthsSchema.optional(),
  /** Shapes by part, each with its length where it has one of its own. */
  pattern: patternSchema.optional(),
  show: z.boolean().optional(),
  keepJacket: z.boolean().optional(),
  homeBrushing: z.object({ perWeek: between(0, 50), toSkin: z.boolean() }).optional(),
  swims: z.boolean().optional(),
  wearsCoat: z.boolean().optional(),
  /** Ids of what the owner asks for; words that are none are read with the note. */
  extras: z.array(z.string().max(80)).max(20).optional(),
  /** What no field holds, as the owner said it. */
  note: z.string().max(500).nullish(),
  /** Days until the show it is groomed for. */
  showInDays: between(0, 1000).nullish(),
})

const amount = z.int({ error: 'a whole number of hundredths of the currency' }).min(0).max(10_000_000)
const bySize = z.object(Object.fromEntries(SIZE_IDS.map((id) => [id, amount])) as Record<SizeId, typeof amount>)

/** The salon's price list; amounts in hundredths of the currency. */
export const priceListSchema = z.object({
  currency: z.string().regex(/^[A-Z]{3}$/, { error: 'an ISO 4217 code as EUR' }),
  base: z.object(Object.fromEntries(COAT_PRICE_IDS.map((id) => [id, bySize])) as Record<CoatPriceId, typeof bySize>),
  minutesIncluded: between(0, 600),
  perMinute: amount,
  roundTo: amount.min(1),
})

/** The house's ways, by question: only those that are not at their default need naming. */
export const schoolsSchema = z
  .strictObject(
    Object.fromEntries(
      SCHOOL_IDS.map((id) => [id, z.enum(SCHOOLS[id], { error: `one of ${SCHOOLS[id].join(', ')}` })]),
    ) as unknown as { [K in SchoolId]: z.ZodType<Schools[K]> },
  )
  .partial()

/** A tool of the rack. Blades and comb attachments by the ids of the vocabulary, the rest by name. */
export const fileToolSchema = z
  .object({
    kind: z.enum(RACK_KIND_IDS),
    id: z.string().min(1).max(40),
    form: z.enum(['full', 'skip']).nullish(),
    state: z.enum(TOOL_STATE_IDS).optional(),
  })
  .superRefine(({ kind, id, form }, ctx) => {
    const wrong = (path: string, message: string): void => ctx.addIssue({ code: 'custom', path: [path], message })
    if (kind === 'blade' && !BLADES.some((blade) => blade.id === id))
      wrong('id', `a blade: ${BLADES.map((blade) => blade.id).join(', ')}`)
    if (kind === 'comb' && !COMB_MM.some((mm) => String(mm) === id))
      wrong('id', `the length of a comb attachment in mm: ${COMB_MM.join(', ')}`)
    if (form === 'skip' && !(kind === 'blade' && SKIP_FORMS.has(id)))
      wrong('form', `full; skip-tooth are ${[...SKIP_FORMS].join(', ')}`)
  })

const FORMAT = /^etude\.assessment\/1(\.\d+)?$/

export const assessmentFileSchema = z.object({
  format: z.string({ error: 'etude.assessment/1' }).regex(FORMAT, { error: 'etude.assessment/1' }),
  stage: z.enum(['arrival', 'after-air']).optional(),
  dog: dogSchema,
  wishes: wishesSchema.optional(),
  default: z.object(scoresShape).optional(),
  scores: z.array(rowSchema).max(500).optional(),
  slot: z.object({ minutes: between(1, 1440) }).optional(),
  house: z
    .object({
      experience: z.enum(EXPERIENCE_IDS).optional(),
      schools: schoolsSchema.optional(),
      weeksSinceLast: between(0, 1000).nullish(),
      /** Minutes the house demats one dog at most. */
      dematMost: between(0, 600).nullish(),
    })
    .optional(),
  room: z.object({ tempC: between(-20, 60).optional(), rh: between(0, 1).optional() }).optional(),
  consents: z.object({ doubleClip: z.boolean().optional(), vetDirectsClip: z.boolean().optional() }).optional(),
  pace: z.partialRecord(z.enum(TREATMENT_IDS), between(0.5, 2.5)).optional(),
  prices: priceListSchema.optional(),
  /** How fast this dog mats beside its coat's usual rate, learnt from its visits. */
  own: z.object({ factor: between(0.05, 20), sigma: between(0, 5), visits: z.int().min(0).max(2000) }).nullish(),
  /** The tools there are; without it every blade and comb attachment is taken to be there. */
  rack: z.array(fileToolSchema).max(200).optional(),
  /** The products there are; without it one of each usual kind is taken to be there. */
  shelf: z.array(fileProductSchema).max(500).optional(),
  /** A groom under way: what is finished, and what it has taken of the slot and of the dog so far. */
  progress: z
    .object({
      done: z
        .array(
          z.object({
            region: z.enum(REGION_IDS),
            side: z.enum(['left', 'right']).nullish(),
            treatment: z.enum(TREATMENT_IDS),
            leavesMm: mm.nullish(),
          }),
        )
        .max(REGION_SIDES.length),
      minutes: between(0, 1440),
      pull: between(0, 10000),
    })
    .nullish(),
})

export type AssessmentFile = z.infer<typeof assessmentFileSchema>
export type FileDog = z.infer<typeof dogSchema>
export type FileWishes = z.infer<typeof wishesSchema>
export type ScoreRow = z.infer<typeof rowSchema>
