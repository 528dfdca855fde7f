import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { col, type Sequelize, type Transaction } from 'sequelize'
import type { Consent, Message, OwnerAnswer, OwnerPage } from '../../contract/api/consent.ts'
import type { Arrival } from '../../contract/api/visit-card.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { consentPage } from '../../contract/words/consent-page.ts'
import type { Habits } from '../../contract/words/habits.ts'
import { consentNeeds, houseWith } from '../../core/index.ts'
import { assessmentDoc, consentDoc, iso } from '../db/documents.ts'
import { LinkOver, NobodyNamed, NotFound } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { AssessmentRow, ClientRow, ConsentRow, DogRow, MessageRow, PlanRow, type VisitRow } from '../db/models/index.ts'
import { madeFrom, outstandingNeeds } from '../plan/needs.ts'
import type { SalonRepo } from '../salon/salon.ts'

const TOKEN_BYTES = 32
const MESSAGES = 200
const MS_PER_HOUR = 3_600_000

/** Only the hash of a link is kept: who reads the database cannot answer for an owner. */
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')

/** What owners are asked, and what they say. */
export class ConsentRepo {
  readonly #sequelize: Sequelize
  readonly #salon: SalonRepo
  constructor(sequelize: Sequelize, salon: SalonRepo) {
    this.#sequelize = sequelize
    this.#salon = salon
  }

  /** Writes the owner's page of a plan and sends its link to the outbox. */
  ask(planId: string, now: Date, actorId: string | null): Promise<Consent> {
    return this.#sequelize.transaction(async (t) => {
      const { plan, visit, client, page } = await this.#pageOf(planId, t)
      const { estimates } = await this.#salon.read()
      const token = randomBytes(TOKEN_BYTES).toString('base64url')
      const expiresAt = new Date(now.getTime() + houseWith(estimates)['consent.hours'] * MS_PER_HOUR)
      const row = await ConsentRow.create(
        {
          id: randomUUID(),
          visitId: visit.id,
          planId: plan.id,
          channel: 'page',
          tokenHash: hashOf(token),
          page,
          createdAt: now,
          expiresAt,
        },
        { transaction: t },
      )
      await MessageRow.create(
        {
          id: randomUUID(),
          at: now,
          toName: client.name,
          toPhone: client.phone,
          body: `${page.salon}: we have looked ${page.name} over and need a word from you before we begin. What we saw and what we suggest:`,
          link: `/o/${token}`,
          consentId: row.id,
        },
        { transaction: t },
      )
      await logChange({ actorId, entity: 'consent', entityId: row.id, action: 'asked', change: { planId } }, t)
      return consentDoc(row)
    })
  }

  /** A yes heard by a named person, with the page as it would have been shown. */
  spoken(planId: string, said: { saidBy: string; note?: string }, now: Date, actorId: string | null): Promise<Consent> {
    if (!actorId) throw new NobodyNamed()
    return this.#sequelize.transaction(async (t) => {
      const { plan, visit, page } = await this.#pageOf(planId, t)
      const row = await ConsentRow.create(
        {
          id: randomUUID(),
          visitId: visit.id,
          planId: plan.id,
          channel: 'spoken',
          tokenHash: null,
          page,
          createdAt: now,
          expiresAt: null,
          answer: 'yes',
          answeredAt: now,
          saidBy: said.saidBy,
          recordedBy: actorId,
          note: said.note ?? '',
        },
        { transaction: t },
      )
      await visit.update({ quoted: plan.price }, { transaction: t })
      await logChange(
        { actorId, entity: 'consent', entityId: row.id, action: 'spoken-yes', change: { planId, ...said } },
        t,
      )
      return consentDoc(row)
    })
  }

  /** The owner's page behind a link: this and nothing else. */
  async open(token: string, now: Date): Promise<OwnerPage> {
    const row = await ConsentRow.findOne({ where: { tokenHash: hashOf(token) } })
    if (!row) throw new NotFound('page', 'behind this link')
    assertOpen(row, now)
    return ownerPage(row, await this.#salon.habits())
  }

  /** The owner's answer: once. */
  async answer(token: string, { answer, style, name, note }: OwnerAnswer, now: Date): Promise<OwnerPage> {
    const habits = await this.#salon.habits()
    return this.#sequelize.transaction(async (t) => {
      const row = await ConsentRow.findOne({ where: { tokenHash: hashOf(token) }, transaction: t, lock: true })
      if (!row) throw new NotFound('page', 'behind this link')
      if (row.answer) throw new LinkOver('already-answered')
      assertOpen(row, now)
      const way = style ? row.page.ways.find((offered) => offered.style === style && offered.open) : undefined
      if (style && !way)
        throw new BadInput([{ path: 'style', value: style, expected: 'one of the ways that were offered' }])
      await row.update(
        { answer, answerStyle: style ?? null, answeredAt: now, saidBy: name, note: note ?? '' },
        { transaction: t },
      )
      const visit = await lockVisit(row.visitId, t)
      if (answer !== 'call') await visit.update({ quoted: way?.price ?? row.page.price }, { transaction: t })
      await logChange(
        {
          actorId: null,
          entity: 'consent',
          entityId: row.id,
          action: 'answered',
          change: { answer, style: style ?? null },
        },
        t,
      )
      return ownerPage(row, habits)
    })
  }

  async messages(): Promise<Message[]> {
    const rows = await MessageRow.findAll({
      order: [
        ['at', 'DESC'],
        [col('seq'), 'DESC'],
      ],
      limit: MESSAGES,
    })
    return rows.map(({ id, at, toName, toPhone, body, link }) => ({ id, at: iso(at), toName, toPhone, body, link }))
  }

  async #pageOf(planId: string, t: Transaction) {
    const plan = await PlanRow.findByPk(planId, { transaction: t })
    if (!plan) throw new NotFound('plan', planId)
    const assessmentRow = (await AssessmentRow.findByPk(plan.assessmentId, { transaction: t }))!
    const visit: VisitRow = await lockVisit(assessmentRow.visitId, t)
    const dog = (await DogRow.findByPk(visit.dogId, { transaction: t }))!
    const client = (await ClientRow.findByPk(dog.clientId, { transaction: t }))!
    const { assessment, house } = madeFrom(plan)
    const salon = await this.#salon.read()
    const { rows } = await assessmentDoc(assessmentRow, t)
    const { breed, coatType, weightKg } = (visit.arrival as Arrival).dog
    const { lengthMm } = assessment.dog
    const outstanding = await outstandingNeeds(plan, visit, t)
    const page = consentPage(
      {
        plan: plan.plan,
        assessment,
        dog: { breed, coatType, weightKg, lengthMm },
        rows: rows.map(({ region, side, mat, extent, undercoat, skin }) => ({
          region,
          side,
          mat,
          extent,
          undercoat,
          skin,
        })),
        needs: outstanding.length > 0 ? outstanding : consentNeeds(plan.plan, assessment, null, house),
        prices: salon.prices,
        salon: salon.name,
      },
      house,
    )
    // Through JSON, so that what is shown now is what the database gives back.
    return { plan, visit, client, page: JSON.parse(JSON.stringify(page)) as typeof page }
  }
}

function assertOpen(row: ConsentRow, now: Date): void {
  if (!row.expiresAt || row.expiresAt <= now) throw new LinkOver('link-expired')
}

const ownerPage = (row: ConsentRow, habits: Habits): OwnerPage => ({
  habits,
  page: row.page,
  expiresAt: iso(row.expiresAt!),
  answer: row.answer,
  answerStyle: row.answerStyle,
})
