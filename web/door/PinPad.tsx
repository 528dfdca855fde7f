import { Delete } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { doorApi } from '../../contract/api/door.ts'
import { capital } from '../../contract/words/index.ts'
import { useWrite } from '../device/api.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { somebodyIsIn } from './use-door.ts'

const LEAST = 4
const MOST = 8
const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const

/** A PIN by wet knuckle or by keyboard; how many digits it has is not shown before it is right. */
export function PinPad({ personId }: { personId: string }): ReactNode {
  const [pin, setPin] = useState('')
  const signIn = useWrite(doorApi.pin)
  const add = (digit: string): void => setPin((before) => (before + digit).slice(0, MOST))
  const send = (): void =>
    signIn.mutate({ body: { personId, pin } }, { onSuccess: somebodyIsIn, onError: () => setPin('') })
  return (
    <form
      className="flex flex-col items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (pin.length >= LEAST) send()
      }}
    >
      <label className="w-full max-w-80">
        <span className="mb-1 block font-medium">PIN</span>
        <input
          className="field figure text-center text-3xl tracking-[0.4em]"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          // The first thing a hand does here.
          // biome-ignore lint/a11y/noAutofocus: there is nothing else to do on this screen
          autoFocus
          value={pin}
          onChange={({ target }) => setPin(target.value.replace(/\D/g, '').slice(0, MOST))}
        />
      </label>
      {signIn.error && <Alert className="w-full max-w-80">{capital(signIn.error.message)}</Alert>}
      <div className="grid w-full max-w-80 grid-cols-3 gap-2">
        {DIGITS.map((digit) => (
          <Button key={digit} size="huge" className="figure text-2xl" onClick={() => add(digit)}>
            {digit}
          </Button>
        ))}
        <Button size="huge" aria-label="Take the last digit back" onClick={() => setPin(pin.slice(0, -1))}>
          <Delete size={24} />
        </Button>
        <Button size="huge" className="figure text-2xl" onClick={() => add('0')}>
          0
        </Button>
        <Button size="huge" kind="main" type="submit" disabled={pin.length < LEAST || signIn.isPending}>
          In
        </Button>
      </div>
    </form>
  )
}
