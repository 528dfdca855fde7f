import { differenceInCalendarDays } from 'date-fns'
import * as z from 'zod'
import { COAT_TYPE_IDS, PRODUCT_KIND_IDS, type Product, REGION_IDS } from '../../core/index.ts'
import { calendarDate } from './instants.ts'
import { between, whole } from './numbers.ts'

const parts = between(0, 1000)
const day = calendarDate.nullable()

/** A product as its label has it, without what the ledger knows. */
export const labelSchema = z
  .object({
    name: z
      .string()
      .trim()
      .min(1, { error: 'the name on the label' })
      .max(80, { error: 'a name of at most 80 characters' }),
    kind: z.enum(PRODUCT_KIND_IDS, { error: 'a kind of product' }),
    family: z.string().trim().max(60),
    /** Parts of water to one part product; 0 is ready to use. */
    dilution: z.object({ dirty: parts, normal: parts, light: parts }),
    dwellMin: z.tuple([between(0, 240), between(0, 240)]).refine(([low, high]) => low <= high, {
      error: 'minutes from and to, the first not above the second',
    }),
    suits: z.array(z.enum(COAT_TYPE_IDS)).max(COAT_TYPE_IDS.length),
    spoils: z.array(z.enum(COAT_TYPE_IDS)).max(COAT_TYPE_IDS.length),
    /** Empty means all. */
    regions: z.array(z.enum(REGION_IDS)).max(REGION_IDS.length),
    minAgeWeeks: between(0, 1000),
    minWeightKg: between(0, 120),
    intactSkin: z.boolean(),
    fragrance: z.boolean(),
    essentialOils: z.boolean(),
    contains: z.array(z.string().trim().min(1).max(60)).max(40),
    leaveIn: z.boolean(),
    packMl: whole(1, 100_000),
    /** Hundredths of the currency. */
    packCost: whole(0, 10_000_000),
    lowMl: whole(0, 100_000),
    openedOn: day,
    /** Days it keeps once open; null where the label says nothing. */
    openDays: whole(1, 3650).nullable(),
    expiresOn: day,
    safety: z.string().trim().max(600),
  })
  .refine(({ suits, spoils }) => !suits.some((coat) => spoils.includes(coat)), {
    path: ['spoils'],
    error: 'no coat that it also suits',
  })
export type Label = z.infer<typeof labelSchema>

/** Every field of a new product that may be left out, and what then holds. */
export const LABEL_DEFAULTS: Omit<Label, 'name' | 'kind'> = {
  family: '',
  dilution: { dirty: 0, normal: 0, light: 0 },
  dwellMin: [0, 0],
  suits: [],
  spoils: [],
  regions: [],
  minAgeWeeks: 0,
  minWeightKg: 0,
  intactSkin: false,
  fragrance: false,
  essentialOils: false,
  contains: [],
  leaveIn: false,
  packMl: 1000,
  packCost: 0,
  lowMl: 0,
  openedOn: null,
  openDays: null,
  expiresOn: null,
  safety: '',
}

export const shelfProductSchema = z.object({
  ...labelSchema.shape,
  id: z.string().min(1).max(60),
  /** What the ledger's movements add up to. */
  stockMl: whole(-1_000_000, 10_000_000),
  retired: z.boolean(),
  /** Rises by one with every change of the label. */
  revision: z.int(),
})
export type ShelfProduct = z.infer<typeof shelfProductSchema>

/** In an assessment file: only `name` and `kind` are required. */
export const fileProductSchema = z.object({
  ...labelSchema.shape,
  ...Object.fromEntries(
    Object.keys(LABEL_DEFAULTS).map((key) => [key, labelSchema.shape[key as keyof typeof LABEL_DEFAULTS].optional()]),
  ),
  name: labelSchema.shape.name,
  kind: labelSchema.shape.kind,
  id: z.string().min(1).max(60).optional(),
  stockMl: whole(0, 10_000_000).optional(),
  retired: z.boolean().optional(),
}) as unknown as z.ZodType<Pick<Label, 'name' | 'kind'> & Partial<Omit<ShelfProduct, 'name' | 'kind' | 'revision'>>>
export type FileProduct = z.infer<typeof fileProductSchema>

/** Days from today until a product may not be used any more: by its date, or by how long it has been open. */
export function expiresInDays(
  { expiresOn, openedOn, openDays }: Pick<Label, 'expiresOn' | 'openedOn' | 'openDays'>,
  today: string,
): number | null {
  const days = (date: string): number => differenceInCalendarDays(`${date}T12:00:00`, `${today}T12:00:00`)
  const by = [
    ...(expiresOn ? [days(expiresOn)] : []),
    ...(openedOn && openDays !== null ? [days(openedOn) + openDays] : []),
  ]
  return by.length > 0 ? Math.min(...by) : null
}

/** The product as the core plans with it. @param today as 2026-03-01 */
export function productOf(shelf: Omit<ShelfProduct, 'revision'>, today: string): Product {
  const { openedOn, openDays, expiresOn, ...label } = shelf
  return { ...label, expiresInDays: expiresInDays({ openedOn, openDays, expiresOn }, today) }
}

/** A shelf that came in a file; what it holds of a product nobody said is taken to be enough. */
export const fileShelf = (products: readonly FileProduct[], today: string): Product[] =>
  products.map((given, i) =>
    productOf(
      {
        ...LABEL_DEFAULTS,
        ...given,
        id: given.id ?? `shelf-${i + 1}`,
        stockMl: given.stockMl ?? Number.POSITIVE_INFINITY,
        retired: given.retired ?? false,
      },
      today,
    ),
  )
