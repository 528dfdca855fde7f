import { CalendarSearch } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { type FoundTime, planningApi } from '../../contract/api/planning.ts'
import { dateOf, dateText, timeText } from '../../contract/words/index.ts'
import { useRead } from '../device/api.ts'
import { Button } from './Button.tsx'

const WHY: Readonly<Record<FoundTime['why'], string>> = {
  soonest: 'the soonest that holds',
  'quiet-day': 'a quiet day',
  'as-usual': 'fits in',
  tight: 'tight: somebody’s time would no longer be sure',
}

/** The three best times for a dog, each with one touch to take it. */
export function FindTime({
  asked,
  onTake,
}: {
  asked: { dogId?: string; visitId?: string; minutes: number; from?: string; personId?: string }
  onTake: (time: FoundTime) => void
}): ReactNode {
  const [open, setOpen] = useState(false)
  const times = useRead(planningApi.times, { query: asked }, { enabled: open, staleTime: 0 })
  if (!open)
    return (
      <Button className="justify-self-start" onClick={() => setOpen(true)}>
        <CalendarSearch size={18} /> Find a time
      </Button>
    )
  return (
    <div data-testid="found-times" role="status">
      {times.isPending && <p className="text-ink-2">Looking …</p>}
      {times.error && <p className="text-alarm">{times.error.message}</p>}
      {times.data?.length === 0 && <p>No time in the next three weeks is long enough.</p>}
      <ul className="flex flex-col gap-1.5">
        {times.data?.map((time) => (
          <li key={time.startsAt}>
            <Button className="w-full justify-start! text-left" onClick={() => onTake(time)}>
              <span>
                <b className="font-semibold">
                  {dateText(dateOf(time.startsAt))}, {timeText(time.startsAt)}
                </b>
                <span className="text-ink-2">
                  {' '}
                  ready by {timeText(time.readyAt)}; about {time.minutes} min; {WHY[time.why]}
                </span>
              </span>
            </Button>
          </li>
        ))}
      </ul>
    </div>
  )
}
