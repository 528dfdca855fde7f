import fc from 'fast-check'
import loadHighs from 'highs'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { dayForProgram, madeUpDay } from '../../test/fixtures/days.ts'
import { dayOfShop, JOB_SHOPS } from '../../test/fixtures/job-shops.ts'
import { dayAsLp } from '../../test/oracles/day-milp.ts'
import {
  asIfDay,
  checkDay,
  type Day,
  type DayPlan,
  DEFAULT_HOUSE,
  LivedDay,
  offerOf,
  planDay,
  promisesOf,
  timesIn,
  whyStep,
} from '../index.ts'

const plan = (day: Day, turns: number, seed = 1): DayPlan =>
  planDay(day, DEFAULT_HOUSE, { random: seeded(seed), goOn: (turn) => turn < turns })

/** Bounds that no waiting can meet: they are weighed, and said. */
const UNAVOIDABLE = new Set(['noise', 'inside-too-long'])

describe('the plain job shop', () => {
  // Proven optima: Fisher and Thompson 1963, Lawrence 1984.
  test.each([
    ['ft06', 2000],
    ['la01', 2000],
    ['la02', 4000],
    ['la05', 1000],
  ] as const)('%s is solved to its optimum', (name, turns) => {
    const shop = JOB_SHOPS[name]!
    const made = plan(dayOfShop(shop), turns)
    expect(made.end).toBe(shop.best)
    expect(made.bound.end).toBeLessThanOrEqual(shop.best)
    expect(checkDay(dayOfShop(shop), made.steps)).toEqual([])
  })
  test.each(Object.entries(JOB_SHOPS))('%s is never below its optimum, and its bound never above', (_, shop) => {
    for (const seed of [1, 2]) {
      const made = plan(dayOfShop(shop), 150, seed)
      expect(made.end).toBeGreaterThanOrEqual(shop.best)
      expect(made.end).toBeLessThanOrEqual(shop.best * 1.12)
      expect(made.bound.end).toBeLessThanOrEqual(shop.best)
    }
  })
  test('the longest machine proves la05 and la01 optimal', () => {
    expect(plan(dayOfShop(JOB_SHOPS.la05!), 500).optimal).toBe(true)
    expect(plan(dayOfShop(JOB_SHOPS.la01!), 500).optimal).toBe(true)
  })
})

test('small days weigh as much as a mixed-integer program finds best (HiGHS)', async () => {
  const highs = await loadHighs()
  for (const seed of [2, 4, 5, 6]) {
    const day = dayForProgram(3, seed)
    const best = highs.solve(dayAsLp(day, DEFAULT_HOUSE), { time_limit: 60 })
    expect(best.Status, `seed ${seed}`).toBe('Optimal')
    const made = plan(day, 4000, seed)
    expect(checkDay(day, made.steps)).toEqual([])
    expect(made.cost.total, `seed ${seed}`).toBeCloseTo(best.ObjectiveValue, 2)
    expect(made.bound.cost).toBeLessThanOrEqual(best.ObjectiveValue + 1e-6)
  }
}, 120_000)

test('where one pair of hands has too much to do, what no plan can beat is near what the plan weighs', () => {
  let [bound, weighs] = [0, 0]
  for (let seed = 1; seed <= 20; seed++) {
    const day = madeUpDay({ dogs: 4, people: 1 }, seeded(seed))
    const full: Day = {
      ...day,
      to: 240,
      jobs: day.jobs.map((job) => ({ ...job, arrives: job.arrives % 60, due: (job.arrives % 60) + 120 })),
    }
    const made = plan(full, 100, seed)
    expect(made.bound.cost, `seed ${seed}`).toBeLessThanOrEqual(made.cost.total + 1e-6)
    bound += made.bound.cost
    weighs += made.cost.total
  }
  expect(bound / weighs).toBeGreaterThan(0.7)
})

test('every bound that waiting can meet is met, on a thousand days of all kinds', () => {
  for (let seed = 1; seed <= 1000; seed++) {
    const random = seeded(seed)
    const dogs = 1 + Math.floor(random() * 9)
    const day = madeUpDay({ dogs, people: 1 + Math.floor(random() * 4), bounds: true }, random)
    const made = plan(day, 1, seed)
    const broken = checkDay(day, made.steps).filter(({ code }) => !UNAVOIDABLE.has(code))
    expect(broken, `seed ${seed}`).toEqual([])
    expect(made.bound.cost).toBeLessThanOrEqual(made.cost.total + 1e-6)
  }
}, 120_000)

test('the checker finds what is broken, each bound by itself', () => {
  const day = madeUpDay({ dogs: 4, people: 2, bounds: true }, seeded(5))
  const { steps } = plan(day, 5)
  const broken = (change: (step: (typeof steps)[number], i: number) => object): Set<string> =>
    new Set(
      checkDay(
        day,
        steps.map((step, i) => ({ ...step, ...change(step, i) })),
      ).map(({ code }) => code),
    )
  expect(broken(() => ({ place: 'tub-1' }))).toContain('wrong-place')
  expect(broken(({ start, end }) => ({ start: 0, end: end - start }))).toContain('taken')
  expect(broken(() => ({ person: null }))).toContain('wrong-hands')
  expect(broken(({ end }) => ({ end: end + 7 }))).toContain('minutes')
  expect(broken(({ step, start, end }) => (step === 'dry' ? { start: start + 30, end: end + 30 } : {}))).toContain(
    'waits-wet',
  )
  expect(checkDay(day, steps.slice(1)).map(({ code }) => code)).toContain('missing')
})

describe('what makes a day easier never makes it heavier', () => {
  const heavier = (day: Day): number => plan(day, 250).cost.total
  test.each([1, 2, 3])('seed %d: one more dryer, a bound lifted', (seed) => {
    const day = madeUpDay({ dogs: 6, people: 3 }, seeded(seed))
    const before = heavier(day)
    const dryer = { id: 'dryer-9', kind: 'dryer', maxKg: null, cleanMin: 0 }
    // A search may be lucky by so much.
    const LUCK = 1.03
    expect(heavier({ ...day, places: [...day.places, dryer] })).toBeLessThanOrEqual(before * LUCK)
    const free = { ...day, people: day.people.map((one) => ({ ...one, breaks: [] })) }
    expect(heavier(free)).toBeLessThanOrEqual(before * LUCK)
  })
})

test('the same day, numbers and turns give the same plan; a plan so far is where the next begins', () => {
  const day = madeUpDay({ dogs: 9, people: 3, bounds: true }, seeded(3))
  const once = plan(day, 40)
  expect(plan(day, 40)).toEqual(once)
  const again = planDay(day, DEFAULT_HOUSE, { random: seeded(2), goOn: () => false, from: once.steps })
  expect(again.cost.total).toBeLessThanOrEqual(once.cost.total * 1.05)
})

test('what has begun is never moved, and nothing begins before now', () => {
  const day = madeUpDay({ dogs: 5, people: 2 }, seeded(8))
  const first = plan(day, 30)
  const now = 60
  const begun: Day = {
    ...day,
    now,
    jobs: day.jobs.map((job) => ({
      ...job,
      steps: job.steps.map((step) => {
        const at = first.steps.find(({ job: id, step: of }) => id === job.id && of === step.id)!
        return at.start < now
          ? {
              ...step,
              begun: {
                start: at.start,
                end: at.end <= now ? at.end : null,
                place: at.place,
                also: at.also,
                person: at.person,
                second: at.second,
              },
            }
          : step
      }),
    })),
  }
  const { steps } = plan(begun, 30)
  for (const step of first.steps.filter(({ start }) => start < now))
    expect(steps.find(({ job, step: of }) => job === step.job && of === step.step)!.start).toBe(step.start)
  expect(checkDay(begun, steps).filter(({ code }) => !UNAVOIDABLE.has(code))).toEqual([])
})

describe('promises', () => {
  test('a promise holds on about four days of five', () => {
    let kept = 0
    let all = 0
    for (let seed = 1; seed <= 20; seed++) {
      const day = madeUpDay({ dogs: 8, people: 3 }, seeded(seed))
      const { steps } = plan(day, 5)
      // Rounded up to a minute only, so that the share itself is seen.
      const house = { ...DEFAULT_HOUSE, 'day.promise-step': 1 }
      const promises = promisesOf(day, steps, house, seeded(100 + seed))
      const lived = new LivedDay(day, steps, house)
      const random = seeded(seed)
      for (let d = 0; d < 50; d++)
        for (const [j, end] of lived.live((step) => lived.draw(step, random)).entries()) {
          all++
          if (end <= promises[j]!.promise) kept++
        }
    }
    expect(kept / all).toBeGreaterThan(0.75)
    expect(kept / all).toBeLessThan(0.85)
  })
  test('minutes late are under half of those of one pair of hands a dog in order of arrival', () => {
    let planned = 0
    let naive = 0
    for (let seed = 1; seed <= 25; seed++) {
      const day = madeUpDay({ dogs: 8, people: 3 }, seeded(seed))
      planned += plan(day, 60).late
      naive += lateInOrderOfArrival(day)
    }
    expect(planned).toBeLessThan(naive / 2)
  })
})

/** Each dog as it comes to whoever is free first, who does all of it. Places are never in the way: that flatters it. */
function lateInOrderOfArrival(day: Day): number {
  const free = day.people.filter(({ can }) => can.includes('cut')).map(({ from }) => from)
  let late = 0
  for (const job of [...day.jobs].sort((a, b) => a.arrives - b.arrives)) {
    const who = free.indexOf(Math.min(...free))
    const end = Math.max(free[who]!, job.arrives) + job.steps.reduce((sum, { minutes }) => sum + minutes, 0)
    free[who] = end
    late += Math.max(0, end - job.due!)
  }
  return late
}

test('a time is found that moves nobody’s promise, and a full day says what it costs', () => {
  const day = madeUpDay({ dogs: 4, people: 3 }, seeded(11))
  const easy: Day = { ...day, jobs: day.jobs.map((job) => ({ ...job, due: job.arrives + 300 })) }
  const comer = { ...day.jobs[0]!, id: 'comer' }
  const offers = timesIn(easy, comer, 240, [0, 60, 120, 180, 240], DEFAULT_HOUSE, seeded(1))
  const { moves, promise } = offerOf(offers[0]!, DEFAULT_HOUSE, seeded(1))
  expect(moves).toBe(0)
  expect(promise).toBeGreaterThan(offers[0]!.arrives)
  expect(checkDay(offers[0]!.day, offers[0]!.steps).filter(({ code }) => !UNAVOIDABLE.has(code))).toEqual([])
  const packed = madeUpDay({ dogs: 14, people: 1 }, seeded(11))
  const [least] = timesIn(packed, comer, 120, [0, 120], DEFAULT_HOUSE, seeded(1))
  expect(least!.weighs).toBeGreaterThan(offers[0]!.weighs)
})

test('each step says why it stands where it stands', () => {
  const day = madeUpDay({ dogs: 6, people: 2 }, seeded(4))
  const { steps } = plan(day, 30)
  const codes = steps.map((step) => whyStep(day, steps, step).code)
  expect(codes).toContain('arrives')
  expect(codes).toContain('goes-on')
  expect(codes.some((code) => code === 'hands' || code === 'place')).toBe(true)
})

describe('what people were told', () => {
  const endsOf = (steps: DayPlan['steps']): Record<string, number> => {
    const ends: Record<string, number> = {}
    for (const { job, end } of steps) ends[job] = Math.max(ends[job] ?? 0, end)
    return ends
  }
  const laterThan = (told: Record<string, number>, steps: DayPlan['steps']): number =>
    Object.entries(endsOf(steps)).filter(([job, end]) => end > told[job]! + DEFAULT_HOUSE['day.told-free']).length
  const days = Array.from({ length: 30 }, (_, i) => madeUpDay({ dogs: 8, people: 3 }, seeded(100 + i)))
  const replan = (day: Day, from: DayPlan['steps'], turns: number): DayPlan =>
    planDay(day, DEFAULT_HOUSE, { random: seeded(2), goOn: (turn) => turn < turns, from })

  test('is not given up for a day that ends a little sooner: a longer search moves next to nobody', () => {
    let [heeded, unheeded] = [0, 0]
    for (const day of days) {
      const first = plan(day, 4)
      const told = endsOf(first.steps)
      heeded += laterThan(told, replan({ ...day, told }, first.steps, 120).steps)
      unheeded += laterThan(told, replan(day, first.steps, 120).steps)
    }
    expect(unheeded).toBeGreaterThan(10)
    expect(heeded).toBeLessThan(unheeded / 3)
  })
  test('is weighed by itself, and changes nothing where all are as they were told', () => {
    for (const day of days.slice(0, 8)) {
      const { steps } = plan(day, 20)
      expect(replan({ ...day, told: endsOf(steps) }, steps, 0).cost.told).toBe(0)
    }
    // One dog comes an hour later: fewer of the others are later than they were told.
    let [heeded, unheeded] = [0, 0]
    for (const day of days) {
      const { steps } = plan(day, 60)
      const told = endsOf(steps)
      const [{ id, arrives }] = day.jobs as [Day['jobs'][number]]
      const late = asIfDay(day, { kind: 'later', job: id, from: arrives + 60 })
      heeded += laterThan(told, replan({ ...late, told }, steps, 60).steps)
      unheeded += laterThan(told, replan(late, steps, 60).steps)
    }
    expect(heeded).toBeLessThan(unheeded)
  })
})

test('as if somebody were not there: everything they do goes to others, or cannot be done by name', () => {
  const day = madeUpDay({ dogs: 4, people: 3 }, seeded(6))
  const without = asIfDay(day, { kind: 'without-person', id: 'bo' })
  expect(plan(without, 5).steps.every(({ person, second }) => person !== 'bo' && second !== 'bo')).toBe(true)
  const later = asIfDay(day, { kind: 'later', job: 'd1', from: 200 })
  expect(
    plan(later, 5)
      .steps.filter(({ job }) => job === 'd1')
      .every(({ start }) => start >= 200),
  ).toBe(true)
  const noTub = day.places
    .filter(({ kind }) => kind === 'tub')
    .reduce((at, { id }) => asIfDay(at, { kind: 'without-place', id }), day)
  expect(() => plan(noTub, 1)).toThrow(/bath: no tub/)
})

test('days without dogs, without places for them, and of one dog', () => {
  expect(plan({ to: 540, now: 0, places: [], people: [], jobs: [] }, 5)).toMatchObject({
    end: 0,
    late: 0,
    optimal: true,
  })
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const day = madeUpDay({ dogs: 1, people: 1 }, seeded(seed))
      const alone = {
        ...day,
        jobs: day.jobs.map((job) => ({ ...job, steps: job.steps.map((step) => ({ ...step, second: false })) })),
      }
      const [job] = alone.jobs
      const { end } = plan(alone, 3)
      expect(end).toBeGreaterThanOrEqual(job!.arrives + job!.steps.reduce((sum, { minutes }) => sum + minutes, 0))
    }),
    { numRuns: 40 },
  )
})
