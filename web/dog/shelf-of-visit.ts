import type { BathRecord } from '../../contract/api/bath.ts'
import { productOf, type ShelfProduct } from '../../contract/formats/products.ts'
import { type Product, USUAL_SHELF } from '../../core/index.ts'
import { today } from '../parts/dates.ts'

/** What a bath of this visit may take: the shelf with what the visit has booked already; without a shelf, the usual. */
export function shelfOfVisit(
  products: readonly ShelfProduct[],
  record: Pick<BathRecord, 'booked'> | undefined,
): readonly Product[] {
  if (products.length === 0) return USUAL_SHELF
  const booked = new Map(record?.booked.map(({ productId, ml }) => [productId, ml]))
  return products.map((product) =>
    productOf({ ...product, stockMl: product.stockMl + (booked.get(product.id) ?? 0) }, today()),
  )
}
