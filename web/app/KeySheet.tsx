import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { type ReactNode, useState } from 'react'
import { buttonClass } from '../parts/Button.tsx'
import { Toggle } from '../parts/Toggle.tsx'
import { EVERYWHERE, KEY_ROWS, type KeyRow } from './key-rows.ts'
import { setSingleKeys, singleKeysOn } from './keys.ts'
import { screenAt } from './screens.ts'

const Rows = ({ rows }: { rows: readonly KeyRow[] }): ReactNode => (
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
  const keys = screenAt(path)?.keys
  const here = keys ? KEY_ROWS[keys] : []
  const [on, setOn] = useState(singleKeysOn)
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="card fixed left-1/2 top-1/2 z-50 max-h-[90dvh] w-[min(94vw,640px)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-6">
          <div className="mb-4 flex items-center justify-between">
            <Dialog.Title className="text-xl">Keys</Dialog.Title>
            <Dialog.Close className={buttonClass({ kind: 'quiet', tight: true })} aria-label="Close">
              <X size={20} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="sr-only">The keys that work on this screen</Dialog.Description>
          {here.length > 0 && <Rows rows={here} />}
          <h3 className="mb-2 mt-5 text-ink-2">Everywhere</h3>
          <Rows rows={EVERYWHERE} />
          <Toggle
            className="mt-5"
            pressed={!on}
            onPressedChange={(off) => {
              setSingleKeys(!off)
              setOn(!off)
            }}
          >
            Letters and digits do nothing on this device
          </Toggle>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
