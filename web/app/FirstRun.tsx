import { type ReactNode, useEffect } from 'react'
import { useNavigate } from 'react-router'
import { type Salon, salonApi } from '../../contract/api/salon.ts'
import { capital } from '../../contract/words/index.ts'
import { useRead, useWrite } from '../device/api.ts'
import { OwnSalonForm } from '../house/salon/OwnSalonForm.tsx'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'

/** How often it is asked whether the made-up salon is all there. */
const LOOK_MS = 1000

/** An empty database asks one thing: whose salon it is to hold. */
export function FirstRun({ salon }: { salon: Salon }): ReactNode {
  const lookAround = useWrite(salonApi.lookAround)
  const begin = useWrite(salonApi.begin)
  const navigate = useNavigate()
  const { refetch } = useRead(salonApi.read, {})
  useEffect(
    function untilAllIsThere() {
      if (!salon.loading) return
      const timer = setInterval(() => void refetch(), LOOK_MS)
      return () => clearInterval(timer)
    },
    [salon.loading, refetch],
  )
  useEffect(() => {
    document.title = 'Etude'
  }, [])
  if (salon.loading || lookAround.isPending)
    return (
      <main className="mx-auto flex min-h-dvh max-w-xl flex-col justify-center gap-4 px-6" data-testid="laying-out">
        <h1 className="text-3xl">Laying the made-up salon out</h1>
        <p className="text-lg text-ink-2" role="status">
          Eighteen dogs of today and what they were like before. About half a minute; this page goes on by itself.
        </p>
        <progress className="w-full" aria-label="Laying the made-up salon out" />
      </main>
    )
  const busy = begin.isPending
  return (
    <main className="mx-auto flex min-h-dvh max-w-5xl flex-col justify-center px-6 py-8" data-testid="first-run">
      <h1 className="text-4xl">Whose salon is this?</h1>
      <p className="mb-6 mt-1 text-lg text-ink-2">There is nothing in it yet.</p>
      <div className="grid gap-6 md:grid-cols-2">
        <section className="card flex flex-col gap-4 p-6" aria-labelledby="look-around">
          <h2 id="look-around" className="text-2xl">
            Look around first
          </h2>
          <p>
            A made-up salon with a full day: dogs at every station, a shelf, a rack, and visits of the past years to
            read in. Nothing in it is real, every screen says so, and you leave it behind whenever you like.
          </p>
          {lookAround.error && <Alert>{capital(lookAround.error.message)}</Alert>}
          <span className="grow" />
          <Button
            kind="main"
            className="self-start"
            disabled={busy}
            onClick={() => lookAround.mutate({ body: {} })}
            data-testid="look-around"
          >
            Look around the made-up salon
          </Button>
        </section>
        <section className="card flex flex-col gap-4 p-6" aria-labelledby="our-own">
          <h2 id="our-own" className="text-2xl">
            Set up our own
          </h2>
          <OwnSalonForm
            label="Begin our salon"
            kind="plain"
            busy={busy}
            error={begin.error}
            send={(body) => begin.mutate({ body }, { onSuccess: () => void navigate('/house/salon') })}
          />
        </section>
      </div>
    </main>
  )
}
