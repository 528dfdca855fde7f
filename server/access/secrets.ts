import { createHash, randomBytes, randomInt } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'

/** OWASP's least for Argon2id (Password Storage Cheat Sheet): 19 MiB, two passes. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

/** What is chosen by a person, and so could be guessed, is kept by a slow hash with a salt of its own. */
export const slowHash = (secret: string): Promise<string> => hash(secret.normalize('NFKC'), COST)

let decoy: Promise<string> | null = null
/** Takes as long where there is nothing to compare with, so that the time tells nobody who has a secret. */
export async function isSecret(secret: string, known: string | null): Promise<boolean> {
  decoy ??= slowHash(randomBytes(16).toString('hex'))
  return (await verify(known ?? (await decoy), secret.normalize('NFKC'))) && known !== null
}

/** 256 bits that nobody guesses: kept as a plain hash. */
export const newToken = (): string => randomBytes(32).toString('base64url')
export const fastHash = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Letters and digits that are not taken for one another when they are read aloud or copied by hand. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
/** Letters in groups of four: "k7mn-p2qr". */
export const newCode = (letters: number): string =>
  Array.from(
    { length: letters },
    (_, i) => `${i > 0 && i % 4 === 0 ? '-' : ''}${LETTERS[randomInt(LETTERS.length)]}`,
  ).join('')
/** The same code however it was typed. */
export const codeHash = (code: string): string => fastHash(code.toLowerCase().replace(/[^a-z0-9]/g, ''))

/** Passphrases that are long enough and tried first all the same. */
const TRIED_FIRST =
  /^(?:password|passphrase|letmein|qwerty|welcome|doggrooming|dog grooming|groomer|iloveyou|123456789)/i
/** Fewer different letters, of any script, are one word said over and over. */
const LEAST_LETTERS = 5
export const isTriedFirst = (passphrase: string): boolean => {
  const plain = passphrase.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')
  return TRIED_FIRST.test(passphrase) || new Set(plain).size < LEAST_LETTERS || '01234567890123456789'.includes(plain)
}
