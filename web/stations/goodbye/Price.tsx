import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { GoodbyePage } from '../../../contract/api/goodbye.ts'
import { moneyText } from '../../../contract/words/index.ts'
import type { Draft } from './draft.ts'

const HUNDRED = 100

/** What it costs today, beside what the owner was told. */
export function Price({
  draft,
  page,
  disabled,
  onChange,
}: {
  draft: Draft
  page: GoodbyePage
  disabled: boolean
  onChange: (price: number | null) => void
}): ReactNode {
  const shown = draft.price ?? page.price.total
  const [text, setText] = useState((shown / HUNDRED).toFixed(2))
  const keep = (): void => {
    // Passing through changes nothing: only what was typed is kept.
    if (text === (shown / HUNDRED).toFixed(2)) return
    const value = Number(text.replace(',', '.'))
    if (!(value >= 0 && value <= 100_000)) {
      toast.error(`Price: got "${text}", expected an amount from 0 to 100000`)
      setText((shown / HUNDRED).toFixed(2))
      return
    }
    onChange(Math.round(value * HUNDRED))
  }
  return (
    <label>
      <span className="font-medium">Price, {page.price.currency}</span>
      <input
        className="field text-right"
        inputMode="decimal"
        value={text}
        disabled={disabled}
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
      />
      {page.price.quoted !== null && (
        <span className="text-ink-2">told before: {moneyText(page.price.quoted, page.price.currency)}</span>
      )}
    </label>
  )
}
