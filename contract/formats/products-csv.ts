import { COAT_TYPE_IDS, REGION_IDS } from '../../core/index.ts'
import { dilutionText } from '../words/bath.ts'
import { type CsvProblem, type CsvRow, readCsv, writeCsv } from './csv.ts'
import { LABEL_DEFAULTS, type Label, labelSchema, type ShelfProduct } from './products.ts'
import { issuesOf } from './zod-issues.ts'

/** One row of the file: a label, and what is in stock where the file says so. */
export interface CsvProduct {
  readonly line: number
  readonly label: Label
  readonly stockMl: number | null
}

const COLUMNS = [
  'name',
  'kind',
  'family',
  'dilution_dirty',
  'dilution_normal',
  'dilution_light',
  'dwell_from_min',
  'dwell_to_min',
  'suits',
  'spoils',
  'regions',
  'min_age_weeks',
  'min_weight_kg',
  'intact_skin',
  'fragrance',
  'essential_oils',
  'contains',
  'leave_in',
  'pack_ml',
  'pack_cost',
  'stock_ml',
  'low_ml',
  'opened_on',
  'open_days',
  'expires_on',
  'safety',
] as const
type Column = (typeof COLUMNS)[number]

const yes = (value: boolean): string => (value ? 'yes' : 'no')
const CENTS = 100

/** The shelf as CSV. */
export const productsCsv = (products: readonly ShelfProduct[]): string =>
  writeCsv(
    COLUMNS,
    products.map(
      (it): Record<Column, string | number> => ({
        name: it.name,
        kind: it.kind,
        family: it.family,
        dilution_dirty: dilutionText(it.dilution.dirty),
        dilution_normal: dilutionText(it.dilution.normal),
        dilution_light: dilutionText(it.dilution.light),
        dwell_from_min: it.dwellMin[0],
        dwell_to_min: it.dwellMin[1],
        suits: it.suits.join(' '),
        spoils: it.spoils.join(' '),
        regions: it.regions.join(' '),
        min_age_weeks: it.minAgeWeeks,
        min_weight_kg: it.minWeightKg,
        intact_skin: yes(it.intactSkin),
        fragrance: yes(it.fragrance),
        essential_oils: yes(it.essentialOils),
        contains: it.contains.join('; '),
        leave_in: yes(it.leaveIn),
        pack_ml: it.packMl,
        pack_cost: (it.packCost / CENTS).toFixed(2),
        stock_ml: it.stockMl,
        low_ml: it.lowMl,
        opened_on: it.openedOn ?? '',
        open_days: it.openDays ?? '',
        expires_on: it.expiresOn ?? '',
        safety: it.safety,
      }),
    ),
  )

const COLUMN_OF: Readonly<Record<string, Column>> = {
  'dilution.dirty': 'dilution_dirty',
  'dilution.normal': 'dilution_normal',
  'dilution.light': 'dilution_light',
  dwellMin: 'dwell_from_min',
  'dwellMin[0]': 'dwell_from_min',
  'dwellMin[1]': 'dwell_to_min',
  minAgeWeeks: 'min_age_weeks',
  minWeightKg: 'min_weight_kg',
  packMl: 'pack_ml',
  packCost: 'pack_cost',
  lowMl: 'low_ml',
  openedOn: 'opened_on',
  openDays: 'open_days',
  expiresOn: 'expires_on',
}

/** @param known the label of this product as the shelf has it: what the file has no column for stays as it says */
function labelOf(row: CsvRow<Column>, known: Label | undefined): Label | null {
  const base = known ?? LABEL_DEFAULTS
  const said = <T>(column: Column, read: (column: Column) => T, otherwise: T): T =>
    row.has(column) ? read(column) : otherwise
  const text = (column: Column): string => row.text(column)
  const flag = (column: Column): boolean => row.flag(column)
  const number = (column: Column, otherwise: number, empty = 0): number =>
    said(column, (from) => row.number(from, empty), otherwise)
  const date = (column: Column, otherwise: string | null): string | null =>
    said(column, (from) => row.text(from) || null, otherwise)
  const normal = said('dilution_normal', (from) => row.parts(from, 0), base.dilution.normal)
  const diluted = (column: Column, otherwise: number | undefined): number =>
    said(column, (from) => row.parts(from, normal), otherwise ?? normal)
  const from = number('dwell_from_min', base.dwellMin[0])
  const label = {
    ...base,
    name: row.text('name'),
    kind: row.text('kind'),
    family: said('family', text, base.family),
    dilution: {
      dirty: diluted('dilution_dirty', known?.dilution.dirty),
      normal,
      light: diluted('dilution_light', known?.dilution.light),
    },
    dwellMin: [from, number('dwell_to_min', known ? known.dwellMin[1] : from, from)],
    suits: said('suits', (column) => row.list(column, COAT_TYPE_IDS), base.suits),
    spoils: said('spoils', (column) => row.list(column, COAT_TYPE_IDS), base.spoils),
    regions: said('regions', (column) => row.list(column, REGION_IDS), base.regions),
    minAgeWeeks: number('min_age_weeks', base.minAgeWeeks),
    minWeightKg: number('min_weight_kg', base.minWeightKg),
    intactSkin: said('intact_skin', flag, base.intactSkin),
    fragrance: said('fragrance', flag, base.fragrance),
    essentialOils: said('essential_oils', flag, base.essentialOils),
    contains: said(
      'contains',
      (column) =>
        row
          .text(column)
          .split(';')
          .map((part) => part.trim())
          .filter(Boolean),
      base.contains,
    ),
    leaveIn: said('leave_in', flag, base.leaveIn),
    packMl: number('pack_ml', base.packMl, LABEL_DEFAULTS.packMl),
    packCost: Math.round(number('pack_cost', base.packCost / CENTS) * CENTS),
    lowMl: number('low_ml', base.lowMl),
    openedOn: date('opened_on', base.openedOn),
    openDays: said('open_days', (column) => row.number(column, null), base.openDays),
    expiresOn: date('expires_on', base.expiresOn),
    safety: said('safety', text, base.safety),
  }
  const parsed = labelSchema.safeParse(label)
  if (parsed.success) return parsed.data
  for (const { path, expected } of issuesOf(parsed.error, label)) {
    const column = COLUMN_OF[path] ?? (COLUMNS.find((name) => name === path.replace(/\[.*$/, '')) as Column | undefined)
    row.wrong(column ?? 'name', expected)
  }
  return null
}

/** Products go by their name, however it is written. */
export const nameKey = (name: string): string => name.trim().toLowerCase()

/**
 * Every product of a CSV and everything wrong with it, by line and column; nothing is written anywhere.
 * @param known labels that are on the shelf, by `nameKey`
 */
export function readProductsCsv(
  text: string,
  known: ReadonlyMap<string, Label> = new Map(),
): { products: CsvProduct[]; problems: CsvProblem[] } {
  const { rows, problems } = readCsv(text, COLUMNS, ['name', 'kind'])
  const products: CsvProduct[] = []
  const seen = new Map<string, number>()
  for (const row of rows) {
    const { line } = row
    const label = labelOf(row, known.get(nameKey(row.text('name'))))
    const stockMl = row.number('stock_ml', null)
    if (stockMl !== null && !(Number.isInteger(stockMl) && stockMl >= 0 && stockMl <= 10_000_000))
      row.wrong('stock_ml', 'a whole number of millilitres from 0 to 10000000')
    const name = nameKey(label?.name ?? '')
    if (label && seen.has(name)) row.wrong('name', `a name that is not on line ${seen.get(name)} already`)
    seen.set(name, line)
    problems.push(...row.problems)
    if (label && row.problems.length === 0) products.push({ line, label, stockMl })
  }
  return { products, problems }
}
