import { Camera } from 'lucide-react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import type { NewPhoto } from '../../contract/record.ts'
import { useAddPhoto } from '../api/groom.ts'
import { downscaled } from './photo.ts'

const LABEL: Record<NewPhoto['kind'], string> = { before: 'Photo before', after: 'Photo after', incident: 'Photo' }

/** Takes a picture or picks one; it is made small on this device before it is sent. */
export function PhotoButton({
  visitId,
  kind,
  incidentId = null,
}: {
  visitId: string
  kind: NewPhoto['kind']
  incidentId?: string | null
}): ReactNode {
  const add = useAddPhoto(visitId)
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return
    try {
      const data = await downscaled(file)
      await add.mutateAsync({ id: crypto.randomUUID(), kind, incidentId, takenAt: new Date().toISOString(), data })
      toast.success('Photo kept')
    } catch (error) {
      toast.error(`Photo not kept: ${error instanceof DOMException ? 'this is no picture' : (error as Error).message}`)
    }
  }
  return (
    <label className="btn min-h-14 cursor-pointer has-focus-visible:outline-3 has-focus-visible:outline-accent">
      <Camera size={18} /> {add.isPending ? 'Keeping' : LABEL[kind]}
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
