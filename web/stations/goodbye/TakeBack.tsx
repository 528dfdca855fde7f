import { Undo2 } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { goodbyeApi } from '../../../contract/api/goodbye.ts'
import { capital } from '../../../contract/words/index.ts'
import { useWrite } from '../../device/api.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'

/** A goodbye that was said too soon, or of the wrong dog: taken back on its own day, after a second look. */
export function TakeBack({ visitId, name }: { visitId: string; name: string }): ReactNode {
  const takeBack = useWrite(goodbyeApi.takeBack)
  const [asking, setAsking] = useState(false)
  return (
    <>
      <Button onClick={() => setAsking(true)} data-testid="take-back">
        <Undo2 size={18} /> Take the goodbye back
      </Button>
      {asking && (
        <DialogSheet
          changes={goodbyeApi.takeBack}
          title={`${name} has not gone home?`}
          about="The dog is ready again; comb check and price can be put right. Minutes and tools that were counted are taken back, and the next visit that was booked with it. What the owner was written is not unwritten."
          onClose={() => setAsking(false)}
        >
          {takeBack.error && <Alert className="mb-3">{capital(takeBack.error.message)}</Alert>}
          <Button
            kind="main"
            disabled={takeBack.isPending}
            onClick={() => takeBack.mutate({ id: visitId, body: {} }, { onSuccess: () => setAsking(false) })}
          >
            Take it back
          </Button>
        </DialogSheet>
      )}
    </>
  )
}
