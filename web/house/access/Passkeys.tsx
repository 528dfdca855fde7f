import { startRegistration } from '@simplewebauthn/browser'
import { useMutation } from '@tanstack/react-query'
import { Fingerprint } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { doorApi } from '../../../contract/api/door.ts'
import { capital, dayText } from '../../../contract/words/index.ts'
import { QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { passkeysWork, plain, whyNot } from '../../door/passkeys.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { TextField } from '../../parts/Field.tsx'

/** What lets the owner in by finger or face, in place of the passphrase. */
export function Passkeys(): ReactNode {
  const { data: passkeys, error, refetch } = useRead(doorApi.passkeys, {})
  const offer = useWrite(doorApi.offerPasskey)
  const add = useWrite(doorApi.addPasskey)
  const drop = useWrite(doorApi.dropPasskey)
  const [name, setName] = useState('')
  const make = useMutation({
    mutationFn: async () => {
      const passkey = await startRegistration({ optionsJSON: await offer.mutateAsync({ body: {} }) })
      await add.mutateAsync({ body: { passkey: plain(passkey), name: name.trim() } })
    },
    onSuccess: () => setName(''),
  })
  return (
    <section className="card flex flex-col gap-3 p-5" aria-labelledby="passkeys">
      <h2 id="passkeys" className="text-xl">
        Passkeys
      </h2>
      <p className="text-ink-2">
        A finger, a face or the code of your own telephone in place of the passphrase. What it proves never leaves the
        telephone; whoever else opens that telephone gets in by it too.
      </p>
      {error && <QueryFailed error={error} onRetry={() => void refetch()} />}
      {passkeys && passkeys.length > 0 && (
        <ul className="divide-y divide-line" aria-label="Passkeys">
          {passkeys.map(({ id, name: called, person, host, addedAt, usedAt }) => (
            <li key={id} className="flex items-center gap-3 py-2">
              <span className="grow">
                <span className="font-semibold">{called}</span>
                <span className="block text-sm text-ink-2">
                  {person}, at {host}, made {dayText(new Date(addedAt))},{' '}
                  {usedAt ? `used ${dayText(new Date(usedAt))}` : 'not used yet'}
                </span>
              </span>
              <Button
                tight
                disabled={drop.isPending}
                onClick={() => drop.mutate({ body: { passkeyId: id } })}
                aria-label={`Take away: ${called}`}
              >
                Take away
              </Button>
            </li>
          ))}
        </ul>
      )}
      {passkeysWork() ? (
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            make.mutate()
          }}
        >
          <TextField
            label="A name for it"
            hint="What it is kept on: “My telephone”."
            value={name}
            onChange={({ target }) => setName(target.value)}
            maxLength={60}
            autoComplete="off"
          />
          {make.error && <Alert>{capital(whyNot(make.error))}</Alert>}
          <Button type="submit" className="self-start" disabled={make.isPending || !name.trim()}>
            <Fingerprint size={18} /> Make a passkey
          </Button>
        </form>
      ) : (
        <p data-testid="no-passkeys">
          Open the salon by its name and over HTTPS to make one: browsers keep none for a number like{' '}
          {location.hostname}.
        </p>
      )}
    </section>
  )
}
