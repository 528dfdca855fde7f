import { CalendarSearch } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { type FoundTime, planningApi } from '../../contract/api/planning.ts'
import { asQuery, type WishedTimes } from '../../contract/formats/wished-times.ts'
import { SHORT_WEEKDAYS } from '../../contract/words/dates.ts'
import { dateOf, dateText, timeText } from '../../contract/words/index.ts'
import { useRead } from '../device/api.ts'
import { Button } from './Button.tsx'
import { AnyOf } from './Toggle.tsx'

const WHY: Readonly<Record<FoundTime['why'], string>> = {
  soonest: 'the soonest that holds',
  'quiet-day': 'a quiet day',
  'as-usual': 'fits in',
  tight: 'tight: somebody’s time would no longer be sure',
}

/** The three best times for a dog, each with one touch to take it. */
export function FindTime({
  asked,
  wishes,
  onWishes,
  onTake,
}: {
  asked: { dogId?: string; visitId?: string; minutes: number; from?: string; personId?: string | undefined }
  /** When its people can come. */
  wishes: WishedTimes
  onWishes: (wishes: WishedTimes) => void
  onTake: (time: FoundTime) => void
}): ReactNode {
  const [open, setOpen] = useState(false)
  const times = useRead(planningApi.times, { query: { ...asked, ...asQuery(wishes) } }, { enabled: open, staleTime: 0 })
  if (!open)
    return (
      <Button className="justify-self-start" onClick={() => setOpen(true)}>
        <CalendarSearch size={18} /> Find a time
      </Button>
    )
  return (
    <div className="flex min-w-0 flex-col gap-3">
      <Wishes wishes={wishes} onChange={onWishes} />
      <div data-testid="found-times" role="status">
        {times.isPending && <p className="text-ink-2">Looking …</p>}
        {times.error && <p className="text-alarm">{times.error.message}</p>}
        {times.data?.length === 0 && <p>No time in the next three weeks is long enough then.</p>}
        <ul className="flex flex-col gap-1.5">
          {times.data?.map((time) => (
            <li key={time.startsAt}>
              <Button className="w-full justify-start! whitespace-normal! py-2 text-left" onClick={() => onTake(time)}>
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
    </div>
  )
}

const DAYS = SHORT_WEEKDAYS.map((label, i) => ({ value: String(i + 1), label }))

/** On which days and between which times its people can come; what is left open suits them at any time. */
function Wishes({ wishes, onChange }: { wishes: WishedTimes; onChange: (wishes: WishedTimes) => void }): ReactNode {
  const { days, notBefore, notAfter } = wishes
  const time = (key: 'notBefore' | 'notAfter', label: string, value: string | null): ReactNode => (
    <label className="block min-w-0 grow">
      <span className="mb-1 block font-medium">{label}</span>
      <input
        type="time"
        className="field"
        value={value ?? ''}
        onChange={({ target }) => onChange({ ...wishes, [key]: target.value || null })}
      />
    </label>
  )
  return (
    <>
      <AnyOf
        legend="Can come on"
        choices={DAYS}
        values={days.map(String)}
        onChange={(to) => onChange({ ...wishes, days: to.map(Number).sort((a, b) => a - b) })}
      />
      <div className="flex gap-4">
        {time('notBefore', 'No earlier than', notBefore)}
        {time('notAfter', 'No later than', notAfter)}
      </div>
    </>
  )
}
