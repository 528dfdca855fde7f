import { startAuthentication } from '@simplewebauthn/browser'
import { useMutation } from '@tanstack/react-query'
import { Fingerprint } from 'lucide-react'
import type { ReactNode } from 'react'
import { doorApi } from '../../contract/api/door.ts'
import { capital } from '../../contract/words/index.ts'
import { useWrite } from '../device/api.ts'
import { useAccess } from '../device/use-access.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { passkeysWork, plain, whyNot } from './passkeys.ts'

/** In by finger or face, where somebody of this salon has a passkey. */
export function PasskeyButton({
  device,
  onDone,
}: {
  /** What this device is called from now on, where it is not let in yet. */
  device: string | undefined
  onDone: () => void
}): ReactNode {
  const { data: access } = useAccess()
  const ask = useWrite(doorApi.askPasskey)
  const signIn = useWrite(doorApi.passkey)
  const touch = useMutation({
    mutationFn: async () => {
      const passkey = await startAuthentication({ optionsJSON: await ask.mutateAsync({ body: {} }) })
      await signIn.mutateAsync({ body: { passkey: plain(passkey), ...(device === undefined ? {} : { device }) } })
    },
    onSuccess: onDone,
  })
  if (!access?.passkeys || !passkeysWork()) return null
  return (
    <>
      {touch.error && <Alert>{capital(whyNot(touch.error))}</Alert>}
      <Button size="tall" disabled={touch.isPending || device === ''} onClick={() => touch.mutate()}>
        <Fingerprint size={18} /> By a passkey
      </Button>
    </>
  )
}
