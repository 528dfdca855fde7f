import { REGION_SIDES, REGIONS, type RegionId, type Side } from '../body/regions.ts'
import type { Context } from './context.ts'
import type { VerdictName } from './names.ts'
import type { Option } from './options.ts'
import type { SideState } from './side-state.ts'
import type { Budgets } from './solve.ts'
import type { Stop } from './stops.ts'
import type { StyleResult } from './styles.ts'

export interface Reason {
  readonly code: string
  readonly region: RegionId | null
  readonly side: Side | null
  readonly values: Readonly<Record<string, string | number>>
}

const whole = (code: string, values: Reason['values'] = {}): Reason => ({ code, region: null, side: null, values })
const at = (code: string, index: number, values: Reason['values'] = {}): Reason => ({
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
  stopping: readonly Stop[],
): Reason[] {
  if (choice === 'refer') return stopping.map(({ code, region, side, values }) => ({ code, region, side, values }))
  const found = states.filter(({ scored }) => scored)
  if (found.length === 0) return [whole('nothing-scored')]
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
  if (worst.length === 0 && packed.length === 0) reasons.push(whole('comb-goes-through'))

  for (const result of results) {
    if (result.closed === 'same-as-short' || result.closed === 'nothing-to-clip') continue
    if (result.closed) reasons.push(whole(`closed-${result.closed}`, { style: result.style }))
    else if (!result.feasible && result.style !== chosen.style)
      reasons.push(whole(overBudget(result, budgets), over(result, budgets)))
    else if (choice === 'split-visits') reasons.push(whole(overBudget(result, budgets), over(result, budgets)))
    else if (result.style !== chosen.style && result.closed === null && result.mismatch && !chosen.mismatch)
      reasons.push(whole('would-not-match', { style: result.style }))
  }
  if (picks.some(({ why }) => why === 'hand-card-over-visits')) reasons.push(whole('hand-card-over-visits'))
  const left = picks.flatMap(({ treatment, why }, i) =>
    treatment === 'leave' && why && why !== 'done' ? [at(why, i)] : [],
  )
  reasons.push(...left.slice(0, MOST_PLACES))
  if (chosen.style !== 'keep' && chosen.length && choice !== 'split-visits')
    reasons.push(
      whole(chosen.length.blade ? 'blade-under-worst-mat' : 'clip-length', {
        mm: chosen.length.mm,
        blade: chosen.length.blade?.id ?? '',
      }),
    )
  const hidden = picks.filter(
    ({ treatment }, i) => treatment === 'clip-out' && REGIONS[REGION_SIDES[i]!.region].seen === 0,
  )
  if (hidden.length > 0) reasons.push(whole('hidden-knots-cut', { places: hidden.length }))
  reasons.push(whole(`keep-wish-${ctx.assessment.wishes.keepLength}`))
  return dedupe(reasons)
}

const overBudget = (result: StyleResult, budgets: Budgets): string =>
  result.pull > budgets.pull ? 'asks-too-much' : 'takes-too-long'
const over = (result: StyleResult, budgets: Budgets): Reason['values'] => ({
  style: result.style,
  minutes: result.minutes,
  minutesBudget: budgets.minutes,
  pull: result.pull,
  pullBudget: budgets.pull,
})

function dedupe(reasons: readonly Reason[]): Reason[] {
  const seen = new Set<string>()
  return reasons.filter(({ code, region, side, values }) => {
    const key = JSON.stringify([code, region, side, values.style])
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}
