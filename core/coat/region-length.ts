import { REGIONS, type RegionId } from '../body/regions.ts'
import type { CoatPart, CoatType } from './coat-types.ts'

const FEATHERED_FRINGE: ReadonlySet<RegionId> = new Set(['belly', 'chest', 'breeches'])

/** Which of the dog's five lengths a region goes by: on feathered coats belly, chest and breeches carry the fringe. */
export const coatPartOf = (region: RegionId, coatType: CoatType): CoatPart =>
  coatType === 'feathered' && FEATHERED_FRINGE.has(region) ? 'legs' : REGIONS[region].part
