import { format } from 'date-fns'

/** The calendar date where this screen stands, as 2026-03-01. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd')
