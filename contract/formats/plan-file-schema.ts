import * as z from 'zod'
import {
  COAT_PARTS,
  CUT_PARTS,
  LEFT_OUT_IDS,
  REGION_IDS,
  SECOND_IDS,
  STYLE_IDS,
  TREATMENT_IDS,
  VERDICT_IDS,
} from '../../core/index.ts'

/*
 * etude.plan/1 as it is written: every key by name, so that who reads it knows what can be there. Figures are rounded to
 * hundredths; what does not apply has no key.
 */
const minutes = z.number().min(0)
const text = z.string().min(1)
const side = z.enum(['left', 'right'])
const place = { region: z.enum(REGION_IDS), side: side.optional() }
/** A region-side as one word: `ear-outer.left`. */
const key = z.string().min(1)
const range = z.strictObject({ low: z.number(), high: z.number() })
const choice = z.enum(VERDICT_IDS)
const style = z.enum(STYLE_IDS)
const tool = z.strictObject({ kind: text, id: text, form: z.enum(['full', 'skip']).optional() })
const around = z.array(z.looseObject({ finding: text }))
const figure = z.strictObject({ value: z.number().nullable(), low: z.number(), high: z.number() })
const bothRanges = z.strictObject({ minutes: range.nullable(), pull: range.nullable() })

const verdict = z.strictObject({
  choice,
  style,
  /** Of the coat work. */
  minutes,
  pull: minutes,
  minutesBudget: minutes,
  pullBudget: minutes,
  reserve: minutes,
  coatKept: z.number(),
  handOverMinutes: minutes.optional(),
  range: bothRanges.optional(),
  otherwise: choice.optional(),
  reasons: z.array(z.strictObject({ code: text, text, region: z.enum(REGION_IDS).optional(), side: side.optional() })),
  alternatives: z.array(
    z.strictObject({
      choice,
      style,
      feasible: z.boolean(),
      closed: text.optional(),
      minutes,
      pull: minutes,
      coatKept: z.number(),
      visits: z.int().min(2).optional(),
      regrowWeeks: minutes,
      nextWeeks: minutes,
    }),
  ),
  regrowWeeks: minutes,
})

const region = z.strictObject({
  ...place,
  treatment: z.enum(TREATMENT_IDS),
  minutes,
  pull: minutes,
  range: bothRanges.optional(),
  tool: tool.optional(),
  leavesMm: minutes.optional(),
  when: z.enum(['before-bath', 'in-bath', 'while-drying', 'after-drying']).optional(),
  addOns: z.array(z.literal('card')),
  handOver: z.boolean(),
  done: z.literal(true).optional(),
  why: text.optional(),
  cautions: z.array(text),
  around: around.optional(),
})

const stop = z.strictObject({
  code: text,
  action: text,
  region: z.enum(REGION_IDS).optional(),
  side: side.optional(),
  places: z.array(z.strictObject({ region: z.enum(REGION_IDS).optional(), side: side.optional() })).optional(),
  text,
})

const groom = z.strictObject({
  /** For one pair of hands, waits in the tub with it. */
  minutes,
  standing: minutes,
  hands: minutes,
  slot: minutes,
  over: minutes,
  fits: z.boolean(),
  standingCap: minutes,
  leftOut: z.array(z.strictObject({ what: z.enum(LEFT_OUT_IDS), minutes, why: z.literal('standing') })),
  secondPerson: z.array(z.strictObject({ code: z.enum(SECOND_IDS), step: text })),
  parts: z.strictObject({ coat: minutes, bath: minutes, dry: minutes, cut: minutes, last: minutes }),
  steps: z.array(
    z.strictObject({
      id: text,
      part: z.enum(['coat', 'bath', 'dry', 'cut', 'last']),
      what: text,
      minutes,
      dwellMin: minutes.optional(),
      regions: z.array(z.strictObject(place)),
      tool: tool.optional(),
      around: around.optional(),
      extras: z.array(text).optional(),
      heeds: z.array(text).optional(),
      words: z.string().optional(),
      cautions: z.array(text).optional(),
    }),
  ),
})

const owner = z.strictObject({
  sentence: text,
  minutes: minutes.optional(),
  coatKept: z.number(),
  outline: z.array(z.strictObject({ part: z.enum(COAT_PARTS), beforeMm: minutes, afterMm: minutes })),
  needs: z.array(text),
  price: minutes.optional(),
})

const bath = z.strictObject({
  steps: z.array(
    z.strictObject({
      kind: text,
      productKind: text.optional(),
      product: text.optional(),
      dilution: minutes.optional(),
      solutionMl: minutes.optional(),
      productMl: minutes.optional(),
      waterMl: minutes.optional(),
      dwellMin: minutes,
      minutes,
      startMin: minutes,
      pass: z.int().optional(),
      regions: z.array(text),
      oneSideOnly: z.array(key).optional(),
      meanwhile: z.array(text),
      reasons: z.array(text),
      reasonCodes: z.array(text),
      how: z.array(text),
      inVerdict: z.literal(true).optional(),
    }),
  ),
  wettingMin: minutes,
  minutes,
  standingMin: minutes,
  savedMin: minutes,
  waterC: z.number(),
  noBath: text.optional(),
  why: text.optional(),
  cycles: z.int().optional(),
  keptDry: z.array(z.strictObject({ place: key, why: text })),
  warnings: z.array(text),
})

const drying = z.strictObject({
  method: text,
  coatMassG: minutes,
  towels: z.int(),
  stages: z.array(z.strictObject({ stage: text, minutes, waterStartG: minutes, waterEndG: minutes })),
  minutes,
  inVerdict: minutes.optional(),
  brushedInVerdict: minutes.optional(),
  how: z.unknown(),
  breaks: z.int().optional(),
  cautions: z.array(text),
})

const cut = z.strictObject({
  lines: z.array(
    z.strictObject({
      ...place,
      part: z.enum(CUT_PARTS).optional(),
      tool,
      against: z.boolean(),
      leavesMm: minutes,
      why: text,
      when: z.literal('before-bath').optional(),
      minutes: minutes.optional(),
      how: z.array(text).optional(),
      handOver: z.literal(true).optional(),
      cautions: z.array(text),
      around: around.optional(),
    }),
  ),
  supports: z.array(text).optional(),
  minutes,
  blends: z.array(z.strictObject({ a: key, b: key, stepMm: minutes, tool: text })),
  unlike: z.array(z.strictObject({ region: z.enum(REGION_IDS), leftMm: minutes, rightMm: minutes })),
  notCut: z.array(z.strictObject({ ...place, wishedMm: minutes, why: text })),
})

const look = z.strictObject({ ...place, settles: z.number() })

/** A plan as `./etude plan` writes it. */
export const planFileSchema = z.strictObject({
  format: z.literal('etude.plan/1'),
  model: text,
  indices: z.strictObject({
    mat: figure,
    undercoat: figure,
    condition: figure,
    skin: z.looseObject({ worst: z.number().nullable(), regions: z.int() }),
  }),
  verdict,
  regions: z.array(region),
  stops: z.array(stop),
  frontier: z.array(z.strictObject({ style, choice, pull: minutes, minutes, coatKept: z.number() })).optional(),
  flips: z
    .array(
      z.strictObject({
        what: text,
        region: z.enum(REGION_IDS).optional(),
        side: side.optional(),
        score: text.optional(),
        from: z.union([z.number(), z.string()]).optional(),
        to: z.union([z.number(), z.string()]).optional(),
        becomes: choice,
      }),
    )
    .optional(),
  nextLooks: z.array(look).optional(),
  odds: z
    .strictObject({
      draws: z.int(),
      exact: z.boolean(),
      minutes: range.optional(),
      pull: range.optional(),
      verdicts: z.array(z.strictObject({ choice, chance: z.number(), low: z.number(), high: z.number() })),
    })
    .optional(),
  bath: bath.optional(),
  deshed: z
    .strictObject({
      looseG: minutes,
      minutes,
      passes: z.array(z.strictObject({ when: text, minutes })),
      regions: z.array(
        z.strictObject({ place: key, undercoat: z.number(), looseG: minutes, tools: z.array(z.unknown()) }),
      ),
      how: z.array(text),
    })
    .optional(),
  drying: drying.optional(),
  cut: cut.optional(),
  strip: z
    .strictObject({
      jacket: text,
      ready: z.boolean(),
      rolls: z.literal(true).optional(),
      comesInWeeks: minutes.optional(),
      order: z.array(z.strictObject(place)),
      minutes,
      pull: minutes,
      rollWeeks: minutes,
      stages: z.array(z.unknown()).optional(),
      tooLate: z.boolean().optional(),
      how: z.array(text),
    })
    .optional(),
  price: z.strictObject({ currency: text, total: minutes, base: minutes, coatWork: z.number() }).optional(),
  groom: groom.optional(),
  owner: owner.optional(),
  /** What was taken as usual because nobody gave it, by path. */
  assumed: z.array(text).optional(),
  next: z
    .strictObject({
      weeks: minutes,
      reasons: z.array(text),
      text,
      matIndexThen: minutes,
      matIndexFourWeeksLater: minutes,
    })
    .optional(),
  trial: z.strictObject({ ...place, tool: tool.optional(), minutes, ifItComes: choice, ifNot: choice }).optional(),
  visits: z
    .array(
      z.strictObject({
        number: z.int(),
        day: z.number(),
        blocks: z.array(text),
        minutes,
        pull: minutes,
        regions: z.array(z.strictObject({ ...place, part: z.number() })),
      }),
    )
    .optional(),
  left: z.array(z.strictObject(place)).optional(),
  cautions: z.array(text),
})
export type PlanFile = z.infer<typeof planFileSchema>
