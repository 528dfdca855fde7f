import { z } from 'zod'
import { EU_ACTIONS } from '../../core/index.ts'
import { dayFileSchema } from '../formats/day-file.ts'
import { calendarDate } from '../formats/instants.ts'
import { download, idSchema, instant, post, put, read, subject } from './endpoint.ts'
import { STATION_IDS } from './stations.ts'
import { visitCardSchema } from './visits.ts'

export const daySchema = z.object({ date: z.iso.date(), visits: z.array(visitCardSchema) })

export type Day = z.infer<typeof daySchema>

const dose = z.object({ niosh: z.number(), osha: z.number() })

/** What a day will take: mixes, minutes of every dog, stock, and each person's noise. */
export const prepSchema = z.object({
  date: z.iso.date(),
  dogs: z.array(
    z.object({
      visitId: idSchema,
      name: z.string(),
      startsAt: instant,
      personId: idSchema.nullable(),
      /** Planned on scores, or on what is usual for this coat. */
      looked: z.boolean(),
      bathMin: z.number(),
      airMin: z.number(),
      brushMin: z.number(),
      noBath: z.string().nullable(),
    }),
  ),
  bottles: z.array(
    z.object({
      productId: z.string(),
      waterParts: z.number(),
      mix: z.object({
        productMl: z.number(),
        waterMl: z.number(),
        totalMl: z.number(),
        strengthPercent: z.number(),
        mixedPercent: z.number(),
      }),
      dogs: z.array(z.object({ dogId: z.string(), solutionMl: z.number() })),
    }),
  ),
  stock: z.array(
    z.object({
      productId: z.string(),
      neededMl: z.int(),
      stockMl: z.int(),
      lowMl: z.int(),
      expiresInDays: z.int().nullable(),
    }),
  ),
  noise: z.array(
    z.object({
      personId: idSchema.nullable(),
      /** At the dryer, and beside somebody else's. */
      minutes: z.number(),
      besideMin: z.number(),
      bare: dose,
      protected: dose.nullable(),
      /** Daily exposure by the EU way, dB(A), bare and at the protected ear. */
      eu: z.object({ bareDb: z.number(), wornDb: z.number().nullable(), action: z.enum(EU_ACTIONS) }),
    }),
  ),
})

export type Prep = z.infer<typeof prepSchema>

const asked = z.object({ date: calendarDate.optional() })

const minute = z.number().min(-1440).max(20_160)
const plannedStepSchema = z.object({
  job: idSchema,
  step: z.string().max(40),
  place: z.string().max(60),
  also: z.string().max(60).nullable(),
  person: z.string().max(60).nullable(),
  second: z.string().max(60).nullable(),
  start: minute,
  end: minute,
})

/** What its people were told of one dog: minutes from the day's beginning. */
const toldSchema = z.object({ job: idSchema, promise: minute, latest: minute })
export type Told = z.infer<typeof toldSchema>

const keptPlanSchema = z.object({
  steps: z.array(plannedStepSchema).max(2000),
  told: z.array(toldSchema).max(400),
  keptAt: instant,
  by: idSchema.nullable(),
})
export type KeptPlan = z.infer<typeof keptPlanSchema>

/** A dog of the day as its plan calls it. */
const dayDogSchema = z.object({
  visitId: idSchema,
  name: z.string(),
  owner: z.string(),
  phone: z.string(),
  station: z.enum(STATION_IDS),
  startsAt: instant,
  slotMinutes: z.int(),
  /** Minutes by what hands found, by how it went last time, or by what is usual. */
  known: z.enum(['seen', 'last-time', 'usual']),
})
export type DayDog = z.infer<typeof dayDogSchema>

/** A day to be planned: the problem as a file of its own kind, whose dogs these are, and the plan that was kept. */
export const dayPlanSchema = z.object({
  date: z.iso.date(),
  /** When minutes begin. */
  opensAt: instant,
  /** null on a day off. */
  closesAt: instant.nullable(),
  file: dayFileSchema,
  dogs: z.array(dayDogSchema),
  kept: keptPlanSchema.nullable(),
})
export type DayToPlan = z.infer<typeof dayPlanSchema>

export const keepPlanSchema = z.object({
  date: calendarDate,
  steps: keptPlanSchema.shape.steps,
  told: keptPlanSchema.shape.told,
})

export const dayOffSchema = z.object({
  id: idSchema,
  day: z.iso.date(),
  /** null: the salon is closed. */
  personId: idSchema.nullable(),
  why: z.string(),
})
export type DayOff = z.infer<typeof dayOffSchema>

const halfSchema = z.object({ hands: z.number(), tub: z.number(), dryer: z.number() })
const weekDaySchema = z.object({
  date: z.iso.date(),
  closed: z.boolean(),
  why: z.string(),
  /** Minutes there are and minutes taken, before noon of the day's opening and after. */
  halves: z.array(z.object({ has: halfSchema, taken: halfSchema })),
  visits: z.array(
    z.object({
      visitId: idSchema,
      dogId: idSchema,
      name: z.string(),
      startsAt: instant,
      slotMinutes: z.int(),
      personId: idSchema.nullable(),
      station: z.enum(STATION_IDS),
      hands: z.number(),
    }),
  ),
})
export type WeekDay = z.infer<typeof weekDaySchema>

const foundTimeSchema = z.object({
  startsAt: instant,
  /** By when it is done on four days of five, and what it takes, min. */
  readyAt: instant,
  minutes: z.number(),
  /** How many promises of that day this moves past their time, at four of five. */
  moves: z.int(),
  /** Minutes of hands left that day after it. */
  left: z.number(),
  personId: idSchema.nullable(),
  why: z.enum(['quiet-day', 'as-usual', 'soonest', 'tight']),
})
export type FoundTime = z.infer<typeof foundTimeSchema>

/** What is on today. */
export const dayApi = subject('day', {
  read: read('/day', {
    summary: 'The visits of a day, today if none is named',
    query: asked,
    gives: daySchema,
    kept: true,
  }),
  prep: read('/day/prep', {
    summary: 'What the rest of the day takes: mixes, stock, minutes at the dryer, noise',
    query: asked,
    gives: prepSchema,
    kept: true,
  }),
  plan: read('/day/plan', {
    summary: 'A day as a problem of scheduling, whose dogs are in it, and the plan that was kept',
    query: asked,
    gives: dayPlanSchema,
    kept: true,
  }),
  keepPlan: put('/day/plan', {
    summary: 'Keep the plan of a day, with what the owners are told',
    takes: keepPlanSchema,
    gives: dayPlanSchema,
    touches: ['day'],
  }),
  daysOff: read('/days-off', {
    summary: 'Days from today on which the salon or somebody is off',
    gives: z.array(dayOffSchema),
  }),
  setDayOff: put('/days-off', {
    summary: 'The salon is closed on a day, or somebody is off; or not after all',
    takes: z.object({
      day: calendarDate,
      personId: idSchema.nullable(),
      off: z.boolean(),
      why: z.string().max(120).default(''),
    }),
    gives: z.array(dayOffSchema),
    becomes: 'daysOff',
    touches: ['day'],
  }),
  feeds: read('/feeds', {
    summary: 'Whose calendars are followed by a link, and since when',
    gives: z.array(z.object({ personId: idSchema.nullable(), madeAt: instant })),
  }),
  makeFeed: post('/feeds', {
    summary: 'A secret link that a calendar follows, of the salon or one person; the one before is shut',
    takes: z.object({ personId: idSchema.nullable() }),
    gives: z.object({ path: z.string() }),
    touches: ['day'],
  }),
  feed: download('/feeds/:token', {
    summary: 'What is booked, for a calendar',
    type: 'text/calendar; charset=utf-8',
  }),
  week: read('/week', {
    summary: 'Seven days in minutes: what each holds and what is taken',
    query: asked,
    gives: z.array(weekDaySchema),
    kept: true,
  }),
  times: read('/times', {
    summary: 'The best times for a dog in the next weeks at which what was promised still holds',
    query: z.object({
      dogId: idSchema.optional(),
      /** A visit that is to be moved: its own place is free. */
      visitId: idSchema.optional(),
      minutes: z.coerce.number().int().min(15).max(1440),
      from: calendarDate.optional(),
      weeks: z.coerce.number().int().min(1).max(12).default(3),
      personId: idSchema.optional(),
    }),
    gives: z.array(foundTimeSchema),
  }),
})
