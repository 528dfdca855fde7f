import type { ReactNode } from 'react'

/** The frame of a station: the dog on the left, the answer on the right; one under the other on a small screen. */
export const Station = ({ children }: { children: ReactNode }): ReactNode => (
  <div className="grid grow md:min-h-0 md:overflow-hidden grid-rows-[minmax(0,1fr)] max-md:grid-rows-none grid-cols-[minmax(0,1fr)_minmax(400px,500px)] max-md:grid-cols-1">
    {children}
  </div>
)
