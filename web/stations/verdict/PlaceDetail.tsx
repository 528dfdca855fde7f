import type { ReactNode } from 'react'
import {
  CAUTION_TEXT,
  capital,
  leaveText,
  mmText,
  placeName,
  REFUSAL_TEXT,
  TREATMENT_LABEL,
  TREATMENT_MEANS,
  toolName,
  WHEN_LABEL,
} from '../../../contract/words/index.ts'
import { type Cost, LEAVE_REASONS, type LeaveReason, REFUSALS, type RegionPlan } from '../../../core/index.ts'
import { HouseNumber } from '../../parts/HouseNumber.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'

const two = (value: number): string => (Math.round(value * 100) / 100).toFixed(2)

/** One place: what is done there and with what, how its figures came about, and what the rules took out. */
export function PlaceDetail({
  region,
  onClose,
  actions,
}: {
  region: RegionPlan
  onClose: () => void
  /** What can be done with it now, above how it came about. */
  actions: ReactNode
}): ReactNode {
  const { option, treatment } = region
  const place = placeName(region.region, region.side)
  const why = option.why && option.why in LEAVE_REASONS ? leaveText(option.why as LeaveReason, place) : null
  return (
    <DialogSheet
      title={`${capital(place)}: ${TREATMENT_LABEL[treatment]}`}
      about={why ?? TREATMENT_MEANS[treatment]}
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
            <li key={code}>{CAUTION_TEXT[code]}</li>
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
          <table className="w-full text-left">
            <thead className="text-ink-2">
              <tr>
                <th className="font-medium">Way</th>
                <th className="text-right font-medium">Minutes</th>
                <th className="text-right font-medium">Pull</th>
                <th className="text-right font-medium">Coat lost</th>
              </tr>
            </thead>
            <tbody>
              {region.weighed.map((other) => (
                <tr
                  key={other.treatment}
                  className={
                    other.treatment === option.treatment ? 'border-t border-line font-semibold' : 'border-t border-line'
                  }
                >
                  <td className="py-1">{TREATMENT_LABEL[other.treatment]}</td>
                  <td className="text-right">{two(other.minutes)}</td>
                  <td className="text-right">{two(other.pull)}</td>
                  <td className="text-right">{two(other.loss)}</td>
                </tr>
              ))}
            </tbody>
          </table>
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
  const { length, density, temper, pace, dryer, tender, skin } = cost.factors
  const factors = Object.entries({ 'coat length': length, density, temper, pace, dryer }).filter(
    ([, value]) => value !== 1,
  )
  const pullFactors = Object.entries({ tenderness: tender, skin }).filter(([, value]) => value !== 1)
  return (
    <section className="mb-4">
      <h3 className="mb-1">{title}: how the figures came about</h3>
      <table className="w-full text-left">
        <thead className="text-ink-2">
          <tr>
            <th className="font-medium">Number</th>
            <th className="text-right font-medium">Rate</th>
            <th className="text-right font-medium">Area m²</th>
            <th className="text-right font-medium">Minutes</th>
            <th className="text-right font-medium">Pull</th>
          </tr>
        </thead>
        <tbody>
          {cost.parts.map((part) => (
            <tr key={part.rate} className="border-t border-line">
              <td className="py-1">
                <HouseNumber id={part.rate} />, <HouseNumber id={part.pullRate} />
              </td>
              <td className="text-right">{part.perM2}</td>
              <td className="text-right">{part.m2.toFixed(4)}</td>
              <td className="text-right">{two(part.minutes)}</td>
              <td className="text-right">{two(part.pull)}</td>
            </tr>
          ))}
          {cost.repositionMin > 0 && (
            <tr className="border-t border-line">
              <td className="py-1">
                <HouseNumber id="minutes.reposition" />
              </td>
              <td />
              <td />
              <td className="text-right">{two(cost.repositionMin)}</td>
              <td className="text-right">0.00</td>
            </tr>
          )}
          <tr className="border-t border-line font-semibold">
            <td className="py-1">Together</td>
            <td />
            <td />
            <td className="text-right">{two(cost.minutes)}</td>
            <td className="text-right">{two(cost.pull)}</td>
          </tr>
        </tbody>
      </table>
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
