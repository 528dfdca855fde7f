import Papa from 'papaparse'
import { parseDilution } from '../../core/index.ts'
import type { Issue } from './problem.ts'

/** Another thing wrong with a file: on which line, in which column. */
export interface CsvProblem extends Issue {
  readonly line: number
}

/** As it stood before it was made harmless. */
const plain = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@\t\r])/, '')

/** One row of a CSV, cell by cell; what cannot be read is gathered as a problem of its column. */
export class CsvRow<Column extends string> {
  readonly problems: CsvProblem[] = []
  readonly line: number
  readonly #cells: Partial<Record<Column, string>>
  constructor(cells: Partial<Record<Column, string>>, line: number) {
    this.#cells = cells
    this.line = line
  }
  text(column: Column): string {
    return plain(this.#cells[column] ?? '')
  }
  /** Whether the file has this column at all: what it has not says nothing, and what is known stays. */
  has(column: Column): boolean {
    return this.#cells[column] !== undefined
  }
  wrong(column: Column, expected: string): void {
    this.problems.push({ line: this.line, path: column, value: this.text(column), expected })
  }
  number<T>(column: Column, otherwise: T): number | T {
    const text = this.text(column)
    if (text === '') return otherwise
    const value = Number(text.replace(',', '.'))
    if (Number.isFinite(value)) return value
    this.wrong(column, 'a number')
    return otherwise
  }
  flag(column: Column): boolean {
    const text = this.text(column).toLowerCase()
    if (['yes', 'true', '1'].includes(text)) return true
    if (!['', 'no', 'false', '0'].includes(text)) this.wrong(column, 'yes or no')
    return false
  }
  parts(column: Column, otherwise: number): number {
    const text = this.text(column)
    if (text === '') return otherwise
    if (/^ready/i.test(text)) return 0
    const dilution = parseDilution(text)
    if (dilution) return dilution.waterParts / dilution.productParts
    this.wrong(column, '1:8, 8:1, 1 in 9, 10 % or ready')
    return otherwise
  }
  list<T extends string>(column: Column, ids: readonly T[]): T[] {
    const words = this.text(column)
      .split(/[\s;,]+/)
      .filter(Boolean)
    const unknown = words.filter((word) => !ids.includes(word as T))
    if (unknown.length > 0) this.wrong(column, `ids as ${ids.slice(0, 3).join(', ')}; ${unknown.join(', ')} is none`)
    return words.filter((word) => ids.includes(word as T)) as T[]
  }
}

/** Rows as CSV (RFC 4180, UTF-8, header row). Cells that a spreadsheet would run are made harmless. */
export const writeCsv = <Column extends string>(
  columns: readonly Column[],
  rows: readonly Readonly<Record<Column, string | number>>[],
): string =>
  `${Papa.unparse([...rows] as object[], { columns: [...columns], escapeFormulae: true, newline: '\r\n' })}\r\n`

/** The rows of a CSV and what is wrong with the file itself; without its columns there are no rows. */
export function readCsv<Column extends string>(
  text: string,
  columns: readonly Column[],
  needed: readonly Column[],
): { rows: CsvRow<Column>[]; problems: CsvProblem[] } {
  const { data, errors, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    delimiter: ',',
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  const fields = meta.fields ?? []
  const problems: CsvProblem[] = errors
    .filter(({ code }) => code !== 'UndetectableDelimiter')
    .map(({ row, message }) => ({
      line: (row ?? 0) + 2,
      path: 'the row',
      value: message,
      expected: 'CSV as in RFC 4180',
    }))
  for (const name of needed)
    if (!fields.includes(name))
      problems.push({ line: 1, path: name, value: fields.join(','), expected: `a column ${name} in the header row` })
  for (const field of fields)
    if (!columns.includes(field as Column))
      problems.push({ line: 1, path: field, value: field, expected: `a column of: ${columns.join(', ')}` })
  if (problems.some(({ line }) => line === 1)) return { rows: [], problems }
  return { rows: data.map((cells, i) => new CsvRow(cells as Partial<Record<Column, string>>, i + 2)), problems }
}
