import type { ReactNode } from 'react'
import { photosApi } from '../../../contract/api/photos.ts'
import { hrefOf, useRead, useWrite } from '../../device/api.ts'
import { useMayNot } from '../../device/use-may-not.ts'
import { useWaitingPhotos } from '../../device/use-photos.ts'
import { PhotoButton } from '../../dog/PhotoButton.tsx'

/** Photos of the visit, and a new one while it can still be taken. */
export function Photos({ visitId, fixed }: { visitId: string; fixed: boolean }): ReactNode {
  const { data: photos = [] } = useRead(photosApi.of, { id: visitId })
  const remove = useWrite(photosApi.remove)
  const mayNot = useMayNot(photosApi.remove)
  const waiting = useWaitingPhotos(visitId)
  return (
    <div className="mt-3 flex flex-wrap items-end gap-2">
      {photos.map(({ id, kind }) => (
        <figure key={id} className="relative">
          <img
            src={hrefOf(photosApi.bytes, { id })}
            alt={`${kind} the groom`}
            className="h-28 rounded-xl border border-line object-cover"
          />
          <figcaption className="text-sm text-ink-2">
            {kind}
            {!fixed && mayNot === null && (
              <button type="button" className="opens ml-2" onClick={() => remove.mutate({ id, body: {} })}>
                take out
              </button>
            )}
          </figcaption>
        </figure>
      ))}
      {waiting.map(({ photo: { id, kind, data } }) => (
        <figure key={id} data-testid="waiting-photo">
          <img
            src={`data:image/jpeg;base64,${data}`}
            alt={`${kind} the groom, on this device`}
            className="h-28 rounded-xl border border-dashed border-ink-2 object-cover"
          />
          <figcaption className="text-sm text-ink-2">{kind}, on this device</figcaption>
        </figure>
      ))}
      {!fixed && <PhotoButton visitId={visitId} kind="after" />}
    </div>
  )
}
