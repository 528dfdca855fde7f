import type { ReactNode } from 'react'
import { minutesText, pullText, rangeText, TREATMENT_LABEL } from '../../../contract/words/index.ts'
import {
  type GoesHome,
  type Odds,
  type Plan,
  planned,
  plannedPart,
  type Treatment,
  treatmentOf,
} from '../../../core/index.ts'
import { HouseNumber } from '../../parts/HouseNumber.tsx'
import { Opens } from '../../parts/Opens.tsx'
import { Table } from '../../parts/Table.tsx'

const one = (value: number): string => value.toFixed(1)

/** Minutes, pull against what the dog can give, coat kept: each opens to what it was made of. */
export function Figures({
  plan,
  home,
  drawn,
}: {
  plan: Plan
  home: GoesHome
  /** Nine of ten dogs as this one might be, where it was not wholly looked at; null while they are drawn, and of a plan a vet ends. */
  drawn: Pick<Odds, 'minutes' | 'pull'> | null
}): ReactNode {
  const verdict = {
    ...plan.verdict,
    minutes: drawn?.minutes ?? planned(plan, 'minutes'),
    pull: drawn?.pull ?? planned(plan, 'pull'),
  }
  return (
    <div className="grid grid-cols-3 gap-3">
      <Opens title="Minutes of coat work" className="rounded-2xl bg-paper p-3.5" body={<MinutesBody plan={plan} />}>
        <Figure value={rangeText(verdict.minutes, minutesText)} unit="minutes" />
        <span className="block text-ink-2">of {minutesText(verdict.minutesBudget)} there</span>
        <Gauge
          share={verdict.minutes.low / Math.max(1, verdict.minutesBudget)}
          high={verdict.minutes.high / Math.max(1, verdict.minutesBudget)}
        />
      </Opens>
      <Opens title="Pull on the dog" className="rounded-2xl bg-paper p-3.5" body={<PullBody plan={plan} />}>
        <Figure value={rangeText(verdict.pull, pullText)} unit="pull" />
        <span className="block text-ink-2">of {pullText(verdict.pullBudget)} to give</span>
        <Gauge share={verdict.pull.low / verdict.pullBudget} high={verdict.pull.high / verdict.pullBudget} />
      </Opens>
      <Opens title="Coat kept" className="rounded-2xl bg-paper p-3.5" body={<CoatBody plan={plan} />}>
        <Figure value={minutesText(home.coatKept)} unit="%" />
        <span className="block text-ink-2">of the coat goes home</span>
        <Gauge share={home.coatKept / 100} high={home.coatKept / 100} />
      </Opens>
    </div>
  )
}

const Figure = ({ value, unit }: { value: string; unit: string }): ReactNode => (
  <span className="block">
    <span className="opens text-3xl font-semibold leading-none">{value}</span> <span>{unit}</span>
  </span>
)

function Gauge({ share, high }: { share: number; high: number }): ReactNode {
  const width = (value: number): string => `${Math.min(100, value * 100).toFixed(1)}%`
  return (
    <span className="relative mt-2 block h-2.5 overflow-hidden rounded-full border border-ink-2" aria-hidden="true">
      <span className="absolute inset-y-0 left-0 bg-line" style={{ width: width(high) }} />
      <span className="absolute inset-y-0 left-0 bg-ink" style={{ width: width(share) }} />
    </span>
  )
}

function byTreatment(plan: Plan): [Treatment, { minutes: number; pull: number; places: number }][] {
  const sums = new Map<Treatment, { minutes: number; pull: number; places: number }>()
  const partOf = plannedPart(plan)
  for (const place of plan.regions) {
    const part = partOf(place.index)
    const treatment = treatmentOf(place, part)
    const { minutes, pull, places } = sums.get(treatment) ?? { minutes: 0, pull: 0, places: 0 }
    sums.set(treatment, {
      minutes: minutes + part * place.option.minutes,
      pull: pull + part * place.option.pull,
      places: places + 1,
    })
  }
  return [...sums].sort((a, b) => b[1].minutes - a[1].minutes)
}

function Shares({ plan, of }: { plan: Plan; of: 'minutes' | 'pull' }): ReactNode {
  return (
    <Table
      className="mb-4"
      rows={byTreatment(plan)}
      keyOf={([treatment]) => treatment}
      columns={[
        { head: '', names: true, cell: ([treatment]) => TREATMENT_LABEL[treatment] },
        {
          head: '',
          figures: true,
          className: 'text-ink-2',
          cell: ([, { places }]) => `${places} place${places === 1 ? '' : 's'}`,
        },
        { head: '', figures: true, className: 'font-semibold', cell: ([, sum]) => one(sum[of]) },
      ]}
    />
  )
}

function MinutesBody({ plan }: { plan: Plan }): ReactNode {
  const { minutesBudget, reserve, budgetSteps } = plan.verdict
  const step = (code: string): number => budgetSteps.minutes.find((s) => s.code === code)?.value ?? 0
  return (
    <>
      <Shares plan={plan} of="minutes" />
      <p>
        There are <b>{one(minutesBudget)}</b>: the slot of {one(step('slot'))} less the {one(reserve)} that bath,
        drying, finishing cut, nails and checks take in this way, and at most {one(step('cap'))} at the table for this
        dog.
      </p>
      <p className="mt-2 text-ink-2">
        Each place opens on the dog: rate by area, times coat length, density, temper and pace.
      </p>
    </>
  )
}

function PullBody({ plan }: { plan: Plan }): ReactNode {
  return (
    <>
      <Shares plan={plan} of="pull" />
      <p className="mb-2">One pull-minute is a minute of steady pulling on a place that is neither tender nor tough.</p>
      <p>
        This dog can give <b>{one(plan.verdict.pullBudget)}</b>:{' '}
        {plan.verdict.budgetSteps.pull.map(({ code, value }, i) => (
          <span key={code}>
            {i > 0 && ' × '}
            {Math.round(value * 100) / 100}{' '}
            {code === 'give.base'
              ? 'to begin with'
              : code === 'give.size'
                ? 'for its size'
                : code === 'give.health'
                  ? 'for its health'
                  : 'for its temper'}
          </span>
        ))}{' '}
        (<HouseNumber id="give.base" />, an estimate that the salon can change).
      </p>
    </>
  )
}

function CoatBody({ plan }: { plan: Plan }): ReactNode {
  const { coat, minutes, pull, mismatch, over, total } = plan.verdict.objective
  return (
    <>
      <p className="mb-3">
        What goes home of the coat that came, the finishing cut with it: each place by its share of the dog and by how
        much it shows. The ways are compared by the coat that mats cost beyond the wish; there 100 is nothing lost, 0 is
        clipped close all over (<HouseNumber id="loss.reference" />
        ).
      </p>
      <p className="mb-1 font-medium">What the ways were compared by, in points, least is best</p>
      <Table
        rows={
          [
            ['Coat lost, by the owner’s wish', coat],
            ['Minutes', minutes],
            ['Pull', pull],
            ['Unlike lengths side by side', mismatch],
            ['Minutes beyond the slot', over],
            ['Together', total],
          ] as const
        }
        keyOf={([label]) => label}
        columns={[
          { head: '', names: true, cell: ([label]) => label },
          { head: '', figures: true, className: 'font-semibold', cell: ([, value]) => one(value) },
        ]}
      />
      <p className="mt-2">
        <HouseNumber id="price.minute" />, <HouseNumber id="price.pull" />, <HouseNumber id="mismatch.points" />,{' '}
        <HouseNumber id="over.minute" />
      </p>
    </>
  )
}
