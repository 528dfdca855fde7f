import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { EstimateId } from '../../core/index.ts'

/** A number of the house by its id: a link to where it is set and where it comes from. */
export const HouseNumber = ({ id }: { id: EstimateId }): ReactNode => (
  <Link className="opens text-ink-2" to={`/numbers#${id}`}>
    {id}
  </Link>
)
