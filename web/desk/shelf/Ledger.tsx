import { type ReactNode, useState } from 'react'
import type { StockMove } from '../../../contract/api/shelf.ts'
import { shelfApi } from '../../../contract/api/shelf.ts'
import type { ShelfProduct } from '../../../contract/formats/products.ts'
import { volumeText } from '../../../contract/words/index.ts'
import type { UnitSystem } from '../../../core/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { OneOf } from '../../parts/Toggle.tsx'

const KIND = { receive: 'Received', count: 'Counted', correct: 'Corrected' } as const
const MOVE_LABEL: Record<StockMove['kind'], string> = { ...KIND, use: 'Used', return: 'Given back' }
const ASKS = { receive: 'ml that came in', count: 'ml there are', correct: 'ml more, or less with a minus' } as const

/** What is left of a product, and every movement that made it so. */
export function Ledger({ product, units }: { product: ShelfProduct; units: UnitSystem }): ReactNode {
  const { data: moves } = useRead(shelfApi.moves, { id: product.id })
  const { data: salon } = useSalon()
  const [kind, setKind] = useState<keyof typeof KIND>('receive')
  const [text, setText] = useState('')
  const [note, setNote] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const move = useWrite(shelfApi.move)
  const book = (): void => {
    const ml = text.trim() === '' ? Number.NaN : Number(text.replace(',', '.'))
    const least = kind === 'receive' ? 1 : kind === 'count' ? 0 : -1_000_000
    if (!(Number.isInteger(ml) && ml >= least)) setProblem(`${KIND[kind]}: expected a whole number of millilitres`)
    else if (kind === 'correct' && note.trim() === '') setProblem('Say why the stock is corrected')
    else
      move.mutate(
        { id: product.id, body: { batchId: crypto.randomUUID(), kind, ml, note } },
        {
          onSuccess: () => {
            setText('')
            setNote('')
            setProblem(null)
          },
          onError: (error) => setProblem(error.message),
        },
      )
  }
  return (
    <section className="mb-5 rounded-2xl bg-paper p-4" aria-label="Stock">
      <p className="text-lg">
        <span className="text-[28px] font-semibold" data-testid="stock">
          {volumeText(product.stockMl, units)}
        </span>{' '}
        in stock
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <OneOf
          legend="Movement"
          hideLegend
          choices={(Object.keys(KIND) as (keyof typeof KIND)[]).map((value) => ({ value, label: KIND[value] }))}
          value={kind}
          onChange={setKind}
        />
        <input
          className="field w-28 text-right"
          inputMode="numeric"
          aria-label={ASKS[kind]}
          placeholder="ml"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <input
          className="field w-44"
          aria-label="Why"
          placeholder={kind === 'correct' ? 'Why' : 'Note'}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <Button disabled={move.isPending} onClick={book}>
          Book
        </Button>
      </div>
      {problem && (
        <p role="alert" className="mt-2 font-semibold text-alarm">
          {problem}
        </p>
      )}
      {moves && moves.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-11 content-center font-medium">
            Ledger, {moves.length} movement{moves.length === 1 ? '' : 's'}
          </summary>
          <table className="w-full" data-testid="ledger">
            <thead className="text-left text-ink-2">
              <tr>
                <th className="font-medium">When</th>
                <th className="font-medium">What</th>
                <th className="text-right font-medium">ml</th>
                <th className="text-right font-medium">then</th>
              </tr>
            </thead>
            <tbody>
              {moves.map((one) => (
                <tr key={one.id} className="border-t border-line">
                  <td className="py-1 pr-3">
                    {new Date(one.at).toLocaleString(undefined, {
                      day: 'numeric',
                      month: 'short',
                      hour: '2-digit',
                      minute: '2-digit',
                    })}
                  </td>
                  <td className="pr-3">
                    {MOVE_LABEL[one.kind]}
                    {one.dog && `, ${one.dog}`}
                    <span className="text-ink-2">
                      {one.note && ` ${one.note}`} {salon?.people.find(({ id }) => id === one.actorId)?.name}
                    </span>
                  </td>
                  <td className="text-right">{one.ml > 0 ? `+${one.ml}` : one.ml}</td>
                  <td className="text-right font-semibold">{one.stockAfter}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
    </section>
  )
}
