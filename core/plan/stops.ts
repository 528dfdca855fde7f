import { REGION_SIDES, type RegionId, type Side } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { hasShortSkull, scarAt } from '../dog/facts.ts'
import { findingKind } from '../scores/findings.ts'
import { skinScore } from '../scores/sheet.ts'
import type { SideState } from './side-state.ts'

export type StopAction = 'stop' | 'refer' | 'avoid' | 'care' | 'try-first' | 'look'

export interface Stop {
  readonly code: string
  readonly action: StopAction
  readonly region: RegionId | null
  readonly side: Side | null
  /** Figures and ids that the sentence needs. */
  readonly values: Readonly<Record<string, string | number>>
}

const URGENT_FIRST: readonly StopAction[] = ['stop', 'refer', 'avoid', 'try-first', 'look', 'care']
const sweepPlace = ({ region, side }: Stop): number =>
  region === null ? -1 : REGION_SIDES.findIndex((place) => place.region === region && place.side === side)

/** The most urgent first; what is as urgent, in the order of the sweep. */
export const byUrgency = (a: Stop, b: Stop): number =>
  URGENT_FIRST.indexOf(a.action) - URGENT_FIRST.indexOf(b.action) || sweepPlace(a) - sweepPlace(b)

const place = (index: number): Pick<Stop, 'region' | 'side'> => {
  const { region, side } = REGION_SIDES[index]!
  return { region, side }
}

/** What ends the groom before it begins (rule 3): any skin 4, and what may be catching. */
export function groomStops({ sheet }: Assessment): Stop[] {
  return sheet.flatMap((scores, index): Stop[] => {
    const catching = scores.findings.filter(({ id }) => findingKind(id).catching)
    const stops = catching.map(
      ({ id }): Stop => ({ code: id, action: 'stop', ...place(index), values: { finding: id } }),
    )
    return skinScore(scores) === 4
      ? [{ code: 'skin-emergency', action: 'refer', ...place(index), values: {} }, ...stops]
      : stops
  })
}

const HEALTH_CARE = ['heart', 'breathing', 'seizures', 'weak-hind', 'pregnant', 'diabetic'] as const

/** What each place and this dog ask for while the groom goes on. */
export function careStops(states: readonly SideState[], { dog, sheet }: Assessment): Stop[] {
  const stops: Stop[] = []
  for (const state of states) {
    const here = place(state.index)
    const scores = sheet[state.index]!
    if (state.scored && state.mat === 4) stops.push({ code: 'skin-under-felt', action: 'care', ...here, values: {} })
    const catching = scores.findings.some(({ id }) => findingKind(id).catching)
    if (state.skin === 3 && !catching && skinScore(scores) !== null)
      stops.push({ code: 'skin-broken', action: 'avoid', ...here, values: {} })
    else if (state.skin === 2) stops.push({ code: 'skin-sore', action: 'care', ...here, values: {} })
    for (const finding of scores.findings)
      if (!findingKind(finding.id).catching && findingKind(finding.id).skin >= 2)
        stops.push({
          code: `seen-${finding.id}`,
          action: finding.id === 'surgery-site' && scarAt(scores, dog) === 'not-cleared' ? 'avoid' : 'care',
          ...here,
          values: { finding: finding.id, ...(finding.sizeMm === null ? {} : { sizeMm: finding.sizeMm }) },
        })
  }
  const whole = { region: null, side: null, values: {} } as const
  if (hasShortSkull(dog)) stops.push({ code: 'health-brachycephalic', action: 'care', ...whole })
  for (const flag of HEALTH_CARE)
    if (dog.health.includes(flag)) stops.push({ code: `health-${flag}`, action: 'care', ...whole })
  if (dog.temperament === 'bites') stops.push({ code: 'temper-bites', action: 'care', ...whole })
  return stops
}
