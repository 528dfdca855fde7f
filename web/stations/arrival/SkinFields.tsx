import { type ReactNode, useState } from 'react'
import type { Arrival } from '../../../contract/api/visit-card.ts'
import { dilutionText } from '../../../contract/words/index.ts'
import { parseDilution } from '../../../core/index.ts'
import { OneOf } from '../../parts/Toggle.tsx'
import { NumberField } from './field-parts.tsx'

interface Props {
  readonly arrival: Arrival
  readonly change: (change: (arrival: Arrival) => Arrival) => void
}

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
export function SkinFields({ arrival, change }: Props): ReactNode {
  const { dog } = arrival
  const setDog = (set: Partial<Arrival['dog']>): void =>
    change((before) => ({ ...before, dog: { ...before.dog, ...set } }))
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
          onChange={(daysSinceSpotOn) => setDog({ daysSinceSpotOn })}
        />
      </div>
      <Words
        label="Allergic to"
        placeholder="oat, tea tree"
        values={dog.allergies ?? []}
        onChange={(allergies) => setDog({ allergies })}
      />
      <OneOf
        legend="Prescribed by the vet"
        choices={[
          { value: 'no', label: 'Nothing' },
          { value: 'yes', label: 'A wash' },
        ]}
        value={prescribed ? 'yes' : 'no'}
        onChange={(value) => setDog({ prescribed: value === 'yes' ? { ...PRESCRIBED, regions: ['all'] } : null })}
      />
      {prescribed && (
        <div className="flex flex-wrap items-end gap-4">
          <NumberField
            label="Stays on"
            unit="min"
            min={0}
            max={240}
            value={prescribed.dwellMin}
            onChange={(dwellMin) => setDog({ prescribed: { ...prescribed, dwellMin: dwellMin ?? 10 } })}
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
                setDog({ prescribed: { ...prescribed, dilution: parts } })
              }}
            />
          </label>
          <p className="max-w-xs text-ink-2">All over. Nothing else goes where the vet’s product goes.</p>
        </div>
      )}
    </>
  )
}
