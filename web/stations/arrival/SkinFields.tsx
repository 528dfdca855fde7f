import { type ReactNode, useState } from 'react'
import { dilutionText } from '../../../contract/words/index.ts'
import { parseDilution } from '../../../core/index.ts'
import { OneOf } from '../../parts/Toggle.tsx'
import { type FieldProps, NumberField, setDog } from './field-parts.tsx'

const list = (text: string): string[] =>
  text
    .split(/[,;]+/)
    .map((word) => word.trim())
    .filter(Boolean)

/** A list in the owner's words; kept as typed until it is left. */
function Words({
  label,
  placeholder,
  values,
  onChange,
}: {
  label: string
  placeholder: string
  values: readonly string[]
  onChange: (values: string[]) => void
}): ReactNode {
  const [text, setText] = useState(values.join(', '))
  return (
    <label className="block">
      <span className="mb-1 block font-medium">{label}</span>
      <input
        className="field"
        value={text}
        placeholder={placeholder}
        onChange={(event) => {
          setText(event.target.value)
          onChange(list(event.target.value))
        }}
      />
    </label>
  )
}

const PRESCRIBED = { productKind: 'medicated', dilution: 0, dwellMin: 10, regions: ['all'] } as const

/** What decides which products may go on: the vet's word, allergies, a recent spot-on. */
export function SkinFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const set = (of: Parameters<typeof setDog>[0]): void => change(setDog(of))
  const { prescribed } = dog
  const [strength, setStrength] = useState(prescribed ? dilutionText(prescribed.dilution) : 'ready to use')
  return (
    <>
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          label="Last spot-on"
          unit="days ago"
          min={0}
          max={10000}
          value={dog.daysSinceSpotOn ?? null}
          placeholder="none"
          onChange={(daysSinceSpotOn) => set({ daysSinceSpotOn })}
        />
      </div>
      <Words
        label="Allergic to"
        placeholder="oat, tea tree"
        values={dog.allergies ?? []}
        onChange={(allergies) => set({ allergies })}
      />
      <OneOf
        legend="Prescribed by the vet"
        choices={[
          { value: 'no', label: 'Nothing' },
          { value: 'yes', label: 'A wash' },
        ]}
        value={prescribed ? 'yes' : 'no'}
        onChange={(value) => set({ prescribed: value === 'yes' ? { ...PRESCRIBED, regions: ['all'] } : null })}
      />
      {prescribed && (
        <div className="flex flex-wrap items-end gap-4">
          <NumberField
            label="Stays on"
            unit="min"
            min={0}
            max={240}
            value={prescribed.dwellMin}
            onChange={(dwellMin) => set({ prescribed: { ...prescribed, dwellMin: dwellMin ?? 10 } })}
          />
          <label className="block">
            <span className="mb-1 block font-medium">Strength</span>
            <input
              className="field w-36"
              value={strength}
              onChange={(event) => setStrength(event.target.value)}
              onBlur={() => {
                const dilution = parseDilution(strength)
                const parts = dilution ? dilution.waterParts / dilution.productParts : 0
                setStrength(dilutionText(parts))
                set({ prescribed: { ...prescribed, dilution: parts } })
              }}
            />
          </label>
          <p className="max-w-xs text-ink-2">All over. Nothing else goes where the vet’s product goes.</p>
        </div>
      )}
    </>
  )
}
