import { Users } from 'lucide-react'
import type { ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import type { Visit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'

/** A second pair of hands on the same dog, blind to the first. */
export function SecondInvite({ visit }: { visit: Visit }): ReactNode {
  const navigate = useNavigate()
  const ask = useWrite(visitsApi.askSecond)
  const begun = visit.second !== null
  return (
    <section aria-label="Second opinion" className="flex items-center gap-3 rounded-2xl bg-paper p-4">
      <Users size={22} className="shrink-0" />
      <p className="grow text-ink-2">
        {begun
          ? `A second pair of hands has scored ${visit.second!.rows.filter(({ mat }) => mat !== null && mat !== undefined).length} places.`
          : 'Not sure? Let somebody else score this dog without seeing your scores.'}
      </p>
      <Button
        disabled={ask.isPending}
        onClick={() =>
          begun
            ? void navigate('../second')
            : ask.mutate(
                { id: visit.id, body: {} },
                {
                  onSuccess: () => void navigate('../second/look'),
                  onError: (error) => toast.error(error.message),
                },
              )
        }
      >
        {begun ? 'Compare' : 'Second opinion'}
      </Button>
    </section>
  )
}
