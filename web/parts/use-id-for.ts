import { useRef } from 'react'

/**
 * Gives what is made on this screen its id: the same for as long as the same is said, so that what is sent again because no
 * answer came is made once; another for anything else.
 */
export function useIdFor(): (said: object) => string {
  const last = useRef({ said: '', id: '' })
  return (said) => {
    const text = JSON.stringify(said)
    if (text !== last.current.said) last.current = { said: text, id: crypto.randomUUID() }
    return last.current.id
  }
}
