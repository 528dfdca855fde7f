import { connect, type Socket } from 'node:net'
import { CHANNELS, type Device, type DeviceKind } from '../../contract/api/devices.ts'
import { type ScaleReading, scaleState } from '../../core/index.ts'
import { LONGEST_LINE, readLine } from './line.ts'

/** Readings that are smoothed over, and from which scatter they count as noisy, by channel of the kind. */
const WINDOW = 5
const NOISY: Readonly<Record<DeviceKind, number>> = { scale: 1, climate: 6, probe: 0.5, thermometer: 6, sound: 15 }
const SILENT_MS = 5000
const RETRY_MS = [250, 500, 1000, 2000] as const
const PING_MS = 2000
/** A device that does not even answer for so long is not at the other end any more, ms. */
const DEAF_MS = 15_000
const KEPT_MS = 5000
const VERSION = 1

export interface DriverOptions {
  readonly id: string
  readonly kind: DeviceKind
  readonly name: string
  readonly host: string
  readonly port: number
  readonly simulated: boolean
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * Talks to one device over the line protocol: connects again by itself, leaves out what is absurd, smooths what
 * scatters, and says how things stand. A stand-in and a real device look alike to it.
 */
export class Driver {
  readonly options: DriverOptions
  readonly #changed: () => void
  #socket: Socket | null = null
  #retry: NodeJS.Timeout | null = null
  #tries = 0
  #closed = false
  #buffer = ''
  #pluggedAt = 0
  #heardAt = 0
  #deaf = false
  #readAt: number | null = null
  #recent: number[][] = []
  #weights: ScaleReading[] = []
  #absurd = false
  #fault: string | null = null
  #tareKg = 0
  readonly #pulse: NodeJS.Timeout

  constructor(options: DriverOptions, changed: () => void) {
    this.options = options
    this.#changed = changed
    this.#connect()
    let link = this.#link()
    this.#pulse = setInterval(() => {
      this.#socket?.write('PING\n')
      // One that lost its current or its network says no goodbye.
      if (this.#socket && Date.now() - this.#heardAt > DEAF_MS) {
        this.#deaf = true
        this.#socket.destroy()
      }
      // A device that falls silent sends nothing to notice it by.
      if (this.#link() !== link) changed()
      link = this.#link()
    }, PING_MS)
    this.#pulse.unref()
  }

  #connect(): void {
    const socket = connect({ host: this.options.host, port: this.options.port })
    socket.setEncoding('utf8')
    socket.on('connect', () => {
      this.#socket = socket
      this.#heardAt = Date.now()
      // What said nothing before is not thought to be well for having been called again.
      if (!this.#deaf) this.#pluggedAt = this.#heardAt
      this.#buffer = ''
      this.#fault = null
      this.#changed()
    })
    socket.on('data', (text: string) => this.#take(text))
    socket.on('error', () => socket.destroy())
    socket.on('close', () => {
      const was = this.#socket === socket
      if (was) this.#socket = null
      this.#recent = []
      this.#weights = []
      if (was) this.#changed()
      if (this.#closed) return
      const wait = RETRY_MS[Math.min(this.#tries++, RETRY_MS.length - 1)]!
      this.#retry = setTimeout(() => this.#connect(), wait)
      this.#retry.unref()
    })
  }

  #take(text: string): void {
    this.#tries = 0
    this.#heardAt = Date.now()
    this.#deaf = false
    this.#buffer += text
    const lines = this.#buffer.split('\n')
    this.#buffer = lines.pop()!.slice(-LONGEST_LINE)
    for (const line of lines) if (line.length <= LONGEST_LINE) this.#line(line)
  }

  #line(text: string): void {
    const line = readLine(text, this.options.kind)
    if (line.what === 'unknown') return
    if (line.what === 'hello' && (line.version !== VERSION || line.kind !== this.options.kind))
      this.#fault = `this is a ${line.kind || 'device of no kind'} speaking version ${line.version}, a ${this.options.kind} of version ${VERSION} was expected`
    if (line.what === 'fault') this.#fault = line.text || 'the device reports a fault'
    if (line.what === 'read') {
      this.#absurd = line.absurd
      // What was sent before it was plugged into another kind of device is not read as ours.
      if (!line.absurd && !this.#fault) this.#keep(line.values)
    }
    if (line.what !== 'pong') this.#changed()
  }

  #keep(values: readonly number[]): void {
    const at = Date.now()
    this.#readAt = at
    this.#recent = [...this.#recent, [...values]].slice(-WINDOW)
    if (this.options.kind === 'scale')
      this.#weights = [...this.#weights, { at, kg: values[0]! }].filter((reading) => reading.at > at - KEPT_MS)
  }

  #link(): Device['link'] {
    if (!this.#socket) return 'unplugged'
    // One that was plugged in a moment ago gets as long for its first reading.
    return Date.now() - Math.max(this.#readAt ?? 0, this.#pluggedAt) > SILENT_MS ? 'silent' : 'live'
  }

  /** From here on, what lies on the scale counts as nothing. */
  tare(): void {
    const last = this.#weights.at(-1)
    if (last) this.#tareKg = Math.round(last.kg * 100) / 100
    this.#changed()
  }

  state(): Device {
    const { id, kind, name, simulated } = this.options
    const channels = CHANNELS[kind]
    const columns = channels.map((_, i) => this.#recent.map((values) => values[i]!))
    const spread = columns[0]!.length > 2 ? Math.max(...columns[0]!) - Math.min(...columns[0]!) : 0
    return {
      id,
      kind,
      name,
      simulated,
      link: this.#link(),
      at: this.#readAt,
      values: Object.fromEntries(
        channels.flatMap(({ id: channel }, i) => (columns[i]!.length > 0 ? [[channel, median(columns[i]!)]] : [])),
      ),
      trouble: this.#fault ? 'fault' : this.#absurd ? 'absurd' : spread > NOISY[kind] ? 'noisy' : null,
      fault: this.#fault,
      scale: kind === 'scale' ? scaleState(this.#weights, this.#tareKg) : null,
    }
  }

  close(): void {
    this.#closed = true
    clearInterval(this.#pulse)
    if (this.#retry) clearTimeout(this.#retry)
    this.#socket?.destroy()
  }
}
