import { mirrorIndex } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { Context } from '../plan/context.ts'
import { keptOf, referenceLoss } from '../plan/loss.ts'
import { mirrorSheet, plansMirrored } from '../plan/mirror.ts'
import { type Style, VERDICT_IDS } from '../plan/names.ts'
import { nameOfTotal, type Trait, traitOf } from '../plan/naming.ts'
import type { Option } from '../plan/options.ts'
import { MICRO, micro, type Weighed } from '../plan/solve.ts'
import type { StyleResult } from '../plan/solve-style.ts'
import { weigh } from '../plan/weigh.ts'

/** Which budget is dragged. */
export const AXIS_IDS = ['pull', 'minutes'] as const
export type Axis = (typeof AXIS_IDS)[number]

/**
 * Every plan that no other beats: for each budget on one axis the least coat lost, then the least pull, then the least
 * minutes. Points by rising budget; arrays so that the whole curve crosses from a worker in one copy.
 */
export interface Steps {
  readonly loss: Float64Array
  readonly pull: Float64Array
  readonly minutes: Float64Array
  /** Index of the chosen option of group g at point i stands at `i * groups + g`. */
  readonly picks: Uint8Array
  readonly groups: number
}

/** Least coat lost first, then pull, then minutes: below zero where a comes first. */
const order = (al: number, ap: number, am: number, bl: number, bp: number, bm: number): number =>
  al - bl || ap - bp || am - bm

interface Items {
  readonly pick: Uint8Array
  readonly loss: Float64Array
  readonly pull: Float64Array
  readonly minutes: Float64Array
}

/** One group's options by rising budget, without those that another beats. */
function itemsOf(options: readonly Weighed[], axis: Axis): Items {
  const all = options
    .map(({ cost, minutes, pull }, pick) => ({ pick, loss: micro(cost), pull: micro(pull), minutes: micro(minutes) }))
    .sort((a, b) => a[axis] - b[axis] || order(a.loss, a.pull, a.minutes, b.loss, b.pull, b.minutes) || a.pick - b.pick)
  const kept: typeof all = []
  for (const item of all) {
    const last = kept.at(-1)
    if (!last || order(item.loss, item.pull, item.minutes, last.loss, last.pull, last.minutes) < 0) kept.push(item)
  }
  return {
    pick: Uint8Array.from(kept, ({ pick }) => pick),
    loss: Float64Array.from(kept, ({ loss }) => loss),
    pull: Float64Array.from(kept, ({ pull }) => pull),
    minutes: Float64Array.from(kept, ({ minutes }) => minutes),
  }
}

interface Stage {
  readonly count: number
  readonly loss: Float64Array
  readonly pull: Float64Array
  readonly minutes: Float64Array
  /** Point of the stage before, and which of the group's items. */
  readonly before: Int32Array
  readonly item: Uint8Array
}

/** Adds a group: for each of its items the points so far, moved on by it; merged by rising budget, the beaten dropped. */
function extended(from: Stage, items: Items, axis: Axis): Stage {
  const k = items.pick.length
  const most = from.count * k
  const loss = new Float64Array(most)
  const pull = new Float64Array(most)
  const minutes = new Float64Array(most)
  const before = new Int32Array(most)
  const item = new Uint8Array(most)
  const heads = new Int32Array(k)
  const along = axis === 'pull' ? from.pull : from.minutes
  const step = axis === 'pull' ? items.pull : items.minutes
  let count = 0
  for (;;) {
    let next = -1
    let nextAlong = Number.POSITIVE_INFINITY
    for (let j = 0; j < k; j++) {
      const head = heads[j]!
      if (head >= from.count) continue
      const at = along[head]! + step[j]!
      if (at > nextAlong) continue
      if (at === nextAlong) {
        const other = heads[next]!
        const first = order(
          from.loss[head]! + items.loss[j]!,
          from.pull[head]! + items.pull[j]!,
          from.minutes[head]! + items.minutes[j]!,
          from.loss[other]! + items.loss[next]!,
          from.pull[other]! + items.pull[next]!,
          from.minutes[other]! + items.minutes[next]!,
        )
        if (first >= 0) continue
      }
      next = j
      nextAlong = at
    }
    if (next < 0) break
    const head = heads[next]!++
    const l = from.loss[head]! + items.loss[next]!
    const p = from.pull[head]! + items.pull[next]!
    const m = from.minutes[head]! + items.minutes[next]!
    if (count > 0 && order(l, p, m, loss[count - 1]!, pull[count - 1]!, minutes[count - 1]!) >= 0) continue
    loss[count] = l
    pull[count] = p
    minutes[count] = m
    before[count] = head
    item[count] = next
    count++
  }
  return {
    count,
    loss: loss.slice(0, count),
    pull: pull.slice(0, count),
    minutes: minutes.slice(0, count),
    before: before.slice(0, count),
    item: item.slice(0, count),
  }
}

/**
 * The exact steps over the whole range of one budget, by dynamic programming over the groups: a point is dropped only
 * where another takes no more of the budget and comes first by coat, pull and minutes. All sums in whole micro-units.
 * @param groups one list of options a group: `cost` is the coat lost in points, minutes and pull not negative
 * @throws {RangeError} if a group has no options
 */
export function budgetSteps(groups: readonly (readonly Weighed[])[], axis: Axis): Steps {
  let stage: Stage = {
    count: 1,
    loss: new Float64Array(1),
    pull: new Float64Array(1),
    minutes: new Float64Array(1),
    before: new Int32Array(1),
    item: new Uint8Array(1),
  }
  const stages: Stage[] = []
  const all = groups.map((options, g) => {
    if (options.length === 0) throw new RangeError(`budgetSteps: group ${g} has no options`)
    return itemsOf(options, axis)
  })
  // Groups with nothing to decide first: they only shift, and cost nothing while there is one point.
  const turn = all.map((_, g) => g).sort((a, b) => all[a]!.pick.length - all[b]!.pick.length || a - b)
  for (const g of turn) {
    stage = extended(stage, all[g]!, axis)
    stages.push(stage)
  }
  const { count } = stage
  const picks = new Uint8Array(count * groups.length)
  for (let i = 0; i < count; i++) {
    let at = i
    for (let s = stages.length - 1; s >= 0; s--) {
      const { before, item } = stages[s]!
      const g = turn[s]!
      picks[i * groups.length + g] = all[g]!.pick[item[at]!]!
      at = before[at]!
    }
  }
  const scaled = (list: Float64Array): Float64Array => list.map((value) => value / MICRO)
  return {
    loss: scaled(stage.loss),
    pull: scaled(stage.pull),
    minutes: scaled(stage.minutes),
    picks,
    groups: groups.length,
  }
}

/** What an option does to the dog, as far as the chart and the map draw it. */
export type Drawn = Pick<Option, 'treatment' | 'minutes' | 'pull' | 'loss' | 'outlineMm'>

/** The curve of one style on one axis. */
export interface Curve extends Steps {
  readonly style: Style
  readonly axis: Axis
  readonly coatKept: Float64Array
  /** Index into VERDICT_IDS of what each point is called. */
  readonly names: Uint8Array
  /** The options of each region-side that `picks` points into. */
  readonly drawn: readonly (readonly Drawn[])[]
}

/** A curve of the styles that are open: at each budget the style that keeps most, ties by pull, minutes, style. */
export interface Envelope {
  /** Per point: index into `curves`, and the point on it. */
  readonly curve: Uint8Array
  readonly point: Int32Array
}

export interface Frontier {
  readonly curves: readonly Curve[]
  readonly envelope: Envelope
}

/** What was decided together, told place by place. Plain loops: thousands of points times all places of the dog. */
function placeByPlace(
  { loss, picks: grouped }: Steps,
  groups: StyleResult['groups'],
  places: number,
): { readonly count: number; readonly picks: Uint8Array } {
  const count = loss.length
  const picks = new Uint8Array(count * places)
  for (let g = 0; g < groups.length; g++) {
    const { members, choices } = groups[g]!
    for (let m = 0; m < members.length; m++) {
      const index = members[m]!
      const own = Uint8Array.from(choices, (choice) => choice[m]!)
      for (let i = 0; i < count; i++) picks[i * places + index] = own[grouped[i * groups.length + g]!]!
    }
  }
  return { count, picks }
}

const SUMMED = ['strip', 'splice', 'trunk', 'legs', 'spot', 'shows'] as const

/** What each point is called: the traits of its options added up place by place, all points at once. */
function namesOf(traits: readonly (readonly Trait[])[], picks: Uint8Array, count: number, house: House): Uint8Array {
  const sums = SUMMED.map((what) => {
    const sum = new Float64Array(count)
    for (const [g, list] of traits.entries()) {
      const each = Float64Array.from(list, (trait) => Number(trait[what]))
      if (each.every((value) => value === 0)) continue
      for (let i = 0; i < count; i++) sum[i]! += each[picks[i * traits.length + g]!]!
    }
    return sum
  })
  return Uint8Array.from({ length: count }, (_, i) => {
    const [strip, splice, trunk, legs, spot, shows] = sums.map((sum) => sum[i]!) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    return VERDICT_IDS.indexOf(nameOfTotal({ strip, splice, trunk, legs, spot: spot > 0, shows: shows > 0 }, house))
  })
}

function curveOf(result: StyleResult, axis: Axis, reference: number, ctx: Context): Curve {
  const { options, groups, style } = result
  const total = (choice: readonly number[], members: readonly number[], of: 'loss' | 'minutes' | 'pull'): number =>
    choice.reduce((sum, pick, m) => sum + options[members[m]!]![pick]![of], 0)
  const grouped = budgetSteps(
    groups.map(({ members, choices }) =>
      choices.map((choice) => ({
        cost: total(choice, members, 'loss'),
        minutes: total(choice, members, 'minutes'),
        pull: total(choice, members, 'pull'),
      })),
    ),
    axis,
  )
  const { count, picks } = placeByPlace(grouped, groups, options.length)
  const steps: Steps = { ...grouped, picks, groups: options.length }
  const overVisits = options.some((list) => list[0]!.why === 'hand-card-over-visits')
  const names = overVisits
    ? new Uint8Array(count).fill(VERDICT_IDS.indexOf('split-visits'))
    : namesOf(
        options.map((list, g) => list.map((option) => traitOf(option, g, ctx))),
        picks,
        count,
        ctx.house,
      )
  return {
    style,
    axis,
    ...steps,
    coatKept: steps.loss.map((loss) => keptOf(loss, reference)),
    names,
    drawn: options.map((list) =>
      list.map(({ treatment, minutes, pull, loss, outlineMm }) => ({ treatment, minutes, pull, loss, outlineMm })),
    ),
  }
}

/** The curve of a mirrored dog: the same points, each side's options on the other. */
function mirrored(curve: Curve): Curve {
  const { groups } = curve
  const picks = curve.picks.map((_, at) => {
    const g = at % groups
    return curve.picks[at - g + mirrorIndex[g]!]!
  })
  return { ...curve, picks, drawn: curve.drawn.map((_, g) => curve.drawn[mirrorIndex[g]!]!) }
}

/** At each budget the style that keeps most, ties by pull, minutes, style. */
function envelopeOf(curves: readonly Curve[], axis: Axis): Envelope {
  const all = curves.flatMap((curve, c) => Array.from({ length: curve.loss.length }, (_, i) => [c, i] as const))
  const between = ([c, i]: readonly [number, number], [d, j]: readonly [number, number]): number => {
    const a = curves[c]!
    const b = curves[d]!
    return order(a.loss[i]!, a.pull[i]!, a.minutes[i]!, b.loss[j]!, b.pull[j]!, b.minutes[j]!)
  }
  all.sort((x, y) => curves[x[0]]![axis][x[1]]! - curves[y[0]]![axis][y[1]]! || between(x, y) || x[0] - y[0])
  const kept: (readonly [number, number])[] = []
  for (const entry of all) {
    const last = kept.at(-1)
    if (!last || between(entry, last) < 0) kept.push(entry)
  }
  return {
    curve: Uint8Array.from(kept, ([c]) => c),
    point: Int32Array.from(kept, ([, i]) => i),
  }
}

/**
 * Coat kept against one budget, the other left open: exact over the whole range, for each style that no rule stands
 * against. Empty where the groom stops. Where places were not looked at it is the low end, as the verdict's figures are.
 */
export function frontierOf(assessment: Assessment, house: House, axis: Axis): Frontier {
  const turned = plansMirrored(assessment)
  const { low, stopping } = weigh(turned ? mirrorSheet(assessment) : assessment, house)
  const { ctx, results } = low
  const reference = referenceLoss(ctx)
  const curves = (stopping.length > 0 ? [] : results)
    .filter(({ closed }) => closed === null)
    .map((result) => curveOf(result, axis, reference, ctx))
    .map((curve) => (turned ? mirrored(curve) : curve))
  return { curves, envelope: envelopeOf(curves, axis) }
}

/** The last point within a budget, or -1 where none is. */
export function pointWithin(along: Float64Array, budget: number): number {
  let low = 0
  let high = along.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (along[middle]! <= budget + 1e-9) low = middle + 1
    else high = middle
  }
  return low - 1
}
