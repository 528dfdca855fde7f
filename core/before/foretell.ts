import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { CARDED_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { planWhole } from '../groom/whole.ts'
import type { House } from '../numbers/estimates.ts'
import { normal, normalQuantile } from '../numbers/normal.ts'
import type { Minutes } from '../numbers/units.ts'
import type { VerdictName } from '../plan/names.ts'
import type { GroomTotal } from '../plan/plan-shape.ts'
import { type PriceList, quoteOfPlan } from '../price/quote.ts'
import { triangular } from '../questions/odds.ts'
import type { Score } from '../scores/scales.ts'
import { type Sheet, UNSCORED } from '../scores/sheet.ts'
import { COMB_PLACES, type CombPlace, type CombTest, combPlaceOf, levelSaid, type OwnersWord } from './comb-test.ts'

/** What an owner said before the visit of how the coat is. */
export interface SaidBefore {
  readonly comb: CombTest
  /** Weeks since it was last groomed by somebody whose trade it is; null where not known. */
  readonly weeksSince: number | null
  readonly brushing: { readonly perWeek: number; readonly toSkin: boolean } | null
}

export interface Expected {
  readonly low: number
  readonly middle: number
  readonly high: number
}

/** What is to be expected of a dog that nobody has had hands on. */
export interface Foretold {
  /** Verdicts by how likely they are, the likeliest first. */
  readonly verdicts: readonly { readonly name: VerdictName; readonly chance: number }[]
  /** Hands on the whole groom, min: eight of ten such dogs lie between low and high. Null where it goes to a vet. */
  readonly minutes: Expected | null
  /** What it costs by the list, hundredths of the currency. */
  readonly price: Expected | null
  /** A slot that four of five such dogs fit into, min, in quarters of an hour. */
  readonly slotMinutes: Minutes | null
  /** The parts of a groom, min, as they are on average. */
  readonly parts: GroomTotal['parts'] | null
  /** Places to put hands on first, the worst answer first. */
  readonly lookFirst: readonly CombPlace[]
}

const LOW = 0.1
const HIGH = 0.9
const FITS = 0.8
const QUARTER = 15
const WORST = 4
const PARTS = ['coat', 'bath', 'dry', 'cut', 'last'] as const

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
const expectedOf = (values: readonly number[]): Expected | null => {
  const sorted = values.toSorted((a, b) => a - b)
  return sorted.length === 0 ? null : { low: at(sorted, LOW), middle: at(sorted, 0.5), high: at(sorted, HIGH) }
}

/** The mat score to expect from brushing alone, where no comb was tried. */
function levelOfBrushing({ brushing }: SaidBefore, house: House): number {
  if (!brushing || brushing.perWeek === 0) return house['before.unbrushed']
  const often = Math.min(1, brushing.perWeek / house['before.often'])
  const best = brushing.toSkin ? house['before.brushed'] : house['before.brushed-on-top']
  return house['before.unbrushed'] + often * (best - house['before.unbrushed'])
}

/** What was said of each place; places that were not tried are as those that were, and better where nothing rubs. */
function levelsSaid(said: SaidBefore, house: House): number[] {
  const tried = COMB_PLACES.flatMap((place) => {
    const result = said.comb[place]
    return result ? [levelSaid(result, house)] : []
  })
  const usual =
    tried.length > 0 ? tried.reduce((sum, level) => sum + level, 0) / tried.length : levelOfBrushing(said, house)
  return REGION_SIDES.map(({ region }) => {
    const place = combPlaceOf(region)
    const result = place && said.comb[place]
    if (result) return levelSaid(result, house)
    return REGIONS[region].rub ? usual : usual * house['before.open']
  })
}

/** Chances of undercoat 0 to 4: a coat that sheds packs with the weeks. */
function undercoatChances({ dog }: Assessment, { weeksSince }: SaidBefore, house: House): number[] {
  if (!CARDED_COATS.has(dog.coatType)) return triangular(0)
  const weeks = weeksSince ?? house['before.weeks']
  return triangular(Math.min(3, 1 + weeks / house['before.packs-weeks']))
}

const drawn = (chances: readonly number[], random: () => number): Score => {
  let u = random()
  let score = 0
  while (score < WORST && u >= chances[score]!) u -= chances[score++]!
  return score as Score
}

/**
 * What is to be expected by what the owner says: seeded draws of the whole sheet about it, each planned as a dog with that
 * sheet would be. Owners see what they hope for; the bias and spread of their words are learnt. Both are shared half by
 * all places of a dog, for it is one owner who said it.
 * @param about the dog and wishes as they are in the book; its sheet is not read
 * @param draws dogs that are planned, some hundredths of a second each; it pauses after every one
 */
export function* foretelling(
  about: Assessment,
  said: SaidBefore,
  word: OwnersWord,
  prices: PriceList,
  house: House,
  draws: number,
  random: () => number,
): Generator<void, Foretold> {
  const levels = levelsSaid(said, house)
  const undercoat = undercoatChances(about, said, house)
  const shared = Math.sqrt(house['before.shared'])
  const own = Math.sqrt(1 - house['before.shared'])
  const counts = new Map<VerdictName, number>()
  const minutes: Minutes[] = []
  const totals: number[] = []
  const parts = { coat: 0, bath: 0, dry: 0, cut: 0, last: 0 }
  for (let draw = 0; draw < draws; draw++) {
    // Stratified: of so many owners one stands in each part of the distribution, so that few draws say much.
    const ofOwner = word.bias + word.spread * shared * normalQuantile((draw + random()) / draws)
    const offOf = new Map<string, number>()
    const packed = drawn(undercoat, random)
    const sheet: Sheet = REGION_SIDES.map(({ index, region }) => {
      // The two sides of a dog, and the toes of four paws, are much alike.
      const key = combPlaceOf(region) ?? region
      if (!offOf.has(key)) offOf.set(key, word.spread * own * normal(random))
      const level = levels[index]! + ofOwner + offOf.get(key)!
      const mat = Math.max(0, Math.min(WORST, Math.round(level))) as Score
      return { ...UNSCORED, mat, undercoat: packed, condition: 1, skin: 0 }
    })
    const plan = planWhole({ ...about, sheet }, house)
    yield
    counts.set(plan.verdict.choice, (counts.get(plan.verdict.choice) ?? 0) + 1)
    if (plan.verdict.choice === 'refer' || !plan.groom) continue
    minutes.push(plan.groom.minutes)
    for (const part of PARTS) parts[part] += plan.groom.parts[part]
    totals.push(quoteOfPlan(about.dog, plan, prices).total)
  }
  const fits =
    minutes.length > 0
      ? at(
          minutes.toSorted((a, b) => a - b),
          FITS,
        )
      : null
  return {
    verdicts: [...counts]
      .map(([name, count]) => ({ name, chance: count / draws }))
      .sort((a, b) => b.chance - a.chance || a.name.localeCompare(b.name)),
    minutes: expectedOf(minutes),
    price: expectedOf(totals),
    slotMinutes: fits === null ? null : Math.ceil(fits / QUARTER) * QUARTER,
    parts:
      minutes.length === 0
        ? null
        : {
            coat: parts.coat / minutes.length,
            bath: parts.bath / minutes.length,
            dry: parts.dry / minutes.length,
            cut: parts.cut / minutes.length,
            last: parts.last / minutes.length,
          },
    lookFirst: COMB_PLACES.filter((place) => said.comb[place] !== undefined && said.comb[place] !== 'through').sort(
      (a, b) => levelSaid(said.comb[b]!, house) - levelSaid(said.comb[a]!, house),
    ),
  }
}

/** The same in one go. */
export function foretell(...given: Parameters<typeof foretelling>): Foretold {
  const steps = foretelling(...given)
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value
  }
}
