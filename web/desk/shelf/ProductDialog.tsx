import type { ReactNode } from 'react'
import { toast } from 'sonner'
import * as z from 'zod'
import { shelfApi } from '../../../contract/api/shelf.ts'
import { LABEL_DEFAULTS, type Label, labelSchema, type ShelfProduct } from '../../../contract/formats/products.ts'
import { expectedOf } from '../../../contract/formats/zod-issues.ts'
import { COAT_LABEL, dilutionText, PRODUCT_KIND_LABEL } from '../../../contract/words/index.ts'
import { kgOf, weightIn, weightUnit } from '../../../contract/words/measures.ts'
import { COAT_TYPE_IDS, PRODUCT_KIND_IDS, parseDilution, SOIL_IDS, type UnitSystem } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { Form, FormSelect, FormText, useZodForm } from '../../parts/form.tsx'
import { numberOf } from '../../parts/number-text.ts'
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
const draftSchema = z.object({
  name: z.string(),
  kind: z.enum(PRODUCT_KIND_IDS),
  family: z.string(),
  dirty: z.string(),
  normal: z.string(),
  light: z.string(),
  from: z.string(),
  to: z.string(),
  suits: z.array(z.enum(COAT_TYPE_IDS)),
  spoils: z.array(z.enum(COAT_TYPE_IDS)),
  regions: z.string(),
  minAgeWeeks: z.string(),
  minWeightKg: z.string(),
  /** As it stood: what is shown of it may be rounded. */
  minWeightBefore: z.number(),
  facts: z.array(z.enum(FACTS)),
  contains: z.string(),
  packMl: z.string(),
  packCost: z.string(),
  lowMl: z.string(),
  openedOn: z.string(),
  openDays: z.string(),
  expiresOn: z.string(),
  safety: z.string(),
  stockMl: z.string(),
})
type Draft = z.infer<typeof draftSchema>

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
  minWeightKg: String(weightIn(label.minWeightKg)),
  minWeightBefore: label.minWeightKg,
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
  dwellMin: [numberOf(draft.from), numberOf(draft.to)],
  suits: draft.suits,
  spoils: draft.spoils,
  regions: words(draft.regions),
  minAgeWeeks: numberOf(draft.minAgeWeeks),
  minWeightKg: kgOf(numberOf(draft.minWeightKg), draft.minWeightBefore),
  ...Object.fromEntries(FACTS.map((fact) => [fact, draft.facts.includes(fact)])),
  contains: words(draft.contains),
  packMl: numberOf(draft.packMl),
  packCost: Math.round(numberOf(draft.packCost) * 100),
  lowMl: numberOf(draft.lowMl),
  openedOn: draft.openedOn || null,
  openDays: draft.openDays.trim() === '' ? null : numberOf(draft.openDays),
  expiresOn: draft.expiresOn || null,
  safety: draft.safety,
})

/** The field that a part of the label is typed into. */
function fieldOf([key, at]: readonly PropertyKey[]): keyof Draft {
  if (key === 'dilution') return at as keyof Draft
  if (key === 'dwellMin') return at === 1 ? 'to' : 'from'
  return FACTS.some((fact) => fact === key) ? 'facts' : (key as keyof Draft)
}

/** A label and, of a new product, what there is of it; what is no label is said where it was typed. */
const productForm = draftSchema.transform((draft, ctx) => {
  const label = labelSchema.safeParse(labelOf(draft), { error: expectedOf })
  const stockMl = numberOf(draft.stockMl)
  const stocked = Number.isInteger(stockMl) && stockMl >= 0
  if (!stocked) ctx.addIssue({ code: 'custom', path: ['stockMl'], message: 'a whole number of millilitres' })
  for (const { path, message } of label.error?.issues ?? [])
    ctx.addIssue({ code: 'custom', path: [fieldOf(path)], message })
  return label.success && stocked ? { label: label.data, stockMl } : z.NEVER
})

const coats = COAT_TYPE_IDS.map((value) => ({ value, label: COAT_LABEL[value] }))

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
  const form = useZodForm(
    productForm,
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
  const add = useWrite(shelfApi.add)
  const change = useWrite(shelfApi.change)
  const retire = useWrite(shelfApi.retire)
  const failed = add.error ?? change.error
  const { errors } = form.formState
  return (
    <DialogSheet
      changes={shelfApi.add}
      title={product?.name ?? 'New product'}
      about="As its label has it; the label always wins."
      onClose={onClose}
    >
      {product && <Ledger product={product} units={units} />}
      <Form
        form={form}
        onSend={({ label, stockMl }) => {
          if (product)
            change.mutate({ id: product.id, body: { baseRevision: product.revision, label } }, { onSuccess: onClose })
          else add.mutate({ body: { label, stockMl } }, { onSuccess: onClose })
        }}
      >
        <div className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
          <FormText<Draft> name="name" label="Name" className="col-span-2 max-sm:col-span-1" />
          <FormSelect<Draft> name="kind" label="Kind">
            {PRODUCT_KIND_IDS.map((kind) => (
              <option key={kind} value={kind}>
                {PRODUCT_KIND_LABEL[kind]}
              </option>
            ))}
          </FormSelect>
          {SOIL_IDS.map((soil) => (
            <FormText<Draft> key={soil} name={soil} label={SOIL_LABEL[soil]} />
          ))}
          <FormText<Draft> name="from" label="Left on, from" unit="min" />
          <FormText<Draft> name="to" label="to" unit="min" />
          <FormText<Draft> name="family" label="Family" />
          <FormText<Draft> name="minAgeWeeks" label="From an age of" unit="weeks" />
          <FormText<Draft> name="minWeightKg" label="From a weight of" unit={weightUnit()} />
          <FormText<Draft> name="lowMl" label="Low under" unit="ml" />
          <FormText<Draft> name="packMl" label="Pack" unit="ml" />
          <FormText<Draft> name="packCost" label="Pack costs" />
          {product ? <span /> : <FormText<Draft> name="stockMl" label="In stock" unit="ml" />}
          <FormText<Draft> name="openedOn" label="Opened" type="date" />
          <FormText<Draft> name="openDays" label="Keeps, once open" unit="days" />
          <FormText<Draft> name="expiresOn" label="Use by" type="date" />
          <FormText<Draft> name="contains" label="Contains (what a dog may not take)" className="col-span-full" />
          <FormText<Draft> name="regions" label="Only on (region ids; empty: anywhere)" className="col-span-full" />
          <FormText<Draft> name="safety" label="Safety text on the label" className="col-span-full" />
        </div>
        <div className="mt-4 flex flex-col gap-3">
          <AnyOf
            legend="It"
            choices={FACTS.map((value) => ({ value, label: FACT_LABEL[value] }))}
            values={form.watch('facts')}
            onChange={(facts) => form.setValue('facts', facts)}
          />
          <AnyOf
            legend="Made for"
            choices={coats}
            values={form.watch('suits')}
            onChange={(suits) => form.setValue('suits', suits)}
          />
          <AnyOf
            legend="Spoils"
            choices={coats}
            values={form.watch('spoils')}
            onChange={(spoils) => form.setValue('spoils', spoils)}
          />
          {errors.spoils && <Alert>Spoils: {errors.spoils.message}</Alert>}
        </div>
        {failed && <Alert className="mt-3">{failed.message}</Alert>}
        <div className="mt-5 flex flex-wrap gap-2">
          <Button type="submit" kind="main" disabled={add.isPending || change.isPending}>
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
      </Form>
    </DialogSheet>
  )
}
