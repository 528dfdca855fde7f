/*
 * Dates and times as everywhere in the product: 24 hours, the day before the month, by the clock of the salon wherever
 * the screen stands.
 */
type When = string | number | Date

let zone: string | undefined
const made = new Map<string, Intl.DateTimeFormat>()

/** Says where the salon is, by its IANA name; until then, and where the name is unknown here, it is where this runs. */
export function setZone(name: string): void {
  if (name === zone) return
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: name })
  } catch {
    return
  }
  zone = name
  made.clear()
}

function formatted(at: When, options: Intl.DateTimeFormatOptions, where = zone): string {
  const key = `${JSON.stringify(options)} ${where}`
  const format =
    made.get(key) ?? new Intl.DateTimeFormat('en-GB', where === undefined ? options : { ...options, timeZone: where })
  made.set(key, format)
  return format.format(new Date(at))
}

/** "14:05" */
export const timeText = (at: When): string => formatted(at, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
/** "4 Mar 2026" */
export const dayText = (at: When): string => formatted(at, { day: 'numeric', month: 'short', year: 'numeric' })
/** "4 Mar" */
export const dayOfYearText = (at: When): string => formatted(at, { day: 'numeric', month: 'short' })
/** "4 Mar, 14:05" */
export const dayAndTimeText = (at: When): string => `${dayOfYearText(at)}, ${timeText(at)}`
/** "Mar 26" */
export const monthText = (at: When): string => formatted(at, { month: 'short', year: '2-digit' })
/** The calendar date where the salon is: "2026-03-04". */
export function dateOf(at: When): string {
  const [day, month, year] = formatted(at, { day: '2-digit', month: '2-digit', year: 'numeric' }).split('/')
  return `${year}-${month}-${day}`
}

/**
 * The instant of a day and an hour by the salon's clock; an hour that summer time leaves out is the one after it.
 * @param date as 2026-03-04 @param time as 14:05 @throws {RangeError} for what is neither
 */
export function instantAt(date: string, time: string): string {
  const wanted = new Date(`${date}T${time}:00Z`).getTime()
  const clockOf = (at: number): number => new Date(`${dateOf(at)}T${timeText(at)}:00Z`).getTime()
  // What the clock shows at an instant is off by the zone; once corrected, once more for a change between the two.
  const first = wanted + (wanted - clockOf(wanted))
  return new Date(first + (wanted - clockOf(first))).toISOString()
}

const MS_PER_DAY = 86_400_000
const asUtc = (date: string): number => Date.parse(`${date}T00:00:00Z`)

/** Whether a text is a day of the calendar: "2026-02-30" is none. */
export const isDate = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(asUtc(text)) && daysAfter(text, 0) === text
/** So many days after a date, or before it. */
export const daysAfter = (date: string, days: number): string =>
  new Date(asUtc(date) + days * MS_PER_DAY).toISOString().slice(0, 10)

/** A calendar date, "2026-03-04", has no hour and no zone. */
const onDate = (date: string, options: Intl.DateTimeFormatOptions): string =>
  formatted(`${date}T12:00:00Z`, options, 'UTC')
/** "Wednesday 4 March" */
export const dateText = (date: string): string => onDate(date, { weekday: 'long', day: 'numeric', month: 'long' })
/** "Wednesday 4 March 2026" */
export const fullDateText = (date: string): string => `${dateText(date)} ${date.slice(0, 4)}`
