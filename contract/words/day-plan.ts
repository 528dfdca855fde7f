import type { StageId, WhyStep } from '../../core/index.ts'
import type { DayDog } from '../api/planning.ts'
import { timeText } from './dates.ts'

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
