/** What stands where words of an owner stood. */
export const BLANK = 'erased'

/** What is always somebody's own word, however it looks. */
const WORDS: ReadonlySet<string> = new Set([
  'name',
  'owner',
  'phone',
  'second_phone',
  'secondPhone',
  'email',
  'note',
  'news',
  'text',
  'body',
  'why',
  'called_off_why',
  'calledOffWhy',
  'reason',
  'leave_reason',
  'saidBy',
  'said_by',
  'to_name',
  'to_phone',
  'link',
])

/** Codes, currencies, dates, times and ids, as the model writes them: never the words of a person. */
const CODE =
  /^(?:[A-Z]{3}|[a-z0-9]+(?:[-.:@+/][a-z0-9]+)*|etude\.[a-z]+\/\d|\d{4}-\d\d-\d\d(?:[T ][\d:.]+(?:Z|[+-]\d\d(?::?\d\d)?)?)?)$/
const LONGEST_CODE = 80

/** A text as it stays once its owner is forgotten: codes and dates as they are, words blanked, nothing still nothing. */
export const blankedText = (key: string, text: string): string =>
  text === '' || (!WORDS.has(key) && text.length <= LONGEST_CODE && CODE.test(text)) ? text : BLANK

/** The same for a whole document: figures stay. Keys that are codes stay, other keys are words. */
export function blanked(value: unknown, key = ''): unknown {
  if (typeof value === 'string') return blankedText(key, value)
  if (Array.isArray(value)) return value.map((one) => blanked(one, key))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([of, one]) => [of, blanked(one, of)]))
}
