import { dogOf, wishesOf } from '../../contract/formats/read-assessment.ts'
import {
  type CoatType,
  coatPartOf,
  DEFAULT_LENGTHS,
  houseWith,
  type Pattern,
  REGION_SIDES,
  schoolsWith,
  shapeAt,
  wishedMm,
} from '../../core/index.ts'
import type { Look } from './CoatMap.tsx'
import { looksOfShapes } from './looks.ts'

const SHOWN_KG = 12

/** A pattern on a coat as long as it usually is. */
export function looksOfPattern(pattern: Pattern, coatType: CoatType): Look[] {
  const file = { dog: { coatType, weightKg: SHOWN_KG }, wishes: { style: 'trim' as const, pattern } }
  const about = { dog: dogOf(file), wishes: wishesOf(file), schools: schoolsWith() }
  const mm = REGION_SIDES.map(({ region }) => {
    const full = DEFAULT_LENGTHS[coatType][coatPartOf(region, coatType)]
    return Math.min(full, wishedMm(region, about, houseWith()) ?? full)
  })
  const places = REGION_SIDES.flatMap(({ index, region }) =>
    [shapeAt(region, pattern), region === 'hindleg' ? shapeAt(region, pattern, 'hock') : null].flatMap((at) =>
      at ? [{ index, part: at.part, id: at.id }] : [],
    ),
  )
  return looksOfShapes(mm, places)
}
