import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { planningApi, type Waiting } from '../../../contract/api/planning.ts'
import type { VisitCard } from '../../../contract/api/visit-card.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { suits } from '../../../contract/formats/wished-times.ts'
import { timeText } from '../../../contract/words/dates.ts'
import { CALLED_OFF_LABEL } from '../../../contract/words/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { OnlyFor } from '../../parts/OnlyFor.tsx'

/** Visits that do not take place: who called and who stayed away, and the way back. */
export function NotComing({ visits }: { visits: readonly VisitCard[] }): ReactNode {
  const callOff = useWrite(visitsApi.callOff)
  const { data: waiting = [] } = useRead(planningApi.waiting, {})
  return (
    <section className="px-6 pb-8 max-sm:px-4" aria-labelledby="not-coming" data-testid="not-coming">
      <h2 id="not-coming" className="mb-1 text-lg text-ink-2">
        Not coming
      </h2>
      <OnlyFor changes={visitsApi.callOff}>
        <ul>
          {visits.map(({ id, startsAt, slotMinutes, arrival, client, calledOff, calledOffWhy, dogId }) => (
            <li key={id} className="flex flex-wrap items-center gap-x-4 border-t border-line py-1">
              <span className="figure w-14 shrink-0 text-ink-2">{timeText(startsAt)}</span>
              <span className="min-w-0 grow">
                <Link to={`/dogs/${dogId}`} className="rounded font-semibold hover:underline">
                  {arrival.dog.name}
                </Link>
                , {CALLED_OFF_LABEL[calledOff!]}
                {calledOffWhy && `: ${calledOffWhy}`}
                <span className="text-ink-2">
                  {' '}
                  · {client.name} · {client.phone}
                </span>
                <Freed
                  waiting={waiting.filter(
                    (one) => one.minutes <= slotMinutes && one.dogId !== dogId && suits(one.wishes, startsAt),
                  )}
                />
              </span>
              <Button
                kind="quiet"
                tight
                disabled={callOff.isPending}
                aria-label={`${arrival.dog.name} comes after all`}
                onClick={() => callOff.mutate({ id, body: { as: null } })}
              >
                Comes after all
              </Button>
            </li>
          ))}
        </ul>
      </OnlyFor>
    </section>
  )
}

const MOST = 3
/** Who could have a place that became free, the dog whose coat needs it most first. */
const Freed = ({ waiting }: { waiting: readonly Waiting[] }): ReactNode =>
  waiting.length > 0 && (
    <span className="block" data-testid="could-have-it">
      Could have this place:{' '}
      {waiting.slice(0, MOST).map(({ id, dogId, name, phone }, i) => (
        <span key={id}>
          {i > 0 && ', '}
          <Link to={`/dogs/${dogId}`} className="rounded underline">
            {name}
          </Link>{' '}
          {phone}
        </span>
      ))}
    </span>
  )
