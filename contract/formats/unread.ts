/**
 * Fields of a file that a reader left out because it knows none of that name: a misspelt one changes an answer, and says
 * nothing of it.
 * @param input as it came @param read what was made of it, under the same names
 * @returns their paths, in their order
 */
export function unreadOf(input: unknown, read: unknown, at = ''): string[] {
  if (typeof input !== 'object' || input === null || typeof read !== 'object' || read === null) return []
  return Object.entries(input).flatMap(([key, value]) => {
    const path = Array.isArray(input) ? `${at}[${key}]` : at === '' ? key : `${at}.${key}`
    const taken = (read as Record<string, unknown>)[key]
    return taken === undefined && value !== undefined ? [path] : unreadOf(value, taken, path)
  })
}
