import { dirname } from 'node:path'
import type { Logger } from 'pino'
import { follow } from '../contract/words/habits.ts'
import { loadDemo } from '../demo/load.ts'
import { type BackupKeeper, backupFile, forgottenIn } from './backups/keeper.ts'
import type { Config } from './config.ts'
import type { Store } from './store.ts'

interface Given {
  readonly store: Store
  readonly backups: BackupKeeper
  readonly config: Pick<Config, 'ETUDE_DEMO' | 'ETUDE_RESTORE' | 'ETUDE_BACKUPS'>
  readonly passphrase: string | null
  readonly now: () => Date
  readonly log: Pick<Logger, 'info'>
}

/**
 * What a server does before it serves anybody: the database is saved if it is of an earlier version, brought up, filled
 * from a backup if that was asked for, and its salon begun. One server at a time does so; whichever comes second finds it
 * done, and goes on with it where the first was killed.
 */
export const bringUp = ({ store, backups, config, passphrase, now, log }: Given): Promise<void> =>
  store.alone(async () => {
    // Whatever an update does to it, what was there can be had back.
    if ((await store.isOurs()) && (await store.isBehind())) await backups.make()
    await store.migrate()
    if (config.ETUDE_RESTORE) {
      await store.backup.restore(backupFile(config.ETUDE_RESTORE, passphrase))
      const folders = new Set([dirname(config.ETUDE_RESTORE), config.ETUDE_BACKUPS])
      for (const folder of folders) for (const id of await forgottenIn(folder)) await store.ownerRights.eraseAgain(id)
      log.info({ file: config.ETUDE_RESTORE }, 'restored')
    }
    await begin(store, config.ETUDE_DEMO, now())
  })

/**
 * The salon as it was asked for at the start: the made-up one brought to today, an empty one of one's own, or nothing yet,
 * where the first to open it is asked. What was begun stays what it is.
 */
async function begin(store: Store, as: Config['ETUDE_DEMO'], now: Date): Promise<void> {
  if (await store.salon.isEmpty()) {
    if (as === '1') await loadDemo(store, now)
    if (as === '0') await store.salon.found('Your salon', [], false)
    return
  }
  const salon = await store.salon.read()
  const { demo } = salon
  if (demo && as === '0')
    throw new Error(
      'this data folder holds the made-up salon; leave it on its own screen, or begin in another (ETUDE_DATA)',
    )
  if (demo) await loadDemo(store, now)
  follow(salon)
}
