import type { ReactNode } from 'react'
import type { Person } from '../../contract/api/salon.ts'

/** The people of the salon as choices of a select, after the choice of nobody; who left only where they are chosen. */
export const PeopleOptions = ({
  people,
  nobody,
  chosen = null,
}: {
  people: readonly Person[] | undefined
  nobody: string
  /** Who is chosen now. */
  chosen?: string | null
}): ReactNode => (
  <>
    <option value="">{nobody}</option>
    {people
      ?.filter(({ id, left }) => !left || id === chosen)
      .map(({ id, name, left }) => (
        <option key={id} value={id}>
          {left ? `${name}, who left` : name}
        </option>
      ))}
  </>
)
