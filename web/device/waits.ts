const FIRST_MS = 1000
const LONGEST_MS = 15_000

/** How long to wait before trying again, ms: twice as long each time, up to a quarter of a minute. @param tries so far */
export const waitMs = (tries: number): number => Math.min(LONGEST_MS, FIRST_MS * 2 ** Math.max(0, tries))
