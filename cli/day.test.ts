import { spawnSync } from 'node:child_process'
import { tmpdir } from 'node:os'
import { fileURLToPath } from 'node:url'
import { describe, expect, test } from 'vitest'
import { dayFileOf, readDay } from '../contract/formats/day-file.ts'
import { seeded } from '../contract/formats/random.ts'
import { madeUpDay } from '../test/fixtures/days.ts'
import { dayOfShop, JOB_SHOPS } from '../test/fixtures/job-shops.ts'

const etude = fileURLToPath(new URL('../etude', import.meta.url))
const run = (input: unknown, ...args: string[]) =>
  spawnSync(etude, ['day', '-', ...args], { encoding: 'utf8', input: JSON.stringify(input), cwd: tmpdir() })

const DAY = {
  format: 'etude.day/1',
  start: '08:30',
  end: '17:30',
  resources: [
    { id: 'tub-1', kind: 'tub', cleanMinutes: 5 },
    { id: 'table-1', kind: 'table', maxKg: 40 },
    { id: 'dryer-1', kind: 'dryer' },
  ],
  people: [
    { id: 'p1', can: ['bath', 'dry', 'cut'], noiseCapPercent: 100, breaks: [['12:00', '12:30']] },
    { id: 'p2', can: ['bath', 'dry'] },
  ],
  jobs: ['d1', 'd2', 'd3'].map((id) => ({
    id,
    arrives: '08:30',
    due: '11:00',
    maxInBuilding: 240,
    weightKg: 12,
    avoids: id === 'd1' ? ['d2'] : [],
    steps: [
      { id: 'bath', kind: 'tub', skill: 'bath', dBA: 75, minutes: { median: 20, spread: 0.2 }, person: true },
      { id: 'soak', kind: 'tub', same: 'bath', minutes: 5, person: false, maxWaitAfter: 5 },
      { id: 'dry', kind: 'table', also: 'dryer', skill: 'dry', dBA: 85, minutes: 15 },
      { id: 'cut', kind: 'table', skill: 'cut', minutes: 25 },
    ],
  })),
}

describe('./etude day', () => {
  test('a day in, its schedule out, with what can be promised', () => {
    const { status, stdout } = run(DAY)
    expect(status).toBe(0)
    const schedule = JSON.parse(stdout)
    expect(schedule).toMatchObject({ format: 'etude.schedule/1', late: 0, lowerBound: expect.any(Number) })
    expect(schedule.broken).toBeUndefined()
    expect(schedule.steps).toHaveLength(12)
    expect(schedule.makespan).toBe(Math.max(...schedule.steps.map(({ end }: { end: number }) => end)))
    expect(schedule.lowerBound).toBeLessThanOrEqual(schedule.makespan)
    const soak = schedule.steps.find(({ job, step }: { job: string; step: string }) => job === 'd1' && step === 'soak')
    expect(soak).toMatchObject({ resource: 'tub-1', person: null })
    for (const { end, promise, latest } of schedule.jobs) {
      expect(promise).toBeGreaterThanOrEqual(end)
      expect(latest).toBeGreaterThanOrEqual(promise)
      expect(promise % 5).toBe(0)
    }
    // The same day, the same answer.
    expect(run(DAY).stdout).toBe(stdout)
  }, 60_000)

  // Fisher and Thompson 1963, Lawrence 1984.
  test.each(['ft06', 'la01'] as const)(
    '%s, a plain job shop, comes out at its optimum',
    (name) => {
      const shop = dayFileOf(dayOfShop(JOB_SHOPS[name]!))
      const { stdout } = run(shop, '--seconds', '3', '--seed', '7')
      expect(JSON.parse(stdout).makespan).toBe(JOB_SHOPS[name]!.best)
    },
    60_000,
  )

  const wrong = (change: (day: typeof DAY) => void): string => {
    const day = structuredClone(DAY)
    change(day)
    const { status, stdout, stderr } = run(day)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr.trim().split('\n')).toHaveLength(1)
    return stderr
  }
  test.each<[string, (day: typeof DAY) => void, string]>([
    [
      'an unknown skill',
      ({ jobs }) => Object.assign(jobs[0]!.steps[3]!, { skill: 'juggle' }),
      'jobs[0].steps[3].skill: got "juggle", expected a skill that somebody has',
    ],
    [
      'a place that is not there',
      ({ jobs }) => Object.assign(jobs[1]!.steps[0]!, { kind: 'pool' }),
      'jobs[1].steps[0].kind: got "pool", expected the kind of a resource that is there',
    ],
    [
      'a window that ends before it begins',
      ({ jobs }) => Object.assign(jobs[2]!, { due: '08:00' }),
      'jobs[2].due: got "08:00", expected a time not before it arrives at 08:30',
    ],
    ['a day that ends before it begins', (day) => Object.assign(day, { end: '07:00' }), 'end: got "07:00"'],
    [
      'a break that ends before it begins',
      ({ people }) => Object.assign(people[0]!, { breaks: [['12:30', '12:00']] }),
      'people[0].breaks[0]',
    ],
    [
      'a circle of "not together"',
      ({ jobs }) => {
        for (const [i, job] of jobs.entries()) job.avoids = [`d${((i + 1) % 3) + 1}`]
      },
      'expected no circle of "not together"',
    ],
    [
      'a dog too heavy for every table',
      ({ jobs }) => Object.assign(jobs[0]!, { weightKg: 60 }),
      'a resource that takes 60 kg',
    ],
    [
      'an id twice',
      ({ jobs }) => Object.assign(jobs[1]!, { id: 'd1' }),
      'jobs[1].id: got "d1", expected an id that stands once',
    ],
    [
      'a step at the place of none',
      ({ jobs }) => Object.assign(jobs[0]!.steps[1]!, { same: 'wash' }),
      'jobs[0].steps[1].same: got "wash", expected an earlier step of the same job',
    ],
    [
      'minutes below nothing',
      ({ jobs }) => Object.assign(jobs[0]!.steps[2]!, { minutes: -1 }),
      'jobs[0].steps[2].minutes',
    ],
  ])('%s is bad input, said in one line', (_, change, line) => {
    expect(wrong(change)).toContain(line)
  })
  test('said of both sides, dogs that do not go together are no circle', () => {
    const day = structuredClone(DAY)
    for (const job of day.jobs) job.avoids = ['d1', 'd2', 'd3'].filter((id) => id !== job.id)
    expect(run(day, '--seconds', '0.2').status).toBe(0)
  })
  test.each([
    [['--seconds', '0'], '--seconds: got "0"'],
    [['--seed', 'x'], '--seed: got "x"'],
    [['--fast'], '--fast'],
  ])('%j is refused', (args, line) => {
    const { status, stderr } = run(DAY, ...args)
    expect(status).toBe(2)
    expect(stderr).toContain(line)
  })
})

test('a day written as a file reads back as it was', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const day = madeUpDay({ dogs: 1 + (seed % 7), people: 1 + (seed % 4), bounds: true }, seeded(seed))
    expect(readDay(JSON.parse(JSON.stringify(dayFileOf(day))))).toEqual(day)
  }
})
