import type { Minutes } from '../../numbers/units.ts'
import type { GroomStep } from '../step.ts'
import { finishedOf, type PlaceWord, placeWords } from './places.ts'
import type { Bench, BenchEvent, BenchIncident, BladeReading, DwellTimer, SkipReason, StepStatus } from './shape.ts'
import { isThrough, pullBorne } from './status.ts'

const MINUTE = 60_000
const person = (by: string | null): string => by ?? ''

interface Working {
  status: 'open' | 'done' | 'skipped'
  spans: { by: string | null; from: number; to: number | null }[]
  skipReason: SkipReason | null
  saidMinutes: Minutes | null
  note: string
  doneAt: number | null
  doneBy: string | null
}

/** Length of a union of spans, ms. */
function covered(spans: readonly { from: number; to: number | null }[], now: number): number {
  let total = 0
  let end = Number.NEGATIVE_INFINITY
  for (const { from, to } of [...spans].sort((a, b) => a.from - b.from)) {
    const until = Math.max(from, to ?? now)
    total += Math.max(0, until - Math.max(from, end))
    end = Math.max(end, until)
  }
  return total
}

const order = (a: BenchEvent, b: BenchEvent): number => a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)

/**
 * How a groom stands at a moment: what its events add up to. The same set of events gives the same answer in whatever
 * order they came and however often, so that two people, two tabs and a device that was away never lose or double a step.
 * @param now ms, by the clock of the events
 */
export function benchOf(given: readonly BenchEvent[], now: number): Bench {
  const events = [...new Map(given.map((event) => [event.id, event])).values()].sort(order)
  const state = new Map<string, Working>()
  const known = new Map<string, GroomStep>()
  const timers: { id: string; step: string; startedAt: number; endsAt: number; stoppedAt: number | null }[] = []
  const blades = new Map<string, { blade: string; by: string | null; since: number; cooledAt: number | null }>()
  const bladeReadings: BladeReading[] = []
  const incidents: { -readonly [K in keyof BenchIncident]: BenchIncident[K] }[] = []
  let plan: Extract<BenchEvent, { kind: 'plan' }> | null = null
  let resting: { since: number } | null = null
  let paused: { step: string; by: string | null }[] = []
  let restedAt = Number.NEGATIVE_INFINITY
  let rests = 0
  let finishedAt: number | null = null

  const at = (step: string): Working => {
    const found = state.get(step)
    if (found) return found
    const made: Working = {
      status: 'open',
      spans: [],
      skipReason: null,
      saidMinutes: null,
      note: '',
      doneAt: null,
      doneBy: null,
    }
    state.set(step, made)
    return made
  }
  const close = (
    time: number,
    which: (step: string, by: string | null) => boolean,
  ): { step: string; by: string | null }[] => {
    const closed: { step: string; by: string | null }[] = []
    for (const [step, { spans }] of state)
      for (const span of spans)
        if (span.to === null && which(step, span.by)) {
          span.to = time
          closed.push({ step, by: span.by })
        }
    return closed
  }
  const open = (step: string, by: string | null, time: number): void => {
    const working = at(step)
    if (working.status !== 'open') return
    if (working.spans.some((span) => span.to === null && person(span.by) === person(by))) return
    // A pair of hands is at one thing at a time.
    close(time, (_, other) => person(other) === person(by))
    working.spans.push({ by, from: time, to: null })
  }

  for (const event of events) {
    const { at: time, by } = event
    switch (event.kind) {
      case 'plan':
        plan = event
        for (const step of event.steps)
          if (!known.has(step.id) || at(step.id).status === 'open') known.set(step.id, step)
        break
      case 'start':
        if (resting) {
          resting = null
          restedAt = time
          paused = []
        }
        finishedAt = null
        open(event.step, by, time)
        break
      case 'pause':
        close(time, (step, other) => step === event.step && person(other) === person(by))
        break
      case 'done':
      case 'skip': {
        const working = at(event.step)
        close(time, (step) => step === event.step)
        if (working.status !== 'open') break
        working.status = event.kind === 'done' ? 'done' : 'skipped'
        working.skipReason = event.kind === 'skip' ? event.reason : null
        working.doneAt = time
        working.doneBy = by
        break
      }
      case 'reopen': {
        const working = at(event.step)
        working.status = 'open'
        working.skipReason = null
        working.doneAt = null
        working.doneBy = null
        finishedAt = null
        break
      }
      case 'change': {
        const working = at(event.step)
        working.saidMinutes = event.minutes
        working.note = event.note
        break
      }
      case 'timer':
        // Two tabs that start the same dwell start one.
        if (!timers.some(({ step, stoppedAt }) => step === event.step && stoppedAt === null))
          timers.push({
            id: event.id,
            step: event.step,
            startedAt: time,
            endsAt: time + event.minutes * MINUTE,
            stoppedAt: null,
          })
        break
      case 'timer-more': {
        const timer = timers.find(({ id }) => id === event.timer)
        if (timer && timer.stoppedAt === null) timer.endsAt = Math.max(timer.endsAt, time) + event.minutes * MINUTE
        break
      }
      case 'timer-stop': {
        const timer = timers.find(({ id }) => id === event.timer)
        if (timer && timer.stoppedAt === null) timer.stoppedAt = time
        break
      }
      case 'rest':
        if (!resting) {
          resting = { since: time }
          rests++
          paused = close(time, () => true)
        }
        break
      case 'rest-end':
        if (resting) {
          resting = null
          restedAt = time
          for (const { step, by: who } of paused) open(step, who, time)
          paused = []
        }
        break
      case 'finish':
        close(time, () => true)
        blades.clear()
        finishedAt ??= time
        break
      case 'unfinish':
        finishedAt = null
        break
      case 'blade-on':
        blades.set(person(by), { blade: event.blade, by, since: time, cooledAt: null })
        break
      case 'blade-off':
      case 'coolant': {
        const blade = blades.get(person(by))
        if (!blade) break
        const { celsius } = event
        if (celsius !== undefined)
          bladeReadings.push({ minutes: (time - (blade.cooledAt ?? blade.since)) / MINUTE, celsius })
        if (event.kind === 'coolant') blade.cooledAt = time
        else blades.delete(person(by))
        break
      }
      case 'incident':
        incidents.push({
          id: event.id,
          at: time,
          by,
          incident: event.incident,
          region: event.region,
          side: event.side,
          sizeMm: event.sizeMm,
          did: event.did,
          toldAt: null,
        })
        break
      case 'incident-more': {
        const incident = incidents.find(({ id }) => id === event.incident)
        if (incident) {
          incident.sizeMm = event.sizeMm ?? incident.sizeMm
          incident.did = event.did || incident.did
          if (event.region) {
            incident.region = event.region
            incident.side = event.side
          }
        }
        break
      }
      case 'told': {
        const incident = incidents.find(({ id }) => id === event.incident)
        if (incident) incident.toldAt ??= time
        break
      }
    }
  }

  const words = placeWords(events)
  const current = new Set(plan?.steps.map(({ id }) => id))
  const statusOf = (step: GroomStep): StepStatus => {
    const working = state.get(step.id)
    const spans = working?.spans ?? []
    const people = [...new Set(spans.map(({ by }) => by))]
    const workers = spans.filter(({ to }) => to === null).map(({ by }) => by)
    const ended = working && working.status !== 'open' ? working : wholeByPlace(step, words)
    return {
      step,
      status: ended ? ended.status : workers.length > 0 ? 'working' : 'open',
      spentMs: covered(spans, now),
      byPerson: new Map(
        people.map((by) => [
          by,
          covered(
            spans.filter((span) => span.by === by),
            now,
          ),
        ]),
      ),
      workers,
      skipReason: working?.skipReason ?? null,
      saidMinutes: working?.saidMinutes ?? null,
      note: working?.note ?? '',
      doneAt: ended?.doneAt ?? null,
      doneBy: ended?.doneBy ?? null,
      earlier: !current.has(step.id),
    }
  }
  // Work of an earlier plan stays where it was begun; what was never begun went with its plan.
  const gone = [...known.values()].filter(({ id }) => !current.has(id))
  const isBegun = ({ id }: GroomStep): boolean => state.get(id)?.status === 'done' || !!state.get(id)?.spans.length
  const kept = new Set([...gone.filter(isBegun), ...wetStill(gone, plan?.steps ?? [], isBegun)])
  const earlier = gone.filter((step) => kept.has(step))
  const steps = [...earlier, ...(plan?.steps ?? [])].map(statusOf)
  const spans = [...state.values()].flatMap((working) => working.spans)
  const sinceRest = spans
    .map(({ from, to }) => ({ from: Math.max(from, restedAt), to }))
    .filter(({ from, to }) => (to ?? now) > from)
  return {
    planId: plan?.planId ?? null,
    steps,
    finished: finishedOf(steps.filter(isThrough), words),
    timers,
    blades: [...blades.values()],
    bladeReadings,
    incidents,
    resting,
    rests,
    sinceRestMs: covered(sinceRest, now),
    restEvery: plan?.restEvery ?? Number.POSITIVE_INFINITY,
    pullBudget: plan?.pullBudget ?? 0,
    pullSpent: steps.reduce((sum, status) => sum + pullBorne(status), 0),
    startedAt: spans.length > 0 ? Math.min(...spans.map(({ from }) => from)) : null,
    finishedAt,
  }
}

/**
 * What a wet dog still needs of a plan that went: it is rinsed once more and dried, whatever a plan made since says of its
 * bath.
 */
function wetStill(
  gone: readonly GroomStep[],
  now: readonly GroomStep[],
  isBegun: (step: GroomStep) => boolean,
): GroomStep[] {
  const open = gone.filter((step) => !isBegun(step))
  const dries = open.filter(({ kind }) => kind === 'dry')
  const isWet = gone.some((step) => step.kind === 'bath' && isBegun(step))
  if (!isWet || dries.length === 0 || now.some(({ kind }) => kind === 'dry')) return []
  const last = (what: string): GroomStep[] => open.filter((step) => step.what === what).slice(-1)
  return [...last('rinse'), ...last('towel'), ...dries]
}

/** A step whose places were each finished by themselves is done, without a clock of its own. */
function wholeByPlace(
  { kind, indexes }: GroomStep,
  words: ReadonlyMap<number, PlaceWord>,
): Pick<Working, 'status' | 'doneAt' | 'doneBy'> | null {
  const said = indexes.map((index) => words.get(index))
  if (kind !== 'coat' || said.length === 0 || said.some((word) => !word?.finished)) return null
  const last = said.reduce((late, word) => (word!.at > late!.at ? word : late))!
  return { status: 'done', doneAt: last.at, doneBy: last.by }
}

/** What is still left on that this step has to wait for: the clock that ends last; null where it may begin. */
export const waitsOn = ({ timers }: Bench, { waitsFor }: GroomStep, now: number): DwellTimer | null =>
  timers
    .filter(({ step, stoppedAt, endsAt }) => stoppedAt === null && endsAt > now && waitsFor.includes(step))
    .reduce<DwellTimer | null>((last, timer) => (last && last.endsAt >= timer.endsAt ? last : timer), null)
