import type { FileDog } from './assessment-file.ts'
import { GROWN_MONTHS } from './read-assessment.ts'

const DAYS_A_MONTH = 365.25 / 12
/** As far as an assessment file goes. */
const [MOST_MONTHS, MOST_DAYS] = [400, 10_000] as const
/** A bitch carries 63 days, give or take a few [common practice]; who was said to expect then does so no longer. */
const CARRIES_DAYS = 70

/**
 * A dog as it was said to be, so many days later: it is older, a spot-on and an operation lie further back, a litter is
 * born, and a puppy has grown up. All else stands until somebody says otherwise.
 * @param days between the two, to the nearest; a day that lies before is none
 */
export function daysLater(dog: FileDog, days: number): FileDog {
  const on = Math.max(0, Math.round(days))
  if (on === 0) return dog
  const { ageMonths, daysSinceSpotOn, surgery, health } = dog
  // To a hundredth: in whole months a dog that comes every three weeks would never grow older.
  const months = ageMonths == null ? null : Math.round(100 * (ageMonths + on / DAYS_A_MONTH)) / 100
  const isGrown = months === null ? on / DAYS_A_MONTH >= GROWN_MONTHS : months >= GROWN_MONTHS
  return {
    ...dog,
    ...(months === null ? {} : { ageMonths: Math.min(MOST_MONTHS, months) }),
    ...(daysSinceSpotOn == null ? {} : { daysSinceSpotOn: Math.min(MOST_DAYS, daysSinceSpotOn + on) }),
    ...(surgery ? { surgery: { ...surgery, daysAgo: Math.min(MOST_DAYS, surgery.daysAgo + on) } } : {}),
    ...(health
      ? {
          health: health.filter(
            (flag) => !((flag === 'puppy' && isGrown) || (flag === 'pregnant' && on >= CARRIES_DAYS)),
          ),
        }
      : {}),
  }
}
