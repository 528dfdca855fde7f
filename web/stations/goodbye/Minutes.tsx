import type { ReactNode } from 'react'
import type { GoodbyePage } from '../../../contract/api/goodbye.ts'
import { minutesText, REGION_LABEL } from '../../../contract/words/index.ts'
import { REGIONS } from '../../../core/index.ts'
import { Table } from '../../parts/Table.tsx'

/** Planned against taken by kind of work, and where on the dog the minutes went. */
export const Minutes = ({ page: { work, minutes, places } }: { page: GoodbyePage }): ReactNode => (
  <>
    <Table
      testId="minutes"
      rows={[
        ...work
          .filter(({ plannedMin, takenMin }) => plannedMin >= 0.5 || (takenMin ?? 0) >= 0.5)
          .map(({ what, label, plannedMin: planned, takenMin: taken }) => ({
            key: what as string,
            label,
            planned,
            taken,
          })),
        { key: 'all', label: 'All', planned: minutes.planned, taken: minutes.taken },
        ...(minutes.whole === null
          ? []
          : [{ key: 'whole', label: 'With the waits in the tub', planned: minutes.whole, taken: null }]),
      ]}
      keyOf={({ key }) => key}
      rowClass={({ key }) => (key === 'all' ? 'font-semibold' : undefined)}
      columns={[
        { head: 'Work', names: true, cell: ({ label }) => label },
        { head: 'Planned', figures: true, cell: ({ planned }) => minutesText(planned) },
        { head: 'Taken', figures: true, cell: ({ taken }) => (taken === null ? '' : minutesText(taken)) },
      ]}
    />
    {places.length > 0 && (
      <details className="mt-2" data-testid="minutes-by-place">
        <summary className="min-h-11 content-center text-ink-2">By place on the dog</summary>
        <ul className="columns-2 gap-6">
          {places.map(({ region, minutes: taken }) => (
            <li key={region} className="flex justify-between border-b border-line">
              <span>
                {REGIONS[region].paired ? 'both, ' : ''}
                {REGION_LABEL[region]}
              </span>
              <span className="figure">{minutesText(taken)}</span>
            </li>
          ))}
        </ul>
      </details>
    )}
  </>
)
