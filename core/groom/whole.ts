import { USUAL_SHELF } from '../bath/products.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { Style } from '../plan/names.ts'
import { planGroom } from '../plan/plan.ts'
import type { GroomTotal, Plan } from '../plan/plan-shape.ts'
import { byUrgency, type Stop, wholeDog } from '../plan/stops.ts'
import type { GroomStep, GroomStepKind } from './step.ts'
import { groomMinutes, wholeGroom } from './steps.ts'

type Part = keyof GroomTotal['parts']

const PART: Readonly<Record<GroomStepKind, Part>> = {
  begin: 'last',
  coat: 'coat',
  bath: 'bath',
  dry: 'dry',
  cut: 'cut',
  blend: 'cut',
  'ear-hair': 'last',
  nails: 'last',
  ears: 'last',
  check: 'last',
  show: 'last',
}

/** Which part of the groom a step belongs to. */
export const partOf = ({ kind }: GroomStep): Part => PART[kind]

/** What the whole groom takes, by its own steps: waits in the tub count with the bath. @param spentMin before these */
export function totalOf(steps: readonly GroomStep[], slotMinutes: number, spentMin = 0): GroomTotal {
  const parts: Record<Part, number> = { coat: 0, bath: 0, dry: 0, cut: 0, last: 0 }
  let hands = 0
  for (const step of steps) {
    parts[partOf(step)] += step.minutes
    hands += step.minutes
  }
  const minutes = groomMinutes(steps)
  parts.bath += minutes - hands
  return {
    minutes,
    hands,
    standing: minutes,
    slot: slotMinutes,
    over: Math.max(0, minutes + spentMin - slotMinutes),
    parts,
  }
}

/** The steps with products as labels usually are: what is on the shelf today moves a wait by a minute or two. */
const usualSteps = (assessment: Assessment, plan: Plan, house: House): GroomStep[] =>
  wholeGroom(assessment, plan, house, USUAL_SHELF)

const reserveOf = (assessment: Assessment, plan: Plan, house: House): number => {
  const { minutes, parts } = totalOf(usualSteps(assessment, plan, house), assessment.slotMinutes)
  return Math.max(0, minutes - parts.coat)
}

/**
 * The assessment with what bath, drying, cut and the rest take in each style, worked out instead of guessed: a dog that is
 * clipped dries faster, so styles rank differently. One pass round is enough. Where the best style fits its slot without
 * a price for minutes no other can weigh less, and that style's own is all that is needed.
 */
export function withReserves(assessment: Assessment, house: House, wanted: Style | null = null): Assessment {
  const guessed = planGroom({ ...assessment, reserves: null }, house, wanted)
  if (guessed.verdict.choice === 'refer') return { ...assessment, reserves: null }
  const usual = reserveOf(assessment, guessed, house)
  const spent = assessment.progress?.minutes ?? 0
  const { verdict } = guessed
  const fits = verdict.objective.over === 0 && verdict.minutes.high + usual + spent <= assessment.slotMinutes + 1e-9
  const byStyle: Partial<Record<Style, number>> = { [verdict.style]: usual }
  if (!fits)
    for (const { style, closed, feasible, visits } of verdict.alternatives) {
      if (closed !== null || !feasible || visits > 1) continue
      const other = planGroom({ ...assessment, reserves: { usual, byStyle: {} } }, house, style)
      if (other.verdict.style === style) byStyle[style] = reserveOf(assessment, other, house)
    }
  return { ...assessment, reserves: { usual, byStyle } }
}

/**
 * The plan of the whole groom: the verdict weighed with what everything else takes in its style, and its total by its own
 * steps, from which is said whether it fits the slot.
 * Pure: the same assessment and house give the same plan, anywhere.
 * @param wanted a style that a person chose instead of the best; taken where it fits and is open, else the best stands
 */
export function planWhole(assessment: Assessment, house: House, wanted: Style | null = null): Plan {
  const reckoned = assessment.reserves ? assessment : withReserves(assessment, house, wanted)
  const plan = planGroom(reckoned, house, wanted)
  const { choice } = plan.verdict
  if (choice === 'refer') return plan
  const groom = totalOf(usualSteps(reckoned, plan, house), assessment.slotMinutes, assessment.progress?.minutes ?? 0)
  const short: Stop[] =
    choice !== 'look-first' && choice !== 'split-visits' && groom.over >= LEAST_OVER
      ? [wholeDog('slot-too-short', 'care', { minutes: groom.minutes, slot: groom.slot, over: groom.over })]
      : []
  return { ...plan, groom, stops: [...plan.stops, ...short].sort(byUrgency) }
}

/** A minute over is none. */
const LEAST_OVER = 1
