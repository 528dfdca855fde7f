import { randomUUID } from 'node:crypto'
import { Op, type Sequelize } from 'sequelize'
import type { Learning } from '../../contract/api/learning.ts'
import { type EstimateId, houseWith, isTime, type PlannedToday } from '../../core/index.ts'
import { localDate, spanOf } from '../day/dates.ts'
import type { Clock } from '../db/clock.ts'
import { iso } from '../db/documents.ts'
import { ensured } from '../db/ensured.ts'
import { NotFound, TooLate } from '../db/errors.ts'
import { LearntRow, TakenNumberRow, VisitRow } from '../db/models/index.ts'
import { plansInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'
import type { SalonRepo } from '../salon/salon.ts'
import { choicesMade } from './choices.ts'
import { giveLogs, placesLogs } from './hands.ts'
import { intervals, mattingLogs, minutesLogs, takeInEarlier } from './logs.ts'
import { matterLogs } from './matter.ts'
import type { Reckoner } from './reckoner.ts'

const ONLY = 1
/** Earlier visits, minutes and mats, matter, what hands found and dogs bore, ways taken and today's dogs; then it is worked out. */
const STEPS = 6
const BEGINS: NonNullable<Learning['running']> = { done: 0, of: STEPS }
/** Numbers taken, as they are shown. */
const SHOWN = 60
const NOTHING: NonNullable<LearntRow['doc']> = { steps: 0, spread: null, learnt: [], proposals: [], today: [] }

/** Numbers that learn: what the logs say, what is proposed by it, what was taken. Nothing changes by itself unasked. */
export class LearningRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #now: Clock
  readonly #reckon: Reckoner
  #running: Learning['running'] = null
  #background: Promise<void> | null = null
  #again = false
  #failedAt: string | null = null
  constructor(sequelize: Sequelize, salon: SalonRepo, now: Clock, reckon: Reckoner) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#now = now
    this.#reckon = reckon
  }

  async read(): Promise<Learning> {
    const [row, taken] = await Promise.all([
      LearntRow.findByPk(ONLY),
      TakenNumberRow.findAll({ order: [['takenAt', 'DESC']], limit: SHOWN }),
    ])
    return {
      at: row?.at ? iso(row.at) : null,
      follows: row?.follows ?? false,
      running: this.#running ?? (this.#background ? BEGINS : null),
      failedAt: this.#failedAt,
      ...(row?.doc ?? NOTHING),
      taken: taken.map(({ id, estimate, fromValue, toValue, logs, takenAt, takenBy, backAt }) => ({
        id,
        estimate,
        from: fromValue,
        to: toValue,
        logs,
        at: iso(takenAt),
        by: takenBy,
        backAt: backAt ? iso(backAt) : null,
      })),
    }
  }

  /**
   * Begins to learn from all that is logged; whoever asks while it is at it has it done once more after.
   * @param told called as it goes on, and at its end
   */
  begin(told: () => void): void {
    this.#again = true
    this.#background ??= this.#whileAsked(told).finally(() => {
      this.#background = null
      told()
    })
    // How it went stands in what is read.
    this.#background.catch(() => {})
  }

  async #whileAsked(told: () => void): Promise<void> {
    while (this.#again) {
      this.#again = false
      await this.refresh(told)
    }
  }

  /** Learns from all that is logged. */
  async refresh(told: () => void = () => {}): Promise<Learning> {
    const done = (steps: number): void => {
      this.#running = { done: steps, of: STEPS }
      told()
    }
    try {
      done(0)
      await takeInEarlier(this.#sequelize, this.#now())
      done(1)
      await this.#learn(done)
      this.#failedAt = null
    } catch (error) {
      this.#failedAt = iso(this.#now())
      throw error
    } finally {
      this.#running = null
    }
    return this.read()
  }

  /** The same at night: where the house wants it, minutes follow. */
  async nightly(): Promise<void> {
    const { follows, proposals } = await this.refresh()
    const minutes = proposals.filter(({ id }) => isTime(id))
    if (follows && minutes.length > 0)
      await this.take(
        minutes.map(({ id }) => id),
        null,
      )
  }

  async #learn(done: (steps: number) => void): Promise<void> {
    const { estimates } = await this.#salon.read()
    const house = houseWith(estimates)
    const steps = await minutesLogs()
    const mats = mattingLogs(await intervals(this.#sequelize))
    done(2)
    const matter = await matterLogs(this.#sequelize, house)
    done(3)
    const sheets = await placesLogs(this.#sequelize)
    const borne = await giveLogs(this.#sequelize)
    done(4)
    const ways = await choicesMade(this.#sequelize)
    const dogs = await this.#plannedToday()
    done(5)
    const doc = await this.#reckon({ steps, mats, matter, sheets, borne, ways }, dogs, estimates)
    await this.#keep({ at: this.#now(), doc })
  }

  async #keep(change: Partial<Pick<LearntRow, 'at' | 'doc' | 'follows'>>): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      // Learning in the background and the owner's own choice may both be the first to keep something.
      const row = await ensured(LearntRow, ONLY, { id: ONLY, at: null, doc: null, follows: false }, t)
      await row.update(change, { transaction: t })
    })
  }

  async #plannedToday(): Promise<PlannedToday[]> {
    const { from, to } = spanOf(localDate(this.#now()))
    const visits = await VisitRow.findAll({
      where: { startsAt: { [Op.gte]: from, [Op.lt]: to }, calledOff: null, station: ['look', 'verdict'] },
      order: [['startsAt', 'ASC']],
    })
    const plans = await plansInForce(visits.map(({ id }) => id))
    return visits.flatMap(({ id, arrival }) => {
      const row = plans.get(id)
      return row ? [{ visitId: id, name: arrival.dog.name ?? '', assessment: madeFrom(row).assessment }] : []
    })
  }

  /** All of them or none. @throws {TooLate} for a number that is not proposed any more */
  async take(ids: readonly EstimateId[], actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      // Two owners who take at once take one after the other.
      const row = await LearntRow.findByPk(ONLY, { transaction: t, lock: true })
      const { estimates } = await this.#salon.read()
      for (const id of ids) {
        const proposal = row?.doc?.proposals.find((one) => one.id === id)
        if (!proposal || estimates[id] === proposal.value)
          throw new TooLate('that number is not proposed any more: learn anew')
        await this.#salon.enterEstimate(id, proposal.value, actorId, t)
        await TakenNumberRow.create(
          {
            id: randomUUID(),
            estimate: id,
            fromValue: estimates[id] ?? null,
            toValue: proposal.value,
            logs: proposal.logs,
            takenAt: this.#now(),
            takenBy: actorId,
            backAt: null,
          },
          { transaction: t },
        )
      }
      // In use it is proposed no more; what else changes by it is learnt after.
      const { doc } = row!
      await row!.update(
        { doc: { ...doc!, proposals: doc!.proposals.filter(({ id }) => !ids.includes(id)) } },
        { transaction: t },
      )
    })
  }

  /** @throws {TooLate} once it was taken back, or set by hand since */
  async back(id: string, actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      const row = await TakenNumberRow.findByPk(id, { transaction: t, lock: true })
      if (!row) throw new NotFound('number taken', id)
      if (row.backAt) throw new TooLate('it was taken back before')
      const { estimates } = await this.#salon.read()
      if (estimates[row.estimate] !== row.toValue) throw new TooLate('it was set otherwise since')
      await this.#salon.enterEstimate(row.estimate, row.fromValue, actorId, t)
      await row.update({ backAt: this.#now() }, { transaction: t })
    })
  }

  async follow(on: boolean): Promise<Learning> {
    await this.#keep({ follows: on })
    return this.read()
  }
}
