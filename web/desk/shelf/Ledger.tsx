import type { ReactNode } from 'react'
import * as z from 'zod'
import type { StockMove } from '../../../contract/api/shelf.ts'
import { shelfApi } from '../../../contract/api/shelf.ts'
import type { ShelfProduct } from '../../../contract/formats/products.ts'
import { dayAndTimeText, volumeText } from '../../../contract/words/index.ts'
import type { UnitSystem } from '../../../core/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { useZodForm } from '../../parts/form.tsx'
import { numberOf } from '../../parts/number-text.ts'
import { Table } from '../../parts/Table.tsx'
import { OneOf } from '../../parts/Toggle.tsx'

const KIND = { receive: 'Received', count: 'Counted', correct: 'Corrected' } as const
const MOVE_LABEL: Record<StockMove['kind'], string> = { ...KIND, use: 'Used', return: 'Given back' }
const ASKS = { receive: 'ml that came in', count: 'ml there are', correct: 'ml more, or less with a minus' } as const

const KINDS = ['receive', 'count', 'correct'] as const
const LEAST = { receive: 1, count: 0, correct: -1_000_000 } as const
const moveForm = z
  .object({ kind: z.enum(KINDS), ml: z.string(), note: z.string().trim() })
  .transform(({ kind, ml: text, note }, ctx) => {
    const ml = numberOf(text)
    if (!(Number.isInteger(ml) && ml >= LEAST[kind]))
      ctx.addIssue({
        code: 'custom',
        path: ['ml'],
        message: `${KIND[kind]}: expected a whole number of millilitres`,
      })
    if (kind === 'correct' && note === '')
      ctx.addIssue({ code: 'custom', path: ['note'], message: 'Say why the stock is corrected' })
    return { kind, ml, note }
  })

/** What is left of a product, and every movement that made it so. */
export function Ledger({ product, units }: { product: ShelfProduct; units: UnitSystem }): ReactNode {
  const { data: moves } = useRead(shelfApi.moves, { id: product.id })
  const { data: salon } = useSalon()
  const move = useWrite(shelfApi.move)
  const form = useZodForm(moveForm, { kind: 'receive', ml: '', note: '' })
  const kind = form.watch('kind')
  const { errors } = form.formState
  const wrong = errors.ml?.message ?? errors.note?.message ?? move.error?.message
  return (
    <section className="mb-5 rounded-2xl bg-paper p-4" aria-label="Stock">
      <p className="text-lg">
        <span className="text-3xl font-semibold" data-testid="stock">
          {volumeText(product.stockMl, units)}
        </span>{' '}
        in stock
      </p>
      <form
        className="mt-2 flex flex-wrap items-end gap-2"
        noValidate
        onSubmit={form.handleSubmit((body) =>
          move.mutate(
            { id: product.id, body: { batchId: crypto.randomUUID(), ...body } },
            { onSuccess: () => form.reset({ kind: body.kind, ml: '', note: '' }) },
          ),
        )}
      >
        <OneOf
          legend="Movement"
          hideLegend
          choices={KINDS.map((value) => ({ value, label: KIND[value] }))}
          value={kind}
          onChange={(to) => form.setValue('kind', to)}
        />
        <input
          className="field w-28 text-right"
          inputMode="numeric"
          aria-label={ASKS[kind]}
          aria-invalid={errors.ml !== undefined}
          placeholder="ml"
          {...form.register('ml')}
        />
        <input
          className="field w-44"
          aria-label="Why"
          aria-invalid={errors.note !== undefined}
          placeholder={kind === 'correct' ? 'Why' : 'Note'}
          {...form.register('note')}
        />
        <Button type="submit" disabled={move.isPending}>
          Book
        </Button>
      </form>
      {wrong && <Alert className="mt-2">{wrong}</Alert>}
      {moves && moves.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-11 content-center font-medium">
            Ledger, {moves.length} movement{moves.length === 1 ? '' : 's'}
          </summary>
          <Table
            testId="ledger"
            rows={moves}
            keyOf={({ id }) => id}
            columns={[
              { head: 'When', cell: ({ at }) => dayAndTimeText(at) },
              {
                head: 'What',
                cell: (one) => (
                  <>
                    {MOVE_LABEL[one.kind]}
                    {one.dog && `, ${one.dog}`}
                    <span className="text-ink-2">
                      {one.note && ` ${one.note}`} {salon?.people.find(({ id }) => id === one.actorId)?.name}
                    </span>
                  </>
                ),
              },
              { head: 'ml', figures: true, cell: ({ ml }) => (ml > 0 ? `+${ml}` : ml) },
              { head: 'then', figures: true, className: 'font-semibold', cell: ({ stockAfter }) => stockAfter },
            ]}
          />
        </details>
      )}
    </section>
  )
}
