import * as z from 'zod'
import { type EstimateId, EXPERIENCE_IDS, SCHOOL_IDS, type SchoolId } from '../../core/index.ts'
import { priceListSchema, schoolsSchema } from '../formats/assessment-file.ts'
import { equipmentChangeSchema, equipmentSchema } from '../formats/equipment.ts'
import { premisesSchema, STARTING_PREMISES, workSchema } from '../formats/places.ts'
import { countrySchema, UNITS } from '../words/countries.ts'
import { habitsSchema } from '../words/habits.ts'
import { download, idSchema, instant, live, nothing, post, put, read, SUBJECTS, subject } from './endpoint.ts'
import { FOR_EVER, keepsQuerySchema, keepsSchema, overdueSchema } from './keeps.ts'
import { askedPapersSchema } from './papers.ts'

export const ROLE_IDS = ['groomer', 'bather', 'front'] as const
export type Role = (typeof ROLE_IDS)[number]

/** A person as they are written down. */
export const personFieldsSchema = z.object({
  name: z.string().trim().min(1, { error: 'a name' }).max(80, { error: 'a name of at most 80 letters' }),
  role: z.enum(ROLE_IDS),
  experience: z.enum(EXPERIENCE_IDS),
})

export type PersonFields = z.infer<typeof personFieldsSchema>

export const personSchema = z.object({
  id: idSchema,
  name: z.string(),
  role: z.enum(ROLE_IDS),
  experience: z.enum(EXPERIENCE_IDS),
  /** Stays in the book of what they did, and is offered no more. */
  left: z.boolean().optional(),
  /** Their own ways, over the house's. */
  schools: schoolsSchema,
  /** What they can do and when they are here; by their role where it was not said. */
  work: workSchema.optional(),
})

export type Person = z.infer<typeof personSchema>

export const salonSchema = z.object({
  name: z.string(),
  demo: z.boolean(),
  /** An empty database asks first whose salon it is to hold. */
  founded: z.boolean().default(true),
  /** The made-up salon is being laid out. */
  loading: z.boolean().default(false),
  ...habitsSchema.shape,
  model: z.string(),
  people: z.array(personSchema),
  /**
   * The salon's own values for estimates; those not named stand at the default. By any name: a screen that was opened
   * before an update goes on reading, also where there is a number by now that it does not know.
   */
  estimates: z.partialRecord(z.string() as z.ZodType<EstimateId, string>, z.number()),
  prices: priceListSchema,
  /** The house's ways that are not at their default. */
  schools: schoolsSchema,
  equipment: equipmentSchema,
  /** Tubs, tables, pens, and when it is open. */
  premises: premisesSchema.default(STARTING_PREMISES),
  /** Papers that every dog is asked for. */
  papers: askedPapersSchema.default([]),
  /** How long owners, photos and messages are kept. */
  keeps: keepsSchema.default(FOR_EVER),
})

export type Salon = z.infer<typeof salonSchema>

export const schoolChangeSchema = z.object({
  id: z.enum(SCHOOL_IDS as [SchoolId, ...SchoolId[]], { error: 'a way of the house' }),
  /** null goes back to the default. */
  option: z.string().max(60).nullable(),
  /** A person's own way; the house's where nobody is named. */
  personId: idSchema.nullish(),
})

export const schoolDateSchema = z.object({
  id: z.string(),
  /** null for the house. */
  personId: idSchema.nullable(),
  at: instant,
  by: z.string().nullable(),
  option: z.string().nullable(),
})
export type SchoolDate = z.infer<typeof schoolDateSchema>

const salonName = z.string().trim().min(1, { error: 'a name' }).max(80, { error: 'at most 80 letters' })

/** A salon of one's own, empty at first. */
export const ownSalonSchema = z.object({ name: salonName, country: countrySchema })
export type OwnSalon = z.infer<typeof ownSalonSchema>

/** That something was changed: what has to be read anew, told to every open screen. */
export const changedSchema = z.object({
  /** The same change told twice has one id. */
  id: z.string(),
  subjects: z.array(z.string()),
  /** The visit it was about; null where it was about more. */
  visitId: idSchema.nullable(),
  /** The page it was made on. */
  tab: z.string().nullable(),
})
export type Changed = z.infer<typeof changedSchema>

/** The salon itself: its people, numbers and ways. */
export const salonApi = subject('salon', {
  read: read('/salon', { summary: 'The salon, its people and its own numbers', gives: salonSchema, kept: true }),
  setPrices: put('/settings/prices', {
    summary: 'Set the price list',
    takes: priceListSchema,
    gives: salonSchema,
    becomes: 'read',
  }),
  setSchool: put('/settings/schools', {
    summary: 'Choose a way of the house, or go back to the default',
    takes: schoolChangeSchema,
    gives: salonSchema,
    becomes: 'read',
    touches: ['salon', 'visits'],
  }),
  schoolDates: read('/settings/schools', {
    summary: 'When each way was chosen last, and by whom',
    gives: z.array(schoolDateSchema),
  }),
  setEquipment: put('/settings/equipment', {
    summary: 'Set the dryers, the room and the units',
    takes: equipmentChangeSchema,
    gives: salonSchema,
    becomes: 'read',
    touches: ['day'],
  }),
  setPremises: put('/settings/premises', {
    summary: 'Set the tubs, tables and pens, and when the salon is open',
    takes: premisesSchema,
    gives: salonSchema,
    becomes: 'read',
    touches: ['day'],
  }),
  setWork: put('/people/:id/work', {
    summary: 'Say what somebody can do and when they are here',
    takes: workSchema,
    gives: salonSchema,
    touches: ['salon', 'day'],
  }),
  rename: put('/settings/name', {
    summary: 'Name the salon',
    takes: z.object({ name: salonName }),
    gives: salonSchema,
    becomes: 'read',
  }),
  setup: read('/salon/setup', {
    summary: 'How far a salon of one’s own is set up',
    gives: z.object({
      prices: z.boolean(),
      equipment: z.boolean(),
      products: z.int(),
      tools: z.int(),
      dogs: z.int(),
    }),
  }),
  setCountry: put('/settings/country', {
    summary: 'Say by whose habits days, hours and money are written',
    takes: z.object({ country: countrySchema }),
    gives: salonSchema,
    becomes: 'read',
  }),
  setUnits: put('/settings/units', {
    summary: 'Say in which units weights and temperatures are written',
    takes: z.object({ units: z.enum(UNITS) }),
    gives: salonSchema,
    becomes: 'read',
  }),
  setPapers: put('/settings/papers', {
    summary: 'Say which papers every dog is asked for',
    takes: z.object({ papers: askedPapersSchema }),
    gives: salonSchema,
    becomes: 'read',
  }),
  setKeeps: put('/settings/keeps', {
    summary: 'Say how long owners who do not come any more, photos and messages are kept',
    takes: keepsSchema,
    gives: salonSchema,
    becomes: 'read',
  }),
  overdue: read('/settings/keeps/overdue', {
    summary: 'What would go in the night if things were kept for so long',
    query: keepsQuerySchema,
    gives: overdueSchema,
  }),
  lookAround: post('/salon/look-around', {
    summary: 'Lay the made-up salon out in an empty database',
    takes: nothing,
    gives: salonSchema,
    becomes: 'read',
  }),
  begin: post('/salon/begin', {
    summary: 'Begin a salon of one’s own, in an empty database or in place of the made-up one, of which nothing stays',
    takes: ownSalonSchema,
    gives: salonSchema,
    becomes: 'read',
    touches: SUBJECTS,
  }),
  addPerson: post('/people', {
    summary: 'Write somebody down who works here',
    takes: personFieldsSchema,
    gives: salonSchema,
    touches: ['salon', 'pace'],
  }),
  changePerson: put('/people/:id', {
    summary: 'Correct a person, or say that they left or came back',
    takes: personFieldsSchema.extend({ left: z.boolean() }),
    gives: salonSchema,
    touches: ['salon', 'pace', 'day', 'visits'],
  }),
  changes: live('/changes', { summary: 'What was changed, as it is', event: 'changed', gives: changedSchema }),
  backup: download('/backup', { summary: 'Everything in one file', type: 'application/json; charset=utf-8' }),
})
