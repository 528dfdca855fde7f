import type { BeforeAnswers } from '../contract/api/before.ts'
import type { FileDog } from '../contract/formats/assessment-file.ts'
import type { Premises } from '../contract/formats/places.ts'

/** A dog of the made-up salon that is only booked so far. */
export interface BookedDog {
  readonly dog: FileDog & { readonly name: string }
  readonly owner: string
  readonly at: string
  readonly slotMinutes: number
  /** What its owner said when they were asked; not asked where there is none. */
  readonly says?: BeforeAnswers
}

const SAID: Readonly<Record<string, BeforeAnswers>> = {
  Wendell: {
    weightKg: 14.5,
    weeksSince: 13,
    brushing: { perWeek: 1, toSkin: false },
    comb: { 'behind-ears': 'not-in', armpits: 'not-in', belly: 'stops', breeches: 'stops', toes: 'stops' },
    wish: { keepLength: 1 },
    health: [],
    news: 'He was a handful in the bath last time.',
  },
  Posy: {
    weightKg: 3.4,
    weeksSince: 4,
    brushing: { perWeek: 7, toSkin: true },
    comb: { 'behind-ears': 'through', armpits: 'through', belly: 'through', breeches: 'through', toes: 'stops' },
    wish: { keepLength: 2 },
    health: [],
    news: '',
  },
}

const booked = (
  at: string,
  slotMinutes: number,
  name: string,
  owner: string,
  breed: string,
  coatType: FileDog['coatType'],
  weightKg: number,
  more: Partial<FileDog> = {},
): BookedDog => ({
  dog: { name, breed, coatType, weightKg, ageMonths: 48, temperament: 'easy', dryerTolerance: 'fine', ...more },
  owner,
  at,
  slotMinutes,
  ...(SAID[name] ? { says: SAID[name] } : {}),
})

/** Tomorrow: full, and it can be kept. Every name is made up. */
export const TOMORROW: readonly BookedDog[] = [
  booked('08:30', 105, 'Pepperpot', 'Ingrid Vale', 'bichon-frise', 'cotton', 6),
  booked('08:30', 130, 'Wendell', 'Omar Finch', 'cross', 'curly', 14),
  booked('09:00', 90, 'Truffle', 'Lena Osei', 'affenpinscher', 'wire', 5),
  booked('10:15', 120, 'Gulliver', 'Paul Amsel', 'american-cocker-spaniel', 'feathered', 13),
  booked('10:45', 90, 'Posy', 'Ruth Calder', 'bolognese', 'cotton', 3.5, { temperament: 'anxious' }),
  booked('11:30', 150, 'Barnaby', 'Ines Rook', 'beagle', 'smooth', 12),
  booked('13:15', 120, 'Clementine', 'Tom Ashby', 'bedlington-terrier', 'curly', 10),
  booked('13:45', 120, 'Ludo', 'Femi Adair', 'australian-shepherd', 'double', 24),
  booked('14:30', 90, 'Nettle', 'Sofia Lund', 'australian-terrier', 'wire', 7),
  booked('15:15', 105, 'Mossy', 'Grete Holm', 'bichon-frise', 'cotton', 7),
]

/** Two tubs, three tables and five pens, open every day, so that the made-up salon is at work whenever one looks. */
export const DEMO_PREMISES: Premises = {
  places: [
    { id: 'tub-1', name: 'Big tub', kind: 'tub', maxKg: null },
    { id: 'tub-2', name: 'Small tub', kind: 'tub', maxKg: 15 },
    { id: 'table-1', name: 'Window', kind: 'table', maxKg: null },
    { id: 'table-2', name: 'Middle', kind: 'table', maxKg: null },
    { id: 'table-3', name: 'Corner', kind: 'table', maxKg: 25 },
    ...[1, 2, 3, 4, 5].map((n) => ({
      id: `pen-${n}`,
      name: `Pen ${n}`,
      kind: 'pen' as const,
      maxKg: n > 3 ? null : 15,
    })),
  ],
  week: Array.from({ length: 7 }, (): [string, string] => ['08:30', '17:30']),
}
