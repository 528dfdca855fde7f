import type { ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { FindDog } from './FindDog.tsx'

/** Every dog and owner as one types, from any screen. */
export function SearchBox(): ReactNode {
  const navigate = useNavigate()
  return (
    <FindDog
      label="Find a dog or an owner"
      placeholder="Dog or owner"
      nobody="Nobody by that name."
      onPick={({ dogId }) => void navigate(`/dogs/${dogId}`)}
      testId="search"
    />
  )
}
