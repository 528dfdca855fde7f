import { Check, CloudOff, RefreshCw, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Saving } from '../../dog/saving.ts'
import { useAfterPaint } from '../../parts/after-paint.ts'

interface Props {
  readonly saving: Saving
  readonly problem: string | null
}

/** The state of saving, always in the same place. Its words follow a frame later: laying them out holds up a score. */
export function SavingLine({ saving: now, problem }: Props): ReactNode {
  const saving = useAfterPaint(now)
  const said: Record<Saving['state'], () => ReactNode> = {
    saved: () => (
      <>
        <Check size={18} /> Saved
      </>
    ),
    saving: () => (
      <>
        <RefreshCw size={18} /> Saving
      </>
    ),
    waiting: () => (
      <>
        <CloudOff size={18} /> Server away: {saving.state === 'waiting' ? saving.changes : 0} kept here, sent when it is
        back. Go on.
      </>
    ),
    unkept: () => (
      <>
        <TriangleAlert size={18} /> This device keeps nothing (its storage is full or shut): leave this page open until
        it says Saved.
      </>
    ),
    conflict: () => (
      <>
        <TriangleAlert size={18} /> Somebody else changed this dog
      </>
    ),
    refused: () => (
      <>
        <TriangleAlert size={18} /> Not taken: {saving.state === 'refused' ? saving.message : ''}
      </>
    ),
  }
  return (
    <p
      className="flex min-h-10 items-center gap-2 px-5 pb-2 text-ink-2 stacked:absolute stacked:bottom-0 stacked:min-h-0 stacked:px-4 stacked:pb-1 stacked:text-sm"
      // That a score is saved is seen; only what is not as it should be is spoken.
      role={saving.state === 'saved' || saving.state === 'saving' ? undefined : 'status'}
      data-testid="saving"
      data-state={now.state}
    >
      {said[saving.state]()}
      {problem && <span className="text-alarm">{problem}</span>}
    </p>
  )
}
