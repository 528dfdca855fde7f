import type { ReactNode } from 'react'
import { capital, KEEP_LABEL, STYLE_WISH_LABEL } from '../../../contract/words/index.ts'
import { JACKET_IDS, type LengthsMm, STYLE_WISH_IDS } from '../../../core/index.ts'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, Group, NumberField, setDog, setWishes } from './field-parts.tsx'

const BRUSHINGS = [0, 1, 3, 7] as const

export function WishFields({ arrival, change }: FieldProps): ReactNode {
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
