import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment, Dog, HealthFlag } from '../dog/dog.ts'
import { hasShortSkull, isFrail, isGrave, isPuppy, isShow } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { interpolated } from '../numbers/interpolate.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Style } from './names.ts'
import type { Budgets } from './solve.ts'

/** One step of a figure, so that the screen can open it: what, by which number, and the figure after it. */
export interface Step {
  readonly code: string
  readonly value: number
}

/** Flags that take half of what a dog can give. */
const HALF: readonly HealthFlag[] = ['senior', 'heart', 'breathing', 'arthritis', 'weak-hind']

/** What a young dog can give rises with its months; a flagged puppy of unknown age is taken for the youngest. */
function puppyFactor(dog: Dog, house: House): number {
  const months = dog.ageMonths ?? (dog.health.includes('puppy') ? 0 : Number.POSITIVE_INFINITY)
  return interpolated(
    [
      [house['puppy.young'], house['give.health.one']],
      [house['give.grown'], 1],
    ],
    months,
  )
}

/** Each thing about its health that leaves a dog less to give. */
const healthFactors = (dog: Dog, house: House): number[] =>
  [
    puppyFactor(dog, house),
    ...HALF.filter((flag) => dog.health.includes(flag)).map(() => house['give.health.one']),
    hasShortSkull(dog) ? house['give.health.short-skull'] : 1,
    ...(['seizures', 'pregnant', 'diabetic'] as const).map((flag) =>
      dog.health.includes(flag) ? house[`give.health.${flag}`] : 1,
    ),
    isGrave(dog, house) ? house['give.health.grave'] : 1,
  ].filter((factor) => factor < 1)

/** A big dog can give more than a small one: by the root of its surface, within bounds. */
const sizeFactor = ({ weightKg }: Dog, house: House): number =>
  Math.min(
    house['give.size-most'],
    Math.max(house['give.size-least'], Math.sqrt(bodySurfaceM2(weightKg) / house['give.surface'])),
  )

/**
 * What the dog can give, in pull-minutes: the base, by its size, times a temper factor, times the smallest health factor
 * that applies, and less where two or more do [est]. One pull-minute is a minute at pull 1 on a region of tenderness 1.5.
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
  const factors = healthFactors(dog, house)
  // Two things halve twice no more than this; a youngster all but grown is not one of them.
  const both = factors.filter((factor) => factor <= house['give.health.one']).length >= 2
  const health = Math.min(1, ...factors, ...(both ? [house['give.health.two']] : []))
  const size = sizeFactor(dog, house)
  return {
    pull: house['give.base'] * size * temper * health,
    steps: [
      { code: 'give.base', value: house['give.base'] },
      { code: 'give.size', value: size },
      { code: `give.temper.${dog.temperament === 'unknown' ? 'wary' : dog.temperament}`, value: temper },
      { code: 'give.health', value: health },
    ],
  }
}

/** How long a dog should stand in one visit, coat work, tub, dryer, cut and nails together, minutes. */
export const standingCap = (dog: Dog, house: House): number =>
  Math.min(
    house['cap.adult'],
    isFrail(dog, house) ? house['cap.health'] : house['cap.adult'],
    isPuppy(dog, house) && dog.visitsSoFar < house['cap.puppy-visits'] ? house['cap.puppy'] : house['cap.adult'],
  )

/**
 * Minutes there are for coat work: the slot less the reserve (bath, drying, finishing cut, nails and checks), and never
 * more than is left of what this dog should stand.
 * @param worked the reserve of a style as it was worked out; guessed from the size of the dog where it was not
 * @param least the same without what can wait for another day; where nobody worked it out, all standing is coat work
 */
export function minutesBudget(
  dog: Dog,
  slotMinutes: Minutes,
  house: House,
  worked: number | null = null,
  least: number | null = null,
): { minutes: Minutes; reserve: number; cap: number; steps: Step[] } {
  const reserve = worked ?? house['reserve.base'] + house['reserve.area'] * bodySurfaceM2(dog.weightKg)
  const standing = standingCap(dog, house)
  // A dog whose bath and drying alone take that long still has its mats seen to: it rests, and lies for the dryer.
  const cap = least === null ? standing : Math.max(house['cap.coat'] * standing, standing - least)
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
  /** Minutes of coat work from which on the groom is late by so much that each minute more costs more. */
  readonly late: number
  /** What this dog can stand for coat work, whatever the slot. */
  readonly table: number
  /** Minutes of dematting at most; a show coat is worked as long as it takes. */
  readonly demat: number
}

/**
 * Points for minutes beyond the slot: each costs, and costs more from a quarter of the slot over on.
 * @param minutes of coat work @param within what there is for it
 */
export function overrunPoints(minutes: Minutes, within: Pick<GroomBudgets, 'minutes' | 'late'>, house: House): number {
  const over = Math.max(0, minutes - within.minutes)
  const far = Math.max(0, minutes - within.late)
  return house['over.minute'] * (over - far) + house['over.far'] * far
}

/** What everything but the coat work takes in a style, where it was worked out. */
export const reserveFor = ({ reserves }: Assessment, style: Style): number | null =>
  reserves ? (reserves.byStyle[style] ?? reserves.usual) : null

/** What there is for this groom from here on: what the dog and the slot give, less what was spent already. */
export function budgetsOf(assessment: Assessment, style: Style, house: House): GroomBudgets {
  const { dog, slotMinutes, progress } = assessment
  const spent = progress?.minutes ?? 0
  const least = assessment.reserves?.least ?? null
  const { cap, minutes, reserve } = minutesBudget(dog, slotMinutes, house, reserveFor(assessment, style), least)
  const left = Math.max(0, minutes - spent)
  return {
    demat: isShow(assessment) ? Number.POSITIVE_INFINITY : (assessment.dematMost ?? house['demat.most']),
    table: Math.max(0, cap - spent),
    minutes: left,
    late: Math.max(left, slotMinutes * (1 + house['over.quarter']) - reserve - spent),
    pull: Math.max(0, pullBudget(dog, house).pull - (progress?.pull ?? 0)),
  }
}
