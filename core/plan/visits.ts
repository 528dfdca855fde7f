import { HYGIENE } from '../body/places.ts'
import { mirrorIndex, type PlaceIndex, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Option } from './options.ts'
import type { SideState } from './side-state.ts'
import type { Budgets } from './solve.ts'

export interface VisitPart {
  readonly index: PlaceIndex
  /** How much of this region-side's work is done in this visit, above 0 to 1. */
  readonly part: number
}

/** Work that belongs together in one visit, in the order in which it is done. */
export const BLOCK_IDS = ['hygiene', 'trunk', 'legs', 'head'] as const
export type BlockId = (typeof BLOCK_IDS)[number]

export interface PlannedVisit {
  readonly number: number
  /** Days after the first visit. */
  readonly day: number
  /** What of the dog it is about. */
  readonly blocks: readonly BlockId[]
  readonly minutes: Minutes
  readonly pull: number
  readonly parts: readonly VisitPart[]
}

export interface SplitPlan {
  readonly visits: readonly PlannedVisit[]
  /** What does not fit: said, never silently dropped. */
  readonly left: readonly PlaceIndex[]
}

const QUARTERS = [1, 0.75, 0.5, 0.25]

/** Hygiene and what hurts as it is come first; then the trunk, the legs with the feet, the head with ears and tail. */
function blockOf({ index, mat, skin }: SideState): BlockId {
  const { tender, part } = REGIONS[REGION_SIDES[index]!.region]
  if (isHygiene({ index }) || skin >= 2 || (tender === 3 && mat >= 2)) return 'hygiene'
  if (part === 'body') return 'trunk'
  return part === 'legs' ? 'legs' : 'head'
}
const HYGIENE_FIRST: ReadonlySet<RegionId> = new Set([...HYGIENE, 'eyes'])
const isHygiene = ({ index }: Pick<SideState, 'index'>): boolean => HYGIENE_FIRST.has(REGION_SIDES[index]!.region)
/** Score of a mat from which no comb goes through it. */
const TIGHT = 3

/** Within a block: tender places and what hides skin or hurts before the rest, the worst coat first. */
function urgency({ mat, skin, index }: SideState): number {
  const { tender } = REGIONS[REGION_SIDES[index]!.region]
  return (tender === 3 ? 3 : 0) + (mat === 4 ? 3 : 0) + (skin >= 1 ? 2 : 0) + mat
}

/** Both sides of a place, or a single place: nobody goes home with one ear done. */
interface Pair {
  readonly block: BlockId
  readonly indexes: readonly number[]
  readonly urgency: number
  readonly pull: number
}

/** What is done first for one side is done for both. */
const blockOfPair = (both: readonly SideState[]): BlockId => {
  const blocks = both.map(blockOf)
  return BLOCK_IDS.find((block) => blocks.includes(block))!
}

/**
 * Of places that are as urgent the one that takes less of what the dog can give comes first: felt is out of both armpits and
 * the groin before a belly takes all of it.
 */
function pairsOf(
  picks: readonly Option[],
  states: readonly SideState[],
  works: (index: PlaceIndex) => boolean = (index) => picks[index]!.minutes > 0,
): Pair[] {
  const pairs = states.flatMap((state): Pair[] => {
    const other = mirrorIndex[state.index]!
    const indexes = [...new Set([Math.min(state.index, other), Math.max(state.index, other)])].filter(works)
    if (indexes[0] !== state.index) return []
    const both = indexes.map((index) => states[index]!)
    return [
      {
        block: blockOfPair(both),
        indexes,
        urgency: Math.max(...both.map(urgency)),
        pull: indexes.reduce((sum, index) => sum + picks[index]!.pull, 0),
      },
    ]
  })
  return pairs.sort(
    (a, b) =>
      BLOCK_IDS.indexOf(a.block) - BLOCK_IDS.indexOf(b.block) ||
      b.urgency - a.urgency ||
      a.pull - b.pull ||
      a.indexes[0]! - b.indexes[0]!,
  )
}

interface Open {
  minutes: Minutes
  pull: number
  readonly parts: VisitPart[]
}

/** Adds a pair where it fits, or of one that no visit takes whole the quarters that do. @returns what of it is left, 0 to 1 */
function add(visit: Open, pair: Pair, share: number, picks: readonly Option[], budgets: Budgets): number {
  const minutes = pair.indexes.reduce((sum, index) => sum + picks[index]!.minutes, 0)
  const { pull } = pair
  const tooBig = minutes > budgets.minutes + 1e-9 || pull > budgets.pull + 1e-9
  const part = (tooBig ? QUARTERS : [share]).find(
    (some) =>
      some <= share &&
      visit.minutes + some * minutes <= budgets.minutes + 1e-9 &&
      visit.pull + some * pull <= budgets.pull + 1e-9,
  )
  if (!part) return share
  for (const index of pair.indexes) visit.parts.push({ index, part })
  visit.minutes += part * minutes
  visit.pull += part * pull
  return share - part
}

const empty = (): Open => ({ minutes: 0, pull: 0, parts: [] })

/**
 * One block after the other: a pair that fits no more opens the next visit, and what no visit takes whole is done by
 * quarters. What is left in a visit is filled from later blocks only where that saves one.
 */
function filled(pairs: readonly Pair[], picks: readonly Option[], budgets: Budgets, most: number, refill: boolean) {
  const remaining = new Map(pairs.map((pair) => [pair, 1]))
  const visits: Open[] = []
  while (visits.length < most && [...remaining.values()].some((share) => share > 0)) {
    const visit = empty()
    for (const pair of pairs) {
      const share = remaining.get(pair)!
      if (share <= 0) continue
      const left = add(visit, pair, share, picks, budgets)
      remaining.set(pair, left)
      if (left > 0 && !refill && visit.parts.length > 0) break
    }
    if (visit.parts.length === 0) break
    visits.push(visit)
  }
  const left = pairs.filter((pair) => remaining.get(pair)! > 0).flatMap(({ indexes }) => indexes)
  return { visits, left }
}

/** A visit too short to come for joins the one before it, or after it, where the dog can give that much. */
function joined(visits: readonly Open[], budgets: Budgets, house: House): Open[] {
  const made = [...visits]
  for (let i = made.length - 1; i >= 0 && made.length > 1; i--) {
    const short = made[i]!
    if (short.minutes >= house['visits.least']) continue
    const at = i > 0 ? i - 1 : 1
    const other = made[at]!
    const [first, then] = at < i ? [other, short] : [short, other]
    const stretch = house['visits.stretch']
    if (short.pull + other.pull > stretch * budgets.pull || short.minutes + other.minutes > stretch * budgets.minutes)
      continue
    const parts = new Map<number, number>()
    for (const { index, part } of [...first.parts, ...then.parts]) parts.set(index, (parts.get(index) ?? 0) + part)
    made.splice(Math.min(i, at), 2, {
      minutes: first.minutes + then.minutes,
      pull: first.pull + then.pull,
      parts: [...parts].map(([index, part]) => ({ index, part })),
    })
  }
  return made
}

/**
 * A visit too short to come for takes over what its neighbour did last, or is to do first, in pairs, as long as the
 * neighbour stays worth coming for and the dog can give it.
 */
function evened(visits: readonly Open[], picks: readonly Option[], budgets: Budgets, house: House): Open[] {
  const made = visits.map(({ parts, ...rest }) => ({ ...rest, parts: [...parts] }))
  const least = house['visits.least']
  for (const [i, short] of made.entries())
    for (const at of [i - 1, i + 1]) {
      const other = made[at]
      // From the visit before comes what it did last, from the one after what it does first.
      const candidates = other ? pairsIn(other.parts) : []
      for (const pair of at < i ? candidates.reverse() : candidates) {
        if (!other || short.minutes >= least) break
        const minutes = pair.reduce((sum, { index, part }) => sum + part * picks[index]!.minutes, 0)
        const pull = pair.reduce((sum, { index, part }) => sum + part * picks[index]!.pull, 0)
        const given = pair.some(({ index }) => short.parts.some((part) => part.index === index))
        if (
          given ||
          other.minutes - minutes < least ||
          short.minutes + minutes > budgets.minutes + 1e-9 ||
          short.pull + pull > budgets.pull + 1e-9
        )
          continue
        other.parts.splice(0, other.parts.length, ...other.parts.filter((part) => !pair.includes(part)))
        if (at < i) short.parts.unshift(...pair)
        else short.parts.push(...pair)
        other.minutes -= minutes
        other.pull -= pull
        short.minutes += minutes
        short.pull += pull
      }
    }
  return made
}

/** The parts of a visit as they are done, both sides of a place together. */
function pairsIn(parts: readonly VisitPart[]): VisitPart[][] {
  const pairs = new Map<number, VisitPart[]>()
  for (const part of parts) {
    const first = Math.min(part.index, mirrorIndex[part.index]!)
    pairs.set(first, [...(pairs.get(first) ?? []), part])
  }
  return [...pairs.values()]
}

const planned = (
  { minutes, pull, parts }: Open,
  i: number,
  days: number,
  states: readonly SideState[],
): PlannedVisit => {
  const blocks = new Set(pairsIn(parts).map((pair) => blockOfPair(pair.map(({ index }) => states[index]!))))
  return {
    number: i + 1,
    day: i * days,
    blocks: BLOCK_IDS.filter((block) => blocks.has(block)),
    minutes,
    pull,
    parts,
  }
}

/**
 * Hygiene, knots in tender places, and tight ones elsewhere. What only water and air would open, and what a brush opens at
 * leisure, waits until a vet was asked.
 */
const mayHurt = (state: SideState, { when }: Option): boolean =>
  when !== 'in-bath' && (isHygiene(state) || state.mat >= (blockOf(state) === 'hygiene' ? 2 : TIGHT))

/**
 * One visit and no more: hygiene and what hurts, and only where that is less than a visit is worth coming for, other knots
 * up to that, a little over what the dog can give if need be. What it does not hold is left.
 */
export function onlyVisit(
  picks: readonly Option[],
  states: readonly SideState[],
  budgets: Budgets,
  house: House,
): SplitPlan {
  const pairs = pairsOf(picks, states, (index) => picks[index]!.minutes > 0 && mayHurt(states[index]!, picks[index]!))
  const least = house['visits.least']
  const visit = empty()
  const stretch = house['visits.stretch']
  const stretched = { minutes: stretch * budgets.minutes, pull: stretch * budgets.pull }
  for (const pair of pairs) if (pair.block === 'hygiene') add(visit, pair, 1, picks, budgets)
  // Then no more than makes it worth coming for; the last of it may ask a little more than the dog can give.
  for (const limits of [budgets, stretched]) {
    const there = new Set(visit.parts.map(({ index }) => index))
    for (const pair of pairs)
      if (visit.minutes < least && !pair.indexes.some((index) => there.has(index))) add(visit, pair, 1, picks, limits)
  }
  const whole = new Set(visit.parts.flatMap(({ index, part }) => (part === 1 ? [index] : [])))
  return {
    visits: visit.parts.length > 0 ? [planned(visit, 0, 0, states)] : [],
    left: states.map(({ index }) => index).filter((index) => picks[index]!.minutes > 0 && !whole.has(index)),
  }
}

/**
 * Spreads work over up to four visits in blocks and in pairs, each within the dog's budgets: hygiene and what hurts
 * first, then the trunk, the legs with the feet, the head with ears and tail.
 * @param frail whether the dog needs the longer rest between visits
 */
export function splitVisits(
  picks: readonly Option[],
  states: readonly SideState[],
  budgets: Budgets,
  frail: boolean,
  house: House,
): SplitPlan {
  const days = house[frail ? 'visits.days-frail' : 'visits.days']
  const most = house['visits.most']
  const pairs = pairsOf(picks, states)
  const inOrder = filled(pairs, picks, budgets, most, false)
  const { visits, left } = inOrder.left.length === 0 ? inOrder : filled(pairs, picks, budgets, most, true)
  return {
    visits: evened(joined(visits, budgets, house), picks, budgets, house).map((visit, i) =>
      planned(visit, i, days, states),
    ),
    left: [...left].sort((a, b) => a - b),
  }
}
