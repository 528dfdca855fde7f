import { ESTIMATES, type EstimateId, isTime, written } from '../../core/index.ts'
import type { HowRightDoc, LookedBack, Proposed } from '../api/learning.ts'

const figure = (value: number): string => String(written(value))

/** "42 (38 to 47), 31 logs" */
export const learntText = ({ value, low, high, logs }: Omit<Proposed, 'now' | 'id'>): string =>
  `${figure(value)} (${figure(low)} to ${figure(high)}), ${logs} logs`

const BY_HAND: Readonly<Record<string, string>> = { m2: 'm²', m3: 'm³', C: '°C', dBA: 'dB(A)' }

/** A unit as it is read: "min/m²" for min/m2, "a minute" for 1/min, "of the whole" for a share. */
export function unitText(unit: string): string {
  if (unit === '1/min') return 'a minute'
  if (unit === 'share') return 'of the whole'
  return unit.replace(/\b(m2|m3|C|dBA)\b/g, (name) => BY_HAND[name]!)
}

/** "Clipping tight coat takes you 42 min/m², not 35."; "Nails: it takes you 7 min, not 5." */
export function proposalText({ id, value, now }: Pick<Proposed, 'id' | 'value' | 'now'>): string {
  const { unit } = ESTIMATES[id]
  const what = numberName(id)
  const values = `${figure(value)} ${unitText(unit)}, not ${figure(now)}.`
  if (id.startsWith('matting.')) return `${what}: here it mats by ${values}`
  if (id.startsWith('care.')) return `${what}: it leaves ${figure(value)} of the mats here, not ${figure(now)}.`
  if (id.startsWith('price.')) return `${what}: by what you choose it is ${values}`
  if (id.startsWith('factor.')) return `${what}: here they take ${figure(value)} times as long, not ${figure(now)}.`
  if (!isTime(id)) return `${what}: here it is ${values}`
  return id.startsWith('minutes.') ? `${what} takes you ${values}` : `${what}: it takes you ${values}`
}

export const LOOKED_BACK_LABEL: Readonly<Record<LookedBack, string>> = {
  groom: 'Whole grooms',
  coat: 'Coat work',
  dry: 'Drying',
  mats: 'Mats at the next visit',
  promises: 'Promised times',
}

/** "On average it took 8 % longer than we said." */
export function biasText(id: LookedBack, { bias, count }: HowRightDoc): string {
  const percent = Math.round(Math.abs(bias - 1) * 100)
  if (percent === 0) return `On average as we said, over ${count}.`
  const more = bias > 1
  if (id === 'promises')
    return `On average ${percent} % of its stay ${more ? 'later' : 'sooner'} than promised, over ${count} dogs.`
  return id === 'mats'
    ? `On average ${percent} % ${more ? 'more' : 'fewer'} mats than we said, over ${count} visits.`
    : `On average it took ${percent} % ${more ? 'longer' : 'less'} than we said, over ${count} visits.`
}

const IDS = Object.keys(ESTIMATES) as EstimateId[]
const SAME = 'The same'

/** What a number is called by itself: in our list many say "the same" as the one above them, of another coat. */
export function numberName(id: EstimateId): string {
  const { what } = ESTIMATES[id]
  if (!what.startsWith(SAME)) return what
  const above = IDS.slice(0, IDS.indexOf(id)).findLast((one) => !ESTIMATES[one].what.startsWith(SAME))!
  return ESTIMATES[above].what.replace(/: [^:]*$/, '') + what.slice(SAME.length)
}
