import { type ReactNode, useState } from 'react'
import { doorApi } from '../../contract/api/door.ts'
import { capital } from '../../contract/words/index.ts'
import { useWrite } from '../device/api.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { TextField } from '../parts/Field.tsx'
import { PasskeyButton } from './PasskeyButton.tsx'
import { somebodyIsIn } from './use-door.ts'

/** The owner's words, or the passkey that stands for them. */
export function PassphraseForm({
  label,
  device,
  onDone,
}: {
  label: string
  /** What this device is called from now on, where it is not let in yet. */
  device?: string
  onDone?: () => void
}): ReactNode {
  const [passphrase, setPassphrase] = useState('')
  const signIn = useWrite(doorApi.passphrase)
  const isIn = (): void => {
    somebodyIsIn()
    onDone?.()
  }
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault()
        signIn.mutate(
          { body: { passphrase, ...(device === undefined ? {} : { device }) } },
          {
            onSuccess: isIn,
            onError: () => setPassphrase(''),
          },
        )
      }}
    >
      <TextField
        label="The owner’s passphrase"
        type="password"
        value={passphrase}
        onChange={({ target }) => setPassphrase(target.value)}
        autoComplete="current-password"
      />
      {signIn.error && <Alert>{capital(signIn.error.message)}</Alert>}
      <Button type="submit" kind="main" size="tall" disabled={signIn.isPending || passphrase === '' || device === ''}>
        {label}
      </Button>
      <PasskeyButton device={device} onDone={isIn} />
    </form>
  )
}
