import { CloudOff } from 'lucide-react'
import type { ReactNode } from 'react'
import { timeText } from '../../contract/words/dates.ts'
import { useKeptSince } from '../device/kept-answers.ts'

/** Said on every screen while what it shows is this device's own copy. */
export function FromThisDevice(): ReactNode {
  const since = useKeptSince()
  return since !== null ? (
    <p
      className="flex shrink-0 items-center gap-2 border-b border-line bg-accent-soft px-5 py-1.5"
      role="status"
      data-testid="from-device"
    >
      <CloudOff size={18} className="shrink-0" /> The server is away: this is what this device had
      {Number.isNaN(Date.parse(since)) ? '' : ` at ${timeText(since)}`}. What you do is kept too, and sent when it is
      back.
    </p>
  ) : null
}
