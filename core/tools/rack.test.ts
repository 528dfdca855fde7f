import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { BLADES, bladeUnderComb, COMB_MM, FULL_RACK, SKIP_FORMS, toolForLength } from './blades.ts'
import { dueOf, isOffered, RACK_KIND_IDS, type Rack, type RackTool, rackOf, TOOL_STATE_IDS } from './rack.ts'

const aTool = (changes: Partial<RackTool> = {}): RackTool => ({
  kind: 'blade',
  id: '10',
  form: 'full',
  state: 'ready',
  dogsSinceSharpened: 0,
  minutesSinceUse: null,
  minutesSinceOil: null,
  minutesSinceDisinfection: null,
  ...changes,
})
const without = (...ids: string[]): Rack => ({
  ...FULL_RACK,
  blades: FULL_RACK.blades.filter(({ id }) => !ids.includes(id)),
})

// A comb attachment goes over a 40, a 30 or a 10 [common practice]; the longest of them, because it bites least bare.
describe('the blade under a comb attachment', () => {
  test.each([
    [[], '10'],
    [['10'], '30'],
    [['10', '30'], '40'],
  ])('without %o it is the %s', (away, id) => {
    expect(bladeUnderComb(without(...away))).toEqual({ kind: 'blade', id, form: 'full' })
  })
  test('without any of the three no comb attachment is planned, and blades alone stand in', () => {
    const bare = without('10', '30', '40')
    expect(bladeUnderComb(bare)).toBeNull()
    for (const mm of [3, 6, 10, 13, 16]) expect(toolForLength(mm, bare)?.tool.kind, `${mm} mm`).toBe('blade')
    expect(toolForLength(25, bare)).toBeNull()
  })
})

// Not shorter than the length by more than 0.3 mm: common practice. Nearest, so that a 10 is a 10 and no 15.
describe('the tool for a length', () => {
  test('is the nearest blade or comb attachment that is not shorter by more than 0.3 mm, whatever hangs on the rack', () => {
    let found = 0
    fc.assert(
      fc.property(
        fc.double({ min: 0.25, max: 40, noNaN: true }),
        fc.subarray([...FULL_RACK.blades]),
        fc.subarray([...COMB_MM]),
        (mm, blades, combs) => {
          const rack: Rack = { blades, combs }
          const made = toolForLength(mm, rack)
          const carried = bladeUnderComb(rack) !== null
          // Skip-tooth is for bulky coat; this is coat that combs.
          const bladeMm = BLADES.filter(({ id }) => blades.some((one) => one.id === id && one.form === 'full'))
          const all = [...bladeMm.map(({ leavesMm }) => leavesMm), ...(carried ? combs : [])].filter(
            (one) => one >= mm - 0.3,
          )
          if (all.length === 0) expect(made).toBeNull()
          else {
            found++
            const off = (one: number): number => Math.abs(one - mm)
            expect(off(made!.leavesMm)).toBeCloseTo(Math.min(...all.map(off)), 9)
          }
        },
      ),
      { numRuns: 400, seed: 5 },
    )
    expect(found).toBeGreaterThan(200)
  })
  test.each([
    [13.2, '3'],
    [13.4, '16'],
    [1.5, '10'],
    [1.9, '9'],
    [0.5, '30'],
  ])('%d mm is met by %s', (mm, id) => expect(toolForLength(mm, { ...FULL_RACK, combs: [16] })!.tool.id).toBe(id))
  test('what it leaves never gets shorter as the wish gets longer', () => {
    const lengths = Array.from({ length: 320 }, (_, i) => i / 10)
    const left = lengths.map((mm) => toolForLength(mm, FULL_RACK)?.leavesMm ?? Number.POSITIVE_INFINITY)
    expect(left).toEqual(left.toSorted((a, b) => a - b))
  })
})

describe('what is due', () => {
  const due = (changes: Partial<RackTool>) => dueOf(aTool(changes), DEFAULT_HOUSE)
  test('sharpening by dogs or by how it drags; only what has an edge', () => {
    const most = DEFAULT_HOUSE['rack.sharpen-dogs']
    expect(due({ dogsSinceSharpened: most - 1 })).toEqual([])
    expect(due({ dogsSinceSharpened: most })).toEqual(['sharpen'])
    expect(due({ state: 'dull' })).toEqual(['sharpen'])
    expect(due({ kind: 'shears', id: 'straight', dogsSinceSharpened: most })).toEqual(['sharpen'])
    for (const kind of ['comb', 'brush', 'clipper'] as const)
      expect(due({ kind, dogsSinceSharpened: most })).toEqual([])
  })
  test('oil and disinfectant once it was on a dog, until they were done after that dog', () => {
    expect(due({ minutesSinceUse: 5, minutesSinceOil: 90, minutesSinceDisinfection: 90 })).toEqual(['oil', 'disinfect'])
    expect(due({ minutesSinceUse: 5, minutesSinceOil: 3, minutesSinceDisinfection: 90 })).toEqual(['disinfect'])
    expect(due({ minutesSinceUse: 5, minutesSinceOil: 3, minutesSinceDisinfection: 5 })).toEqual([])
    expect(due({ minutesSinceUse: 5 })).toEqual(['oil', 'disinfect'])
    expect(due({ kind: 'brush', minutesSinceUse: 5 })).toEqual(['disinfect'])
  })
})

test('a rack for plans holds exactly what is there, ready and sharp', () => {
  const anyTool = fc.record({
    kind: fc.constantFrom(...RACK_KIND_IDS),
    state: fc.constantFrom(...TOOL_STATE_IDS),
    blade: fc.constantFrom(...BLADES.map(({ id }) => id)),
    comb: fc.constantFrom(...COMB_MM),
    skip: fc.boolean(),
    dogs: fc.integer({ min: 0, max: 60 }),
  })
  fc.assert(
    fc.property(fc.array(anyTool, { maxLength: 20 }), (some) => {
      const tools = some.map(({ kind, state, blade, comb, skip, dogs }) =>
        aTool({
          kind,
          state,
          id: kind === 'blade' ? blade : kind === 'comb' ? String(comb) : 'any',
          form: kind === 'blade' ? (skip && SKIP_FORMS.has(blade) ? 'skip' : 'full') : null,
          dogsSinceSharpened: dogs,
        }),
      )
      const rack = rackOf(tools, DEFAULT_HOUSE)
      const offered = tools.filter((tool) => isOffered(tool, DEFAULT_HOUSE))
      expect(rack.blades).toHaveLength(offered.filter(({ kind }) => kind === 'blade').length)
      expect(rack.combs).toHaveLength(offered.filter(({ kind }) => kind === 'comb').length)
      expect(rack.combs).toEqual(rack.combs.toSorted((a, b) => a - b))
      for (const tool of offered) {
        expect(tool.state).toBe('ready')
        if (tool.kind === 'blade' || tool.kind === 'shears')
          expect(tool.dogsSinceSharpened).toBeLessThan(DEFAULT_HOUSE['rack.sharpen-dogs'])
      }
    }),
    { seed: 9 },
  )
})
