import { clsx } from 'clsx'
import type { ReactNode } from 'react'

export interface Column<T> {
  readonly head: ReactNode
  readonly cell: (row: T, index: number) => ReactNode
  /** Figures stand to the right, under each other. */
  readonly figures?: boolean
  /** The row's name, which a screen reader says before each cell. */
  readonly names?: boolean
  readonly className?: string | undefined
}

/** Rows and columns; where it is wider than its place it scrolls by itself. */
export function Table<T>({
  columns,
  rows,
  keyOf,
  caption,
  className,
  rowClass,
  testId,
}: {
  columns: readonly (Column<T> | false | null | undefined)[]
  rows: readonly T[]
  keyOf: (row: T, index: number) => string | number
  /** What it is a table of, over it. */
  caption?: ReactNode
  className?: string | undefined
  rowClass?: (row: T) => string | undefined
  testId?: string
}): ReactNode {
  const shown = columns.filter((column) => typeof column === 'object' && column !== null)
  const look = ({ figures, className: own }: Column<T>): string =>
    clsx('py-1.5 pr-3 last:pr-0', figures && 'text-right', own)
  return (
    <table className={clsx('w-full text-left', className)} data-testid={testId}>
      {caption && <caption className="mb-1 text-left text-ink-2">{caption}</caption>}
      {shown.some(({ head }) => head !== null && head !== '') && (
        <thead className="text-ink-2">
          <tr>
            {shown.map((column, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns do not move
              <th key={i} scope="col" className={clsx(look(column), 'font-medium')}>
                {column.head}
              </th>
            ))}
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map((row, i) => (
          <tr key={keyOf(row, i)} className={clsx('border-t border-line', rowClass?.(row))}>
            {shown.map((column, at) =>
              column.names ? (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns do not move
                <th key={at} scope="row" className={clsx(look(column), 'font-normal')}>
                  {column.cell(row, i)}
                </th>
              ) : (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns do not move
                <td key={at} className={look(column)}>
                  {column.cell(row, i)}
                </td>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
