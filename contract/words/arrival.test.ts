import { expect, test } from 'vitest'
import type { Arrival } from '../api/visit-card.ts'
import { arrivalLines } from './arrival.ts'

const PLAIN: Arrival = { dog: { name: 'Pip', coatType: 'curly', weightKg: 6 }, wishes: {} }

test('of a dog of which little is known little is said, and that it is not known', () => {
  expect(arrivalLines(PLAIN)).toEqual({
    temper: 'Temper not known',
    health: 'Nothing told',
    wishes: 'Keep some, as it is',
    skin: 'Nothing told',
    coat: 'Curly wool',
    looks: expect.stringContaining('ears'),
  })
})

test('what is hard for a dog, what its vet has not cleared and what its owner asked for is said in its line', () => {
  const lines = arrivalLines({
    dog: {
      ...PLAIN.dog,
      breed: 'pug',
      temperament: 'anxious',
      dryerTolerance: 'low-only',
      nailTolerance: 'none',
      faceTolerance: 'fine',
      health: ['heart', 'recent-surgery'],
      surgery: { daysAgo: 12, cleared: false },
      daysSinceSpotOn: 3,
      allergies: ['oat'],
      density: 'dense',
      lengthMm: { body: 45 },
    },
    wishes: {
      keepLength: 2,
      style: 'trim',
      targetMm: { body: 13 },
      homeBrushing: { perWeek: 3, toSkin: false },
      swims: true,
      note: 'mind the left ear',
    },
  })
  expect(lines.temper).toBe('Anxious, the dryer low only, nails not at all')
  // A pug's skull is short by its breed, whoever ticked nothing.
  expect(lines.health).toBe('Heart, short skull, surgery 12 days ago, not cleared by the vet')
  expect(lines.wishes).toBe('Keep it, trim, body to 13 mm, brushed 3 times a week on top, swims, “mind the left ear”')
  expect(arrivalLines({ ...PLAIN, wishes: { homeBrushing: { perWeek: 1, toSkin: true } } }).wishes).toContain(
    'brushed once a week to the skin',
  )
  expect(lines.skin).toBe('Spot-on 3 days ago, allergic to oat')
  expect(lines.coat).toBe('Pug, curly wool, body 45 mm')
  expect(lines.looks).toMatch(/^Dense for its type, /)
})
