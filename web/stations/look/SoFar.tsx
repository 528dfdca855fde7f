import { ArrowRight, Hand } from 'lucide-react'
import { memo, type ReactNode } from 'react'
import type { AssessmentFile } from '../../../contract/formats/assessment-file.ts'
import { COMB_PLACE_LABEL } from '../../../contract/words/before.ts'
import {
  listed,
  minutesText,
  nextLookText,
  pullText,
  rangeText,
  SCALE_LABEL,
  stopLines,
} from '../../../contract/words/index.ts'
import { type CombPlace, type House, SCALE_IDS, type Scale, type Sheet, type StopAction } from '../../../core/index.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { useRested } from '../../parts/hand-rest.ts'
import type { PlanSoFar } from '../../workers/so-far.ts'
import { useOdds } from '../../workers/use-questions.ts'
import { wayOn } from './sweep.ts'

const MOST_STOPS = 2
const LOUD: ReadonlySet<StopAction> = new Set(['stop', 'refer', 'avoid'])

interface Props {
  readonly plan: PlanSoFar | null
  readonly file: AssessmentFile
  readonly house: House
  readonly sheet: Sheet
  /** What is scored now. */
  readonly layer: Scale
  /** Where the owner's comb got stuck and no hand has been yet, the worst first. */
  readonly first: readonly CombPlace[]
  /** A second opinion sees no verdict before it is done. */
  readonly blind: boolean
  /** The rest of this layer is clean; on to the next, or to the verdict. */
  readonly onOn: () => void
  readonly onVerdict: () => void
  readonly onLook: (index: number) => void
}

/** Where the verdict stands while the hands are still on the dog. */
export const SoFar = memo(function SoFar(props: Props): ReactNode {
  const { plan, sheet, layer, first, blind, onOn, onVerdict } = props
  const open = sheet.filter(({ mat }) => mat === null).length
  const unseen = SCALE_IDS.filter((layer) => sheet.every((scores) => scores[layer] === null))
  const way = wayOn(sheet, layer)
  // While mats are open the keys lead on by themselves.
  const leads = open === 0 && (way.open || way.next !== null)
  const stops = stopLines(plan?.stops.filter(({ action }) => LOUD.has(action)) ?? [])
  return (
    <div className="mt-auto flex flex-col gap-3 border-t border-line pt-3 stacked:gap-2 stacked:pt-2">
      {stops.slice(0, MOST_STOPS).map((stop) => (
        <Alert key={stop.key}>{stop.text}</Alert>
      ))}
      {!blind && first.length > 0 && (
        <p className="leading-tight" data-testid="look-first">
          The owner’s comb got stuck {listed(first.map((place) => COMB_PLACE_LABEL[place]))}: look there first.
        </p>
      )}
      {!blind && open > 0 && open <= FEW_OPEN && (
        <div className="max-md:hidden">
          <WhereNext {...props} />
        </div>
      )}
      <div className="flex items-center justify-between gap-3">
        <div className="min-w-0" data-testid="so-far">
          <p className="text-lg font-semibold leading-tight">
            {blind ? 'Second opinion' : plan ? plan.says : 'Working it out'}
          </p>
          <p className="text-ink-2">
            {blind
              ? `${sheet.length - open} of ${sheet.length} places, without seeing the first`
              : plan
                ? `${rangeText(plan.minutes, minutesText)} min, pull ${rangeText(plan.pull, pullText)} of the ${pullText(plan.pullBudget)} it can bear`
                : 'one moment'}
          </p>
          {open === 0 && unseen.length > 0 && (
            <p className="leading-tight" data-testid="unseen">
              Nobody has looked at the {listed(unseen.map(spoken))} yet.
            </p>
          )}
        </div>
        <Button kind={open > 0 || leads ? 'plain' : 'main'} size="tall" className="shrink-0" onClick={onVerdict}>
          {blind ? 'Compare' : 'Verdict'} <ArrowRight size={18} />
        </Button>
      </div>
      {leads && (
        <Button kind="main" size="tall" onClick={onOn} data-testid="on">
          {way.open ? 'Rest clean, on to' : 'On to'}{' '}
          {way.next ? `the ${spoken(way.next)}` : blind ? 'the comparison' : 'the verdict'} <ArrowRight size={18} />
        </Button>
      )}
    </div>
  )
})

const spoken = (layer: Scale): string => SCALE_LABEL[layer].toLowerCase()

/** Worth asking once most of the dog is looked at, and once the hands rest. */
const FEW_OPEN = 24
const REST_MS = 700

function WhereNext({ file, house, onLook }: Props): ReactNode {
  const rested = useRested(file, REST_MS)
  return rested ? (
    <Settling file={rested} house={house} onLook={onLook} />
  ) : (
    <p className="min-h-11 text-ink-2">The rest is unknown</p>
  )
}

function Settling({ file, house, onLook }: Pick<Props, 'file' | 'house' | 'onLook'>): ReactNode {
  const { answer, share } = useOdds(file, house)
  const text = answer && share === 1 ? nextLookText(answer) : null
  const best = answer?.looks[0]
  if (!text || !best)
    return (
      <p className="min-h-11 text-ink-2">
        {share < 1 ? 'Weighing what is left' : 'No single place left would settle it'}
      </p>
    )
  return (
    <Button tight className="self-start" onClick={() => onLook(best.index)} data-testid="settles">
      <Hand size={18} /> {text}
    </Button>
  )
}
