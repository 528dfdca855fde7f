import type { ReactNode } from 'react'
import { COAT_LABEL, capital, MODIFIER_LABEL, PART_NAMES } from '../../../contract/words/index.ts'
import { COAT_TYPE_IDS, DEFAULT_LENGTHS, DENSITY_IDS, findBreed, MODIFIER_IDS } from '../../../core/index.ts'
import { BreedField } from '../../parts/BreedField.tsx'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, Group, NumberField, setDog } from './field-parts.tsx'

export function CoatFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const usual = DEFAULT_LENGTHS[dog.coatType]
  const breed = dog.breed ? findBreed(dog.breed) : undefined
  return (
    <Group title="Coat">
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
                `Usual weight is ${breed.weightKg[0]} to ${breed.weightKg[1]} kg. `}
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
    </Group>
  )
}
