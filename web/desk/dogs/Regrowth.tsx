import { addDays } from 'date-fns'
import { type ReactNode, useState } from 'react'
import type { DogRecord } from '../../../contract/api/dogs.ts'
import { partLengths } from '../../../contract/words/goodbye-page.ts'
import { dayText, mmText, PART_NAMES } from '../../../contract/words/index.ts'
import { type Assessment, type House, type LengthsMm, lengthAfter, weeksToLength } from '../../../core/index.ts'
import { serverNow } from '../../device/server-clock.ts'
import { numberOf } from '../../parts/number-text.ts'
import { Table } from '../../parts/Table.tsx'

const WEEK_MS = 604_800_000
const DAYS = 7
const reachedText = (weeks: number | null, day: (weeks: number) => string): string =>
  weeks === null ? 'never: longer than it grows' : weeks === 0 ? 'there already' : day(weeks)

/** How long the coat is by now, and when it will be as long as somebody wants it. */
export function Regrowth({
  home,
  assessment: { dog },
  house,
}: {
  home: NonNullable<DogRecord['home']>
  assessment: Assessment
  house: House
}): ReactNode {
  const left = partLengths(home.outlineMm, dog.coatType)
  const [wanted, setWanted] = useState<Partial<Record<keyof LengthsMm, string>>>({})
  const since = Math.max(0, (serverNow() - Date.parse(home.at)) / WEEK_MS)
  const day = (weeks: number): string => dayText(addDays(new Date(home.at), Math.ceil(weeks * DAYS)))
  return (
    <section aria-label="Growing back" data-testid="regrowth">
      <h3 className="mb-1 mt-3 text-lg">Growing back</h3>
      <div className="overflow-x-auto">
        <Table
          rows={PART_NAMES.map(([part, label]) => {
            const full = Math.max(dog.lengthMm[part], left[part])
            const text = wanted[part] ?? String(Math.round(full))
            const mm = numberOf(text)
            const fair = mm > 0 && mm <= 600
            return {
              part,
              label,
              full,
              text,
              fair,
              weeks: fair ? weeksToLength(left[part], mm, full, dog.coatType, house) : 0,
            }
          })}
          keyOf={({ part }) => part}
          columns={[
            { head: 'Coat', names: true, cell: ({ label }) => label },
            { head: 'Went home', figures: true, cell: ({ part }) => `${mmText(left[part])} mm` },
            {
              head: 'About now',
              figures: true,
              cell: ({ part, full }) => `${mmText(lengthAfter(left[part], full, since, dog.coatType, house))} mm`,
            },
            {
              head: 'Wanted, mm',
              className: 'pl-4',
              cell: ({ part, label, text, fair }) => (
                <input
                  className="field w-20 py-1 text-right"
                  inputMode="decimal"
                  aria-label={`${label}, wanted length in mm`}
                  aria-invalid={!fair}
                  value={text}
                  onChange={(event) => setWanted({ ...wanted, [part]: event.target.value })}
                />
              ),
            },
            {
              head: 'Reached',
              className: 'whitespace-nowrap',
              cell: ({ fair, weeks }) =>
                fair ? reachedText(weeks, day) : <span className="text-alarm">1 to 600</span>,
            },
          ]}
        />
      </div>
      {dog.coatType === 'double' && (
        <p className="text-ink-2">A shaved double coat may take longer, come back otherwise, or not at all.</p>
      )}
    </section>
  )
}
