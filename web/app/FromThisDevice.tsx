import { CloudOff } from 'lucide-react'
import type { ReactNode } from 'react'
import { useShowsKept } from '../device/kept-answers.ts'

/** Said on every screen while what it shows is this device's own copy. */
export function FromThisDevice(): ReactNode {
  return useShowsKept() ? (
    <p
      className="flex shrink-0 items-center gap-2 border-b border-line bg-accent-soft px-5 py-1.5"
      role="status"
      data-testid="from-device"
    >
      <CloudOff size={18} /> The server is away: this is what this device kept. What you do is kept too, and sent when
      it is back.
    </p>
  ) : null
}
