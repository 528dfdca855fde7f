import { type ReactNode, useMemo } from 'react'
import { askedFor, dogOf, wishesOf } from '../../../contract/formats/read-assessment.ts'
import {
  capital,
  EXTRA_LABEL,
  KEEP_LABEL,
  mmText,
  patternName,
  patternText,
  STYLE_WISH_LABEL,
  upkeepText,
} from '../../../contract/words/index.ts'
import {
  type CutWishes,
  EXTRA_IDS,
  houseWith,
  isTidy,
  JACKET_IDS,
  type LengthsMm,
  type Pattern,
  patternsFor,
  type RegionId,
  STYLE_WISH_IDS,
  samePattern,
  schoolsWith,
  wishedMm,
  withExtras,
  withLength,
  withoutOpposites,
  withPattern,
  withStyle,
} from '../../../core/index.ts'
import { useOwnPatterns } from '../../device/use-own-patterns.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { SelectField, TextField } from '../../parts/Field.tsx'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { choices, type FieldProps, NumberField, setDog, setWishes } from './field-parts.tsx'

const BRUSHINGS = [0, 1, 3, 7] as const

export function WishFields({ arrival, change }: FieldProps): ReactNode {
  const { dog, wishes } = arrival
  const target = wishes.targetMm ?? {}
  const brushing = wishes.homeBrushing ?? { perWeek: 0, toSkin: false }
  const cutWishes: CutWishes = wishesOf(arrival)
  const setCut = ({ style, targetMm, pattern }: CutWishes): void =>
    change(setWishes({ style, show: style === 'show', targetMm, pattern: pattern ?? undefined }))
  const setTarget = (part: keyof LengthsMm, mm: number | null): void => {
    const { [part]: _, ...rest } = target
    if (mm === null) change(setWishes({ targetMm: rest }))
    else setCut(withLength(cutWishes, part, mm))
  }
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const about = { dog: dogOf(arrival), wishes: wishesOf(arrival), schools: schoolsWith(salon?.schools) }
  const inGrey = (place: RegionId): string => {
    const mm = wishedMm(place, about, house)
    return mm === null ? (isTidy(about) ? 'tidied' : 'as is') : mmText(mm)
  }
  const { note } = askedFor(wishes)
  const bodyMm = wishedMm('back', about, house)
  const atOdds = wishes.keepLength === 3 && bodyMm !== null && bodyMm < about.dog.lengthMm.body
  const patterns = patternsFor(about, house, useOwnPatterns())
  const patternOfId = (id: string): Pattern | null => patterns.find((one) => one.id === id)?.pattern ?? null
  const taken = patterns.find(({ pattern }) => samePattern(cutWishes.pattern, pattern))
  const perWeek = BRUSHINGS.findLast((n) => brushing.perWeek >= n) ?? 0
  return (
    <>
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
        onChange={(style) => setCut(withStyle(cutWishes, style))}
      />
      {patterns.length > 0 && (
        <SelectField
          label="The pattern"
          hint={
            taken ? `At home: ${upkeepText(taken)}.` : cutWishes.pattern ? patternText(cutWishes.pattern) : undefined
          }
          value={taken?.id ?? (cutWishes.pattern ? 'own' : '')}
          onChange={({ target: { value } }) =>
            value !== 'own' && setCut(withExtras(withPattern(cutWishes, patternOfId(value)), askedFor(wishes).extras))
          }
        >
          <option value="">By style and lengths alone</option>
          {cutWishes.pattern && !taken && <option value="own">This dog’s own</option>}
          {patterns.map((one) => (
            <option key={one.id} value={one.id}>
              {patternName(one)}
            </option>
          ))}
        </SelectField>
      )}
      <div className="flex flex-wrap gap-4">
        <NumberField
          label="Body to"
          unit="mm"
          min={0}
          max={600}
          value={target.body}
          placeholder={inGrey('back')}
          onChange={(mm) => setTarget('body', mm)}
        />
        <NumberField
          label="Legs to"
          unit="mm"
          min={0}
          max={600}
          value={target.legs}
          placeholder={inGrey('foreleg')}
          onChange={(mm) => setTarget('legs', mm)}
        />
        <NumberField
          label="Head to"
          unit="mm"
          min={0}
          max={600}
          value={target.head}
          placeholder={inGrey('crown')}
          onChange={(mm) => setTarget('head', mm)}
        />
      </div>
      {atOdds && (
        <Alert className="flex flex-wrap items-center gap-2" testId="at-odds">
          <p className="grow basis-60">
            Every hair is to stay, and the style takes the body to {mmText(bodyMm)} mm. Which holds?
          </p>
          <Button onClick={() => change(setWishes({ style: 'natural', show: false, targetMm: {} }))}>
            Every hair stays
          </Button>
          <Button onClick={() => change(setWishes({ keepLength: 1 }))}>It comes to {mmText(bodyMm)} mm</Button>
        </Alert>
      )}
      <AnyOf
        legend="Also asked"
        choices={EXTRA_IDS.map((value) => ({ value, label: EXTRA_LABEL[value] }))}
        values={askedFor(wishes).extras}
        onChange={(chosen) => {
          const extras = withoutOpposites(chosen)
          const { pattern } = withExtras(cutWishes, extras)
          change(setWishes({ extras, note, pattern: pattern ?? undefined }))
        }}
      />
      <TextField
        label="In the owner’s words"
        className="w-full"
        maxLength={500}
        placeholder="read before the first step"
        value={wishes.note ?? note ?? ''}
        onChange={(event) => change(setWishes({ note: event.target.value, extras: [...askedFor(wishes).extras] }))}
      />
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
    </>
  )
}
