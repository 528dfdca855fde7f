import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, onRegions } from '../../../test/fixtures/dogs.ts'
import { planBath } from '../../bath/bath.ts'
import { USUAL_SHELF } from '../../bath/products.ts'
import { cutOf } from '../../cut/cut.ts'
import { dryingOf } from '../../drying/drying.ts'
import { afterOf } from '../../goodbye/after.ts'
import { DEFAULT_HOUSE } from '../../numbers/estimates.ts'
import { schoolsWith } from '../../numbers/schools.ts'
import { planGroom } from '../../plan/plan.ts'
import type { GroomStep } from '../step.ts'
import { groomMinutes, groomSteps } from '../steps.ts'
import { minutesByRegion, workedOf, workLines } from '../work.ts'
import { benchOf, waitsOn } from './bench.ts'
import type { BenchEvent, BenchHappening } from './shape.ts'
import { minutesTaken } from './status.ts'

type Changes = Parameters<typeof anAssessment>[0]
function made(changes: Changes = {}) {
  const assessment = anAssessment(changes)
  const plan = planGroom(assessment, DEFAULT_HOUSE)
  const bath = planBath(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF)
  const drying = plan.verdict.choice === 'refer' ? null : dryingOf(assessment, plan, DEFAULT_HOUSE)
  const cut = cutOf(assessment, plan, DEFAULT_HOUSE)
  return { plan, bath, drying, cut, steps: groomSteps(assessment, plan, { bath, drying, cut }, DEFAULT_HOUSE) }
}
const KNOTTY = onRegions(cleanSheet(), ['armpit', 'behind-ear', 'side'], { mat: 3, extent: 0.5, standoffMm: 3 })

describe('the groom as a list', () => {
  test('holds every minute of verdict, bath, drying and cut once', () => {
    const { plan, bath, drying, cut, steps } = made({
      dog: { weightKg: 14 },
      wishes: { style: 'trim', targetMm: { body: 16 } },
      sheet: KNOTTY,
    })
    const of = (...kinds: GroomStep['kind'][]): number =>
      steps.filter(({ kind }) => kinds.includes(kind)).reduce((sum, { minutes }) => sum + minutes, 0)
    expect(of('coat')).toBeCloseTo(
      plan.regions.reduce((sum, { treatment, option }) => sum + (treatment === 'none' ? 0 : option.minutes), 0),
      6,
    )
    expect(of('cut', 'blend')).toBeCloseTo(cut!.minutes, 6)
    const tub = bath.steps.filter(({ inVerdict }) => !inVerdict)
    const inTub = steps.filter(({ id }) => id.startsWith('bath:')).reduce((sum, { minutes }) => sum + minutes, 0)
    expect(inTub).toBeCloseTo(
      tub.reduce(
        (sum, { handsMin, meanwhile }) =>
          sum + handsMin + meanwhile.reduce((all, job) => all + bath.jobMinutes[job]!, 0),
        0,
      ),
      6,
    )
    expect(of('dry')).toBeCloseTo(drying!.minutes - drying!.inVerdict - drying!.brushedInVerdict, 6)
    expect(steps.reduce((sum, { pull }) => sum + pull, 0)).toBeCloseTo(plan.verdict.pull.low, 6)
  })
  test('tight mats before the bath, cut after the drying and the comb check; ids are unlike', () => {
    const { steps } = made({ sheet: KNOTTY, wishes: { style: 'trim', targetMm: { body: 16 } } })
    const phases = steps.map(({ phase }) => phase)
    expect(phases[0]).toBe('before-bath')
    expect(phases.indexOf('bath')).toBeLessThan(phases.indexOf('dry'))
    expect(phases.indexOf('dry')).toBeLessThan(phases.indexOf('cut'))
    const check = steps.findIndex(({ kind }) => kind === 'check')
    expect(steps.slice(0, check).some(({ phase }) => phase === 'dry')).toBe(true)
    expect(steps.findIndex(({ phase }) => phase === 'cut')).toBe(check + 1)
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
  })
  test('what fills a wait stands before it; what comes after the wait is not begun while its clock runs', () => {
    const { steps } = made({
      dog: { weightKg: 14 },
      sheet: onRegions(cleanSheet(), ['back', 'side'], { condition: 3 }),
      schools: schoolsWith({ 'nails-when': 'in-dwell', 'ears-when': 'in-dwell' }),
    })
    const first = (found: (step: GroomStep) => boolean): number => steps.findIndex(found)
    const wash = first(({ what }) => what === 'wash')
    const nails = first(({ kind }) => kind === 'nails')
    const rinse = first(({ what }) => what === 'rinse')
    expect(steps[wash]!.dwellMin).toBeGreaterThan(0)
    expect(wash).toBeLessThan(nails)
    expect(steps[nails]!.waitsFor).toEqual([])
    expect(steps[rinse]!.waitsFor).toContain(steps[wash]!.id)
    // The wait itself: by the clock of the wash, none once somebody has touched it.
    const dwell = steps[wash]!.dwellMin
    const events = [
      event(0, 'p', { kind: 'plan', planId: 'p', steps, pullBudget: 10, restEvery: 45 }),
      event(1, 'p', { kind: 'timer', step: steps[wash]!.id, minutes: dwell }),
    ]
    const during = benchOf(events, at(1.5))
    expect(waitsOn(during, steps[rinse]!, at(1.5))).toMatchObject({ endsAt: at(1 + dwell) })
    expect(waitsOn(during, steps[nails]!, at(1.5))).toBeNull()
    expect(waitsOn(during, steps[rinse]!, at(1 + dwell))).toBeNull()
    const stopped = benchOf([...events, event(1.4, 'p', { kind: 'timer-stop', timer: events[1]!.id })], at(1.5))
    expect(waitsOn(stopped, steps[rinse]!, at(1.5))).toBeNull()
  })
  test('as long as one pair of hands needs, with the waits that nothing fills', () => {
    const step = (id: string, minutes: number, dwellMin = 0, waitsFor: string[] = []): GroomStep => ({
      ...made().steps[0]!,
      id,
      minutes,
      dwellMin,
      waitsFor,
    })
    expect(groomMinutes([step('wash', 2, 5), step('nails', 3), step('rinse', 1, 0, ['wash'])])).toBe(8)
    expect(groomMinutes([step('wash', 2, 5), step('nails', 7), step('rinse', 1, 0, ['wash'])])).toBe(10)
    expect(groomMinutes([step('wash', 2), step('rinse', 1, 0, ['gone'])])).toBe(3)
  })
  test('ears are plucked only where the house does that, and never where they are not sound', () => {
    const schools = schoolsWith({ 'ear-hair': 'pluck' })
    const plucks = (changes: Changes): boolean => made(changes).steps.some(({ kind }) => kind === 'ear-hair')
    expect(plucks({})).toBe(false)
    expect(plucks({ schools })).toBe(true)
    expect(plucks({ schools, sheet: onRegions(cleanSheet(), ['ear-inner'], { skin: 1 }) })).toBe(false)
    expect(plucks({ schools, dog: { coatType: 'smooth' } })).toBe(false)
  })
  test('work that is spread over visits: today’s share alone, and what is not through is neither free nor cut', () => {
    const frail: Changes = {
      dog: { weightKg: 28, temperament: 'anxious', health: ['senior'] },
      wishes: { style: 'trim', targetMm: { body: 16 }, keepLength: 3 },
      slotMinutes: 90,
      sheet: onRegions(cleanSheet(), ['back', 'side', 'shoulder', 'belly', 'hindleg', 'foreleg'], {
        mat: 4,
        extent: 1,
        standoffMm: 3,
      }),
    }
    const { plan, steps } = made(frail)
    const [first] = plan.split!.visits
    const coat = steps.filter(({ kind }) => kind === 'coat')
    expect(coat.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(first!.minutes, 6)
    expect(coat.reduce((sum, { pull }) => sum + pull, 0)).toBeCloseTo(first!.pull, 6)
    const parts = new Map(first!.parts.map(({ index, part }) => [index, part]))
    const after = afterOf(anAssessment(frail), plan, null, [])
    for (const { index, treatment } of plan.regions) {
      const worked = !['none', 'leave', 'look', 'card'].includes(treatment)
      if (!worked || parts.get(index) === 1) continue
      expect(after[index]!.mat).toBe(anAssessment(frail).sheet[index]!.mat)
      expect(
        steps.some(({ kind, what, indexes }) => kind === 'cut' && what === 'coat' && indexes.includes(index)),
      ).toBe(false)
    }
    expect(plan.regions.some(({ index, treatment }) => treatment !== 'none' && parts.get(index) !== 1)).toBe(true)
  })
  test('a groom that stops has no steps', () => {
    expect(
      made({ sheet: onRegions(cleanSheet(), ['back'], { findings: [{ id: 'mites-suspect', sizeMm: null }] }) }).steps,
    ).toEqual([])
  })
})

const { steps: STEPS } = made({ sheet: KNOTTY, wishes: { style: 'trim', targetMm: { body: 16 } } })
const [FIRST, SECOND, THIRD] = STEPS.map(({ id }) => id) as [string, string, string]
const T0 = Date.parse('2026-03-04T09:00:00Z')
const MIN = 60_000
let made_ = 0
const event = (minute: number, by: string | null, happening: BenchHappening, id?: string): BenchEvent => ({
  ...happening,
  id: id ?? `e${String(made_++).padStart(4, '0')}`,
  at: T0 + minute * MIN,
  by,
})
const PLAN = event(0, 'p', { kind: 'plan', planId: 'plan', steps: STEPS, pullBudget: 30, restEvery: 45 })
const at = (minute: number): number => T0 + minute * MIN
const step = (bench: ReturnType<typeof benchOf>, id: string) => bench.steps.find(({ step }) => step.id === id)!

describe('the bench', () => {
  test('a step runs from start to done, and a pair of hands is at one thing at a time', () => {
    const events = [
      PLAN,
      event(1, 'p', { kind: 'start', step: FIRST }),
      event(5, 'p', { kind: 'start', step: SECOND }),
      event(7, 'p', { kind: 'done', step: SECOND }),
    ]
    const bench = benchOf(events, at(9))
    expect(step(bench, FIRST)).toMatchObject({ status: 'open', spentMs: 4 * MIN })
    expect(step(bench, SECOND)).toMatchObject({ status: 'done', spentMs: 2 * MIN, doneBy: 'p', doneAt: at(7) })
    expect(minutesTaken(step(bench, SECOND))).toBe(2)
    expect(minutesTaken(step(bench, THIRD))).toBeNull()
  })
  test('two people on one step count once for the dog and each for themselves', () => {
    const bench = benchOf(
      [
        PLAN,
        event(0, 'p', { kind: 'start', step: FIRST }),
        event(2, 'q', { kind: 'start', step: FIRST }),
        event(6, 'p', { kind: 'done', step: FIRST }),
      ],
      at(10),
    )
    expect(step(bench, FIRST)).toMatchObject({ status: 'done', spentMs: 6 * MIN })
    expect([...step(bench, FIRST).byPerson]).toEqual([
      ['p', 6 * MIN],
      ['q', 4 * MIN],
    ])
  })
  test('two tabs that press the same thing do it once', () => {
    const twice: BenchHappening[] = [
      { kind: 'start', step: FIRST },
      { kind: 'done', step: FIRST },
    ]
    const bench = benchOf(
      [PLAN, ...twice.map((one, i) => event(1 + i, 'p', one)), ...twice.map((one, i) => event(1.01 + i, 'p', one))],
      at(9),
    )
    expect(step(bench, FIRST)).toMatchObject({ status: 'done', spentMs: MIN })
    const timers = benchOf(
      [
        PLAN,
        event(1, 'p', { kind: 'timer', step: FIRST, minutes: 5 }),
        event(1.02, 'q', { kind: 'timer', step: FIRST, minutes: 5 }),
      ],
      at(2),
    ).timers
    expect(timers).toHaveLength(1)
    expect(timers[0]!.endsAt).toBe(at(6))
  })
  test('a rest stops every clock and starts them again; work since the last rest is counted from its end', () => {
    const events = [
      PLAN,
      event(0, 'p', { kind: 'start', step: FIRST }),
      event(10, 'p', { kind: 'rest' }),
      event(14, 'p', { kind: 'rest-end' }),
    ]
    expect(benchOf(events.slice(0, 3), at(12))).toMatchObject({ resting: { since: at(10) }, rests: 1 })
    const bench = benchOf(events, at(20))
    expect(step(bench, FIRST)).toMatchObject({ status: 'working', spentMs: 16 * MIN })
    expect(bench.sinceRestMs).toBe(6 * MIN)
  })
  test('pull is spent by the clock while a step lasts, and whole when it is done', () => {
    const pulls = STEPS.find(({ pull, minutes }) => pull > 0 && minutes > 1)!
    const events = [PLAN, event(0, 'p', { kind: 'start', step: pulls.id })]
    expect(benchOf(events, at(pulls.minutes / 2)).pullSpent).toBeCloseTo(pulls.pull / 2, 6)
    expect(benchOf(events, at(pulls.minutes * 3)).pullSpent).toBeCloseTo(pulls.pull, 6)
    expect(benchOf([...events, event(0.1, 'p', { kind: 'done', step: pulls.id })], at(1)).pullSpent).toBeCloseTo(
      pulls.pull,
      6,
    )
  })
  test('a new plan keeps what was done and drops what was never begun', () => {
    const replanned = STEPS.slice(2)
    const bench = benchOf(
      [
        PLAN,
        event(0, 'p', { kind: 'start', step: FIRST }),
        event(4, 'p', { kind: 'done', step: FIRST }),
        event(5, 'p', { kind: 'plan', planId: 'other', steps: replanned, pullBudget: 20, restEvery: 45 }),
      ],
      at(6),
    )
    expect(bench.planId).toBe('other')
    expect(step(bench, FIRST)).toMatchObject({ status: 'done', earlier: true })
    expect(bench.steps.some(({ step: { id } }) => id === SECOND)).toBe(false)
    expect(bench.steps).toHaveLength(replanned.length + 1)
  })
  // Common practice: nobody leaves a dog wet, whatever was found while it stood in the tub.
  test('a new plan without a bath leaves no wet dog: it is rinsed, towelled and dried; one that is dry is not', () => {
    const bath = STEPS.filter(({ kind }) => kind === 'bath')
    const dries = STEPS.filter(({ kind }) => kind === 'dry').map(({ id }) => id)
    expect(dries.length).toBeGreaterThan(0)
    const without = STEPS.filter(({ kind }) => kind !== 'bath' && kind !== 'dry')
    const anew = event(5, 'p', { kind: 'plan', planId: 'other', steps: without, pullBudget: 20, restEvery: 45 })
    const open = (...before: readonly BenchEvent[]): string[] =>
      benchOf([PLAN, ...before, anew], at(6))
        .steps.filter(({ earlier, status }) => earlier && status === 'open')
        .map(({ step: { id } }) => id)
    expect(open()).toEqual([])
    const wet = open(
      event(1, 'p', { kind: 'start', step: bath[0]!.id }),
      event(2, 'p', { kind: 'done', step: bath[0]!.id }),
    )
    expect(wet.filter((id) => STEPS.find((one) => one.id === id)!.what === 'rinse')).toHaveLength(1)
    expect(wet.filter((id) => STEPS.find((one) => one.id === id)!.what === 'towel')).toHaveLength(1)
    expect(wet.filter((id) => dries.includes(id))).toEqual(dries)
    expect(wet).toHaveLength(dries.length + 2)
    const dried = [...bath.map(({ id }) => id), ...dries].map((id, i) =>
      event(1 + i / 100, 'p', { kind: 'done', step: id }),
    )
    expect(open(...dried)).toEqual([])
  })
  test('a place is finished by its step or by itself, once, and opened again', () => {
    const coat = STEPS.find(({ kind, indexes, part }) => kind === 'coat' && indexes.length > 1 && part === 1)!
    const [one, ...others] = coat.indexes as [number, ...number[]]
    const left = { treatment: coat.treatment!, leavesMm: null, minutes: 3, pull: 1 }
    const places = (minute: number, finished: readonly number[], reopened: readonly number[] = []): BenchEvent =>
      event(minute, 'q', { kind: 'places', finished: finished.map((index) => ({ index, ...left })), reopened })
    const byStep = [PLAN, event(1, 'p', { kind: 'done', step: coat.id })]
    expect([...benchOf(byStep, at(9)).finished.keys()].sort()).toEqual([...coat.indexes].sort())
    // What a step takes is its places' together.
    const sum = [...benchOf(byStep, at(9)).finished.values()].reduce((total, { minutes }) => total + minutes, 0)
    expect(sum).toBeCloseTo(coat.minutes, 9)
    expect(benchOf([...byStep, places(2, [], [one])], at(9)).finished.has(one)).toBe(false)
    expect(benchOf([...byStep, places(2, [], [one]), places(3, [one])], at(9)).finished.get(one)).toMatchObject(left)
    // Opened before the step was through, it is finished with it.
    expect(benchOf([PLAN, places(0.5, [], [one]), byStep[1]!], at(9)).finished.has(one)).toBe(true)
    // By itself, place after place: with the last of them the step is through.
    expect(step(benchOf([PLAN, places(1, [one])], at(9)), coat.id).status).toBe('open')
    const all = benchOf([PLAN, places(1, [one]), places(2, others)], at(9))
    expect(step(all, coat.id)).toMatchObject({ status: 'done', doneAt: at(2), doneBy: 'q', spentMs: 0 })
    // Finished twice it took what it took the first time.
    const twice = benchOf([PLAN, places(1, [one]), ...byStep.slice(1)], at(9))
    expect(twice.finished.get(one)).toMatchObject(left)
  })
  test('incidents keep what is added to them; the first time the owner was told stands', () => {
    const incident = event(3, 'p', {
      kind: 'incident',
      incident: 'nick',
      region: 'tuck',
      side: 'left',
      sizeMm: null,
      did: '',
    })
    const bench = benchOf(
      [
        PLAN,
        incident,
        event(4, 'p', {
          kind: 'incident-more',
          incident: incident.id,
          region: null,
          side: null,
          sizeMm: 4,
          did: 'pressed, clean',
        }),
        event(5, 'p', { kind: 'told', incident: incident.id }),
        event(9, 'p', { kind: 'told', incident: incident.id }),
      ],
      at(10),
    )
    expect(bench.incidents).toMatchObject([{ sizeMm: 4, did: 'pressed, clean', toldAt: at(5), region: 'tuck' }])
  })
  test('a blade is cooled, changed and put down', () => {
    const on = [PLAN, event(0, 'p', { kind: 'blade-on', blade: '10' }), event(6, 'p', { kind: 'coolant' })]
    expect(benchOf(on, at(8)).blades).toEqual([{ blade: '10', by: 'p', since: at(0), cooledAt: at(6) }])
    expect(benchOf([...on, event(9, 'p', { kind: 'blade-off' })], at(10)).blades).toEqual([])
  })
  test('a thermometer’s word on a blade stands with the minutes since it was put on or cooled; without a blade it is of none', () => {
    const { bladeReadings } = benchOf(
      [
        PLAN,
        event(0, 'p', { kind: 'blade-on', blade: '10' }),
        event(6, 'p', { kind: 'coolant', celsius: 44 }),
        event(10, 'p', { kind: 'blade-off', celsius: 39.5 }),
        event(11, 'p', { kind: 'blade-off', celsius: 50 }),
        event(12, 'p', { kind: 'blade-on', blade: '30' }),
        event(14, 'p', { kind: 'coolant' }),
      ],
      at(20),
    )
    expect(bladeReadings).toEqual([
      { minutes: 6, celsius: 44 },
      { minutes: 4, celsius: 39.5 },
    ])
  })

  const anyHappening: fc.Arbitrary<BenchHappening> = fc.oneof(
    fc
      .constantFrom('start' as const, 'pause' as const, 'done' as const, 'reopen' as const)
      .chain((kind) => fc.constantFrom(FIRST, SECOND, THIRD).map((id) => ({ kind, step: id }))),
    fc.constantFrom(FIRST, SECOND).map((id) => ({ kind: 'timer' as const, step: id, minutes: 5 })),
    fc.constantFrom({ kind: 'rest' as const }, { kind: 'rest-end' as const }, { kind: 'finish' as const }),
    fc.tuple(fc.subarray([0, 5, 9]), fc.subarray([0, 5, 9])).map(([finished, reopened]) => ({
      kind: 'places' as const,
      finished: finished.map((index) => ({ index, treatment: 'brush' as const, leavesMm: null, minutes: 2, pull: 1 })),
      reopened,
    })),
    fc.constantFrom(FIRST, THIRD).map((id) => ({ kind: 'skip' as const, step: id, reason: 'no-time' as const })),
  )
  const anyEvents = fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.constantFrom('p', 'q'), anyHappening), {
    maxLength: 30,
  })
  test('whatever happened: the order in which events arrive and how often changes nothing', () => {
    fc.assert(
      fc.property(anyEvents, fc.integer(), (list, seed) => {
        const events = [PLAN, ...list.map(([minute, by, one], i) => event(minute, by, one, `x${i}`))]
        const shuffled = [...events, ...events].sort(
          (a, b) => (a.id + seed < b.id + seed ? 1 : -1) * (seed % 2 ? 1 : -1),
        )
        expect(benchOf(shuffled, at(100))).toEqual(benchOf(events, at(100)))
      }),
      { numRuns: 150, seed: 3 },
    )
  })
  test('whatever happened: nobody works longer than the clock, nor at two things, nor on what is done', () => {
    fc.assert(
      fc.property(anyEvents, (list) => {
        const bench = benchOf([PLAN, ...list.map(([minute, by, one], i) => event(minute, by, one, `x${i}`))], at(100))
        for (const who of ['p', 'q']) {
          const total = bench.steps.reduce((sum, { byPerson }) => sum + (byPerson.get(who) ?? 0), 0)
          expect(total).toBeLessThanOrEqual(100 * MIN)
          expect(bench.steps.filter(({ workers }) => workers.includes(who)).length).toBeLessThanOrEqual(1)
        }
        for (const { status, workers } of bench.steps)
          if (status === 'done' || status === 'skipped') expect(workers).toEqual([])
        expect(bench.pullSpent).toBeLessThanOrEqual(STEPS.reduce((sum, { pull }) => sum + pull, 0) + 1e-9)
      }),
      { numRuns: 150, seed: 5 },
    )
  })
})

describe('what a groom teaches', () => {
  const coat = STEPS.filter(({ kind, minutes }) => kind === 'coat' && minutes > 1)
  const events = [
    PLAN,
    ...coat.flatMap((one, i) => [
      event(10 * i, 'p', { kind: 'start' as const, step: one.id }),
      event(10 * i + 6, 'p', { kind: 'done' as const, step: one.id }),
    ]),
  ]
  test('minutes by treatment and person, at the house’s rates; what was ticked off without a clock teaches nothing', () => {
    const worked = workedOf(benchOf(events, at(200)))
    expect(worked.reduce((sum, { takenMin }) => sum + takenMin, 0)).toBeCloseTo(6 * coat.length, 6)
    expect(worked.reduce((sum, { plannedMin }) => sum + plannedMin, 0)).toBeCloseTo(
      coat.reduce((sum, { minutes }) => sum + minutes, 0),
      6,
    )
    expect(workedOf(benchOf([PLAN, event(0, 'p', { kind: 'done', step: coat[0]!.id })], at(9)))).toEqual([])
  })
  test('minutes by place add up to those of the steps', () => {
    const bench = benchOf(events, at(200))
    const total = [...minutesByRegion(bench).values()].reduce((sum, minutes) => sum + minutes, 0)
    expect(total).toBeCloseTo(6 * coat.length, 6)
  })
  test('planned and taken by treatment, skipped work not planned any more', () => {
    const lines = workLines(
      benchOf([...events, event(300, 'p', { kind: 'skip', step: 'check', reason: 'no-time' })], at(301)),
    )
    expect(lines.find(({ what }) => what === 'check')).toMatchObject({
      plannedMin: 0,
      takenMin: null,
      done: 0,
      steps: 1,
    })
    expect(lines.reduce((sum, { takenMin }) => sum + (takenMin ?? 0), 0)).toBeCloseTo(6 * coat.length, 6)
  })
})
