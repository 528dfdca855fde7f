import { type ReactNode, useId } from 'react'
import { COAT_LABEL, capital, MODIFIER_LABEL, PART_NAMES } from '../../../contract/words/index.ts'
import { BREEDS, COAT_TYPE_IDS, DEFAULT_LENGTHS, DENSITY_IDS, findBreed, MODIFIER_IDS } from '../../../core/index.ts'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, Group, NumberField, setDog } from './field-parts.tsx'

export function CoatFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const id = useId()
  const usual = DEFAULT_LENGTHS[dog.coatType]
  const breed = dog.breed ? findBreed(dog.breed) : undefined
  return (
    <Group title="Coat">
      <div>
        <label htmlFor={id} className="mb-1 block font-medium">
          Breed or cross
        </label>
        <select
          id={id}
          className="field max-w-md"
          value={dog.breed ?? 'unknown'}
          onChange={(event) => {
            const known = findBreed(event.target.value)
            change(setDog({ breed: event.target.value, ...(known ? { coatType: known.coatType } : {}) }))
          }}
        >
          <option value="unknown">not known</option>
          <option value="cross">cross, parents unknown</option>
          {BREEDS.map(({ id: breedId, name }) => (
            <option key={breedId} value={breedId}>
              {name}
            </option>
          ))}
        </select>
        {breed && !(dog.weightKg >= breed.weightKg[0] && dog.weightKg <= breed.weightKg[1]) && (
          <p className="mt-1 text-ink-2">
            Usual weight is {breed.weightKg[0]} to {breed.weightKg[1]} kg.
          </p>
        )}
        {breed?.orCoatType && (
          <p className="mt-1 text-ink-2">
            Took after which parent? {COAT_LABEL[breed.coatType]} or {COAT_LABEL[breed.orCoatType].toLowerCase()}.
          </p>
        )}
      </div>
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
