import { USUAL_SHELF } from '../bath/products.ts'
import { FACE, isPaw } from '../body/places.ts'
import { REGION_SIDES } from '../body/regions.ts'
import { type Cutter, cutterOf } from '../cut/cut.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { standingCap } from '../plan/budgets.ts'
import type { Style } from '../plan/names.ts'
import { planWays, type Ways } from '../plan/plan.ts'
import {
  type Afterwards,
  type Alternative,
  type CoatWork,
  type GroomTotal,
  LEFT_OUT_IDS,
  type LeftOut,
  type LeftOutId,
  type Plan,
} from '../plan/plan-shape.ts'
import { byUrgency, type Stop, wholeDog } from '../plan/stops.ts'
import { type GoesHome, goesHome } from './goes-home.ts'
import type { GroomStep, GroomStepKind } from './step.ts'
import { bareSteps, type GroomParts, groomMinutes, groomParts } from './steps.ts'
import { vetDecides } from './today.ts'

type Part = keyof GroomTotal['parts']

const PART: Readonly<Record<GroomStepKind, Part>> = {
  begin: 'last',
  burrs: 'last',
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

/**
 * What the whole groom takes, by its own steps: waits in the tub count with the bath.
 * @param cap how long the dog should stand @param spentMin before these
 */
export function totalOf(
  steps: readonly GroomStep[],
  slotMinutes: Minutes,
  cap: number,
  spentMin = 0,
  leftOut: readonly LeftOut[] = [],
): GroomTotal {
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
    cap,
    leftOut,
    second: [],
    slot: slotMinutes,
    over: Math.max(0, minutes + spentMin - slotMinutes),
    parts,
  }
}

const spentOf = ({ progress }: Assessment): number => progress?.minutes ?? 0

/** A groom with nothing left out, or with what is. */
interface Reckoned {
  readonly steps: readonly GroomStep[]
  readonly total: GroomTotal
  readonly parts: GroomParts
}

/**
 * With products as labels usually are: what is on the shelf today moves a wait by a minute or two.
 * @param known parts that stay as they were
 */
function totalFor(
  assessment: Assessment,
  work: CoatWork,
  house: House,
  cutFor: Cutter,
  leftOut: readonly LeftOut[] = [],
  known: Partial<GroomParts> = {},
): Reckoned {
  const cap = standingCap(assessment.dog, house)
  const without: CoatWork = { ...work, groom: { leftOut } }
  const parts = groomParts(assessment, without, house, USUAL_SHELF, {}, { cut: cutFor(without), ...known })
  const steps = bareSteps(assessment, without, parts, house)
  return { steps, parts, total: totalOf(steps, assessment.slotMinutes, cap, spentOf(assessment), leftOut) }
}

/** What the groom without a thing shares with the one that has it: the cut or the bath is another, the rest the same. */
const STAYS: Readonly<Record<LeftOutId, readonly (keyof GroomParts)[]>> = {
  bath: ['cut'],
  feet: ['bath', 'drying'],
  blend: ['bath', 'drying'],
  wash: ['drying', 'cut'],
  nails: ['drying', 'cut'],
}

const reserveOf = ({ total: { minutes, parts } }: Reckoned): number => Math.max(0, minutes - parts.coat)

/** Less than this, min, is not worth sending a dog home without. */
const WORTH_LEAVING = 0.5

/** What of any dog can wait. */
const WAITS = LEFT_OUT_IDS.filter((what) => what !== 'bath')

/** In what order what can wait is left out; feet or a tail whose shape the owner named, after all the rest. */
function leavable({ wishes: { pattern } }: Assessment, plan: Plan): LeftOutId[] {
  const waits = pattern?.feet || pattern?.tail ? [...WAITS.filter((what) => what !== 'feet'), 'feet' as const] : WAITS
  // A frail dog that gets only what hurts is not put through tub and dryer beyond what it can stand.
  return vetDecides(plan) ? ['bath', ...waits] : waits
}

/**
 * The groom as long as the dog should stand: where it would stand longer, what can wait is left out, one thing after the
 * other, until it does not.
 * @param whole it with nothing left out, where that is known
 */
function leavingOut(
  assessment: Assessment,
  plan: Plan,
  house: House,
  cutFor: Cutter,
  whole: Reckoned | null,
): Reckoned {
  let best = whole ?? totalFor(assessment, plan, house, cutFor)
  for (const what of leavable(assessment, plan)) {
    const { total } = best
    if (total.standing + spentOf(assessment) <= total.cap + WORTH_LEAVING) break
    const known = Object.fromEntries(STAYS[what].map((part) => [part, best.parts[part]])) as Partial<GroomParts>
    const next = totalFor(assessment, plan, house, cutFor, [...total.leftOut, { what, minutes: 0 }], known)
    const minutes = total.minutes - next.total.minutes
    if (minutes < WORTH_LEAVING) continue
    best = { ...next, total: { ...next.total, leftOut: [...total.leftOut, { what, minutes }] } }
  }
  return best
}

/**
 * The assessment with what bath, drying, cut and the rest take in each style, worked out instead of guessed: a dog that is
 * clipped dries faster, so styles rank differently. One pass round is enough. Where the best style fits its slot without
 * a price for minutes no other can weigh less, and that style's own is all that is needed.
 */
export const withReserves = (assessment: Assessment, house: House, wanted: Style | null = null): Assessment =>
  reserve(assessment, house, wanted, cutterOf(assessment, house)).assessment

/** An assessment with its reserves, and what was worked out to get them. */
interface Reserved {
  readonly assessment: Assessment
  readonly guess: Ways | null
  readonly made: readonly { readonly work: CoatWork; readonly whole: Reckoned }[]
}

/** Whether the same is done at every place, so that bath, drying and cut are the same too. */
const sameWork = (a: CoatWork, b: CoatWork): boolean =>
  a.split === null &&
  b.split === null &&
  a.regions.every(
    ({ option, treatment }, i) => option === b.regions[i]!.option && treatment === b.regions[i]!.treatment,
  )

const wholeLike = ({ made }: Reserved, work: CoatWork): Reckoned | null =>
  made.find((one) => sameWork(one.work, work))?.whole ?? null

function reserve(assessment: Assessment, house: House, wanted: Style | null, cutFor: Cutter): Reserved {
  const guess = planWays({ ...assessment, reserves: null }, house, wanted)
  const { work, minutes, over } = guess.chosen
  if (work.verdict.choice === 'refer') return { assessment: { ...assessment, reserves: null }, guess, made: [] }
  const whole = totalFor(assessment, work, house, cutFor)
  const usual = reserveOf(whole)
  const spent = spentOf(assessment)
  // Only a dog that would stand too long is asked what it could do without.
  const least =
    whole.total.standing + spent > whole.total.cap
      ? reserveOf(
          totalFor(
            assessment,
            work,
            house,
            cutFor,
            WAITS.map((what) => ({ what, minutes: 0 })),
          ),
        )
      : usual
  const fits = over === 0 && minutes + usual + spent <= assessment.slotMinutes + 1e-9
  const byStyle: Partial<Record<Style, number>> = { [work.verdict.style]: usual }
  const made = [{ work, whole }]
  if (!fits)
    for (const style of guess.others) {
      const other = guess.as(style)
      if (!other) continue
      const whole = totalFor(assessment, other, house, cutFor)
      byStyle[style] = reserveOf(whole)
      made.push({ work: other, whole })
    }
  return { assessment: { ...assessment, reserves: { usual, least, byStyle } }, guess, made }
}

/** The lift into the tub of a heavy dog; face, feet and nails of one that bites. */
function secondFor(steps: readonly GroomStep[], { dog }: Assessment, house: House): GroomTotal['second'] {
  const tub = steps.find(({ kind }) => kind === 'bath')
  const near = ({ kind, indexes }: GroomStep): boolean =>
    kind === 'nails' ||
    ((kind === 'coat' || kind === 'cut') &&
      indexes.some((index) => {
        const { region } = REGION_SIDES[index]!
        return FACE.has(region) || isPaw(region)
      }))
  return [
    ...(dog.weightKg >= house['lift.kg'] && tub ? [{ why: 'lift' as const, step: tub.id }] : []),
    ...(dog.temperament === 'bites' ? steps.filter(near).map(({ id }) => ({ why: 'bites' as const, step: id })) : []),
  ]
}

/**
 * The plan of the whole groom: the verdict weighed with what everything else takes in its style, and its total by its own
 * steps, from which is said whether it fits the slot.
 * Pure: the same assessment and house give the same plan, anywhere.
 * @param wanted a style that a person chose instead of the best; taken where it fits and is open, else the best stands
 */
export function planWhole(assessment: Assessment, house: House, wanted: Style | null = null): Plan {
  // What is cut does not hang on the reserves.
  const cutFor = cutterOf(assessment, house)
  const reserved: Reserved = assessment.reserves
    ? { assessment, guess: null, made: [] }
    : reserve(assessment, house, wanted, cutFor)
  const reckoned = reserved.assessment
  const ways = planWays(reckoned, house, wanted, reserved.guess)
  const plan = ways.plan()
  const { choice } = plan.verdict
  if (choice === 'refer') return plan
  const { steps, total, parts } = leavingOut(reckoned, plan, house, cutFor, wholeLike(reserved, plan))
  const groom = { ...total, second: secondFor(steps, reckoned, house) }
  const short: Stop[] =
    choice !== 'look-first' && choice !== 'split-visits' && groom.over >= LEAST_OVER
      ? [wholeDog('slot-too-short', 'care', { minutes: groom.minutes, slot: groom.slot, over: groom.over })]
      : []
  const { standing, cap } = groom
  const long: Stop[] =
    choice !== 'look-first' && standing + spentOf(assessment) >= cap + LEAST_OVER
      ? [wholeDog('stands-long', 'care', { standing, cap })]
      : []
  const done = { ...plan, groom, stops: [...plan.stops, ...short, ...long].sort(byUrgency) }
  const home = goesHome(reckoned, done, house, parts.cut)
  const { after, alternatives } = plan.verdict
  return {
    ...done,
    verdict: {
      ...plan.verdict,
      after: { ...after, ...asItGoesHome(home) },
      alternatives: alternatives.map((way): Alternative => {
        const other = ways.as(way.style)
        if (!other) return way
        const then = goesHome(reckoned, other, house, cutFor(other))
        return { ...way, ...asItGoesHome(then), coatKept: then.coatKept, outlineMm: then.mm }
      }),
    },
  }
}

/** What a way comes to when its finishing cut is done too. */
const asItGoesHome = ({ regrowWeeks, next }: GoesHome): Omit<Afterwards, 'losses'> => ({ regrowWeeks, next })

/** A minute over is none. */
const LEAST_OVER = 1
