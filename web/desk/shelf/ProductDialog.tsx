import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import { shelfApi } from '../../../contract/api/shelf.ts'
import { LABEL_DEFAULTS, type Label, labelSchema, type ShelfProduct } from '../../../contract/formats/products.ts'
import { issuesOf } from '../../../contract/formats/zod-issues.ts'
import { COAT_LABEL, dilutionText, PRODUCT_KIND_LABEL } from '../../../contract/words/index.ts'
import {
  COAT_TYPE_IDS,
  PRODUCT_KIND_IDS,
  type ProductKind,
  parseDilution,
  SOIL_IDS,
  type UnitSystem,
} from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { AnyOf } from '../../parts/Toggle.tsx'
import { Ledger } from './Ledger.tsx'

const SOIL_LABEL = { dirty: 'Dirty coat', normal: 'Normal', light: 'Light' } as const
const FACTS = ['intactSkin', 'fragrance', 'essentialOils', 'leaveIn'] as const
const FACT_LABEL: Record<(typeof FACTS)[number], string> = {
  intactSkin: 'needs intact skin',
  fragrance: 'perfumed',
  essentialOils: 'essential oils',
  leaveIn: 'stays in',
}

/** What is typed, before it is a label. */
type Draft = {
  name: string
  kind: ProductKind
  family: string
  dirty: string
  normal: string
  light: string
  from: string
  to: string
  suits: Label['suits']
  spoils: Label['spoils']
  regions: string
  minAgeWeeks: string
  minWeightKg: string
  facts: readonly (typeof FACTS)[number][]
  contains: string
  packMl: string
  packCost: string
  lowMl: string
  openedOn: string
  openDays: string
  expiresOn: string
  safety: string
  stockMl: string
}

const draftOf = (label: Label): Draft => ({
  name: label.name,
  kind: label.kind,
  family: label.family,
  dirty: dilutionText(label.dilution.dirty),
  normal: dilutionText(label.dilution.normal),
  light: dilutionText(label.dilution.light),
  from: String(label.dwellMin[0]),
  to: String(label.dwellMin[1]),
  suits: label.suits,
  spoils: label.spoils,
  regions: label.regions.join(', '),
  minAgeWeeks: String(label.minAgeWeeks),
  minWeightKg: String(label.minWeightKg),
  facts: FACTS.filter((fact) => label[fact]),
  contains: label.contains.join(', '),
  packMl: String(label.packMl),
  packCost: (label.packCost / 100).toFixed(2),
  lowMl: String(label.lowMl),
  openedOn: label.openedOn ?? '',
  openDays: label.openDays === null ? '' : String(label.openDays),
  expiresOn: label.expiresOn ?? '',
  safety: label.safety,
  stockMl: '0',
})

const number = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')))
const words = (text: string): string[] =>
  text
    .split(/[,;]+/)
    .map((word) => word.trim())
    .filter(Boolean)

/** NaN for what is no strength, so that the schema names it. */
function parts(text: string): number {
  if (/^(ready|0)/i.test(text.trim())) return 0
  const dilution = parseDilution(text)
  return dilution ? dilution.waterParts / dilution.productParts : Number.NaN
}

const labelOf = (draft: Draft): unknown => ({
  name: draft.name,
  kind: draft.kind,
  family: draft.family,
  dilution: { dirty: parts(draft.dirty), normal: parts(draft.normal), light: parts(draft.light) },
  dwellMin: [number(draft.from), number(draft.to)],
  suits: draft.suits,
  spoils: draft.spoils,
  regions: words(draft.regions),
  minAgeWeeks: number(draft.minAgeWeeks),
  minWeightKg: number(draft.minWeightKg),
  ...Object.fromEntries(FACTS.map((fact) => [fact, draft.facts.includes(fact)])),
  contains: words(draft.contains),
  packMl: number(draft.packMl),
  packCost: Math.round(number(draft.packCost) * 100),
  lowMl: number(draft.lowMl),
  openedOn: draft.openedOn || null,
  openDays: draft.openDays.trim() === '' ? null : number(draft.openDays),
  expiresOn: draft.expiresOn || null,
  safety: draft.safety,
})

/** One product: its label, what is left of it, and its ledger. */
export function ProductDialog({
  product,
  units,
  onClose,
}: {
  product: ShelfProduct | null
  units: UnitSystem
  onClose: () => void
}): ReactNode {
  const [draft, setDraft] = useState<Draft>(() =>
    draftOf(
      product ?? {
        ...LABEL_DEFAULTS,
        name: '',
        kind: 'cleansing',
        dilution: { dirty: 8, normal: 16, light: 32 },
        dwellMin: [3, 5],
      },
    ),
  )
  const [problem, setProblem] = useState<string | null>(null)
  const add = useWrite(shelfApi.add)
  const change = useWrite(shelfApi.change)
  const retire = useWrite(shelfApi.retire)
  const set = (part: Partial<Draft>): void => setDraft((before) => ({ ...before, ...part }))
  const save = (): void => {
    const label = labelOf(draft)
    const parsed = labelSchema.safeParse(label)
    const stockMl = number(draft.stockMl)
    if (!parsed.success) {
      const [first] = issuesOf(parsed.error, label)
      setProblem(`${first!.path}: expected ${first!.expected}`)
      return
    }
    if (!product && !(Number.isInteger(stockMl) && stockMl >= 0)) {
      setProblem('In stock: expected a whole number of millilitres')
      return
    }
    const after = { onSuccess: onClose, onError: (error: Error) => setProblem(error.message) }
    if (product) change.mutate({ id: product.id, body: { baseRevision: product.revision, label: parsed.data } }, after)
    else add.mutate({ body: { label: parsed.data, stockMl } }, after)
  }
  const field = (key: keyof Draft & string, label: string, unit = '', wide = false): ReactNode => (
    <label className={wide ? 'col-span-full block' : 'block'}>
      <span className="mb-0.5 block text-ink-2">{label}</span>
      <span className="flex items-center gap-2">
        <input className="field" value={String(draft[key])} onChange={(event) => set({ [key]: event.target.value })} />
        {unit && <span className="text-ink-2">{unit}</span>}
      </span>
    </label>
  )
  const date = (key: 'openedOn' | 'expiresOn', label: string): ReactNode => (
    <label className="block">
      <span className="mb-0.5 block text-ink-2">{label}</span>
      <input
        type="date"
        className="field"
        value={draft[key]}
        onChange={(event) => set({ [key]: event.target.value })}
      />
    </label>
  )
  return (
    <DialogSheet
      title={product?.name ?? 'New product'}
      about="As its label has it; the label always wins."
      onClose={onClose}
    >
      {product && <Ledger product={product} units={units} />}
      <div className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
        <div className="col-span-2 max-sm:col-span-1">{field('name', 'Name')}</div>
        <label className="block">
          <span className="mb-0.5 block text-ink-2">Kind</span>
          <select
            className="field"
            value={draft.kind}
            onChange={(event) => set({ kind: event.target.value as ProductKind })}
          >
            {PRODUCT_KIND_IDS.map((kind) => (
              <option key={kind} value={kind}>
                {PRODUCT_KIND_LABEL[kind]}
              </option>
            ))}
          </select>
        </label>
        {SOIL_IDS.map((soil) => (
          <div key={soil}>{field(soil, SOIL_LABEL[soil])}</div>
        ))}
        {field('from', 'Left on, from', 'min')}
        {field('to', 'to', 'min')}
        {field('family', 'Family')}
        {field('minAgeWeeks', 'From an age of', 'weeks')}
        {field('minWeightKg', 'From a weight of', 'kg')}
        {field('lowMl', 'Low under', 'ml')}
        {field('packMl', 'Pack', 'ml')}
        {field('packCost', 'Pack costs')}
        {product ? <span /> : field('stockMl', 'In stock', 'ml')}
        {date('openedOn', 'Opened')}
        {field('openDays', 'Keeps, once open', 'days')}
        {date('expiresOn', 'Use by')}
        {field('contains', 'Contains (what a dog may not take)', '', true)}
        {field('regions', 'Only on (region ids; empty: anywhere)', '', true)}
        {field('safety', 'Safety text on the label', '', true)}
      </div>
      <div className="mt-4 flex flex-col gap-3">
        <AnyOf
          legend="It"
          choices={FACTS.map((value) => ({ value, label: FACT_LABEL[value] }))}
          values={draft.facts}
          onChange={(facts) => set({ facts })}
        />
        <AnyOf
          legend="Made for"
          choices={COAT_TYPE_IDS.map((value) => ({ value, label: COAT_LABEL[value] }))}
          values={draft.suits}
          onChange={(suits) => set({ suits })}
        />
        <AnyOf
          legend="Spoils"
          choices={COAT_TYPE_IDS.map((value) => ({ value, label: COAT_LABEL[value] }))}
          values={draft.spoils}
          onChange={(spoils) => set({ spoils })}
        />
      </div>
      {problem && (
        <p role="alert" className="mt-3 font-semibold text-alarm">
          {problem}
        </p>
      )}
      <div className="mt-5 flex flex-wrap gap-2">
        <Button kind="main" disabled={add.isPending || change.isPending} onClick={save}>
          {product ? 'Save the label' : 'Put it on the shelf'}
        </Button>
        <span className="grow" />
        {product && (
          <Button
            onClick={() =>
              retire.mutate(
                { id: product.id, body: { retired: !product.retired } },
                { onSuccess: onClose, onError: (error) => toast.error(error.message) },
              )
            }
          >
            {product.retired ? 'Back on the shelf' : 'Take it off the shelf'}
          </Button>
        )}
      </div>
    </DialogSheet>
  )
}
