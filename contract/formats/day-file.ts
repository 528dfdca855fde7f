import * as z from 'zod'
import { type Day, type DayJob, type DayStep, JOB_FLAGS } from '../../core/index.ts'
import { BadInput, type Issue } from './problem.ts'
import { issuesOf } from './zod-issues.ts'

const MINUTES = 60
const MOST = 14 * 24 * MINUTES
const CLOCK = /^([01]\d|2[0-4]):([0-5]\d)$/

/** A time of day as 08:30, or minutes from zero. */
const time = z.union([z.string().regex(CLOCK), z.number().min(0).max(MOST)], {
  error: 'a time as 08:30, or minutes from zero',
})
const minutes = z.number().min(0).max(MOST)
const id = z.string().min(1).max(80)

const stepSchema = z.object({
  id,
  kind: id,
  /** A thing that comes to that place, as a dryer to a table. */
  also: id.nullish(),
  skill: id.nullish(),
  /** Whether somebody's hands are needed; so by default where anybody works. */
  person: z.boolean().optional(),
  second: z.boolean().optional(),
  dBA: z.number().min(0).max(140).nullish(),
  minutes: z.union([minutes, z.object({ median: minutes, spread: z.number().min(0).max(2) })], {
    error: 'minutes, or {"median":20,"spread":0.2}',
  }),
  maxWaitAfter: minutes.nullish(),
  /** An earlier step of the dog whose place it keeps. */
  same: id.nullish(),
  /** What has begun is never moved. */
  begun: z
    .object({
      start: time,
      end: time.nullish(),
      resource: id.nullish(),
      also: id.nullish(),
      person: id.nullish(),
      second: id.nullish(),
    })
    .nullish(),
})

export const dayFileSchema = z.object({
  format: z.literal('etude.day/1', { error: 'etude.day/1' }),
  start: time.optional(),
  end: time.optional(),
  /** Nothing that has not begun begins before this. */
  now: time.optional(),
  resources: z
    .array(z.object({ id, kind: id, maxKg: z.number().min(0).max(500).nullish(), cleanMinutes: minutes.optional() }))
    .max(2000),
  people: z
    .array(
      z.object({
        id,
        can: z.array(id).max(100),
        noiseCapPercent: z.number().min(0).max(10_000).nullish(),
        breaks: z
          .array(z.tuple([time, time]))
          .max(50)
          .optional(),
        from: time.optional(),
        to: time.optional(),
      }),
    )
    .max(500)
    .optional(),
  jobs: z
    .array(
      z.object({
        id,
        arrives: time.optional(),
        due: time.nullish(),
        maxInBuilding: minutes.nullish(),
        flags: z.array(z.enum(JOB_FLAGS)).optional(),
        avoids: z.array(id).max(500).optional(),
        prefers: id.nullish(),
        last: z.boolean().optional(),
        household: id.nullish(),
        fearsDryer: z.boolean().optional(),
        weightKg: z.number().min(0).max(500).nullish(),
        /** What a minute late weighs beside other dogs. */
        weight: z.number().min(0).max(1000).optional(),
        steps: z.array(stepSchema).max(200),
      }),
    )
    .max(2000),
})
export type DayFile = z.infer<typeof dayFileSchema>

type Time = z.infer<typeof time>

const clockMinutes = (value: Time): number => {
  if (typeof value === 'number') return value
  const [hours, rest] = value.split(':')
  return Number(hours) * MINUTES + Number(rest)
}

/**
 * A day to plan; times become minutes from its start. What no plan could meet is refused by name: a skill nobody has, a
 * place that is not there, a window that ends before it begins, dogs of one household that must not meet.
 * @throws {BadInput} with every issue found
 */
export function readDay(input: unknown): Day {
  const parsed = dayFileSchema.safeParse(input)
  if (!parsed.success) throw new BadInput(issuesOf(parsed.error, input))
  const file = parsed.data
  const issues = issuesWithin(file)
  if (issues.length > 0) throw new BadInput(issues)
  const zero = file.start === undefined ? 0 : clockMinutes(file.start)
  const at = (value: Time): number => (typeof value === 'number' ? value : clockMinutes(value) - zero)
  const people = (file.people ?? []).map((person) => ({
    id: person.id,
    can: person.can,
    noiseCap: person.noiseCapPercent ?? null,
    breaks: (person.breaks ?? []).map(([from, to]) => [at(from), at(to)] as const),
    from: person.from === undefined ? 0 : at(person.from),
    to: person.to === undefined ? null : at(person.to),
  }))
  return {
    to: file.end === undefined ? null : at(file.end),
    now: file.now === undefined ? 0 : Math.max(0, at(file.now)),
    places: file.resources.map((place) => ({
      id: place.id,
      kind: place.kind,
      maxKg: place.maxKg ?? null,
      cleanMin: place.cleanMinutes ?? 0,
    })),
    people,
    jobs: file.jobs.map(
      (job): DayJob => ({
        id: job.id,
        arrives: job.arrives === undefined ? 0 : Math.max(0, at(job.arrives)),
        due: job.due == null ? null : at(job.due),
        maxInBuilding: job.maxInBuilding ?? null,
        flags: job.flags ?? [],
        avoids: job.avoids ?? [],
        prefers: job.prefers ?? null,
        last: job.last ?? false,
        household: job.household ?? null,
        fearsDryer: job.fearsDryer ?? false,
        weightKg: job.weightKg ?? null,
        weight: job.weight ?? 1,
        steps: job.steps.map((step): DayStep => {
          const { median, spread } =
            typeof step.minutes === 'number' ? { median: step.minutes, spread: 0 } : step.minutes
          return {
            id: step.id,
            kind: step.kind,
            also: step.also ?? null,
            skill: step.skill ?? null,
            person: people.length > 0 && (step.person ?? true),
            second: step.second ?? false,
            dBA: step.dBA ?? null,
            minutes: median,
            spread,
            maxWait: step.maxWaitAfter ?? null,
            same: step.same ?? null,
            begun: step.begun
              ? {
                  start: at(step.begun.start),
                  end: step.begun.end == null ? null : at(step.begun.end),
                  place: step.begun.resource ?? null,
                  also: step.begun.also ?? null,
                  person: step.begun.person ?? null,
                  second: step.begun.second ?? null,
                }
              : null,
          }
        }),
      }),
    ),
  }
}

function issuesWithin(file: DayFile): Issue[] {
  const issues: Issue[] = []
  const say = (path: string, value: unknown, expected: string): void => {
    issues.push({ path, value, expected })
  }
  const unlike = (list: readonly { id: string }[], path: string): void => {
    const seen = new Set<string>()
    list.forEach(({ id: own }, i) => {
      if (seen.has(own)) say(`${path}[${i}].id`, own, 'an id that stands once')
      seen.add(own)
    })
  }
  const ordered = (path: string, from: Time | undefined, to: Time | null | undefined, what: string): void => {
    if (from !== undefined && to != null && typeof from === typeof to && clockMinutes(to) < clockMinutes(from))
      say(path, to, `${what} ${from}`)
  }
  unlike(file.resources, 'resources')
  unlike(file.people ?? [], 'people')
  unlike(file.jobs, 'jobs')
  ordered('end', file.start, file.end, 'an end not before the start at')
  const people = file.people ?? []
  people.forEach((person, p) => {
    ordered(`people[${p}].to`, person.from, person.to, 'an end not before the beginning at')
    for (const [b, [from, to]] of (person.breaks ?? []).entries())
      ordered(`people[${p}].breaks[${b}]`, from, to, 'a break that ends after it begins at')
  })
  const jobs = new Map(file.jobs.map((job) => [job.id, job]))
  file.jobs.forEach((job, j) => {
    const at = `jobs[${j}]`
    ordered(`${at}.due`, job.arrives, job.due, 'a time not before it arrives at')
    if (job.prefers != null && !people.some(({ id: own }) => own === job.prefers))
      say(`${at}.prefers`, job.prefers, 'one of the people')
    for (const [a, other] of (job.avoids ?? []).entries()) {
      const path = `${at}.avoids[${a}]`
      if (!jobs.has(other)) say(path, other, 'one of the jobs')
      else if (other === job.id) say(path, other, 'another job than itself')
      else if (job.household != null && jobs.get(other)!.household === job.household)
        say(path, other, `a job of another household: those of ${job.household} come and leave together`)
    }
    unlike(job.steps, `${at}.steps`)
    for (const [s, step] of job.steps.entries()) stepIssues(file, job, step, s, `${at}.steps[${s}]`, say)
  })
  issues.push(...circles(file))
  return issues
}

type Say = (path: string, value: unknown, expected: string) => void

function stepIssues(
  file: DayFile,
  job: DayFile['jobs'][number],
  step: DayFile['jobs'][number]['steps'][number],
  s: number,
  at: string,
  say: Say,
): void {
  const kinds = (kind: string) => file.resources.filter((place) => place.kind === kind)
  for (const [field, kind] of [
    ['kind', step.kind],
    ['also', step.also],
  ] as const) {
    if (kind == null) continue
    const there = kinds(kind)
    if (there.length === 0) say(`${at}.${field}`, kind, 'the kind of a resource that is there')
    else if (job.weightKg != null && !there.some(({ maxKg }) => maxKg == null || maxKg >= job.weightKg!))
      say(`${at}.${field}`, kind, `a resource that takes ${job.weightKg} kg`)
  }
  const people = file.people ?? []
  const needed = people.length > 0 && (step.person ?? true)
  if (needed && step.skill != null && !people.some(({ can }) => can.includes(step.skill!)))
    say(`${at}.skill`, step.skill, 'a skill that somebody has')
  if (step.same != null) {
    const earlier = job.steps.slice(0, s).find(({ id: own }) => own === step.same)
    if (!earlier) say(`${at}.same`, step.same, 'an earlier step of the same job')
    else if (earlier.kind !== step.kind) say(`${at}.same`, step.same, `a step at a ${step.kind}`)
  }
  if (step.begun) {
    if (step.begun.resource != null && !file.resources.some(({ id: own }) => own === step.begun!.resource))
      say(`${at}.begun.resource`, step.begun.resource, 'one of the resources')
    for (const who of ['person', 'second'] as const)
      if (step.begun[who] != null && !people.some(({ id: own }) => own === step.begun![who]))
        say(`${at}.begun.${who}`, step.begun[who], 'one of the people')
    if (s > 0 && !job.steps[s - 1]!.begun) say(`${at}.begun`, step.begun, 'every earlier step begun too')
  }
}

/**
 * "Not together" said one way round in a circle, a of b, b of c and c of a, is a slip: it holds between two, and where it
 * holds between all of them each says so of each.
 */
function circles(file: DayFile): Issue[] {
  const avoids = new Map(file.jobs.map((job) => [job.id, new Set(job.avoids ?? [])]))
  const oneWay = (from: string): string[] =>
    [...(avoids.get(from) ?? [])].filter((to) => to !== from && avoids.has(to) && !avoids.get(to)!.has(from))
  const done = new Set<string>()
  for (const [j, { id: begin }] of file.jobs.entries()) {
    const path: string[] = []
    const walk = (at: string): string[] | null => {
      if (path.includes(at)) return path.slice(path.indexOf(at))
      if (done.has(at)) return null
      path.push(at)
      for (const to of oneWay(at)) {
        const circle = walk(to)
        if (circle) return circle
      }
      path.pop()
      done.add(at)
      return null
    }
    const circle = walk(begin)
    if (circle)
      return [{ path: `jobs[${j}].avoids`, value: [...circle, circle[0]], expected: 'no circle of "not together"' }]
  }
  return []
}

/** The same day as a file, in minutes from its beginning. */
export const dayFileOf = ({ to, now, places, people, jobs }: Day): DayFile => ({
  format: 'etude.day/1',
  ...(to === null ? {} : { end: to }),
  now,
  resources: places.map(({ id, kind, maxKg, cleanMin }) => ({ id, kind, maxKg, cleanMinutes: cleanMin })),
  people: people.map(({ id, can, noiseCap, breaks, from, to: until }) => ({
    id,
    can: [...can],
    noiseCapPercent: noiseCap,
    breaks: breaks.map(([start, end]): [number, number] => [start, end]),
    from,
    ...(until === null ? {} : { to: until }),
  })),
  jobs: jobs.map(({ steps, flags, avoids, ...job }) => ({
    ...job,
    flags: [...flags],
    avoids: [...avoids],
    steps: steps.map(({ minutes: median, spread, maxWait, begun, ...step }) => ({
      ...step,
      minutes: { median, spread },
      maxWaitAfter: maxWait,
      begun: begun && {
        start: begun.start,
        end: begun.end,
        resource: begun.place,
        also: begun.also,
        person: begun.person,
        second: begun.second,
      },
    })),
  })),
})
