import { randomUUID } from 'node:crypto'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Access } from '../../contract/api/access.ts'
import type { AccessRole } from '../../contract/api/access-roles.ts'
import type { Paired } from '../../contract/api/door.ts'
import type { Role } from '../../contract/api/salon.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import type { Experience } from '../../core/index.ts'
import type { Clock } from '../db/clock.ts'
import { iso } from '../db/documents.ts'
import { NotFound, NotLetIn, TooLate } from '../db/errors.ts'
import { takeTurn } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { SettingRow, withinSalon } from '../db/models/index.ts'
import { codeHash, fastHash, isSecret, isTriedFirst, newCode, newToken, slowHash } from './secrets.ts'
import { Tries } from './tries.ts'

/** What a request brings to show who it is from; as it stands in its cookies. */
export interface Shown {
  readonly device: string | null
  readonly session: string | null
  /** How much waits on the device to be sent; null where it says nothing of it. */
  readonly unsent?: number | null
}

/** Who a request is from. */
export interface Who {
  readonly locked: boolean
  readonly paired: { readonly id: string; readonly name: string } | null
  readonly putOut: boolean
  readonly person: { readonly id: string; readonly name: string; readonly role: AccessRole } | null
  readonly strong: boolean
}

/** What a device has to keep from now on; null where it is to let go of it. */
export interface Given {
  readonly device?: string | null
  readonly session?: string | null
}

/** Where a request comes from, and how it is let in or out. */
export interface At {
  readonly who: Who
  /** The address the browser has open: "https://walnut.local:4300". */
  readonly origin: string
  /** What the device keeps from now on. */
  readonly give: (given: Given) => void
  /** Who it is from after that. */
  readonly again: () => Promise<Who>
}

const MINUTE_MS = 60_000
const HOUR_MS = 60 * MINUTE_MS
/** One working day. */
const SESSION_MS = 8 * HOUR_MS
const STRONG_MS = 15 * MINUTE_MS
const INVITED_MS = 10 * MINUTE_MS
/** A device is noted as seen this often. */
const SEEN_MS = MINUTE_MS
const RECOVERY_CODES = 8
const USUAL_IDLE = 15
/** Another server's change is told; where telling failed it is noticed after this. */
const KNOWN_MS = 10_000

const SETTING = 'access'
interface Setting {
  readonly locked: boolean
  readonly idleMinutes: number
}
const OPEN: Setting = { locked: false, idleMinutes: USUAL_IDLE }

const roleOf = ({ owner, role, experience }: { owner: boolean; role: Role; experience: Experience }): AccessRole =>
  owner ? 'owner' : experience === 'learner' ? 'learner' : role

/** Who is let in, and by what. Secrets are kept as hashes alone; every try is counted and every change is in the log. */
export class AccessRepo {
  readonly #sequelize: Sequelize
  readonly #now: Clock
  readonly #tries: Tries
  #setting: { readonly value: Setting; readonly at: number } | null = null

  constructor(sequelize: Sequelize, now: Clock) {
    this.#sequelize = sequelize
    this.#now = now
    this.#tries = new Tries(sequelize, now)
  }

  async #settings(): Promise<Setting> {
    if (this.#setting && performance.now() - this.#setting.at < KNOWN_MS) return this.#setting.value
    const value = ((await SettingRow.findByPk(SETTING))?.value as Setting | undefined) ?? OPEN
    this.#setting = { value, at: performance.now() }
    return value
  }

  /** What was known may have been changed elsewhere. */
  forget = (): void => {
    this.#setting = null
  }

  async #set(change: Partial<Setting>, t: Transaction): Promise<void> {
    const row = await SettingRow.findByPk(SETTING, { transaction: t, lock: true })
    await SettingRow.upsert(
      { key: SETTING, value: { ...OPEN, ...(row?.value as object), ...change } },
      { ...withinSalon('key'), transaction: t },
    )
    t.afterCommit(this.forget)
  }

  #rows = <T extends object>(sql: string, replacements: object, t?: Transaction): Promise<T[]> =>
    this.#sequelize.query<T>(sql, {
      type: QueryTypes.SELECT,
      replacements: replacements as Record<string, unknown>,
      transaction: t ?? null,
    })

  #run = async (sql: string, replacements: object, t?: Transaction): Promise<void> => {
    await this.#sequelize.query(sql, {
      replacements: replacements as Record<string, unknown>,
      transaction: t ?? null,
    })
  }

  #log = (action: string, about: string, actorId: string | null, t: Transaction, change: object = {}): Promise<void> =>
    logChange({ actorId, entity: 'access', entityId: about, action, change }, t)

  /** Whom a request is from. One statement, none where the salon is open to everybody. */
  async who({ device, session, unsent = null }: Shown): Promise<Who> {
    const { locked } = await this.#settings()
    const nobody: Who = { locked, paired: null, putOut: false, person: null, strong: false }
    if (!locked || !device) return nobody
    const now = this.#now()
    const [row] = await this.#rows<{
      id: string
      name: string
      out_at: Date | null
      seen_at: Date
      unsent: number
      person_id: string | null
      person: string
      role: Role
      experience: Experience
      owner: boolean | null
      strong_until: Date | null
    }>(
      `SELECT d.id, d.name, d.out_at, d.seen_at, d.unsent, p.id AS person_id, p.name AS person, p.role, p.experience, k.owner,
         s.strong_until
       FROM paired d
       LEFT JOIN sessions s ON s.paired_id = d.id AND s.token = :session AND s.ended_at IS NULL AND s.ends_at > :now
       LEFT JOIN people p ON p.id = s.person_id AND p.left_at IS NULL
       LEFT JOIN secrets k ON k.person_id = p.id
       WHERE d.token = :device`,
      { device: fastHash(device), session: session ? fastHash(session) : '', now },
    )
    if (!row) return nobody
    if (row.out_at) return { ...nobody, putOut: true }
    const waits = unsent ?? row.unsent
    // What waits is counted on now and then; that it begins or is over is known at once.
    if (now.getTime() - row.seen_at.getTime() > SEEN_MS || waits > 0 !== row.unsent > 0)
      await this.#run('UPDATE paired SET seen_at = :now, unsent = :waits WHERE id = :id', { now, waits, id: row.id })
    return {
      ...nobody,
      paired: { id: row.id, name: row.name },
      person: row.person_id
        ? {
            id: row.person_id,
            name: row.person,
            role: roleOf({ owner: row.owner ?? false, role: row.role, experience: row.experience }),
          }
        : null,
      strong: row.strong_until !== null && row.strong_until > now,
    }
  }

  /** Whether somebody was signed in at a device today: what they did there is sent under their name later. */
  async wasHere(personId: string, pairedId: string): Promise<boolean> {
    const since = new Date(this.#now().getTime() - 2 * SESSION_MS)
    const rows = await this.#rows(
      'SELECT 1 AS one FROM sessions WHERE person_id = :personId AND paired_id = :pairedId AND since > :since LIMIT 1',
      { personId, pairedId, since },
    )
    return rows.length > 0
  }

  /** How things stand for a request; of a locked salon a device that was not let in is told nothing more. */
  async read(who: Who): Promise<Omit<Access, 'fingerprint'>> {
    const { idleMinutes } = await this.#settings()
    const people =
      who.locked && !who.paired
        ? []
        : await this.#rows<{ id: string; name: string; pin: boolean; owner: boolean }>(
            `SELECT p.id, p.name, k.pin_hash IS NOT NULL AS pin, COALESCE(k.owner, false) AS owner
             FROM people p LEFT JOIN secrets k ON k.person_id = p.id WHERE p.left_at IS NULL ORDER BY p.name`,
            {},
          )
    const name = (await SettingRow.findByPk('name'))?.value
    return {
      locked: who.locked,
      salon: typeof name === 'string' ? name : null,
      paired: who.paired !== null,
      putOut: who.putOut,
      device: who.paired?.name ?? null,
      person: who.person,
      strong: who.strong,
      people,
      idleMinutes,
      passkeys: who.locked && (await this.#rows('SELECT 1 AS one FROM passkeys LIMIT 1', {})).length > 0,
    }
  }

  async #pair(name: string, t: Transaction): Promise<{ id: string; token: string }> {
    const token = newToken()
    const id = randomUUID()
    const now = this.#now()
    await this.#run(
      'INSERT INTO paired (id, name, token, paired_at, seen_at) VALUES (:id, :name, :token, :now, :now)',
      { id, name, token: fastHash(token), now },
      t,
    )
    return { id, token }
  }

  /** A new session at every sign-in; the one before it at that device is over. */
  async #signIn(pairedId: string, personId: string, strong: boolean, t: Transaction): Promise<string> {
    const token = newToken()
    const now = this.#now()
    await this.#endAt(pairedId, t)
    await this.#run(
      `INSERT INTO sessions (id, token, paired_id, person_id, since, ends_at, strong_until)
       VALUES (:id, :token, :pairedId, :personId, :now, :ends, :strong)`,
      {
        id: randomUUID(),
        token: fastHash(token),
        pairedId,
        personId,
        now,
        ends: new Date(now.getTime() + SESSION_MS),
        strong: strong ? new Date(now.getTime() + STRONG_MS) : null,
      },
      t,
    )
    return token
  }

  #endAt = (pairedId: string, t: Transaction): Promise<void> =>
    this.#run(
      'UPDATE sessions SET ended_at = :now WHERE paired_id = :pairedId AND ended_at IS NULL',
      { now: this.#now(), pairedId },
      t,
    )

  async #newCodes(t: Transaction): Promise<string[]> {
    const codes = Array.from({ length: RECOVERY_CODES }, () => newCode(12))
    await this.#run('DELETE FROM recovery_codes', {}, t)
    for (const code of codes)
      await this.#run('INSERT INTO recovery_codes (code) VALUES (:code)', { code: codeHash(code) }, t)
    return codes
  }

  async #owner(t?: Transaction): Promise<{ id: string; passphraseHash: string } | null> {
    const [row] = await this.#rows<{ id: string; passphraseHash: string }>(
      `SELECT person_id AS id, passphrase_hash AS "passphraseHash" FROM secrets
       WHERE owner AND passphrase_hash IS NOT NULL LIMIT 1`,
      {},
      t,
    )
    return row ?? null
  }

  async #passphrase(personId: string, passphrase: string, t: Transaction): Promise<void> {
    await this.#run(
      `INSERT INTO secrets (person_id, owner, passphrase_hash) VALUES (:personId, true, :hash)
       ON CONFLICT (person_id, salon) DO UPDATE SET owner = true, passphrase_hash = EXCLUDED.passphrase_hash`,
      { personId, hash: await slowHash(passphrase) },
      t,
    )
  }

  /** @throws {BadInput} for a passphrase that is tried first */
  #assertOwn(passphrase: string): void {
    if (isTriedFirst(passphrase))
      throw new BadInput([
        { path: 'passphrase', value: null, expected: 'words of your own: this one is among the first that are tried' },
      ])
  }

  /** @throws {TooLate} where it is locked already @throws {NotFound} for nobody who works here */
  async lock({
    ownerId,
    passphrase,
    device,
  }: {
    ownerId: string
    passphrase: string
    device: string
  }): Promise<{ who: Who; given: Given; codes: string[] }> {
    this.#assertOwn(passphrase)
    const made = await this.#sequelize.transaction(async (t) => {
      await takeTurn(this.#sequelize, 'settings', t)
      const before = (await SettingRow.findByPk(SETTING, { transaction: t }))?.value as Setting | undefined
      if (before?.locked) throw new TooLate('it is locked already')
      const [person] = await this.#rows('SELECT id FROM people WHERE id = :ownerId AND left_at IS NULL', { ownerId }, t)
      if (!person) throw new NotFound('person', ownerId)
      await this.#run('DELETE FROM secrets; DELETE FROM paired; DELETE FROM passkeys', {}, t)
      await this.#passphrase(ownerId, passphrase, t)
      const { id, token } = await this.#pair(device, t)
      const session = await this.#signIn(id, ownerId, true, t)
      const codes = await this.#newCodes(t)
      await this.#set({ locked: true }, t)
      await this.#log('locked', device, ownerId, t)
      return { given: { device: token, session }, codes }
    })
    return { ...made, who: await this.who({ device: made.given.device, session: made.given.session }) }
  }

  async unlock(actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      await this.#set({ locked: false }, t)
      await this.#run(
        'DELETE FROM paired; DELETE FROM secrets; DELETE FROM passkeys; DELETE FROM recovery_codes; DELETE FROM invitations',
        {},
        t,
      )
      await this.#log('unlocked', '', actorId, t)
    })
  }

  /** @throws {NotLetIn} for a wrong one, or for none where the device is not named @throws {TooOften} */
  async byPassphrase(passphrase: string, who: Who, device: string | undefined): Promise<Given> {
    const owner = await this.#owner()
    const key = `passphrase ${who.paired?.id ?? 'unpaired'}`
    if (!(await this.#tries.isRight(key, () => isSecret(passphrase, owner?.passphraseHash ?? null))) || !owner) {
      await this.#sequelize.transaction((t) => this.#log('wrong-passphrase', who.paired?.name ?? '', null, t))
      throw new NotLetIn('wrong-passphrase', 'that is not the passphrase')
    }
    return this.#sequelize.transaction((t) => this.letIn(owner.id, who, device, 'signed-in-passphrase', t))
  }

  /**
   * Signs in who showed more than a PIN, and lets their device in with them.
   * @param device what it is called from now on, where it is not let in yet @throws {BadInput} for none
   */
  async letIn(
    personId: string,
    who: Who,
    device: string | undefined,
    action: 'signed-in-passphrase' | 'signed-in-passkey',
    t: Transaction,
  ): Promise<Given> {
    if (!who.paired && !device)
      throw new BadInput([{ path: 'device', value: null, expected: 'a name for this device' }])
    const pair = who.paired ? null : await this.#pair(device!, t)
    const name = who.paired?.name ?? device!
    if (pair) await this.#log('let-in', name, personId, t)
    const session = await this.#signIn(who.paired?.id ?? pair!.id, personId, true, t)
    await this.#log(action, name, personId, t)
    return { ...(pair ? { device: pair.token } : {}), session }
  }

  /** @throws {NotLetIn} for a code that was used, or is none @throws {TooOften} */
  async recover(
    { code, passphrase, device }: { code: string; passphrase: string; device: string },
    who: Who,
  ): Promise<{ given: Given; codes: string[] }> {
    this.#assertOwn(passphrase)
    const hashed = codeHash(code)
    const isGood = async (): Promise<boolean> =>
      (await this.#rows('SELECT 1 AS one FROM recovery_codes WHERE code = :hashed AND used_at IS NULL', { hashed }))
        .length > 0
    const owner = await this.#owner()
    if (!(await this.#tries.isRight(`recovery ${who.paired?.id ?? 'unpaired'}`, isGood)) || !owner) {
      await this.#sequelize.transaction((t) => this.#log('wrong-code', device, null, t))
      throw new NotLetIn('wrong-code', 'that code is none of those on paper, or was used before')
    }
    return this.#sequelize.transaction(async (t) => {
      await this.#passphrase(owner.id, passphrase, t)
      // Who forgot it may have lost more than that: what let in until now lets nobody in.
      await this.#run('DELETE FROM passkeys', {}, t)
      await this.#run('UPDATE sessions SET ended_at = :now WHERE ended_at IS NULL', { now: this.#now() }, t)
      const pair = who.paired ? null : await this.#pair(device, t)
      const session = await this.#signIn(who.paired?.id ?? pair!.id, owner.id, true, t)
      const codes = await this.#newCodes(t)
      await this.#log('recovered', who.paired?.name ?? device, owner.id, t)
      return { given: { ...(pair ? { device: pair.token } : {}), session }, codes }
    })
  }

  async changePassphrase(passphrase: string, actorId: string | null): Promise<void> {
    this.#assertOwn(passphrase)
    const owner = await this.#owner()
    if (!owner) throw new TooLate('the salon is not locked')
    await this.#sequelize.transaction(async (t) => {
      await this.#passphrase(owner.id, passphrase, t)
      await this.#log('passphrase', '', actorId, t)
    })
  }

  newCodes = (actorId: string | null): Promise<string[]> =>
    this.#sequelize.transaction(async (t) => {
      await this.#log('codes', '', actorId, t)
      return this.#newCodes(t)
    })

  async invite(): Promise<{ code: string; until: string }> {
    const code = newCode(8)
    const until = new Date(this.#now().getTime() + INVITED_MS)
    await this.#run('DELETE FROM invitations WHERE until < :now', { now: this.#now() })
    await this.#run('INSERT INTO invitations (code, until) VALUES (:code, :until)', { code: codeHash(code), until })
    return { code, until: iso(until) }
  }

  /** @throws {NotLetIn} for a code that was used, is over, or is none @throws {TooOften} */
  async pair(code: string, name: string): Promise<Given> {
    const hashed = codeHash(code)
    const take = async (): Promise<boolean> =>
      (
        await this.#rows(
          'UPDATE invitations SET used_at = :now WHERE code = :hashed AND used_at IS NULL AND until > :now RETURNING code',
          { hashed, now: this.#now() },
        )
      ).length > 0
    if (!(await this.#tries.isRight('invitation', take))) {
      await this.#sequelize.transaction((t) => this.#log('wrong-code', name, null, t))
      throw new NotLetIn('wrong-code', 'that code is over, was used, or is none')
    }
    return this.#sequelize.transaction(async (t) => {
      const { token } = await this.#pair(name, t)
      await this.#log('let-in', name, null, t)
      return { device: token, session: null }
    })
  }

  async devices(who: Who): Promise<Paired[]> {
    const rows = await this.#rows<{
      id: string
      name: string
      paired_at: Date
      seen_at: Date
      unsent: number
      out_at: Date | null
      person: string | null
    }>(
      `SELECT d.id, d.name, d.paired_at, d.seen_at, d.unsent, d.out_at, p.name AS person FROM paired d
       LEFT JOIN sessions s ON s.paired_id = d.id AND s.ended_at IS NULL AND s.ends_at > :now AND d.out_at IS NULL
       LEFT JOIN people p ON p.id = s.person_id
       ORDER BY d.out_at IS NOT NULL, d.name, d.id`,
      { now: this.#now() },
    )
    return rows.map(({ id, name, paired_at, seen_at, unsent, out_at, person }) => ({
      id,
      name,
      pairedAt: iso(paired_at),
      seenAt: iso(seen_at),
      unsent,
      person,
      here: id === who.paired?.id,
      out: out_at !== null,
    }))
  }

  /** @throws {NotFound} */
  async putOut(id: string, actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      const [row] = await this.#rows<{ name: string }>(
        'UPDATE paired SET out_at = COALESCE(out_at, :now) WHERE id = :id RETURNING name',
        { id, now: this.#now() },
        t,
      )
      if (!row) throw new NotFound('device', id)
      await this.#endAt(id, t)
      await this.#log('put-out', row.name, actorId, t)
    })
  }

  /** @throws {NotLetIn} for a wrong PIN, or at a device that was not let in @throws {TooOften} */
  async byPin(personId: string, pin: string, who: Who): Promise<Given> {
    const { paired } = who
    if (!paired) throw new NotLetIn('not-paired', 'this device was not let in')
    const [row] = await this.#rows<{ pin_hash: string | null; name: string }>(
      `SELECT k.pin_hash, p.name FROM people p LEFT JOIN secrets k ON k.person_id = p.id
       WHERE p.id = :personId AND p.left_at IS NULL`,
      { personId },
    )
    if (!(await this.#tries.isRight(`pin ${paired.id} ${personId}`, () => isSecret(pin, row?.pin_hash ?? null)))) {
      await this.#sequelize.transaction((t) =>
        this.#log('wrong-pin', `${row?.name ?? 'nobody'}, ${paired.name}`, null, t),
      )
      throw new NotLetIn('wrong-pin', 'that is not the PIN')
    }
    return this.#sequelize.transaction(async (t) => {
      const session = await this.#signIn(paired.id, personId, false, t)
      await this.#log('signed-in', paired.name, personId, t)
      return { session }
    })
  }

  /** @throws {NotFound} for nobody who works here */
  async setPin(personId: string, pin: string | null, actorId: string | null): Promise<void> {
    const pinHash = pin === null ? null : await slowHash(pin)
    await this.#sequelize.transaction(async (t) => {
      const [person] = await this.#rows<{ name: string }>(
        'SELECT name FROM people WHERE id = :personId',
        { personId },
        t,
      )
      if (!person) throw new NotFound('person', personId)
      await this.#run(
        `INSERT INTO secrets (person_id, pin_hash) VALUES (:personId, :pinHash)
         ON CONFLICT (person_id, salon) DO UPDATE SET pin_hash = EXCLUDED.pin_hash`,
        { personId, pinHash },
        t,
      )
      // Whoever was in by the old one is not any more, unless it is who changes it.
      await this.#run(
        `UPDATE sessions SET ended_at = :now WHERE person_id = :personId AND ended_at IS NULL AND person_id <> :actorId`,
        { now: this.#now(), personId, actorId: actorId ?? randomUUID() },
        t,
      )
      await this.#log(pin === null ? 'pin-taken' : 'pin-set', person.name, actorId, t)
    })
  }

  async leave(who: Who): Promise<void> {
    const { paired, person } = who
    if (!paired || !person) return
    await this.#sequelize.transaction(async (t) => {
      await this.#endAt(paired.id, t)
      await this.#log('signed-out', paired.name, person.id, t)
    })
  }

  async everywhere(who: Who): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      await this.#run(
        'UPDATE sessions SET ended_at = :now WHERE ended_at IS NULL AND paired_id <> :here',
        { now: this.#now(), here: who.paired?.id ?? randomUUID() },
        t,
      )
      await this.#log('signed-out-everywhere', '', who.person?.id ?? null, t)
    })
  }

  async setIdle(minutes: number, actorId: string | null): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      await this.#set({ idleMinutes: minutes }, t)
      await this.#log('idle', `${minutes} minutes`, actorId, t)
    })
  }
}
