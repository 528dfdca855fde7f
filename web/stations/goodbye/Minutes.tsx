import type { ReactNode } from 'react'
import type { GoodbyePage } from '../../../contract/api/goodbye.ts'
import { minutesText, REGION_LABEL } from '../../../contract/words/index.ts'
import { REGIONS } from '../../../core/index.ts'

/** Planned against taken by kind of work, and where on the dog the minutes went. */
export const Minutes = ({ page: { work, minutes, places } }: { page: GoodbyePage }): ReactNode => (
  <>
    <table className="w-full" data-testid="minutes">
      <thead className="text-left text-ink-2">
        <tr>
          <th className="font-medium">Work</th>
          <th className="text-right font-medium">Planned</th>
          <th className="text-right font-medium">Taken</th>
        </tr>
      </thead>
      <tbody>
        {work
          .filter(({ plannedMin, takenMin }) => plannedMin >= 0.5 || (takenMin ?? 0) >= 0.5)
          .map(({ what, label, plannedMin, takenMin }) => (
            <tr key={what} className="border-t border-line">
              <td>{label}</td>
              <td className="text-right">{minutesText(plannedMin)}</td>
              <td className="text-right">{takenMin === null ? '' : minutesText(takenMin)}</td>
            </tr>
          ))}
        <tr className="border-t border-ink-2 font-semibold">
          <td>All</td>
          <td className="text-right">{minutesText(minutes.planned)}</td>
          <td className="text-right">{minutes.taken === null ? '' : minutesText(minutes.taken)}</td>
        </tr>
      </tbody>
    </table>
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
