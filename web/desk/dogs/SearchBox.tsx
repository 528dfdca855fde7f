import { Search } from 'lucide-react'
import { type ComponentType, type ReactNode, useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import type { FindDog } from './FindDog.tsx'

const LABEL = 'Find a dog or an owner'
const PLACEHOLDER = 'Dog or owner'

/**
 * Every dog and owner as one types, from any screen. What finds them is fetched when somebody turns to it, because the
 * first screen does without; what is typed meanwhile stands in the box and goes on in it.
 */
export function SearchBox({ asked = false }: { asked?: boolean }): ReactNode {
  const navigate = useNavigate()
  const [text, setText] = useState('')
  const [Find, setFind] = useState<ComponentType<Parameters<typeof FindDog>[0]> | null>(null)
  const turnTo = (): void =>
    void import('./FindDog.tsx').then(
      (found) => setFind(() => found.FindDog),
      // Not here, and not kept: it is asked for again when somebody comes back to it.
      () => {},
    )
  // Asked for by name, it is there to be written in.
  const box = useRef<HTMLInputElement>(null)
  useEffect(() => {
    if (asked) box.current?.focus()
  }, [asked])
  if (Find)
    return (
      <Find
        label={LABEL}
        placeholder={PLACEHOLDER}
        nobody="Nobody by that name."
        onPick={({ dogId }) => void navigate(`/dogs/${dogId}`)}
        begun={text}
        testId="search"
      />
    )
  return (
    <div className="relative w-52 min-w-0 max-2xl:w-44 max-sm:w-full">
      <Search size={18} className="pointer-events-none absolute left-3 top-3.5 text-ink-2" aria-hidden="true" />
      <input
        ref={box}
        className="field py-1 pl-9"
        aria-label={LABEL}
        placeholder={PLACEHOLDER}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={turnTo}
        data-testid="search"
      />
    </div>
  )
}
