import { readFileSync } from 'node:fs'
import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { Decrypter, Encrypter } from 'age-encryption'

/*
 * Backups under a passphrase, in the open format age (age-encryption.org/v1): the command `age --decrypt` opens them as
 * well. A few kilobytes at a time, both ways.
 */

/** Of scrypt, as the power of two: 64 MB and about a second for every try at the passphrase. */
const WORK = 16

type Pieces = AsyncIterable<Uint8Array | string>

const LEAST_LETTERS = 12

/** @returns the passphrase on the first line of a file; null where no file is named @throws Error where it is none, or short */
export function passphraseIn(file: string | undefined): string | null {
  if (file === undefined) return null
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch {
    throw new Error(`ETUDE_BACKUP_PASSPHRASE_FILE: ${file} cannot be read`)
  }
  const [line = ''] = text.split('\n')
  if (line.trim().length < LEAST_LETTERS)
    throw new Error(
      `ETUDE_BACKUP_PASSPHRASE_FILE: the first line of ${file} has to be ${LEAST_LETTERS} letters or more`,
    )
  return line.trim()
}

/** @param source as it is @returns the same under the passphrase */
export async function* sealed(source: Pieces, passphrase: string): AsyncGenerator<Uint8Array> {
  const encrypter = new Encrypter()
  encrypter.setPassphrase(passphrase)
  encrypter.setScryptWorkFactor(WORK)
  yield* piecesOf(await encrypter.encrypt(streamOf(source)))
}

/** A file does not open with the passphrase there is, or there is none. */
export class DoesNotOpen extends Error {
  override readonly name = 'DoesNotOpen'
}

/** @throws {DoesNotOpen} where the passphrase is another, or the file was changed */
export async function* opened(source: Pieces, passphrase: string | null): AsyncGenerator<Uint8Array> {
  if (passphrase === null) throw new DoesNotOpen('this backup is under a passphrase, and none was given')
  const decrypter = new Decrypter()
  decrypter.addPassphrase(passphrase)
  let plain: ReadableStream<Uint8Array>
  try {
    plain = (await decrypter.decrypt(streamOf(source))) as ReadableStream<Uint8Array>
  } catch {
    throw new DoesNotOpen('this passphrase does not open the backup')
  }
  try {
    yield* piecesOf(plain)
  } catch {
    throw new DoesNotOpen('the backup was changed or cut after it was made')
  }
}

const streamOf = (source: Pieces): globalThis.ReadableStream<Uint8Array> =>
  Readable.toWeb(Readable.from(asBytes(source))) as globalThis.ReadableStream<Uint8Array>

async function* asBytes(source: Pieces): AsyncGenerator<Uint8Array> {
  for await (const piece of source) yield typeof piece === 'string' ? Buffer.from(piece) : piece
}

const piecesOf = (stream: unknown): AsyncIterable<Uint8Array> => Readable.fromWeb(stream as ReadableStream<Uint8Array>)
