import type { Access } from '../../contract/api/access.ts'
import type { AccessRole } from '../../contract/api/access-roles.ts'
import type { PersonFields } from '../../contract/api/salon.ts'
import type { TestServer } from './server.ts'

export const PASSPHRASE = 'wet dogs shake thrice'
export const PIN = '2580'

/** A browser: it keeps the cookies it is given. */
export class Device {
  readonly cookies = new Map<string, string>()
  readonly #server: TestServer
  constructor(server: TestServer) {
    this.#server = server
  }

  async ask(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Response> {
    const cookie = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ')
    const response = await this.#server.send(method.toUpperCase(), `/api${path}`, body, {
      ...(cookie ? { cookie } : {}),
      ...headers,
    })
    for (const set of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(set)!
      if (/max-age=0/i.test(set)) this.cookies.delete(name!)
      else this.cookies.set(name!, value!)
    }
    return response
  }
  json = async <T = Access>(method: string, path: string, body?: unknown): Promise<T> =>
    (await (await this.ask(method, path, body)).json()) as T
}

/** Somebody who works here. @returns their id */
export async function aPerson(server: TestServer, name: string, as: AccessRole = 'groomer'): Promise<string> {
  const fields: PersonFields = {
    name,
    role: as === 'learner' || as === 'owner' ? 'groomer' : as,
    experience: as === 'learner' ? 'learner' : 'practised',
  }
  const salon = await server.store.salon.addPerson(fields, null)
  return salon.people.find((one) => one.name === name)!.id
}

export interface Locked {
  readonly desk: Device
  readonly ownerId: string
  readonly codes: readonly string[]
}

/** A locked salon with its owner at the desk. */
export async function lockedSalon(server: TestServer): Promise<Locked> {
  const ownerId = await aPerson(server, 'Odile')
  const desk = new Device(server)
  const { codes } = await desk.json<{ codes: string[] }>('POST', '/access/lock', {
    ownerId,
    passphrase: PASSPHRASE,
    device: 'Desk',
  })
  return { desk, ownerId, codes }
}

/** Another device, let in by a code of the desk. */
export async function invited(server: TestServer, desk: Device, name = 'Tablet'): Promise<Device> {
  const { code } = await desk.json<{ code: string }>('POST', '/access/invite', {})
  const tablet = new Device(server)
  await tablet.json('POST', '/access/pair', { code, device: name })
  return tablet
}

/** A device with somebody signed in by PIN. @param tablet a new one without */
export async function signedIn(server: TestServer, desk: Device, id: string, tablet?: Device): Promise<Device> {
  await desk.json('PUT', `/people/${id}/pin`, { pin: PIN })
  const at = tablet ?? (await invited(server, desk))
  await at.json('POST', '/access/pin', { personId: id, pin: PIN })
  return at
}
