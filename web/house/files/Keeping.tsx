import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import { FOR_EVER, type Keeps } from '../../../contract/api/keeps.ts'
import { type Salon, salonApi } from '../../../contract/api/salon.ts'
import { capital } from '../../../contract/words/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { SelectField } from '../../parts/Field.tsx'

const counted = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`
const years = (count: number): string => counted(count, 'year')
const monthsText = (months: number): string => (months % 12 === 0 ? years(months / 12) : counted(months, 'month'))

/** What is offered, from the shortest; another that was set over the network is offered beside these. */
const KEPT = [
  { key: 'ownersYears', label: 'Owners who do not come any more', choices: [2, 3, 5, 7, 10], text: years },
  { key: 'photosMonths', label: 'Photos', choices: [6, 12, 24, 36, 60, 120], text: monthsText },
  { key: 'messagesMonths', label: 'Messages', choices: [3, 6, 12, 24, 60], text: monthsText },
] as const satisfies readonly {
  key: keyof Keeps
  label: string
  choices: readonly number[]
  text: (value: number) => string
}[]

/** How long what is kept of people is kept, and what would go in the coming night by it. */
export function Keeping(): ReactNode {
  const { data: salon } = useSalon()
  return salon ? <Chosen key={JSON.stringify(salon.keeps)} salon={salon} /> : null
}

function Chosen({ salon }: { salon: Salon }): ReactNode {
  const [keeps, setKeeps] = useState<Keeps>(salon.keeps)
  const set = useWrite(salonApi.setKeeps)
  const query = Object.fromEntries(Object.entries(keeps).filter(([, value]) => value !== null))
  const { data: overdue } = useRead(salonApi.overdue, { query })
  const same = KEPT.every(({ key }) => keeps[key] === salon.keeps[key])
  const forEver = KEPT.every(({ key }) => keeps[key] === FOR_EVER[key])
  return (
    <li className="card p-4" data-testid="keeping">
      <h2 className="text-xl">How long things are kept</h2>
      <p className="mb-3 max-w-2xl text-ink-2">
        An owner whose dogs have not been here for so long is forgotten, as if they had asked for it: name, telephones,
        words and pictures go, figures without a name stay. Who is in the book stays.
      </p>
      <form
        className="flex flex-wrap items-end gap-3"
        aria-label="How long things are kept"
        onSubmit={(event) => {
          event.preventDefault()
          set.mutate({ body: keeps }, { onSuccess: () => toast.success('Kept so') })
        }}
      >
        {KEPT.map(({ key, label, choices, text }) => (
          <SelectField
            key={key}
            label={label}
            value={keeps[key] ?? ''}
            onChange={({ target }) => setKeeps({ ...keeps, [key]: target.value === '' ? null : Number(target.value) })}
          >
            <option value="">for ever</option>
            {[...new Set([...choices, ...(keeps[key] === null ? [] : [keeps[key]])])]
              .sort((a, b) => a - b)
              .map((value) => (
                <option key={value} value={value}>
                  {text(value)}
                </option>
              ))}
          </SelectField>
        ))}
        <Button type="submit" disabled={set.isPending || same}>
          Keep them so long
        </Button>
      </form>
      <p className="mt-3" aria-live="polite" data-testid="overdue">
        {forEver
          ? 'Nothing goes by itself.'
          : overdue &&
            `${same ? 'In the coming night go' : 'In the coming night would go'}: ${counted(overdue.owners, 'owner')}, ${counted(overdue.photos, 'photo')}, ${counted(overdue.messages, 'message')}. It cannot be taken back.`}
      </p>
      {set.error && <Alert>{capital(set.error.message)}</Alert>}
    </li>
  )
}
