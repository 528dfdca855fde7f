import { assumedOf } from '../contract/formats/groom-file.ts'
import { planFile } from '../contract/formats/plan-file.ts'
import { BadInput, valueText } from '../contract/formats/problem.ts'
import { fileShelf } from '../contract/formats/products.ts'
import { seeded } from '../contract/formats/random.ts'
import { readAssessmentFile } from '../contract/formats/read-assessment.ts'
import { unreadOf } from '../contract/formats/unread.ts'
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
  quoteOfPlan,
  stripOf,
  USUAL_SHELF,
  wholeGroom,
  withReserves,
} from '../core/index.ts'
import { note, parseJson, Refused, readInput, refusal } from './input.ts'

const DRAWS = 2000
/** Fewer say the range of minutes and pull well enough. */
const RANGE_DRAWS = 200
const SEED = 1

/** What takes many plans to answer, and is worked out only where it is asked for. */
const ASKABLE = ['flips', 'odds'] as const
type Asked = (typeof ASKABLE)[number]

function askedFor(args: readonly string[]): ReadonlySet<Asked> {
  if (args.length === 0) return new Set()
  const [flag, list = '', ...rest] = args
  if (flag !== '--ask' || rest.length > 0)
    throw new Refused(
      `arguments: got ${valueText(rest[0] ?? flag)}, expected one file or -, and --ask ${ASKABLE.join(',')}`,
    )
  return new Set(
    list.split(',').map((name) => {
      const known = ASKABLE.find((one) => one === name)
      if (!known) throw new Refused(`arguments: --ask: got ${valueText(name)}, expected ${ASKABLE.join(', ')}`)
      return known
    }),
  )
}

/** An assessment in, its plan out, with what may be asked of it: `FILE|- [--ask flips,odds]`. */
export function plan([path, ...more]: readonly string[]): object {
  if (path === undefined) throw new Refused('arguments: got none, expected one file, or - for standard input')
  const ask = askedFor(more)
  const input = readInput(path, 'a JSON file')
  try {
    const file = parseJson(input)
    const read = readAssessmentFile(file)
    const made = planOfRead(read, ask)
    const unread = unreadOf(file, read.file)
    if (unread.length > 0) note(`${input.label}: left out, because nothing here is called so: ${unread.join(', ')}`)
    return made
  } catch (error) {
    throw error instanceof BadInput ? refusal(input.label, error) : error
  }
}

/** The plan of an assessment file. @throws {BadInput} */
export const planOf = (input: unknown, ask: ReadonlySet<Asked>): object => planOfRead(readAssessmentFile(input), ask)

function planOfRead(
  { file, assessment: read }: ReturnType<typeof readAssessmentFile>,
  ask: ReadonlySet<Asked>,
): object {
  const assessment = withReserves(read, DEFAULT_HOUSE)
  const made = planWhole(assessment, DEFAULT_HOUSE)
  const stops = made.verdict.choice === 'refer'
  const shelf = file.shelf ? fileShelf(file.shelf, new Date().toISOString().slice(0, 10)) : USUAL_SHELF
  const bath = stops ? null : planBath(assessment, made, DEFAULT_HOUSE, shelf)
  const odds = ask.has('odds') ? lastOdds(assessment, DEFAULT_HOUSE, DRAWS, seeded(SEED)) : null
  return planFile(made, {
    frontier: frontierOf(assessment, DEFAULT_HOUSE, 'pull'),
    flips: ask.has('flips') ? flipsOf(assessment, DEFAULT_HOUSE) : null,
    // The range is read off the same dogs as the odds where those are asked for.
    drawn:
      made.unknownShare > 0 && !stops ? (odds ?? lastOdds(assessment, DEFAULT_HOUSE, RANGE_DRAWS, seeded(SEED))) : null,
    odds,
    bath,
    deshed: deshedOf(assessment, made, DEFAULT_HOUSE),
    // What is not bathed is not dried.
    drying: bath && !bath.noBath ? dryingOf(assessment, made, DEFAULT_HOUSE) : null,
    cut: cutOf(assessment, made, DEFAULT_HOUSE),
    strip: stripOf(assessment, made, DEFAULT_HOUSE),
    steps: stops ? [] : wholeGroom(assessment, made, DEFAULT_HOUSE, shelf),
    name: assessment.dog.name,
    home: goesHome(assessment, made, DEFAULT_HOUSE),
    needs: consentNeeds(made, assessment, null, DEFAULT_HOUSE),
    assumed: assumedOf(file),
    quote: file.prices ? quoteOfPlan(assessment.dog, made, file.prices) : null,
  })
}
