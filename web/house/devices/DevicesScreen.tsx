import { Plug, PlugZap } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { Device, DeviceKind, Simulate } from '../../../contract/api/devices.ts'
import { GUARD_TEXT } from '../../../contract/words/index.ts'
import { temperatureText, weightText } from '../../../contract/words/measures.ts'
import { DEFAULT_HOUSE, guardSays } from '../../../core/index.ts'
import { simulate, tare, useDevices } from '../../device/devices.ts'
import { Button } from '../../parts/Button.tsx'
import { Slider } from '../../parts/Slider.tsx'
import { HousePage } from '../HousePage.tsx'

const KINDS: readonly DeviceKind[] = ['scale', 'climate', 'probe', 'thermometer', 'sound']

/** Every device of the salon, live; the stand-ins can be told what to measure. */
export function DevicesScreen(): ReactNode {
  const devices = useDevices()
  const list = KINDS.flatMap((kind) => devices.get(kind) ?? [])
  return (
    <HousePage>
      <h1 className="mb-2 text-3xl">Devices</h1>
      <p className="mb-5 max-w-2xl text-ink-2">
        Live as they read. Those marked “stand-in” ship with Etude and measure nothing: move their sliders, pull their
        plugs. A real device takes the same place over the same lines.
      </p>
      {list.length === 0 && (
        <p className="py-10 text-lg text-ink-2">
          No devices here, or the server is away. They come back by themselves.
        </p>
      )}
      <ul className="grid gap-4 md:grid-cols-2">
        {list.map((device) => (
          <li key={device.id} className="card p-5" data-device={device.id} data-link={device.link}>
            <DeviceCard device={device} />
          </li>
        ))}
      </ul>
    </HousePage>
  )
}

const LINK_TEXT: Record<Device['link'], string> = {
  live: 'live',
  silent: 'silent: nothing comes',
  unplugged: 'unplugged',
}

function troubleText({ trouble, fault, link }: Device): string | null {
  if (link !== 'live') return null
  if (trouble === 'fault') return fault ?? 'reports a fault'
  if (trouble === 'absurd') return 'out of all range: left out'
  return trouble === 'noisy' ? 'jumps about: smoothed' : null
}

function reading({ kind, values, scale }: Device): string {
  const figure = (id: string, digits: number): string => (values[id] === undefined ? '–' : values[id].toFixed(digits))
  const warmth = (id: string): string => (values[id] === undefined ? '–' : temperatureText(values[id], 1))
  if (kind === 'scale') return scale?.kg === null || !scale ? '–' : weightText(scale.kg, 2)
  if (kind === 'climate') return `${warmth('tempC')}, ${figure('rh', 0)} %`
  if (kind === 'probe') return `${figure('ratio', 2)} g/g`
  if (kind === 'thermometer') return warmth('celsius')
  return `${figure('dBA', 0)} dBA`
}

function DeviceCard({ device }: { device: Device }): ReactNode {
  const { name, link, simulated, scale, kind, values } = device
  const wrong = troubleText(device)
  const guard =
    kind === 'thermometer' && values.celsius !== undefined ? guardSays(values.celsius, 0, null, DEFAULT_HOUSE) : null
  return (
    <>
      <p className="flex items-center gap-2">
        {link === 'unplugged' ? <Plug size={18} /> : <PlugZap size={18} />}
        <span className="font-semibold">{name}</span>
        {simulated && <span className="text-ink-2">stand-in</span>}
        <span className="grow" />
        <span className={link === 'live' ? 'text-ink-2' : 'font-semibold text-alarm'} role="status">
          {LINK_TEXT[link]}
        </span>
      </p>
      <p
        className={`figure my-2 text-4xl font-semibold leading-tight ${link === 'live' ? '' : 'text-ink-2'}`}
        data-testid={`reading-${device.id}`}
      >
        {reading(device)}
      </p>
      <p className="min-h-6">
        {wrong && <span className="font-semibold text-alarm">{wrong}</span>}
        {!wrong &&
          scale &&
          (scale.steadyKg !== null ? (
            <span className="font-semibold">steady at {weightText(scale.steadyKg, 2)}</span>
          ) : (
            <span className="text-ink-2">moving, or empty</span>
          ))}
        {!wrong && guard && guard !== 'fine' && <span className="font-semibold text-alarm">{GUARD_TEXT[guard]}</span>}
      </p>
      {scale && (
        <p className="mt-1 flex items-center gap-3">
          <Button disabled={link !== 'live'} onClick={() => void tare(device.id).catch(failed)}>
            Tare
          </Button>
          <span className="text-ink-2">tare {weightText(scale.tareKg, 2)}</span>
        </p>
      )}
      {simulated && <StandIn device={device} />}
    </>
  )
}

const failed = (error: Error): void => void toast.error(error.message)

const SLIDER: Record<DeviceKind, { label: string; least: number; most: number; step: number; start: number }> = {
  scale: { label: 'On the platform, kg', least: 0, most: 60, step: 0.1, start: 0 },
  climate: { label: 'Room, °C', least: 10, most: 38, step: 0.5, start: 22 },
  probe: { label: 'Coat, g/g', least: 0, most: 2.5, step: 0.05, start: 0 },
  thermometer: { label: 'Surface, °C', least: 15, most: 70, step: 0.5, start: 24 },
  sound: { label: 'Level, dBA', least: 35, most: 110, step: 1, start: 48 },
}

/** What a stand-in measures, and its faults. */
function StandIn({ device: { id, kind, link } }: { device: Device }): ReactNode {
  const { label, least, most, step, start } = SLIDER[kind]
  const [value, setValue] = useState(start)
  const [second, setSecond] = useState(50)
  const tell = (change: Simulate): void => void simulate(id, change).catch(failed)
  const slide = (
    text: string,
    at: number,
    range: { least: number; most: number; step: number },
    key: 'value' | 'second',
    set: (value: number) => void,
  ): ReactNode => (
    <div className="block">
      <span className="flex justify-between">
        <span>{text}</span>
        <span className="figure font-semibold">{at}</span>
      </span>
      <Slider
        label={text}
        says={String(at)}
        least={range.least}
        most={range.most}
        step={range.step}
        value={at}
        onChange={(to) => {
          set(to)
          tell({ key, value: to })
        }}
      />
    </div>
  )
  return (
    <details className="mt-3">
      <summary className="min-h-11 content-center font-medium">What it measures</summary>
      {slide(label, value, { least, most, step }, 'value', setValue)}
      {kind === 'climate' && slide('Humidity, %', second, { least: 10, most: 98, step: 1 }, 'second', setSecond)}
      <div className="flex flex-wrap gap-1.5">
        <Button tight onClick={() => tell({ key: 'plug', value: link === 'unplugged' ? 1 : 0 })}>
          {link === 'unplugged' ? 'Plug it in' : 'Pull the plug'}
        </Button>
        <Button tight onClick={() => tell({ key: 'noise', value: 60 })}>
          Make it noisy
        </Button>
        <Button tight onClick={() => tell({ key: 'noise', value: 1 })}>
          Quiet
        </Button>
        <Button tight onClick={() => tell({ key: 'absurd', value: 4 })}>
          Absurd readings
        </Button>
      </div>
    </details>
  )
}
