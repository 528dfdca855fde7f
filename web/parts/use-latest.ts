import { useRef, useState } from 'react'

/** The same deeds at every render, each doing what the newest would: a control drawn a frame ago acts on what is there now. */
export function useLatest<T extends { readonly [K in keyof T]: (...args: never[]) => void }>(now: T): T {
  const latest = useRef<T>(now)
  latest.current = now
  const [stable] = useState(
    () =>
      Object.fromEntries(
        Object.keys(now).map((name) => [name, (...args: never[]) => latest.current[name as keyof T](...args)]),
      ) as unknown as T,
  )
  return stable
}
