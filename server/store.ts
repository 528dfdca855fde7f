import { QueryTypes, type Sequelize } from 'sequelize'
import { AccessRepo } from './access/access.ts'
import { PasskeyRepo } from './access/passkeys.ts'
import { BathRepo } from './bath/baths.ts'
import { BeforeRepo } from './before/before.ts'
import { ConsentRepo } from './consent/consents.ts'
import { DogsOfDays } from './day/dogs.ts'
import { FeedRepo } from './day/feeds.ts'
import { PrepRepo } from './day/prep.ts'
import { ScheduleRepo } from './day/schedule.ts'
import { WaitingRepo } from './day/waiting.ts'
import { BackupRepo } from './db/backup.ts'
import { connect, type OnSlow, tellingSlow } from './db/client.ts'
import type { Clock } from './db/clock.ts'
import { alone } from './db/locks.ts'
import { MIGRATION_NAMES, migrateDown, migrated, migrateUp, NotOurs } from './db/migrate.ts'
import { defineModels } from './db/models/index.ts'
import { emptyTables, ownsTables, salonHere } from './db/tables.ts'
import { DatabaseWatch } from './db/watch.ts'
import { CorrectionRepo } from './dogs/corrections.ts'
import { KeepingRepo } from './dogs/keeping.ts'
import { OwnerRightsRepo } from './dogs/owner-rights.ts'
import { RecordRepo } from './dogs/records.ts'
import { DryingRepo } from './drying/dryings.ts'
import { ExchangeRepo } from './exchange/exchange.ts'
import { GoodbyeRepo } from './goodbye/goodbyes.ts'
import { BenchRepo } from './groom/bench.ts'
import { LearningRepo } from './learning/learning.ts'
import { LookBackRepo } from './learning/look-back.ts'
import { type Reckoner, reckonHere } from './learning/reckoner.ts'
import { LogRepo } from './log/lines.ts'
import { PatternRepo } from './patterns/patterns.ts'
import { PhotoRepo } from './photos/photos.ts'
import { PlanRepo } from './plan/plans.ts'
import { RackRepo } from './rack/rack.ts'
import { SalonRepo } from './salon/salon.ts'
import { AssessmentRepo } from './scores/assessments.ts'
import { ShelfRepo } from './shelf/shelf.ts'
import { VisitRepo } from './visits/visits.ts'

/** All that is kept, behind one door. Every change is one transaction that also writes its line in the log. */
export class Store {
  readonly #sequelize: Sequelize
  readonly access: AccessRepo
  readonly passkeys: PasskeyRepo
  readonly salon: SalonRepo
  readonly visits: VisitRepo
  /** Whether the database says anything at all. */
  readonly watch: DatabaseWatch
  readonly assessments: AssessmentRepo
  readonly plans: PlanRepo
  readonly consents: ConsentRepo
  readonly shelf: ShelfRepo
  readonly baths: BathRepo
  readonly dryings: DryingRepo
  readonly prep: PrepRepo
  readonly schedule: ScheduleRepo
  readonly feeds: FeedRepo
  readonly waiting: WaitingRepo
  readonly before: BeforeRepo
  readonly backup: BackupRepo
  readonly rack: RackRepo
  readonly patterns: PatternRepo
  readonly bench: BenchRepo
  readonly goodbyes: GoodbyeRepo
  readonly photos: PhotoRepo
  readonly records: RecordRepo
  readonly corrections: CorrectionRepo
  readonly ownerRights: OwnerRightsRepo
  readonly keeping: KeepingRepo
  readonly exchange: ExchangeRepo
  readonly log: LogRepo
  readonly learning: LearningRepo
  readonly lookBack: LookBackRepo

  /** @param reckon works out what logs teach @param onSlow hears of statements that took long */
  constructor(
    databaseUrl: string,
    now: Clock,
    { reckon = reckonHere, onSlow }: { readonly reckon?: Reckoner; readonly onSlow?: OnSlow } = {},
  ) {
    this.#sequelize = connect(databaseUrl, {
      // Longer than the watch takes to know that the database is away: only what hangs is given up by these.
      pool: { max: 8, min: 0, acquire: 10_000, idle: 10_000 },
      dialectOptions: { connectionTimeoutMillis: 10_000 },
      ...(onSlow ? tellingSlow(onSlow) : {}),
    })
    defineModels(this.#sequelize)
    this.watch = new DatabaseWatch(databaseUrl)
    this.access = new AccessRepo(this.#sequelize, now)
    this.passkeys = new PasskeyRepo(this.#sequelize, this.access, now)
    this.salon = new SalonRepo(this.#sequelize)
    this.visits = new VisitRepo(this.#sequelize, this.salon, now)
    this.assessments = new AssessmentRepo(this.#sequelize, now)
    this.plans = new PlanRepo(this.#sequelize, this.salon, now)
    this.consents = new ConsentRepo(this.#sequelize, this.salon)
    this.shelf = new ShelfRepo(this.#sequelize)
    this.baths = new BathRepo(this.#sequelize)
    this.dryings = new DryingRepo(this.#sequelize)
    this.prep = new PrepRepo(this.salon, this.shelf)
    this.schedule = new ScheduleRepo(this.#sequelize, this.salon, new DogsOfDays(this.#sequelize), now)
    this.backup = new BackupRepo(this.#sequelize)
    this.learning = new LearningRepo(this.#sequelize, this.salon, now, reckon)
    this.lookBack = new LookBackRepo(this.#sequelize, this.salon)
    this.before = new BeforeRepo(this.#sequelize, this.salon, this.visits, now)
    this.waiting = new WaitingRepo(this.#sequelize, this.salon, now)
    this.feeds = new FeedRepo(this.#sequelize, this.salon, now)
    this.rack = new RackRepo(this.#sequelize)
    this.patterns = new PatternRepo(this.#sequelize)
    this.bench = new BenchRepo(this.#sequelize)
    this.goodbyes = new GoodbyeRepo(this.#sequelize, this.salon, this.visits)
    this.photos = new PhotoRepo(this.#sequelize)
    this.records = new RecordRepo(this.#sequelize, this.salon)
    this.corrections = new CorrectionRepo(this.#sequelize)
    this.ownerRights = new OwnerRightsRepo(this.#sequelize, now)
    this.keeping = new KeepingRepo(this.#sequelize, this.salon, this.ownerRights, now)
    this.log = new LogRepo(this.#sequelize)
    this.exchange = new ExchangeRepo(this.#sequelize, this.visits, this.assessments)
  }

  /** One server at a time, where several have the same database. */
  alone = <T>(work: () => Promise<T>): Promise<T> => alone(this.#sequelize, work)
  /** Whether a salon is there in a schema of an earlier version. */
  isBehind = async (): Promise<boolean> => {
    const { length } = await migrated(this.#sequelize)
    return length > 0 && length < MIGRATION_NAMES.length
  }
  /** Whether the salon has its database to itself. */
  isOurs = (): Promise<boolean> => ownsTables(this.#sequelize)
  /**
   * Brings the database up. Where it is shared with other salons that is not this server's to do.
   * @throws {NotOurs} where it is shared, and older than this version, or the role is none of its salons
   */
  migrate = async (): Promise<string[]> => {
    if (await this.isOurs()) return migrateUp(this.#sequelize)
    if (await this.isBehind())
      throw new NotOurs(
        'this database is shared by several salons and is of an earlier version; first: ./etude salons update',
      )
    if (!(await salonHere(this.#sequelize)))
      throw new NotOurs(
        'this database is somebody else’s, and the role in DATABASE_URL is no salon of it: ./etude salons add',
      )
    return []
  }
  unmigrate = (): Promise<string[]> => migrateDown(this.#sequelize)
  /** An empty database again, whatever was in it. */
  startOver = async (): Promise<void> => {
    if (!(await this.isOurs())) return emptyTables(this.#sequelize, (await salonHere(this.#sequelize))!)
    await this.unmigrate()
    await this.migrate()
  }
  /** PostgreSQL's version, and what the salon takes up on its disk. */
  size = async (): Promise<{ version: string; bytes: number }> => {
    const [row] = await this.#sequelize.query<{ version: string; bytes: number }>(
      "SELECT current_setting('server_version') AS version, pg_database_size(current_database())::float8 AS bytes",
      { type: QueryTypes.SELECT },
    )
    return row!
  }
  close = (): Promise<void> => {
    this.watch.close()
    return this.#sequelize.close()
  }
  /** Statements as they are, for health checks and tests that ask the database itself. */
  query = (sql: string): Promise<unknown> => this.#sequelize.query(sql)
}
