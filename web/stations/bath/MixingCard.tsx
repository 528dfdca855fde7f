import { Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import { dateText, dilutionText, PRODUCT_KIND_LABEL, volumeText } from '../../../contract/words/index.ts'
import { type Bottle, type Mix, type ProductKind, roundedVolume, type UnitSystem } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { Table } from '../../parts/Table.tsx'

export interface Named {
  readonly name: string
  readonly kind: ProductKind
}

/** What is measured out adds up to what is written. */
const totalOf = ({ productMl, waterMl }: Mix, units: UnitSystem): number =>
  roundedVolume(productMl, units) + (waterMl > 0 ? roundedVolume(waterMl, units) : 0)

const NOWRAP = 'whitespace-nowrap'

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
    <Table
      testId="mixes"
      rows={bottles}
      keyOf={({ productId, waterParts }) => `${productId} ${waterParts}`}
      rowClass={() => 'align-top'}
      columns={[
        {
          head: 'What',
          cell: ({ productId, dogs }) => {
            const { name, kind } = nameOf(productId)
            return (
              <>
                <span className="font-semibold">{name || PRODUCT_KIND_LABEL[kind]}</span>
                {name && <span className="block text-sm text-ink-2">{PRODUCT_KIND_LABEL[kind]}</span>}
                {dogName && (
                  <span className="block text-sm text-ink-2">{dogs.map(({ dogId }) => dogName(dogId)).join(', ')}</span>
                )}
              </>
            )
          },
        },
        { head: 'Strength', className: NOWRAP, cell: ({ waterParts }) => dilutionText(waterParts) },
        {
          head: 'Product',
          figures: true,
          className: NOWRAP,
          cell: ({ mix }) => (
            <span className="text-lg font-semibold">{volumeText(roundedVolume(mix.productMl, units), units)}</span>
          ),
        },
        {
          head: 'Water',
          figures: true,
          className: NOWRAP,
          cell: ({ mix }) => (mix.waterMl > 0 ? volumeText(roundedVolume(mix.waterMl, units), units) : 'none'),
        },
        { head: 'Total', figures: true, className: NOWRAP, cell: ({ mix }) => volumeText(totalOf(mix, units), units) },
      ]}
    />
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
    <DialogSheet prints title={title} about={dateText(today())} onClose={onClose}>
      <MixTable bottles={bottles} nameOf={nameOf} units={units} dogName={null} />
      <p className="mt-4">{DISCARD}</p>
      <Button className="mt-4 print:hidden" onClick={() => print()}>
        <Printer size={18} /> Print
      </Button>
    </DialogSheet>
  )
}
