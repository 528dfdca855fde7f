import { X } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Premises } from '../../../contract/formats/places.ts'
import { WEEKDAYS } from '../../../contract/words/dates.ts'
import { Button } from '../../parts/Button.tsx'

type Week = Premises['week']

const USUAL: readonly [string, string] = ['08:30', '17:30']

/** Hours of each weekday; a time that is half typed changes nothing. */
export function WeekHours({
  week,
  shut,
  onChange,
}: {
  week: Week
  /** What a day without hours is called. */
  shut: string
  onChange: (week: Week) => void
}): ReactNode {
  const set = (day: number, hours: readonly [string, string] | null): void =>
    onChange(week.with(day, hours ? [...hours] : null))
  return (
    <ul className="card divide-y divide-line">
      {WEEKDAYS.map((name, day) => {
        const hours = week[day] ?? null
        return (
          <li key={name} className="flex min-h-14 flex-wrap items-center gap-x-2 gap-y-1 px-4 py-1.5">
            <span className="w-24 font-medium">{name}</span>
            {hours ? (
              <>
                {(['from', 'to'] as const).map((end, i) => (
                  <span key={end} className="flex items-center gap-2">
                    {i === 1 && <span className="text-ink-2">to</span>}
                    <input
                      type="time"
                      className="field w-36"
                      defaultValue={hours[i]}
                      key={hours[i]}
                      aria-label={`${name}, ${end}`}
                      onBlur={({ target: { value } }) => {
                        if (value !== '' && value !== hours[i])
                          set(day, i === 0 ? [value, hours[1]] : [hours[0], value])
                      }}
                    />
                  </span>
                ))}
                <span className="grow" />
                <Button kind="quiet" tight onClick={() => set(day, null)} aria-label={`${name}: ${shut}`} title={shut}>
                  <X size={18} />
                </Button>
              </>
            ) : (
              <>
                <span className="grow text-ink-2">{shut}</span>
                <Button kind="quiet" tight onClick={() => set(day, USUAL)} aria-label={`${name}: give it hours`}>
                  Give it hours
                </Button>
              </>
            )}
          </li>
        )
      })}
    </ul>
  )
}
