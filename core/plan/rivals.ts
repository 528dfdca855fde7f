import type { Style } from './names.ts'
import type { StyleResult } from './solve-style.ts'
import type { StyleClosed, StyleProblem } from './styles.ts'

/** Whether a way demats longer than the house does. */
export const dematsLong = ({ demat }: StyleResult, limit: number): boolean => demat > limit + ROUNDED

/** Ways that demat longer than the house does, where another does not: there the coat comes shorter. */
export function withinDemat(results: readonly StyleResult[], limit: number): StyleResult[] {
  const other = results.some((result) => result.closed === null && result.feasible && !dematsLong(result, limit))
  return results.map((result) =>
    other && result.closed === null && dematsLong(result, limit) ? { ...result, closed: 'demats-too-long' } : result,
  )
}
/** A limit is not passed by seconds. */
const ROUNDED = 0.5

const sameGroom = (a: StyleResult, b: StyleResult): boolean =>
  a.closed === null &&
  b.closed === null &&
  a.feasible === b.feasible &&
  a.picks.every(
    ({ treatment, outlineMm }, i) => treatment === b.picks[i]!.treatment && outlineMm === b.picks[i]!.outlineMm,
  )

/**
 * The same groom by another name is closed as such: what came down to the short style, and places to clip where none was
 * clipped but what keeping the coat clips too.
 */
export function withoutTwins(results: readonly StyleResult[]): StyleResult[] {
  const of = (style: Style): StyleResult | undefined => results.find((result) => result.style === style)
  const twinOf = (result: StyleResult): StyleClosed | null => {
    const is = (...styles: Style[]): boolean =>
      styles.some((style) => {
        const other = of(style)
        return other !== undefined && other !== result && sameGroom(result, other)
      })
    if (result.style !== 'short' && is('short')) return 'same-as-short'
    return (result.style === 'keep-places' || result.style === 'short-legs') && is('keep') ? 'same-as-keep' : null
  }
  return results.map((result) => {
    const closed = twinOf(result)
    return closed ? { ...result, closed } : result
  })
}

/** Which ways close another that comes down to them. */
const closesTwin = (style: Style, other: Style): boolean =>
  other !== style && (style === 'short' || (style === 'keep' && (other === 'keep-places' || other === 'short-legs')))

/** Whether a way, once solved, could turn out to be the same groom as another and close it. */
export const mayCloseAsTwin = ({ style, options }: StyleProblem, { style: other, picks }: StyleResult): boolean =>
  closesTwin(style, other) &&
  picks.every(({ treatment, outlineMm }, i) =>
    options[i]!.some((option) => option.treatment === treatment && option.outlineMm === outlineMm),
  )
