import { expect, test } from 'vitest'
import { planFileSchema } from '../contract/formats/plan-file-schema.ts'
import { seeded } from '../contract/formats/random.ts'
import { COAT_TYPE_IDS, FINDING_IDS, findingKind, REGION_IDS, STYLE_WISH_IDS } from '../core/index.ts'
import { planOf } from './plan.ts'

/** Assessment files of all coats, wishes and findings, by a seed. */
function fileOf(seed: number): object {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const finding = pick(FINDING_IDS)
  return {
    format: 'etude.assessment/1',
    dog: {
      name: 'Plum',
      coatType: pick(COAT_TYPE_IDS),
      weightKg: 3 + Math.floor(random() * 40),
      ageMonths: pick([5, 40, 150]),
      temperament: pick(['easy', 'anxious', 'bites', 'unknown']),
      dryerTolerance: pick(['fine', 'low-only', 'none']),
    },
    wishes: { keepLength: pick([0, 1, 2, 3]), style: pick(STYLE_WISH_IDS.filter((id) => id !== 'strip')) },
    ...(random() < 0.7
      ? { default: { mat: pick([0, 0, 1, 2, 3]), undercoat: pick([0, 2]), condition: 1, skin: 0 } }
      : {}),
    scores: [
      {
        region: pick(REGION_IDS.filter((id) => id === 'back' || id === 'rump' || id === 'belly')),
        mat: pick([2, 3, 4]),
      },
      ...(findingKind(finding).skin < 4 ? [{ region: 'neck', findings: [{ id: finding, sizeMm: 8 }] }] : []),
    ],
    slot: { minutes: pick([60, 120, 180]) },
    ...(random() < 0.3 ? { prices: undefined } : {}),
  }
}

test('every plan that is written is what its schema says, key by key', () => {
  const keys = new Set<string>()
  for (let seed = 1; seed <= 40; seed++) {
    let file: object
    try {
      file = planOf(fileOf(seed), new Set(seed % 20 === 0 ? ['flips', 'odds'] : []))
    } catch (error) {
      // A finding that cannot be there is bad input, and no plan.
      expect((error as Error).name, `seed ${seed}: ${(error as Error).message}`).toBe('BadInput')
      continue
    }
    // As it is read back from a file.
    const read = planFileSchema.safeParse(JSON.parse(JSON.stringify(file)))
    expect(read.error?.issues.slice(0, 3) ?? [], `seed ${seed}`).toEqual([])
    for (const key of Object.keys(file)) keys.add(key)
  }
  for (const key of ['groom', 'owner', 'bath', 'drying', 'cut', 'next', 'deshed', 'flips', 'odds', 'assumed'])
    expect(keys, key).toContain(key)
}, 120_000)
