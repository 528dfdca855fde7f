import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

type Row = readonly [keys: readonly string[], does: string]

const EVERYWHERE: readonly Row[] = [
  [['?'], 'this sheet'],
  [['Esc'], 'close what is open'],
  [['Tab'], 'to the next control'],
]

export const LOOK_KEYS: readonly Row[] = [
  [['0', '1', '2', '3', '4'], 'score this place, go to the next'],
  [['Shift', '0–4'], 'score both sides at once'],
  [['='], 'the other side is the same'],
  [['R'], 'all the rest is clean'],
  [['Space'], 'go on, leave it unknown'],
  [['Backspace'], 'go back one place'],
  [['Delete'], 'not looked at after all'],
  [[',', '.'], 'the mat covers less, more'],
  [['[', ']'], 'less, more free hair under the mat'],
  [['F'], 'what was found on the skin'],
  [['L'], 'leave this place alone'],
  [['M', 'U', 'C', 'S'], 'mats, undercoat, condition, skin'],
  [['T'], 'turn the dog'],
  [['H', 'P'], 'close look at head, paws'],
  [['Z'], 'undo'],
  [['V'], 'to the verdict'],
  [['←', '→'], 'along the sweep'],
]

const VERDICT_KEYS: readonly Row[] = [
  [['T'], 'turn the dog'],
  [['H', 'P'], 'close look at head, paws'],
  [['←', '→'], 'along the places'],
  [['Enter'], 'open what is under the focus'],
  [['1', '2', '3', '4'], 'verdict, what if, ways, owner'],
  [['←', '→'], 'on the curve: less, more of the budget'],
  [['PgUp', 'PgDn'], 'on the curve: to the next turn of the verdict'],
  [['B'], 'back to the look'],
]

const Rows = ({ rows }: { rows: readonly Row[] }): ReactNode => (
  <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
    {rows.map(([keys, does]) => (
      <div key={does} className="contents">
        <dt className="flex gap-1 justify-self-end">
          {keys.map((key) => (
            <kbd key={key} className="kbd">
              {key}
            </kbd>
          ))}
        </dt>
        <dd>{does}</dd>
      </div>
    ))}
  </dl>
)

/** The keys of the screen at hand. */
export function KeySheet({
  open,
  onOpenChange,
  path,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  path: string
}): ReactNode {
  const here = path.endsWith('/look') ? LOOK_KEYS : path.endsWith('/verdict') ? VERDICT_KEYS : []
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="card fixed left-1/2 top-1/2 z-50 max-h-[90dvh] w-[min(94vw,640px)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-6">
          <div className="mb-4 flex items-center justify-between">
            <Dialog.Title className="text-xl">Keys</Dialog.Title>
            <Dialog.Close className="btn btn-quiet px-3" aria-label="Close">
              <X size={20} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="sr-only">The keys that work on this screen</Dialog.Description>
          {here.length > 0 && <Rows rows={here} />}
          <h3 className="mb-2 mt-5 text-ink-2">Everywhere</h3>
          <Rows rows={EVERYWHERE} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
