import {
  type CoatPart,
  type GoesHome,
  LEGS,
  type Plan,
  type RegionId,
  TRUNK,
  type Treatment,
  vetDecides,
} from '../../core/index.ts'
import { minutesText, mmText, rangeText } from './figures.ts'
import { VERDICT_LABEL, VET_DECIDES_LABEL } from './named.ts'
import { atPlaces, listed } from './sentences.ts'

const MOST = 3

/** Where a treatment goes, as a groomer says it: pairs named once, at most three, then "and n more"; empty for nowhere. */
const at = (plan: Plan, treatment: Treatment): string =>
  atPlaces(
    plan.regions.filter((place) => place.treatment === treatment).map(({ region }) => region),
    MOST,
  )

const PART_WORD: Record<CoatPart, string> = { body: 'body', legs: 'legs', head: 'head', ears: 'ears', tail: 'tail' }

/** "16 mm", or "between 19 and 25 mm" where a part is cut to more than one. */
const lengthText = (fromMm: number, toMm: number): string =>
  mmText(fromMm) === mmText(toMm) ? `${mmText(toMm)} mm` : `between ${mmText(fromMm)} and ${mmText(toMm)} mm`

/** "body and legs to 16 mm, the head to between 19 and 25 mm": parts of one length together. */
function cutTo({ cut }: GoesHome): string {
  const lengths = new Map<string, string[]>()
  for (const { part, fromMm, toMm } of cut) {
    const mm = lengthText(fromMm, toMm)
    lengths.set(mm, [...(lengths.get(mm) ?? []), PART_WORD[part]])
  }
  return listed(
    [...lengths].map(([mm, parts]) => `${listed(parts)} to ${mm}`),
    MOST,
  )
}

/** What blade and shears take at the end, said with what the mats make of it; nothing cut is said only where it is true. */
const endClause = (home: GoesHome): string =>
  home.cut.length > 0
    ? `, then cut: ${cutTo(home)}`
    : home.tidied
      ? ', the outline tidied by shears'
      : home.anyCut
        ? '; only feet and hygiene places are trimmed'
        : ''

/** Cords that no comb goes through, and that nobody brushes out. */
const keepsCords = ({ regions }: Pick<Plan, 'regions'>): boolean =>
  regions.some(({ refused }) => refused.some(({ code }) => code === 'cords-not-brushed'))

/** The verdict in a few words. */
export const verdictLabel = (plan: Plan): string =>
  vetDecides(plan)
    ? VET_DECIDES_LABEL
    : plan.verdict.choice === 'brush-out' && keepsCords(plan)
      ? 'Cords kept'
      : VERDICT_LABEL[plan.verdict.choice]

/**
 * The verdict in one sentence, as one would say it to the owner at the desk.
 * @param home how the dog goes home by this plan
 */
export function verdictSentence(plan: Plan, name: string, home: GoesHome): string {
  const { verdict } = plan
  const work = rangeText(verdict.minutes, minutesText)
  const toGo = plan.regions.some(({ done }) => done) ? ' to go' : ''
  // The whole groom is what anybody waits for; under way only what is left of the coat work is told.
  const time =
    plan.groom && !toGo ? `${minutesText(plan.groom.minutes)} minutes in all` : `${work} minutes of coat work${toGo}`
  const cut = at(plan, 'clip-out')
  const cutClause = cut ? `, mats cut out ${cut}` : ''
  switch (verdict.choice) {
    case 'refer':
      return `${name} is not groomed today: a vet has to see this first.`
    case 'look-first':
      return `${name} has to be looked over before anyone can say.`
    case 'split-visits': {
      const visits = plan.split?.visits.length ?? 0
      if (vetDecides(plan)) return `${name} gets what hurts today; the vet decides on the rest.`
      return visits > 1
        ? `${name} needs ${visits} visits: one would ask more than this dog can give.`
        : `${name} cannot be finished in one visit; comfort comes first.`
    }
    case 'short-all-over':
      return `${name} comes down short all over${lengthClause(plan)}${home.cut.length > 0 ? endClause(home) : ''}: ${time}.`
    case 'keep-places':
      return `${name} keeps its coat, but comes short${lengthClause(plan)} ${at(plan, 'clip')}${cutClause}${home.cut.length > 0 ? endClause(home) : ''}: ${time}.`
    case 'short-legs':
      return `${name}'s legs come down short${lengthClause(plan, LEGS)}${otherPart(plan, home, 'body', 'back')}${home.cut.length > 0 ? endClause(home) : ''}: ${time}.`
    case 'short-body':
      return `${name}'s body comes down short${lengthClause(plan, TRUNK)}${otherPart(plan, home, 'legs', 'foreleg')}${home.cut.length > 0 ? endClause(home) : ''}: ${time}.`
    case 'strip':
      return home.rolled
        ? `${name}'s jacket is rolled by hand, no more this close to the show${endClause(home)}: ${time}.`
        : `${name}'s jacket is stripped by hand${endClause(home)}: ${time}.`
    case 'splice':
      return `${name} keeps the outline; mats are cut out from beneath ${at(plan, 'splice')}${cutClause}${endClause(home)}: ${time}.`
    case 'spot-work': {
      const demat = at(plan, 'demat')
      const splice = at(plan, 'splice')
      const clipped = at(plan, 'clip')
      const parts = [
        demat && `dematted ${demat}`,
        splice && `spliced ${splice}`,
        cut && `mats cut out ${cut}`,
        clipped && `clipped ${clipped}`,
      ]
      const out = at(plan, 'blow-out') ? 'blown out and brushed through' : 'brushed out'
      return `${name} is ${out}, ${parts.filter(Boolean).join(', ')}${endClause(home)}: ${time}.`
    }
    case 'brush-out': {
      if (keepsCords(plan))
        return `${name} keeps its cords, parted by hand${endClause(home) || '; nothing is cut'}: ${time}.`
      const blown = at(plan, 'blow-out')
      return blown
        ? `${name} is blown out ${blown} and brushed through${endClause(home) || '; nothing is cut'}: ${time}.`
        : `${name} is brushed out to the skin${endClause(home) || '; nothing is cut'}: ${time}.`
    }
  }
}

/**
 * The part that does not come shorter than it was wished: kept, or clipped to that wish in the same go; nothing where
 * the cut at the end says it.
 */
function otherPart({ regions }: Plan, { cut }: GoesHome, part: 'body' | 'legs', region: RegionId): string {
  const { treatment, option } = regions.find((one) => one.region === region)!
  const is = part === 'body' ? 'body is' : 'legs are'
  if (treatment === 'clip' && option.leavesMm !== null)
    return `, the ${is} clipped to ${mmText(option.leavesMm)} mm as wished`
  return cut.some((one) => one.part === part) ? '' : `, the ${is} kept`
}

/** "to 10 mm", of all that is clipped or of some places. */
function lengthClause({ regions }: Plan, among: ReadonlySet<RegionId> | null = null): string {
  const mm = regions.flatMap(({ region, treatment, option }) =>
    treatment === 'clip' && option.leavesMm !== null && (among?.has(region) ?? true) ? [option.leavesMm] : [],
  )
  return mm.length > 0 ? ` to ${lengthText(Math.min(...mm), Math.max(...mm))}` : ''
}
