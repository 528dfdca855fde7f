import { Weight } from 'lucide-react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { weightText } from '../../../contract/words/measures.ts'
import { tare, useDevice } from '../../device/devices.ts'
import { Button } from '../../parts/Button.tsx'

/** The table's scale, live: a steady weight is taken with one touch. */
export function OnTheScale({ onWeight }: { onWeight: (kg: number) => void }): ReactNode {
  const device = useDevice('scale')
  if (!device?.scale) return null
  const { link, trouble, scale } = device
  if (link !== 'live') return <p className="text-ink-2">The scale is {link}: type the weight.</p>
  const { kg, steadyKg } = scale
  return (
    <div className="flex flex-wrap items-center gap-2" data-testid="on-the-scale">
      <Button disabled={steadyKg === null} onClick={() => steadyKg !== null && onWeight(steadyKg)}>
        <Weight size={18} />
        {steadyKg === null ? 'Weigh' : `Take ${weightText(steadyKg, 2)}`}
      </Button>
      <Button
        kind="quiet"
        tight
        onClick={() => void tare(device.id).catch((error: Error) => toast.error(error.message))}
      >
        Tare
      </Button>
      <p className="text-ink-2" role="status">
        {trouble === 'absurd'
          ? 'The scale reads nonsense: left out'
          : kg === null
            ? 'waiting for the scale'
            : steadyKg === null
              ? kg > 0.2
                ? `${weightText(kg, 1)}, not steady yet`
                : 'nothing on the scale'
              : 'steady'}
      </p>
    </div>
  )
}
