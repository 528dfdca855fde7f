import { performance } from 'node:perf_hooks'
import { cutOf, DEFAULT_HOUSE, LIBRARY, planWhole } from '../core/index.ts'
import { anAssessment, lengths } from '../test/fixtures/dogs.ts'
import { median, ms, p95 } from './timing.ts'

/*
 * A pattern turned into lines, beside the same dog cut by style and lengths alone, in one run:
 * npm run bench:pattern
 */
const RUNS = 40
const WARM = 5
const WEIGHTS = [3, 8, 20, 40] as const

const shaped: number[] = []
const plain: number[] = []
for (let run = 0; run < RUNS; run++)
  for (const { pattern, coats } of LIBRARY)
    for (const weightKg of WEIGHTS) {
      const dog = anAssessment({
        dog: { coatType: coats[0]!, weightKg, lengthMm: lengths(60) },
        wishes: { style: 'trim', targetMm: { body: 13 } },
      })
      const plan = planWhole(dog, DEFAULT_HOUSE)
      const wished = { ...dog, wishes: { ...dog.wishes, targetMm: {}, pattern } }
      const first = performance.now()
      cutOf(wished, plan, DEFAULT_HOUSE)
      const second = performance.now()
      cutOf(dog, plan, DEFAULT_HOUSE)
      const third = performance.now()
      if (run < WARM) continue
      shaped.push(second - first)
      plain.push(third - second)
    }
console.log(
  `pattern to lines: ${ms(median(shaped))} (95th ${ms(p95(shaped))}) over ${shaped.length} cuts; by lengths alone ${ms(median(plain))}, ratio ${(median(shaped) / median(plain)).toFixed(2)}`,
)
