import { CHANNELS, type DeviceKind } from '../../contract/api/devices.ts'

/** A line of the protocol as it was understood; see docs/devices.md. */
export type Line =
  | { readonly what: 'hello'; readonly version: number; readonly kind: string; readonly model: string }
  | { readonly what: 'read'; readonly deviceMs: number; readonly values: readonly number[]; readonly absurd: boolean }
  | { readonly what: 'fault'; readonly text: string }
  | { readonly what: 'pong' }
  /** Not of this protocol: left out. */
  | { readonly what: 'unknown' }

export const LONGEST_LINE = 400

/** Reads one line that a device of a kind sent. Never throws: whatever comes over a wire is data. */
export function readLine(text: string, kind: DeviceKind): Line {
  const words = text.trim().split(/\s+/)
  switch (words[0]) {
    case 'HELLO': {
      const version = /^etude-line\/(\d+)$/.exec(words[1] ?? '')
      return version
        ? { what: 'hello', version: Number(version[1]), kind: words[2] ?? '', model: words.slice(3).join(' ') }
        : { what: 'unknown' }
    }
    case 'READ': {
      const channels = CHANNELS[kind]
      if (words.length !== 2 + channels.length * 2) return { what: 'unknown' }
      const deviceMs = Number(words[1])
      const values = channels.map((_, i) => Number(words[2 + 2 * i]))
      const units = channels.every(({ unit }, i) => words[3 + 2 * i] === unit)
      if (!units || !Number.isFinite(deviceMs)) return { what: 'unknown' }
      const absurd = channels.some(({ least, most }, i) => !(values[i]! >= least && values[i]! <= most))
      return { what: 'read', deviceMs, values, absurd }
    }
    case 'FAULT':
      return { what: 'fault', text: words.slice(1).join(' ').slice(0, 120) }
    case 'PONG':
      return { what: 'pong' }
    default:
      return { what: 'unknown' }
  }
}
