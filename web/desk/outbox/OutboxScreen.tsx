import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { consentApi } from '../../../contract/api/consent.ts'
import { dayAndTimeText } from '../../../contract/words/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'

/** Messages to owners. Nothing leaves the salon: the outbox stands in for a message service. */
export function OutboxScreen(): ReactNode {
  const { data: messages, error, refetch } = useRead(consentApi.messages, {})
  if (!messages)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the messages" />
  return (
    <div className="mx-auto w-full max-w-3xl px-6 py-8">
      <h1 className="mb-2 text-3xl">Messages</h1>
      <p className="mb-6 text-ink-2">
        What owners were sent, newest first. This outbox stands in for a message service: nothing leaves the salon, and
        the links open here.
      </p>
      {messages.length === 0 && <p className="card p-8 text-center text-ink-2">Nothing was sent yet.</p>}
      <ul className="flex flex-col gap-3" data-testid="messages">
        {messages.map(({ id, at, toName, toPhone, body, link }) => (
          <li key={id} className="card p-4">
            <p className="mb-1 flex justify-between text-ink-2">
              <span>
                To <b className="text-ink">{toName}</b> {toPhone}
              </span>
              <span>{dayAndTimeText(at)}</span>
            </p>
            <p>{body}</p>
            {link && (
              <Link className="opens mt-1 inline-block break-all py-2 text-accent" to={link}>
                {location.origin}
                {link}
              </Link>
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}
