import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import { type Around, keptAt, keptFrom, nearOf } from '../scores/around.ts'
import { findingKind } from '../scores/findings.ts'
import type { SideScores } from '../scores/sheet.ts'
import type { AroundAt, GroomStep } from './step.ts'

const EVERYWHERE = REGION_SIDES.map(({ index }) => index)

/** What of a paw's findings binds its nails, and of an ear's what is done in it. */
function keptBy(what: 'nails' | 'ears', { findings }: SideScores): Around[] {
  return findings.flatMap(({ id }): Around[] => {
    const kind = findingKind(id)
    if (what === 'ears') {
      if (kind.ears === 'nothing') return [{ finding: id, offMm: 0, as: 'left' }]
      return kind.ears === 'outer-dry-no-pluck' ? [{ finding: id, offMm: 0, as: 'dry' }] : []
    }
    if (kind.nails === 'none') return [{ finding: id, offMm: 0, as: 'left' }]
    return kind.nails === 'usual' ? [] : [{ finding: id, offMm: 0, as: 'round' }]
  })
}

/** Everything that was found where a step goes, and how the step keeps to it; a step without places goes everywhere. */
export function aroundStep(step: Omit<GroomStep, 'around'>, { dog, sheet }: Assessment, house: House): AroundAt[] {
  const bsaM2 = bodySurfaceM2(dog.weightKg)
  const kept = (tool: GroomStep['tool'], index: PlaceIndex): readonly Around[] =>
    keptFrom(nearOf(tool), sheet[index]!, bsaM2 * REGION_SIDES[index]!.share, house).around
  // What is found anywhere on an ear binds all that is done in it.
  const everywhere = step.indexes.length === 0 || step.kind === 'ears' || step.kind === 'ear-hair'
  const indexes = everywhere ? EVERYWHERE : step.indexes
  return indexes.flatMap((index) => {
    const scores = sheet[index]!
    if (scores.findings.length === 0) return []
    const at = (): readonly Around[] => {
      switch (step.kind) {
        case 'coat':
        case 'cut':
          return kept(step.tool, index)
        case 'bath':
          return keptAt('tub', scores)
        case 'dry':
          return keptAt('dryer', scores)
        case 'nails':
          return keptBy('nails', scores)
        case 'ears':
        case 'ear-hair':
          return keptBy('ears', scores)
        case 'blend':
          return kept({ kind: 'shears', id: 'thinning' }, index)
        case 'begin':
          return []
        case 'burrs':
        case 'show':
        case 'check':
          return kept(null, index)
      }
    }
    return at().map((one) => ({ ...one, index }))
  })
}
