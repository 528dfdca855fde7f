import { FACE } from '../body/places.ts'
import type { Assessment } from '../dog/dog.ts'
import { asksFor } from '../dog/extras.ts'
import { nailsAreDone } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { isLeftOut } from '../plan/left-out.ts'
import { type Job, pack, type Window } from './overlap.ts'
import { earsMay, SOAK } from './passes.ts'
import type { Bath, BathStep, JobId } from './shape.ts'
import type { Draft, Tub } from './tub.ts'

function jobsOf({ assessment, plan, house, wants, steps }: Tub): Job[] {
  const { dog, schools, sheet, wishes } = assessment
  const jobs: { id: JobId; minutes: Minutes; not: readonly string[] }[] = []
  // Two feet at a time, so that they fit a short wait.
  if (schools['nails-when'] === 'in-dwell' && nailsAreDone(assessment) && !isLeftOut(plan, 'nails'))
    for (const id of ['nails-front', 'nails-hind'] as const)
      jobs.push({ id, minutes: nailMinutes(assessment, house) / 2, not: ['soak'] })
  if (schools['ears-when'] === 'in-dwell' && earsMay(assessment))
    jobs.push({ id: 'ears', minutes: house['job.ears'], not: ['soak'] })
  const washed = steps.some(({ kind, handsMin }) => kind === 'face' && handsMin > 0)
  const dirtyFace = wants.some(({ region, index }) => FACE.has(region) && (sheet[index]!.condition ?? 0) >= 2)
  if (washed && dirtyFace && dog.faceTolerance !== 'none')
    jobs.push({ id: 'face-again', minutes: house['job.face-again'], not: ['soak', 'wash-1', 'wash-2', 'mat-release'] })
  if (!asksFor(wishes, 'no-feet')) jobs.push({ id: 'paws', minutes: house['job.paws'], not: ['soak'] })
  return jobs.map(({ id, minutes, not }) => ({
    id,
    minutes,
    allowed: (window) => !not.includes(window) && !window.startsWith('cycle'),
  }))
}

/** The first step after it that washes or rinses a place again: what was put on there has worked till then. */
function takenOffAt(drafts: readonly Draft[], at: number): number {
  const { indexes } = drafts[at]!
  const end = drafts.findIndex(
    ({ kind, whole, indexes: here }, i) =>
      i > at &&
      ((kind === 'rinse' && (whole || here.some((index) => indexes.includes(index)))) ||
        (kind === 'face' && here.some((index) => indexes.includes(index)))),
  )
  // Every bath ends with a rinse of all that was bathed.
  return end < 0 ? drafts.length - 1 : end
}

/** The drafts in time: groups wait together, jobs fill the waits. */
export function timed(tub: Tub): Pick<Bath, 'steps' | 'minutes' | 'standing' | 'saved' | 'jobMinutes'> {
  const drafts = tub.steps
  const waits = drafts.map((draft, i) => {
    if (draft.group === SOAK || drafts[i + 1]?.group === draft.group) return 0
    let hands = 0
    let wait = 0
    for (let k = i; k >= 0 && drafts[k]!.group === draft.group; k--) {
      wait = Math.max(wait, drafts[k]!.dwellMin - hands)
      hands += drafts[k]!.handsMin
    }
    return wait
  })
  const until = drafts.map((draft, i) => (draft.group === SOAK && draft.dwellMin > 0 ? takenOffAt(drafts, i) : null))
  // What works while others go on is waited for only where they are through before it.
  for (const [i, end] of until.entries()) {
    if (end === null) continue
    let worked = 0
    for (let k = i + 1; k < end; k++) worked += (drafts[k]!.inVerdict ? 0 : drafts[k]!.handsMin) + waits[k]!
    waits[end - 1]! += Math.max(0, drafts[i]!.dwellMin - worked)
  }
  const windows: Window[] = drafts.flatMap(({ group }, i) => (waits[i]! > 0 ? [{ id: group, minutes: waits[i]! }] : []))
  const jobs = jobsOf(tub)
  const { at, saved } = pack(windows, jobs)
  const meanwhile = (group: string): JobId[] =>
    [...at].filter(([, window]) => window === group).map(([job]) => job as JobId)
  const nailsLeft = 1 - [...at.keys()].filter((job) => job.startsWith('nails')).length / 2
  // What was done while something else worked takes no time of its own.
  const handsOf = ({ kind, handsMin }: (typeof drafts)[number]): number =>
    kind === 'ears' && at.has('ears') ? 0 : kind === 'nails' ? handsMin * nailsLeft : handsMin
  let clock = 0
  const steps = drafts.map(({ group, ...draft }, i): BathStep => {
    const handsMin = handsOf(drafts[i]!)
    const step = {
      ...draft,
      handsMin,
      startMin: clock,
      waitMin: waits[i]!,
      meanwhile: waits[i]! > 0 ? meanwhile(group) : [],
      until: until[i] === null ? null : drafts[until[i]!]!.id,
    }
    clock += (draft.inVerdict ? 0 : handsMin) + waits[i]!
    return step
  })
  return {
    steps,
    minutes: clock,
    standing: waits.reduce((sum, wait) => sum + wait, 0) - saved,
    saved,
    jobMinutes: Object.fromEntries(jobs.map(({ id, minutes }) => [id, minutes])),
  }
}

/** Nails of all four feet, longer on a dog that minds, and a tip at a time where they are wanted short. */
export const nailMinutes = ({ dog, wishes }: Assessment, house: House): number =>
  house['job.nails'] *
  (dog.nailTolerance === 'fine' ? 1 : house['job.unwilling']) *
  (asksFor(wishes, 'nails-short') ? house['job.nails-short'] : 1)
