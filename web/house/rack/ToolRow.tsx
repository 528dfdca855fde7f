import { formatDistanceToNowStrict } from 'date-fns'
import { Droplets, Sparkles, SprayCan } from 'lucide-react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { coreTool, type RackToolDoc, rackApi } from '../../../contract/api/rack.ts'
import type { Person } from '../../../contract/api/salon.ts'
import { mmText, RACK_CARE_LABEL, TOOL_STATE_LABEL } from '../../../contract/words/index.ts'
import { dueOf, type House, isOffered } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { lengthOf, nameOf } from './names.ts'

const MINUTE = 60_000

/** "oiled just now", "oiled 3 days ago"; nothing where nobody wrote it down. */
const agoText = (done: string, at: string | null): string | null =>
  at === null
    ? null
    : `${done} ${Date.now() - Date.parse(at) < MINUTE ? 'just now' : `${formatDistanceToNowStrict(new Date(at))} ago`}`

/** Both in one word where both were done together. */
function caredFor({ oiledAt, disinfectedAt }: RackToolDoc): (string | null)[] {
  const [oiled, disinfected] = [agoText('', oiledAt), agoText('', disinfectedAt)]
  return oiled !== null && oiled === disinfected
    ? [`oiled and disinfected${oiled}`]
    : [agoText('oiled', oiledAt), agoText('disinfected', disinfectedAt)]
}

/** The hair that a tool leaves, to scale beside the others. */
const Hair = ({ mm }: { mm: number }): ReactNode => (
  <svg viewBox="0 0 36 36" className="h-9 w-9 shrink-0" aria-hidden>
    {[4, 11, 18, 25, 32].map((x) => (
      <path
        key={x}
        d={`M${x} 34 q1 ${-mm * 0.5} 3 ${-Math.max(1, mm)}`}
        fill="none"
        stroke="var(--ink-2)"
        strokeWidth={1.6}
        strokeLinecap="round"
      />
    ))}
    <path d="M0 35 H36" stroke="var(--ink)" strokeWidth={2} />
  </svg>
)

/** One tool: what it leaves, how it stands, and what is due, a press away. */
export function ToolRow({
  tool,
  heat,
  house,
  people,
  onEdit,
}: {
  tool: RackToolDoc
  /** What is said of a blade that runs now. */
  heat: string | null
  house: House
  people: readonly Person[]
  onEdit: () => void
}): ReactNode {
  const care = useWrite(rackApi.care)
  const core = coreTool(tool, new Date())
  const due = dueOf(core, house)
  const offered = isOffered(core, house)
  const { kind, state, label, note, ownerId } = tool.tool
  const edge = kind === 'blade' || kind === 'shears'
  const hasLength = kind === 'blade' || kind === 'comb'
  const done = (what: 'sharpen' | 'oil' | 'disinfect'): void =>
    care.mutate(
      { id: tool.id, body: { care: what } },
      { onError: (error) => toast.error(`Not kept: ${error.message}`) },
    )
  const standing = [
    label,
    ownerId ? people.find(({ id }) => id === ownerId)?.name : null,
    edge ? `${tool.dogsSinceSharpened} of ${Math.round(house['rack.sharpen-dogs'])} dogs` : null,
    ...caredFor(tool),
    note,
  ]
  return (
    <li
      className="flex min-h-[72px] flex-wrap items-center gap-x-3 gap-y-1 border-b border-line py-1.5 last:border-b-0"
      data-tool={`${kind} ${tool.tool.id}`}
    >
      {hasLength && <Hair mm={lengthOf(tool)} />}
      <div className="min-w-44 flex-1">
        <p className="flex flex-wrap items-baseline gap-x-2">
          <button type="button" className="opens min-h-11 min-w-11 text-left text-lg font-semibold" onClick={onEdit}>
            {nameOf(tool)}
          </button>
          {kind === 'blade' && <span className="figure text-ink-2">{mmText(lengthOf(tool))} mm</span>}
          {state !== 'ready' && <span className="font-semibold">{TOOL_STATE_LABEL[state]}</span>}
          {heat && <span className="figure font-semibold text-accent">{heat}</span>}
        </p>
        <p className="leading-snug text-ink-2">{standing.filter(Boolean).join(' · ')}</p>
        {!offered && (
          <p className="font-medium leading-snug">
            Plans leave it out{state === 'ready' ? ': sharpen first' : state === 'dull' ? ': dull' : ''}.
          </p>
        )}
      </div>
      {due.length > 0 && (
        <div className="ml-auto flex flex-wrap gap-1.5">
          {due.map((what) => {
            const Icon = CARE_ICON[what]
            return (
              <Button key={what} tight className="shrink-0" disabled={care.isPending} onClick={() => done(what)}>
                <Icon size={16} />
                {RACK_CARE_LABEL[what]}
              </Button>
            )
          })}
        </div>
      )}
    </li>
  )
}

const CARE_ICON = { oil: Droplets, disinfect: SprayCan, sharpen: Sparkles }
