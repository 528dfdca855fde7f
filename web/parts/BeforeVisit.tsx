import { MessageCircleQuestion } from 'lucide-react'
import type { ReactNode } from 'react'
import { type Before, beforeApi } from '../../contract/api/before.ts'
import { COMB_DID, COMB_PLACE_LABEL, foretoldText } from '../../contract/words/before.ts'
import { timesAWeekText } from '../../contract/words/home.ts'
import { capital, dayAndTimeText, HEALTH_LABEL, KEEP_LABEL, listed } from '../../contract/words/index.ts'
import { weightText } from '../../contract/words/measures.ts'
import { COMB_PLACES, COMB_RESULTS } from '../../core/index.ts'
import { useRead, useWrite } from '../device/api.ts'
import { useSalon } from '../device/use-salon.ts'
import { Alert } from './Alert.tsx'
import { Button } from './Button.tsx'

/**
 * What the owner was asked before the visit, what they said, and what is to be expected by it.
 * @param asks whether it can be asked from here @param slotMinutes what is booked, to say where it is too short
 * @param children what can be done with the answers
 */
export function BeforeVisit({
  visitId,
  asks = false,
  slotMinutes,
  children,
}: {
  visitId: string
  asks?: boolean
  slotMinutes: number
  children?: (before: Before) => ReactNode
}): ReactNode {
  const { data } = useRead(beforeApi.one, { id: visitId })
  const ask = useWrite(beforeApi.ask)
  if (!data) return null
  const { before } = data
  if (!before && !asks) return null
  return (
    <section className="rounded-2xl bg-paper p-4" aria-label="Before the visit" data-testid="before-visit">
      <h3 className="mb-1 font-semibold">Before the visit</h3>
      {before ? (
        <Said before={before} slotMinutes={slotMinutes} />
      ) : (
        <p className="text-ink-2">The owner was not asked how the coat is.</p>
      )}
      <div className="mt-2 flex flex-wrap gap-2 empty:hidden">
        {asks && (
          <Button tight disabled={ask.isPending} onClick={() => ask.mutate({ id: visitId, body: {} })}>
            <MessageCircleQuestion size={18} /> {before ? 'Ask again' : 'Ask the owner'}
          </Button>
        )}
        {before?.answers && children?.(before)}
      </div>
      {ask.error && <Alert className="mt-2">{capital(ask.error.message)}</Alert>}
    </section>
  )
}

function Said({ before, slotMinutes }: { before: Before; slotMinutes: number }): ReactNode {
  const { data: salon } = useSalon()
  const { answers, foretold, wants } = before
  if (wants === 'another-time')
    return <p className="font-medium text-alarm">The owner would like another time: call them.</p>
  if (!answers) return <p className="text-ink-2">Asked {dayAndTimeText(before.askedAt)}, no answer yet.</p>
  // The worst first.
  const comb = COMB_RESULTS.toReversed().flatMap((result) => {
    const places = COMB_PLACES.filter((place) => answers.comb[place] === result)
    const where =
      places.length === COMB_PLACES.length
        ? 'everywhere'
        : listed(
            places.map((at) => COMB_PLACE_LABEL[at]),
            places.length,
          )
    return places.length > 0 ? [`${COMB_DID[result]} ${where}`] : []
  })
  return (
    <>
      {foretold && salon && (
        <p className="font-medium" data-testid="foretold">
          {foretoldText(foretold, salon.prices.currency)}
        </p>
      )}
      {foretold?.slotMinutes && foretold.slotMinutes > slotMinutes && (
        <p className="font-medium text-alarm">
          {slotMinutes} min are booked: {foretold.slotMinutes} would hold four of five such dogs.
        </p>
      )}
      <ul className="mt-1 text-ink-2">
        {answers.weightKg !== null && <li>{weightText(answers.weightKg)}</li>}
        {answers.brushing && (
          <li>
            {answers.brushing.perWeek === 0
              ? 'Hardly ever brushed'
              : `Brushed ${timesAWeekText(answers.brushing.perWeek)}, ${answers.brushing.toSkin ? 'to the skin' : 'over the top'}`}
          </li>
        )}
        {comb.length > 0 && <li>The comb {comb.join('; ')}</li>}
        {answers.wish.keepLength !== undefined && <li>Length: {KEEP_LABEL[answers.wish.keepLength]}</li>}
        {answers.health.length > 0 && <li>{capital(listed(answers.health.map((id) => HEALTH_LABEL[id])))}</li>}
        {answers.news && <li>“{answers.news}”</li>}
      </ul>
    </>
  )
}
