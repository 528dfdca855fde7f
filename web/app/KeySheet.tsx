import { type ReactNode, useState } from 'react'
import { DialogSheet } from '../parts/Sheet.tsx'
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
export function KeySheet({ path, onClose }: { path: string; onClose: () => void }): ReactNode {
  const keys = screenAt(path)?.keys
  const here = keys ? KEY_ROWS[keys] : []
  const [on, setOn] = useState(singleKeysOn)
  return (
    <DialogSheet title="Keys" onClose={onClose}>
      {/* Begun here and not at the switch: a key too many would turn the letters off. */}
      <div tabIndex={-1} data-first className="outline-none">
        {here.length > 0 && <Rows rows={here} />}
        <h3 className="mb-2 mt-5 text-ink-2">Everywhere</h3>
        <Rows rows={EVERYWHERE} />
      </div>
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
    </DialogSheet>
  )
}
