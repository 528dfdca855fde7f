import { useQuery } from '@tanstack/react-query'
import { formatDistanceToNowStrict } from 'date-fns'
import { Droplets, Plus, Sparkles, SprayCan } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import type { Person } from '../../contract/api.ts'
import type { RunningBlade } from '../../contract/bench.ts'
import { coreTool, type RackToolDoc, type ToolFields, toolSchema } from '../../contract/rack.ts'
import {
  capital,
  mmText,
  RACK_CARE_LABEL,
  RACK_KIND_LABEL,
  TOOL_STATE_LABEL,
  toolName,
} from '../../contract/words/index.ts'
import {
  BLADES,
  bladeTemperature,
  COMB_MM,
  dueOf,
  type House,
  houseWith,
  isOffered,
  RACK_KIND_IDS,
  type RackKind,
  SKIP_FORMS,
  TOOL_STATE_IDS,
} from '../../core/index.ts'
import { useDevice } from '../api/devices.ts'
import {
  rackQuery,
  runningBladesQuery,
  useAddTool,
  useCareForTool,
  useChangeTool,
  useRetireTool,
} from '../api/groom.ts'
import { salonQuery } from '../api/queries.ts'
import { useNow } from '../bench/use-now.ts'
import { HousePage } from '../house/HousePage.tsx'
import { OneOf } from '../parts/ask.tsx'
import { PeopleOptions } from '../parts/PeopleOptions.tsx'
import { DialogSheet } from '../parts/Sheet.tsx'
import { Loading, QueryFailed } from '../shell/states.tsx'

const NEW: ToolFields = { kind: 'blade', id: '10', form: 'full', state: 'ready', label: '', ownerId: null, note: '' }

/** Every tool and how it stands; what is away, dull or past its count is not planned with. */
export function RackScreen(): ReactNode {
  const { data: tools, error, refetch } = useQuery(rackQuery)
  const { data: salon } = useQuery(salonQuery)
  const { data: running = [] } = useQuery(runningBladesQuery)
  const now = useNow(running.length > 0)
  const thermometer = useDevice('thermometer')
  const [editing, setEditing] = useState<RackToolDoc | 'new' | null>(null)
  if (!tools || !salon)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the rack" />
  const house = houseWith(salon.estimates)
  const there = tools.filter(({ retired }) => !retired)
  const due = there.filter((tool) => dueOf(coreTool(tool, new Date()), house).length > 0).length
  const measured = thermometer?.link === 'live' ? (thermometer.values.celsius ?? null) : null
  return (
    <HousePage testId="rack">
      <div className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl">The rack</h1>
        <p className="text-ink-2">
          {there.length} tools, {due} want something.
        </p>
        <span className="grow" />
        <button type="button" className="btn" onClick={() => setEditing('new')}>
          <Plus size={18} /> Hang up a tool
        </button>
        <CareForAll tools={there} house={house} />
      </div>
      {there.length === 0 && (
        <p className="text-lg">No list yet: plans take every blade and comb attachment to be there.</p>
      )}
      {RACK_KIND_IDS.map((kind) => {
        const here = there.filter(({ tool }) => tool.kind === kind).sort(byLength)
        return (
          here.length > 0 && (
            <section key={kind} className="mb-6" aria-label={PLURAL[kind]}>
              <h2 className="mb-1 text-xl">{PLURAL[kind]}</h2>
              <ul className="card grid grid-cols-2 gap-x-8 px-5 py-1 max-lg:grid-cols-1">
                {here.map((tool) => (
                  <ToolRow
                    key={tool.id}
                    tool={tool}
                    heat={heatOf(tool, running, measured, now, house)}
                    house={house}
                    people={salon.people}
                    onEdit={() => setEditing(tool)}
                  />
                ))}
              </ul>
            </section>
          )
        )
      })}
      <p className="text-ink-2">
        Dryers stand under{' '}
        <Link className="opens" to="/house/room">
          Dryers and room
        </Link>
        .
      </p>
      {editing && (
        <ToolDialog tool={editing === 'new' ? null : editing} people={salon.people} onClose={() => setEditing(null)} />
      )}
    </HousePage>
  )
}

const MINUTE = 60_000

/** "On Tansy, 34 °C": how warm a blade is that runs now; by the thermometer where it is the only one, else by the clock. */
function heatOf(
  { tool: { kind, id, ownerId } }: RackToolDoc,
  running: readonly RunningBlade[],
  measured: number | null,
  now: number,
  house: House,
): string | null {
  if (kind !== 'blade') return null
  const run = running.find(({ blade, by }) => blade === id && (ownerId === null || ownerId === by))
  if (!run) return null
  const minutes = Math.max(0, now - Date.parse(run.cooledAt ?? run.since)) / MINUTE
  const celsius =
    measured !== null && running.length === 1 ? measured : bladeTemperature(minutes, house['blade.cooled'], house)
  return `on ${run.dog} now, ${measured !== null && running.length === 1 ? '' : 'about '}${Math.round(celsius)} °C`
}

/** At the end of a dog: everything that was used is oiled and disinfected in one go. */
function CareForAll({ tools, house }: { tools: readonly RackToolDoc[]; house: House }): ReactNode {
  const care = useCareForTool()
  const due = tools.flatMap((tool) =>
    dueOf(coreTool(tool, new Date()), house)
      .filter((what) => what !== 'sharpen')
      .map((what) => ({ id: tool.id, care: what })),
  )
  if (due.length === 0) return null
  const all = async (): Promise<void> => {
    try {
      for (const one of due) await care.mutateAsync(one)
    } catch (error) {
      toast.error(`Not all kept: ${(error as Error).message}`)
    }
  }
  return (
    <button type="button" className="btn btn-main" disabled={care.isPending} onClick={() => void all()}>
      <SprayCan size={18} /> All oiled and disinfected
    </button>
  )
}

const PLURAL: Record<RackKind, string> = {
  blade: 'Blades',
  comb: 'Comb attachments',
  shears: 'Shears',
  brush: 'Brushes and combs',
  clipper: 'Clippers',
  other: 'Other',
}

const lengthOf = ({ tool }: RackToolDoc): number =>
  tool.kind === 'blade' ? (BLADES.find(({ id }) => id === tool.id)?.leavesMm ?? 0) : Number(tool.id) || 0
const byLength = (a: RackToolDoc, b: RackToolDoc): number =>
  lengthOf(b) - lengthOf(a) || a.tool.id.localeCompare(b.tool.id)

const nameOf = ({ tool }: RackToolDoc): string =>
  tool.kind === 'clipper' || tool.kind === 'other'
    ? capital(tool.id)
    : capital(toolName({ kind: tool.kind, id: tool.id, ...(tool.form ? { form: tool.form } : {}) }))

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

function ToolRow({
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
  const care = useCareForTool()
  const core = coreTool(tool, new Date())
  const due = dueOf(core, house)
  const offered = isOffered(core, house)
  const { kind, state, label, note, ownerId } = tool.tool
  const edge = kind === 'blade' || kind === 'shears'
  const hasLength = kind === 'blade' || kind === 'comb'
  const done = (what: 'sharpen' | 'oil' | 'disinfect'): void =>
    care.mutate({ id: tool.id, care: what }, { onError: (error) => toast.error(`Not kept: ${error.message}`) })
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
          <button type="button" className="opens min-h-9 text-lg font-semibold" onClick={onEdit}>
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
              <button
                key={what}
                type="button"
                className="btn shrink-0 px-3"
                disabled={care.isPending}
                onClick={() => done(what)}
              >
                <Icon size={16} />
                {RACK_CARE_LABEL[what]}
              </button>
            )
          })}
        </div>
      )}
    </li>
  )
}

const CARE_ICON = { oil: Droplets, disinfect: SprayCan, sharpen: Sparkles }

function ToolDialog({
  tool,
  people,
  onClose,
}: {
  tool: RackToolDoc | null
  people: readonly Person[]
  onClose: () => void
}): ReactNode {
  const add = useAddTool()
  const change = useChangeTool()
  const retire = useRetireTool()
  const [fields, setFields] = useState<ToolFields>(tool?.tool ?? NEW)
  const set = (more: Partial<ToolFields>): void => setFields({ ...fields, ...more })
  const wrong = toolSchema.safeParse(fields).error?.issues[0]
  const after = {
    onSuccess: onClose,
    onError: (error: Error) => toast.error(`Not kept: ${error.message}`),
  }
  const pickKind = (kind: RackKind): void =>
    set({
      kind,
      id: kind === 'blade' ? '10' : kind === 'comb' ? '16' : '',
      form: kind === 'blade' ? 'full' : null,
    })
  const ids = fields.kind === 'blade' ? BLADES.map(({ id }) => id) : fields.kind === 'comb' ? COMB_MM.map(String) : null
  return (
    <DialogSheet title={tool ? nameOf(tool) : 'Hang up a tool'} onClose={onClose}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (wrong) return
          if (tool) change.mutate({ id: tool.id, baseRevision: tool.revision, tool: fields }, after)
          else add.mutate(fields, after)
        }}
      >
        {!tool && (
          <OneOf
            legend="Kind"
            choices={RACK_KIND_IDS.map((value) => ({ value, label: RACK_KIND_LABEL[value] }))}
            value={fields.kind}
            onChange={pickKind}
          />
        )}
        <div className="grid grid-cols-2 gap-3">
          <div>
            <label className="font-medium" htmlFor="tool-id">
              {fields.kind === 'comb' ? 'Length, mm' : fields.kind === 'blade' ? 'Number' : 'What it is'}
            </label>
            {ids ? (
              <select
                id="tool-id"
                className="field"
                value={fields.id}
                onChange={(event) => set({ id: event.target.value, form: fields.kind === 'blade' ? 'full' : null })}
              >
                {ids.map((id) => (
                  <option key={id}>{id}</option>
                ))}
              </select>
            ) : (
              <input
                id="tool-id"
                className="field"
                value={fields.id}
                maxLength={40}
                onChange={(event) => set({ id: event.target.value })}
              />
            )}
          </div>
          <label>
            <span className="font-medium">Label on it</span>
            <input
              className="field"
              value={fields.label}
              maxLength={60}
              onChange={(event) => set({ label: event.target.value })}
            />
          </label>
        </div>
        {fields.kind === 'blade' && SKIP_FORMS.has(fields.id) && (
          <OneOf
            legend="Teeth"
            choices={[
              { value: 'full', label: 'Full-tooth' },
              { value: 'skip', label: 'Skip-tooth' },
            ]}
            value={fields.form ?? 'full'}
            onChange={(form) => set({ form })}
          />
        )}
        <OneOf
          legend="How it stands"
          choices={TOOL_STATE_IDS.map((value) => ({ value, label: TOOL_STATE_LABEL[value] }))}
          value={fields.state}
          onChange={(state) => set({ state })}
        />
        <label>
          <span className="font-medium">Whose</span>
          <select
            className="field"
            value={fields.ownerId ?? ''}
            onChange={(event) => set({ ownerId: event.target.value || null })}
          >
            <PeopleOptions people={people} nobody="the salon’s" />
          </select>
        </label>
        <label>
          <span className="font-medium">Note</span>
          <input
            className="field"
            value={fields.note}
            maxLength={400}
            onChange={(event) => set({ note: event.target.value })}
          />
        </label>
        <div className="flex items-center gap-2">
          {tool && (
            <button type="button" className="btn" onClick={() => retire.mutate({ id: tool.id, retired: true }, after)}>
              Take it off the rack
            </button>
          )}
          <span className="grow">{wrong && <span className="text-alarm">{wrong.message}</span>}</span>
          <button type="submit" className="btn btn-main" disabled={Boolean(wrong) || add.isPending || change.isPending}>
            Keep
          </button>
        </div>
      </form>
    </DialogSheet>
  )
}
