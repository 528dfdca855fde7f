/** One thing wrong with what was given: where, what stood there, what was expected. */
export interface Issue {
  /** As `dog.weightKg` or `scores[2].mat`; empty for the whole. */
  readonly path: string
  readonly value: unknown
  readonly expected: string
}

export const pathText = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key)),
    '',
  )

const LONGEST_VALUE = 80

/** A value as an error line shows it: short, on one line. */
export function valueText(value: unknown): string {
  if (value === undefined) return 'nothing'
  const text = JSON.stringify(value) ?? String(value)
  return text.length > LONGEST_VALUE ? `${text.slice(0, LONGEST_VALUE - 1)}…` : text
}

/** @example issueText({ path: 'dog.weightKg', value: -1, expected: '0.5 to 120' }) // => 'dog.weightKg: got -1, expected 0.5 to 120' */
export const issueText = ({ path, value, expected }: Issue): string =>
  `${path || 'the whole'}: got ${valueText(value)}, expected ${expected}`

/** What was given cannot be used; carries every issue found, not only the first. */
export class BadInput extends Error {
  override readonly name = 'BadInput'
  readonly code = 'bad-input'
  readonly issues: readonly Issue[]
  constructor(issues: readonly Issue[]) {
    super(issues.map(issueText).join('; '))
    this.issues = issues
  }
}
