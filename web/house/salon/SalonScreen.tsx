import { ArrowRight, Check, CircleDashed } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import { type OwnSalon, type Salon, salonApi } from '../../../contract/api/salon.ts'
import { capital } from '../../../contract/words/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { leaveMadeUp } from '../../device/made-up.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { TextField } from '../../parts/Field.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { HousePageOf } from '../HousePage.tsx'
import { OwnSalonForm } from './OwnSalonForm.tsx'

/** What the salon is called and where it is; the way out of the made-up one; what is still to be set up in one's own. */
export function SalonScreen(): ReactNode {
  const { data: salon, error, refetch } = useSalon()
  if (!salon) return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the salon" />
  return (
    <HousePageOf changes={salonApi.rename} testId="salon">
      <h1 className="mb-4 text-3xl">The salon</h1>
      <div className="grid items-start gap-6 lg:grid-cols-2">
        <section className="card p-5" aria-label="Name and country">
          <NameAndCountry key={`${salon.name} ${salon.country}`} salon={salon} />
          <Measures salon={salon} />
          <AskedPapers key={salon.papers.join()} salon={salon} />
          <p className="mt-4 border-t border-line pt-3">
            <Link to="/house/log" className="opens">
              What was changed, and by whom
            </Link>
          </p>
        </section>
        {salon.demo ? <MadeUp /> : <SettingUp salon={salon} />}
      </div>
    </HousePageOf>
  )
}

function NameAndCountry({ salon }: { salon: Salon }): ReactNode {
  const rename = useWrite(salonApi.rename)
  const move = useWrite(salonApi.setCountry)
  const keep = async ({ name, country }: OwnSalon): Promise<void> => {
    if (name !== salon.name) await rename.mutateAsync({ body: { name } })
    if (country !== salon.country) await move.mutateAsync({ body: { country } })
    toast.success('Kept')
  }
  return (
    <OwnSalonForm
      given={salon}
      label="Keep"
      busy={rename.isPending || move.isPending}
      error={rename.error ?? move.error}
      // Said beside the form by its error.
      send={(values) => void keep(values).catch(() => undefined)}
    />
  )
}

/** As usual in the country, until somebody says otherwise. */
function Measures({ salon }: { salon: Salon }): ReactNode {
  const set = useWrite(salonApi.setUnits)
  return (
    <div className="mt-4 border-t border-line pt-3">
      <OneOf
        legend="Weights and warmth in"
        choices={[
          { value: 'metric', label: 'kg and °C' },
          { value: 'us', label: 'lb and °F' },
        ]}
        value={salon.units}
        onChange={(units) => set.mutate({ body: { units } })}
      />
      {set.error && <Alert>{capital(set.error.message)}</Alert>}
    </div>
  )
}

/** Papers that every dog is asked for: one that is missing or ran out stands on the arrival in red. */
function AskedPapers({ salon }: { salon: Salon }): ReactNode {
  const [text, setText] = useState(salon.papers.join(', '))
  const set = useWrite(salonApi.setPapers)
  const papers = text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
  return (
    <form
      className="mt-4 flex flex-col gap-2 border-t border-line pt-3"
      aria-label="Papers"
      onSubmit={(event) => {
        event.preventDefault()
        set.mutate({ body: { papers } }, { onSuccess: () => toast.success('Kept') })
      }}
    >
      <TextField
        label="Papers every dog is asked for"
        hint="Their names with commas between, such as: Rabies, Kennel cough. One that was not seen or ran out stands on the arrival in red."
        value={text}
        onChange={({ target }) => setText(target.value)}
        autoComplete="off"
      />
      {set.error && <Alert>{capital(set.error.message)}</Alert>}
      <Button type="submit" className="self-start" disabled={set.isPending || papers.join() === salon.papers.join()}>
        Keep
      </Button>
    </form>
  )
}

function MadeUp(): ReactNode {
  const [leaving, setLeaving] = useState(false)
  const begin = useWrite(salonApi.begin)
  return (
    <section className="card flex flex-col gap-3 p-5" aria-labelledby="made-up">
      <h2 id="made-up" className="text-xl">
        This is the made-up salon
      </h2>
      <p>
        Its people, dogs and owners are invented. When you have seen enough, begin your own: all of this goes, and
        nothing of it stays in yours.
      </p>
      <Button kind="main" className="self-start" onClick={() => setLeaving(true)}>
        Set up our own now
      </Button>
      {leaving && (
        <DialogSheet
          title="Begin our own salon"
          about="The made-up salon goes whole, with everything that was tried in it."
          onClose={() => setLeaving(false)}
        >
          <OwnSalonForm
            label="Leave the made-up salon and begin"
            busy={begin.isPending}
            error={begin.error}
            send={(body) => begin.mutate({ body }, { onSuccess: () => leaveMadeUp() })}
          />
        </DialogSheet>
      )}
    </section>
  )
}

interface Step {
  readonly to: string
  readonly title: string
  readonly done: boolean
  /** What holds until it is done. */
  readonly meanwhile: string
}

/** The ten minutes of a new salon: each step on the page where it is changed later, in any order, or never. */
function SettingUp({ salon }: { salon: Salon }): ReactNode {
  const { data: setup, error, refetch } = useRead(salonApi.setup, {})
  if (!setup)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="what is set up" />
  const here = salon.people.filter(({ left }) => !left).length
  const steps: readonly Step[] = [
    {
      to: '/house/people',
      title: here === 0 ? 'Who works here' : `Who works here: ${here}`,
      done: here > 0,
      meanwhile: 'Nobody can be named at a screen, and no comb check can be signed.',
    },
    {
      to: '/numbers',
      title: 'Prices',
      done: setup.prices,
      meanwhile: 'A starting table is quoted from.',
    },
    {
      to: '/house/room',
      title: 'Room and dryers',
      done: setup.equipment,
      meanwhile: 'Drying is reckoned with a usual dryer in a usual room.',
    },
    {
      to: '/shelf',
      title: setup.products ? `Shelf: ${setup.products} products` : 'Shelf',
      done: setup.products > 0,
      meanwhile: 'Baths are planned with products as they usually are; nothing is booked out.',
    },
    {
      to: '/house/rack',
      title: setup.tools ? `Rack: ${setup.tools} tools` : 'Rack',
      done: setup.tools > 0,
      meanwhile: 'Every usual blade and comb is taken to be there, and sharp.',
    },
    {
      to: '/house/files',
      title: setup.dogs ? `Dogs in the book: ${setup.dogs}` : 'Dogs and owners from a table',
      done: setup.dogs > 0,
      meanwhile: 'Or write each down when it comes: Add a dog, on the day.',
    },
  ]
  const open = steps.filter(({ done }) => !done).length
  return (
    <section className="card p-5" aria-labelledby="setting-up">
      <h2 id="setting-up" className="text-xl">
        Setting up
      </h2>
      <p className="mb-2 text-ink-2">
        {open === 0
          ? 'All of it is done. Each page stays under House.'
          : 'In any order; what you leave for later works as it says until then.'}
      </p>
      <ol>
        {steps.map(({ to, title, done, meanwhile }) => (
          <li key={to} className="border-t border-line">
            <Link to={to} className="flex min-h-14 items-center gap-3 rounded-lg py-2 hover:bg-sheet-2">
              {done ? (
                <Check size={22} className="shrink-0 text-accent" aria-label="done" />
              ) : (
                <CircleDashed size={22} className="shrink-0 text-ink-2" aria-label="open" />
              )}
              <span className="grow">
                <span className="block font-semibold">{title}</span>
                {!done && <span className="block text-ink-2">{meanwhile}</span>}
              </span>
              <ArrowRight size={18} className="shrink-0 text-ink-2" aria-hidden="true" />
            </Link>
          </li>
        ))}
      </ol>
      <p className="border-t border-line pt-3">
        <Link to="/" className="opens">
          To the day
        </Link>
      </p>
    </section>
  )
}
