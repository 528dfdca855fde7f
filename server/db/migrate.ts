import type { Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as salon from './migrations/001-salon.ts'
import * as consent from './migrations/002-consent.ts'
import * as shelf from './migrations/003-shelf.ts'
import * as bench from './migrations/004-bench.ts'
import * as nextVisit from './migrations/005-next-visit.ts'
import * as searchIndex from './migrations/006-search-index.ts'
import * as dogProfile from './migrations/007-dog-profile.ts'
import * as mattingRates from './migrations/008-matting-rates.ts'
import * as styles from './migrations/009-styles.ts'
import * as askedKept from './migrations/010-asked-kept.ts'
import * as patterns from './migrations/011-patterns.ts'
import * as people from './migrations/012-people.ts'
import * as records from './migrations/013-records.ts'
import * as access from './migrations/014-access.ts'
import * as day from './migrations/015-day.ts'
import * as before from './migrations/016-before.ts'
import * as learning from './migrations/017-learning.ts'
import * as waiting from './migrations/018-waiting.ts'
import * as allSteps from './migrations/019-all-steps-teach.ts'
import * as outboxInOrder from './migrations/020-outbox-in-order.ts'
import * as wishedTimes from './migrations/021-wished-times.ts'
import * as matterTeaches from './migrations/022-matter-teaches.ts'
import * as calledOffWhy from './migrations/023-called-off-why.ts'
import * as runningClocks from './migrations/024-running-clocks.ts'
import * as erase from './migrations/025-erase.ts'
import * as tempersTeach from './migrations/026-tempers-teach.ts'
import * as coatsTeach from './migrations/027-coats-teach.ts'
import * as passkeys from './migrations/028-passkeys.ts'
import * as salonId from './migrations/029-salon-id.ts'
import * as unsent from './migrations/030-unsent.ts'

interface Migration {
  readonly name: string
  readonly up: string
  readonly down: string
}

/** In order; a number is never used twice and a released migration never changes. */
const MIGRATIONS: readonly Migration[] = [
  { name: '001-salon', ...salon },
  { name: '002-consent', ...consent },
  { name: '003-shelf', ...shelf },
  { name: '004-bench', ...bench },
  { name: '005-next-visit', ...nextVisit },
  { name: '006-search-index', ...searchIndex },
  { name: '007-dog-profile', ...dogProfile },
  { name: '008-matting-rates', ...mattingRates },
  { name: '009-styles', ...styles },
  { name: '010-asked-kept', ...askedKept },
  { name: '011-patterns', ...patterns },
  { name: '012-people', ...people },
  { name: '013-records', ...records },
  { name: '014-access', ...access },
  { name: '015-day', ...day },
  { name: '016-before', ...before },
  { name: '017-learning', ...learning },
  { name: '018-waiting', ...waiting },
  { name: '019-all-steps-teach', ...allSteps },
  { name: '020-outbox-in-order', ...outboxInOrder },
  { name: '021-wished-times', ...wishedTimes },
  { name: '022-matter-teaches', ...matterTeaches },
  { name: '023-called-off-why', ...calledOffWhy },
  { name: '024-running-clocks', ...runningClocks },
  { name: '025-erase', ...erase },
  { name: '026-tempers-teach', ...tempersTeach },
  { name: '027-coats-teach', ...coatsTeach },
  { name: '028-passkeys', ...passkeys },
  { name: '029-salon-id', ...salonId },
  { name: '030-unsent', ...unsent },
]

export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map(({ name }) => name)

const storageOf = (sequelize: Sequelize): SequelizeStorage =>
  new SequelizeStorage({ sequelize, tableName: 'migrations' })

/** The database was brought up by a version that is newer than this one, which would write into it what it does not know. */
export class NewerDatabase extends Error {
  override readonly name = 'NewerDatabase'
}

/** What is to be done to a database that other salons use too is done for all of them at once, by whoever owns it. */
export class NotOurs extends Error {
  override readonly name = 'NotOurs'
}

async function assertNotNewer(sequelize: Sequelize): Promise<void> {
  const made = await storageOf(sequelize).executed()
  const unknown = made.filter((name) => !MIGRATION_NAMES.includes(name))
  if (unknown.length > 0)
    throw new NewerDatabase(
      `this database is from a newer version (${unknown.join(', ')}); start that one, or an empty data folder with --restore`,
    )
}

const migrator = (sequelize: Sequelize): Umzug<Sequelize> =>
  new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: () => sequelize.transaction((transaction) => sequelize.query(up, { transaction })),
      down: () => sequelize.transaction((transaction) => sequelize.query(down, { transaction })),
    })),
    context: sequelize,
    storage: storageOf(sequelize),
    logger: undefined,
  })

/**
 * @param to the last migration to make; all of them where none is named
 * @throws {NewerDatabase} where one was made that is not known here
 */
export async function migrateUp(sequelize: Sequelize, to?: string): Promise<string[]> {
  await assertNotNewer(sequelize)
  return (await migrator(sequelize).up(to === undefined ? {} : { to })).map(({ name }) => name)
}

/** Migrations made so far, in order. */
export const migrated = async (sequelize: Sequelize): Promise<string[]> =>
  (await migrator(sequelize).executed()).map(({ name }) => name)

export const migrateDown = async (sequelize: Sequelize): Promise<string[]> =>
  (await migrator(sequelize).down({ to: 0 })).map(({ name }) => name)
