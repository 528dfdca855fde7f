import { Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import { dilutionText, PRODUCT_KIND_LABEL, volumeText } from '../../../contract/words/index.ts'
import { type Bottle, type ProductKind, roundedVolume, type UnitSystem } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'

export interface Named {
  readonly name: string
  readonly kind: ProductKind
}

/** Bottles to mix, as a table that prints on one page. */
export function MixTable({
  bottles,
  nameOf,
  units,
  dogName,
}: {
  bottles: readonly Bottle[]
  nameOf: (productId: string) => Named
  units: UnitSystem
  dogName: ((dogId: string) => string) | null
}): ReactNode {
  return (
    <table className="w-full text-left" data-testid="mixes">
      <thead className="text-ink-2">
        <tr>
          <th className="py-1 pr-3 font-medium">What</th>
          <th className="px-3 font-medium">Strength</th>
          <th className="px-3 text-right font-medium">Product</th>
          <th className="px-3 text-right font-medium">Water</th>
          <th className="pl-3 text-right font-medium">Total</th>
        </tr>
      </thead>
      <tbody>
        {bottles.map(({ productId, waterParts, mix, dogs }) => {
          const { name, kind } = nameOf(productId)
          return (
            <tr key={`${productId} ${waterParts}`} className="border-t border-line align-top">
              <td className="py-2 pr-3">
                <span className="font-semibold">{name || PRODUCT_KIND_LABEL[kind]}</span>
                {name && <span className="block text-sm text-ink-2">{PRODUCT_KIND_LABEL[kind]}</span>}
                {dogName && (
                  <span className="block text-sm text-ink-2">{dogs.map(({ dogId }) => dogName(dogId)).join(', ')}</span>
                )}
              </td>
              <td className="whitespace-nowrap px-3 py-2">{dilutionText(waterParts)}</td>
              <td className="whitespace-nowrap px-3 py-2 text-right text-lg font-semibold">
                {volumeText(roundedVolume(mix.productMl, units), units)}
              </td>
              <td className="whitespace-nowrap px-3 py-2 text-right">
                {mix.waterMl > 0 ? volumeText(roundedVolume(mix.waterMl, units), units) : 'none'}
              </td>
              <td className="whitespace-nowrap py-2 pl-3 text-right">{volumeText(mix.totalMl, units)}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

export const DISCARD =
  'Mixed product is for today only: it grows bacteria. Pour away what is left at closing time. Labels win over this card.'

/** The mixes of one dog on a card of their own. */
export function MixingCard({
  title,
  bottles,
  nameOf,
  units,
  onClose,
}: {
  title: string
  bottles: readonly Bottle[]
  nameOf: (productId: string) => Named
  units: UnitSystem
  onClose: () => void
}): ReactNode {
  return (
    <DialogSheet
      prints
      title={title}
      about={new Date().toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'long' })}
      onClose={onClose}
    >
      <MixTable bottles={bottles} nameOf={nameOf} units={units} dogName={null} />
      <p className="mt-4">{DISCARD}</p>
      <Button className="mt-4 print:hidden" onClick={() => print()}>
        <Printer size={18} /> Print
      </Button>
    </DialogSheet>
  )
}
