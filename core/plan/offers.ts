import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import type { GroomBudgets } from './budgets.ts'
import type { Context } from './context.ts'
import { clipTo, type Option, optionsOf, type SideOptions, type StyleLength } from './options.ts'
import type { SideState } from './side-state.ts'
import { type Budgets, type Items, itemsOf, micro, type Weighed } from './solve.ts'

/** A choice of a group added up over its members: points, minutes, pull, and of the minutes what is dematting itself. */
export interface ChoiceSum extends Weighed {
  readonly demat: number
}

/**
 * Region-sides that are decided together: each choice gives one option of each member, by index. What the optimum needs of
 * it is worked out with it, once for all sheets that leave these places as they are.
 */
export interface Group {
  readonly members: readonly number[]
  readonly choices: readonly (readonly number[])[]
  /** Each choice added up. */
  readonly sums: readonly ChoiceSum[]
  /** The choices as the solver takes them, with so many points a minute on top of their own. */
  readonly itemsAt: (perMinute: number) => Items
  /** Minutes of dematting in the choice that it would take for itself. */
  readonly freeDemat: number
  /**
   * The least of any choice: points by its own cost, and with each minute at what one beyond the slot costs, near and far;
   * minutes and pull in whole micro-units.
   */
  readonly least: {
    readonly slot: number
    readonly over: number
    readonly far: number
    readonly minutes: Minutes
    readonly pull: number
    /** The same in pull-minutes. */
    readonly pullMinutes: Minutes
  }
}

/** Points of an option in the objective. */
export const weighed = ({ coat, minutes, pull }: Option, { house }: Context): number =>
  coat + house['price.minute'] * minutes + house['price.pull'] * pull

/** Minutes of an option that are dematting itself, without the brushing of what is free beside it. */
export const dematMinutes = ({ cost }: Option): number =>
  cost.parts.reduce((total, { rate, minutes }) => total + (rate.startsWith('minutes.demat') ? minutes : 0), 0)

function sumOf(choice: readonly number[], options: readonly (readonly Option[])[], ctx: Context): ChoiceSum {
  const total = { cost: 0, minutes: 0, pull: 0, demat: 0 }
  for (const [m, pick] of choice.entries()) {
    const option = options[m]![pick]!
    total.cost += weighed(option, ctx)
    total.minutes += option.minutes
    total.pull += option.pull
    total.demat += dematMinutes(option)
  }
  return total
}

const leastOf = (sums: readonly ChoiceSum[], perMinute: number): number =>
  sums.reduce((least, { cost, minutes }) => Math.min(least, cost + perMinute * minutes), Number.POSITIVE_INFINITY)

/** @param options of each member */
export function groupOf(
  members: readonly number[],
  choices: readonly (readonly number[])[],
  options: readonly (readonly Option[])[],
  ctx: Context,
): Group {
  const { house } = ctx
  const sums = choices.map((choice) => sumOf(choice, options, ctx))
  const own = itemsOf(sums, members[0]!)
  const priced = new Map<number, Items>()
  return {
    members,
    choices,
    sums,
    itemsAt: (perMinute) => {
      if (perMinute === 0) return own
      const known = priced.get(perMinute)
      if (known) return known
      const dearer = sums.map(({ cost, minutes, pull }) => ({ cost: cost + perMinute * minutes, minutes, pull }))
      const items = itemsOf(dearer, members[0]!)
      priced.set(perMinute, items)
      return items
    },
    freeDemat: sums.reduce((a, b) => (b.cost < a.cost ? b : a)).demat,
    least: {
      slot: leastOf(sums, 0),
      over: leastOf(sums, house['over.minute']),
      far: leastOf(sums, house['over.far']),
      minutes: Math.min(...sums.map(({ minutes }) => micro(minutes))),
      pull: Math.min(...sums.map(({ pull }) => micro(pull))),
      pullMinutes: Math.min(...sums.map(({ pull }) => pull)),
    },
  }
}

/** Whether the least of minutes or of pull that these groups take is more than there is: then nothing in them fits. */
export function isBeyond(groups: readonly Group[], budgets: Budgets): boolean {
  let minutes = 0
  let pull = 0
  for (const { least } of groups) {
    minutes += least.minutes
    pull += least.pull
  }
  return minutes > micro(budgets.minutes) || pull > micro(budgets.pull)
}

/** What a region-side by itself is offered. */
export interface Offer {
  readonly options: readonly Option[]
  readonly group: Group
}

const offerOf = ({ index }: SideState, options: readonly Option[], ctx: Context): Offer => {
  const choices = options.map((_, pick) => [pick])
  return { options, group: groupOf([index], choices, [options], ctx) }
}

/** What a region-side is offered: in every style that leaves it free, and where coat is kept. */
export interface PlaceOffers extends SideOptions {
  /** Nothing else can be done there. */
  readonly fixed: boolean
  readonly free: Offer
  readonly kept: Offer
}

export const isClip = ({ treatment, why }: Option): boolean => treatment === 'clip' && why !== 'done'

export function placeOffers(state: SideState, ctx: Context): PlaceOffers {
  const side = optionsOf(state, ctx)
  const free = offerOf(state, side.offered, ctx)
  // Where coat that shows is kept, nothing is clipped whole, unless nothing else is offered there.
  const unclipped = side.offered.filter((option) => !isClip(option))
  const all = REGIONS[REGION_SIDES[state.index]!.region].seen < 1 || unclipped.length === 0
  const only = side.offered[0]!
  return {
    offered: side.offered,
    refused: side.refused,
    fixed: only.why === 'done' || (only.treatment === 'leave' && only.why !== 'nothing-fits'),
    free,
    kept: all || unclipped.length === side.offered.length ? free : offerOf(state, unclipped, ctx),
  }
}

/** A whole-region clip to the one length of a short style as all that is offered; null where a rule forbids it. */
export function clipOffer(state: SideState, ctx: Context, length: StyleLength): Offer | null {
  const clip = clipTo(state, ctx, length)
  return clip && offerOf(state, [clip], ctx)
}

/** Steps in which the price of pull is looked for; more would prune little more. */
const PULL_STEPS = 8
const DEAREST_PULL = 64

/** The least points of these groups with minutes and pull at prices of their own, and the pull that goes with it. */
function relaxed(groups: readonly Group[], perMinute: number, perPull: number): { points: number; pull: number } {
  let points = 0
  let pull = 0
  for (const { sums } of groups) {
    let best = Number.POSITIVE_INFINITY
    let its = 0
    for (const { cost, minutes, pull: each } of sums) {
      const price = cost + perMinute * minutes + perPull * each
      if (price < best) {
        best = price
        its = each
      }
    }
    points += best
    pull += its
  }
  return { points, pull }
}

/** What there is for a style: minutes, from when each costs more, and pull. */
type Within = Pick<GroomBudgets, 'minutes' | 'late' | 'pull'>

/** A line that the price of minutes beyond the slot is never below: points a minute, from a minute on. */
interface Line {
  readonly perMinute: number
  readonly from: number
  /** The least points of the groups by it. */
  readonly least: number
}

function steepest(groups: readonly Group[], { minutes, late }: Within, house: House): Line {
  const [near, distant] = [house['over.minute'], house['over.far']]
  let [slot, over, far] = [0, -near * minutes, -distant * late]
  for (const { least } of groups) {
    slot += least.slot
    over += least.over
    far += least.far
  }
  if (slot >= over && slot >= far) return { perMinute: 0, from: 0, least: slot }
  return over >= far ? { perMinute: near, from: minutes, least: over } : { perMinute: distant, from: late, least: far }
}

/** What a style of these groups weighs at least within the minutes there are, whatever it pulls. */
export const leastWeight = (groups: readonly Group[], within: Within, house: House): number =>
  steepest(groups, within, house).least

/**
 * Whether it weighs more than so many points within the pull there is too: dearer to work out, and nearer. What weighs
 * more may be taken not to.
 */
export function weighsMore(groups: readonly Group[], within: Within, points: number, house: House): boolean {
  const { perMinute, from, least } = steepest(groups, within, house)
  // At no price of pull does it come out heavier than it is.
  if (least > points) return true
  let [low, high] = [0, DEAREST_PULL]
  for (let step = 0; step < PULL_STEPS; step++) {
    const price = (low + high) / 2
    const at = relaxed(groups, perMinute, price)
    if (at.points - perMinute * from - price * within.pull > points) return true
    if (at.pull > within.pull) low = price
    else high = price
  }
  return false
}
