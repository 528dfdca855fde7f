import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { Access } from '../../contract/api/access.ts'
import { ACCESS_ROLES, type AccessRole } from '../../contract/api/access-roles.ts'
import type { Paired } from '../../contract/api/door.ts'
import type { GivesOf } from '../../contract/api/endpoint.ts'
import { ENDPOINTS } from '../../contract/api/index.ts'
import type { logApi } from '../../contract/api/log.ts'
import { asksPassphrase, mayUse, rightsOf } from '../../contract/api/rights.ts'
import type { System } from '../../contract/api/system.ts'
import {
  aPerson,
  Device,
  invited,
  type Locked,
  lockedSalon,
  PASSPHRASE,
  PIN,
  signedIn,
} from '../../test/harness/door.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'
import { isTriedFirst } from './secrets.ts'

let server: TestServer
let clock: Date
beforeEach(async () => {
  clock = NOON
  server = await testServer('off', () => clock)
  await server.store.salon.found('Harbour Row', [], false)
})
afterEach(() => server.close())

const later = (minutes: number): void => {
  clock = new Date(clock.getTime() + minutes * 60_000)
}
const device = (): Device => new Device(server)
const person = (name: string, as?: AccessRole): Promise<string> => aPerson(server, name, as)
const locked = (): Promise<Locked> => lockedSalon(server)
const failed = (problem: unknown): [number, string] => {
  const { status, code } = problem as { status: number; code: string }
  return [status, code]
}

describe('a salon that nobody locked', () => {
  test('is open to whoever reaches it, and says so', async () => {
    const anybody = device()
    expect(await anybody.json('GET', '/access')).toMatchObject({ locked: false, paired: false, person: null })
    expect((await anybody.ask('GET', '/salon')).status).toBe(200)
    expect((await anybody.ask('GET', '/log')).status).toBe(200)
  })
})

describe('a locked salon', () => {
  test('serves nothing to who was not let in but the door, the health check and the owners’ links', async () => {
    await locked()
    const stranger = device()
    expect(await stranger.json('GET', '/access')).toMatchObject({
      locked: true,
      paired: false,
      people: [],
      device: null,
    })
    for (const endpoint of ENDPOINTS) {
      const path = endpoint.path
        .replace(':id', '00000000-0000-4000-8000-000000000000')
        .replace(':token', 'x'.repeat(43))
        .replace(':table', 'owners')
        .replace(':device', 'scale')
      const { status } = await stranger.ask(endpoint.method, path, endpoint.kind === 'write' ? {} : undefined)
      if (rightsOf(endpoint).includes('anyone')) expect(status, path).not.toBe(401)
      else expect(status, path).toBe(401)
    }
    expect((await stranger.ask('GET', '/health')).status).toBe(200)
    expect((await stranger.ask('GET', '/openapi.json')).status).toBe(401)
  })
  test.each(ACCESS_ROLES.map((role) => [role] as const))(
    'lets a %s do what the table says, and says why not',
    async (role: AccessRole) => {
      const { desk, ownerId } = await locked()
      const id = role === 'owner' ? ownerId : await person('Somebody', role)
      const tablet = await signedIn(server, desk, id)
      expect((await tablet.json('GET', '/access')).person).toMatchObject({ id, role })
      for (const endpoint of ENDPOINTS) {
        // What lets in or out is tried by itself, and a stream does not end.
        if (endpoint.subject === 'access' || endpoint.kind === 'live' || endpoint.name === 'backup') continue
        const path = endpoint.path
          .replace(':id', '00000000-0000-4000-8000-000000000000')
          .replace(':token', 'x'.repeat(43))
          .replace(':table', 'owners')
          .replace(':device', 'scale')
        const response = await tablet.ask(
          endpoint.method,
          path,
          endpoint.kind === 'write' ? { nonsense: true } : undefined,
        )
        const which = `${role} ${endpoint.method} ${path}`
        if (!mayUse(role, endpoint)) {
          expect(failed(await response.json()), which).toEqual([403, 'not-allowed'])
        } else if (asksPassphrase(endpoint)) {
          // A PIN that was watched opens no prices and no backups.
          expect(failed(await response.json()), which).toEqual([403, 'needs-passphrase'])
        } else expect([401, 403], which).not.toContain(response.status)
      }
    },
  )
  test('is locked once, by somebody who works here and with words of their own', async () => {
    const ownerId = await person('Odile')
    const desk = device()
    const lock = (passphrase: string, id = ownerId) =>
      desk.json('POST', '/access/lock', { ownerId: id, passphrase, device: 'Desk' })
    expect(failed(await lock('short'))).toEqual([422, 'bad-input'])
    expect(failed(await lock('passwordpassword'))).toEqual([422, 'bad-input'])
    expect(failed(await lock('aaaaaaaaaaaaaaaa'))).toEqual([422, 'bad-input'])
    // Words of any script are words.
    expect(isTriedFirst('мокрые собаки стряхивают')).toBe(false)
    expect(failed(await lock(PASSPHRASE, '00000000-0000-4000-8000-000000000000'))).toEqual([404, 'not-found'])
    const both = await Promise.all([
      lock(PASSPHRASE),
      device().json('POST', '/access/lock', { ownerId, passphrase: PASSPHRASE, device: 'Other' }),
    ])
    expect(both.filter((one) => 'codes' in one)).toHaveLength(1)
  })
  test('keeps no secret in the clear', async () => {
    const { desk, ownerId, codes } = await locked()
    const tablet = await signedIn(server, desk, ownerId)
    const { code } = await desk.json<{ code: string }>('POST', '/access/invite', {})
    const secrets = [PASSPHRASE, code, ...codes, ...desk.cookies.values(), ...tablet.cookies.values()]
    const rows = JSON.stringify(
      await Promise.all(
        ['secrets', 'paired', 'sessions', 'invitations', 'recovery_codes', 'tries', 'change_log', 'settings'].map(
          (table) => server.store.query(`SELECT * FROM ${table}`),
        ),
      ),
    )
    for (const secret of secrets) expect(rows.includes(secret), secret).toBe(false)
    // Four digits come up within a hash by chance; as a word of their own they do not.
    expect(rows).not.toMatch(new RegExp(`(?<![\\w+/$-])${PIN}(?![\\w+/$-])`))
    expect(rows).toContain('$argon2id$v=19$m=19456,t=2,p=1$')
  })
})

describe('a device', () => {
  test('is let in by a code, once and within ten minutes', async () => {
    const { desk } = await locked()
    const { code } = await desk.json<{ code: string }>('POST', '/access/invite', {})
    const tablet = device()
    // However it was typed.
    expect(
      await tablet.json('POST', '/access/pair', { code: ` ${code.toUpperCase().replace('-', ' ')} `, device: 'Bath' }),
    ).toMatchObject({
      paired: true,
      device: 'Bath',
      person: null,
    })
    expect(failed(await device().json('POST', '/access/pair', { code, device: 'Again' }))).toEqual([403, 'wrong-code'])
    const { code: old } = await desk.json<{ code: string }>('POST', '/access/invite', {})
    later(11)
    expect(failed(await device().json('POST', '/access/pair', { code: old, device: 'Late' }))).toEqual([
      403,
      'wrong-code',
    ])
    // Let in is not signed in: only the clocks of dogs are in sight.
    expect((await tablet.ask('GET', '/timers')).status).toBe(200)
    expect(failed(await tablet.json('GET', '/day?date=2026-03-04'))).toEqual([401, 'nobody-in'])
  })
  test('is put out at once, and told that what it keeps is to go', async () => {
    const { desk, ownerId } = await locked()
    const tablet = await signedIn(server, desk, ownerId)
    expect((await tablet.ask('GET', '/salon')).status).toBe(200)
    const devices = await desk.json<{ id: string; name: string; here: boolean; person: string | null }[]>(
      'GET',
      '/access/devices',
    )
    expect(devices.map(({ name, here, person: who }) => [name, here, who])).toEqual([
      ['Desk', true, 'Odile'],
      ['Tablet', false, 'Odile'],
    ])
    await desk.json('PUT', `/access/devices/${devices[1]!.id}/out`, {})
    expect((await tablet.ask('GET', '/salon')).status).toBe(401)
    expect(await tablet.json('GET', '/access')).toMatchObject({ paired: false, putOut: true, people: [] })
  })
  test('keeps cookies that no script reads and no other site sends', async () => {
    await locked()
    const response = await device().ask('POST', '/access/passphrase', { passphrase: PASSPHRASE, device: 'Phone' })
    const cookies = response.headers.getSetCookie()
    expect(cookies).toHaveLength(2)
    for (const cookie of cookies) expect(cookie).toMatch(/HttpOnly.*SameSite=Strict|SameSite=Strict.*HttpOnly/)
    const secure = await device().ask(
      'POST',
      '/access/passphrase',
      { passphrase: PASSPHRASE, device: 'Phone' },
      { 'x-forwarded-proto': 'https' },
    )
    for (const cookie of secure.headers.getSetCookie()) expect(cookie).toContain('Secure')
  })
})

describe('a person', () => {
  test('signs in by a PIN, anew each time, for a working day', async () => {
    const { desk } = await locked()
    const ana = await person('Ana')
    const tablet = await signedIn(server, desk, ana)
    const first = tablet.cookies.get('etude_session')
    // A cookie from before is no session after another sign-in (fixation).
    await tablet.json('POST', '/access/pin', { personId: ana, pin: PIN })
    expect(tablet.cookies.get('etude_session')).not.toBe(first)
    const thief = device()
    thief.cookies.set('etude_device', tablet.cookies.get('etude_device')!).set('etude_session', first!)
    expect((await thief.ask('GET', '/salon')).status).toBe(401)
    // Nor does it open anything on a device that is not its own.
    const other = await invited(server, desk, 'Other')
    other.cookies.set('etude_session', tablet.cookies.get('etude_session')!)
    expect((await other.ask('GET', '/salon')).status).toBe(401)
    later(8 * 60 - 1)
    expect((await tablet.ask('GET', '/salon')).status).toBe(200)
    later(2)
    expect((await tablet.ask('GET', '/salon')).status).toBe(401)
  })
  test('waits after five wrong PINs, longer each time, at that device alone; many at once are no more tries', async () => {
    const { desk } = await locked()
    const ana = await person('Ana')
    const tablet = await signedIn(server, desk, ana)
    const wrong = async (): Promise<number> =>
      failed(await tablet.json('POST', '/access/pin', { personId: ana, pin: '9999' }))[0]
    const many = await Promise.all(Array.from({ length: 20 }, wrong))
    expect(many.filter((status) => status === 403)).toHaveLength(5)
    expect(many.filter((status) => status === 429)).toHaveLength(15)
    // The right one waits as well.
    const right = (): Promise<Access> => tablet.json('POST', '/access/pin', { personId: ana, pin: PIN })
    expect(failed(await right())).toEqual([429, 'too-often'])
    later(0.6)
    expect(await wrong()).toBe(403)
    later(0.6)
    expect(failed(await right())).toEqual([429, 'too-often'])
    later(0.5)
    expect((await right()).person).toMatchObject({ name: 'Ana' })
    // Another device is not made to wait for it.
    expect(
      (await (await signedIn(server, desk, ana, await invited(server, desk, 'Two'))).json('GET', '/access')).person,
    ).toMatchObject({ name: 'Ana' })
  })
  test.each(['123', '123456789', '1111', '1234', '87654', 'abcd'])('is given no PIN like %s', async (pin) => {
    const { desk, ownerId } = await locked()
    expect(failed(await desk.json('PUT', `/people/${ownerId}/pin`, { pin }))).toEqual([422, 'bad-input'])
  })
  test('whose PIN is changed or who left is signed out everywhere', async () => {
    const { desk } = await locked()
    const ana = await person('Ana')
    const tablet = await signedIn(server, desk, ana)
    await desk.json('PUT', `/people/${ana}/pin`, { pin: '7391' })
    expect((await tablet.ask('GET', '/salon')).status).toBe(401)
    await tablet.json('POST', '/access/pin', { personId: ana, pin: '7391' })
    await desk.json('PUT', `/people/${ana}`, { name: 'Ana', role: 'groomer', experience: 'practised', left: true })
    expect((await tablet.ask('GET', '/salon')).status).toBe(401)
  })
  test('is who the log names, whatever a screen claims; work of somebody who was here today comes under their name', async () => {
    const { desk, ownerId } = await locked()
    const ana = await person('Ana')
    const ben = await person('Ben')
    const tablet = await signedIn(server, desk, ana)
    const write = async (as: string): Promise<void> => {
      const visit = { startsAt: NOON.toISOString(), slotMinutes: 60, personId: null, owner: { name: 'O', phone: '' } }
      const dog = { name: 'D', coatType: 'curly', weightKg: 9 }
      const response = await tablet.ask('POST', '/visits', { ...visit, dog }, { 'x-etude-person': as })
      expect(response.status).toBe(200)
    }
    const by = async (): Promise<unknown> => {
      const [rows] = (await server.store.query(
        `SELECT p.name AS by, d.name AS device FROM change_log l LEFT JOIN people p ON p.id = l.actor_id
         LEFT JOIN paired d ON d.id = l.device_id WHERE entity = 'visit' ORDER BY l.id DESC LIMIT 1`,
      )) as [unknown[]]
      return rows[0]
    }
    await write(ownerId)
    expect(await by()).toEqual({ by: 'Ana', device: 'Tablet' })
    await signedIn(server, desk, ben, tablet)
    await write(ana)
    expect(await by()).toEqual({ by: 'Ana', device: 'Tablet' })
    await write(ownerId)
    expect(await by()).toEqual({ by: 'Ben', device: 'Tablet' })
    const { lines } = await desk.json<GivesOf<typeof logApi.lines>>('GET', '/log?area=visits')
    expect(lines[0]).toMatchObject({ by: 'Ben', device: 'Tablet' })
  })
  test('says how much waits on it, also while nobody is signed in there', async () => {
    const { desk } = await locked()
    const tablet = await signedIn(server, desk, await person('Ana'))
    await tablet.json('POST', '/access/leave', {})
    const unsent = async (): Promise<unknown> =>
      (await desk.json<Paired[]>('GET', '/access/devices')).find(({ name }) => name === 'Tablet')!.unsent
    const read = (says?: string) =>
      tablet.ask('GET', '/timers', undefined, says === undefined ? {} : { 'x-etude-unsent': says })
    await read('3')
    expect(await unsent()).toBe(3)
    for (const says of [undefined, '-1', 'many', '1e9']) await read(says)
    expect(await unsent()).toBe(3)
    const { devices } = await desk.json<System>('GET', '/system')
    expect(devices.find(({ name }) => name === 'Tablet')).toMatchObject({ unsent: 3 })
    await read('0')
    expect(await unsent()).toBe(0)
  })
  test('signs out here, or is signed out on every other device', async () => {
    const { desk } = await locked()
    const ana = await person('Ana')
    const tablet = await signedIn(server, desk, ana)
    const two = await signedIn(server, desk, ana, await invited(server, desk, 'Two'))
    await tablet.json('POST', '/access/leave', {})
    expect((await tablet.ask('GET', '/salon')).status).toBe(401)
    expect((await two.ask('GET', '/salon')).status).toBe(200)
    await desk.json('POST', '/access/everywhere', {})
    expect((await two.ask('GET', '/salon')).status).toBe(401)
    expect((await desk.ask('GET', '/salon')).status).toBe(200)
  })
})

describe('the owner', () => {
  test('opens what matters by the passphrase, for a quarter of an hour', async () => {
    const { desk, ownerId } = await locked()
    expect((await desk.ask('GET', '/access/devices')).status).toBe(200)
    later(16)
    expect(failed(await desk.json('GET', '/access/devices'))).toEqual([403, 'needs-passphrase'])
    expect(failed(await desk.json('POST', '/access/passphrase', { passphrase: 'something else entirely' }))).toEqual([
      403,
      'wrong-passphrase',
    ])
    expect(await desk.json('POST', '/access/passphrase', { passphrase: PASSPHRASE })).toMatchObject({
      strong: true,
      person: { id: ownerId },
    })
    expect((await desk.ask('GET', '/access/devices')).status).toBe(200)
  })
  test('who forgot it chooses another by a code on paper, once, and everybody signs in anew', async () => {
    const { desk, codes } = await locked()
    const phone = device()
    const again = { code: codes[3]!, passphrase: 'other words than before', device: 'Phone' }
    const let_in = await phone.json<{ codes: string[]; person: { name: string } }>('POST', '/access/recover', again)
    expect(let_in).toMatchObject({ person: { name: 'Odile' } })
    expect(let_in.codes).toHaveLength(8)
    expect((await desk.ask('GET', '/salon')).status).toBe(401)
    expect(failed(await device().json('POST', '/access/recover', again))).toEqual([403, 'wrong-code'])
    expect(failed(await desk.json('POST', '/access/passphrase', { passphrase: PASSPHRASE }))).toEqual([
      403,
      'wrong-passphrase',
    ])
    expect(await desk.json('POST', '/access/passphrase', { passphrase: again.passphrase })).toMatchObject({
      strong: true,
    })
  })
  test('can leave the salon open again; nothing of who was let in stays', async () => {
    const { desk } = await locked()
    expect(await desk.json('POST', '/access/unlock', {})).toMatchObject({ locked: false })
    expect((await device().ask('GET', '/salon')).status).toBe(200)
    const [rows] = (await server.store.query('SELECT 1 FROM paired UNION ALL SELECT 1 FROM secrets')) as [unknown[]]
    expect(rows).toEqual([])
  })
  test('reads in the log who was let in, and who tried in vain', async () => {
    const { desk } = await locked()
    const ana = await person('Ana')
    const tablet = await signedIn(server, desk, ana)
    await tablet.json('POST', '/access/pin', { personId: ana, pin: '9999' })
    await desk.json('POST', '/access/passphrase', { passphrase: PASSPHRASE })
    const { lines } = await desk.json<{ lines: { entity: string; action: string; about: string | null }[] }>(
      'GET',
      '/log?area=house',
    )
    const told = lines
      .filter(({ entity }) => entity === 'access')
      .map(({ action, about }) => `${action} ${about ?? ''}`.trim())
    expect(told).toEqual([
      'signed-in-passphrase Desk',
      'wrong-pin Ana, Tablet',
      'signed-in Tablet',
      'let-in Tablet',
      'pin-set Ana',
      'locked Desk',
    ])
  })
})
