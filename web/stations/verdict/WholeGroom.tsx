import type { ReactNode } from 'react'
import {
  GROOM_PART_LABEL,
  LEFT_OUT_LABEL,
  listed,
  minutesText,
  SECOND_LABEL,
  timeText,
  wholeParts,
} from '../../../contract/words/index.ts'
import type { GroomTotal } from '../../../core/index.ts'
import { useNow } from '../../device/use-now.ts'

const MINUTE_MS = 60_000
const PARTS = ['coat', 'bath', 'dry', 'cut', 'last'] as const

/** How long the whole groom takes and when the dog is ready, then what it is made of. */
export function WholeGroom({ groom, startsAt }: { groom: GroomTotal; startsAt: string }): ReactNode {
  const now = useNow()
  // Nobody begins before the dog is there.
  const ready = Math.max(now, Date.parse(startsAt)) + groom.minutes * MINUTE_MS
  const whole = wholeParts(PARTS.map((part) => groom.parts[part]))
  const shown = PARTS.map((part, i) => ({ part, minutes: whole[i]! })).filter(({ minutes }) => minutes > 0)
  return (
    <section aria-label="The whole groom" data-testid="whole">
      <p>
        <b className="text-lg" data-testid="whole-minutes">
          {minutesText(groom.minutes)} minutes in all
        </b>{' '}
        of the {minutesText(groom.slot)} booked; ready at <b>{timeText(ready)}</b> if you begin now.
      </p>
      <dl className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
        {shown.map(({ part, minutes }) => (
          <div key={part} className="flex gap-1.5">
            <dt className="text-ink-2">{GROOM_PART_LABEL[part]}</dt>
            <dd className="figure font-medium">{minutes}</dd>
          </div>
        ))}
        <div className="flex gap-1.5">
          <dt className="text-ink-2">hands at work</dt>
          <dd className="figure font-medium">{minutesText(groom.hands)}</dd>
        </div>
      </dl>
      {groom.leftOut.length > 0 && (
        <p className="mt-2" data-testid="left-out">
          So that it stands no longer than {minutesText(groom.cap)} minutes, another day:{' '}
          {listed(groom.leftOut.map(({ what, minutes }) => `${LEFT_OUT_LABEL[what]} (${minutesText(minutes)})`))}.
        </p>
      )}
      {[...new Set(groom.second.map(({ why }) => why))].map((why) => (
        <p key={why} className="mt-1" data-testid="second-person">
          {SECOND_LABEL[why]}
        </p>
      ))}
    </section>
  )
}
