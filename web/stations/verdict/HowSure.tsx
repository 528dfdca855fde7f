import type { ReactNode } from 'react'
import type { AssessmentFile } from '../../../contract/formats/assessment-file.ts'
import { assumedOf } from '../../../contract/formats/groom-file.ts'
import { assumedText } from '../../../contract/words/index.ts'
import { type GoesHome, type House, type Plan, vetDecides } from '../../../core/index.ts'
import { useOdds } from '../../workers/use-questions.ts'
import { Figures } from './Figures.tsx'
import { OddsPanel } from './Odds.tsx'

/** The figures of a verdict, and how sure they are: while places were not looked at, as such dogs come out. */
export function HowSure({
  file,
  house,
  plan,
  home,
  between,
}: {
  file: AssessmentFile
  house: House
  plan: Plan
  home: GoesHome
  /** What stands between the figures and their odds. */
  between: ReactNode
}): ReactNode {
  const { answer, share } = useOdds(file, house)
  const assumed = assumedText(assumedOf(file))
  const stops = plan.verdict.choice === 'refer'
  return (
    <>
      <Figures plan={plan} home={home} drawn={stops || vetDecides(plan) ? null : answer} />
      {assumed && !stops && (
        <p className="text-ink-2" data-testid="assumed">
          Assumed, because nobody gave it: {assumed}.
        </p>
      )}
      {between}
      {!stops && <OddsPanel answer={answer} share={share} />}
    </>
  )
}
