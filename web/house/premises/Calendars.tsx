import { Copy } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import { planningApi } from '../../../contract/api/planning.ts'
import { dayAndTimeText } from '../../../contract/words/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'

/** Links that a calendar elsewhere follows: what is booked, for the salon and for each person. */
export function Calendars(): ReactNode {
  const { data: salon } = useSalon()
  const feeds = useRead(planningApi.feeds, {})
  const make = useWrite(planningApi.makeFeed)
  const [link, setLink] = useState<{ of: string | null; url: string } | null>(null)
  const people = salon?.people.filter(({ left }) => !left) ?? []
  const rows = [{ id: null, name: 'The whole book' }, ...people.map(({ id, name }) => ({ id, name }))]
  return (
    <section>
      <h2 className="mb-1 text-xl">In your calendar</h2>
      <p className="mb-2 text-ink-2">
        A calendar on a phone or computer follows what is booked by a secret link: dogs by name, nobody’s telephone. A
        new link shuts the one before.
      </p>
      <ul data-testid="calendars">
        {rows.map(({ id, name }) => {
          const made = feeds.data?.find(({ personId }) => personId === id)
          return (
            <li key={id ?? ''} className="border-t border-line py-1">
              <span className="flex items-center gap-3">
                <span className="grow">
                  <b className="font-semibold">{name}</b>
                  {made && <span className="text-ink-2">, followed since {dayAndTimeText(made.madeAt)}</span>}
                </span>
                <Button
                  tight
                  disabled={make.isPending}
                  aria-label={`${made ? 'New link' : 'Make a link'} for ${name}`}
                  onClick={() =>
                    make.mutate(
                      { body: { personId: id } },
                      { onSuccess: ({ path }) => setLink({ of: id, url: `${location.origin}${path}` }) },
                    )
                  }
                >
                  {made ? 'New link' : 'Make a link'}
                </Button>
              </span>
              {link && link.of === id && (
                <span className="mt-1 flex items-center gap-2" role="status">
                  <input className="field grow" readOnly value={link.url} aria-label={`Link for ${name}, shown once`} />
                  <Button
                    tight
                    aria-label="Copy the link"
                    onClick={() =>
                      void navigator.clipboard.writeText(link.url).then(
                        () => toast.success('Copied'),
                        () => toast.error('Not copied: select it and copy by hand'),
                      )
                    }
                  >
                    <Copy size={16} />
                  </Button>
                </span>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
