import { COAT_PARTS } from '../../core/index.ts'
import { listed } from './sentences.ts'

/** "lengths of legs and tail, the extent of 2 mats": what was taken as usual, by its paths in the file; empty for nothing. */
export function assumedText(paths: readonly string[]): string {
  const parts = COAT_PARTS.filter((part) => paths.includes(`dog.lengthMm.${part}`))
  const count = (what: string): number => paths.filter((path) => path.endsWith(`.${what}`)).length
  const mats = (n: number): string => `${n} ${n === 1 ? 'mat' : 'mats'}`
  const lengths = parts.length === COAT_PARTS.length ? 'all lengths' : `the length of ${listed(parts)}`
  return listed([
    ...(parts.length > 0 ? [lengths] : []),
    ...(count('extent') > 0 ? [`how far ${mats(count('extent'))} reach`] : []),
    ...(count('standoffMm') > 0 ? [`free hair under ${mats(count('standoffMm'))}`] : []),
  ])
}
