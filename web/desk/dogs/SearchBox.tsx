import { Search } from 'lucide-react'
import { lazy, type ReactNode, Suspense, useState } from 'react'
import { useNavigate } from 'react-router'

// What finds as one types is fetched when somebody turns to it: the first screen does without.
const FindDog = lazy(async () => ({ default: (await import('./FindDog.tsx')).FindDog }))

const LABEL = 'Find a dog or an owner'
const PLACEHOLDER = 'Dog or owner'

/** Every dog and owner as one types, from any screen. */
export function SearchBox(): ReactNode {
  const navigate = useNavigate()
  const [wanted, setWanted] = useState(false)
  const [text, setText] = useState('')
  const stand = (
    <div className="relative w-52 max-md:hidden">
      <Search size={18} className="pointer-events-none absolute left-3 top-3.5 text-ink-2" aria-hidden="true" />
      <input
        className="field py-1 pl-9"
        aria-label={LABEL}
        placeholder={PLACEHOLDER}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setWanted(true)
        }}
        onFocus={() => setWanted(true)}
        data-testid="search"
      />
    </div>
  )
  if (!wanted) return stand
  return (
    <Suspense fallback={stand}>
      <FindDog
        label={LABEL}
        placeholder={PLACEHOLDER}
        nobody="Nobody by that name."
        onPick={({ dogId }) => void navigate(`/dogs/${dogId}`)}
        begun={text}
        testId="search"
      />
    </Suspense>
  )
}
