import { Check } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { Salon } from '../../../contract/api/salon.ts'
import { salonApi } from '../../../contract/api/salon.ts'
import { weightText } from '../../../contract/words/measures.ts'
import { COAT_PRICE_IDS, type CoatPriceId, SIZE_IDS, type SizeId } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Table } from '../../parts/Table.tsx'

type List = Salon['prices']

const COAT_PRICE_LABEL: Record<CoatPriceId, string> = {
  short: 'Short and smooth',
  double: 'Double',
  long: 'Long and feathered',
  wool: 'Curly and cotton',
  wire: 'Wire',
}
const SIZE_LABEL: Record<SizeId, () => string> = {
  toy: () => `to ${weightText(5)}`,
  small: () => `to ${weightText(10)}`,
  medium: () => `to ${weightText(20)}`,
  large: () => `to ${weightText(35)}`,
  giant: () => `over ${weightText(35)}`,
}

/** Whole units with up to two decimals to hundredths; null where it is no amount. */
function hundredths(text: string): number | null {
  const value = Math.round(Number(text.replace(',', '.')) * 100)
  return text.trim() !== '' && Number.isFinite(value) && value >= 0 && value <= 10_000_000 ? value : null
}
const units = (amount: number): string => String(amount / 100)

/** The price list by coat and size, and what a minute of coat work costs beyond it. */
export function Prices({ prices }: { prices: List }): ReactNode {
  const save = useWrite(salonApi.setPrices)
  const set = (next: List): void =>
    save.mutate(
      { body: next },
      {
        onSuccess: () => toast.success('Prices saved'),
        onError: (error) => toast.error(`Not saved: ${error.message}`),
      },
    )
  return (
    <section className="mb-8" aria-label="Prices" id="prices">
      <h2 className="mb-1 text-xl">Prices in {prices.currency}</h2>
      <p className="mb-2 max-w-2xl text-ink-2">
        Bath, drying, cut and nails by coat and size, with {prices.minutesIncluded} minutes of coat work in them; what
        goes beyond is paid by the minute. Quotes follow from the plan.
      </p>
      <div className="card overflow-x-auto p-4">
        <Table
          className="min-w-[560px]"
          rows={COAT_PRICE_IDS}
          keyOf={(coat) => coat}
          columns={[
            { head: 'Coat', names: true, cell: (coat) => COAT_PRICE_LABEL[coat] },
            ...SIZE_IDS.map((size) => ({
              head: SIZE_LABEL[size](),
              cell: (coat: CoatPriceId) => (
                <Amount
                  label={`${COAT_PRICE_LABEL[coat]}, ${SIZE_LABEL[size]()}`}
                  value={prices.base[coat][size]}
                  onSet={(amount) =>
                    set({ ...prices, base: { ...prices.base, [coat]: { ...prices.base[coat], [size]: amount } } })
                  }
                />
              ),
            })),
          ]}
        />
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <span>A minute of coat work beyond that</span>
          <span className="w-28">
            <Amount
              label="A minute of coat work"
              value={prices.perMinute}
              onSet={(perMinute) => set({ ...prices, perMinute })}
            />
          </span>
        </div>
      </div>
    </section>
  )
}

/** Saved when left or on Enter; what is no amount is said and not saved. */
function Amount({ label, value, onSet }: { label: string; value: number; onSet: (amount: number) => void }): ReactNode {
  const [text, setText] = useState<string | null>(null)
  const shown = text ?? units(value)
  const amount = hundredths(shown)
  const leave = (): void => {
    if (text === null) return
    if (amount === null) return
    setText(null)
    if (amount !== value) onSet(amount)
  }
  return (
    <span className="relative block">
      <input
        className="field px-2 py-1 text-right"
        aria-label={label}
        inputMode="decimal"
        value={shown}
        aria-invalid={amount === null}
        onChange={(event) => setText(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === 'Enter' && leave()}
      />
      {text !== null && amount !== null && amount !== value && (
        <Check size={14} className="absolute left-1.5 top-1/2 -translate-y-1/2 text-ink-2" aria-hidden="true" />
      )}
      {amount === null && (
        <span className="text-sm text-alarm" role="alert">
          an amount as 42 or 42.50
        </span>
      )}
    </span>
  )
}
