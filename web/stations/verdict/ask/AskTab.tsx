import { RotateCcw } from 'lucide-react'
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react'
import type { AssessmentFile } from '../../../../contract/formats/assessment-file.ts'
import { minutesText, pullText, VERDICT_LABEL, VERDICT_SHORT } from '../../../../contract/words/index.ts'
import { type Axis, type House, type Plan, pointWithin, type Style } from '../../../../core/index.ts'
import { Button } from '../../../parts/Button.tsx'
import { OneOf, Toggle } from '../../../parts/Toggle.tsx'
import { useFrontier } from '../../../workers/use-questions.ts'
import { type AsIf, asIfAt, onlyStyle, spotAt, wideTurnsOf } from './as-if.ts'
import { Flips } from './Flips.tsx'
import { AXIS_LABEL, FrontierChart, FrontierTable, type Marks, reachOf, STEP } from './FrontierChart.tsx'

interface Props {
  readonly file: AssessmentFile
  readonly plan: Plan
  readonly house: House
  readonly onAsIf: (asIf: AsIf | null) => void
}

const AXES = [
  { value: 'pull', label: 'The dog’s patience' },
  { value: 'minutes', label: 'The clock' },
] as const

/** Argue with the verdict: drag what there is and see the dog change; see what else would change it. */
export function AskTab({ file, plan, house, onAsIf }: Props): ReactNode {
  const [axis, setAxis] = useState<Axis>('pull')
  useEffect(() => () => onAsIf(null), [onAsIf])
  return (
    <>
      <section aria-label="What coat costs" className="flex flex-col gap-3">
        <h2 className="text-lg">How much coat for how much</h2>
        <OneOf
          legend="Against"
          hideLegend
          choices={AXES}
          value={axis}
          onChange={(next) => {
            onAsIf(null)
            setAxis(next)
          }}
        />
        <CoatCosts key={axis} axis={axis} file={file} plan={plan} house={house} onAsIf={onAsIf} />
      </section>
      <Flips file={file} house={house} now={plan.verdict.choice} onAsIf={onAsIf} />
    </>
  )
}

function CoatCosts({ axis, file, plan, house, onAsIf }: Props & { axis: Axis }): ReactNode {
  const whole = useFrontier(file, house, axis)
  const [style, setStyle] = useState<Style | 'best'>('best')
  const frontier = useMemo(() => (whole && style !== 'best' ? onlyStyle(whole, style) : whole), [whole, style])
  const { verdict } = plan
  const there = axis === 'pull' ? verdict.pullBudget : verdict.minutesBudget
  const [budget, setBudget] = useState<number | null>(null)
  const [wholeRange, setWholeRange] = useState(false)
  const along = useMemo(
    () =>
      frontier && Float64Array.from({ length: frontier.envelope.point.length }, (_, i) => spotAt(frontier, i).along),
    [frontier],
  )
  const keep = file.wishes?.keepLength ?? 1
  const marks = useMemo(
    (): Marks => ({
      budget: there,
      budgetSays: axis === 'pull' ? 'what this dog can give' : 'today’s slot',
      hope: house[`wish.hope${keep}`],
      now: { along: axis === 'pull' ? verdict.pull.low : verdict.minutes.low, coatKept: verdict.coatKept.high },
    }),
    [there, axis, house, keep, verdict],
  )
  const drag = useCallback(
    (to: number) => {
      if (!frontier || !along) return
      setBudget(to)
      const at = pointWithin(along, to)
      const what = `${axis === 'pull' ? pullText(to) : minutesText(to)} ${AXIS_LABEL[axis]}`
      onAsIf(at < 0 ? null : asIfAt(frontier, at, `With ${what}`))
    },
    [frontier, along, axis, onAsIf],
  )
  if (!whole || !frontier || !along) return <p className="py-10 text-center text-ink-2">Drawing the curve</p>
  if (along.length === 0) return <p className="text-ink-2">The groom stops; there is nothing to weigh.</p>
  if (along.length === 1)
    return (
      <p className="text-ink-2" data-testid="nothing-to-trade">
        Nothing to trade: one way keeps the most coat and pulls the least.
      </p>
    )
  const shown = budget ?? there
  const at = pointWithin(along, shown)
  const spot = at < 0 ? null : spotAt(frontier, at)
  const { end } = reachOf(frontier, marks, wholeRange)
  const turns = wideTurnsOf(frontier, STEP[axis]).filter(({ from }) => along[from]! <= end)
  const back = (): void => {
    setBudget(null)
    onAsIf(null)
  }
  return (
    <>
      {whole.curves.length > 1 && (
        <OneOf
          legend="Which way"
          hideLegend
          choices={[
            { value: 'best' as const, label: 'Best of all' },
            ...whole.curves.map((curve) => ({ value: curve.style, label: STYLE_SHORT[curve.style] })),
          ]}
          value={style}
          onChange={(next) => {
            back()
            setStyle(next)
          }}
        />
      )}
      <FrontierChart
        frontier={frontier}
        axis={axis}
        marks={marks}
        at={at}
        budget={shown}
        wholeRange={wholeRange}
        onBudget={drag}
      />
      <p className="min-h-12" aria-live="polite" data-testid="at-budget">
        {spot ? (
          <>
            Most coat for {axis === 'pull' ? pullText(shown) : minutesText(shown)}: <b>{VERDICT_LABEL[spot.choice]}</b>,{' '}
            {Math.round(spot.coatKept)} % kept, {minutesText(spot.minutes)} minutes, pull {pullText(spot.pull)}
            {overOther(axis, spot, plan)}
          </>
        ) : (
          <>
            <b>Nothing fits</b> so little; the least is {axis === 'pull' ? pullText(along[0]!) : minutesText(along[0]!)}
            .
          </>
        )}
      </p>
      <ul className="flex flex-wrap gap-1.5" aria-label="Where the verdict turns">
        {turns.slice(0, MOST_TURNS).map(({ from, choice }) => (
          <li key={from}>
            <Button tight className="text-sm" onClick={() => drag(along[from]! + 1e-6)}>
              {VERDICT_SHORT[choice]}
              <span className="text-ink-2">
                from {axis === 'pull' ? pullText(along[from]!) : minutesText(along[from]!)}
              </span>
            </Button>
          </li>
        ))}
        <li>
          <Toggle tight className="text-sm" pressed={wholeRange} onClick={() => setWholeRange(!wholeRange)}>
            Whole range
          </Toggle>
        </li>
        {budget !== null && (
          <li>
            <Button tight className="text-sm" onClick={back}>
              <RotateCcw size={16} /> Back to the verdict
            </Button>
          </li>
        )}
      </ul>
      <p className="text-sm text-ink-2">
        The diamond is the plan as it stands: it weighs the dog’s comfort and your minutes too, so it may lie under the
        curve, which asks for coat alone.
      </p>
      <details>
        <summary className="min-h-11 content-center text-ink-2">The curve as a table</summary>
        <FrontierTable frontier={frontier} axis={axis} />
      </details>
    </>
  )
}

const MOST_TURNS = 6
const STYLE_SHORT: Record<Style, string> = {
  keep: 'Keep',
  'keep-places': 'Some short',
  'short-legs': 'Short legs',
  'short-body': 'Short body',
  short: 'Short',
}

/** The other budget is left open by the curve; where it would be overrun, that is said. */
function overOther(axis: Axis, { pull, minutes }: { pull: number; minutes: number }, { verdict }: Plan): ReactNode {
  const over =
    axis === 'pull'
      ? minutes > verdict.minutesBudget + 1e-6
        ? `longer than the ${minutesText(verdict.minutesBudget)} minutes there are`
        : null
      : pull > verdict.pullBudget + 1e-6
        ? `more than the ${pullText(verdict.pullBudget)} this dog can give`
        : null
  return over ? <span className="text-alarm"> ({over})</span> : null
}
