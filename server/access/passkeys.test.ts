import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { Access } from '../../contract/api/access.ts'
import type { Passkey, ToAdd, ToUse } from '../../contract/api/door.ts'
import { Authenticator } from '../../test/harness/authenticator.ts'
import { aPerson, Device, invited, type Locked, lockedSalon, PASSPHRASE, signedIn } from '../../test/harness/door.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'

/* What W3C Web Authentication Level 3, 7.1 and 7.2, asks of who takes a passkey; the device is written from it as well. */

let now = NOON
let server: TestServer

const HERE = 'http://localhost'
let salon: Locked
let key: Authenticator
beforeEach(async () => {
  now = NOON
  server = await testServer('off', () => now)
  salon = await lockedSalon(server)
  key = new Authenticator()
})
afterEach(() => server.close())
const later = (minutes: number): void => {
  now = new Date(now.getTime() + minutes * 60_000)
}
const failed = (said: unknown): unknown => {
  const { status, code } = said as { status?: number; code?: string }
  return [status, code]
}
const REFUSED = [403, 'wrong-passkey']

const offer = (at: Device = salon.desk): Promise<ToAdd> => at.json('POST', '/access/passkeys/offer', {})
const add = async (at: Device = salon.desk, authenticator = key): Promise<Passkey[]> =>
  at.json('POST', '/access/passkeys', { passkey: authenticator.add(await offer(at), HERE), name: 'Telephone' })
const ask = (at: Device): Promise<ToUse> => at.json('POST', '/access/passkey/ask', {})
const signIn = async (at: Device, device?: string): Promise<Access> =>
  at.json('POST', '/access/passkey', { passkey: key.use(await ask(at), HERE), ...(device ? { device } : {}) })

describe('a passkey', () => {
  test('lets its owner in as the passphrase does, and a device that was not let in with them', async () => {
    expect(await add()).toMatchObject([
      { name: 'Telephone', person: 'Odile', host: 'localhost', addedAt: NOON.toISOString(), usedAt: null },
    ])
    const phone = new Device(server)
    expect(await phone.json('GET', '/access')).toMatchObject({ paired: false, passkeys: true, people: [] })
    expect(failed(await signIn(phone))).toEqual([422, 'bad-input'])
    expect(await signIn(phone, 'Phone')).toMatchObject({
      paired: true,
      device: 'Phone',
      person: { name: 'Odile' },
      strong: true,
    })
    // At one that is in, nothing is asked but the touch.
    const tablet = await invited(server, salon.desk)
    later(1)
    expect(await signIn(tablet)).toMatchObject({ device: 'Tablet', person: { name: 'Odile' }, strong: true })
    expect(await salon.desk.json('GET', '/access/passkeys')).toMatchObject([{ usedAt: now.toISOString() }])
    const log = JSON.stringify(await server.store.query('SELECT action FROM change_log'))
    for (const action of ['passkey-added', 'signed-in-passkey', 'let-in']) expect(log).toContain(action)
  })
  test('is made by who said the passphrase, not by a PIN alone, and for nobody else', async () => {
    const ana = await aPerson(server, 'Ana')
    const tablet = await signedIn(server, salon.desk, ana)
    expect(failed(await offer(tablet))).toEqual([403, 'not-allowed'])
    const owner = await signedIn(server, salon.desk, salon.ownerId, await invited(server, salon.desk, 'Other'))
    expect(failed(await offer(owner))).toEqual([403, 'needs-passphrase'])
    expect(failed(await new Device(server).json('GET', '/access/passkeys'))).toEqual([401, 'not-paired'])
  })
  test('answers what was asked: once, in time, at this address, with finger or face seen', async () => {
    await add()
    const tablet = await invited(server, salon.desk)
    const use = async (answer: unknown): Promise<unknown> =>
      failed(await tablet.json('POST', '/access/passkey', { passkey: answer }))
    const used = key.use(await ask(tablet), HERE)
    expect(await tablet.json('POST', '/access/passkey', { passkey: used })).toMatchObject({ strong: true })
    // Once more, and for what nobody asked.
    expect(await use(used)).toEqual(REFUSED)
    expect(await use(key.use({ challenge: 'bm9ib2R5LWFza2Vk' }, HERE))).toEqual(REFUSED)
    const late = await ask(tablet)
    later(6)
    expect(await use(key.use(late, HERE))).toEqual(REFUSED)
    // A page elsewhere that had it signed, under its own name or ours.
    expect(await use(key.use(await ask(tablet), 'https://elsewhere.example'))).toEqual(REFUSED)
    await server.store.query('TRUNCATE tries')
    expect(await use(key.use(await ask(tablet), HERE, 'elsewhere.example'))).toEqual(REFUSED)
    key.verifies = false
    expect(await use(key.use(await ask(tablet), HERE))).toEqual(REFUSED)
  })
  test('that was copied is found out by its count, and one of another key by its signature', async () => {
    await add()
    const tablet = await invited(server, salon.desk)
    key.counter = 40
    await signIn(tablet)
    key.counter = 12
    expect(failed(await signIn(tablet))).toEqual(REFUSED)
    const other = new Authenticator()
    const forged = {
      ...other.use(await ask(tablet), HERE),
      id: key.id.toString('base64url'),
      rawId: key.id.toString('base64url'),
    }
    expect(failed(await tablet.json('POST', '/access/passkey', { passkey: forged }))).toEqual(REFUSED)
    expect(
      failed(await tablet.json('POST', '/access/passkey', { passkey: other.use(await ask(tablet), HERE) })),
    ).toEqual(REFUSED)
  })
  test('is made for what was asked, by who was asked', async () => {
    const asked = await offer()
    const adding = async (passkey: unknown): Promise<unknown> =>
      failed(await salon.desk.json('POST', '/access/passkeys', { passkey, name: 'Telephone' }))
    expect(await adding(key.add({ challenge: 'bm9ib2R5LWFza2Vk' }, HERE))).toEqual(REFUSED)
    expect(await adding(key.add(asked, 'https://elsewhere.example'))).toEqual(REFUSED)
    // What was asked to sign in makes none.
    expect(await adding(key.add(await ask(salon.desk), HERE))).toEqual(REFUSED)
    key.verifies = false
    expect(await adding(key.add(await offer(), HERE))).toEqual(REFUSED)
    expect(await salon.desk.json('GET', '/access/passkeys')).toEqual([])
  })
  test('waits after five that were wrong', async () => {
    await add()
    const tablet = await invited(server, salon.desk)
    for (let i = 0; i < 5; i++)
      await tablet.json('POST', '/access/passkey', { passkey: key.use({ challenge: 'bm9ib2R5' }, HERE) })
    expect(failed(await signIn(tablet))).toEqual([429, 'too-often'])
    later(1)
    expect(await signIn(tablet)).toMatchObject({ strong: true })
  })
  test('lets nobody in once it is taken away, its person left, or the passphrase was chosen anew from paper', async () => {
    const [{ id }] = (await add()) as [Passkey]
    const tablet = await invited(server, salon.desk)
    expect(await salon.desk.json('POST', '/access/passkeys/drop', { passkeyId: id })).toEqual([])
    expect(failed(await salon.desk.json('POST', '/access/passkeys/drop', { passkeyId: id }))).toEqual([
      404,
      'not-found',
    ])
    expect(failed(await signIn(tablet))).toEqual(REFUSED)
    await add()
    await server.store.query('UPDATE people SET left_at = now()')
    expect(failed(await signIn(tablet))).toEqual(REFUSED)
    await server.store.query('UPDATE people SET left_at = NULL')
    await tablet.json('POST', '/access/recover', {
      code: salon.codes[0],
      passphrase: `${PASSPHRASE} anew`,
      device: 'Tablet',
    })
    expect(await tablet.json('GET', '/access/passkeys')).toEqual([])
  })
  test('is for a name; and who asks over and over fills nothing', async () => {
    const cookie = [...salon.desk.cookies].map((one) => one.join('=')).join('; ')
    const numbered = await server.send('POST', 'http://192.168.1.7:4300/api/access/passkeys/offer', {}, { cookie })
    expect(failed(await numbered.json())).toEqual([422, 'bad-input'])
    const stranger = new Device(server)
    for (let i = 0; i < 210; i++) await ask(stranger)
    const [open] = (await server.store.query('SELECT challenge FROM challenges')) as [unknown[]]
    expect(open).toHaveLength(200)
  })
})
