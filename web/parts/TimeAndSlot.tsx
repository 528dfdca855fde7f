import type { ReactNode } from 'react'
import { Away } from '../device/client.ts'

/** When a dog comes, and how long it has. */
export const TimeAndSlot = ({
  time,
  slot,
  onTime,
  onSlot,
}: {
  time: string
  /** Minutes, as typed. */
  slot: string
  onTime: (time: string) => void
  onSlot: (slot: string) => void
}): ReactNode => (
  <>
    <label>
      <span className="mb-1 block font-medium">Comes at</span>
      <input className="field" type="time" required value={time} onChange={(event) => onTime(event.target.value)} />
    </label>
    <label>
      <span className="mb-1 block font-medium">Slot, minutes</span>
      <input
        className="field"
        type="number"
        required
        min={15}
        max={1440}
        step={5}
        value={slot}
        onChange={(event) => onSlot(event.target.value)}
      />
    </label>
  </>
)

/** Why a visit was not added; what was filled in stays. */
export const NotAdded = ({ error }: { error: Error | null }): ReactNode =>
  error && (
    <p className="col-span-2 rounded-xl bg-alarm-soft px-3 py-2 text-alarm" role="alert">
      {error instanceof Away ? 'The server is away. Nothing is lost here; try again when it is back.' : error.message}
    </p>
  )
