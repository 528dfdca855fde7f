import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs'
import { createServer, request } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { type Authority, authorityIn } from './authority.ts'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'etude-tls-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const DAY_MS = 86_400_000
const TODAY = new Date()
const NAMES = ['localhost', '127.0.0.1', 'salon.local']
const made = (names = NAMES, days = 0): Promise<Authority> =>
  authorityIn(folder, names, () => new Date(TODAY.getTime() + days * DAY_MS))
const serverOf = ({ cert }: Authority): X509Certificate => new X509Certificate(cert)

/** What a device that trusts `ca` gets from a server that shows `authority`. */
async function asked({ key, cert }: Authority, ca: string, servername: string): Promise<string> {
  const server = createServer({ key, cert }, (_, response) => response.end('here'))
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const { port } = server.address() as AddressInfo
  try {
    return await new Promise((then, no) => {
      request({ host: '127.0.0.1', port, servername, ca, agent: false }, (response) => {
        response.setEncoding('utf8').on('data', then)
      })
        .on('error', no)
        .end()
    })
  } finally {
    await new Promise((over) => server.close(over))
  }
}

// Reference: Node's own TLS (OpenSSL) builds and checks the chain.
describe('a salon’s own authority', () => {
  test('is trusted by who was told to, for the names it was made for, and by nobody else', async () => {
    const authority = await made()
    expect(await asked(authority, authority.ca, 'localhost')).toBe('here')
    rmSync(folder, { recursive: true })
    const other = await made()
    await expect(asked(authority, other.ca, 'localhost')).rejects.toThrow(/certificate|issuer|signature/i)
    expect(serverOf(authority).checkHost('salon.local')).toBe('salon.local')
    expect(serverOf(authority).checkIP('127.0.0.1')).toBe('127.0.0.1')
    expect(serverOf(authority).checkHost('elsewhere.example')).toBeUndefined()
  })
  test('stays for years; the server’s certificate is made anew before it is over, and for a new name', async () => {
    const first = await made()
    expect((await made()).cert).toBe(first.cert)
    const named = await made([...NAMES, '192.168.7.9'])
    expect(named.ca).toBe(first.ca)
    expect(serverOf(named).checkIP('192.168.7.9')).toBe('192.168.7.9')
    expect((await made([...NAMES, '192.168.7.9'], 360)).cert).toBe(named.cert)
    const later = await made(NAMES, 370)
    expect(later.ca).toBe(first.ca)
    expect(later.cert).not.toBe(named.cert)
    expect(new X509Certificate(later.ca).fingerprint256).toBe(first.fingerprint)
    // As long as browsers take (CA/Browser Forum baseline requirements).
    const { validFrom, validTo } = serverOf(later)
    expect((Date.parse(validTo) - Date.parse(validFrom)) / DAY_MS).toBeLessThanOrEqual(398)
  })
  test('vouches for servers alone, and its keys are for nobody else to read', async () => {
    const authority = await made()
    const ca = new X509Certificate(authority.ca)
    expect(ca.ca).toBe(true)
    expect(serverOf(authority).ca).toBe(false)
    expect(serverOf(authority).keyUsage).toEqual(['1.3.6.1.5.5.7.3.1'])
    expect(serverOf(authority).verify(ca.publicKey)).toBe(true)
    for (const name of readdirSync(folder)) expect(statSync(join(folder, name)).mode & 0o077, name).toBe(0)
  })
})
