import ical from 'ical-generator'
import VCard from 'vcard-creator'
import type { GoodbyePage } from '../../contract/api/goodbye.ts'
import { timeOf } from '../../contract/words/index.ts'

const MINUTE = 60_000

/** The next visit as a calendar file (RFC 5545): at its time, or at the time of day of this one where none is booked. */
export function nextVisitCalendar(
  { name, salon, next, at }: GoodbyePage,
  visitId: string,
  slotMinutes: number,
  now: Date,
): string {
  const start = new Date(`${next.on}T${next.at ?? timeOf(at)}`)
  const calendar = ical({ name: salon, prodId: { company: 'etude', product: 'goodbye', language: 'EN' } })
  calendar.createEvent({
    id: `next-${visitId}`,
    stamp: now,
    start,
    end: new Date(start.getTime() + slotMinutes * MINUTE),
    summary: `${name} at ${salon}`,
    description: `${next.why}. Nails in ${next.nailsWeeks} weeks. Please call us to change it.`,
  })
  return calendar.toString()
}

/** An owner as an address card (vCard). */
export function ownerCard({
  name,
  phone,
  email,
  dogs,
}: {
  name: string
  phone: string
  email: string
  dogs: readonly string[]
}): string {
  const words = name.trim().split(/\s+/)
  const card = new VCard()
  card.addName({ familyName: words.at(-1) ?? '', givenName: words.slice(0, -1).join(' ') })
  if (phone) card.addPhoneNumber({ number: phone, type: ['cell'] })
  if (email) card.addEmail({ address: email })
  if (dogs.length > 0) card.addNote(`Dogs: ${dogs.join(', ')}`)
  return card.toString()
}
