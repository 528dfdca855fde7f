import type { Sequelize, Transaction } from 'sequelize'
import type { BathRecord } from '../../contract/api/bath.ts'
import { productOf } from '../../contract/formats/products.ts'
import { type Bath, planBath, type Swaps } from '../../core/index.ts'
import { iso } from '../db/documents.ts'
import { ensured } from '../db/ensured.ts'
import { NotFound, TooEarly } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { isLogged, logChange } from '../db/log.ts'
import { BathRow, ProductRow, StockMoveRow, VisitRow } from '../db/models/index.ts'
import { planInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'
import { book, productDoc } from '../shelf/shelf.ts'

/** What a person chose for a bath, and what it took from the shelf. */
export class BathRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async read(visitId: string): Promise<BathRecord> {
    return this.#sequelize.transaction(async (t) => {
      if (!(await VisitRow.findByPk(visitId, { transaction: t }))) throw new NotFound('visit', visitId)
      return this.#record(visitId, t)
    })
  }

  /** Keeps the products a person chose; the plan is worked out from them, and refuses what may not go on. */
  /** @param batchId made by the sender; what comes twice is done once, however late the second comes */
  async swap(visitId: string, swaps: Swaps, actorId: string | null, batchId?: string): Promise<BathRecord> {
    return this.#sequelize.transaction(async (t) => {
      await lockVisit(visitId, t)
      if (batchId && (await isLogged(batchId, t))) return this.#record(visitId, t)
      const row = await ensured(BathRow, visitId, { visitId, swaps: {} }, t)
      await row.update({ swaps: { ...swaps } }, { transaction: t })
      await logChange({ actorId, entity: 'bath', entityId: visitId, action: 'swapped', change: { swaps }, batchId }, t)
      return this.#record(visitId, t)
    })
  }

  /**
   * Books what the bath takes: the difference to what stands booked on this visit already, so that booking again after
   * another plan gives back or takes more, and booking the same twice takes nothing.
   */
  async book(visitId: string, batchId: string, now: Date, actorId: string | null): Promise<BathRecord> {
    return this.#sequelize.transaction(async (t) => {
      await lockVisit(visitId, t)
      if (await isLogged(batchId, t)) return this.#record(visitId, t)
      const plan = await planInForce(visitId, t)
      if (!plan) throw new TooEarly('this dog has no verdict yet; the bath follows from it')
      const row = await ensured(BathRow, visitId, { visitId, swaps: {} }, t)
      const before = await booked(visitId, t)
      // In one order everywhere, so that two bookings never wait for each other in a circle.
      const products = await ProductRow.findAll({ order: [['id', 'ASC']], transaction: t, lock: true })
      const today = iso(now).slice(0, 10)
      const shelf = products.map((product) => {
        const doc = productDoc(product)
        // What this visit took already is there for it.
        return productOf({ ...doc, stockMl: doc.stockMl + (before.get(product.id) ?? 0) }, today)
      })
      const { assessment, house } = madeFrom(plan)
      const bath: Bath = planBath(assessment, plan.plan, house, shelf, row.swaps)
      const needed = new Map(bath.uses.map(({ product, productMl }) => [product.id, productMl]))
      for (const { id: productId } of products) {
        const more = (needed.get(productId) ?? 0) - (before.get(productId) ?? 0)
        if (more !== 0)
          await book({ productId, kind: more > 0 ? 'use' : 'return', ml: -more, actorId, visitId, batchId }, t)
      }
      await row.update({ bookedAt: now, bookedBy: actorId }, { transaction: t })
      const change = { used: Object.fromEntries(needed) }
      await logChange({ actorId, entity: 'bath', entityId: visitId, action: 'booked', change, batchId }, t)
      return this.#record(visitId, t)
    })
  }

  async #record(visitId: string, t: Transaction): Promise<BathRecord> {
    const row = await BathRow.findByPk(visitId, { transaction: t })
    const sums = await booked(visitId, t)
    return {
      swaps: row?.swaps ?? {},
      bookedAt: row?.bookedAt ? iso(row.bookedAt) : null,
      booked: [...sums].filter(([, ml]) => ml > 0).map(([productId, ml]) => ({ productId, ml })),
    }
  }
}

/** Millilitres of each product that stand booked on a visit. */
async function booked(visitId: string, transaction: Transaction): Promise<Map<string, number>> {
  const moves = await StockMoveRow.findAll({ where: { visitId }, transaction })
  const sums = new Map<string, number>()
  for (const { productId, ml } of moves) sums.set(productId, (sums.get(productId) ?? 0) - ml)
  return sums
}
