import PgBoss from 'pg-boss'
import type { Logger } from 'pino'

const NIGHTLY = 'nightly-backup'
/** By the salon's clock. */
const AT_NIGHT = '0 3 * * *'
const CONNECTIONS = 2
const HALF_AN_HOUR_S = 1800

/** What happens by itself: queued in the database, so that of several servers one does it, once. */
export interface Jobs {
  readonly stop: () => Promise<void>
}

/** @param zone where the salon's clock is, by its IANA name */
export async function startJobs(
  databaseUrl: string,
  zone: string,
  work: { readonly backup: () => Promise<void> },
  log: Logger,
): Promise<Jobs> {
  const boss = new PgBoss({ connectionString: databaseUrl, max: CONNECTIONS, schema: 'jobs' })
  boss.on('error', ({ name }) => log.warn({ failure: name }, 'jobs'))
  await boss.start()
  await boss.createQueue(NIGHTLY)
  await boss.updateQueue(NIGHTLY, {
    name: NIGHTLY,
    policy: 'singleton',
    retryLimit: 3,
    retryBackoff: true,
    expireInSeconds: HALF_AN_HOUR_S,
  })
  await boss.schedule(NIGHTLY, AT_NIGHT, {}, { tz: zone })
  await boss.work(NIGHTLY, async () => {
    await work.backup()
  })
  return { stop: () => boss.stop({ graceful: false, wait: false }) }
}
