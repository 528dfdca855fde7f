import { readNoise } from '../contract/formats/noise-file.ts'
import { BadInput, valueText } from '../contract/formats/problem.ts'
import { euNoise, noiseDose, secondsToInjury } from '../core/index.ts'
import { parseJson, Refused, readInput, refusal } from './input.ts'

const DECIMALS = 100
const round = (value: number): number => Math.round(value * DECIMALS) / DECIMALS

/** A day's dose of noise by both rules. */
export function noise(args: readonly string[]): object {
  if (args.length !== 1) throw new Refused(`arguments: got ${args.length}, expected one file, or - for standard input`)
  const input = readInput(args[0]!, 'a JSON file')
  try {
    const { exposures, protector } = readNoise(parseJson(input))
    const { niosh, osha } = noiseDose(exposures, protector ?? null)
    const doses = { niosh_percent: round(niosh), osha_percent: round(osha) }
    if (protector?.rating !== 'snr') return doses
    const { bareDb, wornDb, action } = euNoise(exposures, protector)
    return { ...doses, daily_db: round(bareDb), at_ear_db: round(wornDb!), action }
  } catch (error) {
    throw error instanceof BadInput ? refusal(input.label, error) : error
  }
}

const COLDEST = 0
const HOTTEST = 200

/** Seconds to injury of skin held at a temperature: for guards that warn long before, never a permission. */
export function burn(args: readonly string[]): object {
  const [flag, value, ...rest] = args
  if (flag !== '--celsius' || rest.length > 0)
    throw new Refused(`arguments: got ${valueText(flag)}, expected --celsius DEGREES`)
  const celsius = value === undefined || value.trim() === '' ? Number.NaN : Number(value)
  if (!(celsius >= COLDEST && celsius <= HOTTEST))
    throw new Refused(`arguments: --celsius: got ${valueText(value)}, expected ${COLDEST} to ${HOTTEST}`)
  // As many digits as a guard could use, also where the time is a fraction of a second.
  return { seconds_to_injury: Number(secondsToInjury(celsius).toPrecision(6)) }
}
