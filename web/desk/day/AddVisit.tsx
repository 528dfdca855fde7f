import { type ReactNode, useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import * as z from 'zod'
import type { FoundDog } from '../../../contract/api/dogs.ts'
import { type NewVisit, visitsApi } from '../../../contract/api/visits.ts'
import { HEAVIEST_KG, LIGHTEST_KG } from '../../../contract/formats/numbers.ts'
import { COAT_LABEL, dateText, dayAndTimeText, instantAt } from '../../../contract/words/index.ts'
import { weightUnit } from '../../../contract/words/measures.ts'
import { COAT_TYPE_IDS, type CoatType, findBreed } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { BreedField } from '../../parts/BreedField.tsx'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { Form, FormSelect, FormText, useZodForm } from '../../parts/form.tsx'
import { weightTyped } from '../../parts/number-text.ts'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { NotAdded, TimeAndSlot, timeAndSlot } from '../../parts/TimeAndSlot.tsx'
import { useIdFor } from '../../parts/use-id-for.ts'
import { FindDog } from '../dogs/FindDog.tsx'

const name = (of: string, most: number) => z.string().trim().min(1, { error: of }).max(most)
const knownForm = z.object(timeAndSlot)
const newForm = knownForm.extend({
  name: name('its name', 80),
  weight: weightTyped(LIGHTEST_KG, HEAVIEST_KG),
  breed: z.string(),
  // Nobody's coat is taken for another's because nobody said.
  coatType: z
    .string()
    .refine((id): id is CoatType => COAT_TYPE_IDS.some((one) => one === id), { error: 'what coat it has' }),
  owner: name('the owner’s name', 120),
  phone: z.string().max(40),
})
const ofKnownOwner = newForm.extend({ owner: z.string(), phone: z.string() })
type NewForm = z.input<typeof newForm>
const EMPTY = { time: '', slot: '180' }

type Send = (form: { time: string; slot: number }, dog: Pick<NewVisit, 'dog' | 'owner' | 'dogId' | 'clientId'>) => void

/** A dog for a day: one the salon knows, or a new one with its owner. */
export function AddVisit({ date, onClose }: { date: string; onClose: () => void }): ReactNode {
  const add = useWrite(visitsApi.add)
  const idFor = useIdFor()
  const navigate = useNavigate()
  const [known, setKnown] = useState<FoundDog | null>(null)
  const [another, setAnother] = useState(false)
  const isToday = date === today()
  const send: Send = ({ time, slot }, dog) => {
    const visit = { startsAt: instantAt(date, time), slotMinutes: slot, personId: null, ...dog }
    add.mutate(
      { body: { id: idFor(visit), ...visit } },
      {
        onSuccess: ({ id, arrival }) => {
          // Who comes another day arrives then.
          if (isToday) return void navigate(`/visits/${id}/arrival`)
          toast.success(`${arrival.dog.name} is in the book: ${dayAndTimeText(instantAt(date, time))}`)
          onClose()
        },
      },
    )
  }
  const end = (
    <>
      <NotAdded error={add.error} />
      <Button type="submit" kind="main" className="col-span-2" disabled={add.isPending}>
        {isToday ? 'Add, on to the arrival' : 'Put it in the book'}
      </Button>
    </>
  )
  return (
    <DialogSheet
      changes={visitsApi.add}
      title="Add a dog"
      about={isToday ? 'For today.' : `For ${dateText(date)}.`}
      onClose={onClose}
    >
      <div className="mb-4">
        <p className="mb-1 font-medium">Was it here before?</p>
        {known ? (
          <p className="flex min-h-12 items-center gap-3" data-testid="known-dog">
            <span>
              {another ? (
                `A new dog of ${known.clientName}`
              ) : (
                <>
                  <b className="font-semibold">{known.name}</b>, {known.clientName}
                </>
              )}
            </span>
            {!another && <Button onClick={() => setAnother(true)}>A new dog of theirs</Button>}
            <Button
              onClick={() => {
                setKnown(null)
                setAnother(false)
              }}
            >
              Another dog
            </Button>
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
      {known && !another ? (
        <KnownDog key={known.dogId} dogId={known.dogId} send={send} end={end} />
      ) : (
        <NewDog key={known?.clientId ?? ''} clientId={known?.clientId ?? null} send={send} end={end} />
      )}
    </DialogSheet>
  )
}

function KnownDog({ dogId, send, end }: { dogId: string; send: Send; end: ReactNode }): ReactNode {
  const form = useZodForm(knownForm, EMPTY)
  return (
    <Form form={form} className="grid grid-cols-2 gap-4" onSend={(values) => send(values, { dogId })}>
      <TimeAndSlot />
      {end}
    </Form>
  )
}

/** @param clientId its owner, where they are in the book with another dog */
function NewDog({ clientId, send, end }: { clientId: string | null; send: Send; end: ReactNode }): ReactNode {
  // Who is in the book already is not asked for again.
  const form = useZodForm(clientId === null ? newForm : ofKnownOwner, {
    ...EMPTY,
    name: '',
    weight: '',
    breed: 'unknown',
    coatType: '',
    owner: '',
    phone: '',
  })
  return (
    <Form
      form={form}
      className="grid grid-cols-2 gap-4"
      onSend={({ time, slot, owner, phone, weight: weightKg, ...dog }) =>
        send(
          { time, slot },
          { ...(clientId === null ? { owner: { name: owner, phone } } : { clientId }), dog: { ...dog, weightKg } },
        )
      }
    >
      <TimeAndSlot />
      <FormText<NewForm> name="name" label="Its name" />
      <FormText<NewForm> name="weight" label={`Weight, ${weightUnit()}`} inputMode="decimal" />
      <BreedField
        value={form.watch('breed')}
        onChange={(breed) => {
          form.setValue('breed', breed)
          const known = findBreed(breed)
          if (known) form.setValue('coatType', known.coatType)
        }}
      />
      <FormSelect<NewForm> name="coatType" label="Coat">
        <option value="">which?</option>
        {COAT_TYPE_IDS.map((id) => (
          <option key={id} value={id}>
            {COAT_LABEL[id]}
          </option>
        ))}
      </FormSelect>
      {clientId === null && (
        <>
          <FormText<NewForm> name="owner" label="Owner" />
          <FormText<NewForm> name="phone" label="Phone" type="tel" />
        </>
      )}
      {end}
    </Form>
  )
}
