import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useMemo, useState } from 'react'
import { toast } from 'sonner'
import type { Person, Visit } from '../../contract/api.ts'
import { assembleFile } from '../../contract/assemble.ts'
import { assessmentOf } from '../../contract/read-assessment.ts'
import type { SchoolDate } from '../../contract/record.ts'
import {
  BATH_NOTE_TEXT,
  BATH_STEP_LABEL,
  CUT_NOTE_TEXT,
  capital,
  DESHED_NOTE_TEXT,
  DESHED_TOOL_LABEL,
  dryingHowText,
  JOB_LABEL,
  minutesText,
  SCHOOL_WORDS,
  stepPlaces,
  stepTitle,
} from '../../contract/words/index.ts'
import {
  type BathStep,
  deshedOf,
  dryingOf,
  houseWith,
  PERSONAL_SCHOOLS,
  planBath,
  planGroom,
  SCHOOL_IDS,
  SCHOOLS,
  type SchoolId,
  type Schools,
  schoolsWith,
  USUAL_SHELF,
  wholeGroom,
} from '../../core/index.ts'
import { schoolDatesQuery } from '../api/groom.ts'
import { dayQuery, salonQuery, visitQuery } from '../api/queries.ts'
import { useSetSchool } from '../api/shelf.ts'
import { OneOf } from '../parts/ask.tsx'
import { Loading, QueryFailed } from '../shell/states.tsx'
import { HouseTabs } from './HouseTabs.tsx'

/** Where good practitioners differ: what this house does, and what that changes for a dog of today. */
export function HouseScreen(): ReactNode {
  const { data: salon, error, refetch } = useQuery(salonQuery)
  const day = useQuery(dayQuery(null))
  const [dog, setDog] = useState<string | null>(null)
  const looked = useMemo(() => day.data?.visits.filter(({ plan, scored }) => plan && scored > 20) ?? [], [day.data])
  const { data: dates = [] } = useQuery(schoolDatesQuery)
  const [personId, setPersonId] = useState<string | null>(null)
  const example = dog ?? looked[0]?.id ?? null
  const { data: visit } = useQuery({ ...visitQuery(example ?? ''), enabled: example !== null })
  if (!salon) return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the house" />
  const person = salon.people.find(({ id }) => id === personId) ?? null
  return (
    <div className="mx-auto w-full max-w-4xl px-6 py-6">
      <HouseTabs />
      <h1 className="mb-2 text-3xl">How we work</h1>
      <p className="mb-4 max-w-2xl text-ink-2">
        Good groomers differ. Choose how this house does it; plans from the next one on follow. A dog’s own need or a
        vet’s word comes before any of this.
      </p>
      <div className="mb-4">
        <OneOf
          legend="Whose ways"
          choices={[
            { value: '', label: 'The house' },
            ...salon.people.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          value={personId ?? ''}
          onChange={(id) => setPersonId(id || null)}
        />
        {person && (
          <p className="mt-1 text-ink-2">
            What {person.name} does their own way, on dogs that are theirs. The rest is the house’s.
          </p>
        )}
      </div>
      {looked.length > 0 && (
        <label className="mb-5 flex flex-wrap items-center gap-2">
          <span>What it would change for</span>
          <select className="field w-auto" value={example ?? ''} onChange={(event) => setDog(event.target.value)}>
            {looked.map(({ id, arrival }) => (
              <option key={id} value={id}>
                {arrival.dog.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <ul className="card divide-y divide-line">
        {SCHOOL_IDS.filter((id) => !person || PERSONAL_SCHOOLS.has(id)).map((id) => (
          <SchoolRow
            key={`${id} ${personId}`}
            id={id}
            chosen={person ? { ...salon.schools, ...person.schools } : salon.schools}
            person={person}
            since={dates.find((one) => one.id === id && one.personId === personId) ?? null}
            visit={visit ?? null}
            estimates={salon.estimates}
          />
        ))}
      </ul>
    </div>
  )
}

interface Example {
  readonly before: number
  readonly bath: number
  readonly dry: number
  readonly cut: number
  readonly products: number
  /** The plan in sentences, so that two ways can be told apart where no figure changes. */
  readonly says: readonly string[]
}

/** One dog before the tub, in it and at the dryer as the house would do it. */
function exampleOf(visit: Visit, schools: Partial<Schools>, estimates: Parameters<typeof houseWith>[0]): Example {
  const house = houseWith(estimates)
  const file = assembleFile(visit.arrival, visit.assessment.stage, visit.assessment.rows, visit.progress, { schools })
  const assessment = assessmentOf(file, house)
  const plan = planGroom(assessment, house)
  const bath = planBath(assessment, plan, house, USUAL_SHELF)
  const drying = plan.verdict.choice === 'refer' ? null : dryingOf(assessment, plan, house)
  const deshed = deshedOf(assessment, plan, house)
  const steps = wholeGroom(assessment, plan, house, USUAL_SHELF).filter(({ kind }) => kind !== 'bath' && kind !== 'dry')
  return {
    before: plan.regions.reduce((sum, { option }) => sum + (option.when === 'before-bath' ? option.minutes : 0), 0),
    bath: bath.minutes,
    dry: drying?.minutes ?? 0,
    cut: steps
      .filter(({ kind }) => kind === 'cut' || kind === 'blend' || kind === 'ear-hair')
      .reduce((sum, { minutes }) => sum + minutes, 0),
    products: bath.uses.reduce((sum, { productMl }) => sum + productMl, 0),
    says: [
      ...bath.steps.flatMap(({ kind, notes, meanwhile }, at) => [
        `${capital(stepText(kind, at))}.`,
        ...notes.map((note) => BATH_NOTE_TEXT[note]),
        ...meanwhile.map((job) => `${capital(JOB_LABEL[job])} while a product works.`),
      ]),
      ...(drying ? [dryingHowText(drying.how)] : []),
      ...steps.flatMap((step, at) => [
        `${stepTitle(step)}${stepPlaces(step) ? `: ${stepPlaces(step)}` : ''}.`,
        ...step.notes.map((note) => CUT_NOTE_TEXT[note]),
        ...(step.kind === 'cut' && step.what !== 'coat' ? [`${stepTitle(step)} as step ${at + 1}.`] : []),
      ]),
      ...(deshed
        ? [
            `Undercoat: ${[...new Set(deshed.places.flatMap(({ tools }) => tools))].map((tool) => DESHED_TOOL_LABEL[tool]).join(', ')}.`,
            `${deshed.passes.length} brush-outs.`,
            ...deshed.notes.map((note) => DESHED_NOTE_TEXT[note]),
          ]
        : []),
    ],
  }
}

const stepText = (kind: BathStep['kind'], at: number): string =>
  `${BATH_STEP_LABEL[kind].toLowerCase()} as step ${at + 1}`

function SchoolRow({
  id,
  chosen,
  person,
  since,
  visit,
  estimates,
}: {
  id: SchoolId
  chosen: Partial<Schools>
  /** null for the house. */
  person: Person | null
  since: SchoolDate | null
  visit: Visit | null
  estimates: Parameters<typeof houseWith>[0]
}): ReactNode {
  const save = useSetSchool()
  const words = SCHOOL_WORDS[id]
  const texts = words.options as Readonly<Record<string, readonly [string, string]>>
  const options: readonly string[] = SCHOOLS[id]
  const value = schoolsWith(chosen)[id] as string
  const [open, setOpen] = useState(false)
  return (
    <li className="p-4" data-school={id}>
      <OneOf
        legend={words.question}
        choices={options.map((option) => ({ value: option, label: texts[option]![0] }))}
        value={value}
        onChange={(option) =>
          save.mutate(
            { id, option, personId: person?.id ?? null },
            { onError: (error) => toast.error(`${words.question} not saved: ${error.message}`) },
          )
        }
      />
      {(since || person?.schools[id]) && (
        <p className="mt-1 flex flex-wrap items-center gap-3 text-ink-2" data-testid="since">
          {since && `Since ${new Date(since.at).toLocaleDateString()}${since.by ? `, by ${since.by}` : ''}.`}
          {person?.schools[id] && (
            <button
              type="button"
              className="opens"
              onClick={() => save.mutate({ id, option: null, personId: person.id })}
            >
              As the house does it
            </button>
          )}
        </p>
      )}
      <details className="mt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary className="min-h-11 content-center text-ink-2">Why, and what it changes</summary>
        <ul className="flex flex-col gap-1">
          {options.map((option, i) => (
            <li key={option}>
              <span className="font-medium">{texts[option]![0]}:</span> {texts[option]![1]}
              {i === 0 && <span className="text-ink-2"> Our default.</span>}
            </li>
          ))}
        </ul>
        <p className="mt-2 text-ink-2">{words.changes}</p>
        {open && visit && (
          <Examples id={id} options={options} texts={texts} chosen={chosen} visit={visit} estimates={estimates} />
        )}
      </details>
    </li>
  )
}

function Examples({
  id,
  options,
  texts,
  chosen,
  visit,
  estimates,
}: {
  id: SchoolId
  options: readonly string[]
  texts: Readonly<Record<string, readonly [string, string]>>
  chosen: Partial<Schools>
  visit: Visit
  estimates: Parameters<typeof houseWith>[0]
}): ReactNode {
  const rows = useMemo(
    () => options.map((option) => ({ option, example: exampleOf(visit, { ...chosen, [id]: option }, estimates) })),
    [options, visit, chosen, id, estimates],
  )
  const now = rows.find(({ option }) => option === schoolsWith(chosen)[id])!.example
  const name = visit.arrival.dog.name
  const alike = rows.every(({ example }) => JSON.stringify(example) === JSON.stringify(now))
  if (alike) return <p className="mt-2 font-medium">It changes nothing for {name}: choose another dog above.</p>
  return (
    <table className="mt-2 w-full" data-testid="example">
      <caption className="mb-1 text-left font-medium">{name} today</caption>
      <thead className="text-left text-ink-2">
        <tr>
          <th className="font-medium">Way</th>
          <th className="pl-4 text-right font-medium">Before the tub</th>
          <th className="pl-4 text-right font-medium">Tub</th>
          <th className="pl-4 text-right font-medium">Drying</th>
          <th className="pl-4 text-right font-medium">Cut</th>
          <th className="pl-4 text-right font-medium">Product</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ option, example: { before, bath, dry, cut, products, says } }) => {
          const other = says.filter((line) => !now.says.includes(line)).slice(0, MOST_LINES)
          return (
            <tr key={option} className="border-t border-line align-top">
              <td className="py-1 pr-4">
                {texts[option]![0]}
                {other.length > 0 && <span className="block text-sm text-ink-2">{other.join(' ')}</span>}
              </td>
              <td className="whitespace-nowrap py-1 pl-4 text-right">{minutesText(before)} min</td>
              <td className="whitespace-nowrap py-1 pl-4 text-right">{minutesText(bath)} min</td>
              <td className="whitespace-nowrap py-1 pl-4 text-right">{minutesText(dry)} min</td>
              <td className="whitespace-nowrap py-1 pl-4 text-right">{minutesText(cut)} min</td>
              <td className="whitespace-nowrap py-1 pl-4 text-right">{Math.round(products)} ml</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

const MOST_LINES = 2
