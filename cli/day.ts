import { parseArgs } from 'node:util'
import { readDay } from '../contract/formats/day-file.ts'
import { BadInput, valueText } from '../contract/formats/problem.ts'
import { seeded } from '../contract/formats/random.ts'
import { checkDay, type Day, DEFAULT_HOUSE, planDay, promisesOf } from '../core/index.ts'
import { parseJson, Refused, readInput, refusal } from './input.ts'

const DECIMALS = 100
const round = (value: number): number => Math.round(value * DECIMALS) / DECIMALS
const MOST_SECONDS = 3600
const MILLISECONDS = 1000
/** Steps placed, over all that is tried, where no time was given: some seconds, and the same answer every time. */
const WORK = 1_500_000
/** What one turn of the search tries, about: in a salon other hands and other turns too. */
const TRIED = { shop: 6, salon: 24 }

/** A schedule for a day: the search ends at the budget, or as soon as nothing can be better. */
export function day(args: readonly string[]): object {
  const { file, seconds, seed } = parsed(args)
  const input = readInput(file, 'a JSON file')
  try {
    const problem = readDay(parseJson(input))
    return scheduleOf(problem, seed, budget(problem, seconds))
  } catch (error) {
    throw error instanceof BadInput ? refusal(input.label, error) : error
  }
}

function budget({ jobs, people }: Day, seconds: number | null): (turns: number) => boolean {
  if (seconds === null) {
    const steps = jobs.reduce((sum, job) => sum + job.steps.length, 1)
    const tried = people.length > 0 ? TRIED.salon : TRIED.shop
    return (turns) => turns < WORK / (steps * tried)
  }
  const until = performance.now() + seconds * MILLISECONDS
  return () => performance.now() < until
}

function scheduleOf(problem: Day, seed: number, goOn: (turns: number) => boolean): object {
  const plan = planDay(problem, DEFAULT_HOUSE, { random: seeded(seed), goOn })
  const breaches = checkDay(problem, plan.steps)
  const promises = promisesOf(problem, plan.steps, DEFAULT_HOUSE, seeded(seed))
  const { cost } = plan
  return {
    format: 'etude.schedule/1',
    makespan: round(plan.end),
    late: round(plan.late),
    steps: plan.steps.map(({ job, step, place, also, person, second, start, end }) => ({
      job,
      step,
      resource: place,
      ...(also === null ? {} : { also }),
      person,
      ...(second === null ? {} : { second }),
      start: round(start),
      end: round(end),
    })),
    lowerBound: round(plan.bound.end),
    optimal: plan.optimal,
    jobs: promises.map(({ job, end, promise, latest, chance }) => ({
      job,
      end: round(end),
      promise: round(promise),
      latest: round(latest),
      chance: chance === null ? null : round(chance),
    })),
    weighs: Object.fromEntries(Object.entries(cost).map(([what, value]) => [what, round(value)])),
    ...(breaches.length > 0 ? { broken: breaches } : {}),
  }
}

function parsed(args: readonly string[]): { file: string; seconds: number | null; seed: number } {
  let given: { values: { seconds?: string | undefined; seed?: string | undefined }; positionals: string[] }
  try {
    given = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { seconds: { type: 'string' }, seed: { type: 'string' } },
    })
  } catch (error) {
    throw new Refused(`arguments: got ${(error as Error).message}, expected FILE --seconds N --seed N`)
  }
  const { values, positionals } = given
  if (positionals.length !== 1)
    throw new Refused(`arguments: got ${positionals.length} files, expected one, or - for standard input`)
  const seconds = values.seconds === undefined ? null : Number(values.seconds)
  if (seconds !== null && !(values.seconds!.trim() !== '' && seconds > 0 && seconds <= MOST_SECONDS))
    throw new Refused(
      `arguments: --seconds: got ${valueText(values.seconds)}, expected more than 0, at most ${MOST_SECONDS}`,
    )
  const seed = values.seed === undefined ? 1 : Number(values.seed)
  if (!Number.isSafeInteger(seed) || values.seed?.trim() === '')
    throw new Refused(`arguments: --seed: got ${valueText(values.seed)}, expected a whole number`)
  return { file: positionals[0]!, seconds, seed }
}
