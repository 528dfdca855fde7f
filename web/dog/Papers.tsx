import type { ReactNode } from 'react'
import type { Paper } from '../../contract/api/papers.ts'
import { fullDateText } from '../../contract/words/index.ts'

/** Papers of a dog and whether they hold on a day; what ran out stands out. Dates as 2026-03-04. */
export const Papers = ({ papers, on }: { papers: readonly Paper[]; on: string }): ReactNode =>
  papers.length > 0 && (
    <ul data-testid="papers">
      {papers.map(({ what, until }) => (
        <li key={`${what} ${until}`} className={until < on ? 'font-semibold text-alarm' : 'text-ink-2'}>
          {what} {until < on ? 'ran out on' : 'holds until'} {fullDateText(until)}
        </li>
      ))}
    </ul>
  )
