import { describe, expect, test } from 'vitest'
import { cutOf, DEFAULT_HOUSE, planGroom, REGION_SIDES } from '../../../core/index.ts'
import { anAssessment, cleanSheet, onRegions } from '../../../test/fixtures/dogs.ts'
import { turnsOf } from './turns.ts'

const turns = (changes: Parameters<typeof anAssessment>[0] = {}) => {
  const assessment = anAssessment({ wishes: { style: 'trim', targetMm: { body: 16 } }, ...changes })
  const cut = cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)!
  return { cut, turns: turnsOf(cut) }
}

describe('tool by tool', () => {
  test('each tool and length is taken up once, in the order of the work, and no line is left out', () => {
    const { cut, turns: made } = turns()
    expect(new Set(made.map(({ key }) => key)).size).toBe(made.length)
    const lines = made.flatMap(({ places }) => places.flatMap((place) => place.lines))
    expect(lines).toHaveLength(cut.lines.length)
    expect(new Set(lines)).toEqual(new Set(cut.lines))
    expect(made[0]!.line).toBe(cut.lines[0])
  })
  test('both sides of a pair are one place; a side that is cut by itself says which', () => {
    const { turns: alike } = turns()
    const sides = alike.flatMap(({ places }) => places.filter(({ region }) => region === 'side'))
    expect(sides).toMatchObject([{ side: null }])
    expect(sides[0]!.lines).toHaveLength(2)
    const left = REGION_SIDES.find(({ key }) => key === 'side.left')!.index
    const sheet = onRegions(cleanSheet(), [], {}).map((side, i) => (i === left ? { ...side, leave: 'as told' } : side))
    const { turns: one } = turns({ sheet })
    const places = one.flatMap(({ places: all }) => all.filter(({ region }) => region === 'side'))
    expect(places).toMatchObject([{ side: 'right' }])
  })
})
