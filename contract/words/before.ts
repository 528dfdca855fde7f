import type { CombPlace, CombResult, Foretold } from '../../core/index.ts'
import { moneyText } from './consent.ts'
import { dayAndTimeText } from './dates.ts'
import { minutesText, rangeText } from './figures.ts'
import { VERDICT_LABEL } from './named.ts'

export const COMB_PLACE_LABEL: Readonly<Record<CombPlace, string>> = {
  'behind-ears': 'behind the ears',
  armpits: 'in the armpits',
  belly: 'on the belly',
  breeches: 'on the back of the thighs',
  toes: 'on the feet',
}

/** How to try it, said to somebody who never did. Common practice. */
export const COMB_PLACE_HOW: Readonly<Record<CombPlace, string>> = {
  'behind-ears': 'Lift the ear and comb the soft hair behind it, from the skin out.',
  armpits: 'With the dog standing, reach under the front leg where it meets the chest.',
  belly: 'Stroke the belly from the chest back, the comb lying flat.',
  breeches: 'Lift the tail to the side and comb the long hair below it.',
  toes: 'Hold the foot and comb the hair on top of the toes and between them.',
}

export const COMB_RESULT_LABEL: Readonly<Record<CombResult, string>> = {
  through: 'Through',
  stops: 'Gets stuck',
  'not-in': 'Not at all',
}

/** What the comb did, of places: "does not go in behind the ears and in the armpits". */
export const COMB_DID: Readonly<Record<CombResult, string>> = {
  'not-in': 'does not go in',
  stops: 'gets stuck',
  through: 'goes through',
}

export const askBeforeText = (salon: string, name: string, at: Date): string =>
  `${salon}: ${name} is with us on ${dayAndTimeText(at)}. Please let it go for a walk before. Six questions, two minutes, so that we keep enough time; you can also change the visit there:`

export function reminderText(
  salon: string,
  name: string,
  at: Date,
  foretold: Foretold | null,
  currency: string,
): string {
  const expects =
    foretold?.minutes && foretold.price
      ? ` We reckon with ${rangeText(foretold.minutes, minutesText)} minutes and ${rangeText(foretold.price, (amount) => moneyText(amount, currency))}; what it is we know when we have had our hands on it.`
      : ''
  return `${salon}: see you on ${dayAndTimeText(at)} with ${name}. Please let it go for a walk before, and bring its papers.${expects}`
}

/** "Likely a splice (61 %), 95-130 min, EUR 90-120." */
export function foretoldText({ verdicts, minutes, price }: Foretold, currency: string): string {
  const [likely] = verdicts
  if (!likely) return ''
  const chance = `${Math.round(likely.chance * 100)} %`
  return [
    `Likely ${VERDICT_LABEL[likely.name].toLowerCase()} (${chance})`,
    ...(minutes ? [`${rangeText(minutes, minutesText)} min`] : []),
    ...(price ? [rangeText(price, (amount) => moneyText(amount, currency))] : []),
  ].join(', ')
}
