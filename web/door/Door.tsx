import { type ReactNode, useEffect, useState } from 'react'
import type { Access } from '../../contract/api/access.ts'
import { doorApi, passphraseSchema } from '../../contract/api/door.ts'
import { capital } from '../../contract/words/index.ts'
import { TimersBell } from '../app/TimersBell.tsx'
import { useWrite } from '../device/api.ts'
import { forgetSalon } from '../device/forget.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { TextField } from '../parts/Field.tsx'
import { Codes } from './Codes.tsx'
import { PassphraseForm } from './PassphraseForm.tsx'
import { PinPad } from './PinPad.tsx'

/** The door of a locked salon: lets a device in, or asks who is at one that was. */
export function Door({ access }: { access: Access }): ReactNode {
  useEffect(() => {
    document.title = access.salon ?? 'Etude'
  }, [access.salon])
  return (
    <main
      className="mx-auto flex min-h-dvh w-full max-w-3xl flex-col justify-center gap-5 px-6 py-8"
      data-testid="door"
    >
      <header>
        <p className="text-ink-2">{access.salon ?? 'Etude'}</p>
        <h1 className="text-3xl">{access.paired ? 'Who is here?' : 'This device is not let in'}</h1>
      </header>
      {access.paired ? <WhoIsHere access={access} /> : <LetIn putOut={access.putOut} />}
    </main>
  )
}

type Way = 'code' | 'passphrase' | 'paper'

function LetIn({ putOut }: { putOut: boolean }): ReactNode {
  // A code that was scanned comes with the address.
  const [code, setCode] = useState(() => new URLSearchParams(location.hash.slice(1)).get('code') ?? '')
  const [device, setDevice] = useState('')
  const [way, setWay] = useState<Way>('code')
  const pair = useWrite(doorApi.pair)
  useEffect(
    function leaveNothingBehind() {
      if (putOut) void forgetSalon()
    },
    [putOut],
  )
  const name = (
    <TextField
      label="A name for this device"
      hint="As you call it: “Tablet at the tub”."
      value={device}
      onChange={({ target }) => setDevice(target.value)}
      maxLength={60}
      autoComplete="off"
    />
  )
  return (
    <section className="card flex flex-col gap-4 p-6" aria-label="Let this device in">
      {putOut && <Alert>It was put out; nothing of the salon is left on it.</Alert>}
      {way === 'code' && (
        <form
          className="flex flex-col gap-4"
          onSubmit={(event) => {
            event.preventDefault()
            pair.mutate({ body: { code, device } })
          }}
        >
          <p>On a screen that is let in, the owner opens House, Log-ins, and lets another device in.</p>
          <TextField
            label="The code shown there"
            value={code}
            onChange={({ target }) => setCode(target.value)}
            autoComplete="one-time-code"
            autoCapitalize="none"
            spellCheck={false}
          />
          {name}
          {pair.error && <Alert>{capital(pair.error.message)}</Alert>}
          <Button type="submit" kind="main" size="tall" disabled={pair.isPending || !code.trim() || !device.trim()}>
            Let this device in
          </Button>
        </form>
      )}
      {way === 'passphrase' && (
        <>
          {name}
          <PassphraseForm device={device.trim()} label="Let this device in" />
        </>
      )}
      {way === 'paper' && (
        <>
          {name}
          <FromPaper device={device.trim()} />
        </>
      )}
      <p className="flex flex-wrap gap-2 border-t border-line pt-3">
        {(
          [
            ['code', 'By a code from another screen'],
            ['passphrase', 'By the owner’s passphrase'],
            ['paper', 'By a code on paper'],
          ] as const
        )
          .filter(([id]) => id !== way)
          .map(([id, label]) => (
            <Button key={id} kind="quiet" tight onClick={() => setWay(id)}>
              {label}
            </Button>
          ))}
      </p>
    </section>
  )
}

/** For an owner who forgot the passphrase. */
function FromPaper({ device }: { device: string }): ReactNode {
  const recover = useWrite(doorApi.recover)
  const [code, setCode] = useState('')
  const [passphrase, setPassphrase] = useState('')
  if (recover.data) return <Codes codes={recover.data.codes} onDone={() => location.reload()} />
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault()
        recover.mutate({ body: { code, passphrase, device } })
      }}
    >
      <TextField
        label="One of the codes on paper"
        value={code}
        onChange={({ target }) => setCode(target.value)}
        autoComplete="off"
        autoCapitalize="none"
        spellCheck={false}
      />
      <TextField
        label="A new passphrase"
        type="password"
        hint="Four words or more that go together for nobody but you."
        value={passphrase}
        onChange={({ target }) => setPassphrase(target.value)}
        autoComplete="new-password"
      />
      {recover.error && <Alert>{capital(recover.error.message)}</Alert>}
      <Button
        type="submit"
        kind="main"
        size="tall"
        disabled={recover.isPending || !code.trim() || !device || !passphraseSchema.safeParse(passphrase).success}
      >
        Choose it and let this device in
      </Button>
    </form>
  )
}

/** Two touches: the name, and the way in by PIN. */
function WhoIsHere({ access: { people, device } }: { access: Access }): ReactNode {
  const [chosen, setChosen] = useState<Access['people'][number] | null>(null)
  const [byWords, setByWords] = useState(false)
  return (
    <>
      {chosen ? (
        <section className="card flex flex-col gap-4 p-6" aria-label={`Sign in: ${chosen.name}`}>
          <div className="flex items-center gap-3">
            <h2 className="grow text-2xl">{chosen.name}</h2>
            <Button
              onClick={() => {
                setChosen(null)
                setByWords(false)
              }}
            >
              Somebody else
            </Button>
          </div>
          {byWords || !chosen.pin ? <PassphraseForm label="Sign in" /> : <PinPad personId={chosen.id} />}
          {chosen.owner && chosen.pin && (
            <Button kind="quiet" tight className="self-start" onClick={() => setByWords(!byWords)}>
              {byWords ? 'By PIN' : 'By the passphrase'}
            </Button>
          )}
        </section>
      ) : (
        <ul className="grid grid-cols-2 gap-3 max-sm:grid-cols-1" aria-label="People">
          {people.map((person) => (
            <li key={person.id}>
              <Button
                size="huge"
                className="w-full"
                disabled={!person.pin && !person.owner}
                onClick={() => setChosen(person)}
              >
                {person.name}
                {!person.pin && !person.owner && (
                  <span className="font-normal text-ink-2">no PIN yet: the owner gives one</span>
                )}
              </Button>
            </li>
          ))}
        </ul>
      )}
      <TimersBell />
      <p className="text-ink-2">{device}</p>
    </>
  )
}
