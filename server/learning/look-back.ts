import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { HowRightDoc, LookedBack } from '../../contract/api/learning.ts'
import { dateOf } from '../../contract/words/dates.ts'
import {
  BESIDE_COAT,
  type HowRight,
  houseWith,
  howPromised,
  howRight,
  indexAfter,
  matsOf,
  type PromisedAndCame,
  type SaidAndCame,
} from '../../core/index.ts'
import { TimingRow } from '../db/models/index.ts'
import type { SalonRepo } from '../salon/salon.ts'
import { intervals } from './logs.ts'

/** Visits that are looked back at: the latest so many. */
const MOST = 2000
const MINUTE_MS = 60_000
/** The index may be nothing, which has no logarithm. */
const BESIDE_NOTHING = 1

interface Groom {
  readonly visit_id: string
  readonly name: string | null
  readonly starts_at: Date
  readonly planned: number
  readonly taken: number
  readonly what: LookedBack
}

interface Kind {
  readonly id: LookedBack
  readonly sigma: number
  readonly right: HowRightDoc | null
  readonly people: { personId: string; times: number; count: number }[]
}

/** Predicted against happened: whole grooms, coat work, drying, the mats of the next visit, promised times. */
export class LookBackRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  constructor(sequelize: Sequelize, salon: SalonRepo) {
    this.#sequelize = sequelize
    this.#salon = salon
  }

  async read(): Promise<{ kinds: Kind[] }> {
    const { estimates } = await this.#salon.read()
    const house = houseWith(estimates)
    const grooms = await this.#grooms()
    const dogs = new Map(grooms.map(({ visit_id, name }) => [visit_id, name ?? '']))
    const of = (what: LookedBack): SaidAndCame[] =>
      grooms
        .filter((groom) => groom.what === what)
        .map(({ visit_id, starts_at, planned, taken }) => ({
          id: visit_id,
          at: starts_at.getTime(),
          said: planned,
          came: taken,
        }))
    const mats = await this.#mats(dogs)
    const people = await this.#people()
    return {
      kinds: [
        kindOf('groom', of('groom'), house['day.spread'], dogs, []),
        kindOf('coat', of('coat'), house['pace.within'], dogs, people),
        kindOf('dry', of('dry'), house['day.spread'], dogs, []),
        kindOf('mats', mats, house['rebook.sigma'], dogs, []),
        kindAs('promises', howPromised(await this.#promises(dogs), monthOf), 0, dogs, []),
      ],
    }
  }

  /** Minutes planned and taken of each visit, where all of a part had a clock. */
  #grooms(): Promise<Groom[]> {
    return this.#sequelize.query<Groom>(
      `WITH lines AS (
         SELECT v.id AS visit_id, v.arrival -> 'dog' ->> 'name' AS name, v.starts_at, line ->> 'what' AS part,
           (line ->> 'plannedMin')::float8 AS planned, (line ->> 'takenMin')::float8 AS taken
         FROM (SELECT * FROM goodbyes WHERE finished_at IS NOT NULL ORDER BY finished_at DESC LIMIT :most) g
         JOIN visits v ON v.id = g.visit_id, jsonb_array_elements(g.summary -> 'work') AS line
         WHERE (line ->> 'done')::int > 0)
       SELECT visit_id, name, starts_at, 'groom' AS what, sum(planned) AS planned, sum(taken) AS taken
       FROM lines GROUP BY 1, 2, 3 HAVING count(*) = count(taken)
       UNION ALL
       SELECT visit_id, name, starts_at, 'coat', sum(planned), sum(taken)
       FROM lines WHERE part NOT IN (:beside) GROUP BY 1, 2, 3 HAVING count(*) = count(taken)
       UNION ALL
       SELECT visit_id, name, starts_at, 'dry', sum(planned), sum(taken)
       FROM lines WHERE part = 'dry' GROUP BY 1, 2, 3 HAVING count(*) = count(taken)`,
      { type: QueryTypes.SELECT, replacements: { most: MOST, beside: BESIDE_COAT } },
    )
  }

  async #mats(dogs: Map<string, string>): Promise<SaidAndCame[]> {
    return (await intervals(this.#sequelize)).map(({ visitId, name, at, weeks, leftIndex, foundIndex, reckoned }) => {
      dogs.set(visitId, name)
      const said = indexAfter(leftIndex, matsOf(reckoned), weeks)
      return { id: visitId, at, said: said + BESIDE_NOTHING, came: foundIndex + BESIDE_NOTHING }
    })
  }

  /** When a dog was ready by the bench, beside what the plan of its day that was kept last had told its people. */
  async #promises(dogs: Map<string, string>): Promise<PromisedAndCame[]> {
    const rows = await this.#sequelize.query<{
      visit_id: string
      name: string | null
      starts_at: Date
      promise: Date
      latest: Date
      ready: Date
    }>(
      `SELECT v.id AS visit_id, v.arrival -> 'dog' ->> 'name' AS name, v.starts_at,
         opens + make_interval(secs => 60 * (told ->> 'promise')::float8) AS promise,
         opens + make_interval(secs => 60 * (told ->> 'latest')::float8) AS latest, max(e.at) AS ready
       FROM day_plans d, jsonb_array_elements(d.plan -> 'told') AS told, LATERAL (SELECT (d.plan ->> 'opensAt')::timestamptz AS opens) o,
         visits v JOIN goodbyes g ON g.visit_id = v.id JOIN bench_events e ON e.visit_id = v.id AND e.kind = 'finish'
       WHERE opens IS NOT NULL AND v.id = (told ->> 'job')::uuid AND g.finished_at IS NOT NULL
         AND v.starts_at >= opens - interval '12 hours' AND v.starts_at < opens + interval '24 hours'
       GROUP BY 1, 2, 3, 4, 5 ORDER BY v.starts_at DESC LIMIT :most`,
      { type: QueryTypes.SELECT, replacements: { most: MOST } },
    )
    return rows.map(({ visit_id, name, starts_at, promise, latest, ready }) => {
      dogs.set(visit_id, name ?? '')
      const since = (at: Date): number => (at.getTime() - starts_at.getTime()) / MINUTE_MS
      return { id: visit_id, at: starts_at.getTime(), said: since(promise), latest: since(latest), came: since(ready) }
    })
  }

  /** Steps of coat work by who stood at them. */
  async #people(): Promise<Kind['people']> {
    const rows = await TimingRow.findAll({
      attributes: ['personId', 'plannedMin', 'takenMin'],
      where: { treatment: { [Op.notIn]: [...BESIDE_COAT] } },
      order: [['at', 'DESC']],
      limit: MOST,
    })
    const offs = new Map<string, number[]>()
    for (const { personId, plannedMin, takenMin } of rows)
      if (personId && plannedMin > 0)
        offs.set(personId, [...(offs.get(personId) ?? []), Math.log(takenMin / plannedMin)])
    return [...offs].map(([personId, logs]) => ({
      personId,
      times: Math.exp(logs.reduce((a, b) => a + b, 0) / logs.length),
      count: logs.length,
    }))
  }
}

const monthOf = (at: number): string => dateOf(at).slice(0, 'YYYY-MM'.length)

function kindOf(
  id: LookedBack,
  all: readonly SaidAndCame[],
  sigma: number,
  dogs: ReadonlyMap<string, string>,
  people: Kind['people'],
): Kind {
  return kindAs(id, howRight(all, sigma, monthOf), sigma, dogs, people)
}

function kindAs(
  id: LookedBack,
  right: HowRight | null,
  sigma: number,
  dogs: ReadonlyMap<string, string>,
  people: Kind['people'],
): Kind {
  return {
    id,
    sigma,
    right: right && {
      ...right,
      held: [...right.held],
      months: [...right.months],
      worst: right.worst.map((one) => ({ ...one, name: dogs.get(one.id) ?? '' })),
    },
    people,
  }
}
