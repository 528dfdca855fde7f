import { readFileSync } from 'node:fs'
import { planFile } from '../contract/plan-file.ts'
import { BadInput, issueText, valueText } from '../contract/problem.ts'
import { readAssessment } from '../contract/read-assessment.ts'
import { DEFAULT_HOUSE, mixForProduct, mixForTotal, parseDilution, planGroom } from '../core/index.ts'

/** The commands that need neither server nor database: JSON in, JSON out. */
const GOOD = 0
const OTHER = 1
const BAD_INPUT = 2

const usage = `usage:
  ./etude plan FILE|-                         an assessment in, its plan out
  ./etude mix RATIO --total ML|--product ML   what to measure; RATIO as 1:8, 8:1, "1 in 9", 10%, ready
`

/** Refused with one line: what, where, what stood there, what was expected. */
class Refused extends Error {
  override readonly name = 'Refused'
}

function readInput(name: string): { label: string; text: string } {
  if (name === '-') return { label: 'standard input', text: readFileSync(0, 'utf8') }
  try {
    return { label: name, text: readFileSync(name, 'utf8') }
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    const why = code === 'ENOENT' ? 'no such file' : code === 'EISDIR' ? 'a folder' : String(code)
    throw new Refused(`${name}: got ${why}, expected a JSON file that can be read`)
  }
}

function parseJson(label: string, text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new Refused(`${label}: the whole: got ${(error as Error).message}, expected JSON`)
  }
}

function plan(args: readonly string[]): object {
  if (args.length !== 1) throw new Refused(`arguments: got ${args.length}, expected one file, or - for standard input`)
  const { label, text } = readInput(args[0]!)
  try {
    return planFile(planGroom(readAssessment(parseJson(label, text)), DEFAULT_HOUSE))
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    const [first, ...others] = error.issues
    const more = others.length > 0 ? ` (and ${others.length} more: ${others.map(({ path }) => path).join(', ')})` : ''
    throw new Refused(`${label}: ${issueText(first!)}${more}`)
  }
}

function mix(args: readonly string[]): object {
  const [ratio, flag, amount, ...rest] = args
  const dilution = parseDilution(ratio ?? '')
  if (!dilution)
    throw new Refused(`arguments: RATIO: got ${valueText(ratio)}, expected 1:8, 8:1, "1 in 9", 10% or ready`)
  if ((flag !== '--total' && flag !== '--product') || rest.length > 0)
    throw new Refused(`arguments: got ${valueText(flag)}, expected --total ML or --product ML`)
  const ml = amount === undefined || amount.trim() === '' ? Number.NaN : Number(amount)
  if (!(ml >= 1 && ml <= 1e6))
    throw new Refused(`arguments: ${flag}: got ${valueText(amount)}, expected 1 to 1000000 ml`)
  const { productMl, waterMl, totalMl, strengthPercent } =
    flag === '--total' ? mixForTotal(dilution, ml) : mixForProduct(dilution, ml)
  return { product_ml: productMl, water_ml: waterMl, total_ml: totalMl, strength_percent: strengthPercent }
}

function main([command, ...args]: readonly string[]): number {
  const commands: Record<string, (args: readonly string[]) => object> = { plan, mix }
  const run = commands[command ?? '']
  if (!run) {
    process.stderr.write(usage)
    return BAD_INPUT
  }
  try {
    process.stdout.write(`${JSON.stringify(run(args), null, 2)}\n`)
    return GOOD
  } catch (error) {
    process.stderr.write(`etude ${command}: ${(error as Error).message}\n`)
    return error instanceof Refused ? BAD_INPUT : OTHER
  }
}

process.exitCode = main(process.argv.slice(2))
