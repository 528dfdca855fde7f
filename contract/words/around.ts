import { type Around, type AroundAt, REGION_SIDES } from '../../core/index.ts'
import { FINDING_LABEL, placeName } from './labels.ts'
import { capital } from './named.ts'
import { listed } from './sentences.ts'

const HOW: Readonly<Record<Around['as'], (offMm: number) => string>> = {
  round: (offMm) => (offMm > 0 ? `stay ${offMm} mm off, round it` : 'gently there'),
  left: () => 'nothing there: leave it',
  dry: () => 'keep it dry',
  'no-heat': () => 'no heat there',
  'no-air': () => 'no air on it',
}

/** "Lump, left side: stay 10 mm off, round it." A line for each thing found, its places together. */
export function aroundLines(around: readonly AroundAt[]): string[] {
  const groups = new Map<string, AroundAt[]>()
  for (const one of around) {
    const key = `${one.finding} ${one.as} ${one.offMm}`
    groups.set(key, [...(groups.get(key) ?? []), one])
  }
  return [...groups.values()].map((same) => {
    const { finding, as, offMm } = same[0]!
    const places = [...new Set(same.map(({ index }) => placeOf(index)))]
    return `${capital(FINDING_LABEL[finding])}, ${listed(places)}: ${HOW[as](offMm)}.`
  })
}

const placeOf = (index: number): string => placeName(REGION_SIDES[index]!.region, REGION_SIDES[index]!.side)
