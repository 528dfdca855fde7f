import type { Changed, Flip, FlipScore, Odds } from '../../core/index.ts'
import { REGION_SIDES, type RegionId, type Score } from '../../core/index.ts'
import { mmText } from './figures.ts'
import {
  KEEP_LABEL,
  placeName,
  REGION_LABEL,
  SCORE_WORD,
  STYLE_WISH_LABEL,
  TEMPERAMENT_LABEL,
  TREATMENT_LABEL,
} from './labels.ts'
import { capital } from './named.ts'
import { listed } from './sentences.ts'

const MOST_PLACES = 3

const whole = (region: RegionId): boolean => REGION_SIDES.filter((place) => place.region === region).length === 1

type Placed = Extract<Flip, { region: RegionId }>

/** Where a change is: one side, either side, both sides. */
function place(flips: readonly Placed[]): string {
  const { region, side } = flips[0]!
  const name = REGION_LABEL[region]
  if (whole(region)) return `the ${name}`
  if (side === null) return `both sides of the ${name}`
  if (flips.length > 1 && new Set(flips.map((flip) => flip.side)).size > 1) return `either ${name}`
  return `the ${placeName(region, side)}`
}

const scoreWord = (scale: FlipScore, score: Score): string => `${score} (${SCORE_WORD[scale][score][0]})`

const SCALE_SAID: Readonly<Record<FlipScore, string>> = { mat: '', undercoat: ' undercoat', skin: ' skin' }

/** One change, or the same on several places, as a groomer would say it. */
export function flipText(flips: readonly Flip[]): string {
  const first = flips[0]!
  const places = flips.filter((flip): flip is Placed => 'region' in flip)
  switch (first.what) {
    case 'score': {
      const { score, from, to, becomes, side, region } = first
      if (becomes === 'refer') return `If the skin anywhere were ${scoreWord('skin', to)}`
      const regions = [...new Set(places.map((flip) => flip.region))]
      if (score === 'skin' && regions.length > 1)
        return `If the skin at ${listed(
          regions.map((id) => REGION_LABEL[id]),
          MOST_PLACES,
        ).replace(' and ', ' or ')} were ${scoreWord(score, to)} and not ${from}`
      const are = side === null && !whole(region) ? 'were' : 'was'
      return `If ${place(places)}${SCALE_SAID[score]} ${are} ${scoreWord(score, to)} and not ${from}`
    }
    case 'standoff':
      return `If there were ${mmText(first.to)} mm of free hair under the mat at ${place(places)}, not ${mmText(first.from)}`
    case 'wish':
      return first.wish === 'keepLength'
        ? `If the owner said: ${KEEP_LABEL[first.to].toLowerCase()}`
        : `If the owner wished: ${STYLE_WISH_LABEL[first.to].toLowerCase()}`
    case 'temper':
      return `If the dog were ${TEMPERAMENT_LABEL[first.to].toLowerCase()}`
    case 'slot':
      return `With a slot of ${first.to} minutes, not ${first.from}`
  }
}

/** "about 8 in 10", for a chance. */
export function inTen(chance: number): string {
  if (chance >= 0.975) return 'almost sure'
  if (chance < 0.025) return 'hardly'
  const tenths = Math.round(chance * 10)
  return `about ${Math.max(1, Math.min(9, tenths))} in 10`
}

/** A look settles something only if it is worth walking over for. */
const WORTH = 0.01

/** What to look at next, as said in the sweep; null where no single look would settle anything. */
export function nextLookText(odds: Odds): string | null {
  const [best, second] = odds.looks
  if (!best || best.settles < WORTH) return null
  const { region, side } = REGION_SIDES[best.index]!
  const most = second && second.settles > best.settles * 0.9 ? 'would settle as much as any' : 'would settle most'
  return `${capital(placeName(region, side))} ${most}`
}

const WHY_CHANGED: Record<Changed['why'], string> = {
  scores: 'it was found to be otherwise',
  refused: 'that is not allowed there any more',
  'whole-dog': 'the whole dog comes out better so',
}

/** "Left armpit: brush was planned, now cut out; it was found to be otherwise." */
export function changedText({ index, was, now, why }: Changed): string {
  const { region, side } = REGION_SIDES[index]!
  const what =
    was === now
      ? `still ${TREATMENT_LABEL[now].toLowerCase()}, to another length`
      : `${TREATMENT_LABEL[was].toLowerCase()} was planned, now ${TREATMENT_LABEL[now].toLowerCase()}`
  return `${capital(placeName(region, side))}: ${what}; ${WHY_CHANGED[why]}.`
}
