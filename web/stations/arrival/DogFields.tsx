import type { ReactNode } from 'react'
import { HEAVIEST_KG, LIGHTEST_KG } from '../../../contract/formats/numbers.ts'
import { HANDS_LABEL, TEMPERAMENT_LABEL, TOLERANCE_LABEL } from '../../../contract/words/index.ts'
import { kgOf, weightBounds, weightIn, weightUnit } from '../../../contract/words/measures.ts'
import { TEMPERAMENT_IDS, TOLERANCE_IDS } from '../../../core/index.ts'
import { OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, NumberField, setDog } from './field-parts.tsx'
import { OnTheScale } from './OnTheScale.tsx'

/** What is measured anew each time: weight, age, and how long there is. */
export function TodayFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const { ageMonths = null } = dog
  const [lightest, heaviest] = weightBounds(LIGHTEST_KG, HEAVIEST_KG)
  const years = ageMonths === null ? null : Math.floor(ageMonths / 12)
  const months = ageMonths === null ? null : Math.floor(ageMonths % 12)
  const age = (y: number | null, m: number | null): void =>
    change(setDog({ ageMonths: y === null && m === null ? null : (y ?? 0) * 12 + (m ?? 0) }))
  return (
    <>
      <div className="flex flex-wrap gap-4">
        <NumberField
          label="Weight"
          unit={weightUnit()}
          min={lightest}
          max={heaviest}
          step={0.1}
          value={weightIn(dog.weightKg)}
          onChange={(weight) => change(setDog({ weightKg: weight === null ? Number.NaN : kgOf(weight) }))}
        />
        <NumberField label="Age" unit="years" min={0} max={30} value={years} onChange={(y) => age(y, months)} />
        <NumberField label="and" unit="months" min={0} max={11} value={months} onChange={(m) => age(years, m)} />
        <NumberField
          label="Slot"
          unit="min"
          min={15}
          max={1440}
          step={5}
          value={arrival.slot?.minutes}
          placeholder="180"
          onChange={(minutes) =>
            change(({ slot: _, ...rest }) => (minutes === null ? rest : { ...rest, slot: { minutes } }))
          }
        />
      </div>
      <OnTheScale onWeight={(weightKg) => change(setDog({ weightKg }))} />
    </>
  )
}

/** Temper and what it takes: with its age they decide how much the dog can give. */
export function TemperFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  return (
    <>
      <OneOf
        legend="Temper"
        choices={choices(TEMPERAMENT_IDS, TEMPERAMENT_LABEL)}
        value={dog.temperament ?? 'unknown'}
        onChange={(temperament) => change(setDog({ temperament }))}
      />
      <div className="grid grid-cols-[repeat(auto-fit,minmax(390px,1fr))] gap-4 max-sm:grid-cols-1">
        {(
          [
            ['dryerTolerance', 'Takes the dryer', TOLERANCE_LABEL],
            ['faceTolerance', 'Takes hands at the face', HANDS_LABEL],
            ['nailTolerance', 'Takes nails', HANDS_LABEL],
          ] as const
        ).map(([key, legend, labels]) => (
          <OneOf
            key={key}
            legend={legend}
            choices={choices(TOLERANCE_IDS, labels)}
            value={dog[key] ?? 'unknown'}
            onChange={(value) => change(setDog({ [key]: value }))}
          />
        ))}
      </div>
    </>
  )
}
