import { randomUUID } from 'node:crypto'
import ical from 'ical-generator'
import { Op, type Sequelize } from 'sequelize'
import { fastHash, newToken } from '../access/secrets.ts'
import type { Clock } from '../db/clock.ts'
import { iso } from '../db/documents.ts'
import { NotFound } from '../db/errors.ts'
import { logChange } from '../db/log.ts'
import { FeedRow, PersonRow, VisitRow } from '../db/models/index.ts'
import type { SalonRepo } from '../salon/salon.ts'
import { after } from './laid-out.ts'

const DAY_MIN = 24 * 60
/** How far back and ahead a calendar is told, days. */
const BACK = 28
const AHEAD = 182

/** What is booked, for calendars that follow a secret link (RFC 5545): dogs by name alone, nobody's telephone. */
export class FeedRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, now: Clock) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#now = now
  }

  async all(): Promise<{ personId: string | null; madeAt: string }[]> {
    const rows = await FeedRow.findAll({ order: [['madeAt', 'ASC']] })
    return rows.map(({ personId, madeAt }) => ({ personId, madeAt: iso(madeAt) }))
  }

  /** A new link, shown once; only its hash is kept, and the one before is shut. */
  async make(personId: string | null, actorId: string | null): Promise<{ path: string }> {
    const token = newToken()
    await this.#sequelize.transaction(async (transaction) => {
      await FeedRow.destroy({ where: { personId }, transaction })
      const row = await FeedRow.create(
        { id: randomUUID(), tokenHash: fastHash(token), personId, madeAt: this.#now() },
        { transaction },
      )
      await logChange(
        { actorId, entity: 'day', entityId: row.id, action: 'calendar', change: { personId } },
        transaction,
      )
    })
    return { path: `/api/feeds/${token}` }
  }

  /** @throws {NotFound} for a link that was shut, or never was */
  async calendar(token: string): Promise<{ name: string; body: string }> {
    const feed = await FeedRow.findOne({ where: { tokenHash: fastHash(token) } })
    if (!feed) throw new NotFound('calendar', 'behind this link')
    const now = this.#now()
    const [salon, person, visits, people] = await Promise.all([
      this.#salon.read(),
      feed.personId ? PersonRow.findByPk(feed.personId) : null,
      VisitRow.findAll({
        where: {
          calledOff: null,
          startsAt: { [Op.gte]: after(now, -BACK * DAY_MIN), [Op.lt]: after(now, AHEAD * DAY_MIN) },
          ...(feed.personId ? { personId: feed.personId } : {}),
        },
        order: [['startsAt', 'ASC']],
      }),
      PersonRow.findAll(),
    ])
    const name = person ? `${person.name}, ${salon.name}` : salon.name
    const calendar = ical({ name, prodId: { company: 'etude', product: 'book', language: 'EN' } })
    for (const { id, startsAt, slotMinutes, arrival, personId } of visits) {
      const who = people.find((one) => one.id === personId)?.name
      const dog = arrival.dog.name ?? 'A dog'
      calendar.createEvent({
        id: `visit-${id}`,
        stamp: now,
        start: startsAt,
        end: after(startsAt, slotMinutes),
        summary: who && !person ? `${dog}, with ${who}` : dog,
      })
    }
    return { name: 'etude.ics', body: calendar.toString() }
  }
}
