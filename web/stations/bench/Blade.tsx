import { clsx } from 'clsx'
import { Scissors, Snowflake, Square } from 'lucide-react'
import type { ReactNode } from 'react'
import { GUARD_TEXT } from '../../../contract/words/index.ts'
import { temperatureText } from '../../../contract/words/measures.ts'
import {
  type Bench,
  type BenchHappening,
  bladeTemperature,
  type GuardSays,
  guardSays,
  type House,
  REGION_SIDES,
  type StepStatus,
} from '../../../core/index.ts'
import { useDevice } from '../../device/devices.ts'
import { Button } from '../../parts/Button.tsx'
import { clockText, minutesOf } from './clock.ts'

const LOUD: ReadonlySet<GuardSays> = new Set(['change-it', 'off-now'])

/** The blade that runs: how long, how warm, and when to cool or change it. */
export function Blade({
  bench,
  status,
  now,
  person,
  house,
  add,
}: {
  bench: Bench
  status: StepStatus
  now: number
  person: string | null
  house: House
  add: (happening: BenchHappening) => void
}): ReactNode {
  const thermometer = useDevice('thermometer')
  const blade = bench.blades.find(({ by }) => by === person)
  const { tool, carrier } = status.step
  const wanted = (carrier ?? (tool?.kind === 'blade' ? tool : null))?.id ?? null
  if (!blade)
    return wanted ? (
      <Button size="tall" onClick={() => add({ kind: 'blade-on', blade: wanted })}>
        <Scissors size={18} /> Blade {wanted} on
      </Button>
    ) : null
  const since = blade.cooledAt ?? blade.since
  const measured = thermometer?.link === 'live' ? thermometer.values.celsius : undefined
  const celsius = measured ?? bladeTemperature(minutesOf(now - since), house['blade.cooled'], house)
  const read = measured === undefined ? {} : { celsius: measured }
  const region = status.step.indexes.length > 0 ? REGION_SIDES[status.step.indexes[0]!]!.region : null
  const says = guardSays(celsius, house['blade.pass'], region, house)
  return (
    <div
      className={clsx(
        'flex flex-wrap items-center gap-3 rounded-2xl border-2 px-3 py-2',
        LOUD.has(says) ? 'border-alarm bg-alarm-soft' : 'border-line',
      )}
      data-testid="blade"
      data-says={says}
    >
      <span className="figure text-2xl font-semibold">{clockText(now - since)}</span>
      <span className="leading-tight">
        <span className="block font-semibold">
          Blade {blade.blade}, {temperatureText(celsius)}
          {measured === undefined && ' by the clock'}
        </span>
        <span
          className={clsx('block', LOUD.has(says) && 'font-semibold text-alarm')}
          role={LOUD.has(says) ? 'alert' : undefined}
        >
          {GUARD_TEXT[says]}
        </span>
      </span>
      <Button tight onClick={() => add({ kind: 'coolant', ...read })}>
        <Snowflake size={18} /> Cooled
      </Button>
      <Button tight onClick={() => add({ kind: 'blade-off', ...read })} aria-label="Blade off">
        <Square size={16} /> Off
      </Button>
    </div>
  )
}
