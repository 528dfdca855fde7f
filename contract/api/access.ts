import * as z from 'zod'
import { ACCESS_ROLES } from './access-roles.ts'
import { idSchema, nothing, post, read, subject } from './endpoint.ts'

/** How things stand at this device. Before it is let in, nothing but that is told. */
export const accessSchema = z.object({
  /** Whether one has to be let in at all. */
  locked: z.boolean(),
  /** What the salon is called; null before it is begun. */
  salon: z.string().nullable(),
  /** This device was let in and not put out since. */
  paired: z.boolean(),
  /** It was let in once and put out: what it keeps is to go. */
  putOut: z.boolean(),
  device: z.string().nullable(),
  /** Who is signed in here. */
  person: z.object({ id: idSchema, name: z.string(), role: z.enum(ACCESS_ROLES) }).nullable(),
  /** The passphrase was said a short while ago, so that what asks for it is open. */
  strong: z.boolean(),
  /** Who can sign in at a device that was let in; those without a PIN cannot yet. */
  people: z.array(z.object({ id: idSchema, name: z.string(), pin: z.boolean(), owner: z.boolean() })),
  idleMinutes: z.int(),
  /** Somebody has a passkey. */
  passkeys: z.boolean(),
  /** SHA-256 of the authority that devices trust this server by; null where everything goes in the clear. */
  fingerprint: z.string().nullable(),
})
export type Access = z.infer<typeof accessSchema>

/** What every screen asks of who is let in; the rest is the door's (door.ts), so that no first screen carries it. */
export const accessApi = subject('access', {
  read: read('/access', {
    summary: 'Whether one has to be let in, and who is here',
    gives: accessSchema,
    // A tablet that is opened while the server is away asks who is there as well.
    kept: true,
  }),
  leave: post('/access/leave', {
    summary: 'Sign out here; the device stays let in',
    takes: nothing,
    gives: accessSchema,
    becomes: 'read',
  }),
})
