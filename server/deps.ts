import type { Logger } from 'pino'
import type { BackupKeeper } from './backups/keeper.ts'
import type { ChangeFeed } from './changes/feed.ts'
import type { DeviceHub } from './devices/hub.ts'
import type { Store } from './store.ts'
import type { Authority } from './tls/authority.ts'

/** Requests a minute: of an address of which nothing is known, and of a device that was let in or anybody in an open salon. */
export interface Rates {
  readonly stranger: number
  readonly known: number
}

/** What the application is given, so that tests can give it something else. */
export interface Deps {
  readonly store: Store
  readonly devices: DeviceHub
  readonly backups: Pick<BackupKeeper, 'list' | 'make' | 'forget'>
  /** What any server of this salon changed. */
  readonly changes: ChangeFeed
  readonly now: () => Date
  readonly log: Logger
  /** Lays the made-up salon out in an empty database. */
  readonly loadDemo: () => Promise<void>
  /** Folder of the built web application; null in tests of the API alone. */
  readonly webRoot: string | null
  /** What devices trust this server by; null where everything goes in the clear. */
  readonly authority?: Pick<Authority, 'ca' | 'fingerprint'> | null
  /** Names this server is known by, beside those of the machine it runs on. */
  readonly names?: readonly string[]
  /** How often may be asked; as usual where it is not said. */
  readonly rates?: Rates
}
