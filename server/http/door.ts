import type { Context } from 'hono'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import type { MiddlewareHandler } from 'hono/types'
import type { AnyEndpoint, Named } from '../../contract/api/endpoint.ts'
import { asksPassphrase, mayUse, type Right, rightsOf } from '../../contract/api/rights.ts'
import type { AccessRepo, Given, Shown, Who } from '../access/access.ts'
import { NotAllowed, NotLetIn } from '../db/errors.ts'
import { atDevice } from '../db/here.ts'
import type { Env } from './env.ts'

const DEVICE = 'etude_device'
const SESSION = 'etude_session'
/** By which a device says, when it reads, how much waits on it to be sent. */
const UNSENT_HEADER = 'x-etude-unsent'
const DAY_S = 86_400
/** As long as a browser keeps one (RFC 6265bis). */
const DEVICE_S = 400 * DAY_S
const SESSION_S = DAY_S / 3

export const shownBy = (c: Context): Shown => ({
  device: getCookie(c, DEVICE) ?? null,
  session: getCookie(c, SESSION) ?? null,
  unsent: /^\d{1,5}$/.test(c.req.header(UNSENT_HEADER) ?? '') ? Number(c.req.header(UNSENT_HEADER)) : null,
})

/** The address that the browser has open: what stands before the server may be what speaks TLS. */
export function originOf(c: Context): string {
  const { protocol, host } = new URL(c.req.url)
  return `${c.req.header('x-forwarded-proto') === 'https' ? 'https:' : protocol}//${host}`
}

/** Cookies that no script reads and no other site sends. */
export function give(c: Context, { device, session }: Given): void {
  const secure = originOf(c).startsWith('https:')
  const as = { httpOnly: true, sameSite: 'Strict', path: '/api', secure } as const
  for (const [name, value, maxAge] of [
    [DEVICE, device, DEVICE_S],
    [SESSION, session, SESSION_S],
  ] as const) {
    if (value === undefined) continue
    if (value === null) deleteCookie(c, name, as)
    else setCookie(c, name, value, { ...as, maxAge })
  }
}

/**
 * Finds out who a request is from. In a locked salon it is written down under the name of who is signed in, or of somebody
 * who was at this device today and whose work only comes now.
 */
export const knownBy = (access: AccessRepo): MiddlewareHandler<Env> =>
  async function knownBy(c, next) {
    const who = await access.who(shownBy(c))
    c.set('who', who)
    if (who.locked) {
      const claimed = c.get('actorId')
      const mine = who.person?.id ?? null
      const theirs = claimed && claimed !== mine && who.paired && (await access.wasHere(claimed, who.paired.id))
      c.set('actorId', theirs ? claimed : mine)
    }
    return atDevice(who.paired?.id ?? null, next)
  }

const WHAT: Readonly<Record<Right, string>> = {
  anyone: 'anybody',
  'at-device': 'a device that was let in',
  see: 'who is signed in',
  groom: 'who grooms',
  desk: 'who runs the desk',
  stock: 'who grooms or bathes',
  house: 'the owner',
  owner: 'the owner',
}

/** Why a request does not pass; null where it does. */
function refusalOf(who: Who, endpoint: Named<AnyEndpoint>): NotLetIn | NotAllowed | null {
  const rights = rightsOf(endpoint)
  if (!who.locked || rights.includes('anyone')) return null
  if (!who.paired) return new NotLetIn('not-paired', 'this device was not let in')
  if (rights.includes('at-device')) return null
  if (!who.person) return new NotLetIn('nobody-in', 'nobody is signed in at this device')
  if (!mayUse(who.person.role, endpoint))
    return new NotAllowed('not-allowed', `this is for ${rights.map((right) => WHAT[right]).join(' or ')} to do`)
  return asksPassphrase(endpoint) && !who.strong
    ? new NotAllowed('needs-passphrase', 'this asks for the passphrase again')
    : null
}

/** @throws {NotLetIn} where nobody is signed in @throws {NotAllowed} where whoever is may not do this */
export function assertMay(who: Who, endpoint: Named<AnyEndpoint>): void {
  const refusal = refusalOf(who, endpoint)
  if (refusal) throw refusal
}

export const isAllowed = (who: Who, endpoint: Named<AnyEndpoint>): boolean => refusalOf(who, endpoint) === null
