import { useQueries } from '@tanstack/react-query'
import { type ReactNode, useMemo, useState } from 'react'
import { dayApi } from '../../../contract/api/day.ts'
import type { Person } from '../../../contract/api/salon.ts'
import { salonApi } from '../../../contract/api/salon.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { assembleFile } from '../../../contract/formats/assemble.ts'
import type { AssessmentFile } from '../../../contract/formats/assessment-file.ts'
import { SCHOOL_GROUPS } from '../../../contract/words/index.ts'
import { houseWith, PERSONAL_SCHOOLS } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { reading, useRead } from '../../device/api.ts'
import { DAY_MS, useSalon } from '../../device/use-salon.ts'
import { OneOf } from '../../parts/Toggle.tsx'
import { HousePageOf } from '../HousePage.tsx'
import { SchoolRow } from './SchoolRow.tsx'

/** So many places looked at make a plan worth comparing. */
const LOOKED = 20

/** The dogs of today that were looked over, the chosen one first; null until they are read. */
function useDogsOfToday(first: string | null): { looked: readonly Visit[]; files: readonly AssessmentFile[] | null } {
  const { data: day } = useRead(dayApi.read, {}, { refetchInterval: DAY_MS })
  const ids = useMemo(
    () => day?.visits.flatMap(({ id, plan, scored }) => (plan && scored > LOOKED ? [id] : [])) ?? [],
    [day],
  )
  const looked = useQueries({
    queries: ids.map((id) => reading(visitsApi.one, { id })),
    combine: (results) => results.flatMap(({ data }) => data ?? []),
  })
  const complete = day !== undefined && looked.length === ids.length
  const files = useMemo(
    () =>
      complete
        ? [...looked]
            .sort((a, b) => Number(b.id === first) - Number(a.id === first))
            .map(({ arrival, assessment, progress }) =>
              assembleFile(arrival, assessment.stage, assessment.rows, progress),
            )
        : null,
    [complete, looked, first],
  )
  return { looked, files }
}

/** Where good practitioners differ: what this house does, what each side says, and what that changes for a dog of today. */
export function HouseScreen(): ReactNode {
  const { data: salon, error, refetch } = useSalon()
  const [dog, setDog] = useState<string | null>(null)
  const { looked, files } = useDogsOfToday(dog)
  const { data: dates = [] } = useRead(salonApi.schoolDates, {})
  const [personId, setPersonId] = useState<string | null>(null)
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const person: Person | null = salon?.people.find(({ id }) => id === personId) ?? null
  const chosen = useMemo(() => ({ ...salon?.schools, ...person?.schools }), [salon?.schools, person])
  if (!salon) return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the house" />
  return (
    <HousePageOf changes={salonApi.setSchool}>
      <h1 className="mb-2 text-3xl">How we work</h1>
      <p className="mb-4 max-w-3xl text-ink-2">
        Good groomers differ. Choose how this house does it; plans from the next one on follow. A dog’s own need or a
        vet’s word comes before any of this.
      </p>
      <div className="mb-6 flex flex-wrap items-end gap-x-10 gap-y-3">
        <OneOf
          legend="Whose ways"
          choices={[
            { value: '', label: 'The house' },
            ...salon.people.flatMap(({ id, name, left }) => (left ? [] : [{ value: id, label: name }])),
          ]}
          value={personId ?? ''}
          onChange={(id) => setPersonId(id || null)}
        />
        {looked.length > 0 && (
          <label>
            <span className="mb-1 block font-medium">Shown first on</span>
            <select
              className="field w-auto min-w-40"
              value={dog ?? looked[0]!.id}
              onChange={(event) => setDog(event.target.value)}
            >
              {looked.map(({ id, arrival }) => (
                <option key={id} value={id}>
                  {arrival.dog.name}
                </option>
              ))}
            </select>
          </label>
        )}
        {person && (
          <p className="grow text-ink-2">
            What {person.name} does their own way, on dogs that are theirs. The rest is the house’s.
          </p>
        )}
      </div>
      {SCHOOL_GROUPS.map(([title, ids]) => {
        const here = ids.filter((id) => !person || PERSONAL_SCHOOLS.has(id))
        return (
          here.length > 0 && (
            <section key={title} aria-label={title} className="mb-8">
              <h2 className="mb-2 text-xl">{title}</h2>
              <ul className="card divide-y divide-line">
                {here.map((id) => (
                  <SchoolRow
                    key={`${id} ${personId}`}
                    id={id}
                    chosen={chosen}
                    person={person}
                    since={dates.find((one) => one.id === id && one.personId === personId) ?? null}
                    dogs={files}
                    house={house}
                  />
                ))}
              </ul>
            </section>
          )
        )
      })}
    </HousePageOf>
  )
}
