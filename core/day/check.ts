import { noiseDose } from '../safety/noise.ts'
import type { Day, DayJob, DayStep, PlannedStep } from './day.ts'

/** What a schedule may break. */
export const BREACH_IDS = [
  'missing',
  'minutes',
  'order',
  'early',
  'wrong-place',
  'too-heavy',
  'taken',
  'not-cleaned',
  'wrong-hands',
  'no-skill',
  'hands-taken',
  'break',
  'no-second',
  'waits-wet',
  'waits',
  'moved',
  'met',
  'not-last',
  'inside-too-long',
  'noise',
  'begun-moved',
] as const
export type BreachId = (typeof BREACH_IDS)[number]

export interface Breach {
  readonly code: BreachId
  readonly job: string | null
  readonly step: string | null
  /** Who or what else: a place, a person, another dog. */
  readonly other: string | null
}

const NEAR = 1e-3

/**
 * Whether a schedule keeps every bound of its day, read from the schedule alone and written apart from what makes it.
 * Late promises and overtime are no breach: they are weighed.
 */
export function checkDay(day: Day, steps: readonly PlannedStep[]): Breach[] {
  const breaches: Breach[] = []
  const say = (code: BreachId, job: string | null, step: string | null = null, other: string | null = null): void => {
    breaches.push({ code, job, step, other })
  }
  const planned = new Map(steps.map((step) => [`${step.job}\n${step.step}`, step]))
  const of = (job: DayJob, step: DayStep): PlannedStep | undefined => planned.get(`${job.id}\n${step.id}`)

  for (const job of day.jobs) for (const [i, step] of job.steps.entries()) checkStep(day, job, step, i, of, say)

  const spans = day.jobs.flatMap((job) => heldSpans(job, of))
  for (const { id, cleanMin } of day.places) {
    const here = spans.filter(({ unit }) => unit === id).sort((a, b) => a.from - b.from)
    for (let i = 1; i < here.length; i++) {
      const [a, b] = [here[i - 1]!, here[i]!]
      if (b.from < a.to - NEAR) say('taken', b.job, b.step, id)
      else if (a.job !== b.job && b.from < a.to + cleanMin - NEAR) say('not-cleaned', b.job, b.step, id)
    }
  }
  for (const { id, breaks, from, noiseCap } of day.people) {
    const here = spans.filter(({ unit }) => unit === id).sort((a, b) => a.from - b.from)
    for (let i = 0; i < here.length; i++) {
      const b = here[i]!
      if (i > 0 && b.from < here[i - 1]!.to - NEAR) say('hands-taken', b.job, b.step, id)
      const off = b.begun ? [] : breaks
      if (b.from < from - NEAR || off.some(([start, end]) => b.from < end - NEAR && b.to > start + NEAR))
        say('break', b.job, b.step, id)
    }
    if (noiseCap !== null) {
      const heard = steps.flatMap(({ person, job, step }) => {
        const of = day.jobs.find((one) => one.id === job)?.steps.find((one) => one.id === step)
        return person === id && of && of.dBA !== null ? [{ dBA: of.dBA, minutes: of.minutes }] : []
      })
      if (noiseDose(heard, null).niosh > noiseCap + NEAR) say('noise', null, null, id)
    }
  }
  checkTogether(day, of, say)
  return breaches
}

type Say = (code: BreachId, job: string | null, step?: string | null, other?: string | null) => void
type Of = (job: DayJob, step: DayStep) => PlannedStep | undefined

function checkStep(day: Day, job: DayJob, step: DayStep, i: number, of: Of, say: Say): void {
  const at = of(job, step)
  if (!at) {
    say('missing', job.id, step.id)
    return
  }
  if (step.begun) {
    if (Math.abs(at.start - step.begun.start) > NEAR) say('begun-moved', job.id, step.id)
    return
  }
  const place = day.places.find(({ id }) => id === at.place)
  if (!place || place.kind !== step.kind) say('wrong-place', job.id, step.id, at.place)
  else if (place.maxKg !== null && job.weightKg !== null && job.weightKg > place.maxKg)
    say('too-heavy', job.id, step.id, at.place)
  if (step.also !== null && day.places.find(({ id }) => id === at.also)?.kind !== step.also)
    say('wrong-place', job.id, step.id, at.also)
  if (day.people.length > 0 && step.person) {
    const who = day.people.find(({ id }) => id === at.person)
    if (!who) say('wrong-hands', job.id, step.id, at.person)
    else if (step.skill !== null && !who.can.includes(step.skill)) say('no-skill', job.id, step.id, at.person)
    if (step.second && day.people.length > 1 && (at.second === null || at.second === at.person))
      say('no-second', job.id, step.id)
  }
  if (Math.abs(at.end - at.start - step.minutes) > NEAR) say('minutes', job.id, step.id)
  if (at.start < Math.max(job.arrives, day.now) - NEAR) say('early', job.id, step.id)
  const before = i > 0 ? job.steps[i - 1]! : null
  const earlier = before && of(job, before)
  if (before && earlier) {
    const wait = at.start - earlier.end
    if (wait < -NEAR) say('order', job.id, step.id)
    if (!before.begun && before.maxWait !== null && wait > before.maxWait + NEAR) say('waits-wet', job.id, step.id)
    if (!before.begun && job.flags.includes('straight-through') && wait > NEAR) say('waits', job.id, step.id)
  }
  if (step.same !== null) {
    const kept = job.steps.find(({ id }) => id === step.same)
    if (kept && of(job, kept)?.place !== at.place) say('moved', job.id, step.id, at.place)
  }
}

interface Span {
  readonly unit: string
  readonly from: number
  readonly to: number
  readonly job: string
  readonly step: string
  readonly begun: boolean
}

/** When each place and pair of hands is taken, with what a dog holds while it waits wet or where it is. */
function heldSpans(job: DayJob, of: Of): Span[] {
  return job.steps.flatMap((step, i) => {
    const at = of(job, step)
    if (!at) return []
    const next = job.steps[i + 1]
    const then = next && of(job, next)
    const stays = then && (step.maxWait !== null || next.same === step.id || job.flags.includes('straight-through'))
    const until = stays && !step.begun ? Math.max(at.end, then.start) : at.end
    const own = { job: job.id, step: step.id, from: at.start, begun: step.begun !== null }
    return [
      { ...own, unit: at.place, to: until },
      ...(at.person ? [{ ...own, unit: at.person, to: until }] : []),
      ...(at.also ? [{ ...own, unit: at.also, to: at.end }] : []),
      ...(at.second ? [{ ...own, unit: at.second, to: at.end }] : []),
    ]
  })
}

function checkTogether(day: Day, of: Of, say: Say): void {
  const inside = new Map<string, readonly [number, number]>()
  for (const job of day.jobs) {
    const own = job.steps.flatMap((step) => of(job, step) ?? [])
    if (own.length === 0) continue
    inside.set(job.id, [Math.min(...own.map(({ start }) => start)), Math.max(...own.map(({ end }) => end))])
  }
  for (const job of day.jobs) {
    const own = inside.get(job.id)
    if (!own) continue
    const begun = job.steps.some((step) => step.begun)
    if (job.maxInBuilding !== null && own[1] - own[0] > job.maxInBuilding + NEAR) say('inside-too-long', job.id)
    for (const id of job.avoids) {
      const other = inside.get(id)
      const otherBegun = day.jobs.find((one) => one.id === id)?.steps.some((step) => step.begun)
      if (other && !(begun && otherBegun) && own[0] < other[1] - NEAR && other[0] < own[1] - NEAR)
        say('met', job.id, null, id)
    }
    if (job.last && !begun)
      for (const [id, other] of inside)
        if (!day.jobs.find((one) => one.id === id)?.last && own[0] < other[1] - NEAR) say('not-last', job.id, null, id)
  }
}
