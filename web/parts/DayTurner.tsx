import { ChevronLeft, ChevronRight } from 'lucide-react'
import type { ReactNode } from 'react'
import { daysAfter } from '../../contract/words/index.ts'
import { Button } from './Button.tsx'
import { today } from './dates.ts'

/** One day back, one on, or any by date. */
export const DayTurner = ({ date, onTurn }: { date: string; onTurn: (date: string) => void }): ReactNode => {
  const by = (days: number): string => daysAfter(date, days)
  return (
    <div className="flex items-center gap-1">
      <Button kind="quiet" tight onClick={() => onTurn(by(-1))} aria-label="The day before">
        <ChevronLeft size={22} />
      </Button>
      <Button kind="quiet" tight onClick={() => onTurn(by(1))} aria-label="The day after">
        <ChevronRight size={22} />
      </Button>
      {date !== today() && (
        <Button kind="quiet" tight onClick={() => onTurn(today())}>
          Today
        </Button>
      )}
    </div>
  )
}
