import { Plus } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { type Person, type PersonFields, personFieldsSchema, ROLE_IDS, salonApi } from '../../../contract/api/salon.ts'
import { capital, EXPERIENCE_LABEL, ROLE_LABEL } from '../../../contract/words/index.ts'
import { EXPERIENCE_IDS } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { Form, FormText, useZodForm } from '../../parts/form.tsx'
import { KeepBar } from '../../parts/KeepBar.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { HousePageOf } from '../HousePage.tsx'
import { WorkDialog } from './WorkDialog.tsx'

/** Who works here. */
export function PeopleScreen(): ReactNode {
  const { data: salon, error, refetch } = useSalon()
  const [open, setOpen] = useState<Person | 'new' | null>(null)
  if (!salon)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the people" />
  const here = salon.people.filter(({ left }) => !left)
  const gone = salon.people.filter(({ left }) => left)
  return (
    <HousePageOf changes={salonApi.addPerson} testId="people">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="text-3xl">People</h1>
        <span className="grow" />
        <Button kind="main" onClick={() => setOpen('new')}>
          <Plus size={18} /> Somebody new
        </Button>
      </div>
      {here.length === 0 && <p className="text-lg text-ink-2">Nobody yet: write down who works here.</p>}
      <List label="Working here" people={here} onOpen={setOpen} />
      {gone.length > 0 && (
        <>
          <h2 className="mb-1 mt-6 text-xl">Left</h2>
          <List label="Left" people={gone} onOpen={setOpen} />
        </>
      )}
      {open && <PersonDialog person={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </HousePageOf>
  )
}

const List = ({
  label,
  people,
  onOpen,
}: {
  label: string
  people: readonly Person[]
  onOpen: (person: Person) => void
}): ReactNode => {
  const [work, setWork] = useState<Person | null>(null)
  return (
    <>
      <ul aria-label={label} className="card grid grid-cols-2 gap-x-8 px-5 py-1 empty:hidden max-lg:grid-cols-1">
        {people.map((person) => (
          <li key={person.id} data-person-row={person.name} className="flex items-center gap-3 py-2">
            <span className="grow">
              <span className="font-semibold">{person.name}</span>{' '}
              <span className="text-ink-2">
                {ROLE_LABEL[person.role]}, {EXPERIENCE_LABEL[person.experience]}
              </span>
            </span>
            {!person.left && (
              <Button tight onClick={() => setWork(person)} aria-label={`Hours of ${person.name}`}>
                Hours
              </Button>
            )}
            <Button tight onClick={() => onOpen(person)} aria-label={`Change: ${person.name}`}>
              Change
            </Button>
          </li>
        ))}
      </ul>
      {work && <WorkDialog person={work} onClose={() => setWork(null)} />}
    </>
  )
}

const NEW: PersonFields = { name: '', role: 'groomer', experience: 'practised' }

function PersonDialog({ person, onClose }: { person: Person | null; onClose: () => void }): ReactNode {
  const add = useWrite(salonApi.addPerson)
  const change = useWrite(salonApi.changePerson)
  const form = useZodForm(personFieldsSchema, person ?? NEW)
  const [wrong, setWrong] = useState<string | null>(null)
  const after = { onSuccess: onClose, onError: (error: Error) => setWrong(capital(error.message)) }
  const keep = (fields: PersonFields, left: boolean): void => {
    const { name, role, experience } = fields
    if (person) change.mutate({ id: person.id, body: { name, role, experience, left } }, after)
    else add.mutate({ body: { name, role, experience } }, after)
  }
  return (
    <DialogSheet title={person ? person.name : 'Somebody new'} onClose={onClose}>
      <Form form={form} className="flex flex-col gap-4" onSend={(fields) => keep(fields, person?.left ?? false)}>
        <FormText<PersonFields> name="name" label="Name" maxLength={80} autoComplete="off" />
        <OneOf
          legend="Works as"
          choices={ROLE_IDS.map((value) => ({ value, label: capital(ROLE_LABEL[value]) }))}
          value={form.watch('role')}
          onChange={(role) => form.setValue('role', role)}
        />
        <OneOf
          legend="Hands are"
          choices={EXPERIENCE_IDS.map((value) => ({ value, label: capital(EXPERIENCE_LABEL[value]) }))}
          value={form.watch('experience')}
          onChange={(experience) => form.setValue('experience', experience)}
        />
        <p className="text-ink-2">
          A learner is given longer blades near thin skin, and hands over what is not for them.
        </p>
        {wrong && <Alert>{wrong}</Alert>}
        <KeepBar busy={add.isPending || change.isPending}>
          {person && <Button onClick={() => keep(person, !person.left)}>{person.left ? 'Is back' : 'Has left'}</Button>}
        </KeepBar>
      </Form>
    </DialogSheet>
  )
}
