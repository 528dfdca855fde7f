import { CircleCheck, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import { systemApi } from '../../../contract/api/system.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { useNow } from '../../device/use-now.ts'
import { HousePage } from '../HousePage.tsx'
import { type Sign, signsOf } from './signs.ts'

const EVERY_MS = 30_000

/** How the machine is that the salon lives on, and what has to be done about it. */
export function SystemScreen(): ReactNode {
  const { data, error, refetch } = useRead(systemApi.read, {}, { refetchInterval: EVERY_MS, staleTime: 0 })
  const now = useNow()
  return (
    <HousePage testId="system">
      <h1 className="mb-1 text-3xl">How the system is</h1>
      {data ? (
        <Signs signs={signsOf(data, now)} />
      ) : error ? (
        <QueryFailed error={error} onRetry={() => void refetch()} />
      ) : (
        <Loading what="how the system is" />
      )}
    </HousePage>
  )
}

function Signs({ signs }: { signs: readonly Sign[] }): ReactNode {
  const todo = signs.filter((sign) => sign.todo !== null).length
  return (
    <>
      <p className="mb-4 text-ink-2" role="status">
        {todo === 0 ? 'All is well.' : `${todo} thing${todo === 1 ? '' : 's'} to look after.`}
      </p>
      <ul className="card max-w-3xl divide-y divide-line">
        {signs.map(({ id, title, says, todo: what }) => (
          <li key={id} className="flex gap-3 px-4 py-3" data-sign={id}>
            {what === null ? (
              <CircleCheck size={20} className="mt-0.5 shrink-0 text-ink-2" aria-label="well" />
            ) : (
              <TriangleAlert size={20} className="mt-0.5 shrink-0 text-alarm" aria-label="to look after" />
            )}
            <div className="min-w-0">
              <h2 className="font-medium">{title}</h2>
              <p className="figure text-ink-2 [overflow-wrap:anywhere]">{says}</p>
              {what !== null && <p className="font-medium text-alarm">{what}</p>}
            </div>
          </li>
        ))}
      </ul>
    </>
  )
}
