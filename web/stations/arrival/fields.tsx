import { type ReactNode, useId } from 'react'
import type { Arrival } from '../../../contract/api.ts'
import {
  COAT_LABEL,
  capital,
  HEALTH_LABEL,
  KEEP_LABEL,
  MODIFIER_LABEL,
  STYLE_WISH_LABEL,
  TEMPERAMENT_LABEL,
  TOLERANCE_LABEL,
} from '../../../contract/words/index.ts'
import {
  BREEDS,
  COAT_TYPE_IDS,
  DEFAULT_LENGTHS,
  DENSITY_IDS,
  findBreed,
  HEALTH_IDS,
  JACKET_IDS,
  type LengthsMm,
  MODIFIER_IDS,
  STYLE_WISH_IDS,
  TEMPERAMENT_IDS,
  TOLERANCE_IDS,
} from '../../../core/index.ts'
import { AnyOf, OneOf } from '../../parts/ask.tsx'
import { OnTheScale } from './OnTheScale.tsx'

interface Props {
  readonly arrival: Arrival
  readonly change: (change: (arrival: Arrival) => Arrival) => void
}

const setDog =
  (set: Partial<Arrival['dog']>) =>
  (arrival: Arrival): Arrival => ({ ...arrival, dog: { ...arrival.dog, ...set } })
const setWishes =
  (set: Partial<NonNullable<Arrival['wishes']>>) =>
  (arrival: Arrival): Arrival => ({
    ...arrival,
    wishes: { ...arrival.wishes, ...set },
  })

const choices = <T extends string>(ids: readonly T[], labels: Record<T, string>): { value: T; label: string }[] =>
  ids.map((value) => ({ value, label: capital(labels[value]) }))

interface NumberProps {
  readonly label: string
  readonly unit: string
  readonly value: number | null | undefined
  readonly min: number
  readonly max: number
  readonly step?: number
  readonly placeholder?: string
  readonly onChange: (value: number | null) => void
}

/** A number with its unit; outside its range it says so beside itself, and the server says no. */
export function NumberField({ label, unit, value, min, max, step = 1, placeholder, onChange }: NumberProps): ReactNode {
  const id = useId()
  const wrong = value !== null && value !== undefined && !(value >= min && value <= max)
  return (
    <div className="w-32">
      <label htmlFor={id} className="mb-1 block font-medium">
        {label} <span className="font-normal text-ink-2">{unit}</span>
      </label>
      <input
        id={id}
        className="field"
        type="number"
        inputMode="decimal"
        min={min}
        max={max}
        step={step}
        placeholder={placeholder}
        value={value ?? ''}
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => onChange(event.target.value === '' ? null : Number(event.target.value))}
      />
      {wrong && (
        <span id={`${id}-wrong`} className="text-sm text-alarm">
          {min} to {max}
        </span>
      )}
    </div>
  )
}

export const Group = ({ title, children }: { title: string; children: ReactNode }): ReactNode => (
  <section className="flex flex-col gap-4">
    <h2 className="text-xl">{title}</h2>
    {children}
  </section>
)

/** Weight, age, temper: what decides how much the dog can give. */
export function DogFields({ arrival, change }: Props): ReactNode {
  const { dog } = arrival
  const years = dog.ageMonths === null || dog.ageMonths === undefined ? null : Math.floor(dog.ageMonths / 12)
  const months = dog.ageMonths === null || dog.ageMonths === undefined ? null : Math.round(dog.ageMonths % 12)
  const age = (y: number | null, m: number | null): void =>
    change(setDog({ ageMonths: y === null && m === null ? null : (y ?? 0) * 12 + (m ?? 0) }))
  return (
    <Group title="Today">
      <div className="flex flex-wrap gap-4">
        <NumberField
          label="Weight"
          unit="kg"
          min={0.5}
          max={120}
          step={0.1}
          value={dog.weightKg}
          onChange={(weightKg) => change(setDog({ weightKg: weightKg ?? Number.NaN }))}
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
      <OneOf
        legend="Temper"
        choices={choices(TEMPERAMENT_IDS, TEMPERAMENT_LABEL)}
        value={dog.temperament ?? 'unknown'}
        onChange={(temperament) => change(setDog({ temperament }))}
      />
      <div className="grid grid-cols-[repeat(auto-fit,minmax(390px,1fr))] gap-4 max-sm:grid-cols-1">
        {(
          [
            ['dryerTolerance', 'Takes the dryer'],
            ['faceTolerance', 'Takes hands at the face'],
            ['nailTolerance', 'Takes nails'],
          ] as const
        ).map(([key, legend]) => (
          <OneOf
            key={key}
            legend={legend}
            choices={choices(TOLERANCE_IDS, TOLERANCE_LABEL)}
            value={dog[key] ?? 'unknown'}
            onChange={(value) => change(setDog({ [key]: value }))}
          />
        ))}
      </div>
    </Group>
  )
}

export function HealthFields({ arrival, change }: Props): ReactNode {
  const { dog } = arrival
  const surgery = dog.surgery ?? null
  return (
    <Group title="Health, as the owner tells it">
      <AnyOf
        legend="Has or is"
        choices={choices(HEALTH_IDS, HEALTH_LABEL)}
        values={dog.health ?? []}
        onChange={(health) =>
          change(
            setDog({
              health,
              surgery: health.includes('recent-surgery') ? (surgery ?? { daysAgo: 14, cleared: false }) : null,
            }),
          )
        }
      />
      {surgery && (
        <div className="flex flex-wrap items-end gap-4">
          <NumberField
            label="Surgery"
            unit="days ago"
            min={0}
            max={10000}
            value={surgery.daysAgo}
            onChange={(daysAgo) => change(setDog({ surgery: { ...surgery, daysAgo: daysAgo ?? 0 } }))}
          />
          <OneOf
            legend="The vet has cleared the site"
            choices={[
              { value: 'no', label: 'Not yet' },
              { value: 'yes', label: 'Yes' },
            ]}
            value={surgery.cleared ? 'yes' : 'no'}
            onChange={(value) => change(setDog({ surgery: { ...surgery, cleared: value === 'yes' } }))}
          />
        </div>
      )}
    </Group>
  )
}

const BRUSHINGS = [0, 1, 3, 7] as const

export function WishFields({ arrival, change }: Props): ReactNode {
  const { dog, wishes } = arrival
  const target = wishes.targetMm ?? {}
  const brushing = wishes.homeBrushing ?? { perWeek: 0, toSkin: false }
  const setTarget = (part: keyof LengthsMm, mm: number | null): void => {
    const { [part]: _, ...rest } = target
    change(setWishes({ targetMm: mm === null ? rest : { ...rest, [part]: mm } }))
  }
  const perWeek = BRUSHINGS.findLast((n) => brushing.perWeek >= n) ?? 0
  return (
    <Group title="What the owner wants">
      <OneOf
        legend="The length"
        choices={([0, 1, 2, 3] as const).map((value) => ({ value, label: capital(KEEP_LABEL[value]) }))}
        value={wishes.keepLength ?? 1}
        onChange={(keepLength) => change(setWishes({ keepLength }))}
      />
      <OneOf
        legend="The style"
        choices={choices(STYLE_WISH_IDS, STYLE_WISH_LABEL)}
        value={wishes.style ?? 'natural'}
        onChange={(style) => change(setWishes({ style, show: style === 'show' }))}
      />
      <div className="flex flex-wrap gap-4">
        <NumberField
          label="Body to"
          unit="mm"
          min={0}
          max={600}
          value={target.body}
          placeholder="as is"
          onChange={(mm) => setTarget('body', mm)}
        />
        <NumberField
          label="Legs to"
          unit="mm"
          min={0}
          max={600}
          value={target.legs}
          placeholder="as is"
          onChange={(mm) => setTarget('legs', mm)}
        />
        <NumberField
          label="Head to"
          unit="mm"
          min={0}
          max={600}
          value={target.head}
          placeholder="as is"
          onChange={(mm) => setTarget('head', mm)}
        />
      </div>
      {dog.coatType === 'wire' && (
        <div className="flex flex-wrap gap-x-8 gap-y-4">
          <OneOf
            legend="The jacket"
            choices={[
              { value: 'no', label: 'May be clipped' },
              { value: 'yes', label: 'Keep it' },
            ]}
            value={wishes.keepJacket ? 'yes' : 'no'}
            onChange={(value) => change(setWishes({ keepJacket: value === 'yes' }))}
          />
          <OneOf
            legend="It is"
            choices={JACKET_IDS.map((value) => ({ value, label: capital(value) }))}
            value={dog.jacket ?? 'tight'}
            onChange={(jacket) => change(setDog({ jacket }))}
          />
        </div>
      )}
      {dog.coatType === 'double' && (
        <AnyOf
          legend="Clipping a double coat: it may grow back patchy, woolly, or not at all"
          choices={[
            { value: 'doubleClip', label: 'Owner was told and says yes' },
            { value: 'vetDirectsClip', label: 'A vet directs it' },
          ]}
          values={(['doubleClip', 'vetDirectsClip'] as const).filter((key) => arrival.consents?.[key])}
          onChange={(given) =>
            change((before) => ({
              ...before,
              consents: { doubleClip: given.includes('doubleClip'), vetDirectsClip: given.includes('vetDirectsClip') },
            }))
          }
        />
      )}
      <div className="flex flex-wrap gap-x-8 gap-y-4">
        <OneOf
          legend="Brushed at home, times a week"
          choices={BRUSHINGS.map((value) => ({ value, label: String(value) }))}
          value={perWeek}
          onChange={(n) => change(setWishes({ homeBrushing: { ...brushing, perWeek: n } }))}
        />
        <OneOf
          legend="And down to the skin"
          choices={[
            { value: 'no', label: 'On top' },
            { value: 'yes', label: 'To the skin' },
          ]}
          value={brushing.toSkin ? 'yes' : 'no'}
          onChange={(value) => change(setWishes({ homeBrushing: { ...brushing, toSkin: value === 'yes' } }))}
        />
        <AnyOf
          legend="Also"
          choices={[
            { value: 'swims', label: 'Swims' },
            { value: 'wearsCoat', label: 'Wears coat or harness' },
          ]}
          values={(['swims', 'wearsCoat'] as const).filter((key) => wishes[key])}
          onChange={(given) =>
            change(setWishes({ swims: given.includes('swims'), wearsCoat: given.includes('wearsCoat') }))
          }
        />
      </div>
    </Group>
  )
}

const PARTS = [
  ['body', 'Body'],
  ['legs', 'Legs'],
  ['head', 'Head'],
  ['ears', 'Ears'],
  ['tail', 'Tail'],
] as const

export function CoatFields({ arrival, change }: Props): ReactNode {
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
          {PARTS.map(([part, label]) => (
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
