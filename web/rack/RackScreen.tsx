import { useQuery } from '@tanstack/react-query'
import { clsx } from 'clsx'
import { Droplets, Plus, Sparkles, SprayCan } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { Person } from '../../contract/api.ts'
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
import { rackQuery, useAddTool, useCareForTool, useChangeTool, useRetireTool } from '../api/groom.ts'
import { salonQuery } from '../api/queries.ts'
import { HouseTabs } from '../house/HouseTabs.tsx'
import { OneOf } from '../parts/ask.tsx'
import { PeopleOptions } from '../parts/PeopleOptions.tsx'
import { DialogSheet } from '../parts/Sheet.tsx'
import { Loading, QueryFailed } from '../shell/states.tsx'

const NEW: ToolFields = { kind: 'blade', id: '10', form: 'full', state: 'ready', label: '', ownerId: null, note: '' }

/** Every tool and how it stands; what is away, dull or past its count is not planned with. */
export function RackScreen(): ReactNode {
  const { data: tools, error, refetch } = useQuery(rackQuery)
  const { data: salon } = useQuery(salonQuery)
  const thermometer = useDevice('thermometer')
  const [editing, setEditing] = useState<RackToolDoc | 'new' | null>(null)
  if (!tools || !salon)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the rack" />
  const house = houseWith(salon.estimates)
  const there = tools.filter(({ retired }) => !retired)
  const due = there.filter((tool) => dueOf(coreTool(tool, new Date()), house).length > 0).length
  return (
    <div className="mx-auto w-full max-w-6xl px-6 py-6" data-testid="rack">
      <HouseTabs />
      <div className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl">The rack</h1>
        <p className="text-ink-2">
          {there.length} tools, {due} want something.
          {thermometer?.link === 'live' && thermometer.values.celsius !== undefined && (
            <> The blade on the thermometer reads {Math.round(thermometer.values.celsius)} °C.</>
          )}
        </p>
        <span className="grow" />
        <CareForAll tools={there} house={house} />
        <button type="button" className="btn" onClick={() => setEditing('new')}>
          <Plus size={18} /> Hang up a tool
        </button>
      </div>
      {there.length === 0 && (
        <p className="text-lg">No list yet: plans take every blade and comb attachment to be there.</p>
      )}
      {RACK_KIND_IDS.map((kind) => {
        const here = there.filter(({ tool }) => tool.kind === kind).sort(byLength)
        return (
          here.length > 0 && (
            <section key={kind} className="mb-5" aria-label={RACK_KIND_LABEL[kind]}>
              <h2 className="mb-1 text-xl">{PLURAL[kind]}</h2>
              <ul className="grid grid-cols-[repeat(auto-fill,minmax(340px,1fr))] gap-2">
                {here.map((tool) => (
                  <ToolCard
                    key={tool.id}
                    tool={tool}
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
      {editing && (
        <ToolDialog tool={editing === 'new' ? null : editing} people={salon.people} onClose={() => setEditing(null)} />
      )}
    </div>
  )
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

function ToolCard({
  tool,
  house,
  people,
  onEdit,
}: {
  tool: RackToolDoc
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
  const done = (what: 'sharpen' | 'oil' | 'disinfect'): void =>
    care.mutate({ id: tool.id, care: what }, { onError: (error) => toast.error(`Not kept: ${error.message}`) })
  return (
    <li
      className={clsx('card flex flex-col gap-1 p-3', !offered && 'border-dashed')}
      data-tool={`${kind} ${tool.tool.id}`}
    >
      <div className="flex items-baseline gap-2">
        <button type="button" className="opens min-h-11 text-lg font-semibold" onClick={onEdit}>
          {nameOf(tool)}
        </button>
        {(kind === 'blade' || kind === 'comb') && (
          <span className="figure text-ink-2">{mmText(lengthOf(tool))} mm</span>
        )}
        <span className="grow" />
        <span className={clsx(state === 'ready' ? 'text-ink-2' : 'font-semibold')}>{TOOL_STATE_LABEL[state]}</span>
      </div>
      <p className="text-ink-2">
        {[
          label,
          ownerId ? people.find(({ id }) => id === ownerId)?.name : null,
          edge ? `${tool.dogsSinceSharpened} of ${Math.round(house['rack.sharpen-dogs'])} dogs` : null,
          note,
        ]
          .filter(Boolean)
          .join(' · ') || 'the salon’s'}
      </p>
      {!offered && <p>Plans leave it out{state === 'ready' ? ': sharpen first' : ''}.</p>}
      {due.length > 0 && (
        <div className="flex flex-wrap gap-1.5">
          {due.map((what) => (
            <button key={what} type="button" className="btn px-3" disabled={care.isPending} onClick={() => done(what)}>
              {what === 'oil' ? (
                <Droplets size={16} />
              ) : what === 'disinfect' ? (
                <SprayCan size={16} />
              ) : (
                <Sparkles size={16} />
              )}
              {RACK_CARE_LABEL[what]}
            </button>
          ))}
        </div>
      )}
    </li>
  )
}

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
