import { Play } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import type { Visit } from '../../../contract/api/visits.ts'
import {
  amountText,
  capital,
  EXTRA_LABEL,
  minutesText,
  mmText,
  PHASE_LABEL,
  placeName,
  TREATMENT_LABEL,
  toolName,
} from '../../../contract/words/index.ts'
import {
  type BenchHappening,
  GROOM_PHASES,
  type GroomStep,
  groomMinutes,
  type Plan,
  type Tool,
  todaysPart,
  treatmentOf,
} from '../../../core/index.ts'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfPlan } from '../../dog/looks.ts'
import { Stops } from '../../dog/Said.tsx'
import { useTurning } from '../../dog/use-turning.ts'
import { Button } from '../../parts/Button.tsx'
import { Pane } from '../../parts/Pane.tsx'
import { Table } from '../../parts/Table.tsx'

const KIND_ORDER: readonly Tool['kind'][] = ['brush', 'other', 'dryer', 'blade', 'comb', 'shears']

/** Tools in the order in which they are taken up, each once. */
function toolsOf(steps: readonly GroomStep[]): string[] {
  const tools = steps.flatMap(({ tool, carrier }) => [tool, carrier].filter((one) => one !== null))
  const sorted = KIND_ORDER.flatMap((kind) => tools.filter((tool) => tool.kind === kind))
  return [...new Set(sorted.map(toolName))]
}

const bottlesOf = (steps: readonly GroomStep[]): string[] =>
  steps.flatMap((step) => (step.product ? [[step.product, amountText(step)].filter(Boolean).join(', ')] : []))

/** Before the first step: what to lay out, what to mind, and how long it takes. */
export function Begin({
  visit,
  plan,
  bench,
  name,
  onBegin,
}: {
  visit: Visit
  plan: Plan
  /** null until the steps are worked out. */
  bench: Extract<BenchHappening, { kind: 'plan' }> | null
  name: string
  onBegin: () => void
}): ReactNode {
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const partOf = useMemo(() => todaysPart(plan), [plan])
  const looks = useMemo(() => looksOfPlan(plan, null, partOf), [plan, partOf])
  const { stage, bringToFront } = useTurning()
  const [shown, setShown] = useState<number | null>(null)
  const steps = bench?.steps ?? []
  const phases = GROOM_PHASES.map((phase) => ({
    phase,
    there: steps.filter((step) => step.phase === phase),
  })).filter(({ there }) => there.length > 0)
  return (
    <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(360px,500px)] max-md:grid-cols-1 md:min-h-0">
      <div className="flex flex-col p-5 max-md:hidden md:min-h-0">
        <DogStage
          drawn={drawn}
          looks={looks}
          focus={shown}
          onPick={(index) => {
            setShown(index)
            bringToFront(index)
          }}
          nameOf={(index) => placeText(plan, index, partOf(index))}
          label={`${name}, as planned`}
          {...stage}
        />
        <p className="min-h-8 px-2 text-lg" aria-live="polite">
          {shown === null ? 'Touch a place to see what is planned there.' : placeText(plan, shown, partOf(shown))}
        </p>
      </div>
      <div className="flex flex-col border-l border-line bg-sheet max-md:border-l-0 md:min-h-0">
        <Pane label="What to lay out" className="flex grow flex-col gap-5 p-6">
          <div>
            <h1 className="text-3xl leading-tight">{name} is ready to begin</h1>
            <p className="text-lg text-ink-2" data-testid="how-long">
              {bench
                ? `${steps.length} steps, about ${minutesText(plan.groom?.minutes ?? groomMinutes(steps))} minutes with the waits.`
                : 'Working out the steps.'}
            </p>
          </div>
          <Stops plan={plan} />
          <LayOut
            title="The owner asked"
            lines={steps
              .filter(({ kind }) => kind === 'begin')
              .flatMap(({ words, extras }) => [
                ...(words ? [`“${words}”`] : []),
                ...extras.map((id) => EXTRA_LABEL[id]),
              ])}
          />
          <LayOut title="Lay out" lines={toolsOf(steps).map(capital)} />
          <LayOut title="Mix" lines={bottlesOf(steps)} />
          <Table
            className="text-lg"
            caption={<span className="font-display font-semibold text-ink">The way through</span>}
            rows={phases}
            keyOf={({ phase }) => phase}
            columns={[
              { head: '', names: true, cell: ({ phase }) => PHASE_LABEL[phase] },
              {
                head: '',
                figures: true,
                className: 'text-ink-2',
                cell: ({ there }) => `${there.length} ${there.length === 1 ? 'step' : 'steps'}`,
              },
              {
                head: '',
                figures: true,
                className: 'w-32',
                cell: ({ there }) =>
                  groomMinutes(there) < 0.5 ? 'under a minute' : `${minutesText(groomMinutes(there))} min`,
              },
            ]}
          />
        </Pane>
        <div className="border-t border-line p-4">
          <Button kind="main" size="huge" className="w-full" disabled={!bench} onClick={onBegin} data-testid="begin">
            <Play size={22} /> Begin
          </Button>
        </div>
      </div>
    </div>
  )
}

/**
 * "Left armpit: cut the mat out, 10 blade, leaves 1.5 mm".
 * @param part of it that is worked on today, 0 to 1
 */
function placeText({ regions }: Plan, index: number, part: number): string {
  const { region, side, treatment, option } = regions[index]!
  const place = capital(placeName(region, side))
  if (treatmentOf(regions[index]!, part) !== treatment) return `${place}: not today`
  const what = [
    TREATMENT_LABEL[treatment].toLowerCase(),
    option.tool ? toolName(option.tool) : null,
    option.leavesMm === null ? null : `leaves ${mmText(option.leavesMm)} mm`,
    part > 0 && part < 1 ? 'a part of it today' : null,
  ]
  return `${place}: ${what.filter(Boolean).join(', ')}`
}

const LayOut = ({ title, lines }: { title: string; lines: readonly string[] }): ReactNode =>
  lines.length > 0 && (
    <section aria-label={title}>
      <h2 className="mb-1 text-lg">{title}</h2>
      <ul className="flex flex-wrap gap-2">
        {lines.map((line) => (
          <li key={line} className="rounded-lg border border-line px-3 py-1">
            {line}
          </li>
        ))}
      </ul>
    </section>
  )
