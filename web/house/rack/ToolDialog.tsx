import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import { type RackToolDoc, rackApi, type ToolFields, toolSchema } from '../../../contract/api/rack.ts'
import type { Person } from '../../../contract/api/salon.ts'
import { RACK_KIND_LABEL, TOOL_STATE_LABEL } from '../../../contract/words/index.ts'
import { BLADES, COMB_MM, RACK_KIND_IDS, type RackKind, SKIP_FORMS, TOOL_STATE_IDS } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { PeopleOptions } from '../../parts/PeopleOptions.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { nameOf } from './names.ts'

const NEW: ToolFields = { kind: 'blade', id: '10', form: 'full', state: 'ready', label: '', ownerId: null, note: '' }

/** A tool is hung up, changed or taken off the rack. */
export function ToolDialog({
  tool,
  people,
  onClose,
}: {
  tool: RackToolDoc | null
  people: readonly Person[]
  onClose: () => void
}): ReactNode {
  const add = useWrite(rackApi.add)
  const change = useWrite(rackApi.change)
  const retire = useWrite(rackApi.retire)
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
          if (tool) change.mutate({ id: tool.id, body: { baseRevision: tool.revision, tool: fields } }, after)
          else add.mutate({ body: { tool: fields } }, after)
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
            <Button onClick={() => retire.mutate({ id: tool.id, body: { retired: true } }, after)}>
              Take it off the rack
            </Button>
          )}
          <span className="grow">{wrong && <span className="text-alarm">{wrong.message}</span>}</span>
          <Button type="submit" kind="main" disabled={Boolean(wrong) || add.isPending || change.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </DialogSheet>
  )
}
