import Papa from 'papaparse'
import { BadInput } from './problem.ts'

/** Ratings as a table: one row for each thing rated, one column for each rater, null where a rater gave nothing. */
export interface Ratings {
  readonly raters: readonly string[]
  readonly rows: readonly (readonly (string | null)[])[]
}

const LEAST_RATERS = 2

/** Reads a CSV (RFC 4180) with the raters' names in its first row. @throws {BadInput} naming line and column */
export function readRatings(text: string): Ratings {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimiter: ',',
  })
  const [broken] = errors
  if (broken)
    throw new BadInput([
      { path: `line ${(broken.row ?? 0) + 1}`, value: broken.message, expected: 'CSV as in RFC 4180' },
    ])
  const [header, ...body] = data
  const raters = (header ?? []).map((name) => name.trim())
  if (raters.length < LEAST_RATERS)
    throw new BadInput([{ path: 'line 1', value: raters.join(','), expected: 'a header row with two raters or more' }])
  if (body.length === 0) throw new BadInput([{ path: 'line 2', value: '', expected: 'a row for each thing rated' }])
  const rows = body.map((cells, i) => {
    if (cells.length !== raters.length)
      throw new BadInput([
        { path: `line ${i + 2}`, value: cells.join(','), expected: `${raters.length} cells, as in the header row` },
      ])
    return cells.map((cell) => cell.trim() || null)
  })
  return { raters, rows }
}

const at = (row: number, column: string): string => `line ${row + 2}, ${column}`

/** The rows without gaps. @throws {BadInput} at the first empty cell */
export const whole = ({ rows, raters }: Ratings): string[][] =>
  rows.map((row, i) =>
    row.map((cell, j) => {
      if (cell === null)
        throw new BadInput([{ path: at(i, raters[j]!), value: '', expected: 'a rating, no empty cell' }])
      return cell
    }),
  )

const numberAt = (cell: string, path: string): number => {
  const value = Number(cell)
  if (!Number.isFinite(value)) throw new BadInput([{ path, value: cell, expected: 'a number' }])
  return value
}

/** The same as numbers. @throws {BadInput} at the first cell that is none */
export const numbers = <T extends string | null>(rows: readonly (readonly T[])[], raters: readonly string[]) =>
  rows.map((row, i) =>
    row.map(
      (cell, j) => (cell === null ? null : numberAt(cell, at(i, raters[j]!))) as T extends string ? number : null,
    ),
  )
