import { describe, expect, test } from 'vitest'
import { type aDog, anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { emptySheet } from '../scores/sheet.ts'
import { overrunPoints } from './budgets.ts'
import { dematMinutes } from './offers.ts'
import { planGroom } from './plan.ts'
import type { Plan } from './plan-shape.ts'

const plan = (...args: Parameters<typeof anAssessment>): Plan => planGroom(anAssessment(...args), DEFAULT_HOUSE)
const treatments = (p: Plan, region: string): string[] =>
  p.regions.filter((r) => r.region === region).map((r) => r.treatment)
const near = (value: number, expected: number): void => {
  expect(value).toBeGreaterThan(expected * 0.9)
  expect(value).toBeLessThan(expected * 1.1)
}
const onNine = (scores: object) => onRegions(cleanSheet(), NINE, scores)

// Sense checks worked by hand from the rates and rules; within 10 %. Whether practitioners would agree: common practice.
describe('sense checks of the verdict', () => {
  const tight = onNine({ mat: 3, extent: 0.75, standoffMm: 4 })

  test('a large curly coat tight all over cannot be kept: short with a 7, about 47 minutes and 18 pull-minutes', () => {
    const p = plan({ dog: { weightKg: 28 }, sheet: tight })
    expect(p.verdict.choice).toBe('short-all-over')
    expect(p.regions[0]!.option.tool).toMatchObject({ kind: 'blade', id: '7' })
    near(p.verdict.minutes.low, 47)
    near(p.verdict.pull.low, 18)
    const byStyle = Object.fromEntries(p.verdict.alternatives.map((a) => [a.style, a]))
    expect(byStyle.keep!.feasible).toBe(false)
  })

  test('three quarters matted leave nothing to cover a splice: every hair wanted, it comes down all the same', () => {
    const p = plan({ dog: { weightKg: 28 }, sheet: tight, wishes: { keepLength: 3 } })
    expect(p.verdict.choice).toBe('short-all-over')
    expect(p.regions.some(({ treatment }) => treatment === 'splice')).toBe(false)
  })

  test('half matted the same dog keeps its outline: about 98 minutes, 21 pull-minutes', () => {
    const p = plan({ dog: { weightKg: 28 }, sheet: onNine({ mat: 3, extent: 0.5, standoffMm: 4 }) })
    expect(p.verdict.choice).toBe('splice')
    near(p.verdict.minutes.low, 98)
    near(p.verdict.pull.low, 21)
  })

  test('the same dog with knots on half is worked through: about 68 minutes, 25 pull-minutes', () => {
    const knots = { dog: { weightKg: 28 }, sheet: onNine({ mat: 2, extent: 0.5, standoffMm: 7 }) }
    const p = plan({ ...knots, dematMost: 90 })
    expect(p.verdict.style).toBe('keep')
    near(p.verdict.minutes.low, 68)
    near(p.verdict.pull.low, 25)
    // A house that demats for half an hour at most cuts out more of what nobody sees, and takes longer over it.
    const usual = plan(knots)
    const dematted = (of: Plan): number => of.regions.reduce((sum, { option }) => sum + dematMinutes(option), 0)
    expect(dematted(p)).toBeGreaterThan(30)
    expect(dematted(usual)).toBeLessThanOrEqual(30.5)
  })

  test('a small dog with knots on a quarter is spot work: about 25 minutes, 5 pull-minutes', () => {
    const p = plan({
      dog: { weightKg: 6 },
      wishes: { keepLength: 2 },
      sheet: onNine({ mat: 2, extent: 0.25, standoffMm: 7 }),
    })
    expect(p.verdict.choice).toBe('spot-work')
    near(p.verdict.minutes.low, 25)
    near(p.verdict.pull.low, 5)
  })

  test('a small dog tight on half of it is spliced; on three quarters it comes short', () => {
    const half = onNine({ mat: 3, extent: 0.5, standoffMm: 4 })
    const keep = plan({ dog: { weightKg: 6 }, wishes: { keepLength: 2 }, sheet: half })
    expect(keep.verdict.choice).toBe('splice')
    near(keep.verdict.minutes.low, 42)
    near(keep.verdict.pull.low, 7.5)
    const short = plan({ dog: { weightKg: 6 }, wishes: { keepLength: 0 }, sheet: tight })
    expect(short.verdict.choice).toBe('short-all-over')
    near(short.verdict.minutes.low, 24)
    near(short.verdict.pull.low, 6)
  })

  test('a drop coat tight below: spliced where it shows, cut out where it does not', () => {
    let sheet = onRegions(cleanSheet(), ['side', 'hindleg', 'foreleg', 'chest'], { mat: 3, extent: 0.4, standoffMm: 4 })
    sheet = onRegions(sheet, ['belly', 'armpit', 'groin', 'behind-ear'], { mat: 3, extent: 0.75, standoffMm: 3 })
    const p = plan({
      dog: { coatType: 'drop-double', weightKg: 6.5, lengthMm: lengths(90) },
      wishes: { keepLength: 3 },
      sheet,
    })
    expect(p.verdict.choice).toBe('splice')
    for (const region of ['side', 'hindleg', 'foreleg', 'chest'])
      expect(new Set(treatments(p, region))).toEqual(new Set(['splice']))
    for (const region of ['belly', 'armpit', 'groin', 'behind-ear'])
      expect(new Set(treatments(p, region))).toEqual(new Set(['clip-out']))
    near(p.verdict.minutes.low, 38)
    near(p.verdict.pull.low, 7)
  })

  test('a small drop coat that is one sheet of felt is clipped: about 32 minutes and 11 pull-minutes', () => {
    const p = plan({
      dog: { coatType: 'drop-double', weightKg: 6, lengthMm: lengths(60) },
      sheet: onNine({ mat: 4, extent: 1, standoffMm: null }),
    })
    expect(p.verdict.choice).toBe('short-all-over')
    near(p.verdict.minutes.low, 32)
    near(p.verdict.pull.low, 11)
  })

  test('a double coat packed solid is blown out, never clipped: about 60 minutes, 8 to 10 pull-minutes', () => {
    const packed = ['back', 'side', 'rump', 'breeches', 'chest', 'neck', 'shoulder', 'hindleg'] as const
    const sheet = onRegions(
      cleanSheet().map((s) => ({ ...s, undercoat: 4 as const })),
      packed,
      { mat: 4, extent: 0.75 },
    )
    const p = plan({ dog: { coatType: 'double', density: 'dense', weightKg: 18, lengthMm: lengths(65) }, sheet })
    expect(p.regions.map((r) => r.treatment)).not.toContain('clip')
    for (const region of packed) expect(new Set(treatments(p, region))).toEqual(new Set(['blow-out']))
    near(p.verdict.minutes.low, 60)
    expect(p.verdict.pull.low).toBeGreaterThan(7.2)
    expect(p.verdict.pull.low).toBeLessThan(11)
    expect(p.stops.map((s) => s.code)).not.toContain('air-first')
  })

  test('an anxious old dog with the tight coat does not fit one visit', () => {
    const p = plan({ dog: { weightKg: 28, temperament: 'anxious', health: ['senior'] }, sheet: tight })
    expect(p.verdict.choice).toBe('split-visits')
    expect(p.split!.visits.length).toBeGreaterThan(1)
    for (const visit of p.split!.visits) {
      expect(visit.minutes).toBeLessThanOrEqual(p.verdict.minutesBudget + 1e-9)
      expect(visit.pull).toBeLessThanOrEqual(p.verdict.pullBudget + 1e-9)
    }
  })
})

describe('the name of the verdict', () => {
  test('nothing scored gives look-first with the widest range, never a verdict', () => {
    const p = plan({ sheet: emptySheet() })
    expect(p.verdict.choice).toBe('look-first')
    expect(p.indices.mat).toEqual({ value: null, low: 0, high: 100 })
    expect(new Set(p.regions.map((r) => r.treatment))).toEqual(new Set(['look']))
    expect(p.verdict.minutes.high).toBeGreaterThan(p.verdict.minutes.low)
  })

  test('a coat the comb goes through is a brush-out', () => {
    expect(plan().verdict.choice).toBe('brush-out')
  })

  test('a coat cut down to what the owner wants is not a shave-down', () => {
    const p = plan({ wishes: { keepLength: 0, style: 'short' }, sheet: onNine({ mat: 3, extent: 1, standoffMm: 10 }) })
    expect(p.verdict.choice).not.toBe('short-all-over')
  })

  test('a jacket that is ready and wanted is stripped', () => {
    const p = plan({
      dog: { coatType: 'wire', weightKg: 5, jacket: 'ready', lengthMm: lengths(35) },
      wishes: { style: 'strip', keepJacket: true },
    })
    expect(p.verdict.choice).toBe('strip')
    expect(treatments(p, 'back')).toEqual(['strip'])
    expect(treatments(p, 'foreleg')).toEqual(['brush', 'brush'])
  })

  test('a wire coat clipped several times is not stripped', () => {
    const p = plan({
      dog: { coatType: 'wire', weightKg: 5, jacket: 'ready', modifiers: ['clipped-wire'], lengthMm: lengths(35) },
      wishes: { style: 'strip', keepJacket: true },
    })
    expect(p.verdict.choice).toBe('brush-out')
  })

  test('ringworm suspected anywhere stops the whole groom', () => {
    const sheet = onRegions(cleanSheet(), ['cheek'], { findings: [{ id: 'ringworm-suspect', sizeMm: 15 }] })
    const p = plan({ sheet })
    expect(p.verdict.choice).toBe('refer')
    expect(p.stops[0]).toMatchObject({
      code: 'catching',
      action: 'stop',
      region: 'cheek',
      values: { finding: 'ringworm-suspect' },
    })
    expect(new Set(p.regions.map((r) => r.treatment))).toEqual(new Set(['leave']))
  })

  test('a third of the dog not looked at, and open, asks to look first', () => {
    const sheet = cleanSheet().map((s, i) =>
      ['side', 'hindleg', 'back'].includes(REGION_SIDES[i]!.region) ? emptySheet()[0]! : { ...s, mat: 2 as const },
    )
    const p = plan({ dog: { weightKg: 30 }, sheet })
    expect(p.verdict.choice).toBe('look-first')
    expect(p.verdict.otherwise).not.toBeNull()
  })
})

describe('rules that are not traded', () => {
  test('a region told to be left is left under every style', () => {
    const sheet = onRegions(onNine({ mat: 3, extent: 0.75, standoffMm: 4 }), ['shoulder'], { leave: 'owner asked' })
    const p = plan({ dog: { weightKg: 28 }, wishes: { keepLength: 0 }, sheet })
    expect(p.verdict.choice).toBe('short-all-over')
    expect(treatments(p, 'shoulder')).toEqual(['leave', 'leave'])
  })

  test('broken skin is left with a note for the vet; the rest goes on', () => {
    const p = plan({ sheet: onRegions(cleanSheet(), ['rump'], { skin: 3 }) })
    expect(treatments(p, 'rump')).toEqual(['leave'])
    expect(p.stops).toContainEqual(expect.objectContaining({ code: 'skin-broken', action: 'avoid', region: 'rump' }))
    expect(p.verdict.choice).toBe('brush-out')
  })

  test('one small wound on a big place keeps tools off itself and changes nothing else', () => {
    const p = plan({
      dog: { weightKg: 20 },
      sheet: onRegions(cleanSheet(), ['back'], { skin: null, findings: [{ id: 'wound', sizeMm: 12 }] }),
    })
    expect(treatments(p, 'back')).toEqual(['brush'])
    expect(p.regions[0]!.option.cautions).toContain('keep-tools-off-finding')
  })

  test('the same wound where it and its margin fill the place leaves the place', () => {
    const p = plan({
      dog: { weightKg: 6 },
      sheet: onRegions(cleanSheet(), ['eyes'], { skin: null, findings: [{ id: 'wound', sizeMm: 12 }] }),
    })
    expect(treatments(p, 'eyes')).toEqual(['leave'])
  })

  test.each([
    ['lump', 1.2],
    ['tick', 1.2],
    ['fleas', 1],
    ['flea-dirt', 1],
  ] as const)(
    '%s bars no treatment where there is room beside it; working round takes %d times as long',
    (id, times) => {
      const sheet = onRegions(cleanSheet(), ['back'], { mat: 2, extent: 0.5 })
      const without = plan({ sheet }).regions[0]!
      const withIt = plan({ sheet: onRegions(sheet, ['back'], { findings: [{ id, sizeMm: 60 }] }) }).regions[0]!
      expect(withIt.treatment).toBe(without.treatment)
      expect(withIt.option.pull).toBeCloseTo(times * without.option.pull, 9)
      expect(withIt.weighed.map((o) => o.treatment)).toEqual(without.weighed.map((o) => o.treatment))
      expect(withIt.option.around.map(({ finding }) => finding)).toEqual(times > 1 ? [id] : [])
    },
  )

  test('no demat on sore skin', () => {
    const sheet = onRegions(cleanSheet(), ['back'], { mat: 3, extent: 0.5, skin: 2, standoffMm: 5 })
    expect(plan({ sheet }).regions[0]!.refused).toContainEqual({ treatment: 'demat', code: 'skin-sore' })
  })

  test('paw knots are cut, whatever the wish', () => {
    const p = plan({ wishes: { keepLength: 3 }, sheet: onRegions(cleanSheet(), ['front-paw'], { mat: 2 }) })
    expect(treatments(p, 'front-paw')).toEqual(['clip-out', 'clip-out'])
  })

  test('a double coat is clipped only with the yes and felt left after air, and stops for air otherwise', () => {
    const sheet = onRegions(cleanSheet(), NINE, { mat: 4, extent: 1, undercoat: 0, standoffMm: 4 })
    const dog = { coatType: 'double' as const, weightKg: 20, lengthMm: lengths(24) }
    const short = { keepLength: 0 as const }
    const clips = (p: Plan): boolean => p.regions.some((r) => r.treatment === 'clip' && REGIONS[r.region].seen === 3)
    const yes = { doubleClip: true, vetDirectsClip: false }
    expect(clips(plan({ dog, sheet, wishes: short }))).toBe(false)
    expect(clips(plan({ dog, sheet, wishes: short, stage: 'after-air' }))).toBe(false)
    expect(clips(plan({ dog, sheet, wishes: short, consents: yes }))).toBe(false)
    expect(clips(plan({ dog, sheet, wishes: short, consents: yes, stage: 'after-air' }))).toBe(true)
    expect(clips(plan({ dog, sheet, wishes: short, consents: { doubleClip: true, vetDirectsClip: true } }))).toBe(true)
    const without = plan({ dog, sheet, wishes: short, stage: 'after-air' })
    expect(without.verdict.alternatives.filter((a) => a.style !== 'keep').map((a) => a.closed)).toEqual([
      'double-needs-yes',
      'double-needs-yes',
    ])
  })

  test('a packed double coat with no dryer is carded by hand over the visits', () => {
    const sheet = onRegions(cleanSheet(), ['back', 'side', 'breeches'], { mat: 4, extent: 0.75, undercoat: 4 })
    const p = plan({ dog: { coatType: 'double', weightKg: 20, dryerTolerance: 'none', lengthMm: lengths(60) }, sheet })
    expect(p.verdict.choice).toBe('split-visits')
    expect(treatments(p, 'back')).toEqual(['card'])
  })

  test('a show coat is neither clipped nor spliced where it shows', () => {
    const sheet = onNine({ mat: 3, extent: 0.25, standoffMm: 6 })
    const p = plan({ dog: { weightKg: 5 }, wishes: { show: true, keepLength: 3 }, sheet })
    for (const r of p.regions)
      if (REGIONS[r.region].seen >= 1) expect(['brush', 'demat', 'leave', 'clip-out']).toContain(r.treatment)
  })

  test('a learner hands over what is tight and spliced, and the plan is that of practised hands', () => {
    const sheet = onNine({ mat: 3, extent: 0.5, standoffMm: 4 })
    const practised = plan({ dog: { weightKg: 6 }, wishes: { keepLength: 2 }, sheet })
    const learner = plan({ dog: { weightKg: 6 }, wishes: { keepLength: 2 }, sheet, experience: 'learner' })
    expect(learner.regions.map((r) => r.treatment)).toEqual(practised.regions.map((r) => r.treatment))
    expect(learner.regions.filter((r) => r.option.handOver).length).toBeGreaterThan(5)
    expect(learner.verdict.handOverMinutes).toBeGreaterThan(20)
    expect(practised.verdict.handOverMinutes).toBe(0)
  })

  test('a felted cheek on a short coat is clipped though the style keeps; the body stays', () => {
    const sheet = onRegions(cleanSheet(), ['cheek'], { mat: 4, extent: 1 })
    const p = plan({ dog: { weightKg: 8, lengthMm: lengths(20) }, sheet })
    expect(p.verdict.style).toBe('keep')
    expect(treatments(p, 'cheek')).toEqual(['clip', 'clip'])
    expect(p.regions.find((r) => r.region === 'cheek')!.option.tool!.kind).toBe('shears')
  })

  test('the face is left to thinning shears where the dog does not tolerate it', () => {
    const sheet = onRegions(cleanSheet(), ['eyes', 'muzzle'], { mat: 3, extent: 0.25, standoffMm: 4 })
    const p = plan({ dog: { faceTolerance: 'none' }, sheet })
    for (const region of ['eyes', 'muzzle']) {
      const r = p.regions.find((x) => x.region === region)!
      if (r.option.leavesMm !== null) expect(r.option.tool).toMatchObject({ kind: 'shears', id: 'thinning' })
    }
  })
})

test('a puppy, an old dog and a dog that bites can give less', () => {
  const give = (dog: Parameters<typeof aDog>[0]): number => plan({ dog }).verdict.pullBudget
  const share = (dog: Parameters<typeof aDog>[0]): number => give(dog) / give({})
  expect(share({ temperament: 'unknown' })).toBeCloseTo(0.8, 9)
  expect(share({ ageMonths: 5 })).toBeCloseTo(0.5, 9)
  expect(share({ health: ['senior', 'arthritis'] })).toBeCloseTo(0.4, 9)
  expect(share({ health: ['senior', 'cancer-care'] })).toBeCloseTo(0.3, 9)
  expect(share({ temperament: 'bites', health: ['senior'] })).toBeCloseTo(0.175, 9)
})

/** Common practice: nobody is sent home half done, or asked back three times, because the slot was a little short. */
describe('minutes are soft, the dog is hard', () => {
  const knots = onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.5, standoffMm: 7 })
  test('each minute over weighs, and weighs more from a quarter over on', () => {
    expect(overrunPoints(60, { minutes: 60, late: 75 }, DEFAULT_HOUSE)).toBe(0)
    expect(overrunPoints(70, { minutes: 60, late: 75 }, DEFAULT_HOUSE)).toBeCloseTo(5, 9)
    expect(overrunPoints(80, { minutes: 60, late: 75 }, DEFAULT_HOUSE)).toBeCloseTo(0.5 * 15 + 2 * 5, 9)
  })
  test('beyond what it can stand nothing is planned, however long the slot', () => {
    const frail = plan({ dog: { weightKg: 60, health: ['senior'] }, sheet: knots, slotMinutes: 400 })
    if (frail.verdict.choice !== 'split-visits') expect(frail.verdict.minutes.low).toBeLessThanOrEqual(90)
    else for (const { minutes } of frail.split!.visits) expect(minutes).toBeLessThanOrEqual(90)
  })
})
