import * as z from 'zod'
import { DRYER_KIND_IDS, PROTECTOR_IDS, RATING_IDS, UNIT_SYSTEMS } from '../../core/index.ts'
import { between } from './numbers.ts'

export const dryerSchema = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, { error: 'what you call it' }).max(60),
  kind: z.enum(DRYER_KIND_IDS, { error: `one of ${DRYER_KIND_IDS.join(', ')}` }),
  flowLs: between(1, 300),
  riseC: between(0, 60),
  outletC: between(10, 90),
  watts: between(0, 6000),
  dBA: between(30, 130),
  away: z.boolean(),
})

/** What the salon dries with: its dryers, its room, its ear protection, and the units it reads. */
export const equipmentSchema = z.object({
  dryers: z
    .array(dryerSchema)
    .max(30)
    .refine((dryers) => new Set(dryers.map(({ id }) => id)).size === dryers.length, { error: 'each dryer once' }),
  room: z.object({
    tempC: between(5, 45),
    rh: between(0.05, 1),
    volumeM3: between(5, 5000),
    changesPerHour: between(0, 30),
    windowChangesPerHour: between(0, 60),
    outsideC: between(-40, 50),
    outsideRh: between(0.05, 1),
    dehumidifierGPerHour: between(0, 20_000),
  }),
  protector: z
    .object({ kind: z.enum(PROTECTOR_IDS), rating: z.enum(RATING_IDS).optional(), ratingDb: between(0, 60) })
    .nullable(),
  units: z.enum(UNIT_SYSTEMS),
})
/** Warm air from an outlet over this burns before anybody notices, C. */
const HOTTEST_OUTLET_C = 60

/** As it may be set: no dryer whose outlet is too hot for a dog. */
export const equipmentChangeSchema = equipmentSchema.superRefine(({ dryers }, ctx) => {
  for (const [i, { outletC }] of dryers.entries())
    if (outletC > HOTTEST_OUTLET_C)
      ctx.addIssue({
        code: 'custom',
        path: ['dryers', i, 'outletC'],
        message: `at most ${HOTTEST_OUTLET_C} °C: hotter air is not blown at a dog`,
      })
})
export type EquipmentFile = z.infer<typeof equipmentSchema>
