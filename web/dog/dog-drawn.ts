import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import {
  type CoatType,
  coatPartOf,
  DEFAULT_LENGTHS,
  type Figure,
  figureOf,
  type LengthsMm,
  REGION_SIDES,
} from '../../core/index.ts'

export interface DogDrawn extends Figure {
  readonly weightKg: number
  readonly coatType: CoatType
  readonly lengthMm: LengthsMm
}

/** What the drawing needs of the dog on the day. */
export function dogDrawn({ dog }: { dog: AssessmentFile['dog'] }): DogDrawn {
  return {
    ...figureOf(dog),
    weightKg: dog.weightKg,
    coatType: dog.coatType,
    lengthMm: { ...DEFAULT_LENGTHS[dog.coatType], ...dog.lengthMm },
  }
}

/** Length of the coat by region-side, mm. */
export const coatLengths = ({ coatType, lengthMm }: Pick<DogDrawn, 'coatType' | 'lengthMm'>): number[] =>
  REGION_SIDES.map(({ region }) => lengthMm[coatPartOf(region, coatType)])
