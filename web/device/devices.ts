import { useSyncExternalStore } from 'react'
import { type Device, type DeviceKind, deviceSchema, devicesApi, type Simulate } from '../../contract/api/devices.ts'
import { answerOf } from './client.ts'
import { openStream } from './stream.ts'

type Devices = ReadonlyMap<string, Device>

let devices: Devices = new Map()
let close: (() => void) | null = null
const listeners = new Set<() => void>()

function take(device: Device): void {
  devices = new Map(devices).set(device.id, device)
  for (const listener of listeners) listener()
}

/** Without the server nothing is measured: every device reads as pulled out until it is back. */
function lose(): void {
  devices = new Map([...devices].map(([id, device]) => [id, { ...device, link: 'unplugged' as const }]))
  for (const listener of listeners) listener()
}

/** One stream for the whole page, open while somebody watches. */
function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  close ??= openStream(`/api${devicesApi.stream.path}`, {
    [devicesApi.stream.event]: ({ data }) => {
      const read = deviceSchema.safeParse(JSON.parse(data))
      if (read.success) take(read.data)
    },
    error: lose,
  })
  return () => {
    listeners.delete(listener)
    if (listeners.size > 0) return
    close?.()
    close = null
  }
}

/** Every device as it reads now. */
export const useDevices = (): Devices => useSyncExternalStore(subscribe, () => devices)

export const useDevice = (kind: DeviceKind): Device | null => useDevices().get(kind) ?? null

export const tare = async (id: string): Promise<void> => take(await answerOf(devicesApi.tare, { device: id, body: {} }))
export const simulate = async (id: string, change: Simulate): Promise<void> =>
  take(await answerOf(devicesApi.simulate, { device: id, body: change }))
