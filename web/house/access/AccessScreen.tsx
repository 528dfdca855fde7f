import { KeyRound, TabletSmartphone } from 'lucide-react'
import { toString as qrCode } from 'qrcode'
import { type ReactNode, useEffect, useState } from 'react'
import { toast } from 'sonner'
import type { Access } from '../../../contract/api/access.ts'
import { doorApi, IDLE_MINUTES, PASSPHRASE_LEAST, passphraseSchema, pinSchema } from '../../../contract/api/door.ts'
import { ACCESS_ROLE_LABEL, capital, dayText, timeText } from '../../../contract/words/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { useAccess } from '../../device/use-access.ts'
import { useNow } from '../../device/use-now.ts'
import { Codes } from '../../door/Codes.tsx'
import { Strong } from '../../door/Strong.tsx'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { SelectField, TextField } from '../../parts/Field.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { HousePage } from '../HousePage.tsx'
import { Passkeys } from './Passkeys.tsx'

/** Who is let in: locked or not, the devices, the PINs. */
export function AccessScreen(): ReactNode {
  const { data: access, error, refetch } = useAccess()
  // Codes are seen once, whatever else is read meanwhile.
  const [codes, setCodes] = useState<readonly string[] | null>(null)
  if (!access)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="who is let in" />
  return (
    <HousePage testId="access">
      <h1 className="mb-4 text-3xl">Log-ins</h1>
      {codes ? (
        <div className="card max-w-2xl p-6">
          <Codes codes={codes} onDone={() => setCodes(null)} />
        </div>
      ) : !access.locked ? (
        <Open access={access} onCodes={setCodes} />
      ) : access.person?.role !== 'owner' ? (
        <p className="text-lg text-ink-2">
          {access.person?.name} is signed in as a {access.person && ACCESS_ROLE_LABEL[access.person.role]}. Who is let
          in is for the owner to say.
        </p>
      ) : (
        <Strong why="Who is let in is not opened by a PIN that somebody may have watched.">
          <Locked access={access} onCodes={setCodes} />
        </Strong>
      )}
    </HousePage>
  )
}

/** Nobody locked it: what that means, and how it is locked. */
function Open({ access, onCodes }: { access: Access; onCodes: (codes: readonly string[]) => void }): ReactNode {
  const [ownerId, setOwnerId] = useState('')
  const [passphrase, setPassphrase] = useState('')
  const [again, setAgain] = useState('')
  const [device, setDevice] = useState('')
  const lock = useWrite(doorApi.lock)
  const fits = passphraseSchema.safeParse(passphrase).success
  const ready = ownerId !== '' && fits && passphrase === again && device.trim() !== ''
  return (
    <div className="grid items-start gap-6 lg:grid-cols-2">
      <section className="card p-5" aria-labelledby="open">
        <h2 id="open" className="mb-2 text-xl">
          This salon is open
        </h2>
        <p className="mb-2">
          Whoever reaches its address reads and changes everything. On one machine that nobody else uses that may do;
          with tablets in a network it does not.
        </p>
        <p>
          Locked, a device is let in once, by a code from this screen, and whoever picks it up signs in by a PIN of a
          few digits. The owner has a passphrase for what matters: people, prices, backups, devices.
        </p>
      </section>
      <form
        className="card flex flex-col gap-4 p-5"
        aria-label="Lock it"
        onSubmit={(event) => {
          event.preventDefault()
          lock.mutate({ body: { ownerId, passphrase, device } }, { onSuccess: ({ codes }) => onCodes(codes) })
        }}
      >
        <h2 className="text-xl">Lock it</h2>
        {access.people.length === 0 ? (
          <p className="text-ink-2">Write down under People who works here first, the owner among them.</p>
        ) : (
          <>
            <SelectField label="The owner" value={ownerId} onChange={({ target }) => setOwnerId(target.value)}>
              <option value="">Choose</option>
              {access.people.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </SelectField>
            <TextField
              label="A passphrase"
              type="password"
              autoComplete="new-password"
              hint={`At least ${PASSPHRASE_LEAST} letters: four words that go together for nobody but you.`}
              value={passphrase}
              onChange={({ target }) => setPassphrase(target.value)}
            />
            <TextField
              label="The same again"
              type="password"
              autoComplete="new-password"
              error={again !== '' && again !== passphrase ? 'Not the same as above' : undefined}
              value={again}
              onChange={({ target }) => setAgain(target.value)}
            />
            <TextField
              label="A name for this device"
              hint="As you call it: “Desk”."
              maxLength={60}
              autoComplete="off"
              value={device}
              onChange={({ target }) => setDevice(target.value)}
            />
            {lock.error && <Alert>{capital(lock.error.message)}</Alert>}
            <Button type="submit" kind="main" className="self-start" disabled={!ready || lock.isPending}>
              <KeyRound size={18} /> Lock the salon
            </Button>
          </>
        )}
      </form>
    </div>
  )
}

function Locked({ access, onCodes }: { access: Access; onCodes: (codes: readonly string[]) => void }): ReactNode {
  const newCodes = useWrite(doorApi.newCodes)
  const everywhere = useWrite(doorApi.everywhere)
  const unlock = useWrite(doorApi.unlock)
  const setIdle = useWrite(doorApi.setIdle)
  const [open, setOpen] = useState<'passphrase' | 'unlock' | null>(null)
  return (
    <div className="grid items-start gap-6 lg:grid-cols-2">
      <Devices fingerprint={access.fingerprint} />
      <Pins access={access} />
      <section className="card flex flex-col gap-3 p-5" aria-labelledby="screens">
        <h2 id="screens" className="text-xl">
          Screens
        </h2>
        <OneOf
          legend="Ask who is there when no hand came for"
          choices={IDLE_MINUTES.map((value) => ({ value, label: `${value} min` }))}
          value={access.idleMinutes as (typeof IDLE_MINUTES)[number]}
          onChange={(minutes) => setIdle.mutate({ body: { minutes } })}
        />
        <Button
          className="self-start"
          disabled={everywhere.isPending}
          onClick={() =>
            everywhere.mutate({ body: {} }, { onSuccess: () => toast.success('Everybody signs in anew, but for here') })
          }
        >
          Sign everybody out, everywhere but here
        </Button>
      </section>
      <section className="card flex flex-col gap-3 p-5" aria-labelledby="words">
        <h2 id="words" className="text-xl">
          The passphrase
        </h2>
        <p className="flex flex-wrap gap-2">
          <Button onClick={() => setOpen('passphrase')}>Another passphrase</Button>
          <Button
            disabled={newCodes.isPending}
            onClick={() => newCodes.mutate({ body: {} }, { onSuccess: ({ codes }) => onCodes(codes) })}
          >
            New codes on paper
          </Button>
        </p>
        <Button kind="quiet" className="self-start" onClick={() => setOpen('unlock')}>
          Leave the salon open again
        </Button>
      </section>
      <Passkeys />
      {open === 'passphrase' && <AnotherPassphrase onClose={() => setOpen(null)} />}
      {open === 'unlock' && (
        <DialogSheet
          title="Leave it open"
          about="Devices, PINs and the passphrase go; whoever reaches the address reads and changes everything."
          onClose={() => setOpen(null)}
        >
          <Button
            kind="main"
            disabled={unlock.isPending}
            onClick={() => unlock.mutate({ body: {} }, { onSuccess: () => setOpen(null) })}
          >
            Leave it open
          </Button>
        </DialogSheet>
      )}
    </div>
  )
}

function Devices({ fingerprint }: { fingerprint: string | null }): ReactNode {
  const { data: devices, error, refetch } = useRead(doorApi.devices, {})
  const invite = useWrite(doorApi.invite)
  const putOut = useWrite(doorApi.putOut)
  return (
    <section className="card flex flex-col gap-3 p-5" aria-labelledby="devices">
      <div className="flex items-center gap-3">
        <h2 id="devices" className="grow text-xl">
          Devices
        </h2>
        <Button kind="main" disabled={invite.isPending} onClick={() => invite.mutate({ body: {} })}>
          <TabletSmartphone size={18} /> Let another in
        </Button>
      </div>
      {invite.data && <Invitation {...invite.data} />}
      {invite.data && fingerprint && (
        <p className="text-ink-2" data-testid="fingerprint">
          The first time a browser warns that it does not know this server. Its certificate is the salon’s own: have it
          trust{' '}
          <a className="opens" href="/etude-authority.crt">
            this authority
          </a>
          , and look that it shows the same SHA-256 fingerprint: <span className="figure break-all">{fingerprint}</span>
        </p>
      )}
      {error && <QueryFailed error={error} onRetry={() => void refetch()} />}
      <ul className="divide-y divide-line" aria-label="Devices">
        {devices?.map(({ id, name, seenAt, pairedAt, person, here, out }) => (
          <li key={id} className="flex items-center gap-3 py-2" data-device={name}>
            <span className="grow">
              <span className="font-semibold">{name}</span>
              {here && <span className="text-ink-2">, this one</span>}
              <span className="block text-sm text-ink-2">
                {out
                  ? 'put out'
                  : `let in ${dayText(new Date(pairedAt))}, seen ${dayText(new Date(seenAt))} ${timeText(seenAt)}${person ? `, ${person}` : ''}`}
              </span>
            </span>
            {!out && !here && (
              <Button
                tight
                disabled={putOut.isPending}
                onClick={() => putOut.mutate({ id, body: {} })}
                aria-label={`Put out: ${name}`}
              >
                Put out
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The code that lets one device in, to be scanned or typed. */
function Invitation({ code, until }: { code: string; until: string }): ReactNode {
  const [picture, setPicture] = useState<string | null>(null)
  const address = `${location.origin}/#code=${code}`
  useEffect(
    function drawCode() {
      void qrCode(address, { type: 'svg', margin: 1 }).then((svg) =>
        setPicture(`data:image/svg+xml,${encodeURIComponent(svg)}`),
      )
    },
    [address],
  )
  const over = Date.parse(until) <= useNow(true)
  if (over) return <p className="text-ink-2">That code is over: let another in to get a new one.</p>
  return (
    <div className="flex items-center gap-4 rounded-2xl bg-paper p-4" data-testid="invitation">
      {picture && <img src={picture} alt="The code, to be scanned" className="size-32 rounded-lg" />}
      <p>
        <span className="figure block text-3xl font-semibold">{code}</span>
        Open {location.origin} there and type it, or scan it. Good once, until {timeText(until)}.
      </p>
    </div>
  )
}

function Pins({ access: { people } }: { access: Access }): ReactNode {
  const [open, setOpen] = useState<Access['people'][number] | null>(null)
  return (
    <section className="card p-5" aria-labelledby="pins">
      <h2 id="pins" className="mb-1 text-xl">
        PINs
      </h2>
      <ul className="divide-y divide-line" aria-label="PINs">
        {people.map((person) => (
          <li key={person.id} className="flex items-center gap-3 py-2">
            <span className="grow">
              <span className="font-semibold">{person.name}</span>
              <span className="text-ink-2">
                {person.owner && ', owner'}
                {person.pin ? '' : person.owner ? ', by the passphrase alone' : ', cannot sign in yet'}
              </span>
            </span>
            <Button
              tight
              onClick={() => setOpen(person)}
              aria-label={`${person.pin ? 'Another PIN' : 'Give a PIN'}: ${person.name}`}
            >
              {person.pin ? 'Another PIN' : 'Give a PIN'}
            </Button>
          </li>
        ))}
      </ul>
      {open && <PinDialog person={open} onClose={() => setOpen(null)} />}
    </section>
  )
}

function PinDialog({ person, onClose }: { person: Access['people'][number]; onClose: () => void }): ReactNode {
  const [pin, setPin] = useState('')
  const set = useWrite(doorApi.setPin)
  const read = pinSchema.safeParse(pin)
  const keep = (to: string | null): void => set.mutate({ id: person.id, body: { pin: to } }, { onSuccess: onClose })
  return (
    <DialogSheet
      title={`A PIN for ${person.name}`}
      about="They type it themselves, so that nobody else knows it."
      onClose={onClose}
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (read.success) keep(pin)
        }}
      >
        <TextField
          label="PIN"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          hint="Four to eight digits, not in a row and not all the same."
          error={pin.length >= 4 && !read.success ? `Needed: ${read.error.issues[0]!.message}` : undefined}
          value={pin}
          onChange={({ target }) => setPin(target.value)}
        />
        {set.error && <Alert>{capital(set.error.message)}</Alert>}
        <p className="flex gap-2">
          {person.pin && (
            <Button disabled={set.isPending} onClick={() => keep(null)}>
              Take the PIN away
            </Button>
          )}
          <span className="grow" />
          <Button type="submit" kind="main" disabled={!read.success || set.isPending}>
            Keep
          </Button>
        </p>
      </form>
    </DialogSheet>
  )
}

function AnotherPassphrase({ onClose }: { onClose: () => void }): ReactNode {
  const [passphrase, setPassphrase] = useState('')
  const change = useWrite(doorApi.changePassphrase)
  return (
    <DialogSheet title="Another passphrase" onClose={onClose}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          change.mutate({ body: { passphrase } }, { onSuccess: onClose })
        }}
      >
        <TextField
          label="A passphrase"
          type="password"
          autoComplete="new-password"
          hint={`At least ${PASSPHRASE_LEAST} letters.`}
          value={passphrase}
          onChange={({ target }) => setPassphrase(target.value)}
        />
        {change.error && <Alert>{capital(change.error.message)}</Alert>}
        <Button
          type="submit"
          kind="main"
          className="self-end"
          disabled={!passphraseSchema.safeParse(passphrase).success || change.isPending}
        >
          Keep
        </Button>
      </form>
    </DialogSheet>
  )
}
