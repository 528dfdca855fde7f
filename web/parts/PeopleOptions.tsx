import type { ReactNode } from 'react'
import type { Person } from '../../contract/api/salon.ts'

/** The people of the salon as choices of a select, after the choice of nobody. */
export const PeopleOptions = ({
  people,
  nobody,
}: {
  people: readonly Person[] | undefined
  nobody: string
}): ReactNode => (
  <>
    <option value="">{nobody}</option>
    {people?.map(({ id, name }) => (
      <option key={id} value={id}>
        {name}
      </option>
    ))}
  </>
)
