import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import { planningApi, type Waiting } from '../../../contract/api/planning.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { dayAndTimeText } from '../../../contract/words/dates.ts'
import { needText, wishedTimesText } from '../../../contract/words/day-plan.ts'
import { onceTaken, useRead, useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { FindTime } from '../../parts/FindTime.tsx'
import { OnlyFor } from '../../parts/OnlyFor.tsx'
import { useIdFor } from '../../parts/use-id-for.ts'

/** Dogs that wait for a place, those whose coat needs it most first; a found time is taken by one touch. */
export function WaitingList(): ReactNode {
  const { data } = useRead(planningApi.waiting, {})
  if (!data || data.length === 0) return null
  return (
    <section className="mb-6" aria-labelledby="waiting" data-testid="waiting">
      <h2 id="waiting" className="mb-2 text-xl">
        Waiting for a place
      </h2>
      <OnlyFor changes={visitsApi.add}>
        <ul className="card divide-y divide-line">
          {data.map((one) => (
            <Row key={one.id} one={one} />
          ))}
        </ul>
      </OnlyFor>
    </section>
  )
}

const QUARTER = 15
/** What was asked for, or longer where the dog itself will take longer. */
const slotFor = ({ minutes }: Waiting, takes: number): number => Math.max(minutes, Math.ceil(takes / QUARTER) * QUARTER)

function Row({ one }: { one: Waiting }): ReactNode {
  const add = useWrite(visitsApi.add)
  const idFor = useIdFor()
  const leave = useWrite(planningApi.leaveWaiting)
  const [wishes, setWishes] = useState(one.wishes)
  const canCome = wishedTimesText(one.wishes)
  const failed = { onError: (error: Error) => toast.error(error.message) }
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-x-4 gap-y-2 px-4 py-3" data-waiting={one.name}>
      <div className="min-w-0">
        <p>
          <Link to={`/dogs/${one.dogId}`} className="rounded text-lg font-semibold hover:underline">
            {one.name}
          </Link>
          <span className="text-ink-2">
            {' '}
            · {one.owner} · {one.phone} · {one.minutes} min
          </span>
        </p>
        <p className="text-ink-2">
          {needText(one)}
          {canCome && ` Can come ${canCome}.`}
          {one.note && ` “${one.note}”`}
        </p>
      </div>
      <Button
        kind="quiet"
        tight
        disabled={leave.isPending}
        aria-label={`${one.name} waits no more`}
        onClick={() => leave.mutate({ id: one.id, body: {} }, failed)}
      >
        Waits no more
      </Button>
      <div className="col-span-2 grid">
        <FindTime
          asked={{ dogId: one.dogId, minutes: one.minutes }}
          wishes={wishes}
          onWishes={setWishes}
          onTake={({ startsAt, personId, minutes }) => {
            const visit = {
              dogId: one.dogId,
              startsAt,
              slotMinutes: slotFor(one, minutes),
              personId,
              asLastTime: true,
            }
            onceTaken(add.mutateAsync({ body: { id: idFor(visit), ...visit } }, failed), () =>
              toast.success(`${one.name} is booked: ${dayAndTimeText(startsAt)}`),
            )
          }}
        />
      </div>
    </li>
  )
}
