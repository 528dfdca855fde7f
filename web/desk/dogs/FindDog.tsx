import { type ReactNode, useState } from 'react'
import type { FoundDog } from '../../../contract/api/dogs.ts'
import { dayText } from '../../../contract/words/index.ts'
import { useSearch } from '../../device/use-search.ts'
import { Combobox } from '../../parts/Combobox.tsx'

/** Dogs of the salon by their or their owner's name as one types; the arrows move, Enter takes. */
export function FindDog({
  label,
  placeholder,
  nobody,
  onPick,
  wide,
  begun,
  testId,
}: {
  label: string
  placeholder: string
  /** Said where nothing was found. */
  nobody: string
  onPick: (dog: FoundDog) => void
  /** As wide as what it stands in. */
  wide?: boolean
  /** What was typed before this was here; it goes on from there, in hand. */
  begun?: string
  testId: string
}): ReactNode {
  const [text, setText] = useState(begun ?? '')
  const { data = [], isError, isPlaceholderData } = useSearch(text)
  // What was found for less of it stands until the answer is there, but for what it is plain that nobody means.
  const found = isPlaceholderData ? data.filter((dog) => isMeant(dog, text)) : data
  return (
    <Combobox
      items={text.trim() === '' ? [] : found}
      keyOf={({ dogId }) => dogId}
      textOf={({ name, clientName }) => `${name}, ${clientName}`}
      row={(dog) => <Found dog={dog} />}
      selected={null}
      onText={setText}
      onPick={onPick}
      nothing={isError ? 'The server is away.' : nobody}
      label={label}
      placeholder={placeholder}
      clears
      begun={begun}
      className={wide ? '' : 'w-52 min-w-0 max-sm:w-full'}
      listClass={wide ? 'inset-x-0' : 'right-0 w-[380px]'}
      testId={testId}
    />
  )
}

/** Whether every word typed begins a word of the dog, its owner or the telephone. */
function isMeant({ name, clientName, phone }: FoundDog, text: string): boolean {
  const words = `${name} ${clientName} ${phone}`.toLowerCase().split(/\s+/)
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((typed) => words.some((word) => word.startsWith(typed)))
}

const Found = ({ dog: { name, clientName, phone, lastVisit } }: { dog: FoundDog }): ReactNode => (
  <>
    <span className="py-1">
      <span className="block font-semibold">{name}</span>
      <span className="block text-ink-2">
        {clientName} · {phone}
      </span>
    </span>
    {lastVisit && <span className="figure text-ink-2">{dayText(lastVisit)}</span>}
  </>
)
