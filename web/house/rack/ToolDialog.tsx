import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { type RackToolDoc, rackApi, type ToolFields, toolSchema } from '../../../contract/api/rack.ts'
import type { Person } from '../../../contract/api/salon.ts'
import { RACK_KIND_LABEL, TOOL_STATE_LABEL } from '../../../contract/words/index.ts'
import { BLADES, COMB_MM, RACK_KIND_IDS, type RackKind, SKIP_FORMS, TOOL_STATE_IDS } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { SelectField } from '../../parts/Field.tsx'
import { Form, FormText, useZodForm } from '../../parts/form.tsx'
import { KeepBar } from '../../parts/KeepBar.tsx'
import { PeopleOptions } from '../../parts/PeopleOptions.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { useIdFor } from '../../parts/use-id-for.ts'
import { nameOf } from './names.ts'

const NEW: ToolFields = { kind: 'blade', id: '10', form: 'full', state: 'ready', label: '', ownerId: null, note: '' }

const FIRST_ID: Partial<Record<RackKind, string>> = { blade: '10', comb: '16' }

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
  const idFor = useIdFor()
  const change = useWrite(rackApi.change)
  const retire = useWrite(rackApi.retire)
  const form = useZodForm(toolSchema, tool?.tool ?? NEW)
  const kind = form.watch('kind')
  const id = form.watch('id')
  const after = {
    onSuccess: onClose,
    onError: (error: Error) => toast.error(`Not kept: ${error.message}`),
  }
  const set = (more: Partial<ToolFields>): void =>
    form.reset({ ...form.getValues(), ...more }, { keepDefaultValues: true })
  const pickKind = (to: RackKind): void =>
    set({ kind: to, id: FIRST_ID[to] ?? '', form: to === 'blade' ? 'full' : null })
  const ids = kind === 'blade' ? BLADES.map((blade) => blade.id) : kind === 'comb' ? COMB_MM.map(String) : null
  return (
    <DialogSheet title={tool ? nameOf(tool) : 'Hang up a tool'} onClose={onClose}>
      <Form
        form={form}
        className="flex flex-col gap-4"
        onSend={(fields) => {
          if (tool) change.mutate({ id: tool.id, body: { baseRevision: tool.revision, tool: fields } }, after)
          else add.mutate({ body: { id: idFor(fields), tool: fields } }, after)
        }}
      >
        {!tool && (
          <OneOf
            legend="Kind"
            choices={RACK_KIND_IDS.map((value) => ({ value, label: RACK_KIND_LABEL[value] }))}
            value={kind}
            onChange={pickKind}
          />
        )}
        <div className="grid grid-cols-2 gap-3">
          {ids ? (
            <SelectField
              label={kind === 'comb' ? 'Length, mm' : 'Number'}
              value={id}
              onChange={(event) => set({ id: event.target.value, form: kind === 'blade' ? 'full' : null })}
            >
              {ids.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </SelectField>
          ) : (
            <FormText<ToolFields> key={kind} name="id" label="What it is" maxLength={40} />
          )}
          <FormText<ToolFields> name="label" label="Label on it" maxLength={60} />
        </div>
        {kind === 'blade' && SKIP_FORMS.has(id) && (
          <OneOf
            legend="Teeth"
            choices={[
              { value: 'full', label: 'Full-tooth' },
              { value: 'skip', label: 'Skip-tooth' },
            ]}
            value={form.watch('form') ?? 'full'}
            onChange={(teeth) => set({ form: teeth })}
          />
        )}
        <OneOf
          legend="How it stands"
          choices={TOOL_STATE_IDS.map((value) => ({ value, label: TOOL_STATE_LABEL[value] }))}
          value={form.watch('state')}
          onChange={(state) => set({ state })}
        />
        <SelectField
          label="Whose"
          value={form.watch('ownerId') ?? ''}
          onChange={(event) => set({ ownerId: event.target.value || null })}
        >
          <PeopleOptions people={people} chosen={form.watch('ownerId')} nobody="the salon’s" />
        </SelectField>
        <FormText<ToolFields> name="note" label="Note" maxLength={400} />
        <KeepBar busy={add.isPending || change.isPending}>
          {tool && (
            <Button onClick={() => retire.mutate({ id: tool.id, body: { retired: true } }, after)}>
              Take it off the rack
            </Button>
          )}
        </KeepBar>
      </Form>
    </DialogSheet>
  )
}
