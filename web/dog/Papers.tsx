import type { ReactNode } from 'react'
import { type Paper, papersMissing } from '../../contract/api/papers.ts'
import { fullDateText, listed } from '../../contract/words/index.ts'
import { useSalon } from '../device/use-salon.ts'

/**
 * Papers of a dog and whether they hold on a day; what ran out, and what the house asks for and has not seen, stands out.
 * Dates as 2026-03-04.
 */
export function Papers({ papers, on }: { papers: readonly Paper[]; on: string }): ReactNode {
  const { data: salon } = useSalon()
  const never = papersMissing(salon?.papers ?? [], papers)
  if (papers.length === 0 && never.length === 0) return null
  return (
    <ul data-testid="papers">
      {papers.map(({ what, until }) => (
        <li key={`${what} ${until}`} className={until < on ? 'font-semibold text-alarm' : 'text-ink-2'}>
          {what} {until < on ? 'ran out on' : 'holds until'} {fullDateText(until)}
        </li>
      ))}
      {never.length > 0 && <li className="font-semibold text-alarm">Not seen yet: {listed(never)}. Ask for it.</li>}
    </ul>
  )
}
