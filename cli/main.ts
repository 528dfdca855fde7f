import { agree } from './agree.ts'
import { day } from './day.ts'
import { Refused } from './input.ts'
import { mix } from './mix.ts'
import { plan } from './plan.ts'
import { burn, noise } from './safety.ts'

/** The commands that need neither server nor database: a file in, JSON out. */
const GOOD = 0
const OTHER = 1
const BAD_INPUT = 2

const usage = `usage:
  ./etude plan FILE|- [--ask flips,odds]      an assessment in, its plan out; what would change it, and how sure it is
  ./etude mix RATIO --total ML|--product ML [--units metric|us|imperial]
                                              what to measure; RATIO as 1:8, 8:1, "1 in 9", 10%, ready
  ./etude day FILE|- [--seconds N] [--seed N]  a day in, its schedule out: who is where, when, with whom; what to promise
  ./etude agree FILE.csv|- --stat kappa|weighted-kappa|fleiss|icc|alpha [--weights linear|quadratic]
                [--level nominal|ordinal|interval|ratio]   how far raters agree; a row a thing, a column a rater
  ./etude noise FILE|-                        a day's dose of noise, percent, by NIOSH and OSHA
  ./etude burn --celsius DEGREES              seconds to injury of skin held at a temperature; never a permission
`

function main([command, ...args]: readonly string[]): number {
  const commands: Record<string, (args: readonly string[]) => object> = { plan, mix, day, agree, noise, burn }
  const run = commands[command ?? '']
  if (!run) {
    process.stderr.write(usage)
    return BAD_INPUT
  }
  if (args.includes('--help') || args.includes('-h')) {
    process.stdout.write(usage)
    return GOOD
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
