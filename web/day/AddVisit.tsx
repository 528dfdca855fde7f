import { useQuery } from '@tanstack/react-query'
import { type FormEvent, type ReactNode, useState } from 'react'
import { useNavigate } from 'react-router'
import type { NewVisit } from '../../contract/api.ts'
import { COAT_LABEL } from '../../contract/words/index.ts'
import { BREEDS, COAT_TYPE_IDS, type CoatType, findBreed } from '../../core/index.ts'
import { dogsQuery, useAddVisit } from '../api/queries.ts'
import { today } from '../parts/dates.ts'
import { DialogSheet } from '../parts/Sheet.tsx'
import { NotAdded, TimeAndSlot } from '../parts/TimeAndSlot.tsx'

const NEW = 'new'

/** A dog for today: one the salon knows, or a new one with its owner. */
export function AddVisit({ date, onClose }: { date: string; onClose: () => void }): ReactNode {
  const { data: dogs = [] } = useQuery(dogsQuery)
  const add = useAddVisit()
  const navigate = useNavigate()
  const [dogId, setDogId] = useState(NEW)
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
      dogId === NEW
        ? { ...base, owner: { name: owner, phone }, dog: { name, breed, coatType, weightKg: Number(weight) } }
        : { ...base, dogId }
    add.mutate(visit, { onSuccess: ({ id }) => void navigate(`/visits/${id}/arrival`) })
  }
  return (
    <DialogSheet title="Add a dog" about={date === today() ? 'For today.' : `For ${date}.`} onClose={onClose}>
      <form className="grid grid-cols-2 gap-4" onSubmit={submit}>
        <Field label="Dog" wide>
          <select className="field" value={dogId} onChange={(event) => setDogId(event.target.value)}>
            <option value={NEW}>a new dog</option>
            {dogs.map((dog) => (
              <option key={dog.dogId} value={dog.dogId}>
                {dog.name}, {dog.clientName}
              </option>
            ))}
          </select>
        </Field>
        <TimeAndSlot time={time} slot={slot} onTime={setTime} onSlot={setSlot} />
        {dogId === NEW && (
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
        <button type="submit" className="btn btn-main col-span-2" disabled={add.isPending}>
          Add, on to the arrival
        </button>
      </form>
    </DialogSheet>
  )
}

const Field = ({ label, wide, children }: { label: string; wide?: boolean; children: ReactNode }): ReactNode => (
  // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child
  <label className={wide ? 'col-span-2' : ''}>
    <span className="mb-1 block font-medium">{label}</span>
    {children}
  </label>
)
