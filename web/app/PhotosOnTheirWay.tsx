import { Camera } from 'lucide-react'
import { type ReactNode, useEffect } from 'react'
import { resumePhotos, useAllWaitingPhotos } from '../device/use-photos.ts'

/** Pictures that wait on this device for the server, on every screen, until it has them. */
export function PhotosOnTheirWay(): ReactNode {
  const waiting = useAllWaitingPhotos()
  useEffect(function fromBefore() {
    void resumePhotos()
  }, [])
  if (waiting.length === 0) return null
  return (
    <p className="flex items-center gap-1.5 text-ink-2" role="status" data-testid="photos-waiting">
      <Camera size={16} /> {waiting.length} on this device
    </p>
  )
}
