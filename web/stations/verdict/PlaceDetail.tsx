import type { ReactNode } from 'react'
import {
  capital,
  cautionText,
  leaveText,
  mmText,
  placeName,
  REFUSAL_TEXT,
  TREATMENT_LABEL,
  TREATMENT_MEANS,
  toolName,
  WHEN_LABEL,
} from '../../../contract/words/index.ts'
import {
  type Cost,
  LEAVE_REASONS,
  type LeaveReason,
  REFUSALS,
  type RegionPlan,
  treatmentOf,
} from '../../../core/index.ts'
import { HouseNumber } from '../../parts/HouseNumber.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { Table } from '../../parts/Table.tsx'

const two = (value: number): string => (Math.round(value * 100) / 100).toFixed(2)

/** One place: what is done there and with what, how its figures came about, and what the rules took out. */
export function PlaceDetail({
  region,
  part,
  onClose,
  actions,
}: {
  region: RegionPlan
  /** Of it that is worked on in all visits, 0 to 1: 0 where it is left for a vet to decide. */
  part: number
  onClose: () => void
  /** What can be done with it now, above how it came about. */
  actions: ReactNode
}): ReactNode {
  const { option, treatment } = region
  const place = placeName(region.region, region.side)
  const here = treatmentOf(region, part)
  const why = option.why && option.why in LEAVE_REASONS ? leaveText(option.why as LeaveReason, place) : null
  const left = `Stays as it came until a vet has decided how to go on. It would take: ${TREATMENT_LABEL[treatment].toLowerCase()}.`
  return (
    <DialogSheet
      title={`${capital(place)}: ${TREATMENT_LABEL[here]}`}
      about={here === treatment ? (why ?? TREATMENT_MEANS[treatment]) : left}
      onClose={onClose}
    >
      {actions}
      <dl className="mb-4 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {option.tool && treatment !== 'look' && (
          <>
            <dt className="text-ink-2">With</dt>
            <dd>{toolName(option.tool)}</dd>
          </>
        )}
        {option.leavesMm !== null && (
          <>
            <dt className="text-ink-2">Leaves</dt>
            <dd>
              {mmText(option.leavesMm)} mm where it cuts, {mmText(option.outlineMm)} mm to be seen
            </dd>
          </>
        )}
        {option.when && treatment !== 'look' && (
          <>
            <dt className="text-ink-2">When</dt>
            <dd>{WHEN_LABEL[option.when]}</dd>
          </>
        )}
        {option.handOver && (
          <>
            <dt className="text-ink-2">Who</dt>
            <dd>practised hands: hand this place over</dd>
          </>
        )}
      </dl>
      {option.cautions.length > 0 && treatment !== 'look' && (
        <ul className="mb-4 rounded-2xl border border-alarm bg-alarm-soft p-3 text-alarm">
          {option.cautions.map((code) => (
            <li key={code}>{cautionText(code, option.treatment)}</li>
          ))}
        </ul>
      )}
      {option.cost.parts.length > 0 && (
        <>
          <CostTable title={TREATMENT_LABEL[option.treatment]} cost={option.cost} />
          {option.card && <CostTable title="Carding on top" cost={option.card} />}
        </>
      )}
      {region.weighed.length > 1 && (
        <section className="mb-4">
          <h3 className="mb-1">What was weighed here</h3>
          <Table
            rows={region.weighed}
            keyOf={(other) => other.treatment}
            rowClass={(other) => (other.treatment === option.treatment ? 'font-semibold' : undefined)}
            columns={[
              { head: 'Way', names: true, cell: (other) => TREATMENT_LABEL[other.treatment] },
              { head: 'Minutes', figures: true, cell: (other) => two(other.minutes) },
              { head: 'Pull', figures: true, cell: (other) => two(other.pull) },
              { head: 'Coat lost', figures: true, cell: (other) => two(other.loss) },
            ]}
          />
        </section>
      )}
      {region.refused.length > 0 && (
        <section>
          <h3 className="mb-1">What was not offered</h3>
          <ul className="text-ink-2">
            {region.refused.map(({ treatment: refused, code }) => (
              <li key={refused}>
                <span className="text-ink">{TREATMENT_LABEL[refused]}</span>: {REFUSAL_TEXT[code]}
                {REFUSALS[code] > 0 && ` (rule ${REFUSALS[code]})`}
              </li>
            ))}
          </ul>
        </section>
      )}
    </DialogSheet>
  )
}

function CostTable({ title, cost }: { title: string; cost: Cost }): ReactNode {
  const { length, density, temper, pace, dryer, around, tender, skin } = cost.factors
  const factors = Object.entries({
    'coat length': length,
    density,
    temper,
    pace,
    dryer,
    'working round': around,
  }).filter(([, value]) => value !== 1)
  const pullFactors = Object.entries({ tenderness: tender, skin }).filter(([, value]) => value !== 1)
  const rows = [
    ...cost.parts.map(({ rate, pullRate, perM2, m2, minutes, pull }) => ({
      key: rate as string,
      what: (
        <>
          <HouseNumber id={rate} />, <HouseNumber id={pullRate} />
        </>
      ),
      rate: perM2 as number | null,
      m2: m2.toFixed(4),
      minutes,
      pull,
    })),
    ...(cost.repositionMin > 0
      ? [
          {
            key: 'reposition',
            what: <HouseNumber id="minutes.reposition" />,
            rate: null,
            m2: '',
            minutes: cost.repositionMin,
            pull: 0,
          },
        ]
      : []),
    { key: 'sum', what: <>Together</>, rate: null, m2: '', minutes: cost.minutes, pull: cost.pull },
  ]
  return (
    <section className="mb-4">
      <h3 className="mb-1">{title}: how the figures came about</h3>
      <Table
        rows={rows}
        keyOf={({ key }) => key}
        rowClass={({ key }) => (key === 'sum' ? 'font-semibold' : undefined)}
        columns={[
          { head: 'Number', names: true, cell: ({ what }) => what },
          { head: 'Rate', figures: true, cell: ({ rate }) => rate },
          { head: 'Area m²', figures: true, cell: ({ m2 }) => m2 },
          { head: 'Minutes', figures: true, cell: ({ minutes }) => two(minutes) },
          { head: 'Pull', figures: true, cell: ({ pull }) => two(pull) },
        ]}
      />
      {(factors.length > 0 || pullFactors.length > 0) && (
        <p className="mt-1 text-ink-2">
          {factors.length > 0 &&
            `Minutes include ${factors.map(([label, value]) => `× ${two(value)} ${label}`).join(', ')}. `}
          {pullFactors.length > 0 &&
            `Pull includes ${pullFactors.map(([label, value]) => `× ${two(value)} ${label}`).join(', ')}.`}
        </p>
      )}
    </section>
  )
}
