import { addWeeks, format } from 'date-fns'
import { z } from 'zod'
import {
  type Assessment,
  afterOf,
  type Bench,
  type CheckMark,
  type CoatType,
  type Cut,
  coatPartOf,
  FINDING_IDS,
  type House,
  homeCareOf,
  INCIDENT_IDS,
  type Indices,
  indicesOf,
  isThrough,
  LATER_WEEKS,
  type LengthsMm,
  mattingOf,
  minutesTaken,
  type Plan,
  REGION_IDS,
  REGION_SIDES,
  rebookOf,
  type Sheet,
  SKIP_REASONS,
  type Treatment,
  workLines,
} from '../core/index.ts'
import { idSchema, instant, lengthsLeftSchema } from './api.ts'
import { dogSchema, rowSchema } from './assessment-file.ts'
import {
  capital,
  FINDING_LABEL,
  homeLines,
  INCIDENT_LABEL,
  mmText,
  NEXT_TEXT,
  placeName,
  placesText,
  SKIP_LABEL,
  stepTitle,
  toolName,
  verdictSentence,
  WORK_LABEL,
} from './words/index.ts'

const lines = z.array(z.string())
const sideRow = rowSchema.pick({
  region: true,
  side: true,
  mat: true,
  extent: true,
  undercoat: true,
  condition: true,
  skin: true,
})
const indices = z.object({
  mat: z.number().nullable(),
  undercoat: z.number().nullable(),
  condition: z.number().nullable(),
})

/** The page of a goodbye, word for word as it was given; kept with the visit. */
export const goodbyePageSchema = z.object({
  salon: z.string(),
  name: z.string(),
  owner: z.string(),
  at: instant,
  by: lines,
  /** For the drawing. */
  dog: dogSchema.pick({ breed: true, coatType: true, weightKg: true, lengthMm: true }),
  before: z.array(sideRow),
  after: z.array(sideRow),
  /** Lengths it goes home with, mm, by region-side. */
  outlineMm: z.array(z.number()),
  indices: z.object({ before: indices, after: indices }),
  verdict: z.string(),
  /** What was done, in a sentence an owner reads. */
  did: z.string(),
  work: z.array(
    z.object({
      what: z.string(),
      label: z.string(),
      plannedMin: z.number(),
      takenMin: z.number().nullable(),
      done: z.int(),
      steps: z.int(),
    }),
  ),
  minutes: z.object({ planned: z.number(), taken: z.number().nullable() }),
  skipped: z.array(z.object({ what: z.string(), why: z.string() })),
  found: lines,
  askVet: lines,
  incidents: z.array(z.object({ text: z.string(), did: z.string(), told: z.boolean() })),
  products: z.array(z.object({ name: z.string(), ml: z.number() })),
  tools: lines,
  cut: lines,
  care: z.object({ lines, perWeek: z.number(), weeksNow: z.int(), weeksThen: z.int() }),
  next: z.object({
    weeks: z.int(),
    on: z.iso.date(),
    why: z.string(),
    indexThen: z.number(),
    indexLater: z.number(),
    later: z.string(),
    nailsWeeks: z.number(),
  }),
  price: z.object({ currency: z.string(), quoted: z.int().nullable(), total: z.int() }),
  note: z.string(),
  checkedBy: z.string().nullable(),
})
export type GoodbyePage = z.infer<typeof goodbyePageSchema>

/** What of a goodbye the dog's life is drawn from. */
export const visitSummarySchema = z.object({
  before: indices,
  after: indices,
  choice: z.string(),
  work: goodbyePageSchema.shape.work,
  minutes: goodbyePageSchema.shape.minutes,
  /** Mean over the coat's parts, mm. */
  lengthMm: lengthsLeftSchema,
  products: lines,
  tools: lines,
  temperament: z.string(),
  dryerTolerance: z.string(),
  weightKg: z.number(),
  incidents: z.array(z.object({ incident: z.enum(INCIDENT_IDS), text: z.string() })),
  skipped: z.array(z.enum(SKIP_REASONS)),
  findings: z.array(z.enum(FINDING_IDS as [(typeof FINDING_IDS)[number], ...(typeof FINDING_IDS)[number][]])),
  /** Usual matting for coat, length and care as it went home, index points by week from the goodbye on. */
  usualRates: z.array(z.number()),
  price: z.int(),
  nextWeeks: z.int(),
})
export type VisitSummary = z.infer<typeof visitSummarySchema>

export const markSchema = z
  .object({
    region: z.enum(REGION_IDS),
    side: z.enum(['left', 'right']).nullable(),
    mat: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
    extent: z.number().gt(0).max(1).nullable(),
  })
  .refine(({ region, side }) => REGION_SIDES.some((place) => place.region === region && place.side === side), {
    path: ['side'],
    error: 'left or right on a paired region, null on a single one',
  })
export type Mark = z.infer<typeof markSchema>

export const goodbyeSchema = z.object({
  revision: z.int(),
  /** What the comb check still found. */
  marks: z.array(markSchema),
  note: z.string(),
  price: z.int().nullable(),
  nextOn: z.iso.date().nullable(),
  checkedAt: instant.nullable(),
  checkedBy: idSchema.nullable(),
  finishedAt: instant.nullable(),
  /** As it would be given now, or as it was. */
  page: goodbyePageSchema,
})
export type Goodbye = z.infer<typeof goodbyeSchema>

export const goodbyeChangeSchema = z.object({
  baseRevision: z.int().min(0),
  marks: z.array(markSchema).max(REGION_SIDES.length),
  note: z.string().trim().max(1000),
  price: z.int().min(0).max(10_000_000).nullable(),
  nextOn: z.iso.date({ error: 'a date as 2026-03-01' }).nullable(),
  /** Signs the comb check, or takes the signature back. */
  checked: z.boolean(),
})
export type GoodbyeChange = z.infer<typeof goodbyeChangeSchema>

export const coreMarks = (marks: readonly Mark[]): CheckMark[] =>
  marks.map(({ region, side, mat, extent }) => ({
    index: REGION_SIDES.findIndex((place) => place.region === region && place.side === side),
    mat,
    extent,
  }))

/** Findings that want a vet's eye, whatever else is said. Common practice. */
const VET: ReadonlySet<string> = new Set([
  'ringworm-suspect',
  'lump',
  'wound',
  'hot-spot',
  'surgery-site',
  'rash',
  'mites-suspect',
  'maggots',
  'haematoma-ear',
  'ear-redness',
  'ear-discharge',
  'anal-swelling',
  'ingrown-nail',
  'interdigital-sore',
  'eye-problem',
  'bald-patch',
])

function findingLines(sheet: Sheet): { found: string[]; askVet: string[] } {
  const found: string[] = []
  const askVet: string[] = []
  for (const { index, region, side } of REGION_SIDES)
    for (const { id, sizeMm } of sheet[index]!.findings) {
      const size = sizeMm ? `, about ${mmText(sizeMm)} mm` : ''
      const line = `${capital(FINDING_LABEL[id])}, ${placeName(region, side)}${size}`
      found.push(line)
      if (VET.has(id)) askVet.push(line)
    }
  return { found, askVet }
}

const BAD_INDEX = 30

/** What waiting longer would mean, in a sentence. */
const laterText = (weeks: number, index: number, bound: number): string =>
  index <= bound
    ? `Four weeks later would still do.`
    : index < BAD_INDEX
      ? `Four weeks later, in ${weeks + LATER_WEEKS}, we would expect knots that pull, and a longer visit.`
      : `Four weeks later, in ${weeks + LATER_WEEKS}, much of the coat may have to come off.`

const rounded = ({ mat, undercoat, condition }: Indices): z.infer<typeof indices> => {
  const one = ({ value }: { value: number | null }): number | null =>
    value === null ? null : Math.round(value * 10) / 10
  return { mat: one(mat), undercoat: one(undercoat), condition: one(condition) }
}

const rowsOf = (sheet: Sheet): GoodbyePage['before'] =>
  REGION_SIDES.map(({ region, side, index }) => {
    const { mat, extent, undercoat, condition, skin } = sheet[index]!
    return { region, side, mat, extent, undercoat, condition, skin }
  })

export interface GoodbyeGiven {
  readonly salon: string
  readonly owner: string
  readonly at: Date
  readonly by: readonly string[]
  readonly dog: GoodbyePage['dog']
  readonly assessment: Assessment
  readonly plan: Plan
  readonly bench: Bench | null
  /** null where the groom stopped. */
  readonly cut: Cut | null
  readonly marks: readonly Mark[]
  readonly note: string
  readonly price: { readonly currency: string; readonly quoted: number | null; readonly total: number }
  /** A date agreed with the owner instead of the one worked out. */
  readonly nextOn: string | null
  readonly checkedBy: string | null
}

const dateIn = (at: Date, weeks: number): string => format(addWeeks(at, weeks), 'yyyy-MM-dd')

/** Lengths as the dog goes home: the cut where it was done, else what the verdict left. */
export function outlineOf(plan: Plan, cut: Cut | null, bench: Bench | null): number[] {
  const kept = (bench?.steps.length ?? 0) > 0
  const cutDone = new Set(
    (bench?.steps ?? [])
      .filter(({ step, status }) => step.kind === 'cut' && step.what === 'coat' && status === 'done')
      .flatMap(({ step }) => step.indexes),
  )
  const coatDone = new Set((bench?.steps ?? []).filter(isThrough).flatMap(({ step }) => step.indexes))
  return plan.regions.map(({ option, treatment, coatMm, done }, index) => {
    const clipped = treatment === 'clip' && (done || !kept || coatDone.has(index))
    if (clipped) return Math.min(coatMm, option.outlineMm)
    return cut && (!kept || cutDone.has(index)) ? Math.min(coatMm, cut.mm[index]!) : coatMm
  })
}

/** Everything that is said at the goodbye, of the plan, the bench and the comb check and nothing else. */
export function goodbyePage(given: GoodbyeGiven, house: House): GoodbyePage {
  const { assessment, plan, bench, cut, marks, at, nextOn } = given
  const after = afterOf(assessment, plan, bench, coreMarks(marks))
  const outlineMm = outlineOf(plan, cut, bench)
  const left = indicesOf(after, house).mat
  const leftIndex = left.value ?? left.low
  const rebook = rebookOf(assessment, leftIndex, outlineMm, house)
  const care = homeCareOf(assessment, leftIndex, outlineMm, house)
  const work = bench ? workLines(bench) : []
  const timed = bench?.steps.filter((status) => minutesTaken(status) !== null) ?? []
  const done = bench?.steps.filter(({ status }) => status === 'done') ?? []
  const used = new Map<string, number>()
  for (const { step } of done) if (step.product) used.set(step.product, (used.get(step.product) ?? 0) + step.solutionMl)
  const cutTools = done.filter(({ step }) => step.tool && (step.kind === 'cut' || step.kind === 'coat'))
  return {
    salon: given.salon,
    name: assessment.dog.name,
    owner: given.owner,
    at: at.toISOString(),
    by: [...given.by],
    dog: given.dog,
    before: rowsOf(assessment.sheet),
    after: rowsOf(after),
    outlineMm,
    indices: { before: rounded(indicesOf(assessment.sheet, house)), after: rounded(indicesOf(after, house)) },
    verdict: verdictSentence(plan, assessment.dog.name),
    did: didText(given, outlineMm),
    work: work.map((line) => ({ ...line, label: WORK_LABEL[line.what] })),
    minutes: {
      planned: work.reduce((sum, { plannedMin }) => sum + plannedMin, 0),
      taken: timed.length > 0 ? timed.reduce((sum, status) => sum + minutesTaken(status)!, 0) : null,
    },
    skipped: (bench?.steps ?? [])
      .filter(({ status }) => status === 'skipped')
      .map(({ step, skipReason }) => ({
        what: `${stepTitle(step)}${step.indexes.length > 0 ? `, ${placesText(step.indexes)}` : ''}`,
        why: SKIP_LABEL[skipReason!].toLowerCase(),
      })),
    ...findingLines(assessment.sheet),
    incidents: (bench?.incidents ?? []).map(({ incident, region, side, sizeMm, did, toldAt }) => ({
      text: `${INCIDENT_LABEL[incident]}${region ? `, ${placeName(region, side)}` : ''}${sizeMm ? `, ${mmText(sizeMm)} mm` : ''}`,
      did,
      told: toldAt !== null,
    })),
    products: [...used].map(([name, ml]) => ({ name, ml })),
    tools: [...new Set(cutTools.map(({ step }) => toolName(step.tool!)))],
    cut: cutTools
      .filter(({ step }) => step.kind === 'cut' && step.what === 'coat')
      .map(({ step }) => `${stepTitle(step)}: ${placesText(step.indexes)}, leaves ${mmText(step.leavesMm ?? 0)} mm`),
    care: { lines: homeLines(care), perWeek: care.perWeek, weeksNow: care.weeksNow, weeksThen: care.weeksThen },
    next: {
      weeks: rebook.weeks,
      on: nextOn ?? dateIn(at, rebook.weeks),
      why: NEXT_TEXT[rebook.why],
      indexThen: rebook.indexThen,
      indexLater: rebook.indexLater,
      later: laterText(rebook.weeks, rebook.indexLater, house['rebook.index']),
      nailsWeeks: care.nailsWeeks,
    },
    price: given.price,
    note: given.note,
    checkedBy: given.checkedBy,
  }
}

const DID: Partial<Record<Treatment, (places: string) => string>> = {
  brush: () => 'brushed out to the skin',
  demat: (places) => `knots worked out (${places})`,
  'blow-out': () => 'undercoat blown out',
  splice: (places) => `mats cut out from beneath (${places})`,
  'clip-out': (places) => `mats taken off (${places})`,
  clip: (places) => `clipped short (${places})`,
  strip: () => 'hand-stripped',
  card: () => 'undercoat carded out',
}

/** What was done: by the bench where it was kept, else by the plan. */
function didText({ assessment, plan, bench, cut }: GoodbyeGiven, outlineMm: readonly number[]): string {
  const { dog } = assessment
  if (plan.verdict.choice === 'refer') return `We stopped, so that a vet sees ${dog.name} first.`
  const kept = (bench?.steps.length ?? 0) > 0
  const done = bench?.steps.filter(({ status }) => status === 'done').map(({ step }) => step) ?? []
  const coat = kept
    ? done.filter(({ kind }) => kind === 'coat')
    : plan.regions
        .filter(({ treatment }) => DID[treatment])
        .map(({ treatment, index }) => ({ treatment, indexes: [index] }))
  const treatments = [...new Set(coat.map(({ treatment }) => treatment!))]
  const cutIndexes = kept
    ? done.filter(({ kind, what }) => kind === 'cut' && what === 'coat').flatMap(({ indexes }) => indexes)
    : (cut?.lines ?? []).filter(({ part, why }) => part === 'coat' && why !== 'verdict').map(({ index }) => index)
  const areaOf = (part: string, indexes: readonly number[]): number =>
    indexes.reduce((sum, index) => {
      const { region, share } = REGION_SIDES[index]!
      return coatPartOf(region, dog.coatType) === part ? sum + share : sum
    }, 0)
  // A part is cut to a length where most of it is: clean armpits are no trim.
  const parts = PARTS.filter(
    (part) =>
      areaOf(part, [...new Set(cutIndexes)]) >
      areaOf(
        part,
        REGION_SIDES.map(({ index }) => index),
      ) /
        2,
  )
  const mm = partLengths(outlineMm, dog.coatType)
  const lengths = parts.map((part) => `${part} to ${Math.round(mm[part])} mm`)
  const washed = !kept || done.some(({ what }) => what === 'wash')
  const all = [
    ...(washed ? ['washed and dried'] : []),
    ...treatments.map((treatment) =>
      DID[treatment]!(
        placesText([
          ...new Set(coat.filter((one) => one.treatment === treatment).flatMap(({ indexes }) => [...indexes])),
        ]),
      ),
    ),
    ...(lengths.length > 0 ? [`cut: ${lengths.join(', ')}`] : []),
    ...(!kept || done.some(({ kind, id }) => kind === 'nails' || id === 'bath:nails') ? ['nails done'] : []),
  ]
  return `${dog.name}: ${all.join('; ')}.`
}

const PARTS = ['body', 'legs', 'head', 'ears', 'tail'] as const

/** Mean length of each part of the coat, mm, weighted by area. */
export function partLengths(outlineMm: readonly number[], coatType: CoatType): LengthsMm {
  const mean = (part: string): number => {
    const places = REGION_SIDES.filter(({ region }) => coatPartOf(region, coatType) === part)
    const area = places.reduce((sum, { share }) => sum + share, 0)
    return area > 0 ? places.reduce((sum, { index, share }) => sum + share * outlineMm[index]!, 0) / area : 0
  }
  return Object.fromEntries(PARTS.map((part) => [part, Math.round(mean(part) * 10) / 10])) as unknown as LengthsMm
}

/** As far as the usual matting is kept with a visit; few dogs stay away longer. */
const WEEKS_KEPT = 26

export function summaryOf(page: GoodbyePage, { assessment, plan, bench }: GoodbyeGiven, house: House): VisitSummary {
  const { dog } = assessment
  const mats = mattingOf(assessment, page.outlineMm, house)
  return {
    before: page.indices.before,
    after: page.indices.after,
    choice: plan.verdict.choice,
    work: page.work,
    minutes: page.minutes,
    lengthMm: partLengths(page.outlineMm, dog.coatType),
    products: page.products.map(({ name }) => name),
    tools: page.tools,
    temperament: dog.temperament,
    dryerTolerance: dog.dryerTolerance,
    weightKg: dog.weightKg,
    incidents: (bench?.incidents ?? []).map(({ incident }, i) => ({ incident, text: page.incidents[i]!.text })),
    skipped: (bench?.steps ?? []).flatMap(({ skipReason, status }) =>
      status === 'skipped' && skipReason ? [skipReason] : [],
    ),
    findings: [...new Set(assessment.sheet.flatMap(({ findings }) => findings.map(({ id }) => id)))],
    usualRates: Array.from({ length: WEEKS_KEPT }, (_, week) => mats(week)),
    price: page.price.total,
    nextWeeks: page.next.weeks,
  }
}
