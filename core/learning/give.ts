import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { normalCdf } from '../numbers/normal.ts'
import { onGrid } from './grid.ts'
import { type Learnt, learntAs, oftenOf } from './learnt.ts'

/** What one groom showed of what the dog can give. */
export interface GiveLog {
  readonly of: string
  /** Pull that it took, over what ours says that dog can give. */
  readonly share: number
  /** The dog said no: that was all it had. Otherwise it had at least so much. */
  readonly stopped: boolean
}

/** Less says nothing, neither of a dog that says no before it was begun nor of one that could have gone on. */
const LEAST_SHARE = fixed('learn.least-share')
const LEAST_CHANCE = 1e-12
/** Shares so near to each other, of the logarithm, count as one. */
const ALIKE = 0.02

/**
 * What dogs here can give beside ours, of the logarithm: where a dog said no it had given what it could, where it did not it
 * could give at least that (censored, Tobin, Econometrica 1958). Dogs are normal about the house's. A dog's grooms together
 * weigh as one.
 */
export function learnGive(logs: readonly GiveLog[], house: House): Learnt[] {
  const told = logs.filter(({ share }) => share >= LEAST_SHARE)
  if (told.length === 0) return []
  const often = oftenOf(told)
  const spread = house['learn.dogs-give']
  const said = new Map<string, { log: number; stopped: boolean; weight: number }>()
  for (const { of, share, stopped } of told.toSorted((a, b) => (a.of < b.of ? -1 : 1))) {
    const log = Math.round(Math.log(share) / ALIKE) * ALIKE
    const key = `${log} ${stopped}`
    said.set(key, { log, stopped, weight: (said.get(key)?.weight ?? 0) + 1 / often.get(of)! })
  }
  const sorted = [...said.values()].sort((a, b) => a.log - b.log || Number(a.stopped) - Number(b.stopped))
  const { mean, low, high } = onGrid({ mean: 0, sd: house['learn.give'] }, (middle) =>
    sorted.reduce((sum, { log, stopped, weight }) => {
      const z = (log - middle) / spread
      return sum + weight * (stopped ? -(z ** 2) / 2 : Math.log(Math.max(LEAST_CHANCE, 1 - normalCdf(z))))
    }, 0),
  )
  const reach = { factor: Math.exp(mean), low: Math.exp(low), high: Math.exp(high) }
  return [learntAs('give.base', reach, told.length)]
}
