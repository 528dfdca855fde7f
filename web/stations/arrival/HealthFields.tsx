import type { ReactNode } from 'react'
import { dogOf } from '../../../contract/formats/read-assessment.ts'
import { HEALTH_LABEL } from '../../../contract/words/index.ts'
import { findBreed, HEALTH_IDS, type HealthFlag, hasShortSkull } from '../../../core/index.ts'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, NumberField, setDog } from './field-parts.tsx'

/** What the owner tells of the dog's health. */
export function HealthFields({ arrival, change }: FieldProps): ReactNode {
  const { dog } = arrival
  const surgery = dog.surgery ?? null
  // What the breed says of the skull stands until somebody who sees the dog takes it off.
  const byBreed = dog.breed ? (findBreed(dog.breed)?.brachycephalic ?? false) : false
  const flagged = (dog.health ?? []).filter((flag) => flag !== 'brachycephalic')
  const shown: HealthFlag[] = hasShortSkull(dogOf(arrival)) ? [...flagged, 'brachycephalic'] : flagged
  return (
    <>
      <AnyOf
        legend="Has or is"
        choices={choices(HEALTH_IDS, HEALTH_LABEL)}
        values={shown}
        onChange={(values) => {
          const health = values.filter((flag) => flag !== 'brachycephalic')
          change(
            setDog({
              health,
              skull: values.includes('brachycephalic') === byBreed ? null : byBreed ? 'usual' : 'short',
              surgery: health.includes('recent-surgery') ? (surgery ?? { daysAgo: 14, cleared: false }) : null,
            }),
          )
        }}
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
    </>
  )
}
