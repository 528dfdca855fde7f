import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import type { Person, SchoolDate } from '../../../contract/api/salon.ts'
import { salonApi } from '../../../contract/api/salon.ts'
import type { AssessmentFile } from '../../../contract/formats/assessment-file.ts'
import { dayText, minutesText, SCHOOL_WORDS } from '../../../contract/words/index.ts'
import type { WayExample } from '../../../contract/words/way-example.ts'
import { type House, SCHOOLS, type SchoolId, type Schools, schoolsWith } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { useInSight } from '../../parts/use-in-sight.ts'
import { useExample } from './use-example.ts'

/** One question on which good groomers differ: each side in a sentence, what is chosen here, and what it makes of a dog. */
export function SchoolRow({
  id,
  chosen,
  person,
  since,
  dogs,
  house,
}: {
  id: SchoolId
  chosen: Partial<Schools>
  /** null for the house. */
  person: Person | null
  since: SchoolDate | null
  /** Dogs of today to show it on; null until they are read. */
  dogs: readonly AssessmentFile[] | null
  house: House
}): ReactNode {
  const save = useWrite(salonApi.setSchool)
  const [row, inSight] = useInSight<HTMLLIElement>()
  const example = useExample(dogs, id, chosen, house, inSight)
  const words = SCHOOL_WORDS[id]
  const texts = words.options as Readonly<Record<string, readonly [string, string]>>
  const value = schoolsWith(chosen)[id] as string
  const choose = (option: string | null): void =>
    save.mutate(
      { body: { id, option, personId: person?.id ?? null } },
      { onError: (error) => toast.error(`${words.question} not saved: ${error.message}`) },
    )
  return (
    <li ref={row} className="p-5" data-school={id}>
      <fieldset>
        <legend className="mb-2 text-lg font-semibold">{words.question}</legend>
        <div className={clsx('grid gap-2 md:grid-cols-2', SCHOOLS[id].length > 2 && 'lg:grid-cols-3')}>
          {SCHOOLS[id].map((option, i) => {
            const [label, why] = texts[option]!
            return (
              <label
                key={option}
                className="cursor-pointer rounded-xl border border-line px-4 py-2.5 has-checked:border-accent has-checked:bg-accent-soft has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-accent"
              >
                <input
                  type="radio"
                  className="sr-only"
                  name={`${id} ${person?.id ?? ''}`}
                  checked={option === value}
                  onChange={() => choose(option)}
                />
                <span className="flex items-baseline justify-between gap-2">
                  <span className="font-semibold">{label}</span>
                  {i === 0 && <span className="shrink-0 text-sm text-ink-2">our default</span>}
                </span>
                <span className="block leading-snug">{why}</span>
              </label>
            )
          })}
        </div>
      </fieldset>
      <p className="mt-2 text-ink-2">
        Changes: {words.changes.charAt(0).toLowerCase() + words.changes.slice(1)}
        {since && (
          <span data-testid="since">
            {' '}
            So since {dayText(since.at)}
            {since.by ? `, by ${since.by}` : ''}.
          </span>
        )}
        {person?.schools[id] && (
          <button type="button" className="opens ml-3" onClick={() => choose(null)}>
            As the house does it
          </button>
        )}
      </p>
      {example && (
        <ul className="mt-1" data-testid="example" aria-label={`What it makes of ${example.name}`}>
          {example.ways
            .filter(({ option }) => option !== value)
            .map((way) => (
              <li key={way.option} data-option={way.option}>
                <b className="font-semibold">{texts[way.option]![0]}</b>, on {example.name}:{' '}
                {differences(way, example.ways.find(({ option }) => option === value)!)}
              </li>
            ))}
        </ul>
      )}
    </li>
  )
}

const FIGURES = [
  ['before', 'before the tub'],
  ['bath', 'in the tub'],
  ['dry', 'at the dryer'],
  ['cut', 'of the cut'],
] as const
/** Less than this is not told apart on a clock. */
const LEAST_MIN = 0.25
const LEAST_ML = 1
const MOST_LINES = 2

/** "7 min in the tub instead of 4; second wash as step 5." */
function differences(way: WayExample, now: WayExample): ReactNode {
  const figures = FIGURES.flatMap(([key, where]) =>
    Math.abs(way[key] - now[key]) < LEAST_MIN
      ? []
      : [`${minutesText(way[key])} min ${where} instead of ${minutesText(now[key])}`],
  )
  const ml =
    Math.abs(way.productMl - now.productMl) < LEAST_ML
      ? []
      : [`${Math.round(way.productMl)} ml of product instead of ${Math.round(now.productMl)}`]
  const all = [...figures, ...ml]
  const lines =
    way.others.length > 0
      ? way.others.slice(0, MOST_LINES)
      : way.without.slice(0, MOST_LINES).map((line) => `No longer: ${line.charAt(0).toLowerCase()}${line.slice(1)}`)
  return (
    <>
      <span className={clsx(all.length > 0 && 'figure')}>{all.join(', ')}</span>
      {all.length > 0 && '. '}
      {lines.length > 0 ? lines.join(' ') : all.length === 0 ? 'as now.' : ''}
    </>
  )
}
