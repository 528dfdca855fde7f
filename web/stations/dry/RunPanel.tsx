import { ArrowRight, Check, Droplets, Play, Wind } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import { minutesText, placeName } from '../../../contract/words/index.ts'
import { REGION_SIDES } from '../../../core/index.ts'
import { useDevice } from '../../device/devices.ts'
import { Button } from '../../parts/Button.tsx'
import type { Run } from './use-run.ts'

const clock = (minutes: number): string =>
  `${Math.floor(minutes)}:${String(Math.floor((minutes % 1) * 60)).padStart(2, '0')}`
const DOUBTFUL = 0.5

/** The drying clock, readings of the coat, and when it will be dry by what was measured. */
export function RunPanel({
  run: { run, minutes, estimated, unsaved, mark, measure },
  focus,
  onForget,
  onDry,
  name,
}: {
  run: Run
  /** Place that the probe is held to; null means an average over the dog. */
  focus: number | null
  onForget: () => void
  /** Dry: on to the cut. */
  onDry: () => void
  name: string
}): ReactNode {
  const probe = useDevice('probe')
  const ratio = probe?.values.ratio
  if (!run || run.finishedAt)
    return (
      <div className="flex flex-wrap items-center gap-3 px-5 pb-3" data-testid="run">
        <Button kind="main" onClick={() => mark('start')}>
          <Play size={18} /> {run ? 'Dry again' : 'Towelled: start the clock'}
        </Button>
        <Button onClick={onDry}>
          On to the cut <ArrowRight size={18} />
        </Button>
        {run && (
          <p className="text-ink-2">
            {name} was dry after {minutesText(minutes)} minutes.
          </p>
        )}
      </div>
    )
  const place = focus === null ? null : REGION_SIDES[focus]!
  const where = place ? placeName(place.region, place.side) : 'the dog, anywhere'
  const { finish, water, changeover, absurd } = estimated!
  return (
    <div className="mx-5 mb-3 flex flex-col gap-2 rounded-2xl bg-sheet p-4" data-testid="run">
      <div className="flex items-center gap-x-5 gap-y-1 max-sm:flex-wrap">
        <p className="figure text-4xl font-semibold leading-none" role="timer" aria-label="Minutes since the towel">
          {clock(minutes)}
        </p>
        <p className="min-w-0 flex-1" data-testid="finish">
          <span className="block text-lg font-semibold">
            Dry at about {minutesText(finish.middle)} min
            <span className="font-normal text-ink-2">
              {' '}
              ({minutesText(finish.low)} to {minutesText(finish.high)})
            </span>
          </span>
          <span className="block text-ink-2">
            {Math.round(water.middle)} g of water now ({Math.round(water.low)} to {Math.round(water.high)})
            {!run.changedAt && changeover > minutes && `; brush from minute ${minutesText(changeover)}`}
            {unsaved && ' · not saved yet'}
          </span>
        </p>
        {run.changedAt ? (
          <Button kind="main" onClick={() => mark('finish')}>
            <Check size={18} /> Dry
          </Button>
        ) : (
          <Button kind="main" onClick={() => mark('change')}>
            <Wind size={18} /> Now brushing
          </Button>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button
          tight
          disabled={probe?.link !== 'live' || ratio === undefined}
          onClick={() =>
            ratio !== undefined &&
            measure({
              kind: 'probe',
              region: place?.region ?? null,
              side: place?.side ?? null,
              value: Math.max(0, Math.min(10, ratio)),
            })
          }
        >
          <Droplets size={18} />
          {probe?.link === 'live' && ratio !== undefined
            ? `Probe ${ratio.toFixed(2)} g/g on ${where}`
            : probeSays(probe?.link)}
        </Button>
        {place && (
          <Button kind="quiet" tight onClick={onForget}>
            Anywhere
          </Button>
        )}
        <Towels onWeigh={(value) => measure({ kind: 'towel', region: null, side: null, value })} />
        <p className="text-ink-2" data-testid="readings">
          {run.readings.length === 0
            ? 'Touch a place and hold the probe there.'
            : `${run.readings.length} reading${run.readings.length === 1 ? '' : 's'}${doubtText(absurd)}`}
        </p>
      </div>
    </div>
  )
}

const doubtText = (absurd: readonly number[]): string => {
  const doubtful = absurd.filter((chance) => chance > DOUBTFUL).length
  return doubtful > 0 ? `, ${doubtful} left out as absurd` : ''
}

const probeSays = (link: 'live' | 'silent' | 'unplugged' | undefined): string =>
  link === 'silent' ? 'The probe is silent' : link === 'unplugged' ? 'The probe is unplugged' : 'No probe'

/** What cloth and towels weigh more than dry. */
function Towels({ onWeigh }: { onWeigh: (grams: number) => void }): ReactNode {
  const [text, setText] = useState('')
  const send = (): void => {
    if (text.trim() === '') return
    const grams = Number(text.replace(',', '.'))
    if (!(grams > 0 && grams <= 20_000)) {
      toast.error(`Towels: got "${text}", expected grams from 1 to 20000`)
      return
    }
    onWeigh(grams)
    setText('')
  }
  return (
    <label className="flex items-center gap-2">
      <span className="text-ink-2">Towels gained</span>
      <input
        className="field w-20 text-right"
        inputMode="decimal"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={send}
        onKeyDown={(event) => event.key === 'Enter' && send()}
      />
      g
    </label>
  )
}
