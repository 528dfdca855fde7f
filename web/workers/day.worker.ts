import { expose } from 'comlink'
import type { DayFile } from '../../contract/formats/day-file.ts'
import { readDay } from '../../contract/formats/day-file.ts'
import { seeded } from '../../contract/formats/random.ts'
import {
  asIfDay,
  type Breach,
  checkDay,
  type Day,
  type DayPlan,
  type House,
  type PlannedStep,
  type Promised,
  planDay,
  promisesOf,
  type WhatIf,
} from '../../core/index.ts'

const SEED = 1
/** Turns of the search between two answers: quick at first, then what there is time for. */
const ROUNDS = [4, 30, 120, 400]
const LIVED = 200

export interface PlannedDay {
  readonly day: Day
  readonly plan: DayPlan
  readonly promises: readonly Promised[]
  readonly breaches: readonly Breach[]
  /** Whether it is still looking for a better one. */
  readonly looking: boolean
}

const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

/** The newest asking of each kind; an older one stops at its next round. */
const newest = { 'as-it-is': 0, 'as-if': 0 }

/** Days are planned off the main thread: the best so far is told at once, better ones as they are found. */
const days = {
  /** @throws {RangeError} where a dog needs what would not be there */
  async plan(
    file: DayFile,
    house: House,
    from: readonly PlannedStep[],
    told: Readonly<Record<string, number>>,
    change: WhatIf | null,
    tell: (planned: PlannedDay) => void,
  ): Promise<void> {
    const kind = change ? 'as-if' : 'as-it-is'
    newest[kind]++
    const mine = newest[kind]
    const read: Day = { ...readDay(file), told }
    const day = change ? asIfDay(read, change) : read
    const random = seeded(SEED)
    let steps = from
    for (const [round, most] of ROUNDS.entries()) {
      const plan = planDay(day, house, { random, goOn: (turns) => turns < most, from: steps })
      steps = plan.steps
      tell({
        day,
        plan,
        promises: promisesOf(day, plan.steps, house, seeded(SEED), LIVED),
        breaches: checkDay(day, plan.steps),
        looking: !plan.optimal && round < ROUNDS.length - 1,
      })
      if (plan.optimal) return
      await breathe()
      if (newest[kind] !== mine) return
    }
  },
}
export type Days = typeof days
expose(days)
