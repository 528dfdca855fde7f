import { Op, QueryTypes, type Sequelize } from 'sequelize'
import { eventOf } from '../../contract/api/bench.ts'
import type { DayDog } from '../../contract/api/planning.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import {
  type Assessment,
  begunOf,
  benchOf,
  type DogOfDay,
  findingKind,
  type GroomTotal,
  type House,
  type Plan,
  planWhole,
  type StageMinutes,
  stageMinutes,
  stagesOfParts,
  USUAL_SHELF,
  usualStages,
  wholeGroom,
} from '../../core/index.ts'
import { iso, sideRow } from '../db/documents.ts'
import {
  AskedBeforeRow,
  AssessmentRow,
  BenchEventRow,
  ClientRow,
  DogRow,
  ScoreRow,
  VisitRow,
} from '../db/models/index.ts'
import { stored } from '../groom/bench.ts'
import { plansInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'

const MINUTE_MS = 60_000
/** Planning a dog takes some milliseconds; so many are remembered until something of them changes. */
const REMEMBERED = 400

export interface DogToPlan {
  readonly card: DayDog
  readonly visit: VisitRow
  readonly of: Omit<DogOfDay, 'arrives' | 'due' | 'prefers'>
}

/** How long each dog of some days will take, by what is known of it: its plan, how it went last time, what is usual. */
export class DogsOfDays {
  readonly #sequelize: Sequelize
  readonly #remembered = new Map<string, StageMinutes>()
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  /**
   * @param opensAt when minutes of what happened begin
   * @param closely whether dogs that were scored are planned by their scores; a week is looked at by what is on paper
   */
  async between(
    from: Date,
    to: Date,
    opensAt: Date,
    now: Date,
    salon: Salon,
    house: House,
    closely: boolean,
  ): Promise<DogToPlan[]> {
    const visits = await VisitRow.findAll({
      where: { startsAt: { [Op.gte]: from, [Op.lt]: to }, calledOff: null },
      order: [
        ['startsAt', 'ASC'],
        ['id', 'ASC'],
      ],
    })
    if (visits.length === 0) return []
    const dogs = new Map(
      (await DogRow.findAll({ where: { id: visits.map(({ dogId }) => dogId) } })).map((dog) => [dog.id, dog]),
    )
    const clients = new Map(
      (await ClientRow.findAll({ where: { id: [...dogs.values()].map(({ clientId }) => clientId) } })).map((client) => [
        client.id,
        client,
      ]),
    )
    const last = await this.#lastTime([...dogs.keys()], from)
    const told = await AskedBeforeRow.findAll({
      where: { visitId: visits.map(({ id }) => id), answeredAt: { [Op.ne]: null } },
    })
    const close = closely ? await this.#closely(visits, now, opensAt, salon, house) : new Map<string, Close>()
    return visits.map((visit): DogToPlan => {
      const dog = dogs.get(visit.dogId)!
      const client = clients.get(dog.clientId)!
      const seen = close.get(visit.id)
      const parts = last.get(visit.dogId)
      const foretold = told.find(({ visitId }) => visitId === visit.id)?.foretold?.parts
      const stages =
        seen?.stages ??
        (foretold ? stagesOfParts(foretold, house) : null) ??
        (parts ? stagesOfParts(parts, house) : null) ??
        usualStages(visit.slotMinutes, house)
      const sheet = seen?.assessment ?? readAssessment(assembleFile(visit.arrival, 'arrival', []), house)
      return {
        visit,
        card: {
          visitId: visit.id,
          name: visit.arrival.dog.name ?? dog.name,
          owner: client.name,
          phone: client.phone,
          station: visit.station,
          startsAt: iso(visit.startsAt),
          slotMinutes: visit.slotMinutes,
          known: seen?.stages ? 'seen' : foretold ? 'told' : parts ? 'last-time' : 'usual',
        },
        of: {
          id: visit.id,
          dog: sheet.dog,
          // Dogs of one owner on one day come and leave together.
          household: visits.some((other) => other.id !== visit.id && together(other, visit, dogs)) ? client.id : null,
          avoids: [],
          last: seen?.last ?? false,
          seen: Boolean(seen?.stages),
          stages,
          begun: seen?.begun ?? {},
          through: seen?.through ?? [],
        },
      }
    })
  }

  /** The parts of each dog's latest groom with a plan, before a day. */
  async #lastTime(dogIds: readonly string[], before: Date): Promise<ReadonlyMap<string, GroomTotal['parts']>> {
    const rows = await this.#sequelize.query<{ dog_id: string; parts: GroomTotal['parts'] | null }>(
      `SELECT DISTINCT ON (v.dog_id) v.dog_id, p.plan -> 'groom' -> 'parts' AS parts
       FROM visits v JOIN assessments a ON a.visit_id = v.id AND a.role = 'first' JOIN plans p ON p.assessment_id = a.id
       WHERE v.dog_id IN (:dogIds) AND v.starts_at < :before AND v.station = 'gone' AND p.accepted_at IS NOT NULL
         AND p.plan -> 'groom' -> 'parts' IS NOT NULL AND jsonb_typeof(p.plan -> 'groom') = 'object'
       ORDER BY v.dog_id, v.starts_at DESC, p.accepted_at DESC`,
      { type: QueryTypes.SELECT, replacements: { dogIds, before } },
    )
    return new Map(rows.flatMap(({ dog_id, parts }) => (parts ? [[dog_id, parts] as const] : [])))
  }

  async #closely(
    visits: readonly VisitRow[],
    now: Date,
    opensAt: Date,
    salon: Salon,
    house: House,
  ): Promise<ReadonlyMap<string, Close>> {
    const ids = visits.map(({ id }) => id)
    const [assessments, plans, events] = await Promise.all([
      AssessmentRow.findAll({ where: { visitId: ids, role: 'first' } }),
      plansInForce(ids),
      BenchEventRow.findAll({
        where: { visitId: ids },
        order: [
          ['at', 'ASC'],
          ['id', 'ASC'],
        ],
      }),
    ])
    const scores = await ScoreRow.findAll({ where: { assessmentId: assessments.map(({ id }) => id) } })
    const close = new Map<string, Close>()
    for (const visit of visits) {
      const sheet = assessments.find(({ visitId }) => visitId === visit.id)
      const rows = scores.filter(({ assessmentId }) => assessmentId === sheet?.id).map(sideRow)
      const row = plans.get(visit.id)
      const own = events.filter(({ visitId }) => visitId === visit.id)
      const happened = own.length > 0 ? happenedOf(own, now, opensAt) : { begun: {}, through: [] }
      if (!row && rows.length === 0) {
        close.set(visit.id, { stages: null, assessment: null, last: false, ...happened })
        continue
      }
      const made = row ? madeFrom(row) : null
      const assessment =
        made?.assessment ??
        readAssessment(assembleFile(visit.arrival, 'arrival', rows, null, { schools: salon.schools }), house)
      const key = `${row?.id ?? `${visit.id} ${visit.arrivalRevision} ${sheet?.revision}`} ${salon.model} ${JSON.stringify(salon.estimates)}`
      close.set(visit.id, {
        stages: this.#remember(key, () => stagesOf(assessment, row?.plan ?? null, made?.house ?? house)),
        assessment,
        // What other dogs could catch comes last, and everything is cleaned after it.
        last: assessment.sheet.some(({ findings }) => findings.some(({ id }) => findingKind(id).catching)),
        ...happened,
      })
    }
    return close
  }

  #remember(key: string, make: () => StageMinutes): StageMinutes {
    const known = this.#remembered.get(key)
    if (known) return known
    const made = make()
    if (this.#remembered.size >= REMEMBERED) this.#remembered.delete(this.#remembered.keys().next().value!)
    this.#remembered.set(key, made)
    return made
  }
}

interface Close extends Pick<DogOfDay, 'begun' | 'through'> {
  readonly stages: StageMinutes | null
  readonly assessment: Assessment | null
  readonly last: boolean
}

function stagesOf(assessment: Assessment, plan: Plan | null, house: House): StageMinutes {
  const way = plan ?? planWhole(assessment, house)
  // Where the groom stops it is looked at and goes to the vet.
  if (way.verdict.choice === 'refer') return { look: house['day.look'], prepare: 0, bath: 0, dry: 0, cut: 0 }
  return stageMinutes(wholeGroom(assessment, way, house, USUAL_SHELF), house)
}

function happenedOf(rows: readonly BenchEventRow[], now: Date, opensAt: Date): Pick<DogOfDay, 'begun' | 'through'> {
  const events = rows.map((row) => eventOf(stored(row)))
  const started = new Map<string, number>()
  for (const event of events) if (event.kind === 'start' && !started.has(event.step)) started.set(event.step, event.at)
  return begunOf(benchOf(events, now.getTime()), (step) => started.get(step) ?? null, opensAt.getTime())
}

const together = (a: VisitRow, b: VisitRow, dogs: ReadonlyMap<string, DogRow>): boolean =>
  dogs.get(a.dogId)?.clientId === dogs.get(b.dogId)?.clientId &&
  Math.abs(a.startsAt.getTime() - b.startsAt.getTime()) <= SAME_TIME_MS
const SAME_TIME_MS = 30 * MINUTE_MS
