import { createHash, generateKeyPairSync, randomBytes, sign } from 'node:crypto'
import type { AddedPasskey, UsedPasskey } from '../../contract/api/door.ts'

const sha256 = (data: Buffer | string): Buffer => createHash('sha256').update(data).digest()
const b64 = (data: Buffer | string): string => Buffer.from(data).toString('base64url')

/** Flags of authenticator data: user present, user verified, attested credential data (Web Authentication Level 3, 6.1). */
const PRESENT = 0x01
const VERIFIED = 0x04
const ATTESTED = 0x40

/**
 * What a device does with a passkey, written from the standard (W3C Web Authentication Level 3, 6.1 and 6.5; RFC 8949 for
 * CBOR, RFC 9052 for the key), and what somebody may change in it who is up to no good.
 */
export class Authenticator {
  readonly id = randomBytes(16)
  readonly #keys = generateKeyPairSync('ec', { namedCurve: 'P-256' })
  readonly #own = {
    id: b64(this.id),
    rawId: b64(this.id),
    type: 'public-key',
    clientExtensionResults: {},
  } as const
  counter = 0
  /** Whether it saw a finger or a face. */
  verifies = true

  #client = (type: string, challenge: string, origin: string): Buffer =>
    Buffer.from(JSON.stringify({ type, challenge, origin, crossOrigin: false }))

  #data(host: string, attested: Buffer | null): Buffer {
    const counter = Buffer.alloc(4)
    counter.writeUInt32BE(++this.counter)
    const flags = PRESENT | (this.verifies ? VERIFIED : 0) | (attested ? ATTESTED : 0)
    return Buffer.concat([sha256(host), Buffer.from([flags]), counter, ...(attested ? [attested] : [])])
  }

  add({ challenge }: { challenge: string }, origin: string, host = new URL(origin).hostname): AddedPasskey {
    const { x, y } = this.#keys.publicKey.export({ format: 'jwk' })
    const point = (at: number, value: string): Buffer =>
      Buffer.concat([Buffer.from([at, 0x58, 32]), Buffer.from(value, 'base64url')])
    // {1: 2, 3: -7, -1: 1, -2: x, -3: y}
    const key = Buffer.concat([Buffer.from([0xa5, 1, 2, 3, 0x26, 0x20, 1]), point(0x21, x!), point(0x22, y!)])
    const data = this.#data(host, Buffer.concat([Buffer.alloc(16), Buffer.from([0, this.id.length]), this.id, key]))
    const text = (word: string): Buffer => Buffer.concat([Buffer.from([0x60 + word.length]), Buffer.from(word)])
    const object = Buffer.concat([
      Buffer.from([0xa3]),
      text('fmt'),
      text('none'),
      text('attStmt'),
      Buffer.from([0xa0]),
      text('authData'),
      Buffer.from([0x58, data.length]),
      data,
    ])
    return {
      ...this.#own,
      response: {
        clientDataJSON: b64(this.#client('webauthn.create', challenge, origin)),
        attestationObject: b64(object),
      },
    }
  }

  use({ challenge }: { challenge: string }, origin: string, host = new URL(origin).hostname): UsedPasskey {
    const client = this.#client('webauthn.get', challenge, origin)
    const data = this.#data(host, null)
    return {
      ...this.#own,
      response: {
        clientDataJSON: b64(client),
        authenticatorData: b64(data),
        signature: b64(sign('sha256', Buffer.concat([data, sha256(client)]), this.#keys.privateKey)),
      },
    }
  }
}
