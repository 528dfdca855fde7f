import type { ReactNode } from 'react'
import {
  COAT_LABEL,
  COLOUR_LABEL,
  capital,
  EARS_LABEL,
  MODIFIER_LABEL,
  MUZZLE_LABEL,
  PART_NAMES,
  TAIL_LABEL,
} from '../../../contract/words/index.ts'
import { weightRangeText } from '../../../contract/words/measures.ts'
import {
  COAT_COLOURS,
  COAT_TYPE_IDS,
  DEFAULT_LENGTHS,
  DENSITY_IDS,
  EAR_CARRIAGES,
  type FigureSeen,
  figureOf,
  findBreed,
  MODIFIER_IDS,
  MUZZLE_KINDS,
  TAIL_CARRIAGES,
} from '../../../core/index.ts'
import { BreedField } from '../../parts/BreedField.tsx'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, NumberField, setDog } from './field-parts.tsx'

/** What it looks like, so that its picture is its own; its breed's until somebody says otherwise. */
const FIGURE_FIELDS: readonly (readonly [
  key: keyof FigureSeen,
  legend: string,
  choices: { value: string; label: string }[],
])[] = [
  ['colour', 'Colour', choices(COAT_COLOURS, COLOUR_LABEL)],
  ['ears', 'Ears', choices(EAR_CARRIAGES, EARS_LABEL)],
  ['tail', 'Tail', choices(TAIL_CARRIAGES, TAIL_LABEL)],
  ['muzzle', 'Muzzle', choices(MUZZLE_KINDS, MUZZLE_LABEL)],
]

/** What it is and how long it stands: the plan hangs on these. */
export function CoatFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const usual = DEFAULT_LENGTHS[dog.coatType]
  const breed = dog.breed ? findBreed(dog.breed) : undefined
  return (
    <>
      <BreedField
        className="max-w-md"
        value={dog.breed ?? 'unknown'}
        onChange={(id) => {
          const known = findBreed(id)
          change(setDog({ breed: id, ...(known ? { coatType: known.coatType } : {}) }))
        }}
        hint={
          breed && (
            <>
              {!(dog.weightKg >= breed.weightKg[0] && dog.weightKg <= breed.weightKg[1]) &&
                `Usual weight is ${weightRangeText(...breed.weightKg)}. `}
              {breed.orCoatType &&
                `Took after which parent? ${COAT_LABEL[breed.coatType]} or ${COAT_LABEL[breed.orCoatType].toLowerCase()}.`}
            </>
          )
        }
      />
      <OneOf
        legend="Coat type"
        choices={choices(COAT_TYPE_IDS, COAT_LABEL)}
        value={dog.coatType}
        onChange={(coatType) => change(setDog({ coatType }))}
      />
      <fieldset>
        <legend className="mb-1 font-medium">Length today</legend>
        <div className="flex flex-wrap gap-3">
          {PART_NAMES.map(([part, label]) => (
            <NumberField
              key={part}
              label={label}
              unit="mm"
              min={0}
              max={600}
              value={dog.lengthMm?.[part]}
              placeholder={String(usual[part])}
              onChange={(mm) => {
                const { [part]: _, ...rest } = dog.lengthMm ?? {}
                change(setDog({ lengthMm: mm === null ? rest : { ...rest, [part]: mm } }))
              }}
            />
          ))}
        </div>
      </fieldset>
    </>
  )
}

/** How it is for its kind, and what it looks like. */
export function LooksFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const figure = figureOf(dog)
  return (
    <>
      <OneOf
        legend="For its type it is"
        choices={DENSITY_IDS.map((value) => ({ value, label: capital(value) }))}
        value={dog.density ?? 'normal'}
        onChange={(density) => change(setDog({ density }))}
      />
      <AnyOf
        legend="It is"
        choices={choices(MODIFIER_IDS, MODIFIER_LABEL)}
        values={dog.modifiers ?? []}
        onChange={(modifiers) => change(setDog({ modifiers }))}
      />
      <div className="grid grid-cols-2 gap-x-6 gap-y-4 max-lg:grid-cols-1">
        {FIGURE_FIELDS.map(([key, legend, offered]) => (
          <OneOf
            key={key}
            legend={legend}
            choices={offered}
            value={figure[key]}
            onChange={(value) => change(setDog({ figure: { ...dog.figure, [key]: value } }))}
          />
        ))}
      </div>
    </>
  )
}
