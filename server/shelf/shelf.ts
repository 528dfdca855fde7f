import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import type { Sequelize, Transaction } from 'sequelize'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { NewProduct, StockMove, StockMoveRequest } from '../../contract/api/shelf.ts'
import type { Label, ShelfProduct } from '../../contract/formats/products.ts'
import { nameKey, readProductsCsv } from '../../contract/formats/products-csv.ts'
import { iso } from '../db/documents.ts'
import { ChangedElsewhere, NotEnough, NotFound, named } from '../db/errors.ts'
import { isLogged, lastChangedBy, logChange } from '../db/log.ts'
import { ProductRow, StockMoveRow, VisitRow } from '../db/models/index.ts'

const MOVES = 300

export const productDoc = ({ id, name, kind, label, stockMl, retiredAt, revision }: ProductRow): ShelfProduct => ({
  ...label,
  id,
  name,
  kind,
  stockMl,
  retired: retiredAt !== null && retiredAt !== undefined,
  revision,
})

const split = ({ name, kind, ...label }: Label): Pick<ProductRow, 'name' | 'kind' | 'label'> => ({ name, kind, label })

/** The salon's products and their ledger. Stock changes by a movement only; the database adds them up. */
export class ShelfRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async all(): Promise<ShelfProduct[]> {
    const rows = await ProductRow.findAll({
      order: [
        ['kind', 'ASC'],
        ['name', 'ASC'],
      ],
    })
    return rows.map(productDoc)
  }

  async add({ label, stockMl }: NewProduct, actorId: string | null): Promise<ShelfProduct> {
    return named('product', label.name, () =>
      this.#sequelize.transaction(async (t) => productDoc(await this.#create(label, stockMl, actorId, t))),
    )
  }

  async #create(label: Label, stockMl: number, actorId: string | null, t: Transaction): Promise<ProductRow> {
    const row = await ProductRow.create({ id: randomUUID(), ...split(label) }, { transaction: t })
    await logChange({ actorId, entity: 'product', entityId: row.id, action: 'added', change: label }, t)
    if (stockMl > 0) await book({ productId: row.id, kind: 'receive', ml: stockMl, actorId, note: 'opening stock' }, t)
    return row.reload({ transaction: t })
  }

  async change(id: string, baseRevision: number, label: Label, actorId: string | null): Promise<ShelfProduct> {
    return named('product', label.name, () =>
      this.#sequelize.transaction(async (t) => {
        const row = await lockProduct(id, t)
        if (row.revision !== baseRevision)
          throw new ChangedElsewhere(productDoc(row), await lastChangedBy('product', id, t))
        return productDoc(await this.#relabel(row, label, actorId, t))
      }),
    )
  }

  async #relabel(row: ProductRow, label: Label, actorId: string | null, t: Transaction): Promise<ProductRow> {
    await row.update({ ...split(label), revision: row.revision + 1 }, { transaction: t })
    await logChange({ actorId, entity: 'product', entityId: row.id, action: 'changed', change: label }, t)
    return row
  }

  /** Takes a product off the shelf, or puts it back; its ledger stays. */
  async retire(id: string, retired: boolean, now: Date, actorId: string | null): Promise<ShelfProduct> {
    const { name } = await this.#read(id)
    return named('product', name, () =>
      this.#sequelize.transaction(async (t) => {
        const row = await lockProduct(id, t)
        await row.update({ retiredAt: retired ? now : null, revision: row.revision + 1 }, { transaction: t })
        await logChange(
          { actorId, entity: 'product', entityId: id, action: retired ? 'retired' : 'back', change: {} },
          t,
        )
        return productDoc(row)
      }),
    )
  }

  /** Received, counted or corrected; a batch that comes twice is booked once. */
  async move(id: string, request: StockMoveRequest, actorId: string | null): Promise<ShelfProduct> {
    const { batchId, kind, ml, note = '' } = request
    return this.#sequelize.transaction(async (t) => {
      const row = await lockProduct(id, t)
      if (await isLogged(batchId, t)) return productDoc(row)
      const change = kind === 'count' ? ml - row.stockMl : ml
      await book({ productId: id, kind, ml: change, actorId, note, batchId }, t)
      await logChange(
        { actorId, entity: 'product', entityId: id, action: kind, change: { ml: change, note }, batchId },
        t,
      )
      return productDoc(await row.reload({ transaction: t }))
    })
  }

  async #read(id: string): Promise<ProductRow> {
    const row = await ProductRow.findByPk(id)
    if (!row) throw new NotFound('product', id)
    return row
  }

  /** The ledger of one product, newest first. */
  async moves(id: string): Promise<StockMove[]> {
    await this.#read(id)
    const rows = await StockMoveRow.findAll({ where: { productId: id }, order: [['id', 'DESC']], limit: MOVES })
    const visits = await VisitRow.findAll({
      where: { id: rows.flatMap(({ visitId }) => visitId ?? []) },
      attributes: ['id', 'arrival'],
    })
    const dogOf = (visitId: string | null): string | null =>
      visits.find((visit) => visit.id === visitId)?.arrival.dog.name ?? null
    return rows.map((row) => ({
      id: String(row.id),
      at: iso(row.at),
      kind: row.kind,
      ml: row.ml,
      stockAfter: row.stockAfter,
      dog: dogOf(row.visitId),
      actorId: row.actorId,
      note: row.note,
    }))
  }

  /** Reads a CSV, says everything wrong with it, and writes all of it or nothing; a dry run writes nothing. */
  async import(csv: string, dryRun: boolean, actorId: string | null): Promise<ImportResult> {
    return this.#sequelize.transaction(async (t) => {
      const rows = await ProductRow.findAll({ where: { retiredAt: null }, transaction: t, lock: !dryRun })
      const known = new Map(rows.map(({ name, kind, label }) => [nameKey(name), { ...label, name, kind }]))
      const { products, problems } = readProductsCsv(csv, known)
      const write = !dryRun && problems.length === 0
      const result: ImportResult = {
        added: [],
        changed: [],
        unchanged: 0,
        problems: problems.map(({ line, path, value, expected }) => ({ line, path, value: value ?? null, expected })),
        written: write,
      }
      for (const { label, stockMl } of products) {
        const row = rows.find(({ name }) => nameKey(name) === nameKey(label.name))
        if (!row) {
          result.added.push(label.name)
          if (write) await this.#create(label, stockMl ?? 0, actorId, t)
          continue
        }
        const relabel = !isDeepStrictEqual({ ...split(label) }, { name: row.name, kind: row.kind, label: row.label })
        const recount = stockMl !== null && stockMl !== row.stockMl
        if (!relabel && !recount) {
          result.unchanged++
          continue
        }
        result.changed.push(label.name)
        if (write && relabel) await this.#relabel(row, label, actorId, t)
        if (write && recount)
          await book({ productId: row.id, kind: 'count', ml: stockMl - row.stockMl, actorId, note: 'from a file' }, t)
      }
      return result
    })
  }
}

async function lockProduct(id: string, transaction: Transaction): Promise<ProductRow> {
  const row = await ProductRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('product', id)
  return row
}

export interface Movement {
  readonly productId: string
  readonly kind: StockMoveRow['kind']
  readonly ml: number
  readonly actorId: string | null
  readonly note?: string
  readonly visitId?: string
  readonly batchId?: string
}

/** One movement in the ledger; nothing where nothing moves, but a count is kept even so. */
export async function book(movement: Movement, transaction: Transaction): Promise<void> {
  const { kind, ml, productId } = movement
  if (ml === 0 && kind !== 'count') return
  const row = await lockProduct(productId, transaction)
  if (row.stockMl + ml < 0) throw new NotEnough(row.name, productId, -ml, row.stockMl)
  await StockMoveRow.create(
    { note: '', ...movement, visitId: movement.visitId ?? null, batchId: movement.batchId ?? null },
    { transaction },
  )
}
