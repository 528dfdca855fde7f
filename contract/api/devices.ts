import * as z from 'zod'
import { live, nothing, post, read, subject } from './endpoint.ts'

export const DEVICE_KINDS = ['scale', 'climate', 'probe', 'thermometer', 'sound'] as const

export type DeviceKind = (typeof DEVICE_KINDS)[number]

/** What each kind measures, in the order of its line, with its unit and the range beyond which a reading is absurd. */
export const CHANNELS: Readonly<
  Record<
    DeviceKind,
    readonly { readonly id: string; readonly unit: string; readonly least: number; readonly most: number }[]
  >
> = {
  scale: [{ id: 'kg', unit: 'kg', least: -5, most: 150 }],
  climate: [
    { id: 'tempC', unit: 'C', least: -10, most: 50 },
    { id: 'rh', unit: '%', least: 1, most: 100 },
  ],
  probe: [{ id: 'ratio', unit: 'g/g', least: 0, most: 4 }],
  thermometer: [{ id: 'celsius', unit: 'C', least: -10, most: 120 }],
  sound: [{ id: 'dBA', unit: 'dBA', least: 20, most: 130 }],
}

/** live: readings come; silent: connected, nothing comes; unplugged: no connection. */
export const LINKS = ['live', 'silent', 'unplugged'] as const

export const deviceSchema = z.object({
  id: z.string(),
  kind: z.enum(DEVICE_KINDS),
  name: z.string(),
  simulated: z.boolean(),
  link: z.enum(LINKS),
  /** ms since 1970 of the last good reading; null before the first. */
  at: z.number().nullable(),
  /** Smoothed, by channel. */
  values: z.record(z.string(), z.number()),
  /** absurd: the last reading was out of all range and was left out; noisy: readings jump about. */
  trouble: z.enum(['absurd', 'noisy', 'fault']).nullable(),
  fault: z.string().nullable(),
  scale: z.object({ tareKg: z.number(), kg: z.number().nullable(), steadyKg: z.number().nullable() }).nullable(),
})

export type Device = z.infer<typeof deviceSchema>

export const SIM_KEYS = ['plug', 'value', 'second', 'noise', 'absurd', 'halving'] as const

/** What may be asked of a stand-in; a real device has no such door. */
export const simulateSchema = z.object({
  key: z.enum(SIM_KEYS),
  value: z.number().min(-1000).max(100_000),
})

export type Simulate = z.infer<typeof simulateSchema>

/** Devices of the salon, live. */
export const devicesApi = subject('devices', {
  all: read('/devices', { summary: 'Every device as it stands', gives: z.array(deviceSchema) }),
  tare: post('/devices/:device/tare', {
    summary: 'What lies on the scale counts as nothing',
    takes: nothing,
    gives: deviceSchema,
  }),
  simulate: post('/devices/:device/simulate', {
    summary: 'Tell a stand-in what to measure, or pull it out',
    takes: simulateSchema,
    gives: deviceSchema,
  }),
  stream: live('/devices/stream', { summary: 'Every device as it changes', event: 'device', gives: deviceSchema }),
})
