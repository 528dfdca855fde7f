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
