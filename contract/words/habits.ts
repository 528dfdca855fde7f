import * as z from 'zod'
import { countrySchema, UNITS } from './countries.ts'
import { setCountry, setZone } from './dates.ts'
import { setUnits } from './measures.ts'

/** How a salon writes days, hours, money, weights and warmth; told with every answer that shows any. */
export const habitsSchema = z.object({
  /** By whose habits days, hours and money are written; null for the plain way. */
  country: countrySchema.nullable().default(null),
  /** Where it is, by the IANA's name: its clock is the clock of every screen. Answers kept before it was told have none. */
  zone: z.string().optional(),
  units: z.enum(UNITS).default('metric'),
})
export type Habits = z.infer<typeof habitsSchema>

/** From here on words are as the salon writes them. */
export function follow({ country, zone, units }: Habits): void {
  if (zone) setZone(zone)
  setCountry(country)
  setUnits(units)
}
