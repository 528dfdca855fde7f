import { type PlaceIndex, REGION_SIDES, REGIONS, type RegionId, type Side } from '../body/regions.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import type { LeaveReason } from './codes.ts'
import type { Context } from './context.ts'
import type { Style, VerdictName } from './names.ts'
import type { Option } from './options.ts'
import type { SideState } from './side-state.ts'
import type { Budgets } from './solve.ts'
import type { StyleResult } from './solve-style.ts'
import type { StopOf, StopValues } from './stops.ts'
import type { StyleClosed } from './styles.ts'

interface Places {
  /** How many places say the same, this one with them. */
  readonly places: number
}
interface Over {
  readonly style: Style
  readonly minutes: Minutes
  readonly minutesBudget: number
  readonly pull: number
  readonly pullBudget: number
}
type Nothing = Record<never, never>

/** What each reason says beside its place. */
export type ReasonValues = {
  readonly felted: Places
  readonly 'tight-mats': Places
  readonly knots: Places
  readonly 'air-opens-it': Places
  readonly 'hidden-knots-cut': Places
  readonly 'comb-goes-through': Nothing
  readonly 'nothing-scored': Nothing
  readonly 'asks-too-much': Over
  readonly 'takes-too-long': Over
  readonly 'would-not-match': { readonly style: Style }
  readonly closed: { readonly style: Style; readonly by: ClosedSaid }
  readonly 'hand-card-over-visits': Nothing
  readonly 'blade-under-worst-mat': { readonly mm: Millimetres; readonly blade: string }
  readonly 'clip-length': { readonly mm: Millimetres }
  readonly 'keep-wish': { readonly wish: 0 | 1 | 2 | 3 }
  readonly left: { readonly why: LeaveReason }
} & Pick<StopValues, 'skin-emergency' | 'catching'>
export type ReasonCode = keyof ReasonValues
export type ReasonOf<C extends ReasonCode> = {
  readonly code: C
  readonly region: RegionId | null
  readonly side: Side | null
  readonly values: ReasonValues[C]
}
/** By code, each with its own fields: a code without a sentence does not compile. */
export type Reason = { [C in ReasonCode]: ReasonOf<C> }[ReasonCode]
/** Why a style is closed, where that is worth saying. */
export type ClosedSaid = Exclude<StyleClosed, 'same-as-short' | 'same-as-keep' | 'nothing-to-clip'>
const NOT_SAID: ReadonlySet<StyleClosed> = new Set(['same-as-short', 'same-as-keep', 'nothing-to-clip'])
/** Whether a person is told that a style is closed: not of one that is another by a second name, or changes nothing. */
export const isSaid = (closed: StyleClosed): closed is ClosedSaid => !NOT_SAID.has(closed)

const whole = <C extends ReasonCode>(code: C, values: ReasonValues[C]): ReasonOf<C> => ({
  code,
  region: null,
  side: null,
  values,
})
const at = <C extends ReasonCode>(code: C, index: PlaceIndex, values: ReasonValues[C]): ReasonOf<C> => ({
  code,
  region: REGION_SIDES[index]!.region,
  side: REGION_SIDES[index]!.side,
  values,
})

const MOST_PLACES = 4

/** Why this verdict, strongest first: what was found, what the rules took out, what did not fit, what weighed less. */
export function reasonsFor(
  choice: VerdictName,
  states: readonly SideState[],
  picks: readonly Option[],
  results: readonly StyleResult[],
  chosen: StyleResult,
  budgets: Budgets,
  ctx: Context,
  stopping: readonly (StopOf<'skin-emergency'> | StopOf<'catching'>)[],
): Reason[] {
  if (choice === 'refer') return stopping.map(({ action: _, ...reason }): Reason => reason)
  const found = states.filter(({ scored }) => scored)
  if (found.length === 0) return [whole('nothing-scored', {})]
  const reasons: Reason[] = []
  const weight = ({ mat, extent, index }: SideState): number => mat * extent * REGION_SIDES[index]!.share
  const worst = found
    .filter(({ mat }) => mat >= 2)
    .sort((a, b) => b.mat - a.mat || weight(b) - weight(a) || a.index - b.index)
  const felted = worst.filter(({ mat }) => mat === 4)
  if (felted.length > 0) reasons.push(at('felted', felted[0]!.index, { places: felted.length }))
  const tight = worst.filter(({ mat }) => mat === 3)
  if (tight.length > 0) reasons.push(at('tight-mats', tight[0]!.index, { places: tight.length }))
  const knots = worst.filter(({ mat }) => mat === 2)
  if (knots.length > 0 && reasons.length < 2) reasons.push(at('knots', knots[0]!.index, { places: knots.length }))
  const packed = found.filter(({ undercoat }) => undercoat >= 3)
  if (packed.length > 0 && picks.some(({ treatment }) => treatment === 'blow-out'))
    reasons.push(at('air-opens-it', packed[0]!.index, { places: packed.length }))
  if (worst.length === 0 && packed.length === 0) reasons.push(whole('comb-goes-through', {}))

  for (const result of results) {
    if (result.closed && !isSaid(result.closed)) continue
    // What closes the short styles closes these too, and is said once.
    if (result.closed && (result.style === 'keep-places' || result.style === 'short-legs')) continue
    if (result.closed) reasons.push(whole('closed', { style: result.style, by: result.closed }))
    else if (!result.feasible && result.style !== chosen.style)
      reasons.push(whole(overBudget(result, budgets), over(result, budgets)))
    else if (choice === 'split-visits') reasons.push(whole(overBudget(result, budgets), over(result, budgets)))
    else if (result.style !== chosen.style && result.closed === null && result.mismatch && !chosen.mismatch)
      reasons.push(whole('would-not-match', { style: result.style }))
  }
  if (picks.some(({ why }) => why === 'hand-card-over-visits')) reasons.push(whole('hand-card-over-visits', {}))
  const left = picks.flatMap(({ treatment, why }, i) =>
    treatment === 'leave' && why && why !== 'done' && why !== 'hand-card-over-visits' ? [at('left', i, { why })] : [],
  )
  reasons.push(...left.slice(0, MOST_PLACES))
  if (chosen.style !== 'keep' && chosen.length && choice !== 'split-visits') {
    const { mm, blade } = chosen.length
    reasons.push(blade ? whole('blade-under-worst-mat', { mm, blade: blade.id }) : whole('clip-length', { mm }))
  }
  const hidden = picks.filter(
    ({ treatment }, i) => treatment === 'clip-out' && REGIONS[REGION_SIDES[i]!.region].seen === 0,
  )
  if (hidden.length > 0) reasons.push(whole('hidden-knots-cut', { places: hidden.length }))
  reasons.push(whole('keep-wish', { wish: ctx.assessment.wishes.keepLength }))
  return dedupe(reasons)
}

const overBudget = (result: StyleResult, budgets: Budgets): 'asks-too-much' | 'takes-too-long' =>
  result.pull > budgets.pull ? 'asks-too-much' : 'takes-too-long'
const over = (result: StyleResult, budgets: Budgets): Over => ({
  style: result.style,
  minutes: result.minutes,
  minutesBudget: budgets.minutes,
  pull: result.pull,
  pullBudget: budgets.pull,
})

function dedupe(reasons: readonly Reason[]): Reason[] {
  const seen = new Set<string>()
  return reasons.filter(({ code, region, side, values }) => {
    const key = JSON.stringify([code, region, side, 'style' in values ? values.style : null])
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}
