import type { HomeCare, HomeNote, HomeTool } from '../../core/index.ts'
import { REGION_SIDES } from '../../core/index.ts'
import { placesText } from './bench.ts'

export const HOME_TOOL_LABEL: Record<HomeTool, string> = {
  'slicker-soft': 'a soft slicker',
  'slicker-long-pin': 'a long-pin slicker',
  'slicker-firm': 'a firm slicker',
  'pin-brush': 'a pin brush without ball tips',
  'bristle-brush': 'a bristle brush',
  'rubber-mitt': 'a rubber mitt',
  rake: 'an undercoat rake',
  'metal-comb-medium': 'a metal comb',
  'metal-comb-wide': 'a wide metal comb',
}

const HOME_NOTE_TEXT: Record<HomeNote, string> = {
  'toes-up': 'Start at the toes and work up, a hand’s width at a time.',
  'skin-out': 'Part the coat and brush from the skin out, not over the top.',
  'comb-last': 'The comb last, down to the skin: where it stops, brush again.',
  'mist-first': 'Mist the coat first; never brush it bone dry.',
  'dry-after-swim': 'After a swim: rinse, towel, and comb before it dries.',
  'harness-off': 'Coat and harness off at home: they rub knots in.',
  'no-scissors': 'A knot that will not give: leave it to us, no scissors.',
  'part-cords': 'Part the cords by hand each week; no brush.',
  'bath-here-in-shedding': 'When it sheds, come for a bath and blow-out: it takes most of it at once.',
  'conditioner-on-brush': 'A little detangler on the brush.',
}

/** "3 times a week"; nothing for never. */
export const timesAWeekText = (perWeek: number): string =>
  perWeek === 0 ? '' : perWeek === 1 ? 'once a week' : perWeek >= 7 ? 'every day' : `${perWeek} times a week`

const joined = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`

/** What the owner does at home, in their words: tool, how often, where, how, and what it buys. */
export function homeLines({
  tools,
  places,
  perWeek,
  nowPerWeek,
  weeksNow,
  weeksThen,
  free,
  how,
  notes,
}: HomeCare): string[] {
  const indexes = REGION_SIDES.filter(({ region }) => places.includes(region)).map(({ index }) => index)
  const often = timesAWeekText(perWeek)
  return [
    ...(tools.length > 0
      ? [
          `${joined(tools.map((tool) => HOME_TOOL_LABEL[tool]))}${
            often ? `, ${often}, ${how === 'leg-a-day' ? 'a leg a day' : 'ten minutes'}` : ''
          }.`,
        ]
      : []),
    ...(indexes.length > 0 ? [`Look first at ${placesText(indexes, 5)}: that is where it mats.`] : []),
    ...notes.map((note) => HOME_NOTE_TEXT[note]),
    ...(perWeek > nowPerWeek && weeksThen > weeksNow
      ? [`Brushed to the skin ${often}, the next visit can wait ${weeksThen} weeks instead of ${weeksNow}.`]
      : perWeek > nowPerWeek
        ? [`Brushed to the skin ${often}, it comes back ${free ? 'nearly free of' : 'with fewer'} knots.`]
        : []),
  ].map((line) => line.charAt(0).toUpperCase() + line.slice(1))
}
