import type { LogEntity, LogLine } from '../api/log.ts'

/** What was done, after the name of what it was done to: "Tansy: moved in the book". By what it is about, then by action. */
export const LOG_TEXT: Readonly<Record<LogEntity, Readonly<Record<string, string>>>> = {
  client: {
    added: 'written down as an owner',
    changed: 'changed from a table',
    corrected: 'put right',
    merged: 'made one of two entries',
  },
  dog: {
    added: 'written down',
    changed: 'changed from a table',
    corrected: 'put right',
    merged: 'made one of two entries',
  },
  visit: {
    added: 'put in the book',
    moved: 'moved in the book',
    'called-off': 'called off, or on again',
    arrival: 'arrival written down',
    station: 'at the next station',
  },
  assessment: {
    scored: 'scored',
    stage: 'scores said to be before or after air',
    'second-asked': 'second opinion asked for',
  },
  plan: { made: 'planned', accepted: 'plan taken' },
  consent: { asked: 'owner asked', 'spoken-yes': 'owner said yes', answered: 'owner answered' },
  bath: { swapped: 'product changed by hand', booked: 'bath booked from the shelf' },
  drying: { started: 'drying begun', change: 'now brushed dry', finish: 'dry' },
  goodbye: { changed: 'goodbye written', finished: 'goodbye said', 'taken-back': 'goodbye taken back' },
  photo: { added: 'picture taken', removed: 'picture taken out' },
  setting: { changed: 'changed', founded: 'begun' },
  person: { added: 'written down', changed: 'changed', pace: 'pace switched', school: 'own way chosen' },
  product: {
    added: 'put on the shelf',
    changed: 'changed',
    retired: 'off the shelf',
    back: 'back on the shelf',
    receive: 'came in',
    count: 'counted',
    correct: 'stock put right',
  },
  tool: {
    added: 'hung up',
    changed: 'changed',
    retired: 'taken off',
    back: 'hung up again',
    stocked: 'rack filled',
    sharpen: 'sharpened',
    oil: 'oiled',
    disinfect: 'disinfected',
  },
  access: {
    locked: 'salon locked',
    unlocked: 'salon left open',
    'let-in': 'device let in',
    'put-out': 'device put out',
    'signed-in': 'signed in',
    'signed-in-passphrase': 'signed in by the passphrase',
    'signed-out': 'signed out',
    'signed-out-everywhere': 'everybody signed out',
    'wrong-pin': 'wrong PIN',
    'wrong-passphrase': 'wrong passphrase',
    'wrong-code': 'wrong code',
    'pin-set': 'PIN given',
    'pin-taken': 'PIN taken away',
    passphrase: 'passphrase changed',
    recovered: 'let in by a code on paper',
    codes: 'new codes on paper',
    idle: 'waiting time of the screens changed',
  },
  pattern: { added: 'kept as ours', changed: 'changed', retired: 'taken out', back: 'put back' },
}

export const logText = ({ entity, action }: Pick<LogLine, 'entity' | 'action'>): string =>
  LOG_TEXT[entity][action] ?? action
