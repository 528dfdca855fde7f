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

function labelOf(row: CsvRow<Column>): Label | null {
  const normal = row.parts('dilution_normal', 0)
  const from = row.number('dwell_from_min', 0)
  const label = {
    ...LABEL_DEFAULTS,
    name: row.text('name'),
    kind: row.text('kind'),
    family: row.text('family'),
    dilution: { dirty: row.parts('dilution_dirty', normal), normal, light: row.parts('dilution_light', normal) },
    dwellMin: [from, row.number('dwell_to_min', from)],
    suits: row.list('suits', COAT_TYPE_IDS),
    spoils: row.list('spoils', COAT_TYPE_IDS),
    regions: row.list('regions', REGION_IDS),
    minAgeWeeks: row.number('min_age_weeks', 0),
    minWeightKg: row.number('min_weight_kg', 0),
    intactSkin: row.flag('intact_skin'),
    fragrance: row.flag('fragrance'),
    essentialOils: row.flag('essential_oils'),
    contains: row
      .text('contains')
      .split(';')
      .map((part) => part.trim())
      .filter(Boolean),
    leaveIn: row.flag('leave_in'),
    packMl: row.number('pack_ml', LABEL_DEFAULTS.packMl),
    packCost: Math.round(row.number('pack_cost', 0) * CENTS),
    lowMl: row.number('low_ml', 0),
    openedOn: row.text('opened_on') || null,
    openDays: row.number('open_days', null),
    expiresOn: row.text('expires_on') || null,
    safety: row.text('safety'),
  }
  const parsed = labelSchema.safeParse(label)
  if (parsed.success) return parsed.data
  for (const { path, expected } of issuesOf(parsed.error, label)) {
    const column = COLUMN_OF[path] ?? (COLUMNS.find((name) => name === path.replace(/\[.*$/, '')) as Column | undefined)
    row.wrong(column ?? 'name', expected)
  }
  return null
}

/** Every product of a CSV and everything wrong with it, by line and column; nothing is written anywhere. */
export function readProductsCsv(text: string): { products: CsvProduct[]; problems: CsvProblem[] } {
  const { rows, problems } = readCsv(text, COLUMNS, ['name', 'kind'])
  const products: CsvProduct[] = []
  const seen = new Map<string, number>()
  for (const row of rows) {
    const { line } = row
    const label = labelOf(row)
    const stockMl = row.number('stock_ml', null)
    if (stockMl !== null && !(Number.isInteger(stockMl) && stockMl >= 0 && stockMl <= 10_000_000))
      row.wrong('stock_ml', 'a whole number of millilitres from 0 to 10000000')
    const name = label?.name.toLowerCase() ?? ''
    if (label && seen.has(name)) row.wrong('name', `a name that is not on line ${seen.get(name)} already`)
    seen.set(name, line)
    problems.push(...row.problems)
    if (label && row.problems.length === 0) products.push({ line, label, stockMl })
  }
  return { products, problems }
}
