import { randomUUID } from 'node:crypto'
import { Op, type Order, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import {
  type BenchAnswer,
  type BenchDoc,
  eventOf,
  type RunningBlade,
  type RunningTimer,
  type SentEvent,
  type StoredEvent,
} from '../../contract/api/bench.ts'
import type { VisitProgress } from '../../contract/api/progress.ts'
import type { Station } from '../../contract/api/stations.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { stepTitle } from '../../contract/words/index.ts'
import { type Bench, benchOf, type GroomPhase, REGION_SIDES, type StepStatus } from '../../core/index.ts'
import { iso } from '../db/documents.ts'
import { TooEarly } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { AssessmentRow, BenchEventRow, DoneWorkRow, PlanRow, VisitRow } from '../db/models/index.ts'
import { progressOf } from './progress.ts'

/** A device's clock may be ahead by so much; beyond it something is wrong with it. */
const AHEAD_MS = 10 * 60_000
/** Nothing is left on, and no blade runs, longer. */
const LASTS_MS = 6 * 3_600_000

/** What happened at the same moment has an order too, the same at every reading. */
const IN_ORDER: Order = [
  ['at', 'ASC'],
  ['id', 'ASC'],
]

export async function eventsOf(visitId: string, transaction?: Transaction): Promise<StoredEvent[]> {
  const rows = await BenchEventRow.findAll({
    where: { visitId },
    order: IN_ORDER,
    transaction: transaction ?? null,
  })
  return rows.map(stored)
}

export const stored = ({ id, at, actorId, kind, data }: BenchEventRow): StoredEvent =>
  ({ ...data, kind, id, at: iso(at), by: actorId }) as StoredEvent

/** The bench as its events add up now; null where nothing happened yet. */
export async function benchNow(visitId: string, now: Date, transaction?: Transaction): Promise<Bench | null> {
  const events = await eventsOf(visitId, transaction)
  return events.length > 0 ? benchOf(events.map(eventOf), now.getTime()) : null
}

const STATION_OF: Readonly<Record<GroomPhase, Station>> = {
  'before-bath': 'bath',
  bath: 'bath',
  dry: 'dry',
  coat: 'cut',
  cut: 'cut',
  finish: 'cut',
}
const MOVES_BY_ITSELF: ReadonlySet<Station> = new Set(['verdict', 'bath', 'dry', 'cut'])

/** The groom as it happens: events of one visit, added and never changed. */
export class BenchRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async read(visitId: string, now: Date): Promise<BenchDoc> {
    return { now: iso(now), events: await eventsOf(visitId) }
  }

  /** Clocks that run on any dog's bench. */
  async timers(now: Date): Promise<RunningTimer[]> {
    const all = await benchesWith(this.#sequelize, 'timer', now)
    return all.flatMap(({ visitId, dog, bench }) =>
      bench.timers
        .filter(({ stoppedAt }) => stoppedAt === null)
        .map(({ id, step, startedAt, endsAt }) => ({
          id,
          visitId,
          dog,
          label: labelOf(bench.steps.find((status) => status.step.id === step)),
          startedAt: iso(new Date(startedAt)),
          endsAt: iso(new Date(endsAt)),
        })),
    )
  }

  /** Blades that run on any dog. */
  async blades(now: Date): Promise<RunningBlade[]> {
    const all = await benchesWith(this.#sequelize, 'blade-on', now)
    return all.flatMap(({ visitId, dog, bench }) =>
      bench.blades.map(({ blade, by, since, cooledAt }) => ({
        visitId,
        dog,
        blade,
        by,
        since: iso(new Date(since)),
        cooledAt: cooledAt === null ? null : iso(new Date(cooledAt)),
      })),
    )
  }

  /**
   * Adds what happened; what came before is not added again. Finished coat work becomes progress that later plans reckon
   * with, and the dog moves on by itself, in the same transaction.
   * @throws {TooEarly} for the steps of a plan that nobody took
   */
  add(visitId: string, sent: readonly SentEvent[], now: Date, actorId: string | null): Promise<BenchAnswer> {
    return this.#sequelize.transaction(async (t) => {
      const visit = await lockVisit(visitId, t)
      const answer = (
        { station }: VisitRow,
        events: readonly StoredEvent[],
        progress: VisitProgress | null = null,
      ): BenchAnswer => ({ now: iso(now), events: [...events], station, progress })
      for (const [i, { at }] of sent.entries())
        if (Date.parse(at) > now.getTime() + AHEAD_MS)
          throw new BadInput([
            {
              path: `events[${i}].at`,
              value: at,
              expected: `not later than now, ${iso(now)}: this device's clock is ahead`,
            },
          ])
      const before = await eventsOf(visitId, t)
      const known = new Set(before.map(({ id }) => id))
      const fresh = [...new Map(sent.map((event) => [event.id, event])).values()].filter(({ id }) => !known.has(id))
      if (fresh.length === 0)
        return answer(
          visit,
          before.filter(({ id }) => sent.some((event) => event.id === id)),
        )
      await assertUnused(fresh, t)
      await assertTaken(fresh, visitId, t)
      const rows = await BenchEventRow.bulkCreate(
        fresh.map(({ id, at, kind, ...data }) => ({
          id,
          visitId,
          at: new Date(at),
          receivedAt: now,
          actorId,
          kind,
          data,
        })),
        { transaction: t },
      )
      const added = rows.map(stored)
      const fold = (list: readonly StoredEvent[]): Bench => benchOf(list.map(eventOf), now.getTime())
      // The sum is the same whatever the order.
      const bench = fold([...before, ...added])
      const changed = await keepProgress(visitId, fold(before), bench, now, actorId, t)
      await moveOn(visit, fresh, bench, actorId, t)
      return answer(visit, added, changed ? await progressOf(visitId, t) : null)
    })
  }
}

/** Visits on whose bench something of a kind was begun a short while ago, and that were not finished after it was last worked on. */
const BENCHES_WITH = `
  WITH begun AS (SELECT DISTINCT visit_id FROM bench_events WHERE kind = :kind AND at >= :since)
  SELECT visit_id FROM bench_events JOIN begun USING (visit_id)
  GROUP BY visit_id
  HAVING COALESCE(max(at) FILTER (WHERE kind = 'finish'), '-infinity')
      <= COALESCE(max(at) FILTER (WHERE kind IN ('start', 'reopen', 'unfinish')), '-infinity')`

interface DogsBench {
  readonly visitId: string
  readonly dog: string
  readonly bench: Bench
}

/** Benches on which something of a kind was begun a short while ago and that are not finished: every open screen asks, all day. */
async function benchesWith(sequelize: Sequelize, kind: 'timer' | 'blade-on', now: Date): Promise<DogsBench[]> {
  const since = new Date(now.getTime() - LASTS_MS)
  const begun = await sequelize.query<{ visit_id: string }>(BENCHES_WITH, {
    type: QueryTypes.SELECT,
    replacements: { kind, since },
  })
  if (begun.length === 0) return []
  const ids = begun.map(({ visit_id }) => visit_id)
  const [visits, events] = await Promise.all([
    VisitRow.findAll({ where: { id: ids } }),
    BenchEventRow.findAll({ where: { visitId: ids }, order: IN_ORDER }),
  ])
  return visits
    .map(({ id, arrival }) => ({
      visitId: id,
      dog: arrival.dog.name ?? 'A dog',
      bench: benchOf(
        events.filter(({ visitId }) => visitId === id).map((row) => eventOf(stored(row))),
        now.getTime(),
      ),
    }))
    .filter(({ bench }) => bench.finishedAt === null)
}

/** An id that another visit's event carries would be lost silently. */
async function assertUnused(fresh: readonly SentEvent[], transaction: Transaction): Promise<void> {
  const other = await BenchEventRow.findOne({ where: { id: fresh.map(({ id }) => id) }, transaction })
  if (other) throw new BadInput([{ path: 'events', value: other.id, expected: 'ids that no other visit has' }])
}

async function assertTaken(fresh: readonly SentEvent[], visitId: string, transaction: Transaction): Promise<void> {
  for (const event of fresh) {
    if (event.kind !== 'plan') continue
    const plan = await PlanRow.findByPk(event.planId, { transaction })
    const of = plan && (await AssessmentRow.findByPk(plan.assessmentId, { transaction }))
    if (!plan || of?.visitId !== visitId)
      throw new BadInput([{ path: 'planId', value: event.planId, expected: 'a plan of this visit' }])
    if (!plan.acceptedAt) throw new TooEarly('take the plan first: the bench works through what was taken')
  }
}

const labelOf = (status: StepStatus | undefined): string => (status ? stepTitle(status.step) : 'Left on')

/**
 * Places that are finished now and were not before become progress, which later plans reckon with; what was opened again
 * is opened. @returns whether anything changed
 */
async function keepProgress(
  visitId: string,
  before: Bench,
  after: Bench,
  now: Date,
  actorId: string | null,
  transaction: Transaction,
): Promise<boolean> {
  const at = (index: number) => {
    const { region, side } = REGION_SIDES[index]!
    return { region, side: side ?? ('' as const) }
  }
  const opened = [...before.finished.keys()].filter((index) => !after.finished.has(index))
  const finished = [...after.finished.values()].filter(({ index }) => !before.finished.has(index))
  if (opened.length === 0 && finished.length === 0) return false
  const standing = await DoneWorkRow.findAll({ where: { visitId, reopenedAt: { [Op.is]: null } }, transaction })
  const standsAt = (index: number): DoneWorkRow | undefined => {
    const { region, side } = at(index)
    return standing.find((row) => row.region === region && row.side === side)
  }
  const reopened = opened.flatMap((index) => standsAt(index)?.id ?? [])
  if (reopened.length > 0) await DoneWorkRow.update({ reopenedAt: now }, { where: { id: reopened }, transaction })
  await DoneWorkRow.bulkCreate(
    finished
      .filter(({ index }) => !standsAt(index))
      .map(({ index, treatment, leavesMm, minutes, pull }) => ({
        id: randomUUID(),
        visitId,
        ...at(index),
        treatment,
        leavesMm,
        minutes: Math.min(MOST_MIN, minutes),
        pull,
        at: now,
        actorId,
      })),
    { transaction },
  )
  return true
}
/** A day: no clock that was left running counts for more. */
const MOST_MIN = 1440

/** The day sees where the dog is without anybody moving it. */
async function moveOn(
  visit: VisitRow,
  fresh: readonly SentEvent[],
  bench: Bench,
  actorId: string | null,
  transaction: Transaction,
): Promise<void> {
  if (!MOVES_BY_ITSELF.has(visit.station)) return
  const started = fresh.findLast((event) => event.kind === 'start')
  const step = started?.kind === 'start' ? bench.steps.find(({ step: { id } }) => id === started.step) : undefined
  const to: Station | null = bench.finishedAt !== null ? 'ready' : step ? STATION_OF[step.step.phase] : null
  if (to === null || to === visit.station) return
  const from = visit.station
  await visit.update({ station: to }, { transaction })
  await logChange(
    { actorId, entity: 'visit', entityId: visit.id, action: 'station', change: { from, to } },
    transaction,
  )
}
