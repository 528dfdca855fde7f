import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Goodbye } from '../../../contract/api/goodbye.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import { timeOf } from '../../../contract/words/index.ts'
import type { Draft } from './draft.ts'

/** The date agreed with the owner, and whether it goes into the book right away. */
export function Booking({
  visit,
  goodbye: { page, finishedAt, nextVisitId },
  draft,
  onChange,
}: {
  visit: Visit
  goodbye: Goodbye
  draft: Draft
  onChange: (draft: Draft) => void
}): ReactNode {
  const on = draft.nextOn ?? page.next.on
  if (finishedAt !== null)
    return (
      <p className="text-lg" data-testid="next-visit">
        {page.next.at
          ? `Booked for ${page.next.on} at ${page.next.at}. `
          : `Looked forward to around ${page.next.on}. `}
        {nextVisitId && (
          <Link className="opens" to={`/?date=${page.next.on}`}>
            See that day
          </Link>
        )}
      </p>
    )
  return (
    <div className="mt-2 grid grid-cols-2 gap-3">
      <label>
        <span className="flex min-h-11 items-center font-medium">Agreed on</span>
        <input
          type="date"
          className="field"
          value={on}
          onChange={(event) => onChange({ ...draft, nextOn: event.target.value || null })}
        />
      </label>
      <div>
        <label className="flex min-h-11 items-center gap-2 font-medium">
          <input
            type="checkbox"
            className="size-5"
            checked={draft.nextAt !== null}
            onChange={(event) => onChange({ ...draft, nextAt: event.target.checked ? timeOf(visit.startsAt) : null })}
            data-testid="book"
          />
          Put it in the book
        </label>
        <input
          type="time"
          className="field"
          aria-label="Comes at"
          value={draft.nextAt ?? ''}
          disabled={draft.nextAt === null}
          onChange={(event) => event.target.value && onChange({ ...draft, nextAt: event.target.value })}
        />
      </div>
    </div>
  )
}
