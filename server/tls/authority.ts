import 'reflect-metadata'
import { createHash, webcrypto } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { isIP } from 'node:net'
import { join } from 'node:path'
import {
  BasicConstraintsExtension,
  cryptoProvider,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  type JsonGeneralNames,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509'
import type { Clock } from '../db/clock.ts'

cryptoProvider.set(webcrypto as Crypto)

/** What a server of the salon shows of itself, and what devices trust it by. */
export interface Authority {
  /** The salon's own authority, which devices are told to trust, PEM. */
  readonly ca: string
  /** SHA-256 of it, as browsers show it: "AB:CD:…". */
  readonly fingerprint: string
  readonly key: string
  /** The server's certificate with the authority's after it, PEM. */
  readonly cert: string
}

const DAY_MS = 86_400_000
/** Devices trust the authority for as long as a tablet lasts. */
const AUTHORITY_DAYS = 3650
/** Browsers take no longer (CA/Browser Forum baseline, 398 days until 2026; Apple asks the same of own authorities at 825). */
const SERVER_DAYS = 397
/** Made anew this long before it is over. */
const EARLY_DAYS = 30

const KEY = { name: 'ECDSA', namedCurve: 'P-256' } as const
const SIGN = { name: 'ECDSA', hash: 'SHA-256' } as const
const USES = ['sign', 'verify'] as const

const keyPem = async (key: CryptoKey): Promise<string> =>
  PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY')
const keyOf = (pem: string): Promise<CryptoKey> =>
  webcrypto.subtle.importKey('pkcs8', PemConverter.decodeFirst(pem), KEY, true, ['sign']) as Promise<CryptoKey>

/** Written whole or not at all, and for nobody else to read. */
function keep(path: string, text: string): void {
  writeFileSync(`${path}.new`, text, { mode: 0o600 })
  renameSync(`${path}.new`, path)
}

const altNames = (names: readonly string[]): JsonGeneralNames =>
  names.map((name) => ({ type: isIP(name) ? ('ip' as const) : ('dns' as const), value: name }))

async function madeAuthority(now: Date): Promise<{ cert: X509Certificate; key: CryptoKey }> {
  const keys = (await webcrypto.subtle.generateKey(KEY, true, USES)) as CryptoKeyPair
  const cert = await X509CertificateGenerator.createSelfSigned({
    name: 'CN=Etude salon authority',
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: SIGN,
    keys,
    extensions: [
      // It vouches for servers of this salon and for nothing beneath them.
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  })
  return { cert, key: keys.privateKey }
}

async function madeServer(
  names: readonly string[],
  by: { cert: X509Certificate; key: CryptoKey },
  now: Date,
): Promise<{ cert: X509Certificate; key: CryptoKey }> {
  const keys = (await webcrypto.subtle.generateKey(KEY, true, USES)) as CryptoKeyPair
  const cert = await X509CertificateGenerator.create({
    subject: 'CN=Etude',
    issuer: by.cert.subject,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + SERVER_DAYS * DAY_MS),
    signingAlgorithm: SIGN,
    signingKey: by.key,
    publicKey: keys.publicKey,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension(altNames(names)),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  })
  return { cert, key: keys.privateKey }
}

/** Whether a server's certificate still serves: by this authority, for these names, and not soon over. */
function serves(cert: X509Certificate, by: X509Certificate, names: readonly string[], now: Date): boolean {
  const said = cert.getExtension(SubjectAlternativeNameExtension)?.names.items.map(({ value }) => value) ?? []
  return (
    cert.issuer === by.subject &&
    names.every((name) => said.includes(name)) &&
    cert.notAfter.getTime() - now.getTime() > EARLY_DAYS * DAY_MS
  )
}

/**
 * The salon's authority and this server's certificate, from their folder or made into it. The authority stays, so that
 * devices trust it once; the server's is made anew when names were added or it is soon over.
 * @param names addresses and names this server is reached by
 */
export async function authorityIn(folder: string, names: readonly string[], now: Clock): Promise<Authority> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const file = (name: string): string => join(folder, name)
  const read = (name: string): string => readFileSync(file(name), 'utf8')
  if (!existsSync(file('authority.crt'))) {
    const made = await madeAuthority(now())
    keep(file('authority.key'), await keyPem(made.key))
    keep(file('authority.crt'), made.cert.toString('pem'))
  }
  const by = { cert: new X509Certificate(read('authority.crt')), key: await keyOf(read('authority.key')) }
  const known = existsSync(file('server.crt')) ? new X509Certificate(read('server.crt')) : null
  const isOurs = known !== null && (await known.verify({ publicKey: by.cert, signatureOnly: true }))
  if (!known || !isOurs || !serves(known, by.cert, names, now())) {
    const made = await madeServer(names, by, now())
    keep(file('server.key'), await keyPem(made.key))
    keep(file('server.crt'), made.cert.toString('pem'))
  }
  const ca = by.cert.toString('pem')
  return {
    ca,
    fingerprint: createHash('sha256')
      .update(Buffer.from(by.cert.rawData))
      .digest('hex')
      .toUpperCase()
      .match(/../g)!
      .join(':'),
    key: read('server.key'),
    cert: `${read('server.crt').trim()}\n${ca.trim()}\n`,
  }
}
