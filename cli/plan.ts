import { assumedOf } from '../contract/formats/groom-file.ts'
import { planFile } from '../contract/formats/plan-file.ts'
import { BadInput } from '../contract/formats/problem.ts'
import { fileShelf } from '../contract/formats/products.ts'
import { seeded } from '../contract/formats/random.ts'
import { readAssessmentFile } from '../contract/formats/read-assessment.ts'
import {
  consentNeeds,
  cutOf,
  DEFAULT_HOUSE,
  deshedOf,
  dryingOf,
  flipsOf,
  frontierOf,
  goesHome,
  lastOdds,
  planBath,
  planWhole,
  quoteOf,
  stripOf,
  USUAL_SHELF,
  wholeGroom,
  withReserves,
} from '../core/index.ts'
import { parseJson, Refused, readInput, refusal } from './input.ts'

const DRAWS = 2000
const SEED = 1

/** An assessment in, its plan out, with what may be asked of it. */
export function plan(args: readonly string[]): object {
  if (args.length !== 1) throw new Refused(`arguments: got ${args.length}, expected one file, or - for standard input`)
  const input = readInput(args[0]!, 'a JSON file')
  try {
    const { file, assessment: read } = readAssessmentFile(parseJson(input))
    const assessment = withReserves(read, DEFAULT_HOUSE)
    const made = planWhole(assessment, DEFAULT_HOUSE)
    const stops = made.verdict.choice === 'refer'
    const shelf = file.shelf ? fileShelf(file.shelf, new Date().toISOString().slice(0, 10)) : USUAL_SHELF
    return planFile(made, {
      frontier: frontierOf(assessment, DEFAULT_HOUSE, 'pull'),
      flips: flipsOf(assessment, DEFAULT_HOUSE),
      odds: lastOdds(assessment, DEFAULT_HOUSE, DRAWS, seeded(SEED)),
      bath: stops ? null : planBath(assessment, made, DEFAULT_HOUSE, shelf),
      deshed: deshedOf(assessment, made, DEFAULT_HOUSE),
      drying: stops ? null : dryingOf(assessment, made, DEFAULT_HOUSE),
      cut: cutOf(assessment, made, DEFAULT_HOUSE),
      strip: stripOf(assessment, made, DEFAULT_HOUSE),
      steps: stops ? [] : wholeGroom(assessment, made, DEFAULT_HOUSE, shelf),
      name: assessment.dog.name,
      home: goesHome(assessment, made, DEFAULT_HOUSE),
      needs: consentNeeds(made, assessment, null, DEFAULT_HOUSE),
      assumed: assumedOf(file),
      quote: file.prices
        ? quoteOf(assessment.dog, made.verdict.minutes.high, file.prices, made.split?.visits.length || 1)
        : null,
    })
  } catch (error) {
    throw error instanceof BadInput ? refusal(input.label, error) : error
  }
}
