import type { Changed, Flip, Odds } from '../../core/index.ts'
import { REGION_SIDES, type RegionId, type Score, type StyleWish, type Temperament } from '../../core/index.ts'
import { mmText } from './figures.ts'
import {
  capital,
  KEEP_LABEL,
  placeName,
  REGION_LABEL,
  SCORE_WORD,
  STYLE_WISH_LABEL,
  TEMPERAMENT_LABEL,
  TREATMENT_LABEL,
} from './labels.ts'
import { listed } from './sentences.ts'

const MOST_PLACES = 3

const whole = (region: RegionId): boolean => REGION_SIDES.filter((place) => place.region === region).length === 1

/** Where a change is: one side, either side, both sides. */
function place(flips: readonly Flip[]): string {
  const { region, side } = flips[0]!
  const id = region as RegionId
  const name = REGION_LABEL[id]
  if (whole(id)) return `the ${name}`
  if (side === null) return `both sides of the ${name}`
  if (flips.length > 1 && new Set(flips.map((flip) => flip.side)).size > 1) return `either ${name}`
  return `the ${placeName(id, side)}`
}

const scoreWord = (scale: 'mat' | 'undercoat' | 'skin', score: number | string): string =>
  `${score} (${SCORE_WORD[scale][Number(score) as Score][0]})`

/** One change, or the same on several places, as a groomer would say it. */
export function flipText(flips: readonly Flip[]): string {
  const { what, score, from, to, becomes, region } = flips[0]!
  if (what === 'score' && becomes === 'refer') return `If the skin anywhere were ${scoreWord('skin', to)}`
  switch (what) {
    case 'score': {
      const scale = score as 'mat' | 'undercoat' | 'skin'
      const regions = [...new Set(flips.map((flip) => flip.region as RegionId))]
      if (scale === 'skin' && regions.length > 1)
        return `If the skin at ${listed(
          regions.map((id) => REGION_LABEL[id]),
          MOST_PLACES,
        ).replace(' and ', ' or ')} were ${scoreWord(scale, to)} and not ${from}`
      const of = scale === 'mat' ? '' : scale === 'undercoat' ? ' undercoat' : ' skin'
      const are = flips[0]!.side === null && !whole(region as RegionId) ? 'were' : 'was'
      return `If ${place(flips)}${of} ${are} ${scoreWord(scale, to)} and not ${from}`
    }
    case 'standoff':
      return `If there were ${mmText(Number(to))} mm of free hair under the mat at ${place(flips)}, not ${mmText(Number(from))}`
    case 'wish':
      return score === 'keepLength'
        ? `If the owner said: ${KEEP_LABEL[to as 0 | 1 | 2 | 3].toLowerCase()}`
        : `If the owner wished: ${STYLE_WISH_LABEL[to as StyleWish].toLowerCase()}`
    case 'temper':
      return `If the dog were ${TEMPERAMENT_LABEL[to as Temperament].toLowerCase()}`
    case 'slot':
      return `With a slot of ${to} minutes, not ${from}`
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
