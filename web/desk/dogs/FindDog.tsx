import { clsx } from 'clsx'
import { Search } from 'lucide-react'
import { type KeyboardEvent, type ReactNode, useId, useState } from 'react'
import type { FoundDog } from '../../../contract/api/dogs.ts'
import { useSearch } from '../../device/use-search.ts'

/** A click on the list comes after the box has lost the focus. */
const CLICK_MS = 150

/** Dogs of the salon by their or their owner's name as one types; the arrows move, Enter takes. */
export function FindDog({
  label,
  placeholder,
  nobody,
  onPick,
  wide,
  testId,
}: {
  label: string
  placeholder: string
  /** Said where nothing was found. */
  nobody: string
  onPick: (dog: FoundDog) => void
  /** As wide as what it stands in. */
  wide?: boolean
  testId: string
}): ReactNode {
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const [open, setOpen] = useState(false)
  const list = useId()
  const { data = [], isError } = useSearch(text)
  const found = text.trim() === '' ? [] : data
  const shown = open && text.trim() !== ''
  const pick = (dog: FoundDog | undefined): void => {
    if (!dog) return
    setText('')
    setOpen(false)
    onPick(dog)
  }
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1))
    else if (event.key === 'ArrowUp') setAt(Math.max(0, at - 1))
    else if (event.key === 'Enter') pick(found[at])
    else if (event.key === 'Escape' && shown) setOpen(false)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div className={clsx('relative', !wide && 'max-md:hidden')}>
      <Search size={18} className="pointer-events-none absolute left-3 top-3.5 text-ink-2" aria-hidden="true" />
      <input
        className={clsx('field py-1 pl-9', !wide && 'w-52')}
        role="combobox"
        aria-label={label}
        aria-expanded={shown}
        aria-controls={list}
        aria-autocomplete="list"
        aria-activedescendant={shown && found[at] ? `${list}-${at}` : undefined}
        placeholder={placeholder}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setAt(0)
          setOpen(true)
        }}
        onFocus={() => setOpen(true)}
        onBlur={() => setTimeout(() => setOpen(false), CLICK_MS)}
        onKeyDown={onKey}
        data-testid={testId}
      />
      {shown && (
        <div
          className={clsx(
            'card absolute top-12 z-40 max-h-[min(70dvh,420px)] overflow-auto p-2 shadow-xl',
            wide ? 'inset-x-0' : 'right-0 w-[380px]',
          )}
        >
          <div id={list} role="listbox" aria-label="Found">
            {found.map((dog, i) => (
              <div
                key={dog.dogId}
                id={`${list}-${i}`}
                role="option"
                aria-selected={i === at}
                tabIndex={-1}
                className="flex min-h-14 cursor-pointer items-center justify-between gap-3 rounded-xl px-3 aria-selected:bg-accent-soft"
                onMouseDown={() => pick(dog)}
                onMouseEnter={() => setAt(i)}
              >
                <span>
                  <span className="block font-semibold">{dog.name}</span>
                  <span className="block text-ink-2">
                    {dog.clientName} · {dog.phone}
                  </span>
                </span>
                {dog.lastVisit && (
                  <span className="figure text-ink-2">
                    {new Date(dog.lastVisit).toLocaleDateString(undefined, {
                      day: 'numeric',
                      month: 'short',
                      year: '2-digit',
                    })}
                  </span>
                )}
              </div>
            ))}
          </div>
          {found.length === 0 && <p className="p-3 text-ink-2">{isError ? 'The server is away.' : nobody}</p>}
        </div>
      )}
    </div>
  )
}
