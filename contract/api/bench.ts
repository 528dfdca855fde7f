import * as z from 'zod'
import {
  BATH_NOTES,
  type BenchEvent,
  type BenchHappening,
  CAUTIONS,
  type Caution,
  CUT_NOTES,
  EXTRA_IDS,
  GROOM_PHASES,
  GROOM_STEP_KINDS,
  type GroomStep,
  HEED_IDS,
  INCIDENT_IDS,
  indexAt,
  PART_IDS,
  REGION_IDS,
  REGION_SIDES,
  type RegionId,
  type Side,
  SKIP_REASONS,
  TREATMENT_IDS,
} from '../../core/index.ts'
import { between } from '../formats/numbers.ts'
import { aroundSchema } from '../formats/plan-schema.ts'
import { idSchema, instant, post, read, subject } from './endpoint.ts'
import { doneRowSchema, placeRowSchema, progressSchema, sided, type VisitProgress } from './progress.ts'
import { STATION_IDS } from './stations.ts'

/*
 * What happens on the bench, as it goes over HTTP. Events are only ever added; each carries an id made where it happened.
 */
const stepId = z.string().min(1).max(240)

const minutes = between(0, 1440)

const text = (most: number) => z.string().max(most)

const tool = z.object({
  kind: z.enum(['blade', 'comb', 'shears', 'brush', 'dryer', 'other']),
  id: text(40),
  form: z.enum(['full', 'skip']).optional(),
})

/** What steps of grooms begun with earlier models do not say. */
const UNSAID: Pick<
  GroomStep,
  'productMl' | 'how' | 'waitsFor' | 'carrier' | 'shape' | 'around' | 'extras' | 'heeds' | 'words'
> = {
  productMl: 0,
  how: [],
  waitsFor: [],
  carrier: null,
  shape: null,
  around: [],
  extras: [],
  heeds: [],
  words: null,
}

export const groomStepSchema = z.object({
  id: stepId,
  phase: z.enum(GROOM_PHASES),
  kind: z.enum(GROOM_STEP_KINDS),
  treatment: z.enum(TREATMENT_IDS).nullable(),
  what: text(40).nullable(),
  shape: z
    .object({ part: z.enum(PART_IDS), id: text(40) })
    .nullable()
    .default(UNSAID.shape),
  indexes: z
    .array(
      z
        .int()
        .min(0)
        .max(REGION_SIDES.length - 1),
    )
    .max(REGION_SIDES.length),
  tool: tool.nullable(),
  carrier: tool.nullable().default(UNSAID.carrier),
  against: z.boolean(),
  leavesMm: between(0, 600).nullable(),
  minutes,
  pace: between(0.1, 10),
  pull: between(0, 10_000),
  dwellMin: between(0, 240),
  product: text(120).nullable(),
  solutionMl: between(0, 100_000),
  productMl: between(0, 100_000).default(UNSAID.productMl),
  how: z
    .array(z.enum(BATH_NOTES))
    .max(20)
    .default([...UNSAID.how]),
  waitsFor: z
    .array(stepId)
    .max(20)
    .default([...UNSAID.waitsFor]),
  cautions: z.array(z.enum(Object.keys(CAUTIONS) as [Caution, ...Caution[]])).max(40),
  around: z
    .array(
      aroundSchema.extend({
        index: z
          .int()
          .min(0)
          .max(REGION_SIDES.length - 1),
      }),
    )
    .max(200)
    .default([...UNSAID.around]),
  notes: z.array(z.enum(CUT_NOTES)).max(40),
  handOver: z.boolean(),
  extras: z
    .array(z.enum(EXTRA_IDS))
    .max(EXTRA_IDS.length)
    .default([...UNSAID.extras]),
  heeds: z
    .array(z.enum(HEED_IDS))
    .max(HEED_IDS.length)
    .default([...UNSAID.heeds]),
  words: text(2000).nullable().default(UNSAID.words),
  part: between(0, 1),
}) satisfies z.ZodType<GroomStep>

const about = { id: idSchema, at: instant }

const place = {
  region: z.enum(REGION_IDS).nullable(),
  side: z.enum(['left', 'right']).nullable(),
}

const did = text(600)

const sizeMm = between(0, 1000).nullable()

export const benchEventSchema = z
  .discriminatedUnion('kind', [
    z.object({
      ...about,
      kind: z.literal('plan'),
      planId: idSchema,
      steps: z.array(groomStepSchema as z.ZodType<GroomStep>).max(200),
      pullBudget: between(0, 10_000),
      restEvery: between(1, 1440),
    }),
    z.object({ ...about, kind: z.enum(['start', 'pause', 'done', 'reopen']), step: stepId }),
    z.object({ ...about, kind: z.literal('skip'), step: stepId, reason: z.enum(SKIP_REASONS) }),
    z.object({
      ...about,
      kind: z.literal('places'),
      finished: z.array(doneRowSchema).max(REGION_SIDES.length),
      reopened: z.array(placeRowSchema).max(REGION_SIDES.length),
    }),
    z.object({ ...about, kind: z.literal('change'), step: stepId, minutes: minutes.nullable(), note: text(400) }),
    z.object({ ...about, kind: z.literal('timer'), step: stepId, minutes: between(0.1, 240) }),
    z.object({ ...about, kind: z.literal('timer-more'), timer: idSchema, minutes: between(0.1, 240) }),
    z.object({ ...about, kind: z.literal('timer-stop'), timer: idSchema }),
    z.object({ ...about, kind: z.enum(['rest', 'rest-end', 'finish', 'unfinish']) }),
    z.object({ ...about, kind: z.enum(['blade-off', 'coolant']), celsius: between(-20, 200).optional() }),
    z.object({ ...about, kind: z.literal('blade-on'), blade: text(20).min(1) }),
    z.object({ ...about, kind: z.literal('incident'), incident: z.enum(INCIDENT_IDS), ...place, sizeMm, did }),
    z.object({ ...about, kind: z.literal('incident-more'), incident: idSchema, ...place, sizeMm, did }),
    z.object({ ...about, kind: z.literal('told'), incident: idSchema }),
  ])
  .superRefine((event, ctx) => {
    if (event.kind === 'incident' || event.kind === 'incident-more') sided(event, ctx)
  })

/** As a device sends it: the person is who is named at that screen. */
export type SentEvent = z.infer<typeof benchEventSchema>

export const benchBatchSchema = z.object({ events: z.array(benchEventSchema).min(1).max(200) })

export const storedEventSchema = z.looseObject({
  id: idSchema,
  at: instant,
  by: idSchema.nullable(),
  kind: z.string(),
})

export const benchSchema = z.object({
  /** The server's clock, so that devices agree about time. */
  now: instant,
  events: z.array(storedEventSchema) as unknown as z.ZodType<readonly StoredEvent[]>,
})

/** What a tap is answered with: what is new of it, where the dog stands, and what is finished, where that changed. */
export const benchAnswerSchema = benchSchema.extend({
  station: z.enum(STATION_IDS),
  progress: progressSchema.nullable(),
})
export type BenchAnswer = z.infer<typeof benchAnswerSchema>

export type StoredEvent = SentEvent & { readonly by: string | null }

export type BenchDoc = { now: string; events: readonly StoredEvent[] }

const SAYABLE = Object.keys(UNSAID) as (keyof typeof UNSAID)[]
/** A bench is added up anew at every touch: a step that says everything is not copied. */
const stepOf = (step: GroomStep): GroomStep =>
  SAYABLE.every((key) => step[key] !== undefined) ? step : { ...UNSAID, ...step }

/** As the core takes it. */
export const eventOf = (event: StoredEvent): BenchEvent =>
  ({
    ...event,
    at: Date.parse(event.at),
    ...(event.kind === 'plan' ? { steps: event.steps.map(stepOf) } : {}),
    ...(event.kind === 'places'
      ? {
          finished: event.finished.map(({ region, side, ...place }) => ({ ...place, index: indexAt(region, side) })),
          reopened: event.reopened.map(({ region, side }) => indexAt(region, side)),
        }
      : {}),
  }) as BenchEvent

const rowOf = (index: number): { region: RegionId; side: Side | null } => {
  const { region, side } = REGION_SIDES[index]!
  return { region, side }
}

/** As it goes over HTTP. */
export const sentOf = (happening: BenchHappening, id: string, at: string): SentEvent =>
  ({
    ...happening,
    ...(happening.kind === 'places'
      ? {
          finished: happening.finished.map(({ index, ...place }) => ({ ...rowOf(index), ...place })),
          reopened: happening.reopened.map(rowOf),
        }
      : {}),
    id,
    at,
  }) as SentEvent

/** What is finished of a visit, with places on top that are finished, or opened again, on this device alone so far. */
export function progressWith(progress: VisitProgress | null, events: readonly SentEvent[]): VisitProgress | null {
  return events.reduce<VisitProgress | null>((now, event) => {
    if (event.kind !== 'places') return now
    const { done, minutes, pull } = now ?? { done: [], minutes: 0, pull: 0 }
    const same = (a: { region: RegionId; side: Side | null }) => (b: { region: RegionId; side: Side | null }) =>
      a.region === b.region && a.side === b.side
    const fresh = event.finished.filter((place) => !done.some(same(place)))
    return {
      done: [...done.filter((place) => !event.reopened.some(same(place))), ...fresh],
      minutes: fresh.reduce((sum, place) => sum + place.minutes, minutes),
      pull: fresh.reduce((sum, place) => sum + place.pull, pull),
    }
  }, progress)
}

/** A clock that runs on some dog's bench. */
export const runningTimerSchema = z.object({
  id: idSchema,
  visitId: idSchema,
  dog: z.string(),
  /** What works there. */
  label: z.string(),
  startedAt: instant,
  endsAt: instant,
})

export type RunningTimer = z.infer<typeof runningTimerSchema>

/** A blade that runs on some dog now. */
export const runningBladeSchema = z.object({
  visitId: idSchema,
  dog: z.string(),
  blade: z.string(),
  by: idSchema.nullable(),
  since: instant,
  /** When coolant last went on; null since it runs. */
  cooledAt: instant.nullable(),
})

export type RunningBlade = z.infer<typeof runningBladeSchema>

/** The groom as it happens: events that are only ever added. */
export const benchApi = subject('bench', {
  of: read('/visits/:id/bench', { summary: 'What happened on the bench', gives: benchSchema, kept: true }),
  add: post('/visits/:id/bench', {
    summary: 'Add what happened; what came before is not added again',
    takes: benchBatchSchema,
    gives: benchAnswerSchema,
    others: ['visits', 'day'],
    queued: true,
  }),
  timers: read('/timers', { summary: 'Clocks that run on any dog', gives: z.array(runningTimerSchema), kept: true }),
  blades: read('/blades', { summary: 'Blades that run on any dog', gives: z.array(runningBladeSchema) }),
})
