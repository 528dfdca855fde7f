import PgBoss from 'pg-boss'
import type { Logger } from 'pino'

/** By the salon's clock. */
const JOBS = {
  // Before the backup, so that it holds nothing that is not kept any more.
  tidy: { queue: 'nightly-tidying', at: '30 2 * * *' },
  backup: { queue: 'nightly-backup', at: '0 3 * * *' },
  learn: { queue: 'nightly-learning', at: '30 3 * * *' },
  remind: { queue: 'reminders', at: '0 15 * * *' },
} as const
const CONNECTIONS = 2
const HALF_AN_HOUR_S = 1800

/** What happens by itself: queued in the database, so that of several servers one does it, once. */
export interface Jobs {
  readonly stop: () => Promise<void>
}

/** Where the queues lie: of salons that share a database each has its own. */
export const queuesOf = (databaseUrl: string, shared: boolean): string =>
  shared ? `jobs_${new URL(databaseUrl).username}` : 'jobs'

/** @param zone where the salon's clock is, by its IANA name @param shared whether other salons are in this database */
export async function startJobs(
  databaseUrl: string,
  zone: string,
  work: {
    readonly tidy: () => Promise<unknown>
    readonly backup: () => Promise<void>
    readonly learn: () => Promise<unknown>
    readonly remind: () => Promise<unknown>
  },
  log: Logger,
  shared = false,
): Promise<Jobs> {
  const boss = new PgBoss({ connectionString: databaseUrl, max: CONNECTIONS, schema: queuesOf(databaseUrl, shared) })
  boss.on('error', ({ name }) => log.warn({ failure: name }, 'jobs'))
  await boss.start()
  for (const [job, { queue, at }] of Object.entries(JOBS) as [keyof typeof JOBS, (typeof JOBS)[keyof typeof JOBS]][]) {
    await boss.createQueue(queue)
    await boss.updateQueue(queue, {
      name: queue,
      policy: 'singleton',
      retryLimit: 3,
      retryBackoff: true,
      expireInSeconds: HALF_AN_HOUR_S,
    })
    await boss.schedule(queue, at, {}, { tz: zone })
    await boss.work(queue, async () => {
      await work[job]()
    })
  }
  return { stop: () => boss.stop({ graceful: false, wait: false }) }
}
