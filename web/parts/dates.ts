import { dateOf } from '../../contract/words/dates.ts'

/** The calendar date where the salon is, as 2026-03-01. */
export const today = (): string => dateOf(new Date())
