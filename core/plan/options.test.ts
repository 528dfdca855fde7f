import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import type { SideScores } from '../scores/sheet.ts'
import { minutesBudget, pullBudget } from './budgets.ts'
import { contextOf } from './context.ts'
import { optionsOf, type SideOptions } from './options.ts'
import { sideStates } from './side-state.ts'

type Changes = NonNullable<Parameters<typeof anAssessment>[0]>

function at(region: RegionId, scores: Partial<SideScores>, changes: Changes = {}): SideOptions {
  const assessment = anAssessment({ ...changes, sheet: onRegions(cleanSheet(), [region], scores) })
  const ctx = contextOf(assessment, 0, DEFAULT_HOUSE)
  const index = REGION_SIDES.findIndex((rs) => rs.region === region)
  return optionsOf(sideStates(assessment, ctx.bsaM2, 'low', DEFAULT_HOUSE)[index]!, ctx)
}
const ways = (...args: Parameters<typeof at>): string[] => at(...args).offered.map(({ treatment }) => treatment)
const refusal = (treatment: string, ...args: Parameters<typeof at>): string | undefined =>
  at(...args).refused.find((refused) => refused.treatment === treatment)?.code

const double: Changes = { dog: { coatType: 'double', lengthMm: lengths(60) } }
const show: Changes = { wishes: { show: true } }

/* What may be done where: common practice among groomers, one row a case. */
const CASES: readonly (readonly [
  name: string,
  region: RegionId,
  scores: Partial<SideScores>,
  changes: Changes,
  offered: string[],
])[] = [
  ['free long coat', 'back', { mat: 0 }, {}, ['brush']],
  ['free short coat with nothing loose', 'back', { mat: 0 }, { dog: { lengthMm: lengths(15) } }, ['none', 'brush']],
  [
    'free short coat with loose undercoat',
    'back',
    { mat: 0, undercoat: 1 },
    { dog: { lengthMm: lengths(15) } },
    ['brush'],
  ],
  ['tangles', 'side', { mat: 1 }, {}, ['brush']],
  ['knots where it is tough', 'side', { mat: 2 }, {}, ['brush', 'demat', 'clip']],
  ['knots where it is tender and hidden', 'armpit', { mat: 2 }, {}, ['brush', 'demat', 'splice', 'clip-out', 'clip']],
  ['tight on the side', 'side', { mat: 3 }, {}, ['demat', 'splice', 'clip']],
  ['a tight spot that coat covers', 'side', { mat: 3, extent: 0.05 }, {}, ['demat', 'splice', 'clip-out', 'clip']],
  ['a tight spot on the crown', 'crown', { mat: 3, extent: 0.05 }, {}, ['demat', 'splice', 'clip']],
  [
    'a tight spot on a short coat',
    'side',
    { mat: 3, extent: 0.05 },
    { dog: { lengthMm: lengths(20) } },
    ['demat', 'clip'],
  ],
  ['a sheet of felt has no cover', 'side', { mat: 4 }, {}, ['clip']],
  ['felt that cover hair lies over', 'side', { mat: 4, extent: 0.5 }, {}, ['splice', 'clip']],
  [
    'felt under coat that is wished short',
    'side',
    { mat: 4, extent: 0.5 },
    { wishes: { targetMm: { body: 13 } } },
    ['clip'],
  ],
  ['felt under short coat', 'side', { mat: 4 }, { dog: { lengthMm: lengths(25) } }, ['clip']],
  ['felt in the groin', 'groin', { mat: 4 }, {}, ['clip-out', 'clip']],
  ['knots between toes', 'front-paw', { mat: 2 }, {}, ['clip-out', 'clip']],
  ['felted paws', 'hind-paw', { mat: 4 }, {}, ['clip-out', 'clip']],
  ['tangled paws', 'front-paw', { mat: 1 }, {}, ['brush']],
  ['tight on sore skin', 'side', { mat: 3, skin: 2 }, {}, ['splice', 'clip-out', 'clip']],
  [
    'knots on sore skin, where pulling is easy elsewhere',
    'side',
    { mat: 2, skin: 2 },
    {},
    ['splice', 'clip-out', 'clip'],
  ],
  ['broken skin', 'side', { mat: 2, skin: 3 }, {}, ['leave']],
  ['packed double coat with knots', 'back', { mat: 2, undercoat: 2 }, double, ['brush', 'demat', 'blow-out']],
  ['felted double coat, impacted', 'back', { mat: 4, undercoat: 3 }, double, ['blow-out']],
  ['felted double coat with nothing loose', 'back', { mat: 4, undercoat: 0 }, double, ['leave']],
  [
    'felted double coat that air did not open',
    'back',
    { mat: 4, undercoat: 3 },
    { ...double, stage: 'after-air' },
    ['leave'],
  ],
  ['packed double coat without mats', 'back', { undercoat: 2 }, double, ['brush', 'blow-out']],
  ['felt of friction on a double coat', 'behind-ear', { mat: 4, undercoat: 4 }, double, ['clip-out', 'clip']],
  ['hygiene place of a double coat', 'groin', { mat: 3 }, double, ['demat', 'splice', 'clip-out', 'clip']],
  ['packed double coat on sore skin', 'back', { mat: 2, undercoat: 3, skin: 2 }, double, ['splice', 'clip-out']],
  [
    'packed double coat inside the ear',
    'ear-inner',
    { mat: 2, undercoat: 3 },
    double,
    ['brush', 'demat', 'splice', 'clip-out'],
  ],
  ['curly coat, tangled and packed', 'back', { mat: 1, undercoat: 3 }, {}, ['brush', 'blow-out']],
  ['curly coat, knotted and packed', 'back', { mat: 2, undercoat: 4 }, {}, ['brush', 'demat', 'clip']],
  ['show coat, tight where it shows', 'side', { mat: 3 }, show, ['demat']],
  ['show coat, felted where it shows', 'side', { mat: 4 }, show, ['leave']],
  ['show coat, tight in the armpit', 'armpit', { mat: 3 }, show, ['demat', 'splice', 'clip-out']],
  [
    'wire with its jacket kept, tight',
    'side',
    { mat: 3 },
    { dog: { coatType: 'wire', jacket: 'tight' }, wishes: { keepJacket: true } },
    ['demat', 'splice'],
  ],
  [
    'wire with a ready jacket',
    'side',
    { mat: 1 },
    { dog: { coatType: 'wire', jacket: 'ready' }, wishes: { keepJacket: true } },
    ['strip'],
  ],
  [
    'the same on sore skin',
    'side',
    { mat: 1, skin: 2 },
    { dog: { coatType: 'wire', jacket: 'ready' }, wishes: { keepJacket: true } },
    ['brush'],
  ],
  [
    'the same with its jacket tight',
    'side',
    { mat: 1 },
    { dog: { coatType: 'wire', jacket: 'tight' }, wishes: { keepJacket: true } },
    ['brush'],
  ],
  [
    'a feathered coat stripped by wish',
    'back',
    { mat: 0 },
    { dog: { coatType: 'feathered', jacket: 'ready' }, wishes: { style: 'strip' } },
    ['strip'],
  ],
  [
    'a silky saddle stripped by wish',
    'back',
    { mat: 0 },
    { dog: { coatType: 'silky', jacket: 'ready' }, wishes: { style: 'strip' } },
    ['strip'],
  ],
  [
    'a silky side is not',
    'side',
    { mat: 0 },
    { dog: { coatType: 'silky', jacket: 'ready' }, wishes: { style: 'strip' } },
    ['brush'],
  ],
  ['cords', 'back', { mat: 0 }, { dog: { coatType: 'corded', lengthMm: lengths(150) } }, ['none']],
  [
    'a felted face that takes no hands',
    'muzzle',
    { mat: 4 },
    { dog: { faceTolerance: 'none', lengthMm: lengths(20) } },
    ['leave'],
  ],
  ['marked to be left', 'back', { mat: 3, leave: 'asked' }, {}, ['leave']],
  [
    'a surgery site not cleared',
    'side',
    { findings: [{ id: 'surgery-site', sizeMm: 40 }] },
    { dog: { surgery: { daysAgo: 10, cleared: false } } },
    ['leave'],
  ],
  [
    'a surgery site cleared, tight coat',
    'tuck',
    { mat: 3, findings: [{ id: 'surgery-site', sizeMm: 80 }] },
    { dog: { surgery: { daysAgo: 60, cleared: true } } },
    ['leave'],
  ],
]

test.each(CASES)('%s', (_, region, scores, changes, offered) => {
  expect(ways(region, scores, changes)).toEqual(offered)
})

describe('refusals name their rule', () => {
  test.each([
    ['brush', 'side', { mat: 4 }, {}, 'felt-not-brushed'],
    ['demat', 'side', { mat: 3, skin: 2 }, {}, 'skin-sore'],
    ['clip', 'back', { mat: 3 }, double, 'double-needs-yes'],
    ['clip', 'side', { mat: 3 }, show, 'show-coat'],
    ['brush', 'front-paw', { mat: 2 }, {}, 'paw-knots-are-cut'],
    [
      'blow-out',
      'back',
      { mat: 2, undercoat: 3 },
      { dog: { coatType: 'double', dryerTolerance: 'none' } },
      'dryer-not-tolerated',
    ],
    ['clip-out', 'side', { mat: 3 }, {}, 'shows-too-much'],
    ['splice', 'side', { mat: 2 }, {}, 'pull-it-out-first'],
  ] as const)('%s on %s', (treatment, region, scores, changes, code) => {
    expect(refusal(treatment, region, scores, changes as Changes)).toBe(code)
  })
})

describe('carding is added, never traded', () => {
  const card = (coatType: 'double' | 'curly' | 'wire' | 'feathered' | 'drop-double', undercoat: 1 | 2 | 3) =>
    at('back', { mat: 0, undercoat }, { dog: { coatType } }).offered[0]!.card
  test.each(['double', 'drop-double', 'feathered', 'wire'] as const)('on %s from undercoat 2', (coatType) => {
    expect(card(coatType, 1)).toBeNull()
    expect(card(coatType, 2)!.minutes).toBeGreaterThan(0)
    expect(card(coatType, 3)!.minutes).toBeGreaterThan(card(coatType, 2)!.minutes)
  })
  test('not on curly coats, and half of it beside a blow-out', () => {
    expect(card('curly', 3)).toBeNull()
    const { offered } = at('back', { mat: 2, undercoat: 3 }, double)
    const of = (treatment: string) => offered.find((o) => o.treatment === treatment)!.card!.minutes
    expect(of('blow-out')).toBeCloseTo(of('brush') / 2, 9)
  })
})

describe('tools', () => {
  const tool = (treatment: string, ...args: Parameters<typeof at>) =>
    at(...args).offered.find((o) => o.treatment === treatment)!.tool
  test('no full-width blade at eyes, muzzle, cheek, ear edge and toes', () => {
    for (const region of ['eyes', 'muzzle', 'cheek', 'ear-outer', 'front-paw'] as const)
      for (const { treatment, tool: t } of at(region, { mat: 3, extent: 0.5 }).offered)
        if (treatment === 'splice' || treatment === 'clip-out') expect(t!.kind, `${region} ${treatment}`).toBe('shears')
  })
  test('skip-tooth through body coat, full-tooth in the armpit', () => {
    expect(tool('clip', 'side', { mat: 3, standoffMm: 4 })).toEqual({ kind: 'blade', id: '7', form: 'skip' })
    expect(tool('clip-out', 'armpit', { mat: 3, standoffMm: 4 })).toEqual({ kind: 'blade', id: '7', form: 'full' })
  })
  test('tight on the skin is a 10, and says so', () => {
    const cut = at('armpit', { mat: 4, standoffMm: 1 }).offered.find((o) => o.treatment === 'clip-out')!
    expect(cut.tool).toMatchObject({ id: '10' })
    expect(cut.cautions).toEqual(
      expect.arrayContaining(['tight-on-skin', 'under-felt', 'armpit-web', 'mat-not-combed']),
    )
  })
  // Common practice: skin folds up into a mat that sits tight, and shears cut what they cannot feel.
  test('tight where only shears go says how they go, not how a blade does', () => {
    for (const region of ['eyes', 'front-paw'] as const) {
      const cut = at(region, { mat: 4, standoffMm: 1 }).offered.find(({ tool: t }) => t?.kind === 'shears')!
      expect(cut.cautions, region).toContain('tight-by-shears')
      expect(cut.cautions, region).not.toContain('tight-on-skin')
    }
  })
  test('the small dryer at cheek, crown, throat and ear; low air where the dog takes only that', () => {
    expect(tool('blow-out', 'cheek', { mat: 2, undercoat: 3 }, double)).toMatchObject({ id: 'high-velocity-small' })
    const low = at(
      'back',
      { mat: 2, undercoat: 3 },
      { dog: { coatType: 'double', dryerTolerance: 'low-only', lengthMm: lengths(60) } },
    )
    const fine = at('back', { mat: 2, undercoat: 3 }, double)
    const air = (side: SideOptions, of: boolean): number =>
      side.offered
        .find((o) => o.treatment === 'blow-out')!
        .cost.parts.filter(({ rate }) => rate.startsWith('minutes.blow-out') === of)
        .reduce((sum, { minutes }) => sum + minutes, 0)
    expect(air(low, true)).toBeCloseTo(2 * air(fine, true), 9)
    expect(air(low, false)).toBeCloseTo(air(fine, false), 9)
  })
})

describe('what there is', () => {
  const dog = (changes: Changes['dog']) => anAssessment({ dog: changes }).dog
  test.each([
    [{}, 180],
    [{ health: ['senior'] }, 90],
    [{ ageMonths: 5, visitsSoFar: 1 }, 60],
    [{ ageMonths: 5, visitsSoFar: 4 }, 90],
    [{ health: ['cancer-care'] }, 90],
  ] as const)('the table cap of %j is %d minutes', (changes, cap) => {
    expect(minutesBudget(dog(changes as Changes['dog']), 1000, DEFAULT_HOUSE).cap).toBe(cap)
  })
  test('the reserve is taken off the slot, and never leaves less than nothing', () => {
    const { minutes, reserve } = minutesBudget(dog({ weightKg: 10 }), 100, DEFAULT_HOUSE)
    expect(reserve).toBeCloseTo(30 + 60 * 0.469, 1)
    expect(minutes).toBeCloseTo(100 - reserve, 9)
    expect(minutesBudget(dog({}), 10, DEFAULT_HOUSE).minutes).toBe(0)
  })
  test.each([
    [{ temperament: 'anxious' }, 0.5],
    [{ temperament: 'mouthy' }, 0.5],
    [{ temperament: 'bites' }, 0.35],
    [{ surgery: { daysAgo: 10, cleared: true } }, 0.3],
    [{ surgery: { daysAgo: 100, cleared: true } }, 1],
    [{ temperament: 'wary', health: ['heart', 'weak-hind'] }, 0.8 * 0.4],
    [{ skull: 'short' }, 0.7],
    [{ health: ['seizures'] }, 0.6],
    [{ health: ['pregnant'] }, 0.5],
    [{ health: ['diabetic'] }, 0.8],
    [{ health: ['diabetic', 'seizures'] }, 0.6],
  ] as const)('%j gives %d of what an easy grown dog of its size gives', (changes, share) => {
    const give = (dogs: Changes['dog']): number => pullBudget(dog(dogs), DEFAULT_HOUSE).pull
    expect(give(changes as Changes['dog']) / give({})).toBeCloseTo(share, 9)
  })
  test('what a dog can give grows with its size by the root of its surface, between 0.8 and 1.6 times', () => {
    const give = (weightKg: number): number => pullBudget(dog({ weightKg }), DEFAULT_HOUSE).pull
    expect(give(2)).toBeCloseTo(24, 9)
    expect(give(90)).toBeCloseTo(48, 9)
    // 0.931 m2 at 28 kg.
    expect(give(28)).toBeCloseTo(30 * Math.sqrt(0.931 / 0.5), 1)
  })
  test('a young dog gives more from month to month: half at six, all at eighteen, no step between', () => {
    const give = (ageMonths: number): number =>
      pullBudget(dog({ ageMonths }), DEFAULT_HOUSE).pull / pullBudget(dog({}), DEFAULT_HOUSE).pull
    expect([3, 6, 12, 18, 40].map(give)).toEqual([0.5, 0.5, 0.75, 1, 1].map((share) => expect.closeTo(share, 9)))
  })
})
