import { type ReactNode, useState } from 'react'
import { patternsApi, type SalonPattern } from '../../contract/api/patterns.ts'
import { type OwnPattern, ownPatternIssues, ownPatternSchema } from '../../contract/formats/patterns-file.ts'
import { issueText } from '../../contract/formats/problem.ts'
import { COAT_LABEL, capital, SHAPE_PART_LABEL, shapeLabel } from '../../contract/words/index.ts'
import { COAT_TYPE_IDS, hasOwnLength, notFor, PART_IDS, PART_SHAPES, type PartId } from '../../core/index.ts'
import { useWrite } from '../device/api.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { SelectField, TextField } from '../parts/Field.tsx'
import { Form, FormCheck, FormText, useZodForm } from '../parts/form.tsx'
import { KeepBar } from '../parts/KeepBar.tsx'
import { DialogSheet } from '../parts/Sheet.tsx'
import { AnyOf } from '../parts/Toggle.tsx'

/** A pattern of the salon: named, for which coats, what it asks at home, and its shape for each part. */
export function PatternDialog({
  known,
  start,
  onClose,
}: {
  /** The one that is changed; null for a new one. */
  known: SalonPattern | null
  start: OwnPattern
  onClose: () => void
}): ReactNode {
  const add = useWrite(patternsApi.add)
  const change = useWrite(patternsApi.change)
  const retire = useWrite(patternsApi.retire)
  const form = useZodForm(ownPatternSchema, start)
  const [wrong, setWrong] = useState<readonly string[]>([])
  const { pattern, coats } = form.watch()
  const after = {
    onSuccess: onClose,
    onError: (error: Error) => setWrong([capital(error.message)]),
  }
  const carries = COAT_TYPE_IDS.filter((coat) => notFor(pattern, coat).length === 0)
  const setPart = (part: PartId, shape: string, mm?: number): void => {
    const { [part]: _, ...others } = pattern
    form.setValue(
      'pattern',
      shape === '' ? others : { ...others, [part]: mm === undefined ? { shape } : { shape, mm } },
    )
  }
  return (
    <DialogSheet title={known ? known.name : 'Keep as our pattern'} onClose={onClose}>
      <Form
        form={form}
        className="flex flex-col gap-4"
        onSend={(own) => {
          const issues = ownPatternIssues(own)
          setWrong(issues.map(issueText))
          if (issues.length > 0) return
          if (known) change.mutate({ id: known.id, body: { baseRevision: known.revision, pattern: own } }, after)
          else add.mutate({ body: { pattern: own } }, after)
        }}
      >
        <FormText<OwnPattern> name="name" label="What we call it" maxLength={60} autoComplete="off" />
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="Brushed at home"
            unit="times a week"
            type="number"
            inputMode="numeric"
            {...form.register('perWeek', { valueAsNumber: true })}
            error={form.formState.errors.perWeek?.message}
          />
          <TextField
            label="Back in"
            unit="weeks"
            type="number"
            inputMode="numeric"
            {...form.register('weeks', { valueAsNumber: true })}
            error={form.formState.errors.weeks?.message}
          />
        </div>
        <AnyOf
          legend="For coats that are"
          choices={carries.map((value) => ({ value, label: COAT_LABEL[value] }))}
          values={coats}
          onChange={(to) => form.setValue('coats', to)}
        />
        {form.formState.errors.coats && <Alert>Needed: at least one coat.</Alert>}
        <FormCheck<OwnPattern> name="puppy" label="Gentle enough for a puppy’s first grooms" />
        <fieldset>
          <legend className="mb-1 font-medium">Its parts</legend>
          <ul className="grid grid-cols-2 gap-x-4 gap-y-2 max-sm:grid-cols-1">
            {PART_IDS.map((part) => {
              const choice = pattern[part]
              return (
                <li key={part} className="grid grid-cols-[1fr_88px] items-end gap-2">
                  <SelectField
                    label={SHAPE_PART_LABEL[part]}
                    value={choice?.shape ?? ''}
                    onChange={({ target: { value } }) => setPart(part, value)}
                  >
                    <option value="">by length alone</option>
                    {Object.keys(PART_SHAPES[part]).map((id) => (
                      <option key={id} value={id}>
                        {shapeLabel({ part, id })}
                      </option>
                    ))}
                  </SelectField>
                  {choice && hasOwnLength(part, choice.shape) && (
                    <TextField
                      label={<span className="sr-only">{SHAPE_PART_LABEL[part]}, length</span>}
                      unit="mm"
                      type="number"
                      inputMode="decimal"
                      value={choice.mm ?? ''}
                      onChange={({ target: { value } }) =>
                        setPart(part, choice.shape, value === '' ? undefined : Number(value))
                      }
                    />
                  )}
                </li>
              )
            })}
          </ul>
        </fieldset>
        {wrong.length > 0 && (
          <Alert>
            <ul>
              {wrong.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </Alert>
        )}
        <KeepBar busy={add.isPending || change.isPending}>
          {known && (
            <Button onClick={() => retire.mutate({ id: known.id, body: { retired: !known.retired } }, after)}>
              {known.retired ? 'Put it back' : 'Take it out'}
            </Button>
          )}
        </KeepBar>
      </Form>
    </DialogSheet>
  )
}
