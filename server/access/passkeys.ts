import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { AddedPasskey, Passkey, ToAdd, ToUse, UsedPasskey } from '../../contract/api/door.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import type { Clock } from '../db/clock.ts'
import { iso } from '../db/documents.ts'
import { NotFound, NotLetIn, TooLate } from '../db/errors.ts'
import { logChange } from '../db/log.ts'
import { isAddress } from '../tls/names.ts'
import type { AccessRepo, At, Given } from './access.ts'
import { Tries } from './tries.ts'

/** How long somebody has from being asked to touching their device. */
const ANSWER_MS = 5 * 60_000
/** So many unanswered challenges are kept; whoever asks for more makes the oldest void, and fills no table. */
const MOST_OPEN = 200
/** ES256, EdDSA and RS256 (RFC 9053, RFC 8812): what devices make today. */
const ALGORITHMS = [-7, -8, -257]
const NAME = 'Etude'

interface Row {
  readonly id: string
  readonly person_id: string
  readonly host: string
  readonly public_key: string
  readonly counter: string
}

/**
 * What a device keeps for an owner and signs with once it has seen finger, face or code (W3C, Web Authentication): it
 * stands for the passphrase. Only its public half is kept here.
 */
export class PasskeyRepo {
  readonly #sequelize: Sequelize
  readonly #access: Pick<AccessRepo, 'letIn'>
  readonly #now: Clock
  readonly #tries: Tries

  constructor(sequelize: Sequelize, access: Pick<AccessRepo, 'letIn'>, now: Clock) {
    this.#sequelize = sequelize
    this.#access = access
    this.#now = now
    this.#tries = new Tries(sequelize, now)
  }

  #rows = <T extends object>(sql: string, replacements: Record<string, unknown>, t?: Transaction): Promise<T[]> =>
    this.#sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements, transaction: t ?? null })

  #log = (action: string, about: string, actorId: string | null, t: Transaction): Promise<void> =>
    logChange({ actorId, entity: 'access', entityId: about, action, change: {} }, t)

  async #note(challenge: string, { origin }: At, personId: string | null): Promise<void> {
    const until = new Date(this.#now().getTime() + ANSWER_MS)
    await this.#sequelize.query(
      `DELETE FROM challenges WHERE until < :now
         OR challenge IN (SELECT challenge FROM challenges ORDER BY until DESC, challenge OFFSET :most);
       INSERT INTO challenges (challenge, origin, person_id, until) VALUES (:challenge, :origin, :personId, :until)`,
      { replacements: { now: this.#now(), most: MOST_OPEN - 1, challenge, origin, personId, until } },
    )
  }

  /** Each challenge is answered once, where it was asked, and for whom. */
  #taker =
    ({ origin }: At, personId: string | null) =>
    async (challenge: string): Promise<boolean> => {
      const taken = await this.#rows(
        `DELETE FROM challenges
         WHERE challenge = :challenge AND origin = :origin AND person_id IS NOT DISTINCT FROM :personId::uuid
           AND until >= :now
         RETURNING challenge`,
        { challenge, origin, personId, now: this.#now() },
      )
      return taken.length > 0
    }

  /** @throws {TooLate} where nobody is signed in */
  #self({ who }: At): { readonly id: string; readonly name: string } {
    if (!who.person) throw new TooLate('the salon is not locked')
    return who.person
  }

  /** @throws {BadInput} where the address is a number: browsers keep passkeys for names alone */
  async offer(at: At): Promise<ToAdd> {
    const { id, name } = this.#self(at)
    const host = new URL(at.origin).hostname
    if (isAddress(host))
      throw new BadInput([{ path: 'host', value: host, expected: 'the salon opened by its name, not by a number' }])
    const known = await this.#rows<{ id: string }>('SELECT id FROM passkeys WHERE person_id = :id AND host = :host', {
      id,
      host,
    })
    const options = await generateRegistrationOptions({
      rpName: NAME,
      rpID: host,
      userName: name,
      userID: new TextEncoder().encode(id),
      attestationType: 'none',
      excludeCredentials: known,
      timeout: ANSWER_MS,
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
      supportedAlgorithmIDs: ALGORITHMS,
    })
    await this.#note(options.challenge, at, id)
    return options as ToAdd
  }

  /** @throws {NotLetIn} for an answer to nothing that was asked here, or one that is not right */
  async add(passkey: AddedPasskey, name: string, at: At): Promise<Passkey[]> {
    const { id: personId } = this.#self(at)
    const { hostname: host } = new URL(at.origin)
    const { registrationInfo } = await verifyRegistrationResponse({
      response: passkey,
      expectedChallenge: this.#taker(at, personId),
      expectedOrigin: at.origin,
      expectedRPID: host,
      requireUserVerification: true,
      supportedAlgorithmIDs: ALGORITHMS,
    }).catch(() => ({ registrationInfo: undefined }))
    if (!registrationInfo) throw new NotLetIn('wrong-passkey', 'that passkey does not answer what was asked')
    const { id, publicKey, counter } = registrationInfo.credential
    await this.#sequelize.transaction(async (t) => {
      await this.#sequelize.query(
        `INSERT INTO passkeys (id, person_id, name, host, public_key, counter, added_at)
         VALUES (:id, :personId, :name, :host, :publicKey, :counter, :now) ON CONFLICT DO NOTHING`,
        {
          transaction: t,
          replacements: {
            id,
            personId,
            name,
            host,
            publicKey: Buffer.from(publicKey).toString('base64url'),
            counter,
            now: this.#now(),
          },
        },
      )
      await this.#log('passkey-added', name, personId, t)
    })
    return this.all()
  }

  async all(): Promise<Passkey[]> {
    const rows = await this.#rows<{
      id: string
      name: string
      host: string
      person: string
      added_at: Date
      used_at: Date | null
    }>(
      `SELECT k.id, k.name, k.host, p.name AS person, k.added_at, k.used_at
       FROM passkeys k JOIN people p ON p.id = k.person_id ORDER BY k.added_at, k.id`,
      {},
    )
    return rows.map(({ id, name, host, person, added_at, used_at }) => ({
      id,
      name,
      host,
      person,
      addedAt: iso(added_at),
      usedAt: used_at && iso(used_at),
    }))
  }

  /** @throws {NotFound} */
  async drop(id: string, actorId: string | null): Promise<Passkey[]> {
    await this.#sequelize.transaction(async (t) => {
      const [row] = await this.#rows<{ name: string }>('DELETE FROM passkeys WHERE id = :id RETURNING name', { id }, t)
      if (!row) throw new NotFound('passkey', id)
      await this.#log('passkey-dropped', row.name, actorId, t)
    })
    return this.all()
  }

  /** What any passkey of this salon may sign; it names none, so that nobody learns whose there are. */
  async ask(at: At): Promise<ToUse> {
    const { challenge } = await generateAuthenticationOptions({ rpID: new URL(at.origin).hostname })
    await this.#note(challenge, at, null)
    return { challenge, rpId: new URL(at.origin).hostname, timeout: ANSWER_MS, userVerification: 'required' }
  }

  /**
   * @param device what the device is called from now on, where it is not let in yet
   * @throws {NotLetIn} for none of this salon's, or an answer that is not right @throws {TooOften}
   */
  async signIn(passkey: UsedPasskey, at: At, device: string | undefined): Promise<Given> {
    const { who } = at
    const [row] = await this.#rows<Row>(
      `SELECT k.id, k.person_id, k.host, k.public_key, k.counter FROM passkeys k
       JOIN people p ON p.id = k.person_id AND p.left_at IS NULL WHERE k.id = :id`,
      { id: passkey.id },
    )
    let counter = 0
    const isRight = async (): Promise<boolean> => {
      if (!row) return false
      const { verified, authenticationInfo } = await verifyAuthenticationResponse({
        response: passkey,
        expectedChallenge: this.#taker(at, null),
        expectedOrigin: at.origin,
        expectedRPID: row.host,
        requireUserVerification: true,
        credential: {
          id: row.id,
          publicKey: new Uint8Array(Buffer.from(row.public_key, 'base64url')),
          counter: Number(row.counter),
        },
      }).catch(() => ({ verified: false, authenticationInfo: { newCounter: 0 } }))
      counter = authenticationInfo.newCounter
      return verified
    }
    if (!(await this.#tries.isRight(`passkey ${who.paired?.id ?? 'unpaired'}`, isRight)) || !row) {
      await this.#sequelize.transaction((t) => this.#log('wrong-passkey', who.paired?.name ?? '', null, t))
      throw new NotLetIn('wrong-passkey', 'that passkey lets nobody in here')
    }
    return this.#sequelize.transaction(async (t) => {
      await this.#sequelize.query('UPDATE passkeys SET counter = :counter, used_at = :now WHERE id = :id', {
        transaction: t,
        replacements: { counter, now: this.#now(), id: row.id },
      })
      return this.#access.letIn(row.person_id, who, device, 'signed-in-passkey', t)
    })
  }
}
