import { GraduationCap, Undo2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { type Learning, learningApi } from '../../../contract/api/learning.ts'
import { dayAndTimeText, dayText } from '../../../contract/words/dates.ts'
import { minutesText } from '../../../contract/words/index.ts'
import { learntText, numberName, proposalText } from '../../../contract/words/learning.ts'
import { ESTIMATES, written } from '../../../core/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { Toggle } from '../../parts/Toggle.tsx'

/** While it learns it is asked for this often, where no other word comes. */
const LOOK_MS = 1000

/** What this house's own logs would have otherwise: taken or left by the owner, and taken back. */
export function Learnt(): ReactNode {
  const { data } = useRead(learningApi.read, {})
  useRead(learningApi.read, {}, data?.running ? { refetchInterval: LOOK_MS } : {})
  const refresh = useWrite(learningApi.refresh)
  const take = useWrite(learningApi.take)
  const follow = useWrite(learningApi.follow)
  if (!data) return null
  const failed = { onError: (error: Error) => toast.error(error.message) }
  const busy = refresh.isPending || take.isPending
  const { running } = data
  return (
    <section className="mb-8" aria-label="What your logs say" data-testid="learnt">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="grow text-xl">What your logs say</h2>
        <Toggle
          tight
          pressed={data.follows}
          disabled={follow.isPending}
          onClick={() => follow.mutate({ body: { on: !data.follows } }, failed)}
        >
          {data.follows ? 'Minutes follow by themselves at night' : 'Minutes change only when taken'}
        </Toggle>
        <Button tight disabled={busy || running !== null} onClick={() => refresh.mutate({ body: {} }, failed)}>
          <GraduationCap size={18} /> {running ? `Learning, ${running.done} of ${running.of}` : 'Learn now'}
        </Button>
      </div>
      <p className="mb-3 max-w-3xl text-ink-2" role="status">
        {data.failedAt
          ? `It went wrong on ${dayAndTimeText(data.failedAt)}; what stands here was learnt before. It is tried again at night.`
          : data.at === null
            ? 'Nothing was learnt yet: it is done every night, and whenever you ask.'
            : `From ${data.steps} steps by the clock, and from what was found, dryings, lengths, counts of the shelf, ways chosen and dogs that said no, ${dayAndTimeText(data.at)}. Limits that keep a dog from harm are never loosened.`}
      </p>
      {data.proposals.length > 0 && (
        <>
          <ul className="card divide-y divide-line">
            {data.proposals.map((one) => (
              <li key={one.id} className="flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-3" data-proposal={one.id}>
                <span className="min-w-0 flex-1 max-sm:basis-full">
                  <span className="font-medium">{proposalText(one)}</span>
                  <span className="block text-sm text-ink-2">
                    {learntText(one)}; ours is {written(ESTIMATES[one.id].value)}
                  </span>
                </span>
                <Button
                  tight
                  disabled={busy}
                  aria-label={`Take ${written(one.value)}: ${numberName(one.id)}`}
                  onClick={() => take.mutate({ body: { ids: [one.id] } }, failed)}
                >
                  Take {written(one.value)}
                </Button>
              </li>
            ))}
          </ul>
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <Button
              kind="main"
              disabled={busy}
              onClick={() => take.mutate({ body: { ids: data.proposals.map(({ id }) => id) } }, failed)}
            >
              Take all {data.proposals.length}
            </Button>
            {data.today.length > 0 && (
              <span className="text-ink-2" data-testid="today-changes">
                Today with all of them:{' '}
                {data.today
                  .map(({ name, from, to }) => `${name} ${minutesText(from)} to ${minutesText(to)} min`)
                  .join(', ')}
                .
              </span>
            )}
          </div>
        </>
      )}
      {data.at !== null && data.proposals.length === 0 && (
        <p className="font-medium">Nothing to propose: the numbers in use hold.</p>
      )}
      {data.taken.length > 0 && <Taken taken={data.taken} />}
    </section>
  )
}

function Taken({ taken }: { taken: Learning['taken'] }): ReactNode {
  const { data: salon } = useSalon()
  const back = useWrite(learningApi.back)
  return (
    <details className="mt-4">
      <summary className="min-h-11 cursor-pointer py-2 font-medium">Taken so far: {taken.length}</summary>
      <ul className="card divide-y divide-line">
        {taken.map(({ id, estimate, from, to, at, by, backAt }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 px-4 py-2">
            <span className="min-w-0 flex-1">
              {numberName(estimate)}: {written(from ?? ESTIMATES[estimate].value)} to {written(to)}
              <span className="block text-sm text-ink-2">
                {dayText(at)}
                {by ? `, ${salon?.people.find((person) => person.id === by)?.name ?? ''}` : ''}
                {backAt && `; taken back ${dayText(backAt)}`}
              </span>
            </span>
            {!backAt && salon?.estimates[estimate] === to && (
              <Button
                tight
                kind="quiet"
                disabled={back.isPending}
                aria-label={`Take back: ${numberName(estimate)}`}
                onClick={() => back.mutate({ id, body: {} }, { onError: (error) => toast.error(error.message) })}
              >
                <Undo2 size={18} /> Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  )
}
