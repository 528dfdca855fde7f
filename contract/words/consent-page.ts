import * as z from 'zod'
import {
  type Assessment,
  CONSENT_NEEDS,
  type ConsentNeed,
  consentRisks,
  cutOf,
  forecastOf,
  goesHome,
  type House,
  lengthAfter,
  PART_IDS,
  type Plan,
  type PriceList,
  planned,
  type Quote,
  quoteOf,
  quoteOfPlan,
  type ReasonCode,
  STYLE_IDS,
  shapesOf,
  whereMats,
} from '../../core/index.ts'
import { dogSchema, rowSchema } from '../formats/assessment-file.ts'
import {
  basePriceText,
  bentText,
  CONSENT_CAUTIONS,
  capital,
  feelLines,
  meanwhileLines,
  minutesText,
  NEED_FOR_OWNER,
  nextSaid,
  overVisits,
  patternText,
  RISK_TEXT,
  reasonForOwner,
  STYLE_LABEL,
  seenLines,
  VERDICT_LABEL,
  verdictSentence,
} from './index.ts'

const lines = z.array(z.string())

/** The owner's page, word for word as it is shown; kept with the answer. */
export const consentPageSchema = z.object({
  salon: z.string(),
  name: z.string(),
  /** For the drawing: the dog, what was found on it, and the coat afterwards in mm by region-side. */
  dog: dogSchema.pick({ breed: true, coatType: true, weightKg: true, lengthMm: true, figure: true }),
  rows: z.array(rowSchema.pick({ region: true, side: true, mat: true, extent: true, undercoat: true, skin: true })),
  outlineMm: z.array(z.number()),
  /** Shapes that places are cut to, and the outline some weeks on; empty on pages kept before there were any. */
  shapes: z.array(z.object({ index: z.int(), part: z.enum(PART_IDS), id: z.string() })).default([]),
  later: z
    .array(
      z.object({
        weeks: z.int(),
        outlineMm: z.array(z.number()),
        /** Share of each place that knots cover by then, and what that is to say; none on pages kept before it was. */
        knots: z.array(z.number()).default([]),
        says: z.string().default(''),
      }),
    )
    .default([]),
  /** The cut as a groomer says it, and what of it comes otherwise. */
  cut: lines.default([]),
  seen: lines,
  advice: z.string(),
  why: lines,
  asks: lines,
  feels: lines,
  minutes: z.object({ low: z.number(), high: z.number() }),
  /** Of the whole groom; null on pages kept before it was reckoned. */
  wholeMinutes: z.number().nullable().default(null),
  currency: z.string(),
  /** Hundredths of the currency. */
  price: z.int(),
  priceIs: z.string(),
  coatKept: z.number(),
  regrowWeeks: z.number(),
  nextWeeks: z.int(),
  nextWhy: z.string(),
  risks: lines,
  /** Between split visits; empty otherwise. */
  visits: z.array(z.object({ number: z.int(), day: z.number(), minutes: z.number() })),
  meanwhile: lines,
  ways: z.array(
    z.object({
      style: z.enum(STYLE_IDS),
      title: z.string(),
      minutes: z.number(),
      price: z.int(),
      coatKept: z.number(),
      regrowWeeks: z.number(),
      visits: z.int(),
      outlineMm: z.array(z.number()),
      /** Whether the owner may choose it here; other ways need a talk first. */
      open: z.boolean(),
    }),
  ),
  cautions: lines,
})
export type ConsentPage = z.infer<typeof consentPageSchema>

export const needSchema = z.enum(CONSENT_NEEDS)

/** Weeks after which the owner is shown how it will look. */
const WEEKS_ON = [4, 8]

const MOST_REASONS = 4
const NOT_FOR_OWNER: ReadonlySet<ReasonCode> = new Set([
  'felted',
  'tight-mats',
  'knots',
  'comb-goes-through',
  'keep-wish',
])

/** Less than this of the mats that make a visit due is next to none. */
const FEW = 0.25

/** What a mat index is to an owner, beside the one at which the next visit is due. */
function matsThenText(index: number, house: House): string {
  const due = house['rebook.index']
  if (index < FEW * due) return 'free of knots'
  return index < due ? 'first knots where it rubs' : 'knots; it is time to come'
}

interface Given {
  readonly plan: Plan
  readonly assessment: Assessment
  readonly dog: ConsentPage['dog']
  readonly rows: ConsentPage['rows']
  readonly needs: readonly ConsentNeed[]
  readonly prices: PriceList
  readonly salon: string
}

/** "Bath, drying, cut and nails, once, and 42 minutes of coat work over 3 visits beyond the usual". */
function priceIsText(quote: Quote, plan: Plan): string {
  const base = basePriceText(quote, plan)
  if (quote.by === 'minute') return `${base}: ${minutesText(quote.minutes)} minutes`
  if (quote.work === 0) return base
  return `${base}, and ${minutesText(quote.minutes - quote.minutesIncluded)} minutes of coat work${overVisits(plan)} beyond the usual`
}

/** Everything the owner is told about a plan, made of the plan and nothing else. */
export function consentPage({ plan, assessment, dog, rows, needs, prices, salon }: Given, house: House): ConsentPage {
  const { verdict, split } = plan
  const { name } = assessment.dog
  const cut = cutOf(assessment, plan, house)
  const home = goesHome(assessment, plan, house, cut)
  const next = nextSaid(plan, home.next)
  const { pattern } = assessment.wishes
  const quote = quoteOfPlan(assessment.dog, plan, prices)
  // What was found stands under what we saw; figures of the trade mean nothing to an owner.
  const reasons = verdict.reasons.filter(({ code }) => !NOT_FOR_OWNER.has(code))
  return {
    salon,
    name,
    dog,
    rows: [...rows],
    outlineMm: [...home.mm],
    shapes: cut ? shapesOf(cut) : [],
    later: WEEKS_ON.map((weeks) => {
      const outlineMm = home.mm.map((mm, index) =>
        lengthAfter(mm, plan.regions[index]!.coatMm, weeks, assessment.dog.coatType, house),
      )
      const index = forecastOf(assessment, home.leftIndex, home.mm, weeks, house).at(-1)!.middle
      return { weeks, outlineMm, knots: whereMats(index, outlineMm, house), says: matsThenText(index, house) }
    }),
    cut: [...(pattern ? [`${patternText(pattern)}.`] : []), ...(cut?.bent ?? []).map(bentText)],
    seen: seenLines(assessment),
    advice: verdictSentence(plan, name, home),
    why: reasons.slice(0, MOST_REASONS).map((reason) => reasonForOwner(reason, name)),
    asks: needs.map((need) => NEED_FOR_OWNER[need]),
    feels: feelLines(plan, name),
    minutes: planned(plan, 'minutes'),
    wholeMinutes: plan.groom?.minutes ?? null,
    currency: quote.currency,
    price: quote.total,
    priceIs: priceIsText(quote, plan),
    coatKept: home.coatKept,
    regrowWeeks: home.regrowWeeks,
    nextWeeks: next.weeks,
    nextWhy: next.why,
    risks: consentRisks(plan, assessment, house).map((risk) => RISK_TEXT[risk]),
    visits: (split?.visits ?? []).map(({ number, day, minutes }) => ({ number, day, minutes })),
    meanwhile: meanwhileLines(plan),
    ways: verdict.alternatives
      .filter(({ closed, feasible, visits }) => closed === null && (feasible || visits > 1))
      .map((way) => ({
        style: way.style,
        title:
          way.visits > 1
            ? `Keep it, over ${way.visits} visits`
            : capital(STYLE_LABEL[way.style] ?? VERDICT_LABEL[way.choice]),
        minutes: way.minutes,
        price: quoteOf(assessment.dog, way.minutes, prices).total,
        coatKept: way.coatKept,
        regrowWeeks: way.regrowWeeks,
        visits: way.visits,
        outlineMm: [...way.outlineMm],
        open: way.visits === 1 && way.feasible,
      })),
    cautions: [...CONSENT_CAUTIONS],
  }
}
