import { randomBytes } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { appendFile, mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline as callbackPipeline, Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import type { Backups } from '../../contract/api/backups.ts'
import { BackupRepo } from '../db/backup.ts'
import { connect } from '../db/client.ts'
import { iso } from '../db/documents.ts'
import { migrateUp } from '../db/migrate.ts'
import type { Store } from '../store.ts'
import { kept } from './retention.ts'
import { opened, sealed } from './seal.ts'

/**
 * "etude-2026-03-04T030000Z.json.gz", with ".age" after it where it is under a passphrase: when it was begun, in Greenwich,
 * so that names sort as they were made.
 */
const NAME = /^etude-(\d{4})-(\d\d)-(\d\d)T(\d\d)(\d\d)(\d\d)Z\.json\.gz(?:\.age)?$/
const PART = '.part'
const nameOf = (at: Date, sealed: boolean): string =>
  `etude-${iso(at).replace(/\.\d+/, '').replaceAll(':', '')}.json.gz${sealed ? '.age' : ''}`
function momentOf(name: string): Date | null {
  const [, year, month, day, hour, minute, second] = NAME.exec(name) ?? []
  return year ? new Date(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`) : null
}

const COMPRESSED = /\.gz(\.age)?(\.part)?$/
const SEALED = /\.age(\.part)?$/

/**
 * A backup as it lies in a folder: as it is, or as the nightly ones are, compressed, and under a passphrase where the house
 * has one.
 * @throws {DoesNotOpen} where the passphrase does not open it
 */
export async function* backupFile(path: string, passphrase: string | null = null): AsyncGenerator<Uint8Array> {
  const file = createReadStream(path)
  const plain = SEALED.test(path) ? Readable.from(opened(file, passphrase)) : file
  if (!COMPRESSED.test(path)) return yield* plain
  const unzip = createGunzip()
  // Whoever reads hears of what goes wrong on the way.
  yield* callbackPipeline(plain, unzip, () => undefined)
}

const FORGOTTEN = 'forgotten.txt'
/** Ids of owners who were forgotten since backups are kept in a folder. */
export const forgottenIn = async (folder: string): Promise<string[]> =>
  (await readFile(join(folder, FORGOTTEN), 'utf8').catch(() => '')).split('\n').filter((line) => line !== '')

/** A backup could not be made, or what was made does not come back as what it was. */
export class BackupFailed extends Error {
  override readonly name = 'BackupFailed'
}

/**
 * Backups in a folder of the house's choice. One counts only once it was brought back into a scratch database that then
 * holds the same; what does not is not left lying as if it did. Written beside and put in place whole.
 */
export class BackupKeeper {
  readonly #store: Store
  readonly #databaseUrl: string
  readonly #folder: string
  readonly #now: () => Date
  readonly #passphrase: string | null
  #running: Promise<void> | null = null
  #failed: Backups['failed'] = null

  /** @param passphrase that backups are put under; null where they lie as they are */
  constructor(store: Store, databaseUrl: string, folder: string, now: () => Date, passphrase: string | null = null) {
    this.#passphrase = passphrase
    this.#store = store
    this.#databaseUrl = databaseUrl
    this.#folder = folder
    this.#now = now
  }

  /** What there is, newest first; each was brought back and compared. */
  async list(): Promise<Backups> {
    const names = await readdir(this.#folder).catch(() => [] as string[])
    const there = await Promise.all(
      names.flatMap((name) => {
        const at = momentOf(name)
        return at ? [stat(join(this.#folder, name)).then(({ size }) => ({ name, at: iso(at), bytes: size }))] : []
      }),
    )
    return {
      folder: this.#folder,
      running: this.#running !== null,
      backups: there.sort((a, b) => b.at.localeCompare(a.at)),
      failed: this.#failed,
    }
  }

  /** Remembers by its id who was forgotten, so that an older backup does not bring them back. */
  async forget(clientId: string): Promise<void> {
    await mkdir(this.#folder, { recursive: true, mode: 0o700 })
    await appendFile(join(this.#folder, FORGOTTEN), `${clientId}\n`, { mode: 0o600 })
  }

  /** Makes one now; asked while one is made, it is that one. @throws {BackupFailed} */
  make(): Promise<void> {
    this.#running ??= this.#make().then(
      () => {
        this.#failed = null
        this.#running = null
      },
      (error: Error) => {
        this.#running = null
        this.#failed = { at: iso(this.#now()), why: plainly(error) }
        throw new BackupFailed(this.#failed.why)
      },
    )
    return this.#running
  }

  async #make(): Promise<void> {
    await mkdir(this.#folder, { recursive: true, mode: 0o700 })
    const at = this.#now()
    const passphrase = this.#passphrase
    const name = nameOf(at, passphrase !== null)
    const part = join(this.#folder, `${name}${PART}`)
    try {
      let taken = ''
      const zipped = this.#store.backup.make(at, (digest) => {
        taken = digest
      })
      const out = createWriteStream(part, { mode: 0o600 })
      if (passphrase === null) await pipeline(zipped, createGzip(), out)
      else await pipeline(zipped, createGzip(), (pieces) => sealed(pieces, passphrase), out)
      const file = await open(part, 'r+')
      await file.sync()
      await file.close()
      await this.#compare(part, taken)
      await rename(part, join(this.#folder, name))
    } finally {
      await rm(part, { force: true })
    }
    await this.#noteForgotten()
    await this.#thin()
  }

  /** Where the disk was full when somebody was forgotten, or the folder is another since, it is written down now. */
  async #noteForgotten(): Promise<void> {
    // A version before owners could be forgotten has nowhere to say so.
    if (await this.#store.isBehind()) return
    const known = new Set(await forgottenIn(this.#folder))
    for (const id of await this.#store.ownerRights.forgotten()) if (!known.has(id)) await this.forget(id)
  }

  /**
   * Brings it back beside the salon: the file is as its checksum says, and what lies there afterwards is what lay in the
   * salon at that moment.
   */
  async #compare(file: string, taken: string): Promise<void> {
    const own = new URL(this.#databaseUrl).pathname.slice(1)
    const scratch = `${own.slice(0, LONGEST_OWN)}_compare_${randomBytes(6).toString('hex')}`
    const admin = connect(this.#databaseUrl)
    try {
      await admin.query(`CREATE DATABASE "${scratch}"`)
      const url = new URL(this.#databaseUrl)
      url.pathname = `/${scratch}`
      // Without models: those are bound to the salon's own database.
      const sequelize = connect(url.href)
      try {
        const scratchBackup = new BackupRepo(sequelize)
        await migrateUp(sequelize)
        await scratchBackup.restore(backupFile(file, this.#passphrase))
        // Of an earlier version it was brought up, and cannot be the same any more; that it came in whole was checked.
        if (await this.#store.isBehind()) return
        if ((await scratchBackup.digest()) !== taken)
          throw new BackupFailed('what was brought back is not what was taken out')
      } finally {
        await sequelize.close()
      }
    } finally {
      await admin.query(`DROP DATABASE IF EXISTS "${scratch}" WITH (FORCE)`).catch(() => undefined)
      await admin.close()
    }
  }

  /** Files that are not ours, and those made before an update, stay where they are. */
  async #thin(): Promise<void> {
    const { backups } = await this.list()
    const stays = new Set(kept(backups.map(({ at }) => new Date(at))).map((at) => at.getTime()))
    for (const { name, at } of backups) if (!stays.has(new Date(at).getTime())) await rm(join(this.#folder, name))
  }
}

/** PostgreSQL cuts names after 63 letters. */
const LONGEST_OWN = 40

function plainly(error: Error): string {
  const { code } = error as NodeJS.ErrnoException & { original?: { code?: string } }
  if (code === 'ENOSPC') return 'the disk is full'
  if (code === 'EACCES' || code === 'EPERM' || code === 'EROFS') return 'the folder cannot be written to'
  return error instanceof BackupFailed ? error.message : 'the database did not answer to the end'
}
