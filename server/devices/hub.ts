import { DEVICE_KINDS, type Device, type DeviceKind, type Simulate } from '../../contract/api/devices.ts'
import { NotFound } from '../db/errors.ts'
import { Driver } from './driver.ts'
import { type StandIn, startStandIn } from './stand-in.ts'

const NAMES: Readonly<Record<DeviceKind, string>> = {
  scale: 'Table scale',
  climate: 'Room sensor',
  probe: 'Coat probe',
  thermometer: 'Blade and surface thermometer',
  sound: 'Sound meter',
}

/** All devices of the salon: their drivers, and who is told when something changes. */
export class DeviceHub {
  readonly #drivers: readonly Driver[]
  readonly #standIns: ReadonlyMap<string, StandIn>
  readonly #listeners = new Set<(device: Device) => void>()

  private constructor(where: readonly { kind: DeviceKind; host: string; port: number; standIn: StandIn | null }[]) {
    this.#standIns = new Map(where.flatMap(({ kind, standIn }) => (standIn ? [[kind, standIn] as const] : [])))
    this.#drivers = where.map(({ kind, host, port, standIn }) => {
      const driver: Driver = new Driver(
        { id: kind, kind, name: NAMES[kind], host, port, simulated: standIn !== null },
        () => this.#tell(driver),
      )
      return driver
    })
  }

  /**
   * @param setting `simulated` for stand-ins of every kind, `off` for none, or where the salon's own devices listen:
   * `scale=127.0.0.1:7001,probe=127.0.0.1:7002`
   * @throws {Error} for a setting that is none of these
   */
  static async open(setting: string): Promise<DeviceHub> {
    if (setting === 'off') return new DeviceHub([])
    if (setting === 'simulated') {
      const standIns = await Promise.all(
        DEVICE_KINDS.map(async (kind) => ({ kind, standIn: await startStandIn(kind) })),
      )
      return new DeviceHub(
        standIns.map(({ kind, standIn }) => ({ kind, host: '127.0.0.1', port: standIn.port, standIn })),
      )
    }
    return new DeviceHub(
      setting.split(',').map((part) => {
        const found = /^\s*(\w+)=([\w.-]+|\[[\da-f:]+\]):(\d+)\s*$/i.exec(part)
        const kind = DEVICE_KINDS.find((known) => known === found?.[1])
        if (!found || !kind)
          throw new Error(`ETUDE_DEVICES: got ${part}, expected simulated, off, or ${DEVICE_KINDS.join('|')}=host:port`)
        return { kind, host: found[2]!, port: Number(found[3]), standIn: null }
      }),
    )
  }

  #tell(driver: Driver): void {
    if (this.#listeners.size === 0) return
    const state = driver.state()
    for (const listener of this.#listeners) listener(state)
  }

  all = (): Device[] => this.#drivers.map((driver) => driver.state())

  /** @returns what stops the listening */
  listen(listener: (device: Device) => void): () => void {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  #driver(id: string): Driver {
    const driver = this.#drivers.find(({ options }) => options.id === id)
    if (!driver) throw new NotFound('device', id)
    return driver
  }

  tare(id: string): Device {
    const driver = this.#driver(id)
    driver.tare()
    return driver.state()
  }

  /** Only stand-ins can be told what to measure. */
  async simulate(id: string, change: Simulate): Promise<Device> {
    const standIn = this.#standIns.get(id)
    if (!standIn) throw new NotFound('stand-in', id)
    await standIn.simulate(change)
    return this.#driver(id).state()
  }

  /** Gives the stand-in probe a wet coat to measure, where there is one. */
  async wetCoat(ratio: number, halvingMin: number): Promise<void> {
    const probe = this.#standIns.get('probe')
    await probe?.simulate({ key: 'halving', value: halvingMin })
    await probe?.simulate({ key: 'value', value: ratio })
  }

  async close(): Promise<void> {
    for (const driver of this.#drivers) driver.close()
    await Promise.all([...this.#standIns.values()].map((standIn) => standIn.close()))
  }
}
