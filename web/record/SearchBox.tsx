import { useQuery } from '@tanstack/react-query'
import { Search } from 'lucide-react'
import { type KeyboardEvent, type ReactNode, useId, useState } from 'react'
import { useNavigate } from 'react-router'
import { searchQuery } from '../api/groom.ts'

/** Every dog and owner as one types, from any screen. */
export function SearchBox(): ReactNode {
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const [open, setOpen] = useState(false)
  const list = useId()
  const navigate = useNavigate()
  const { data = [], isError } = useQuery(searchQuery(text))
  const found = text.trim() === '' ? [] : data
  const shown = open && text.trim() !== ''
  const go = (dogId: string | undefined): void => {
    if (!dogId) return
    setText('')
    setOpen(false)
    void navigate(`/dogs/${dogId}`)
  }
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1))
    else if (event.key === 'ArrowUp') setAt(Math.max(0, at - 1))
    else if (event.key === 'Enter') go(found[at]?.dogId)
    else if (event.key === 'Escape') setOpen(false)
    else return
    event.preventDefault()
  }
  return (
    <div className="relative max-md:hidden">
      <Search size={18} className="pointer-events-none absolute left-3 top-3.5 text-ink-2" aria-hidden="true" />
      <input
        className="field w-52 py-1 pl-9"
        role="combobox"
        aria-label="Find a dog or an owner"
        aria-expanded={shown}
        aria-controls={list}
        aria-autocomplete="list"
        aria-activedescendant={shown && found[at] ? `${list}-${at}` : undefined}
        placeholder="Dog or owner"
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setAt(0)
          setOpen(true)
        }}
        onFocus={() => setOpen(true)}
        onBlur={() => setTimeout(() => setOpen(false), 150)}
        onKeyDown={onKey}
        data-testid="search"
      />
      {shown && (
        <div className="card absolute right-0 top-12 z-40 max-h-[70dvh] w-[380px] overflow-auto p-2 shadow-xl">
          <div id={list} role="listbox" aria-label="Found">
            {found.map(({ dogId, name, clientName, phone, lastVisit }, i) => (
              <div
                key={dogId}
                id={`${list}-${i}`}
                role="option"
                aria-selected={i === at}
                tabIndex={-1}
                className="flex min-h-14 cursor-pointer items-center justify-between gap-3 rounded-xl px-3 aria-selected:bg-accent-soft"
                onMouseDown={() => go(dogId)}
                onMouseEnter={() => setAt(i)}
              >
                <span>
                  <span className="block font-semibold">{name}</span>
                  <span className="block text-ink-2">
                    {clientName} · {phone}
                  </span>
                </span>
                {lastVisit && (
                  <span className="figure text-ink-2">
                    {new Date(lastVisit).toLocaleDateString(undefined, {
                      day: 'numeric',
                      month: 'short',
                      year: '2-digit',
                    })}
                  </span>
                )}
              </div>
            ))}
          </div>
          {found.length === 0 && (
            <p className="p-3 text-ink-2">{isError ? 'The server is away.' : 'Nobody by that name.'}</p>
          )}
        </div>
      )}
    </div>
  )
}
