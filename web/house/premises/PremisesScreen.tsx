import { Plus, Trash2 } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import { planningApi } from '../../../contract/api/planning.ts'
import { salonApi } from '../../../contract/api/salon.ts'
import type { Premises } from '../../../contract/formats/places.ts'
import { capital, fullDateText, PLACE_KIND_LABEL } from '../../../contract/words/index.ts'
import { kgOf, weightIn, weightUnit } from '../../../contract/words/measures.ts'
import { PLACE_KINDS, type PlaceKind } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { numberOf } from '../../parts/number-text.ts'
import { HousePageOf } from '../HousePage.tsx'
import { Calendars } from './Calendars.tsx'
import { WeekHours } from './WeekHours.tsx'

type Place = Premises['places'][number]

/** Tubs, tables and pens, when the salon is open, and on which days it or somebody is off. */
export function PremisesScreen(): ReactNode {
  const { data: salon, error, refetch } = useSalon()
  const save = useWrite(salonApi.setPremises)
  if (!salon)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="places and hours" />
  const { premises } = salon
  const set = (next: Partial<Premises>): void =>
    save.mutate(
      { body: { ...premises, ...next } },
      { onError: (problem) => toast.error(`Not saved: ${problem.message}`) },
    )
  const setPlace = (id: string, next: Partial<Place>): void =>
    set({ places: premises.places.map((place) => (place.id === id ? { ...place, ...next } : place)) })
  const add = (kind: PlaceKind): void => {
    const number = premises.places.filter((place) => place.kind === kind).length + 1
    set({
      places: [
        ...premises.places,
        { id: crypto.randomUUID(), name: `${PLACE_KIND_LABEL[kind]} ${number}`, kind, maxKg: null },
      ],
    })
  }
  return (
    <HousePageOf changes={salonApi.setPremises} testId="premises">
      <h1 className="mb-2 text-3xl">Places and hours</h1>
      <p className="mb-4 max-w-2xl text-ink-2">
        The day is planned by what is here: one dog in a tub, on a table or in a pen at a time. Dryers are counted under
        Dryers and room.
      </p>
      <div className="grid gap-8 lg:grid-cols-2">
        <section>
          <div className="mb-2 flex flex-wrap items-center gap-2">
            <h2 className="grow text-xl">Places</h2>
            {PLACE_KINDS.map((kind) => (
              <Button key={kind} tight onClick={() => add(kind)}>
                <Plus size={16} /> {PLACE_KIND_LABEL[kind]}
              </Button>
            ))}
          </div>
          <ul className="card divide-y divide-line">
            {premises.places.map((place) => (
              <li key={place.id} className="flex flex-wrap items-center gap-3 px-4 py-2">
                <span className="w-14 text-ink-2">{PLACE_KIND_LABEL[place.kind]}</span>
                <input
                  className="field min-w-0 grow basis-32"
                  defaultValue={place.name}
                  maxLength={40}
                  aria-label={`Name of ${place.name}`}
                  onBlur={({ target: { value } }) => {
                    if (value.trim() !== '' && value.trim() !== place.name) setPlace(place.id, { name: value.trim() })
                  }}
                />
                <label className="flex items-center gap-2">
                  <span className="text-ink-2">up to</span>
                  <input
                    className="field w-20"
                    inputMode="decimal"
                    placeholder="any"
                    defaultValue={place.maxKg === null ? '' : weightIn(place.maxKg)}
                    aria-label={`Heaviest dog for ${place.name}, ${weightUnit()}`}
                    onBlur={({ target: { value } }) => {
                      const kg = value.trim() === '' ? null : kgOf(numberOf(value), place.maxKg)
                      if (kg !== place.maxKg && !Number.isNaN(kg)) setPlace(place.id, { maxKg: kg })
                    }}
                  />
                  <span className="text-ink-2">{weightUnit()}</span>
                </label>
                <Button
                  kind="quiet"
                  tight
                  aria-label={`Take ${place.name} away`}
                  disabled={premises.places.length < 2}
                  onClick={() => set({ places: premises.places.filter(({ id }) => id !== place.id) })}
                >
                  <Trash2 size={18} />
                </Button>
              </li>
            ))}
          </ul>
        </section>
        <div className="flex flex-col gap-8">
          <section>
            <h2 className="mb-2 text-xl">Open</h2>
            <WeekHours week={premises.week} shut="Closed" onChange={(week) => set({ week })} />
          </section>
          <DaysOff />
          <Calendars />
        </div>
      </div>
    </HousePageOf>
  )
}

/** Holidays, and days on which one person is away. */
function DaysOff(): ReactNode {
  const { data: salon } = useSalon()
  const off = useRead(planningApi.daysOff, {})
  const change = useWrite(planningApi.setDayOff)
  const [day, setDay] = useState('')
  const [who, setWho] = useState('')
  const [why, setWhy] = useState('')
  const name = (id: string | null): string =>
    id === null ? 'Closed' : `${salon?.people.find((person) => person.id === id)?.name ?? 'Somebody'} is off`
  return (
    <section>
      <h2 className="mb-2 text-xl">Days off</h2>
      <form
        className="card mb-3 flex flex-wrap items-end gap-3 p-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (day !== '')
            change.mutate(
              { body: { day, personId: who === '' ? null : who, off: true, why } },
              { onSuccess: () => setDay('') },
            )
        }}
      >
        <label>
          <span className="mb-1 block font-medium">Day</span>
          <input
            type="date"
            className="field"
            value={day}
            min={today()}
            required
            onChange={({ target }) => setDay(target.value)}
          />
        </label>
        <label>
          <span className="mb-1 block font-medium">Who</span>
          <select className="field" value={who} onChange={({ target }) => setWho(target.value)}>
            <option value="">the whole salon</option>
            {salon?.people
              .filter(({ left }) => !left)
              .map((person) => (
                <option key={person.id} value={person.id}>
                  {person.name}
                </option>
              ))}
          </select>
        </label>
        <label className="grow">
          <span className="mb-1 block font-medium">Why</span>
          <input className="field" value={why} maxLength={120} onChange={({ target }) => setWhy(target.value)} />
        </label>
        <Button type="submit" disabled={change.isPending}>
          Add
        </Button>
        {change.error && <Alert className="basis-full">{capital(change.error.message)}</Alert>}
      </form>
      <ul data-testid="days-off">
        {(off.data ?? []).map((one) => (
          <li key={one.id} className="flex items-center gap-3 border-t border-line py-1">
            <span className="grow">
              <b className="font-semibold">{fullDateText(one.day)}</b>: {name(one.personId)}
              {one.why && <span className="text-ink-2">, {one.why}</span>}
            </span>
            <Button
              kind="quiet"
              tight
              aria-label={`${fullDateText(one.day)} is no day off`}
              onClick={() => change.mutate({ body: { day: one.day, personId: one.personId, off: false } })}
            >
              <Trash2 size={18} />
            </Button>
          </li>
        ))}
        {off.data?.length === 0 && <li className="text-ink-2">None ahead.</li>}
      </ul>
    </section>
  )
}
