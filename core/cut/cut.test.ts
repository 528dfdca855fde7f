import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { FRICTION, HYGIENE } from '../body/places.ts'
import { mirrorIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { COAT_TYPE_IDS } from '../coat/coat-types.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { SCHOOLS, schoolsWith } from '../numbers/schools.ts'
import { mirrorSheet } from '../plan/mirror.ts'
import { planGroom } from '../plan/plan.ts'
import { FULL_RACK } from '../tools/blades.ts'
import { dueOf, type Rack, type RackTool, rackOf } from '../tools/rack.ts'
import { cutOf } from './cut.ts'
import type { Cut, CutLine } from './shape.ts'
import { ironGuard, showFinishOf } from './show.ts'
import { stripOf } from './strip.ts'

type Changes = Parameters<typeof anAssessment>[0]
const cut = (changes: Changes = {}): Cut => {
  const assessment = anAssessment(changes)
  return cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)!
}
const lineAt = ({ lines }: Cut, region: RegionId, part = 'coat'): CutLine | undefined =>
  lines.find((line) => REGION_SIDES[line.index]!.region === region && line.part === part)
const trim = (changes: Changes = {}): Changes => ({
  ...changes,
  wishes: { style: 'trim', ...changes?.wishes, targetMm: { body: 16, ...changes?.wishes?.targetMm } },
})

// Which tool and what it leaves: common practice; blades and combs as docs/model.md lists them.
describe('from a wanted length to a tool', () => {
  test.each([
    ['trim', 'back', 'comb', '16', 16],
    ['trim', 'foreleg', 'comb', '16', 16],
    ['trim', 'crown', 'comb', '19', 19],
    ['short', 'back', 'comb', '6', 6],
    ['short', 'crown', 'comb', '10', 10],
    ['puppy', 'side', 'comb', '25', 25],
  ] as const)('%s: %s with a %s %s, leaving %d mm', (style, region, kind, id, leavesMm) => {
    const targetMm = style === 'trim' ? { body: 16 } : {}
    expect(lineAt(cut({ wishes: { style, targetMm } }), region)).toMatchObject({
      tool: { kind, id },
      leavesMm,
      against: false,
      why: 'wish',
    })
  })
  // Common practice: a trim without a length is a tidy of what hangs and of the feet.
  test('a trim without a length is a tidy: shears over the outline, no clipper over the body, on a double coat too', () => {
    for (const coatType of ['curly', 'double', 'feathered', 'drop-double'] as const) {
      const made = cut({ dog: { coatType, lengthMm: lengths(50) }, wishes: { style: 'trim' } })
      const tidied = made.lines.filter(({ why }) => why === 'tidy')
      expect(new Set(tidied.map(({ index }) => REGION_SIDES[index]!.region))).toEqual(
        new Set(['chest', 'belly', 'breeches', 'tail', 'hindleg', 'foreleg', 'hind-paw', 'front-paw', 'ear-outer']),
      )
      for (const { tool, leavesMm } of tidied) expect([tool.kind, leavesMm]).toEqual(['shears', 45])
      expect(made.lines.filter(({ why }) => why === 'wish')).toEqual([])
      expect(made.blends).toEqual([])
    }
    const reasons = (changes: Changes) => new Set(cut(changes).lines.map(({ why }) => why))
    expect(reasons({ dog: { coatType: 'smooth', lengthMm: lengths(15) }, wishes: { style: 'trim' } })).not.toContain(
      'tidy',
    )
    expect(reasons({ dog: { lengthMm: lengths(50) }, wishes: { style: 'trim', show: true } })).not.toContain('tidy')
  })
  test('as it is: nothing is cut but hygiene, pads, and armpits that would mat', () => {
    const { lines } = cut()
    expect(new Set(lines.map(({ why }) => why))).toEqual(new Set(['hygiene', 'friction']))
    expect(lineAt({ lines } as Cut, 'sanitary', 'opening')!.tool.id).toBe('10')
    expect(lineAt({ lines } as Cut, 'front-paw', 'pads')!.tool.id).toBe('30')
    expect(lineAt({ lines } as Cut, 'armpit')!.tool.id).toBe('7')
  })
  test('learners get longer blades at the opening and between pads', () => {
    const learner = cut({ experience: 'learner' })
    expect(lineAt(learner, 'sanitary', 'opening')!.tool.id).toBe('5')
    expect(lineAt(learner, 'hind-paw', 'pads')!.tool.id).toBe('10')
  })
  test('thin, old or pink skin: nothing shorter than a 7', () => {
    const asked = { style: 'trim' as const, targetMm: { body: 2 } }
    expect(lineAt(cut({ wishes: asked }), 'back')!.leavesMm).toBe(2)
    expect(lineAt(cut({ wishes: asked, dog: { health: ['senior'] } }), 'back')!.leavesMm).toBeGreaterThanOrEqual(3)
    expect(
      lineAt(cut({ wishes: asked, sheet: onRegions(cleanSheet(), ['back'], { skin: 1 }) }), 'back')!.leavesMm,
    ).toBeGreaterThanOrEqual(3)
  })
  test('a verdict of short decides, not taste', () => {
    const tight = cut({
      dog: { weightKg: 28 },
      wishes: { style: 'trim', targetMm: { body: 16 } },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
    })
    expect(lineAt(tight, 'back')).toMatchObject({ why: 'verdict', tool: { kind: 'blade', id: '7' } })
  })
})

describe('what is not cut, and why', () => {
  test.each([
    ['a double coat', trim({ dog: { coatType: 'double', lengthMm: lengths(60) } }), 'back', 'double-coat'],
    ['a show coat', trim({ wishes: { show: true } }), 'back', 'show-coat'],
    [
      'a jacket the owner keeps',
      trim({ dog: { coatType: 'wire', lengthMm: lengths(35) }, wishes: { keepJacket: true } }),
      'back',
      'jacket',
    ],
    [
      'a place to be left',
      trim({ sheet: onRegions(cleanSheet(), ['tail'], { leave: 'bandage' }), wishes: { targetMm: { tail: 10 } } }),
      'tail',
      'left-alone',
    ],
    ['a face that is not tolerated', trim({ dog: { faceTolerance: 'none' } }), 'muzzle', 'face-not-tolerated'],
  ] as const)('%s', (_, changes, region, why) => {
    const made = cut(changes as Changes)
    expect(lineAt(made, region)).toBeUndefined()
    expect(made.notCut).toContainEqual(
      expect.objectContaining({ why, index: REGION_SIDES.findIndex((side) => side.region === region) }),
    )
  })
  test('a groom that stops is not cut', () => {
    const assessment = anAssessment({
      sheet: onRegions(cleanSheet(), ['back'], { findings: [{ id: 'mites-suspect', sizeMm: null }] }),
    })
    expect(cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)).toBeNull()
  })
})

describe('lines and blends', () => {
  test('neighbours two millimetres apart or more are blended, what shows most first, with the tool for the step', () => {
    const { blends, mm } = cut({
      wishes: { style: 'trim', targetMm: { body: 16 } },
      dog: { lengthMm: lengths(60, { tail: 80 }) },
    })
    expect(blends.length).toBeGreaterThan(2)
    for (const [i, { a, b, stepMm, tool, shows }] of blends.entries()) {
      expect(stepMm).toBeCloseTo(Math.abs(mm[a]! - mm[b]!), 9)
      expect(stepMm).toBeGreaterThanOrEqual(2)
      expect(tool).toBe(stepMm > 20 ? 'comb-taper' : stepMm > 10 ? 'chunking' : 'thinning')
      if (i > 0) expect(shows).toBeLessThanOrEqual(blends[i - 1]!.shows)
    }
  })
  test('body before legs, feet, tail, ears; the head last', () => {
    const order = cut({ wishes: { style: 'trim', targetMm: { body: 16, ears: 20, tail: 30 } } }).lines.map(
      ({ index }) => REGION_SIDES[index]!.region,
    )
    const at = (region: RegionId): number => order.indexOf(region)
    expect(at('back')).toBeLessThan(at('foreleg'))
    expect(at('foreleg')).toBeLessThan(at('sanitary'))
    expect(at('sanitary')).toBeLessThan(at('tail'))
    expect(at('tail')).toBeLessThan(at('ear-outer'))
    expect(at('ear-outer')).toBeLessThan(at('muzzle'))
  })
  test('a side that was forced shorter is named', () => {
    const sheet = cleanSheet().map((side, i) =>
      REGION_SIDES[i]!.region === 'cheek' && REGION_SIDES[i]!.side === 'left'
        ? { ...side, mat: 4 as const, extent: 1, standoffMm: 2 }
        : side,
    )
    const { unlike } = cut({ wishes: { style: 'trim', targetMm: { body: 16 } }, sheet, dog: { lengthMm: lengths(20) } })
    expect(unlike.map(({ left }) => REGION_SIDES[left]!.region)).toContain('cheek')
  })
})

describe('the rack', () => {
  const without = (...ids: string[]): Rack => ({
    blades: FULL_RACK.blades.filter(({ id }) => !ids.includes(id)),
    combs: FULL_RACK.combs.filter((mm) => !ids.includes(String(mm))),
  })
  test('the next longer tool stands in for one that is away', () => {
    expect(lineAt(cut(trim({ rack: without('16', '5/8') })), 'back')).toMatchObject({
      tool: { kind: 'comb', id: '19' },
    })
    expect(lineAt(cut({ rack: without('10') }), 'sanitary', 'opening')!.tool.id).toBe('9')
    expect(lineAt(cut({ rack: without('30', '15') }), 'front-paw', 'pads')!.tool.id).toBe('10')
  })
  test('without a short blade no comb attachment rides; without any tool long enough shears set the length', () => {
    const bare = cut(trim({ rack: without('10', '30', '40') }))
    expect(bare.lines.some(({ tool }) => tool.kind === 'comb')).toBe(false)
    expect(lineAt(bare, 'back')).toMatchObject({ tool: { kind: 'blade', id: '5/8' }, leavesMm: 16 })
    const long = cut({ dog: { lengthMm: lengths(90) }, wishes: { style: 'trim', targetMm: { body: 50 } } })
    expect(lineAt(long, 'back')).toMatchObject({ tool: { kind: 'shears' }, leavesMm: 50 })
  })
  test('with no blade that may go under a mat the mat is not cut out', () => {
    const assessment = anAssessment({
      rack: { blades: [{ id: '4', form: 'full' }], combs: [] },
      sheet: onRegions(cleanSheet(), ['side'], { mat: 4, extent: 1, standoffMm: 1.5 }),
    })
    const side = planGroom(assessment, DEFAULT_HOUSE).regions.find(({ region }) => region === 'side')!
    expect(side.treatment).toBe('leave')
    expect(side.refused).toContainEqual({ treatment: 'clip', code: 'not-on-rack' })
  })
  test('what is due: sharpening by dogs, oil and disinfectant since the last dog; dull and away are not offered', () => {
    const tool: RackTool = {
      kind: 'blade',
      id: '10',
      form: 'full',
      state: 'ready',
      dogsSinceSharpened: 3,
      minutesSinceUse: 30,
      minutesSinceOil: 10,
      minutesSinceDisinfection: 20,
    }
    const due = (changes: Partial<RackTool>) => dueOf({ ...tool, ...changes }, DEFAULT_HOUSE)
    expect(due({})).toEqual([])
    expect(due({ minutesSinceOil: 40 })).toEqual(['oil'])
    expect(due({ minutesSinceDisinfection: null })).toEqual(['disinfect'])
    expect(due({ dogsSinceSharpened: 30 })).toEqual(['sharpen'])
    expect(due({ kind: 'comb', dogsSinceSharpened: 99, minutesSinceOil: null })).toEqual([])
    expect(due({ minutesSinceUse: null, minutesSinceOil: null, minutesSinceDisinfection: null })).toEqual([])
    const offered = rackOf(
      [
        tool,
        { ...tool, id: '7', state: 'away' },
        { ...tool, id: '5', state: 'dull' },
        { ...tool, id: '4', dogsSinceSharpened: 31 },
        { ...tool, kind: 'comb', id: '16', form: null },
      ],
      DEFAULT_HOUSE,
    )
    expect(offered).toEqual({ blades: [{ id: '10', form: 'full' }], combs: [16] })
  })
})

// Smooth faces, direction, supports, the jacket and the iron: common practice.
describe('ways of cutting', () => {
  const smooth = { style: 'trim' as const, targetMm: { body: 16, head: 1 } }
  test('a smooth face is clipped against the growth on sound skin, with the growth on pink; eyes never; not by learners', () => {
    const face = cut({ wishes: smooth })
    expect(lineAt(face, 'cheek')).toMatchObject({ tool: { id: '15' }, against: true, leavesMm: 0.6 })
    expect(lineAt(face, 'cheek')!.notes).toEqual(expect.arrayContaining(['face-line-cm', 'skin-stretched']))
    expect(lineAt(face, 'throat')!.notes).toContain('throat-as-muzzle')
    expect(lineAt(face, 'eyes')!.tool.kind).toBe('shears')
    const pink = cut({ wishes: smooth, sheet: onRegions(cleanSheet(), ['cheek'], { skin: 1 }) })
    expect(lineAt(pink, 'cheek')).toMatchObject({ tool: { id: '7' }, against: false })
    expect(lineAt(cut({ wishes: smooth, experience: 'learner' }), 'cheek')!.tool.kind).toBe('shears')
    expect(lineAt(cut({ wishes: smooth, dog: { faceTolerance: 'low-only' } }), 'muzzle')!.tool.kind).toBe('shears')
  })
  // Against the growth leaves about half: common practice.
  test('lifted coat goes against the growth where a blade lands on the length that way, else as usual', () => {
    const against = (body: number, changes: Changes = {}) =>
      lineAt(
        cut({
          schools: schoolsWith({ 'clip-direction': 'against-lifted' }),
          wishes: { style: 'short', targetMm: { body } },
          ...changes,
        }),
        'back',
      )!
    expect(against(3)).toMatchObject({ tool: { id: '5' }, against: true, leavesMm: 3.15 })
    expect(against(6.5)).toMatchObject({ tool: { id: '3' }, against: true, leavesMm: 6.5 })
    expect(against(16)).toMatchObject({ tool: { kind: 'comb', id: '16' }, against: false })
    expect(against(3, { dog: { health: ['senior'] } })).toMatchObject({ against: false, leavesMm: 3.2 })
    expect(lineAt(cut({ wishes: { style: 'short', targetMm: { body: 3 } } }), 'back')).toMatchObject({ against: false })
  })
  test('around the opening a 7, because a 10 irritates there; longer for learners', () => {
    expect(lineAt(cut(), 'groin', 'surround')!.tool.id).toBe('7')
    expect(lineAt(cut({ experience: 'learner' }), 'groin', 'surround')!.tool.id).toBe('4')
  })
  test('a dog that will not stand long: face and feet before the body, and what holds it up', () => {
    const old = cut(trim({ dog: { health: ['senior', 'weak-hind'] } }))
    const order = old.lines.map(({ index }) => REGION_SIDES[index]!.region)
    expect(order.indexOf('muzzle')).toBeLessThan(order.indexOf('back'))
    expect(order.indexOf('front-paw')).toBeLessThan(order.indexOf('back'))
    expect(old.supports).toEqual(['belly-loop', 'knee-under-belly', 'opposite-leg', 'rest-when-it-fidgets'])
    expect(cut().supports).toEqual([])
  })
  test('minutes: verdict lines are counted there, the rest adds up', () => {
    const made = cut(trim({ dog: { weightKg: 10 } }))
    expect(made.minutes).toBeCloseTo(made.lines.reduce((sum, { minutes }) => sum + minutes, 0) + made.blendMinutes, 9)
    // A whole trim with the clipper over a 10 kg dog takes ten to forty minutes. Common practice.
    expect(made.minutes).toBeGreaterThan(10)
    expect(made.minutes).toBeLessThan(40)
  })
  const wire = { coatType: 'wire' as const, lengthMm: lengths(35), weightKg: 8 }
  test('the jacket: ready when it comes, tender and sore places last, worked back from the show', () => {
    const of = (changes: Changes) => {
      const assessment = anAssessment(changes)
      return stripOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)
    }
    expect(of({ dog: wire })).toBeNull()
    const ready = of({
      dog: { ...wire, jacket: 'ready' },
      wishes: { style: 'strip', showInDays: 140 },
      sheet: onRegions(cleanSheet(), ['back'], { skin: 1 }),
    })!
    expect(ready).toMatchObject({ ready: true, tooLate: false })
    expect(REGION_SIDES[ready.order.at(-1)!]!.region).toBe('back')
    const [strip, ...rest] = ready.stages
    // Full strip 8 to 12 weeks before the show, rolling every 4 to 6 weeks after.
    expect(strip!.stage).toBe('full-strip')
    expect(140 - strip!.inDays).toBeGreaterThanOrEqual(56)
    expect(140 - strip!.inDays).toBeLessThanOrEqual(84)
    const rolls = rest.filter(({ stage }) => stage === 'roll').map(({ inDays }) => inDays)
    expect(rolls.length).toBeGreaterThanOrEqual(1)
    for (const [i, day] of rolls.entries()) if (i > 0) expect(day - rolls[i - 1]!).toBe(35)
    expect(rest.at(-1)).toEqual({ stage: 'show', inDays: 140 })
    expect(of({ dog: { ...wire, jacket: 'ready' }, wishes: { style: 'strip', showInDays: 30 } })).toMatchObject({
      tooLate: true,
    })
    expect(of({ dog: { ...wire, jacket: 'tight' }, wishes: { style: 'strip' } })).toMatchObject({ ready: false })
  })
  test('the iron: dry, protected, clear of skin and leather, head held, sound skin; everything that is missing is named', () => {
    const safe = { dry: true, protectant: true, startMm: 25, atEar: false, headHeld: true, skin: 0 }
    expect(ironGuard(safe, DEFAULT_HOUSE)).toEqual([])
    expect(ironGuard({ ...safe, startMm: 20 }, DEFAULT_HOUSE)).toEqual(['too-close'])
    expect(ironGuard({ ...safe, startMm: Number.NaN }, DEFAULT_HOUSE)).toEqual(['too-close'])
    expect(ironGuard({ ...safe, atEar: true, startMm: 14 }, DEFAULT_HOUSE)).toEqual(['ear-leather'])
    expect(
      ironGuard({ dry: false, protectant: false, startMm: 0, atEar: false, headHeld: false, skin: 1 }, DEFAULT_HOUSE),
    ).toHaveLength(5)
  })
  test('only shown dogs get a show finish; the iron only long coats of easy dogs', () => {
    expect(showFinishOf(anAssessment())).toBeNull()
    const shown = (coatType: 'silky' | 'curly', temperament: 'easy' | 'wary') =>
      showFinishOf(anAssessment({ dog: { coatType, temperament }, wishes: { style: 'show' } }))
    expect(shown('silky', 'easy')).toContain('iron-sections')
    expect(shown('silky', 'wary')).not.toContain('iron-sections')
    expect(shown('curly', 'easy')).not.toContain('iron-ends')
  })
})

describe('whatever the dog', () => {
  const anyDog = fc.record({
    coatType: fc.constantFrom(...COAT_TYPE_IDS),
    style: fc.constantFrom('natural' as const, 'trim' as const, 'short' as const, 'show' as const, 'puppy' as const),
    experience: fc.constantFrom('learner' as const, 'practised' as const, 'expert' as const),
    mm: fc.integer({ min: 5, max: 120 }),
    weightKg: fc.integer({ min: 2, max: 60 }),
    mats: fc.array(fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const, 4 as const), {
      minLength: 39,
      maxLength: 39,
    }),
    smoothHead: fc.boolean(),
    away: fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 8 }),
    schools: fc.record({
      'clip-direction': fc.constantFrom(...SCHOOLS['clip-direction']),
      sanitary: fc.constantFrom(...SCHOOLS.sanitary),
      armpits: fc.constantFrom(...SCHOOLS.armpits),
      pads: fc.constantFrom(...SCHOOLS.pads),
    }),
    skins: fc.array(fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const, 3 as const), {
      minLength: 39,
      maxLength: 39,
    }),
  })
  test('no blade at eyes, lips or between toes, no comb attachment through mats, no double coat clipped, nothing where it is left; the mirror dog is cut alike', () => {
    let cuts = 0
    fc.assert(
      fc.property(anyDog, ({ coatType, style, experience, mm, weightKg, mats, skins, smoothHead, away, schools }) => {
        const sheet = cleanSheet().map((side, i) => ({ ...side, mat: mats[i]!, skin: skins[i]! }))
        const rack = {
          blades: FULL_RACK.blades.filter((_, i) => !away.includes(i)),
          combs: FULL_RACK.combs.filter((_, i) => !away.includes(i + 20)),
        }
        const assessment = anAssessment({
          dog: { coatType, weightKg, lengthMm: lengths(mm) },
          wishes: { style, ...(smoothHead ? { targetMm: { head: 1 } } : {}) },
          experience,
          sheet,
          rack,
          schools: schoolsWith(schools),
        })
        const plan = planGroom(assessment, DEFAULT_HOUSE)
        const made = cutOf(assessment, plan, DEFAULT_HOUSE)
        if (!made) return
        for (const { index, tool, part, leavesMm, handOver, why } of made.lines) {
          cuts++
          const { region } = REGION_SIDES[index]!
          expect(plan.regions[index]!.treatment).not.toBe('leave')
          const smooth = smoothHead && coatType !== 'double' && experience !== 'learner'
          const edges = smooth
            ? ['eyes', 'front-paw', 'hind-paw']
            : ['eyes', 'muzzle', 'cheek', 'front-paw', 'hind-paw']
          if (part === 'coat' && edges.includes(region)) expect(tool.kind).toBe('shears')
          if (experience === 'learner' && tool.kind === 'blade' && ['tuck', 'armpit', 'ear-inner'].includes(region))
            expect(handOver).toBe(true)
          if (tool.kind === 'blade' && tool.form === 'skip')
            expect(['tuck', 'armpit', 'throat', 'ear-outer', 'ear-inner', 'belly', 'groin']).not.toContain(region)
          if (tool.kind === 'blade') expect(rack.blades.some(({ id }) => id === tool.id)).toBe(true)
          if (tool.kind === 'comb') expect(rack.combs).toContain(Number(tool.id))
          if (tool.kind === 'comb' && plan.regions[index]!.treatment === 'clip') expect(mats[index]).toBeLessThan(2)
          // A tidy takes ends by shears, on every coat.
          if (why === 'tidy') expect([tool.kind, leavesMm >= 0.89 * mm]).toEqual(['shears', true])
          else if (coatType === 'double' && part === 'coat')
            expect(HYGIENE.has(region) || (FRICTION.has(region) && mats[index]! >= 3)).toBe(true)
          if (style === 'show') expect(plan.regions[index]!.treatment).not.toBe('clip')
          expect(leavesMm).toBeLessThanOrEqual(Math.max(mm, 32))
        }
        const mirrored = cutOf(...mirrorOf(assessment), DEFAULT_HOUSE)!
        for (const { index } of REGION_SIDES) expect(mirrored.mm[mirrorIndex[index]!]).toBeCloseTo(made.mm[index]!, 9)
      }),
      { numRuns: 120, seed: 12 },
    )
    expect(cuts).toBeGreaterThan(500)
  })
  const mirrorOf = (assessment: ReturnType<typeof anAssessment>) => {
    const mirrored = mirrorSheet(assessment)
    return [mirrored, planGroom(mirrored, DEFAULT_HOUSE)] as const
  }
})
