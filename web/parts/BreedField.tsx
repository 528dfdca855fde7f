import { type ReactNode, useMemo, useState } from 'react'
import { BREEDS, crossId, findBreed } from '../../core/index.ts'
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

/** Of each parent so many are offered. */
const MOST_PARENTS = 4

/** "labrador x poodle": every cross of what fits on either side, the one it takes after first. */
function crosses(text: string): Choice[] | null {
  const [after, other, ...more] = text.split(/\s+x\s+|\s*[+×]\s*/i)
  if (!after?.trim() || !other?.trim() || more.length > 0) return null
  const fitting = (part: string) => BREEDS.filter(({ name }) => fits(name, part)).slice(0, MOST_PARENTS)
  return fitting(after).flatMap((a) =>
    fitting(other).flatMap((b) => {
      const cross = findBreed(crossId(a.id, b.id))
      return cross ? [{ id: cross.id, name: cross.name }] : []
    }),
  )
}

/** A breed or cross of the table, or of any two of it, found by its name. */
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
  const cross = findBreed(value)
  const selected = CHOICES.find(({ id }) => id === value) ?? (cross ? { id: cross.id, name: cross.name } : CHOICES[0]!)
  const [text, setText] = useState('')
  const items = useMemo(
    () =>
      text.trim() === '' || text === selected.name
        ? CHOICES
        : (crosses(text) ?? CHOICES.filter(({ name }) => fits(name, text))),
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
          nothing="No breed of that name. Of two breeds write “labrador x poodle”; else take “cross, parents unknown” and say what coat it has."
        />
      )}
    </Field>
  )
}
