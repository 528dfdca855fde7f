import { REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import { type CoatType, CURLED_COATS, DROP_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import { findingKind } from '../scores/findings.ts'
import { type CareRow, careTable } from './forecast.ts'

export const HOME_TOOLS = [
  'slicker-soft',
  'slicker-long-pin',
  'slicker-firm',
  'pin-brush',
  'bristle-brush',
  'rubber-mitt',
  'rake',
  'metal-comb-medium',
  'metal-comb-wide',
] as const
export type HomeTool = (typeof HOME_TOOLS)[number]

export const HOME_NOTES = [
  'toes-up',
  'skin-out',
  'comb-last',
  'mist-first',
  'dry-after-swim',
  'harness-off',
  'no-scissors',
  'part-cords',
  'bath-here-in-shedding',
  'conditioner-on-brush',
] as const
export type HomeNote = (typeof HOME_NOTES)[number]

/** What the owner does at home until the next visit. */
export interface HomeCare {
  readonly tools: readonly HomeTool[]
  /** Where it mats first on this dog, worst first. */
  readonly places: readonly RegionId[]
  /** To the skin. */
  readonly perWeek: number
  readonly nowPerWeek: number
  /** Weeks to the next visit as they brush now, and as asked. */
  readonly weeksNow: number
  readonly weeksThen: number
  /** Whether a dog brushed as asked is to come back nearly free of mats. */
  readonly free: boolean
  /** Ten minutes a time, or a leg a day on a big dog. */
  readonly how: 'ten-minutes' | 'leg-a-day'
  readonly notes: readonly HomeNote[]
  readonly nailsWeeks: number
}

const TOOLS: Readonly<Record<CoatType, readonly HomeTool[]>> = {
  smooth: ['rubber-mitt'],
  double: ['slicker-firm', 'rake', 'metal-comb-wide'],
  silky: ['pin-brush', 'metal-comb-medium'],
  'drop-double': ['pin-brush', 'metal-comb-medium'],
  feathered: ['slicker-soft', 'metal-comb-medium'],
  curly: ['slicker-long-pin', 'metal-comb-medium'],
  cotton: ['slicker-soft', 'metal-comb-medium'],
  wire: ['slicker-firm', 'metal-comb-medium'],
  corded: [],
  hairless: ['bristle-brush'],
}
const MOST_PLACES = 5

/** Places by what was found there, then by friction; only where there is coat to brush. */
function placesOf({ sheet }: Assessment, outlineMm: readonly Millimetres[], house: House): RegionId[] {
  const worst = new Map<RegionId, number>()
  for (const { index, region } of REGION_SIDES) {
    if ((outlineMm[index] ?? 0) < house['home.short']) continue
    const weight = (sheet[index]!.mat ?? 0) + (REGIONS[region].rub ? 0.5 : 0)
    worst.set(region, Math.max(worst.get(region) ?? 0, weight))
  }
  return [...worst]
    .filter(([, weight]) => weight > 0)
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_PLACES)
    .map(([region]) => region)
}

/**
 * Care at home that fits this coat and these owners: the fewest brushings that buy time, or where none does those after
 * which the dog comes back nearly free of mats; not more than the owner can be asked for at once.
 * @param leftIndex mat index at check-out
 */
export function homeCareOf(
  assessment: Assessment,
  leftIndex: number,
  outlineMm: readonly Millimetres[],
  house: House,
): HomeCare {
  const { dog, wishes, sheet } = assessment
  const table = careTable(assessment, leftIndex, outlineMm, house)
  const now = wishes.homeBrushing?.toSkin ? wishes.homeBrushing.perWeek : 0
  const weeksNow = table.findLast(({ perWeek }) => perWeek <= now)!.next.weeks
  // From what they do on, and not more than they can be asked for at once: the fewest brushings that buy the most.
  const reachable = table.filter(({ perWeek }) => perWeek >= now && perWeek <= now + house['home.more'])
  const most = Math.max(weeksNow, ...reachable.map(({ next }) => next.weeks))
  const isFree = ({ next }: CareRow): boolean => next.indexThen <= house['home.free']
  const asked =
    most >= weeksNow + house['home.gain']
      ? reachable.find(({ next }) => next.weeks >= most)
      : (reachable.find(isFree) ?? reachable.at(-1))
  const cords = dog.coatType === 'corded'
  const overgrown = sheet.some(({ findings }) => findings.some(({ id }) => findingKind(id).after === 'nails-soon'))
  const said: [boolean, HomeNote][] = [
    [!cords && dog.coatType !== 'smooth', 'toes-up'],
    [!cords, 'skin-out'],
    [TOOLS[dog.coatType].some((tool) => tool.startsWith('metal-comb')), 'comb-last'],
    [DROP_COATS.has(dog.coatType), 'mist-first'],
    [CURLED_COATS.has(dog.coatType), 'conditioner-on-brush'],
    [wishes.swims, 'dry-after-swim'],
    [wishes.wearsCoat, 'harness-off'],
    [cords, 'part-cords'],
    [dog.coatType === 'double', 'bath-here-in-shedding'],
    [dog.coatType !== 'smooth' && dog.coatType !== 'hairless', 'no-scissors'],
  ]
  return {
    tools: TOOLS[dog.coatType],
    places: placesOf(assessment, outlineMm, house),
    perWeek: asked?.perWeek ?? now,
    nowPerWeek: now,
    weeksNow,
    weeksThen: most,
    free: asked !== undefined && isFree(asked),
    how: bodySurfaceM2(dog.weightKg) > house['home.area'] ? 'leg-a-day' : 'ten-minutes',
    notes: said.filter(([applies]) => applies).map(([, note]) => note),
    nailsWeeks: house[overgrown ? 'nails.overgrown' : 'nails.weeks'],
  }
}
