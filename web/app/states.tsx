import { CloudOff, SearchX } from 'lucide-react'
import type { ReactNode } from 'react'
import { useRouteError } from 'react-router'
import { Away, Refused } from '../device/client.ts'
import { Button, ButtonLink } from '../parts/Button.tsx'

/** What stands where a screen cannot: never blank, always with the next step. */
function Notice({ icon, title, children }: { icon: ReactNode; title: string; children: ReactNode }): ReactNode {
  return (
    <div className="mx-auto flex max-w-lg flex-col items-center gap-3 px-6 py-20 text-center" role="status">
      <span className="text-ink-2">{icon}</span>
      <h1 className="text-2xl">{title}</h1>
      <div className="text-ink-2">{children}</div>
    </div>
  )
}

export const Loading = ({ what }: { what: string }): ReactNode => (
  <div className="px-8 py-10" role="status" aria-live="polite">
    <p className="mb-6 text-ink-2">Fetching {what}</p>
    <div className="space-y-3" aria-hidden="true">
      {['w-2/3', 'w-1/2', 'w-3/5'].map((width) => (
        <div key={width} className={`h-10 animate-pulse rounded-xl bg-sheet-2 ${width}`} />
      ))}
    </div>
  </div>
)

export const NotHere = (): ReactNode => (
  <Notice icon={<SearchX size={40} />} title="Nothing here">
    <p className="mb-4">This page is not part of the salon, or the visit is not in this database.</p>
    <ButtonLink kind="main" to="/">
      Back to the day
    </ButtonLink>
  </Notice>
)

export const ServerAway = ({ onRetry }: { onRetry?: () => void }): ReactNode => (
  <Notice icon={<CloudOff size={40} />} title="The server is away">
    <p className="mb-4">Nothing is lost. This screen comes back by itself as soon as the server does.</p>
    {onRetry && <Button onClick={onRetry}>Try now</Button>}
  </Notice>
)

/** A query that failed, said in the way that fits. */
export const QueryFailed = ({ error, onRetry }: { error: Error; onRetry: () => void }): ReactNode =>
  error instanceof Refused && error.problem.status === 404 ? (
    <NotHere />
  ) : error instanceof Away ? (
    <ServerAway onRetry={onRetry} />
  ) : (
    <Notice icon={<SearchX size={40} />} title="This did not work">
      <p className="mb-4">{error.message}</p>
      <Button onClick={onRetry}>Try again</Button>
    </Notice>
  )

/** A screen that broke. What was typed is kept on this device. */
export function Failed(): ReactNode {
  const error = useRouteError()
  return (
    <Notice icon={<CloudOff size={40} />} title="This screen stopped">
      <p className="mb-4">What you entered is kept. {error instanceof Error ? `It said: ${error.message}` : ''}</p>
      <Button kind="main" onClick={() => location.reload()}>
        Open it again
      </Button>
    </Notice>
  )
}
