/*
 * Dates and times as everywhere in the product: as the salon's country writes them, by the clock of the salon wherever
 * the screen stands. Until a country is said: 24 hours, the day before the month.
 */
type When = string | number | Date

let zone: string | undefined
const PLAIN = 'en-GB'
let locale = PLAIN
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

/** Says by whose habits days and hours are written: a country by its two letters, null for the plain way. */
export function setCountry(country: string | null): void {
  const named = country === null ? PLAIN : `en-${country}`
  if (named === locale) return
  locale = Intl.DateTimeFormat.supportedLocalesOf(named).length > 0 ? named : PLAIN
  made.clear()
}

function formatted(at: When, options: Intl.DateTimeFormatOptions, where = zone, how = locale): string {
  const key = `${JSON.stringify(options)} ${where} ${how}`
  const format =
    made.get(key) ?? new Intl.DateTimeFormat(how, where === undefined ? options : { ...options, timeZone: where })
  made.set(key, format)
  return format.format(new Date(at))
}

/** "14:05", as a field takes it and a file holds it, whatever the country. */
export const timeOf = (at: When): string =>
  formatted(at, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }, zone, PLAIN)

/** Whether noon is "12:00" or "12:00 pm" here. */
const halfDays = (): boolean => {
  const { hourCycle } = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions()
  return hourCycle === 'h12' || hourCycle === 'h11'
}
/** "14:05", or "2:05 pm" where the day has twice twelve hours */
export const timeText = (at: When): string =>
  halfDays() ? formatted(at, { hour: 'numeric', minute: '2-digit' }).replace(/\s/g, ' ').toLowerCase() : timeOf(at)
/** "4 Mar 2026" */
export const dayText = (at: When): string => formatted(at, { day: 'numeric', month: 'short', year: 'numeric' })
/** "4 Mar" */
export const dayOfYearText = (at: When): string => formatted(at, { day: 'numeric', month: 'short' })
/** "4 Mar, 14:05" */
export const dayAndTimeText = (at: When): string => `${dayOfYearText(at)}, ${timeText(at)}`
/** Monday is the first of a week. */
export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
/** "Tue" */
export const SHORT_WEEKDAYS = WEEKDAYS.map((name) => name.slice(0, 3))
/** "Mar 26" */
export const monthText = (at: When): string => formatted(at, { month: 'short', year: '2-digit' })
/** The calendar date where the salon is: "2026-03-04". */
export function dateOf(at: When): string {
  const [day, month, year] = formatted(at, { day: '2-digit', month: '2-digit', year: 'numeric' }, zone, PLAIN).split(
    '/',
  )
  return `${year}-${month}-${day}`
}

/**
 * The instant of a day and an hour by the salon's clock; an hour that summer time leaves out is the one after it.
 * @param date as 2026-03-04 @param time as 14:05 @throws {RangeError} for what is neither
 */
export function instantAt(date: string, time: string): string {
  const wanted = new Date(`${date}T${time}:00Z`).getTime()
  const clockOf = (at: number): number => new Date(`${dateOf(at)}T${timeOf(at)}:00Z`).getTime()
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
  // No comma between a weekday and its number.
  formatted(`${date}T12:00:00Z`, options, 'UTC').replace(/^([^,\d]+), (?=\d)/, '$1 ')
/** "Wednesday 4 March" */
export const dateText = (date: string): string => onDate(date, { weekday: 'long', day: 'numeric', month: 'long' })
/** "Wednesday 4 March 2026" */
export const fullDateText = (date: string): string =>
  onDate(date, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })
