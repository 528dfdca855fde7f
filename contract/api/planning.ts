import * as z from 'zod'
import { dayFileSchema } from '../formats/day-file.ts'
import { calendarDate } from '../formats/instants.ts'
import { ANY_TIME, wishedTimesQuery, wishedTimesSchema } from '../formats/wished-times.ts'
import { download, idSchema, instant, nothing, post, put, read, subject } from './endpoint.ts'
import { STATION_IDS } from './stations.ts'

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
  /** Minutes by what hands found, by what its owner said, by how it went last time, or by what is usual. */
  known: z.enum(['seen', 'told', 'last-time', 'usual']),
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

const waitingSchema = z.object({
  id: idSchema,
  dogId: idSchema,
  name: z.string(),
  owner: z.string(),
  phone: z.string(),
  minutes: z.int(),
  note: z.string(),
  wishes: wishedTimesSchema,
  addedAt: instant,
  /** Mats to be expected by now, index 0 to 100, beside those at which a visit is due; null where it was never here. */
  need: z.object({ lastAt: instant, index: z.number(), due: z.number() }).nullable(),
})
export type Waiting = z.infer<typeof waitingSchema>

/** Days as they are planned, weeks as they are taken, and when somebody is off. Whatever makes the day stale makes these stale. */
export const planningApi = subject('day', {
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
  waiting: read('/waiting', {
    summary: 'Dogs that wait for a place, those whose coat needs it most first',
    gives: z.array(waitingSchema),
  }),
  wait: post('/waiting', {
    summary: 'A dog waits for a place, until it is booked',
    takes: z.object({
      dogId: idSchema,
      minutes: z.int().min(15).max(1440),
      note: z.string().trim().max(200).default(''),
      wishes: wishedTimesSchema.default(ANY_TIME),
    }),
    gives: z.array(waitingSchema),
    becomes: 'waiting',
  }),
  leaveWaiting: post('/waiting/:id/leave', {
    summary: 'A dog waits no more',
    takes: nothing,
    gives: z.array(waitingSchema),
    becomes: 'waiting',
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
      ...wishedTimesQuery,
    }),
    gives: z.array(foundTimeSchema),
  }),
})
