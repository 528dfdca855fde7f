import { UniqueConstraintError } from 'sequelize'

/** Code of the database's own error: wrapped under a statement, bare while a connection is being set up. */
export const codeOf = ({ original, code }: Error & { original?: { code?: string }; code?: string }): string | null =>
  original?.code ?? code ?? null

/** Nothing with that id. */
export class NotFound extends Error {
  override readonly name = 'NotFound'
  readonly code = 'not-found'
  constructor(what: string, id: string) {
    super(`there is no ${what} ${id}`)
  }
}

/** Somebody else changed it since it was read; nothing was written. */
export class ChangedElsewhere extends Error {
  override readonly name = 'ChangedElsewhere'
  readonly code = 'changed-elsewhere'
  readonly current: unknown
  readonly changedBy: string | null
  constructor(current: unknown, changedBy: string | null) {
    super('somebody else changed this since it was read')
    this.current = current
    this.changedBy = changedBy
  }
}

/** The owner has to say yes first; `needs` says to what. */
export class NeedsConsent extends Error {
  override readonly name = 'NeedsConsent'
  readonly code = 'needs-consent'
  readonly needs: readonly string[]
  constructor(needs: readonly string[]) {
    super('the owner has not said yes to this plan')
    this.needs = needs
  }
}

/** A spoken yes needs somebody who heard it. */
export class NobodyNamed extends Error {
  override readonly name = 'NobodyNamed'
  readonly code = 'nobody-named'
  constructor() {
    super('say who is at this screen first: a spoken yes is recorded by a named person')
  }
}

/** The link was good once. */
export class LinkOver extends Error {
  override readonly name = 'LinkOver'
  readonly code: 'link-expired' | 'already-answered'
  constructor(code: 'link-expired' | 'already-answered') {
    super(
      code === 'link-expired'
        ? 'this link is no longer open; please call the salon'
        : 'this was answered already; please call the salon to change it',
    )
    this.code = code
  }
}

/** A movement would take more of a product than there is. */
export class NotEnough extends Error {
  override readonly name = 'NotEnough'
  readonly code = 'not-enough'
  readonly current: { readonly productId: string; readonly stockMl: number }
  constructor(product: string, productId: string, neededMl: number, stockMl: number) {
    super(`${product}: ${neededMl} ml are needed and ${stockMl} ml are on the shelf; count it, or receive more`)
    this.current = { productId, stockMl }
  }
}

/** A name that another of the same kind carries. */
export class NameTaken extends Error {
  override readonly name = 'NameTaken'
  readonly code = 'name-taken'
  constructor(kind: 'product' | 'pattern' | 'person', name: string) {
    super(`there is a ${kind} called ${name} already`)
  }
}

/** Does what may give a name away twice. @throws {NameTaken} */
export async function named<T>(
  kind: 'product' | 'pattern' | 'person',
  name: string,
  write: () => Promise<T>,
): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw new NameTaken(kind, name)
    throw error
  }
}

/** What could be done before, or on the day, and now cannot: why, and what can be done instead. */
export class TooLate extends Error {
  override readonly name = 'TooLate'
  readonly code = 'too-late'
}

/** Who cannot be forgotten now: why, and what has to be done first. */
export class CannotErase extends Error {
  override readonly name = 'CannotErase'
  readonly code = 'cannot-erase'
}

/** Two that cannot be one. */
export class CannotMerge extends Error {
  override readonly name = 'CannotMerge'
  readonly code = 'cannot-merge'
}

/** Nothing to work with yet: what has to be done first. */
export class TooEarly extends Error {
  override readonly name = 'TooEarly'
  readonly code = 'too-early'
}

/** Who is not let in, or not by that. */
export class NotLetIn extends Error {
  override readonly name = 'NotLetIn'
  readonly code: 'nobody-in' | 'not-paired' | 'wrong-pin' | 'wrong-passphrase' | 'wrong-passkey' | 'wrong-code'
  constructor(code: NotLetIn['code'], message: string) {
    super(message)
    this.code = code
  }
}

/** Who is let in, and may not do this. */
export class NotAllowed extends Error {
  override readonly name = 'NotAllowed'
  readonly code: 'not-allowed' | 'needs-passphrase'
  constructor(code: NotAllowed['code'], message: string) {
    super(message)
    this.code = code
  }
}

/** Too many tries in vain: the next one has to wait. */
export class TooOften extends Error {
  override readonly name = 'TooOften'
  readonly code = 'too-often'
  readonly until: Date
  constructor(until: Date) {
    super('too many tries: wait before the next')
    this.until = until
  }
}

/** What the database refuses of a booking: why, and what can be done instead. */
export class CannotBook extends Error {
  override readonly name = 'CannotBook'
  readonly code = 'cannot-book'
}

const BOOKING: Readonly<Record<string, string>> = {
  visits_dog_once: 'this dog is booked at that time already',
  visits_open_days: 'the salon is closed that day',
  visits_not_on_day_off: 'whoever is to groom it is off that day; choose somebody else, or nobody yet',
  days_off_free: 'somebody is booked for that day: move or cancel those visits first',
}

/** By which the checks of bookings in the database are known. */
const REFUSED = 'EB001'

/** A booking that the database refused, in words; anything else as it is. */
export function bookingError(error: unknown): unknown {
  const { original } = error as { original?: { code?: string; constraint?: string } }
  const words = original?.code === REFUSED ? BOOKING[original.constraint ?? ''] : undefined
  return words ? new CannotBook(words) : error
}
