import { Camera } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { NewPhoto } from '../../contract/api/photos.ts'
import { downscaled } from '../device/photo.ts'
import { serverNow } from '../device/server-clock.ts'
import { takePhoto } from '../device/use-photos.ts'
import { buttonClass } from '../parts/Button.tsx'

const LABEL: Record<NewPhoto['kind'], string> = { before: 'Photo before', after: 'Photo after', incident: 'Photo' }

/** Takes a picture or picks one; it is made small and kept on this device before it is sent. */
export function PhotoButton({
  visitId,
  kind,
  incidentId = null,
}: {
  visitId: string
  kind: NewPhoto['kind']
  incidentId?: string | null
}): ReactNode {
  const [keeping, setKeeping] = useState(false)
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return
    setKeeping(true)
    try {
      const data = await downscaled(file)
      const takenAt = new Date(serverNow()).toISOString()
      await takePhoto(visitId, { id: crypto.randomUUID(), kind, incidentId, takenAt, data })
      toast.success('Photo kept')
    } catch (error) {
      toast.error(`Photo not kept: ${error instanceof DOMException ? 'this is no picture' : (error as Error).message}`)
    } finally {
      setKeeping(false)
    }
  }
  return (
    <label
      className={buttonClass({
        size: 'tall',
        className: 'cursor-pointer has-focus-visible:outline-3 has-focus-visible:outline-accent',
      })}
    >
      <Camera size={18} /> {keeping ? 'Keeping' : LABEL[kind]}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        className="sr-only"
        onChange={(event) => {
          void take(event.target.files?.[0])
          event.target.value = ''
        }}
      />
    </label>
  )
}
