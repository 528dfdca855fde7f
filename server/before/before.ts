import { randomUUID } from 'node:crypto'
import { setImmediate } from 'node:timers/promises'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import { type Before, type BeforeAnswers, type BeforePage, foretoldSchema } from '../../contract/api/before.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { arrivalWith } from '../../contract/formats/before.ts'
import { seeded } from '../../contract/formats/random.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { askBeforeText, reminderText } from '../../contract/words/before.ts'
import { patternName, patternText, upkeepText } from '../../contract/words/patterns.ts'
import {
  comparedWith,
  type Foretold,
  foretelling,
  houseWith,
  type OwnersWord,
  ownersWord,
  patternsFor,
} from '../../core/index.ts'
import { fastHash, newToken } from '../access/secrets.ts'
import type { Clock } from '../db/clock.ts'
import { iso, sideRow } from '../db/documents.ts'
import { LinkOver, NotFound, TooLate } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import {
  AskedBeforeRow,
  AssessmentRow,
  ClientRow,
  DogRow,
  MessageRow,
  PatternRow,
  ReminderRow,
  ScoreRow,
  VisitRow,
} from '../db/models/index.ts'
import type { SalonRepo } from '../salon/salon.ts'
import type { VisitRepo } from '../visits/visits.ts'

const MS_PER_HOUR = 3_600_000
/** Dogs that are planned to say what is to be expected. */
const DRAWS = 40
const SEED = 1
/** Answers that still say something about how this salon's owners answer: the latest so many dogs. */
const COMPARED = 400
/** Who comes within so many hours is reminded in the afternoon before. */
const REMIND_FROM_H = 8
const REMIND_TO_H = 40

/** What owners are asked before the visit, what they say, and what is to be expected by it. */
export class BeforeRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  readonly #visits: VisitRepo
  readonly #now: Clock
  constructor(sequelize: Sequelize, salon: SalonRepo, visits: VisitRepo, now: Clock) {
    this.#sequelize = sequelize
    this.#salon = salon
    this.#visits = visits
    this.#now = now
  }

  async ofVisit(visitId: string): Promise<{ before: Before | null }> {
    const row = await AskedBeforeRow.findOne({ where: { visitId } })
    return { before: row ? beforeDoc(row) : null }
  }

  /** @returns the path of the page @throws {TooLate} for a dog that is here */
  async ask(visitId: string, actorId: string | null): Promise<string> {
    const salon = await this.#salon.read()
    return this.#sequelize.transaction(async (t) => {
      const visit = await lockVisit(visitId, t)
      assertAwaited(visit)
      return this.#ask(visit, salon, actorId, t)
    })
  }

  async #ask(visit: VisitRow, salon: Salon, actorId: string | null, transaction: Transaction): Promise<string> {
    const token = newToken()
    const path = `/b/${token}`
    const now = this.#now()
    const asked = { tokenHash: fastHash(token), askedAt: now, wants: '' as const }
    const known = await AskedBeforeRow.findOne({ where: { visitId: visit.id }, transaction })
    if (known) await known.update(asked, { transaction })
    else
      await AskedBeforeRow.create(
        { id: randomUUID(), visitId: visit.id, answers: null, answeredAt: null, foretold: null, ...asked },
        { transaction },
      )
    await this.#tell(visit, askBeforeText(salon.name, nameOf(visit), visit.startsAt), path, transaction)
    await logChange({ actorId, entity: 'visit', entityId: visit.id, action: 'asked-before', change: {} }, transaction)
    return path
  }

  async #tell({ dogId }: VisitRow, body: string, link: string, transaction: Transaction): Promise<void> {
    const dog = (await DogRow.findByPk(dogId, { transaction }))!
    const { name, phone } = (await ClientRow.findByPk(dog.clientId, { transaction }))!
    await MessageRow.create(
      { id: randomUUID(), at: this.#now(), toName: name, toPhone: phone, body, link, consentId: null },
      { transaction },
    )
  }

  /** @throws {NotFound} for a link that was shut, or never was @throws {LinkOver} once the dog is here */
  async page(token: string): Promise<BeforePage> {
    const { row, visit } = await this.#behind(token)
    if (visit.station !== 'expected') throw new LinkOver('link-expired')
    const salon = await this.#salon.read()
    const { breed, coatType, weightKg, lengthMm, figure } = visit.arrival.dog
    const { house } = this.#about(visit, salon)
    const until = changeUntil(visit, house)
    return {
      salon: salon.name,
      name: nameOf(visit),
      startsAt: iso(visit.startsAt),
      dog: { breed, coatType, weightKg, lengthMm, figure },
      patterns: (await this.#patterns(visit, salon)).map((one) => ({
        id: one.id,
        name: patternName(one),
        upkeep: upkeepText(one),
        text: patternText(one.pattern),
        pattern: one.pattern,
      })),
      answers: row.answers,
      wants: visit.calledOff === 'cancelled' ? 'cancelled' : row.wants,
      changeUntil: iso(until),
      mayChange: visit.calledOff === null && this.#now() < until,
      currency: salon.prices.currency,
      habits: { country: salon.country, zone: salon.zone, units: salon.units },
      expects:
        row.foretold?.minutes && row.foretold.price
          ? { minutes: row.foretold.minutes, price: row.foretold.price }
          : null,
    }
  }

  async answer(token: string, answers: BeforeAnswers): Promise<BeforePage> {
    const { visit } = await this.#behind(token)
    const salon = await this.#salon.read()
    const foretold = foretoldSchema.parse(await this.#foretold(visit, answers, salon))
    await this.#sequelize.transaction(async (t) => {
      const locked = await lockVisit(visit.id, t)
      if (locked.station !== 'expected') throw new LinkOver('link-expired')
      await AskedBeforeRow.update(
        { answers, answeredAt: this.#now(), foretold },
        { where: { visitId: visit.id, tokenHash: fastHash(token) }, transaction: t },
      )
      await logChange(
        { actorId: null, entity: 'visit', entityId: visit.id, action: 'answered-before', change: answers },
        t,
      )
    })
    return this.page(token)
  }

  /** @throws {TooLate} from the hour on from which only the salon calls it off */
  async change(token: string, wants: 'another-time' | 'cancelled'): Promise<BeforePage> {
    const { row, visit } = await this.#behind(token)
    const salon = await this.#salon.read()
    const { house } = this.#about(visit, salon)
    if (this.#now() >= changeUntil(visit, house))
      throw new TooLate('it is too close to the visit to change it here: please call the salon')
    if (wants === 'cancelled' && visit.calledOff === null)
      await this.#visits.callOff(visit.id, { as: 'cancelled', why: '' }, null)
    await this.#sequelize.transaction(async (t) => {
      await row.update({ wants }, { transaction: t })
      await logChange(
        { actorId: null, entity: 'visit', entityId: visit.id, action: 'wants-before', change: { wants } },
        t,
      )
    })
    return this.page(token)
  }

  /**
   * Reminds whoever comes tomorrow, once a visit and time: with the six questions where nobody asked yet.
   * @returns how many were reminded
   */
  async remind(): Promise<number> {
    const now = this.#now()
    const salon = await this.#salon.read()
    const visits = await VisitRow.findAll({
      where: {
        calledOff: null,
        station: 'expected',
        startsAt: {
          [Op.gte]: new Date(now.getTime() + REMIND_FROM_H * MS_PER_HOUR),
          [Op.lt]: new Date(now.getTime() + REMIND_TO_H * MS_PER_HOUR),
        },
      },
      order: [['startsAt', 'ASC']],
    })
    let reminded = 0
    for (const { id } of visits)
      await this.#sequelize.transaction(async (t) => {
        const visit = await lockVisit(id, t)
        const { startsAt } = visit
        if (await ReminderRow.findOne({ where: { visitId: id, startsAt }, transaction: t })) return
        await ReminderRow.create({ visitId: id, startsAt, sentAt: now }, { transaction: t })
        const asked = await AskedBeforeRow.findOne({ where: { visitId: id }, transaction: t })
        reminded++
        if (!asked) {
          await this.#ask(visit, salon, null, t)
          return
        }
        await this.#tell(
          visit,
          reminderText(salon.name, nameOf(visit), startsAt, asked.foretold, salon.prices.currency),
          '',
          t,
        )
      })
    return reminded
  }

  async #behind(token: string): Promise<{ row: AskedBeforeRow; visit: VisitRow }> {
    const row = await AskedBeforeRow.findOne({ where: { tokenHash: fastHash(token) } })
    if (!row) throw new NotFound('page', 'behind this link')
    return { row, visit: (await VisitRow.findByPk(row.visitId))! }
  }

  #about({ arrival }: VisitRow, { estimates, schools }: Salon) {
    const house = houseWith(estimates)
    return { house, assessment: readAssessment(assembleFile(arrival, 'arrival', [], null, { schools }), house) }
  }

  async #patterns(visit: VisitRow, salon: Salon) {
    const { house, assessment } = this.#about(visit, salon)
    const own = await PatternRow.findAll({ where: { retiredAt: null }, order: [['name', 'ASC']] })
    return patternsFor(assessment, house, own)
  }

  async #foretold(visit: VisitRow, answers: BeforeAnswers, salon: Salon): Promise<Foretold> {
    const house = houseWith(salon.estimates)
    const arrival = arrivalWith(visit.arrival, answers, await this.#patterns(visit, salon))
    const assessment = readAssessment(assembleFile(arrival, 'arrival', [], null, { schools: salon.schools }), house)
    const word = await this.ownersWord(salon)
    const steps = foretelling(assessment, answers, word, salon.prices, house, DRAWS, seeded(SEED))
    for (;;) {
      const { done, value } = steps.next()
      if (done) return value
      // Whoever else asks the server something meanwhile is answered between two dogs.
      await setImmediate()
    }
  }

  /** How far the words of this salon's owners are from what its hands found. */
  async ownersWord({ estimates }: Pick<Salon, 'estimates'>): Promise<OwnersWord> {
    const house = houseWith(estimates)
    const rows = await AskedBeforeRow.findAll({
      where: { answeredAt: { [Op.ne]: null } },
      order: [['answeredAt', 'DESC']],
      limit: COMPARED,
    })
    const sheets = await AssessmentRow.findAll({
      where: { visitId: rows.map(({ visitId }) => visitId), role: 'first' },
    })
    const scores = await ScoreRow.findAll({ where: { assessmentId: sheets.map(({ id }) => id) } })
    const of = new Map<string, ScoreRow[]>()
    for (const score of scores) of.set(score.assessmentId, [...(of.get(score.assessmentId) ?? []), score])
    const found = new Map(sheets.map(({ id, visitId }) => [visitId, of.get(id) ?? []]))
    const compared = rows.flatMap(({ visitId, answers }) => {
      const here = found.get(visitId) ?? []
      if (!answers || here.length === 0) return []
      const { sheet } = readAssessment(
        {
          format: 'etude.assessment/1',
          dog: { coatType: 'curly', weightKg: 10 },
          scores: here.map(sideRow),
        },
        house,
      )
      const places = comparedWith(answers.comb, sheet, house)
      return places.length > 0 ? [places] : []
    })
    return ownersWord(compared, house)
  }
}

const nameOf = ({ arrival }: VisitRow): string => arrival.dog.name ?? 'your dog'

const changeUntil = ({ startsAt }: VisitRow, house: ReturnType<typeof houseWith>): Date =>
  new Date(startsAt.getTime() - house['before.change-hours'] * MS_PER_HOUR)

function assertAwaited(visit: VisitRow): void {
  if (visit.calledOff !== null) throw new TooLate(`${nameOf(visit)} is not coming`)
  if (visit.station !== 'expected') throw new TooLate(`${nameOf(visit)} is here: ask the owner yourself`)
}

const beforeDoc = ({ askedAt, answeredAt, answers, foretold, wants }: AskedBeforeRow): Before => ({
  askedAt: iso(askedAt),
  answeredAt: answeredAt ? iso(answeredAt) : null,
  answers,
  foretold,
  wants,
})
