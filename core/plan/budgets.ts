import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment, Dog, HealthFlag } from '../dog/dog.ts'
import { isGrave, isPuppy } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import type { Budgets } from './solve.ts'

/** One step of a figure, so that the screen can open it: what, by which number, and the figure after it. */
export interface Step {
  readonly code: string
  readonly value: number
}

const FRAIL: readonly HealthFlag[] = ['puppy', 'senior', 'heart', 'breathing', 'arthritis', 'weak-hind']

const frailties = (dog: Dog, house: House): number =>
  FRAIL.filter((flag) => (flag === 'puppy' ? isPuppy(dog, house) : dog.health.includes(flag))).length

/**
 * What the dog can give, in pull-minutes: the base, times a temper factor, times the smallest health factor that
 * applies [est]. One pull-minute is a minute at pull 1 on a region of tenderness 1.5.
 */
export function pullBudget(dog: Dog, house: House): { pull: number; steps: Step[] } {
  const temper = {
    easy: 1,
    wary: house['give.temper.wary'],
    unknown: house['give.temper.wary'],
    anxious: house['give.temper.anxious'],
    mouthy: house['give.temper.mouthy'],
    bites: house['give.temper.bites'],
  }[dog.temperament]
  const frail = frailties(dog, house)
  const health = Math.min(
    1,
    frail >= 1 ? house['give.health.one'] : 1,
    frail >= 2 ? house['give.health.two'] : 1,
    isGrave(dog, house) ? house['give.health.grave'] : 1,
  )
  return {
    pull: house['give.base'] * temper * health,
    steps: [
      { code: 'give.base', value: house['give.base'] },
      { code: `give.temper.${dog.temperament === 'unknown' ? 'wary' : dog.temperament}`, value: temper },
      { code: 'give.health', value: health },
    ],
  }
}

/**
 * Minutes there are for coat work: the slot less the reserve (which stands for bath, drying, finishing cut and nails),
 * and never more than the table cap of this dog.
 */
export function minutesBudget(
  dog: Dog,
  slotMinutes: number,
  house: House,
): { minutes: number; reserve: number; cap: number; steps: Step[] } {
  const reserve = house['reserve.base'] + house['reserve.area'] * bodySurfaceM2(dog.weightKg)
  const anyFactor = frailties(dog, house) > 0 || isGrave(dog, house)
  const cap = Math.min(
    house['cap.adult'],
    anyFactor ? house['cap.health'] : house['cap.adult'],
    isPuppy(dog, house) && dog.visitsSoFar < house['cap.puppy-visits'] ? house['cap.puppy'] : house['cap.adult'],
  )
  return {
    minutes: Math.max(0, Math.min(slotMinutes - reserve, cap)),
    reserve,
    cap,
    steps: [
      { code: 'slot', value: slotMinutes },
      { code: 'reserve', value: -reserve },
      { code: 'cap', value: cap },
    ],
  }
}

/** What there is for a groom: the slot may be overrun at a price, the dog never. */
export interface GroomBudgets extends Budgets {
  /** What this dog can stand at the table, whatever the slot. */
  readonly table: number
}

/**
 * Points for minutes beyond the slot: each costs, and costs more from a quarter over on.
 * @param minutes of coat work @param slot minutes there are for it
 */
export function overrunPoints(minutes: number, slot: number, house: House): number {
  const over = Math.max(0, minutes - slot)
  const far = Math.max(0, minutes - slot * (1 + house['over.quarter']))
  return house['over.minute'] * (over - far) + house['over.far'] * far
}

/** What there is for this groom from here on: what the dog and the slot give, less what was spent already. */
export function budgetsOf({ dog, slotMinutes, progress }: Assessment, house: House): GroomBudgets {
  const spent = progress?.minutes ?? 0
  return {
    table: Math.max(0, minutesBudget(dog, slotMinutes, house).cap - spent),
    minutes: Math.max(0, minutesBudget(dog, slotMinutes, house).minutes - spent),
    pull: Math.max(0, pullBudget(dog, house).pull - (progress?.pull ?? 0)),
  }
}
