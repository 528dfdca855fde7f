import { figureOf, findBreed, hasShortSkull } from '../../core/index.ts'
import type { Arrival } from '../api/visit-card.ts'
import { askedFor, dogOf, wishesOf } from '../formats/read-assessment.ts'
import { EXTRA_LABEL } from './extras.ts'
import { mmText } from './figures.ts'
import { timesAWeekText } from './home.ts'
import {
  COLOUR_LABEL,
  EARS_LABEL,
  HANDS_LABEL,
  HEALTH_LABEL,
  KEEP_LABEL,
  MODIFIER_LABEL,
  PART_NAMES,
  STYLE_WISH_LABEL,
  TAIL_LABEL,
  TEMPERAMENT_LABEL,
  TOLERANCE_LABEL,
} from './labels.ts'
import { COAT_LABEL, capital } from './named.ts'
import { patternText } from './patterns.ts'

/** What is known of a dog that comes again, a line for each part of its arrival; what is nothing special is left out. */
export interface ArrivalLines {
  readonly temper: string
  readonly health: string
  readonly wishes: string
  readonly skin: string
  readonly coat: string
  readonly looks: string
}

const said = (parts: readonly (string | false | null | undefined)[], nothing: string): string =>
  capital(parts.filter(Boolean).join(', ') || nothing)

function temperLine({ dog }: Arrival): string {
  const {
    temperament = 'unknown',
    dryerTolerance = 'unknown',
    faceTolerance = 'unknown',
    nailTolerance = 'unknown',
  } = dog
  const hard = (what: string, how: typeof dryerTolerance, label: typeof HANDS_LABEL): string | false =>
    (how === 'low-only' || how === 'none') && `${what} ${label[how]}`
  const asked = [dryerTolerance, faceTolerance, nailTolerance]
  return said(
    [
      temperament === 'unknown' ? 'temper not known' : TEMPERAMENT_LABEL[temperament],
      hard('the dryer', dryerTolerance, TOLERANCE_LABEL),
      hard('hands at the face', faceTolerance, HANDS_LABEL),
      hard('nails', nailTolerance, HANDS_LABEL),
      asked.every((how) => how === 'fine') && 'takes dryer, hands and nails',
    ],
    '',
  )
}

function healthLine(arrival: Arrival): string {
  const dog = dogOf(arrival)
  const { surgery } = dog
  return said(
    [
      ...dog.health
        .filter((flag) => flag !== 'brachycephalic' && !(flag === 'recent-surgery' && surgery))
        .map((flag) => HEALTH_LABEL[flag]),
      hasShortSkull(dog) && HEALTH_LABEL.brachycephalic,
      surgery && `surgery ${surgery.daysAgo} days ago, ${surgery.cleared ? 'cleared' : 'not cleared'} by the vet`,
    ],
    'nothing told',
  )
}

function wishesLine(arrival: Arrival): string {
  const { keepLength, style, targetMm, pattern, homeBrushing, swims, wearsCoat } = wishesOf(arrival)
  const { extras, note } = askedFor(arrival.wishes)
  return said(
    [
      KEEP_LABEL[keepLength],
      STYLE_WISH_LABEL[style].toLowerCase(),
      ...(['body', 'legs', 'head'] as const).map((part) => {
        const mm = targetMm[part]
        return mm !== undefined && `${part} to ${mmText(mm)} mm`
      }),
      pattern && patternText(pattern).toLowerCase(),
      ...extras.map((extra) => EXTRA_LABEL[extra].toLowerCase()),
      homeBrushing !== null &&
        (homeBrushing.perWeek === 0
          ? 'not brushed at home'
          : `brushed ${timesAWeekText(homeBrushing.perWeek)} ${homeBrushing.toSkin ? 'to the skin' : 'on top'}`),
      swims && 'swims',
      wearsCoat && 'wears coat or harness',
      note && `“${note}”`,
    ],
    '',
  )
}

function skinLine(arrival: Arrival): string {
  const { daysSinceSpotOn, allergies, prescribed } = dogOf(arrival)
  return said(
    [
      daysSinceSpotOn !== null && `spot-on ${daysSinceSpotOn} days ago`,
      allergies.length > 0 && `allergic to ${allergies.join(', ')}`,
      prescribed && `a wash prescribed by the vet, ${prescribed.dwellMin} min on`,
    ],
    'nothing told',
  )
}

function coatLine({ dog }: Arrival): string {
  const { breed, coatType, lengthMm = {} } = dog
  return said(
    [
      breed && findBreed(breed)?.name,
      COAT_LABEL[coatType].toLowerCase(),
      ...PART_NAMES.map(([part, label]) => {
        const mm = lengthMm[part]
        return mm !== undefined && `${label.toLowerCase()} ${mmText(mm)} mm`
      }),
    ],
    '',
  )
}

function looksLine({ dog }: Arrival): string {
  const { density = 'normal', modifiers = [] } = dog
  const { colour, ears, tail } = figureOf(dog)
  return said(
    [
      density !== 'normal' && `${density} for its type`,
      ...modifiers.map((modifier) => MODIFIER_LABEL[modifier]),
      COLOUR_LABEL[colour].toLowerCase(),
      `ears ${EARS_LABEL[ears].toLowerCase()}`,
      `tail ${TAIL_LABEL[tail].toLowerCase()}`,
    ],
    '',
  )
}

/** Each part of an arrival in a line, as it stands. */
export const arrivalLines = (arrival: Arrival): ArrivalLines => ({
  temper: temperLine(arrival),
  health: healthLine(arrival),
  wishes: wishesLine(arrival),
  skin: skinLine(arrival),
  coat: coatLine(arrival),
  looks: looksLine(arrival),
})
