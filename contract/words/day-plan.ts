import type { StageId, WhyStep } from '../../core/index.ts'
import type { DayDog, Waiting } from '../api/planning.ts'
import { dayText, timeText } from './dates.ts'

export const STAGE_LABEL: Readonly<Record<StageId, string>> = {
  look: 'Look',
  prepare: 'Before the bath',
  bath: 'Bath',
  dry: 'Dry',
  cut: 'Coat and cut',
}

export const SKILL_LABEL: Readonly<Record<string, string>> = {
  coat: 'Coat work',
  bath: 'Bath',
  dry: 'Drying',
  cut: 'Cut',
}

export const PLACE_KIND_LABEL: Readonly<Record<string, string>> = { tub: 'Tub', table: 'Table', pen: 'Pen' }

export const KNOWN_LABEL: Readonly<Record<DayDog['known'], string>> = {
  told: 'by what its owner said',
  seen: 'by what was found today',
  'last-time': 'as long as last time',
  usual: 'by the time that was booked',
}

/** Why a step stands where it stands: "the tub is with Kettle until then". */
export function whyText(why: WhyStep, nameOf: (id: string) => string): string {
  switch (why.code) {
    case 'begun':
      return 'has begun'
    case 'arrives':
      return 'as soon as it is here'
    case 'goes-on':
      return 'straight on'
    case 'break':
      return 'after the break'
    case 'now':
      return 'as soon as can be'
    case 'in-turn':
      return 'in its turn'
    case 'place':
      return `${nameOf(why.unit)} is with ${nameOf(why.job)} until then`
    case 'hands':
      return `${nameOf(why.unit)} is with ${nameOf(why.job)} until then`
  }
}

/** What is said on the telephone, or sent: never more than that it is later, and by when. */
export const laterWords = (dog: string, by: Date, latest: Date): string =>
  `${dog} will be ready a little later today: by ${timeText(by)}, at the latest ${timeText(latest)}.`

export const promiseWords = (by: Date, latest: Date): string => `by ${timeText(by)}, at the latest ${timeText(latest)}`

/** How much a dog that waits needs its visit: "Last here 4 Mar 2026; mats about 14, due at 10." */
export function needText({ need }: Pick<Waiting, 'need'>): string {
  if (!need) return 'Never groomed here.'
  const { lastAt, index, due } = need
  const by = index >= due ? 'overdue' : `due at ${Math.round(due)}`
  return `Last here ${dayText(lastAt)}; mats about ${Math.round(index)} of 100 by now, ${by}.`
}
