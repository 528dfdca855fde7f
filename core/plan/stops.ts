import { indexAt, type PlaceIndex, REGION_SIDES, type RegionId, type Side } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { allergyUnnamed, hasShortSkull, isWoolly, scarAt, wasShaved } from '../dog/facts.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import { type FINDINGS, type FindingId, findingKind } from '../scores/findings.ts'
import { isBroken, skinScore } from '../scores/sheet.ts'
import type { Tool } from '../tools/treatments.ts'
import type { VerdictName } from './names.ts'
import type { SideState } from './side-state.ts'

export type StopAction = 'stop' | 'refer' | 'avoid' | 'care' | 'try-first' | 'look'

type CatchingId = { [F in FindingId]: (typeof FINDINGS)[F]['catching'] extends true ? F : never }[FindingId]

/** What each stop says beside its place: the figures and ids its sentence needs. */
export interface StopValues {
  readonly 'skin-emergency': Record<never, never>
  /** What was seen may be catching. */
  readonly catching: { readonly finding: CatchingId }
  readonly 'skin-under-felt': Record<never, never>
  readonly 'skin-broken': Record<never, never>
  readonly 'skin-sore': Record<never, never>
  /** Something was seen there that everybody has to know of. */
  readonly seen: { readonly finding: FindingId; readonly sizeMm: Millimetres | null }
  readonly health: { readonly flag: CaredFor }
  /** What was done to the coat before, and what it means today. */
  readonly 'coat-past': { readonly past: 'shaved' | 'woolly' }
  readonly 'temper-bites': Record<never, never>
  readonly 'nothing-scored': Record<never, never>
  readonly 'not-looked-at': { readonly percent: number }
  /** Minutes and what there is for them: null in plans kept before it was said which of the two is too much. */
  readonly 'more-than-one-visit': {
    readonly pull: number
    readonly budget: number
    readonly minutes: Minutes | null
    readonly table: Minutes | null
  }
  readonly 'air-first': Record<never, never>
  /** More felt than a frail dog should bear over two visits. */
  readonly 'pelted-frail': Record<never, never>
  /** Two ways are close, and one mat decides. */
  readonly 'try-one-mat': {
    readonly tool: Tool | null
    readonly minutes: Minutes
    readonly comes: VerdictName
    readonly not: VerdictName
  }
  /** The jacket the owner wants stripped does not come yet. */
  readonly 'jacket-tight': { readonly weeks: number }
  /** It stands longer than it should, with everything left out that can wait. */
  readonly 'stands-long': { readonly standing: number; readonly cap: number }
  /** A little more than it can give, and not worth another visit. */
  readonly 'gives-most': { readonly pull: number; readonly budget: number }
  /** It takes longer than the slot, and fits the dog. */
  readonly 'slot-too-short': { readonly minutes: Minutes; readonly slot: number; readonly over: number }
}
export type StopCode = keyof StopValues
export type StopOf<C extends StopCode> = {
  readonly code: C
  readonly action: StopAction
  readonly region: RegionId | null
  readonly side: Side | null
  readonly values: StopValues[C]
}
/** By code, each with its own fields: a code without a sentence does not compile. */
export type Stop = { [C in StopCode]: StopOf<C> }[StopCode]

const WHOLE = { region: null, side: null } as const
/** A stop that is about the whole dog. */
export const wholeDog = <C extends StopCode>(code: C, action: StopAction, values: StopValues[C]): StopOf<C> => ({
  code,
  action,
  ...WHOLE,
  values,
})

const URGENT_FIRST: readonly StopAction[] = ['stop', 'refer', 'avoid', 'try-first', 'look', 'care']
const sweepPlace = ({ region, side }: Stop): number => (region === null ? -1 : indexAt(region, side))

/** An emergency before anything else, then the most urgent; what is as urgent, in the order of the sweep. */
export const byUrgency = (a: Stop, b: Stop): number =>
  Number(b.code === 'skin-emergency') - Number(a.code === 'skin-emergency') ||
  URGENT_FIRST.indexOf(a.action) - URGENT_FIRST.indexOf(b.action) ||
  sweepPlace(a) - sweepPlace(b)

const place = (index: PlaceIndex): Pick<Stop, 'region' | 'side'> => {
  const { region, side } = REGION_SIDES[index]!
  return { region, side }
}

const isCatching = (id: FindingId): id is CatchingId => findingKind(id).catching

/** What ends the groom before it begins (rule 3): any skin 4, and what may be catching. */
export function groomStops({ sheet }: Assessment): (StopOf<'skin-emergency'> | StopOf<'catching'>)[] {
  const stops: (StopOf<'skin-emergency'> | StopOf<'catching'>)[] = []
  for (const [index, scores] of sheet.entries()) {
    if (skinScore(scores) === 4) stops.push({ code: 'skin-emergency', action: 'refer', ...place(index), values: {} })
    for (const { id } of scores.findings)
      if (isCatching(id)) stops.push({ code: 'catching', action: 'stop', ...place(index), values: { finding: id } })
  }
  return stops
}

const HEALTH_CARE = ['heart', 'breathing', 'seizures', 'weak-hind', 'pregnant', 'diabetic', 'deaf', 'blind'] as const
export const CARED_FOR = ['brachycephalic', 'allergy', ...HEALTH_CARE] as const
export type CaredFor = (typeof CARED_FOR)[number]

/** What each place and this dog ask for while the groom goes on. */
export function careStops(states: readonly SideState[], { dog, sheet }: Assessment): Stop[] {
  const stops: Stop[] = []
  for (const state of states) {
    const here = place(state.index)
    const scores = sheet[state.index]!
    if (state.scored && state.mat === 4) stops.push({ code: 'skin-under-felt', action: 'care', ...here, values: {} })
    const catching = scores.findings.some(({ id }) => isCatching(id))
    if (state.skin === 3 && !catching && skinScore(scores) !== null && isBroken(scores))
      stops.push({ code: 'skin-broken', action: 'avoid', ...here, values: {} })
    else if (state.skin === 2) stops.push({ code: 'skin-sore', action: 'care', ...here, values: {} })
    for (const { id, sizeMm } of scores.findings)
      if (!isCatching(id) && findingKind(id).skin >= 2)
        stops.push({
          code: 'seen',
          action:
            (id === 'surgery-site' && scarAt(scores, dog) === 'not-cleared') || findingKind(id).vet === 'place'
              ? 'avoid'
              : 'care',
          ...here,
          values: { finding: id, sizeMm },
        })
  }
  const flags: CaredFor[] = [
    ...(hasShortSkull(dog) ? (['brachycephalic'] as const) : []),
    ...HEALTH_CARE.filter((flag) => dog.health.includes(flag)),
    ...(allergyUnnamed(dog) ? (['allergy'] as const) : []),
  ]
  stops.push(...flags.map((flag) => wholeDog('health', 'care', { flag })))
  if (wasShaved(dog)) stops.push(wholeDog('coat-past', 'care', { past: 'shaved' }))
  if (isWoolly(dog)) stops.push(wholeDog('coat-past', 'care', { past: 'woolly' }))
  if (dog.temperament === 'bites') stops.push(wholeDog('temper-bites', 'care', {}))
  return stops
}
