import type { AccessRole } from './access-roles.ts'
import type { AnyEndpoint, Named, Subject } from './endpoint.ts'

/** What somebody may do, one kind of thing at a time. */
export const RIGHT_IDS = ['anyone', 'at-device', 'see', 'groom', 'desk', 'stock', 'house', 'owner'] as const
export type Right = (typeof RIGHT_IDS)[number]

export const MAY: Readonly<Record<AccessRole, ReadonlySet<Right>>> = {
  owner: new Set(RIGHT_IDS),
  groomer: new Set<Right>(['anyone', 'at-device', 'see', 'groom', 'desk', 'stock']),
  bather: new Set<Right>(['anyone', 'at-device', 'see', 'groom', 'stock']),
  front: new Set<Right>(['anyone', 'at-device', 'see', 'desk']),
  learner: new Set<Right>(['anyone', 'at-device', 'see', 'groom']),
}

/** The right that a change of a subject asks for; reading asks for `see`. */
const CHANGES: Readonly<Record<Subject, Right>> = {
  access: 'owner',
  salon: 'house',
  day: 'desk',
  visits: 'desk',
  scores: 'groom',
  plan: 'groom',
  consent: 'desk',
  before: 'desk',
  shelf: 'stock',
  bath: 'groom',
  drying: 'groom',
  rack: 'stock',
  patterns: 'groom',
  bench: 'groom',
  goodbye: 'groom',
  photos: 'groom',
  dogs: 'desk',
  pace: 'house',
  learning: 'house',
  exchange: 'owner',
  backups: 'owner',
  system: 'owner',
  log: 'owner',
  devices: 'groom',
}

/** Endpoints that ask for another right than their subject; several where any of them will do. */
const OWN: Readonly<Record<string, readonly Right[]>> = {
  // Who is not let in yet.
  'access.read': ['anyone'],
  'access.pair': ['anyone'],
  'access.pin': ['anyone'],
  'access.passphrase': ['anyone'],
  'access.askPasskey': ['anyone'],
  'access.passkey': ['anyone'],
  'access.recover': ['anyone'],
  'access.leave': ['anyone'],
  // Clocks of dogs run on in sight while nobody is signed in.
  'bench.timers': ['at-device'],
  // Whoever has the link.
  'consent.page': ['anyone'],
  'day.feed': ['anyone'],
  'consent.answer': ['anyone'],
  'before.page': ['anyone'],
  'before.answer': ['anyone'],
  'before.change': ['anyone'],
  // Both the desk and the table write these.
  'visits.setArrival': ['desk', 'groom'],
  'visits.setStation': ['desk', 'groom'],
  'visits.askSecond': ['groom'],
  'consent.ask': ['desk', 'groom'],
  'consent.spokenYes': ['desk', 'groom'],
  'goodbye.change': ['desk', 'groom'],
  'goodbye.say': ['desk', 'groom'],
  'photos.add': ['desk', 'groom'],
  // What a salon lives by.
  'salon.setPrices': ['owner'],
  'salon.addPerson': ['owner'],
  'salon.changePerson': ['owner'],
  'salon.lookAround': ['owner'],
  'salon.begin': ['owner'],
  'salon.setKeeps': ['owner'],
  'salon.overdue': ['house'],
  'salon.backup': ['owner'],
  'access.devices': ['owner'],
  'access.passkeys': ['owner'],
  'backups.all': ['house'],
  'system.read': ['house'],
  'log.lines': ['house'],
  'exchange.csv': ['owner'],
  'dogs.ownerArchive': ['owner'],
  'dogs.eraseOwner': ['owner'],
}

/** Any of these opens an endpoint. */
export const rightsOf = (endpoint: Pick<Named<AnyEndpoint>, 'subject' | 'name' | 'kind'>): readonly Right[] =>
  OWN[`${endpoint.subject}.${endpoint.name}`] ?? [endpoint.kind === 'write' ? CHANGES[endpoint.subject] : 'see']

export const mayUse = (role: AccessRole, endpoint: Parameters<typeof rightsOf>[0]): boolean =>
  rightsOf(endpoint).some((right) => MAY[role].has(right))

/** Whether an endpoint asks for the passphrase anew, and not only for a PIN that somebody may have watched. */
export const asksPassphrase = (endpoint: Parameters<typeof rightsOf>[0]): boolean =>
  rightsOf(endpoint).every((right) => right === 'owner')
