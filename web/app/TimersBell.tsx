import { clsx } from 'clsx'
import { Bell, Hourglass } from 'lucide-react'
import type { ReactNode } from 'react'
import { useLocation } from 'react-router'
import { benchApi, type RunningTimer } from '../../contract/api/bench.ts'
import { useRead } from '../device/api.ts'
import { useBenchAdd } from '../device/use-log.ts'
import { useMayNot } from '../device/use-may-not.ts'
import { useNow } from '../device/use-now.ts'
import { Button } from '../parts/Button.tsx'
import { leftText } from '../stations/bench/clock.ts'
import { useRinging } from './use-ringing.ts'

const EVERY_MS = 5000

/** What works on other dogs, on every screen: each with its dog's name, sounding when it is over until somebody touches it. */
export function TimersBell(): ReactNode {
  const { pathname } = useLocation()
  const { data: timers = [] } = useRead(benchApi.timers, {}, { refetchInterval: EVERY_MS })
  const now = useNow(timers.length > 0)
  // The bench at hand shows its own.
  const others = timers.filter(({ visitId }) => !pathname.startsWith(`/visits/${visitId}/bench`))
  useRinging(others.some(({ endsAt }) => Date.parse(endsAt) <= now))
  if (others.length === 0) return null
  return (
    <ul
      className="order-last flex basis-full flex-wrap gap-1.5 pb-1.5 max-sm:order-none max-sm:min-w-0 max-sm:basis-auto max-sm:flex-nowrap max-sm:overflow-x-auto max-sm:pb-0"
      aria-label="Left on other dogs"
      data-testid="bell"
    >
      {others.map((timer) => (
        <OtherTimer key={timer.id} timer={timer} now={now} />
      ))}
    </ul>
  )
}

function OtherTimer({ timer, now }: { timer: RunningTimer; now: number }): ReactNode {
  const add = useBenchAdd(timer.visitId)
  const mayNot = useMayNot(benchApi.add)
  const left = Date.parse(timer.endsAt) - now
  const over = left <= 0
  return (
    <li className="shrink-0">
      <Button
        tight
        className={clsx('max-sm:px-2', over && 'border-2 border-alarm bg-alarm-soft text-alarm')}
        disabled={mayNot !== null}
        onClick={() => add({ kind: 'timer-stop', timer: timer.id })}
        title={timer.label}
      >
        {/* Where there is little room what is left stands first, and the name is what is cut. */}
        {over ? <Bell size={16} className="max-sm:hidden" /> : <Hourglass size={16} className="max-sm:hidden" />}
        <span className="max-sm:order-last">{timer.dog}</span>{' '}
        <span className="figure font-semibold">{over ? 'over' : leftText(left)}</span>
        <span className="sr-only">, touch to stop</span>
      </Button>
    </li>
  )
}
