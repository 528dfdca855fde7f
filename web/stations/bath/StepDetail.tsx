import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import {
  BATH_NOTE_TEXT,
  BATH_REASON_TEXT,
  capital,
  dilutionText,
  listed,
  mixText,
  PRODUCT_KIND_LABEL,
  PRODUCT_REFUSAL_TEXT,
  placeName,
} from '../../../contract/words/index.ts'
import { type BathStep, type ProductRefusal, REGION_SIDES, REGIONS, type UnitSystem } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'
import { Toggle } from '../../parts/Toggle.tsx'

const MOST_PLACES = 6

/** Places in words; both sides of a pair as one. */
function placesText({ indexes, whole }: BathStep): string {
  if (whole) return 'all over'
  const covers = new Set(indexes)
  const names = indexes.flatMap((index) => {
    const { region, side } = REGION_SIDES[index]!
    if (!REGIONS[region].paired) return [placeName(region, null)]
    const other = REGION_SIDES.findIndex((o) => o.region === region && o.side !== side)
    if (!covers.has(other)) return [placeName(region, side)]
    return side === 'left' ? [`both sides, ${placeName(region, null)}`.replace('both sides, ', '')] : []
  })
  return listed(names, MOST_PLACES)
}

/** One step opened: where, why, how, and what else could stand there. */
export function StepDetail({
  step,
  units,
  swapped,
  onSwap,
}: {
  step: BathStep
  units: UnitSystem
  swapped: boolean
  onSwap: (productId: string | null) => void
}): ReactNode {
  const { choice, reasons, notes } = step
  return (
    <div className="border-l-2 border-accent pb-1 pl-4 pt-1" data-testid="step-detail">
      {step.indexes.length > 0 && <p className="text-ink-2">{capital(placesText(step))}</p>}
      {choice?.mix && (
        <p className="text-lg font-semibold">
          {dilutionText(choice.waterParts)}: {mixText(choice.mix, units)}
        </p>
      )}
      {reasons.length + notes.length > 0 && (
        <ul className="my-2 flex list-disc flex-col gap-1 pl-5">
          {reasons.map((code) => (
            <li key={code}>{BATH_REASON_TEXT[code]}</li>
          ))}
          {notes.map((code) => (
            <li key={code} className="text-ink-2">
              {BATH_NOTE_TEXT[code]}
            </li>
          ))}
        </ul>
      )}
      {choice?.product?.safety && <p className="my-2 text-ink-2">Label: {choice.product.safety}</p>}
      {choice && choice.weighed.length > 0 && (
        <details className="mt-1" open={swapped}>
          <summary className="min-h-11 content-center font-medium">Another product</summary>
          <ul className="flex flex-col gap-1.5 pt-1">
            {choice.weighed.map(({ product, refusals }) => {
              const taken = product.id === choice.product?.id
              return (
                <li key={product.id}>
                  {refusals.length === 0 ? (
                    <Toggle
                      tight
                      className="w-full justify-start text-left"
                      pressed={taken}
                      onClick={() => !taken && onSwap(product.id)}
                    >
                      {taken && <Check size={18} />} {product.name || PRODUCT_KIND_LABEL[product.kind]}
                      <span className="font-normal text-ink-2">{PRODUCT_KIND_LABEL[product.kind]}</span>
                    </Toggle>
                  ) : (
                    <p className="px-3 py-1">
                      {product.name || PRODUCT_KIND_LABEL[product.kind]}
                      <span className="block text-ink-2">{refusals.map(refusalText).join(' ')}</span>
                    </p>
                  )}
                </li>
              )
            })}
            {swapped && (
              <li>
                <Button kind="quiet" tight onClick={() => onSwap(null)}>
                  Back to what was planned
                </Button>
              </li>
            )}
          </ul>
        </details>
      )}
    </div>
  )
}

const refusalText = (code: ProductRefusal): string => PRODUCT_REFUSAL_TEXT[code]
