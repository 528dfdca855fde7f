import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** The frame of a station: the dog on the left, the answer on the right; one under the other on a small screen. */
export const Station = ({ children }: { children: ReactNode }): ReactNode => (
  <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(400px,500px)] grid-rows-[minmax(0,1fr)] max-xl:grid-cols-[minmax(0,1fr)_minmax(360px,440px)] stacked:grid-cols-1 stacked:grid-rows-none aside:min-h-0 aside:overflow-hidden">
    {children}
  </div>
)

/** The answer of a station, and under it what comes next, which stays in reach however far one has scrolled. */
export const Answer = ({
  children,
  bar,
  first = false,
}: {
  children: ReactNode
  bar: ReactNode
  /** Where one is under the other: before the dog. */
  first?: boolean
}): ReactNode => (
  <aside className="flex min-h-0 flex-col border-l border-line bg-sheet stacked:contents">
    <div className={clsx('flex min-h-0 grow flex-col stacked:bg-sheet', first && 'stacked:order-first')}>
      {children}
    </div>
    <div className="flex flex-wrap items-center gap-2 border-t border-line bg-sheet px-5 py-4 stacked:sticky stacked:bottom-0 stacked:z-10 stacked:px-3 stacked:py-2">
      {bar}
    </div>
  </aside>
)
