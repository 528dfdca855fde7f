import { FileDown, Plus, UserX, X } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { useFieldArray } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import {
  type DogRecord,
  dogFieldsSchema,
  dogsApi,
  type FoundDog,
  ownerFieldsSchema,
  type Rests,
} from '../../../contract/api/dogs.ts'
import { listed } from '../../../contract/words/index.ts'
import { hrefOf, useWrite } from '../../device/api.ts'
import { useMayNot } from '../../device/use-may-not.ts'
import { BreedField } from '../../parts/BreedField.tsx'
import { Button, ButtonAnchor } from '../../parts/Button.tsx'
import { TextField } from '../../parts/Field.tsx'
import { Form, FormText, useZodForm } from '../../parts/form.tsx'
import { KeepBar } from '../../parts/KeepBar.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { NotAdded } from '../../parts/TimeAndSlot.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { FindDog } from './FindDog.tsx'

interface DialogProps {
  readonly dog: DogRecord
  readonly onClose: () => void
}

const COMES: readonly { value: Rests | 'comes'; label: string }[] = [
  { value: 'comes', label: 'Comes to us' },
  { value: 'moved', label: 'Comes no more' },
  { value: 'died', label: 'Has died' },
]

/** What stays the same from visit to visit, put right; coat and temper are said at each arrival. */
export function DogDialog({ dog, onClose }: DialogProps): ReactNode {
  const change = useWrite(dogsApi.change)
  const { name, breed, rests, papers } = dog
  const form = useZodForm(dogFieldsSchema, { name, breed, rests, papers })
  const list = useFieldArray({ control: form.control, name: 'papers' })
  return (
    <DialogSheet changes={dogsApi.change} title={`Put ${name} right`} onClose={onClose}>
      <Form
        form={form}
        className="flex flex-col gap-4"
        onSend={(body) => change.mutate({ id: dog.id, body }, { onSuccess: onClose })}
      >
        <div className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
          <FormText name="name" label="Its name" maxLength={80} autoComplete="off" />
          <BreedField value={form.watch('breed') ?? 'unknown'} onChange={(to) => form.setValue('breed', to)} />
        </div>
        <OneOf
          legend="This dog"
          choices={COMES}
          value={form.watch('rests') ?? 'comes'}
          onChange={(to) => form.setValue('rests', to === 'comes' ? null : to)}
        />
        {form.watch('rests') && (
          <p className="text-ink-2">
            Its life stays in the book. Visits to come are taken out, and it is not asked back.
          </p>
        )}
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-1 font-medium">Papers the house asks for</legend>
          {list.fields.map((field, i) => (
            <div key={field.id} className="flex items-start gap-2">
              <FormText className="grow" name={`papers.${i}.what`} label="What" maxLength={80} autoComplete="off" />
              <FormText name={`papers.${i}.until`} label="Holds until" type="date" />
              <Button
                kind="quiet"
                tight
                className="mt-7"
                onClick={() => list.remove(i)}
                aria-label={`Take paper ${i + 1} out`}
              >
                <X size={20} />
              </Button>
            </div>
          ))}
          <Button className="self-start" onClick={() => list.append({ what: '', until: '' })}>
            <Plus size={18} /> Add a paper, such as a vaccination
          </Button>
        </fieldset>
        <NotAdded error={change.error} />
        <KeepBar busy={change.isPending} />
      </Form>
      <Merge
        legend={`Is ${name} in the book twice?`}
        button={({ name: other, clientName }) => `${other} of ${clientName} is this dog: make them one`}
        about="Visits and papers of the other become this one’s, and the other goes. This is not undone."
        endpoint={dogsApi.merge}
        dog={dog}
        fits={({ dogId }) => dogId !== dog.id}
        onClose={onClose}
      />
    </DialogSheet>
  )
}

/** An owner as all of their dogs show them. */
export function OwnerDialog({ dog, onClose }: DialogProps): ReactNode {
  const change = useWrite(dogsApi.changeOwner)
  const { name, phone, secondPhone, email, note } = dog.client
  const form = useZodForm(ownerFieldsSchema, { name, phone, secondPhone, email, note })
  const others = dog.others.map((one) => one.name)
  return (
    <DialogSheet
      changes={dogsApi.changeOwner}
      title={`Put ${name} right`}
      {...(others.length > 0 ? { about: `Shown with ${[dog.name, ...others].join(', ')}.` } : {})}
      onClose={onClose}
    >
      <Form
        form={form}
        className="grid grid-cols-2 gap-4 max-sm:grid-cols-1"
        onSend={(body) => change.mutate({ id: dog.id, body }, { onSuccess: onClose })}
      >
        <FormText name="name" label="Owner" maxLength={120} autoComplete="off" />
        <FormText name="email" label="Email" type="email" maxLength={200} autoComplete="off" />
        <FormText name="phone" label="Phone" type="tel" maxLength={40} autoComplete="off" />
        <FormText name="secondPhone" label="Second phone" type="tel" maxLength={40} autoComplete="off" />
        <FormText name="note" label="Note" maxLength={1000} className="col-span-full" autoComplete="off" />
        <NotAdded error={change.error} />
        <div className="col-span-full">
          <KeepBar busy={change.isPending} />
        </div>
      </Form>
      <Merge
        legend={`Is ${name} in the book twice?`}
        button={({ clientName }) => `${clientName} is ${name}: make them one`}
        about="Find a dog of the other entry. All of its dogs become this owner’s, and the other entry goes. This is not undone."
        endpoint={dogsApi.mergeOwner}
        dog={dog}
        fits={({ clientId }) => clientId !== dog.client.id}
        onClose={onClose}
      />
      <OwnerRights dog={dog} />
    </DialogSheet>
  )
}

/** What an owner may ask for: all that is kept of them, and to be forgotten. For who owns the salon. */
function OwnerRights({ dog: { client, name, others } }: { dog: DogRecord }): ReactNode {
  const erase = useWrite(dogsApi.eraseOwner)
  const mayNot = useMayNot(dogsApi.eraseOwner)
  const navigate = useNavigate()
  const [typed, setTyped] = useState('')
  const dogs = listed([name, ...others.map((one) => one.name)], MOST_NAMED)
  return (
    <details className="mt-6 border-t border-line pt-4">
      <summary className="min-h-11 cursor-pointer py-2 font-medium">What {client.name} may ask for</summary>
      {mayNot && <p className="mb-2 font-medium">{mayNot}</p>}
      <fieldset disabled={mayNot !== null} className="flex flex-col items-start gap-3">
        <p className="text-ink-2">
          All that is kept of {client.name} and {dogs}: every figure, message and picture, with a page to read.
        </p>
        {!mayNot && (
          <ButtonAnchor href={hrefOf(dogsApi.ownerArchive, { id: client.id })} download>
            <FileDown size={18} /> Give all of it out
          </ButtonAnchor>
        )}
        <p className="text-ink-2">
          Or to be forgotten: name, telephones, notes, messages, links and pictures go for good, also from backups that
          are brought back. Minutes and scores stay as figures that belong to nobody. This is not undone.
        </p>
        <TextField
          label="Type the owner’s name to forget them"
          name="forget"
          value={typed}
          autoComplete="off"
          maxLength={120}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button
          disabled={typed.trim() !== client.name.trim() || erase.isPending}
          onClick={() =>
            erase.mutate(
              { id: client.id, body: { name: typed } },
              {
                onSuccess: () => {
                  toast.success('Forgotten')
                  navigate('/')
                },
              },
            )
          }
        >
          <UserX size={18} /> Forget {client.name} and {dogs}
        </Button>
        <NotAdded error={erase.error} />
      </fieldset>
    </details>
  )
}
const MOST_NAMED = 4

/** Finds the other of two entries that are one, shows which it is, and makes them one. */
function Merge({
  legend,
  button,
  about,
  endpoint,
  dog,
  fits,
  onClose,
}: DialogProps & {
  legend: string
  button: (other: FoundDog) => string
  about: string
  endpoint: typeof dogsApi.merge | typeof dogsApi.mergeOwner
  fits: (other: FoundDog) => boolean
}): ReactNode {
  const merge = useWrite(endpoint as typeof dogsApi.merge)
  const [other, setOther] = useState<FoundDog | null>(null)
  return (
    <section className="mt-6 flex flex-col gap-2 border-t border-line pt-4" aria-label={legend}>
      <h3 className="font-medium">{legend}</h3>
      <p className="text-ink-2">{about}</p>
      <FindDog
        label={legend}
        placeholder="The other entry: a dog’s name or its owner’s"
        nobody="Nobody by that name."
        onPick={(found) => setOther(fits(found) ? found : null)}
        wide
        testId="find-other"
      />
      {other && (
        <Button
          className="self-start"
          disabled={merge.isPending}
          onClick={() =>
            merge.mutate(
              { id: dog.id, body: { otherId: other.dogId } },
              {
                onSuccess: () => {
                  toast.success('They are one now')
                  onClose()
                },
              },
            )
          }
        >
          {button(other)}
        </Button>
      )}
      <NotAdded error={merge.error} />
    </section>
  )
}
