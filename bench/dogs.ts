import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { type Assessment, REGION_SIDES, type Score } from '../core/index.ts'
import { anAssessment, CLEAN, lengths } from '../test/fixtures/dogs.ts'

/** Matted dogs, large and small, most of them with a budget that binds; the same at every run. */
export function benchDogs(count: number): Assessment[] {
  const generator = xoroshiro128plus(39)
  const roll = (low: number, high: number): number => uniformInt(generator, low, high)
  return Array.from({ length: count }, (_, i) =>
    anAssessment({
      dog: {
        weightKg: roll(4, 40),
        coatType: (['curly', 'drop-double', 'cotton', 'double'] as const)[i % 4]!,
        lengthMm: lengths(roll(30, 90)),
        temperament: (['easy', 'wary', 'anxious'] as const)[i % 3]!,
      },
      wishes: { keepLength: (i % 4) as 0 | 1 | 2 | 3 },
      slotMinutes: roll(110, 200),
      sheet: REGION_SIDES.map(() => ({
        ...CLEAN,
        mat: roll(0, 4) as Score,
        undercoat: roll(0, 4) as Score,
        extent: [0.05, 0.25, 0.5, 0.75, 1][roll(0, 4)]!,
        standoffMm: roll(1, 8),
      })),
    }),
  )
}
