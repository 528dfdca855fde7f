import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useVisit } from '../VisitLayout.tsx'
import { Look } from './LookScreen.tsx'

/** The second pair of hands: an empty map, whatever the first has scored. */
export function SecondLook(): ReactNode {
  const visit = useVisit()
  if (visit.second) return <Look key={visit.second.id} whose="second" />
  return (
    <div className="p-10">
      <h1 className="mb-2 text-2xl">No second look</h1>
      <p>
        Nobody was asked for a second opinion.{' '}
        <Link className="opens" to="../verdict">
          To the verdict
        </Link>
      </p>
    </div>
  )
}
