import type { Compiled } from './compile.ts'
import { Costs } from './cost.ts'
import { copySchedule, Decoder, emptySchedule, type Order, type Schedule } from './decode.ts'
import { CriticalWay, guess, hopped, type Swap, swapped } from './moves.ts'

export interface Found {
  readonly order: Order
  readonly schedule: Schedule
  readonly cost: number
}

export interface Search {
  /** Uniform from 0 up to 1. */
  readonly random: () => number
  /** Asked before each turn of the search; false ends it. */
  readonly goOn: (turns: number) => boolean
  /** Told of each better schedule. */
  readonly onBetter?: (found: Found) => void
  /** As good as it can get: the search ends there. */
  readonly bound: number
}

/** Swaps tried in a turn. */
const MOST_SWAPS = 24
/** Changes tried at random in a turn, beside those that the ways show. */
const GUESSES = 8
/**
 * Turns without anything better before the search goes back to one of the best it knows and shakes it: a job shop has one
 * longest way and is searched far, a salon's many promises are searched near.
 */
const PATIENCE = { shop: 400, salon: 25 }
/** Turns for which a swap is not taken back, and as many again at random. */
const TENURE = 8
const SHAKES = { shop: 12, salon: 4 }
const ELITE = 5
const EQUAL = 1e-6

const copyOrder = ({ list, who }: Order): Order => ({ list: list.slice(), who: who.slice() })

/** An order with the schedule it makes, in memory that is written over. */
class Held {
  readonly order: Order
  readonly schedule: Schedule
  cost = Number.POSITIVE_INFINITY

  constructor({ order, schedule, cost }: Found) {
    this.order = copyOrder(order)
    this.schedule = emptySchedule(schedule.start.length)
    copySchedule(schedule, this.schedule)
    this.cost = cost
  }

  set({ order, schedule, cost }: Found): void {
    this.order.list.set(order.list)
    this.order.who.set(order.who)
    copySchedule(schedule, this.schedule)
    this.cost = cost
  }
}

/**
 * Tabu search (Glover 1989) over orders. Along the ways that make the day late the swap that leaves most for the better is
 * taken, also where nothing is better, and not taken back for some turns; beside it changes at random. Where it is stuck,
 * one of the best orders is shaken and gone on from.
 */
export function improve(c: Compiled, start: Found, search: Search): Found {
  const run = new Run(c, start, search)
  for (let turn = 0; run.best.cost > search.bound + EQUAL && search.goOn(turn); turn++) if (!run.turn(turn)) break
  return run.best
}

class Run {
  best: Found
  readonly #c: Compiled
  readonly #random: () => number
  readonly #onBetter: ((found: Found) => void) | undefined
  readonly #decoder: Decoder
  readonly #costs: Costs
  readonly #way: CriticalWay
  readonly #at: Held
  readonly #trial: Held
  readonly #chosen: Held
  readonly #elite: Found[]
  readonly #tabu = new Map<number, number>()
  /** Where nobody works only the longest way counts, and the ways show all there is to change. */
  readonly #guesses: number
  readonly #kind: 'shop' | 'salon'
  /** Whether the order follows the clock, so that a swap changes nothing else. */
  #follows = false
  #since = 0

  constructor(c: Compiled, start: Found, { random, onBetter }: Search) {
    this.#c = c
    this.#random = random
    this.#onBetter = onBetter
    this.#decoder = new Decoder(c)
    this.#costs = new Costs(c)
    this.#way = new CriticalWay(c)
    this.#at = new Held(start)
    this.#trial = new Held(start)
    this.#chosen = new Held(start)
    this.best = new Held(start)
    this.#elite = [this.best]
    this.#kind = c.day.people.length > 0 ? 'salon' : 'shop'
    this.#guesses = this.#kind === 'salon' ? GUESSES : 0
    this.#followClock()
  }

  /** @returns false where there is nothing to change */
  turn(turn: number): boolean {
    const { blocks } = this.#c
    if (blocks.length < 2) return false
    this.#way.read(this.#at.schedule)
    this.#chosen.cost = Number.POSITIVE_INFINITY
    const swap = this.#bestSwap(turn)
    const guessed = this.#bestGuess()
    if (this.#chosen.cost < Number.POSITIVE_INFINITY) {
      if (swap && !guessed)
        this.#tabu.set(swap.first * blocks.length + swap.next, turn + TENURE + Math.floor(this.#random() * TENURE))
      this.#accept(this.#chosen)
    } else this.#since = PATIENCE[this.#kind]
    this.#since++
    if (this.#since > PATIENCE[this.#kind]) this.#shake()
    return true
  }

  #bestSwap(turn: number): Swap | null {
    let chosen: Swap | null = null
    const swaps = unlike(this.#ends().flatMap((end) => this.#way.swapsFrom(this.#at.schedule, end, this.#random)))
    for (let i = 0; i < swaps.length && i < MOST_SWAPS; i++) {
      const swap = swaps[i]!
      if (!this.#turned(swap)) continue
      this.#evaluate(this.#chosen.cost)
      const barred = (this.#tabu.get(swap.next * this.#c.blocks.length + swap.first) ?? -1) > turn
      if (barred && this.#trial.cost >= this.best.cost - EQUAL) continue
      if (this.#trial.cost >= this.#chosen.cost - EQUAL) continue
      this.#chosen.set(this.#trial)
      chosen = swap
    }
    return chosen
  }

  /** @returns whether a change at random is better than what the ways show and than what there is */
  #bestGuess(): boolean {
    let found = false
    for (let i = 0; i < this.#guesses; i++) {
      this.#from(this.#at.order)
      guess(this.#c, this.#trial.order, this.#random)
      this.#evaluate(Math.min(this.#chosen.cost, this.#at.cost))
      if (this.#trial.cost >= Math.min(this.#chosen.cost, this.#at.cost) - EQUAL) continue
      this.#chosen.set(this.#trial)
      found = true
    }
    return found
  }

  #from({ list, who }: Order): void {
    this.#trial.order.list.set(list)
    this.#trial.order.who.set(who)
  }

  /** @param limit what weighs more is of no use, and is not worked out to its end */
  #evaluate(limit = Number.POSITIVE_INFINITY): void {
    const whole = this.#decoder.decode(this.#trial.order, this.#trial.schedule, limit)
    this.#trial.cost = whole ? this.#costs.total(this.#trial.schedule) : Number.POSITIVE_INFINITY
  }

  /** Writes the order with two blocks the other way round into the trial. */
  #turned(swap: Swap): boolean {
    this.#from(this.#at.order)
    const into = this.#trial.order.list
    return this.#follows
      ? swapped(this.#c, this.#at.schedule, this.#at.order.list, swap, into)
      : hopped(this.#c, this.#at.order.list, swap, this.#random() < 0.5, into)
  }

  #accept(found: Found): void {
    this.#at.set(found)
    this.#followClock()
    if (this.#at.cost >= this.best.cost - EQUAL) return
    this.best = new Held(this.#at)
    this.#elite.unshift(this.best)
    this.#elite.length = Math.min(this.#elite.length, ELITE)
    this.#since = 0
    this.#onBetter?.(this.best)
  }

  /** By the clock where that gives the same: steps that hang together may need their turn to be another. */
  #followClock(): void {
    this.#from(this.#at.order)
    const { start } = this.#at.schedule
    const begins = (block: number): number => start[this.#c.blocks[block]!.ops[0]!]!
    this.#trial.order.list.sort((a, b) => begins(a) - begins(b) || a - b)
    this.#evaluate(this.#at.cost + EQUAL)
    this.#follows = this.#trial.cost <= this.#at.cost + EQUAL
    if (this.#follows) this.#at.set(this.#trial)
  }

  /** Steps whose ways are looked along: the last of the day, and of dogs that are late or wait. */
  #ends(): number[] {
    const { end } = this.#at.schedule
    const { ops, jobs, day } = this.#c
    let last = 0
    for (let op = 0; op < ops.length; op++) if (end[op]! > end[last]!) last = op
    const sore: number[] = []
    for (const { ops: own, job, work } of jobs) {
      const done = own.length > 0 ? end[own.at(-1)!]! : 0
      if ((job.due !== null && done > job.due) || (day.people.length > 0 && done - job.arrives > work))
        sore.push(own.at(-1)!)
    }
    const drawn = (): number => sore[Math.floor(this.#random() * sore.length)]!
    return sore.length > 0 ? [last, drawn(), drawn()] : [last]
  }

  /** Some changes at random from one of the best, whatever they cost. */
  #shake(): void {
    this.#at.set(this.#elite[Math.floor(this.#random() ** 2 * this.#elite.length)]!)
    this.#followClock()
    const changes = 2 + Math.floor(this.#random() * SHAKES[this.#kind])
    for (let i = 0; i < changes; i++) {
      this.#way.read(this.#at.schedule)
      this.#from(this.#at.order)
      if (this.#random() < (this.#kind === 'salon' ? 0.35 : 0.1)) guess(this.#c, this.#trial.order, this.#random)
      else {
        const swaps = this.#ends().flatMap((end) => this.#way.swapsFrom(this.#at.schedule, end, this.#random))
        const swap = swaps[Math.floor(this.#random() * swaps.length)]
        if (!swap || !this.#turned(swap)) continue
      }
      this.#evaluate()
      this.#accept(this.#trial)
    }
    this.#tabu.clear()
    this.#since = 0
  }
}

function unlike(swaps: readonly Swap[]): Swap[] {
  const seen = new Set<string>()
  return swaps.filter(({ first, next }) => {
    const key = `${first} ${next}`
    return !seen.has(key) && seen.add(key)
  })
}
