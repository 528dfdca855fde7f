import type { DayCost, EstimateId, StageId, WhyStep } from '../../core/index.ts'
import type { DayDog, Waiting } from '../api/planning.ts'
import type { WishedTimes } from '../formats/wished-times.ts'
import { dateOf, dayText, instantAt, SHORT_WEEKDAYS, timeText } from './dates.ts'

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

/** What a plan of a day is weighed by, in the order of its weight, and the number of the house behind each. */
export const WEIGHED_BY: readonly {
  readonly part: Exclude<keyof DayCost, 'total'>
  readonly label: string
  readonly id: EstimateId
}[] = [
  { part: 'late', label: 'Later than it was booked for', id: 'day.late' },
  { part: 'over', label: 'People beyond their hours', id: 'day.over' },
  { part: 'told', label: 'Later than its people were told', id: 'day.told' },
  { part: 'cap', label: 'Dogs in the house too long', id: 'day.cap' },
  { part: 'waiting', label: 'Dogs that wait', id: 'day.waiting' },
  { part: 'hands', label: 'Hands the dog does not know', id: 'day.stranger' },
  { part: 'unease', label: 'Dried beside another dryer, or waiting without a pen', id: 'day.beside' },
  { part: 'end', label: 'How late the day ends', id: 'day.end' },
]

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

/** When a dog's people can come: "Tue, Thu; from 14:00"; empty where any time suits. */
export function wishedTimesText({ days, notBefore, notAfter }: WishedTimes): string {
  const on = days.map((day) => SHORT_WEEKDAYS[day - 1]!).join(', ')
  const clock = (time: string): string => timeText(instantAt(dateOf(0), time))
  const at =
    notBefore && notAfter
      ? `between ${clock(notBefore)} and ${clock(notAfter)}`
      : notBefore
        ? `from ${clock(notBefore)}`
        : notAfter
          ? `until ${clock(notAfter)}`
          : ''
  return [on, at].filter(Boolean).join('; ')
}

/** How much a dog that waits needs its visit: "Last here 4 Mar 2026; mats about 14, due at 10." */
export function needText({ need }: Pick<Waiting, 'need'>): string {
  if (!need) return 'Never groomed here.'
  const { lastAt, index, due } = need
  const by = index >= due ? 'overdue' : `due at ${Math.round(due)}`
  return `Last here ${dayText(lastAt)}; mats about ${Math.round(index)} of 100 by now, ${by}.`
}
