import { Download, Plus, Upload } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { shelfApi } from '../../../contract/api/shelf.ts'
import { expiresInDays, type ShelfProduct } from '../../../contract/formats/products.ts'
import { dilutionText, PRODUCT_KIND_LABEL, volumeText } from '../../../contract/words/index.ts'
import { houseWith, PRODUCT_KIND_IDS, type ProductKind, type UnitSystem, WASHES } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { hrefOf, useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button, ButtonAnchor } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { ImportDialog } from '../../parts/ImportDialog.tsx'
import { ProductDialog } from './ProductDialog.tsx'

const GROUPS: readonly (readonly [title: string, kinds: readonly ProductKind[]])[] = [
  ['Washes', [...WASHES, 'medicated', 'flea']],
  ['Conditioners and masks', ['conditioner', 'deshedding-conditioner', 'mask', 'keratin']],
  ['Mats and stains', ['demat-cream', 'detangler', 'stain-soak']],
  ['Face and ears', ['tearless-face', 'ear-cleaner', 'ear-powder', 'tooth-gel']],
  ['Stays in', ['leave-in', 'drying-spray', 'antistatic', 'heat-protectant', 'cologne']],
  ['Skin, nails, feet', ['styptic', 'antiseptic-spray', 'paw-balm', 'grip-chalk']],
  ['Blades', ['blade-coolant', 'blade-oil', 'blade-disinfectant']],
]
const byKind = (a: ShelfProduct, b: ShelfProduct): number =>
  PRODUCT_KIND_IDS.indexOf(a.kind) - PRODUCT_KIND_IDS.indexOf(b.kind) || (a.name < b.name ? -1 : 1)

const MOST_BYTES = 400_000

/** What the salon has to put on a dog: labels, what is left, and every movement. */
export function ShelfScreen(): ReactNode {
  const shelf = useRead(shelfApi.all, {})
  const bring = useWrite(shelfApi.import)
  const { data: salon } = useSalon()
  const [open, setOpen] = useState<string | 'new' | null>(null)
  const [importing, setImporting] = useState(false)
  const [find, setFind] = useState('')
  const [retired, setRetired] = useState(false)
  const shown = useMemo(() => {
    const word = find.trim().toLowerCase()
    return (shelf.data ?? []).filter(
      (product) =>
        product.retired === retired &&
        (word === '' ||
          [product.name, product.family, PRODUCT_KIND_LABEL[product.kind]].some((text) =>
            text.toLowerCase().includes(word),
          )),
    )
  }, [shelf.data, find, retired])
  if (!shelf.data || !salon)
    return shelf.error ? (
      <QueryFailed error={shelf.error} onRetry={() => void shelf.refetch()} />
    ) : (
      <Loading what="the shelf" />
    )
  const product = shelf.data.find(({ id }) => id === open)
  const { units } = salon.equipment
  const soonDays = houseWith(salon.estimates)['stock.soon']
  return (
    <div className="mx-auto w-full max-w-6xl px-6 py-6">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="text-3xl">The shelf</h1>
        <span className="grow" />
        <label className="flex items-center gap-2">
          <span className="sr-only">Find a product</span>
          <input
            className="field w-52"
            placeholder="Find a product"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </label>
        <ButtonAnchor href={hrefOf(shelfApi.csv, {})} download>
          <Download size={18} /> CSV
        </ButtonAnchor>
        <Button onClick={() => setImporting(true)}>
          <Upload size={18} /> From CSV
        </Button>
        <Button kind="main" onClick={() => setOpen('new')}>
          <Plus size={18} /> New product
        </Button>
      </div>
      {shown.length === 0 && (
        <p className="py-16 text-center text-lg text-ink-2">
          {find
            ? 'No product by that name.'
            : retired
              ? 'Nothing was taken off the shelf.'
              : 'The shelf is empty. Put the first product on it, or bring a CSV.'}
        </p>
      )}
      <div className="gap-x-6 md:columns-2">
        {GROUPS.map(([title, kinds]) => {
          const products = shown.filter(({ kind }) => kinds.includes(kind)).sort(byKind)
          return products.length === 0 ? null : (
            <section key={title} aria-label={title} className="mb-5 break-inside-avoid">
              <h2 className="mb-1 text-lg">{title}</h2>
              <ul className="card divide-y divide-line">
                {products.map((one) => (
                  <li key={one.id}>
                    <ProductRow product={one} units={units} soonDays={soonDays} onOpen={() => setOpen(one.id)} />
                  </li>
                ))}
              </ul>
            </section>
          )
        })}
      </div>
      <p className="mt-6">
        <Button kind="quiet" onClick={() => setRetired(!retired)}>
          {retired ? 'Back to the shelf' : 'Taken off the shelf'}
        </Button>
      </p>
      {open === 'new' && <ProductDialog product={null} units={units} onClose={() => setOpen(null)} />}
      {product && <ProductDialog key={product.id} product={product} units={units} onClose={() => setOpen(null)} />}
      {importing && (
        <ImportDialog
          title="Products from CSV"
          send={({ text, dryRun }) => bring.mutateAsync({ body: { csv: text, dryRun } })}
          mostBytes={MOST_BYTES}
          onClose={() => setImporting(false)}
        />
      )}
    </div>
  )
}

/** What is wrong with a product as it stands, in a few words; most urgent first. */
function trouble(product: ShelfProduct, soonDays: number): { text: string; stop: boolean } | null {
  const days = expiresInDays(product, today())
  if (days !== null && days < 0) return { text: 'past its date', stop: true }
  if (product.stockMl === 0) return { text: 'none left', stop: true }
  if (product.stockMl < product.lowMl) return { text: 'low', stop: false }
  if (days !== null && days <= soonDays) return { text: days === 0 ? 'last day' : `${days} days left`, stop: false }
  return null
}

function ProductRow({
  product,
  units,
  soonDays,
  onOpen,
}: {
  product: ShelfProduct
  units: UnitSystem
  soonDays: number
  onOpen: () => void
}): ReactNode {
  const wrong = trouble(product, soonDays)
  const { dirty, normal, light } = product.dilution
  const strengths = [...new Set([dirty, normal, light])].map(dilutionText).join(', ')
  return (
    <button
      type="button"
      className="grid min-h-14 w-full grid-cols-[1fr_auto] items-center gap-x-4 rounded-2xl px-4 py-2 text-left hover:bg-paper"
      onClick={onOpen}
      data-product={product.name}
    >
      <span>
        <span className="font-semibold">{product.name}</span>{' '}
        <span className="text-ink-2">{PRODUCT_KIND_LABEL[product.kind].toLowerCase()}</span>
        <span className="block text-sm text-ink-2">
          {strengths}
          {product.dwellMin[1] > 0 && `, ${[...new Set(product.dwellMin)].join(' to ')} min`}
          {product.family && `, ${product.family}`}
        </span>
      </span>
      <span className="text-right">
        <span className="figure text-lg font-semibold">{volumeText(product.stockMl, units)}</span>
        {wrong && <span className={`block text-sm font-semibold ${wrong.stop ? 'text-alarm' : ''}`}>{wrong.text}</span>}
      </span>
    </button>
  )
}
