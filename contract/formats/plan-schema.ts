import * as z from 'zod'
import {
  BLOCK_IDS,
  CARED_FOR,
  CAUTIONS,
  type Caution,
  CLOSED_STYLES,
  FINDING_IDS,
  LEAVE_REASONS,
  LEFT_OUT_IDS,
  type LeaveReason,
  type Plan,
  REFUSALS,
  REGION_IDS,
  type Reason,
  type Refusal,
  SECOND_IDS,
  STYLE_IDS,
  type Stop,
  TREATMENT_IDS,
  VERDICT_IDS,
} from '../../core/index.ts'
import { estimateIdSchema } from './estimate-id.ts'

/*
 * A plan as the core makes it and the database keeps it. What the command line gives is a plan file, which is made of this
 * (plan-file.ts) with the sentences.
 */
const keys = <K extends string>(table: Readonly<Record<K, unknown>>): z.ZodType<K> =>
  z.enum(Object.keys(table) as [K, ...K[]])
const range = z.object({ low: z.number(), high: z.number() })
const index = z.object({ value: z.number().nullable(), low: z.number(), high: z.number() })
const score = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)])
const place = { region: z.enum(REGION_IDS).nullable(), side: z.enum(['left', 'right']).nullable() }
const finding = z.enum(FINDING_IDS as [(typeof FINDING_IDS)[number], ...(typeof FINDING_IDS)[number][]])
const tool = z.object({
  kind: z.enum(['blade', 'comb', 'shears', 'brush', 'dryer', 'other']),
  id: z.string(),
  form: z.enum(['full', 'skip']).optional(),
})

const cost = z.object({
  minutes: z.number(),
  pull: z.number(),
  parts: z.array(
    z.object({
      rate: estimateIdSchema,
      perM2: z.number(),
      m2: z.number(),
      pullRate: estimateIdSchema,
      pullPerMin: z.number(),
      minutes: z.number(),
      pull: z.number(),
    }),
  ),
  factors: z.object({
    length: z.number(),
    density: z.number(),
    temper: z.number(),
    pace: z.number(),
    dryer: z.number(),
    tender: z.number(),
    skin: z.number(),
    around: z.number(),
  }),
  repositionMin: z.number(),
})

/** What was found and is kept to. */
export const aroundSchema = z.object({
  finding,
  offMm: z.number(),
  as: z.enum(['round', 'left', 'dry', 'no-heat', 'no-air']),
})

const option = z.object({
  treatment: z.enum(TREATMENT_IDS),
  minutes: z.number(),
  pull: z.number(),
  loss: z.number(),
  coat: z.number(),
  cost,
  card: cost.nullable(),
  tool: tool.nullable(),
  leavesMm: z.number().nullable(),
  outlineMm: z.number(),
  when: z.enum(['before-bath', 'in-bath', 'while-drying', 'after-drying']).nullable(),
  cautions: z.array(keys<Caution>(CAUTIONS)),
  around: z.array(aroundSchema),
  handOver: z.boolean(),
  why: z.union([keys<LeaveReason>(LEAVE_REASONS), z.enum(['hand-card-over-visits', 'done'])]).nullable(),
})

/** Reads all of a type and nothing else: what the core may say and the schema would refuse does not compile. */
const readsAll =
  <T>() =>
  <S extends z.ZodType<T>>(schema: S & ([T] extends [z.infer<S>] ? unknown : never)): S =>
    schema

const nothing = z.object({})
const action = z.enum(['stop', 'refer', 'avoid', 'care', 'try-first', 'look'])
const catching = z.object({ finding: z.enum(['ringworm-suspect', 'mites-suspect']) })
const stopOf = <C extends string, V extends z.ZodType>(code: C, values: V) =>
  z.object({ code: z.literal(code), action, ...place, values })
const stop = readsAll<Stop>()(
  z.discriminatedUnion('code', [
    stopOf('skin-emergency', nothing),
    stopOf('catching', catching),
    stopOf('skin-under-felt', nothing),
    stopOf('skin-broken', nothing),
    stopOf('skin-sore', nothing),
    stopOf('seen', z.object({ finding, sizeMm: z.number().nullable() })),
    stopOf('health', z.object({ flag: z.enum(CARED_FOR) })),
    stopOf('temper-bites', nothing),
    stopOf('coat-past', z.object({ past: z.enum(['shaved', 'woolly']) })),
    stopOf('nothing-scored', nothing),
    stopOf('not-looked-at', z.object({ percent: z.number() })),
    stopOf(
      'more-than-one-visit',
      z.object({
        pull: z.number(),
        budget: z.number(),
        minutes: z.number().nullable().default(null),
        table: z.number().nullable().default(null),
      }),
    ),
    stopOf('air-first', nothing),
    stopOf('pelted-frail', nothing),
    stopOf(
      'try-one-mat',
      z.object({ tool: tool.nullable(), minutes: z.number(), comes: z.enum(VERDICT_IDS), not: z.enum(VERDICT_IDS) }),
    ),
    stopOf('jacket-tight', z.object({ weeks: z.number() })),
    stopOf('stands-long', z.object({ standing: z.number(), cap: z.number() })),
    stopOf('gives-most', z.object({ pull: z.number(), budget: z.number() })),
    stopOf('slot-too-short', z.object({ minutes: z.number(), slot: z.number(), over: z.number() })),
  ]),
)

const reasonOf = <C extends string, V extends z.ZodType>(code: C, values: V) =>
  z.object({ code: z.literal(code), ...place, values })
const places = z.object({ places: z.number() })
const style = z.enum(STYLE_IDS)
const over = z.object({
  style,
  minutes: z.number(),
  minutesBudget: z.number(),
  pull: z.number(),
  pullBudget: z.number(),
})
const closed = z.enum(CLOSED_STYLES)
const reason = readsAll<Reason>()(
  z.discriminatedUnion('code', [
    reasonOf('felted', places),
    reasonOf('tight-mats', places),
    reasonOf('knots', places),
    reasonOf('air-opens-it', places),
    reasonOf('hidden-knots-cut', places),
    reasonOf('comb-goes-through', nothing),
    reasonOf('nothing-scored', nothing),
    reasonOf('asks-too-much', over),
    reasonOf('takes-too-long', over),
    reasonOf('would-not-match', z.object({ style })),
    reasonOf('closed', z.object({ style, by: closed.exclude(['same-as-short', 'same-as-keep', 'nothing-to-clip']) })),
    reasonOf('hand-card-over-visits', nothing),
    reasonOf('blade-under-worst-mat', z.object({ mm: z.number(), blade: z.string() })),
    reasonOf('clip-length', z.object({ mm: z.number() })),
    reasonOf('keep-wish', z.object({ wish: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]) })),
    reasonOf('left', z.object({ why: keys<LeaveReason>(LEAVE_REASONS) })),
    reasonOf('skin-emergency', nothing),
    reasonOf('catching', catching),
  ]),
)

const after = {
  regrowWeeks: z.number(),
  next: z.object({
    weeks: z.number(),
    why: z.enum(['mats-form', 'least', 'most', 'puppy', 'jacket', 'shape']),
    indexThen: z.number(),
    indexLater: z.number(),
  }),
  losses: z.array(z.number()),
}
const steps = z.array(z.object({ code: z.string(), value: z.number() }))

export const planSchema: z.ZodType<Plan> = z.object({
  model: z.string(),
  indices: z.object({
    mat: index,
    undercoat: index,
    condition: index,
    skin: z.object({ worst: score, regions: z.number() }),
  }),
  verdict: z.object({
    choice: z.enum(VERDICT_IDS),
    style,
    minutes: range,
    pull: range,
    coatKept: range,
    otherwise: z.enum(VERDICT_IDS).nullable(),
    minutesBudget: z.number(),
    pullBudget: z.number(),
    budgetSteps: z.object({ minutes: steps, pull: steps }),
    reserve: z.number(),
    handOverMinutes: z.number(),
    objective: z.object({
      coat: z.number(),
      minutes: z.number(),
      pull: z.number(),
      mismatch: z.number(),
      over: z.number(),
      total: z.number(),
    }),
    reasons: z.array(reason),
    alternatives: z.array(
      z.object({
        choice: z.enum(VERDICT_IDS),
        style,
        feasible: z.boolean(),
        closed: closed.nullable(),
        minutes: z.number(),
        pull: z.number(),
        coatKept: z.number(),
        objective: z.number(),
        mismatch: z.boolean(),
        visits: z.number(),
        treatments: z.array(z.enum(TREATMENT_IDS)),
        outlineMm: z.array(z.number()),
        ...after,
      }),
    ),
    after: z.object(after),
    insteadOf: style.nullable(),
  }),
  regions: z.array(
    z.object({
      index: z.number(),
      region: z.enum(REGION_IDS),
      side: z.enum(['left', 'right']).nullable(),
      treatment: z.enum(TREATMENT_IDS),
      option,
      minutes: range,
      pull: range,
      weighed: z.array(option),
      refused: z.array(z.object({ treatment: z.enum(TREATMENT_IDS), code: keys<Refusal>(REFUSALS) })),
      coatMm: z.number(),
      done: z.boolean(),
    }),
  ),
  stops: z.array(stop),
  groom: z
    .object({
      minutes: z.number(),
      hands: z.number(),
      standing: z.number(),
      slot: z.number(),
      over: z.number(),
      cap: z.number(),
      leftOut: z.array(z.object({ what: z.enum(LEFT_OUT_IDS), minutes: z.number() })),
      second: z.array(z.object({ why: z.enum(SECOND_IDS), step: z.string() })),
      parts: z.object({ coat: z.number(), bath: z.number(), dry: z.number(), cut: z.number(), last: z.number() }),
    })
    .nullable(),
  trial: z
    .object({
      index: z.number(),
      tool: tool.nullable(),
      minutes: z.number(),
      ifItComes: z.enum(VERDICT_IDS),
      ifNot: z.enum(VERDICT_IDS),
    })
    .nullable(),
  split: z
    .object({
      visits: z.array(
        z.object({
          number: z.number(),
          day: z.number(),
          blocks: z.array(z.enum(BLOCK_IDS)),
          minutes: z.number(),
          pull: z.number(),
          parts: z.array(z.object({ index: z.number(), part: z.number() })),
        }),
      ),
      left: z.array(z.number()),
    })
    .nullable(),
  unknownShare: z.number(),
})
