import { type FormEvent, type ReactNode, useState } from 'react'
import { useNavigate } from 'react-router'
import type { FoundDog } from '../../../contract/api/dogs.ts'
import type { NewVisit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { COAT_LABEL } from '../../../contract/words/index.ts'
import { BREEDS, COAT_TYPE_IDS, type CoatType, findBreed } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { NotAdded, TimeAndSlot } from '../../parts/TimeAndSlot.tsx'
import { FindDog } from '../dogs/FindDog.tsx'

/** A dog for today: one the salon knows, or a new one with its owner. */
export function AddVisit({ date, onClose }: { date: string; onClose: () => void }): ReactNode {
  const add = useWrite(visitsApi.add)
  const navigate = useNavigate()
  const [known, setKnown] = useState<FoundDog | null>(null)
  const [time, setTime] = useState('')
  const [slot, setSlot] = useState('180')
  const [name, setName] = useState('')
  const [owner, setOwner] = useState('')
  const [phone, setPhone] = useState('')
  const [breed, setBreed] = useState('unknown')
  const [coatType, setCoatType] = useState<CoatType>('curly')
  const [weight, setWeight] = useState('')

  const submit = (event: FormEvent): void => {
    event.preventDefault()
    const base = { startsAt: new Date(`${date}T${time}`).toISOString(), slotMinutes: Number(slot), personId: null }
    const visit: NewVisit =
      known === null
        ? { ...base, owner: { name: owner, phone }, dog: { name, breed, coatType, weightKg: Number(weight) } }
        : { ...base, dogId: known.dogId }
    add.mutate({ body: visit }, { onSuccess: ({ id }) => void navigate(`/visits/${id}/arrival`) })
  }
  return (
    <DialogSheet title="Add a dog" about={date === today() ? 'For today.' : `For ${date}.`} onClose={onClose}>
      <form className="grid grid-cols-2 gap-4" onSubmit={submit}>
        <div className="col-span-2">
          <p className="mb-1 font-medium">Was it here before?</p>
          {known ? (
            <p className="flex min-h-12 items-center gap-3" data-testid="known-dog">
              <span>
                <b className="font-semibold">{known.name}</b>, {known.clientName}
              </span>
              <Button onClick={() => setKnown(null)}>Another dog</Button>
            </p>
          ) : (
            <FindDog
              label="Find a dog that was here before"
              placeholder="Its name or its owner’s; a new dog is filled in below"
              nobody="Nobody by that name: a new dog."
              onPick={setKnown}
              wide
              testId="find-known"
            />
          )}
        </div>
        <TimeAndSlot time={time} slot={slot} onTime={setTime} onSlot={setSlot} />
        {known === null && (
          <>
            <Field label="Its name">
              <input
                className="field"
                required
                maxLength={80}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            </Field>
            <Field label="Weight, kg">
              <input
                className="field"
                type="number"
                required
                min={0.5}
                max={120}
                step={0.1}
                value={weight}
                onChange={(event) => setWeight(event.target.value)}
              />
            </Field>
            <Field label="Breed or cross">
              <select
                className="field"
                value={breed}
                onChange={(event) => {
                  setBreed(event.target.value)
                  const known = findBreed(event.target.value)
                  if (known) setCoatType(known.coatType)
                }}
              >
                <option value="unknown">not known</option>
                <option value="cross">cross, parents unknown</option>
                {BREEDS.map(({ id, name: label }) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
              </select>
            </Field>
            <Field label="Coat">
              <select
                className="field"
                value={coatType}
                onChange={(event) => setCoatType(event.target.value as CoatType)}
              >
                {COAT_TYPE_IDS.map((id) => (
                  <option key={id} value={id}>
                    {COAT_LABEL[id]}
                  </option>
                ))}
              </select>
            </Field>
            <Field label="Owner">
              <input
                className="field"
                required
                maxLength={120}
                value={owner}
                onChange={(event) => setOwner(event.target.value)}
              />
            </Field>
            <Field label="Phone">
              <input
                className="field"
                type="tel"
                maxLength={40}
                value={phone}
                onChange={(event) => setPhone(event.target.value)}
              />
            </Field>
          </>
        )}
        <NotAdded error={add.error} />
        <Button type="submit" kind="main" className="col-span-2" disabled={add.isPending}>
          Add, on to the arrival
        </Button>
      </form>
    </DialogSheet>
  )
}

const Field = ({ label, children }: { label: string; children: ReactNode }): ReactNode => (
  // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child
  <label>
    <span className="mb-1 block font-medium">{label}</span>
    {children}
  </label>
)
