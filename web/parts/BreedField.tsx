import { type ReactNode, useMemo, useState } from 'react'
import { BREEDS } from '../../core/index.ts'
import { Combobox } from './Combobox.tsx'
import { Field } from './Field.tsx'

interface Choice {
  readonly id: string
  readonly name: string
}
const CHOICES: readonly Choice[] = [
  { id: 'unknown', name: 'not known' },
  { id: 'cross', name: 'cross, parents unknown' },
  ...BREEDS.map(({ id, name }) => ({ id, name })),
]

/** Every word typed begins a word of the name. */
function fits(name: string, text: string): boolean {
  const words = name.toLowerCase().split(/[^\p{L}]+/u)
  return text
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .every((typed) => words.some((word) => word.startsWith(typed)))
}

/** A breed or cross of the table, found by its name. */
export function BreedField({
  value,
  onChange,
  hint,
  className,
}: {
  /** Its id; `unknown` where nobody knows. */
  value: string
  onChange: (id: string) => void
  hint?: ReactNode
  className?: string
}): ReactNode {
  const selected = CHOICES.find(({ id }) => id === value) ?? CHOICES[0]!
  const [text, setText] = useState('')
  const items = useMemo(
    () => (text.trim() === '' || text === selected.name ? CHOICES : CHOICES.filter(({ name }) => fits(name, text))),
    [text, selected],
  )
  return (
    <Field label="Breed or cross" hint={hint} className={className}>
      {({ id }) => (
        <Combobox
          id={id}
          items={items}
          keyOf={(one) => one.id}
          textOf={(one) => one.name}
          selected={selected}
          onText={setText}
          onPick={(one) => onChange(one.id)}
          nothing="No breed of that name: take “cross, parents unknown” and say what coat it has."
        />
      )}
    </Field>
  )
}
