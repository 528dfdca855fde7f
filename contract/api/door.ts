import * as z from 'zod'
import { accessSchema } from './access.ts'
import { idSchema, instant, nothing, post, put, read, subject } from './endpoint.ts'

/** A PIN that nobody would try first: four to eight digits, not all the same, not in a row. */
export const pinSchema = z
  .string()
  .regex(/^\d{4,8}$/, { error: 'four to eight digits' })
  .refine((pin) => !/^(\d)\1+$/.test(pin), { error: 'digits that are not all the same' })
  .refine((pin) => !'01234567890'.includes(pin) && !'09876543210'.includes(pin), {
    error: 'digits that are not in a row',
  })

export const PASSPHRASE_LEAST = 12
const MOST_LETTERS = 200
export const passphraseSchema = z
  .string()
  .min(PASSPHRASE_LEAST, { error: `at least ${PASSPHRASE_LEAST} letters, several words are easiest` })
  .max(MOST_LETTERS, { error: `at most ${MOST_LETTERS} letters` })

/** As it is said or typed: dashes, spaces and capitals do not count. */
const code = z
  .string()
  .trim()
  .min(4, { error: 'the code as it was shown' })
  .max(60, { error: 'the code as it was shown' })
const deviceName = z
  .string()
  .trim()
  .min(1, { error: 'a name for this device' })
  .max(60, { error: 'at most 60 letters' })

/* Passkeys, as the browser's `navigator.credentials` takes and gives them in JSON (W3C, Web Authentication Level 3, 5.1). */
const base64url = z
  .string()
  .max(20_000)
  .regex(/^[\w-]+$/, { error: 'base64url' })
const credential = z.object({ id: base64url, type: z.literal('public-key') })
const answered = credential.extend({ rawId: base64url, clientExtensionResults: z.object({}) })
const toAddSchema = z.object({
  rp: z.object({ name: z.string(), id: z.string() }),
  user: z.object({ id: z.string(), name: z.string(), displayName: z.string() }),
  challenge: base64url,
  pubKeyCredParams: z.array(z.object({ alg: z.int(), type: z.literal('public-key') })),
  timeout: z.int(),
  excludeCredentials: z.array(credential),
  authenticatorSelection: z.object({
    residentKey: z.literal('required'),
    requireResidentKey: z.boolean(),
    userVerification: z.literal('required'),
  }),
  attestation: z.literal('none'),
})
const toUseSchema = z.object({
  challenge: base64url,
  rpId: z.string(),
  timeout: z.int(),
  userVerification: z.literal('required'),
})
const addedSchema = answered.extend({
  response: z.object({ clientDataJSON: base64url, attestationObject: base64url }),
})
const usedSchema = answered.extend({
  response: z.object({
    clientDataJSON: base64url,
    authenticatorData: base64url,
    signature: base64url,
    userHandle: base64url.optional(),
  }),
})
export type ToAdd = z.infer<typeof toAddSchema>
export type ToUse = z.infer<typeof toUseSchema>
export type AddedPasskey = z.infer<typeof addedSchema>
export type UsedPasskey = z.infer<typeof usedSchema>

export const passkeySchema = z.object({
  id: base64url,
  name: z.string(),
  /** The name of this server that it is for. */
  host: z.string(),
  person: z.string(),
  addedAt: instant,
  usedAt: instant.nullable(),
})
export type Passkey = z.infer<typeof passkeySchema>

/** How long the screens wait for a hand before they ask who is there, minutes. */
export const IDLE_MINUTES = [5, 10, 15, 30, 60] as const

export const pairedSchema = z.object({
  id: idSchema,
  name: z.string(),
  pairedAt: instant,
  seenAt: instant,
  /** What waited on it to be sent, as it said last. */
  unsent: z.int().min(0),
  /** Who is signed in there. */
  person: z.string().nullable(),
  here: z.boolean(),
  out: z.boolean(),
})
export type Paired = z.infer<typeof pairedSchema>

const withCodes = accessSchema.extend({ codes: z.array(z.string()) })

/** Who is let in: devices are paired, people are switched. */
export const doorApi = subject('access', {
  lock: post('/access/lock', {
    summary:
      'Lock the salon: from here on nobody is let in but by a device that was paired and a PIN or the passphrase',
    takes: z.object({ ownerId: idSchema, passphrase: passphraseSchema, device: deviceName }),
    gives: withCodes,
    touches: ['access', 'salon'],
  }),
  unlock: post('/access/unlock', {
    summary: 'Leave the salon open to whoever reaches its address, as before it was locked',
    takes: nothing,
    gives: accessSchema,
    touches: ['access'],
  }),
  passphrase: post('/access/passphrase', {
    summary: 'Sign in as the owner; a device that was not let in yet is let in by it',
    takes: z.object({ passphrase: z.string().min(1).max(MOST_LETTERS), device: deviceName.optional() }),
    gives: accessSchema,
    touches: ['access'],
  }),
  askPasskey: post('/access/passkey/ask', {
    summary: 'What a passkey has to sign to let somebody in; good once, for a few minutes',
    takes: nothing,
    gives: toUseSchema,
  }),
  passkey: post('/access/passkey', {
    summary: 'Sign in by a passkey, as by the passphrase; a device that was not let in yet is let in by it',
    takes: z.object({ passkey: usedSchema, device: deviceName.optional() }),
    gives: accessSchema,
    touches: ['access'],
  }),
  passkeys: read('/access/passkeys', { summary: 'The passkeys that let in', gives: z.array(passkeySchema) }),
  offerPasskey: post('/access/passkeys/offer', {
    summary: 'What a device needs to make a passkey of its own; good once, for a few minutes',
    takes: nothing,
    gives: toAddSchema,
  }),
  addPasskey: post('/access/passkeys', {
    summary: 'One more passkey for whoever is signed in',
    takes: z.object({ passkey: addedSchema, name: deviceName }),
    gives: z.array(passkeySchema),
    becomes: 'passkeys',
    touches: ['access'],
  }),
  dropPasskey: post('/access/passkeys/drop', {
    summary: 'A passkey lets in no more',
    takes: z.object({ passkeyId: base64url }),
    gives: z.array(passkeySchema),
    becomes: 'passkeys',
    touches: ['access'],
  }),
  recover: post('/access/recover', {
    summary: 'Choose a new passphrase by one of the codes on paper',
    takes: z.object({ code, passphrase: passphraseSchema, device: deviceName }),
    gives: withCodes,
  }),
  changePassphrase: put('/access/passphrase', {
    summary: 'Another passphrase',
    takes: z.object({ passphrase: passphraseSchema }),
    gives: accessSchema,
    touches: ['access'],
  }),
  newCodes: post('/access/codes', {
    summary: 'New codes on paper; the old ones are good no more',
    takes: nothing,
    gives: withCodes,
  }),
  invite: post('/access/invite', {
    summary: 'A code that lets one more device in, good for ten minutes and once',
    takes: nothing,
    gives: z.object({ code: z.string(), until: instant }),
  }),
  pair: post('/access/pair', {
    summary: 'Let this device in by a code',
    takes: z.object({ code, device: deviceName }),
    gives: accessSchema,
    touches: ['access'],
  }),
  devices: read('/access/devices', { summary: 'The devices that were let in', gives: z.array(pairedSchema) }),
  putOut: put('/access/devices/:id/out', {
    summary: 'Put a device out at once',
    takes: nothing,
    gives: z.array(pairedSchema),
    becomes: 'devices',
    touches: ['access'],
  }),
  pin: post('/access/pin', {
    summary: 'Sign in by a PIN, at a device that was let in',
    takes: z.object({ personId: idSchema, pin: z.string().regex(/^\d{1,8}$/, { error: 'digits' }) }),
    gives: accessSchema,
    touches: ['access'],
  }),
  setPin: put('/people/:id/pin', {
    summary: 'Give somebody a PIN, or take it away',
    takes: z.object({ pin: pinSchema.nullable() }),
    gives: accessSchema,
    touches: ['access'],
  }),
  everywhere: post('/access/everywhere', {
    summary: 'Sign everybody out on every device but this one',
    takes: nothing,
    gives: accessSchema,
    touches: ['access'],
  }),
  setIdle: put('/access/idle', {
    summary: 'After how long without a hand the screens ask who is there',
    takes: z.object({ minutes: z.literal(IDLE_MINUTES) }),
    gives: accessSchema,
    touches: ['access'],
  }),
})
