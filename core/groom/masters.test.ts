import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { planBath } from '../bath/bath.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { consentNeeds } from '../consent/needs.ts'
import { cutOf } from '../cut/cut.ts'
import { dryingOf } from '../drying/drying.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import type { VerdictName } from '../plan/names.ts'
import type { StopCode } from '../plan/stops.ts'
import type { FindingId } from '../scores/findings.ts'
import { emptySheet, type SideScores } from '../scores/sheet.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import type { Treatment } from '../tools/treatments.ts'
import { goesHome } from './goes-home.ts'
import { wholeGroom } from './steps.ts'
import { planWhole, withReserves } from './whole.ts'

/*
 * Dogs as they come through the door, and what a groomer of twenty years would insist on. Common practice throughout; the
 * figures are ranges that such a groomer would call ordinary.
 */
type Changes = NonNullable<Parameters<typeof anAssessment>[0]>
type Range = readonly [least: number, most: number]

interface Insists {
  readonly choice?: VerdictName | readonly VerdictName[]
  /** Minutes of the whole groom. */
  readonly total?: Range
  readonly kept?: Range
  readonly weeks?: Range
  readonly dry?: Range
  /** Never where it shows. */
  readonly never?: readonly Treatment[]
  /** At these places one of these. */
  readonly at?: Partial<Record<RegionId, readonly Treatment[]>>
  readonly asks?: boolean
  readonly stops?: readonly StopCode[]
  readonly washed?: readonly ProductKind[]
  readonly notWashed?: readonly ProductKind[]
  /** No blade or comb attachment goes there, in coat work or cut. */
  readonly noClipper?: readonly RegionId[]
  readonly noStrongAir?: boolean
  readonly bodyMm?: number
}
type Row = readonly [
  name: string,
  changes: Changes,
  places: readonly [readonly RegionId[], Partial<SideScores>][],
  insists: Insists,
]

const BODY = ['back', 'side', 'rump', 'shoulder', 'neck', 'chest', 'breeches'] as const
const ALL = Object.keys(REGIONS) as RegionId[]
const found = (id: FindingId, sizeMm: number | null = 15): Partial<SideScores> => ({ findings: [{ id, sizeMm }] })
const d = (coatType: string, weightKg: number, mm: number, more: object = {}): Changes =>
  ({
    dog: { coatType, weightKg, lengthMm: lengths(mm), ...more },
    wishes: { homeBrushing: { perWeek: 1, toSkin: false } },
  }) as Changes
const w = (changes: Changes, wishes: object, more: object = {}): Changes =>
  ({ ...changes, ...more, wishes: { ...changes.wishes, ...wishes } }) as Changes
const felt = { mat: 4, extent: 1 } as const
const half = { mat: 3, extent: 0.5, standoffMm: 4 } as const

const CLEAN: readonly Row[] = [
  [
    'a smooth pet',
    d('smooth', 10, 12),
    [],
    { choice: 'brush-out', total: [30, 70], kept: [100, 100], weeks: [8, 12], asks: false, never: ['clip'] },
  ],
  [
    'a big smooth dog',
    d('smooth', 30, 15),
    [],
    { choice: 'brush-out', total: [45, 95], weeks: [8, 12], dry: [20, 30] },
  ],
  [
    'a double coat in order',
    d('double', 25, 50),
    [],
    { choice: 'brush-out', total: [80, 170], weeks: [8, 12], never: ['clip'], asks: false },
  ],
  [
    'a giant double coat',
    d('double', 60, 80),
    [],
    { choice: 'brush-out', total: [150, 330], never: ['clip'], dry: [90, 180] },
  ],
  ['a toy in silk', d('silky', 3, 90), [], { choice: 'brush-out', total: [40, 90], dry: [20, 35] }],
  ['a drop coat kept long', d('drop-double', 7, 110), [], { choice: 'brush-out', total: [55, 130], weeks: [4, 9] }],
  ['a spaniel', d('feathered', 14, 30), [], { choice: 'brush-out', total: [50, 130], weeks: [8, 12] }],
  ['wool left long', d('curly', 25, 60), [], { choice: 'brush-out', total: [90, 190], weeks: [4, 6] }],
  [
    'wool clipped at 13',
    w(d('curly', 20, 35), { style: 'trim', targetMm: { body: 13 } }),
    [],
    { choice: 'brush-out', bodyMm: 13, weeks: [8, 8] },
  ],
  ['wool at 25', w(d('curly', 20, 45), { style: 'puppy' }), [], { bodyMm: 25, weeks: [4, 6] }],
  ['a cotton lapdog', d('cotton', 6, 40), [], { choice: 'brush-out', total: [50, 110], weeks: [4, 6] }],
  ['silk kept at 6 mm', w(d('silky', 4, 40), { style: 'short' }), [], { weeks: [4, 6], bodyMm: 6 }],
  [
    'a wire jacket not due',
    d('wire', 9, 30, { jacket: 'tight' }),
    [],
    { choice: 'brush-out', weeks: [12, 16], never: ['clip', 'strip'] },
  ],
  [
    'a wire jacket blown',
    w(d('wire', 9, 35, { jacket: 'ready' }), { style: 'strip', keepJacket: true }),
    [],
    { choice: 'strip', never: ['clip'] },
  ],
  ['a corded coat', d('corded', 22, 150), [], { choice: 'brush-out', never: ['brush', 'demat', 'clip'] }],
  ['a bare dog', d('hairless', 5, 5), [], { choice: 'brush-out', weeks: [8, 12] }],
]

const MATTED: readonly Row[] = [
  [
    'wool felted all over',
    d('curly', 20, 60),
    [[NINE, felt]],
    { choice: 'short-all-over', asks: true, at: { back: ['clip'], side: ['clip'] } },
  ],
  [
    'wool tight all over on half',
    d('curly', 20, 60),
    [[NINE, half]],
    { choice: 'splice', asks: true, kept: [70, 100] },
  ],
  [
    'wool knotted all over',
    d('curly', 20, 60),
    [[NINE, { mat: 2, extent: 0.5, standoffMm: 7 }]],
    { choice: 'spot-work', kept: [95, 100] },
  ],
  [
    'felted legs under a good body',
    w(d('curly', 12, 50), { keepLength: 2 }),
    [[['foreleg', 'hindleg'], felt]],
    { choice: 'short-legs', asks: true },
  ],
  [
    'felted ears alone',
    w(d('cotton', 6, 40), { keepLength: 2 }),
    [[['ear-outer'], felt]],
    { choice: 'keep-places', asks: true },
  ],
  [
    'a felted body with good legs',
    w(d('curly', 12, 60), { keepLength: 3 }),
    [[[...BODY], felt]],
    { choice: 'short-body', asks: true },
  ],
  [
    'tight armpits',
    d('curly', 12, 50),
    [[['armpit'], half]],
    { choice: 'spot-work', kept: [97, 100], at: { armpit: ['clip-out', 'splice', 'clip'] } },
  ],
  [
    'knots between the toes',
    d('cotton', 6, 40),
    [[['front-paw'], { mat: 3, extent: 0.25 }]],
    { at: { 'front-paw': ['clip-out', 'clip'] }, noClipper: ['front-paw'], asks: false },
  ],
  [
    'a knot behind the ear',
    d('feathered', 14, 30),
    [[['behind-ear'], { mat: 3, extent: 0.25, standoffMm: 4 }]],
    { at: { 'behind-ear': ['clip-out', 'splice', 'demat'] } },
  ],
  ['tangles only', d('silky', 4, 80), [[NINE, { mat: 1, extent: 0.5 }]], { choice: 'brush-out', kept: [99, 100] }],
  ['knots on a muzzle', d('cotton', 6, 40), [[['muzzle'], { mat: 2, extent: 0.25 }]], { noClipper: ['muzzle'] }],
  ['a felted drop coat', d('drop-double', 6, 60), [[NINE, felt]], { choice: 'short-all-over', asks: true }],
  [
    'drop coat tight below, every hair wanted',
    w(d('drop-double', 6.5, 90), { keepLength: 3 }),
    [
      [['side', 'hindleg', 'foreleg', 'chest'], { mat: 3, extent: 0.4, standoffMm: 4 }],
      [['belly', 'armpit', 'groin'], { mat: 3, extent: 0.75, standoffMm: 3 }],
    ],
    { choice: 'splice', at: { side: ['splice'], belly: ['clip-out', 'splice'] } },
  ],
  [
    'show coat with tight mats',
    w(d('silky', 4, 200), { style: 'show', show: true, keepLength: 3 }),
    [[['side'], { mat: 3, extent: 0.1, standoffMm: 5 }]],
    { never: ['clip', 'clip-out', 'splice'] },
  ],
  [
    'show coat felted in a place',
    w(d('silky', 4, 200), { style: 'show', show: true, keepLength: 3 }),
    [[['side'], felt]],
    { at: { side: ['leave'] }, never: ['clip'] },
  ],
  [
    'wire with its jacket wanted, matted',
    w(d('wire', 9, 40), { keepJacket: true }),
    [[['side'], half]],
    { never: ['clip'] },
  ],
  [
    'a small spot of felt',
    w(d('curly', 12, 50), { keepLength: 3 }),
    [[['side'], { mat: 4, extent: 0.05 }]],
    { kept: [95, 100] },
  ],
  [
    'wool with knots on an impatient slot',
    w(d('curly', 25, 60), {}, { slotMinutes: 120 }),
    [[NINE, { mat: 2, extent: 0.5, standoffMm: 7 }]],
    { stops: ['slot-too-short'] },
  ],
]

const PACKED: readonly Row[] = [
  [
    'a shedding double coat',
    d('double', 25, 55),
    [[ALL, { undercoat: 2 }]],
    { choice: 'brush-out', washed: ['deshedding-shampoo', 'deshedding-conditioner'], never: ['clip'] },
  ],
  [
    'a packed double coat',
    d('double', 25, 60),
    [[[...BODY, 'hindleg'], { undercoat: 3 }]],
    { never: ['clip', 'splice'], at: { back: ['blow-out', 'brush'] } },
  ],
  [
    'a packed and felted double coat',
    d('double', 18, 65, { density: 'dense' }),
    [[[...BODY], { mat: 4, extent: 0.75, undercoat: 4 }]],
    { never: ['clip', 'splice'], at: { back: ['blow-out'] } },
  ],
  [
    'the same that takes no dryer',
    d('double', 18, 65, { dryerTolerance: 'none' }),
    [[[...BODY], { mat: 4, extent: 0.75, undercoat: 4 }]],
    { choice: 'split-visits', noStrongAir: true, never: ['clip'] },
  ],
  [
    'a double coat that is to be short',
    w(d('double', 25, 50), { style: 'short' }),
    [],
    { never: ['clip'], kept: [90, 100] },
  ],
  [
    'felt behind the ear of a double coat',
    d('double', 25, 50),
    [[['behind-ear'], { ...felt, undercoat: 3 }]],
    { at: { 'behind-ear': ['clip-out', 'clip'] } },
  ],
  [
    'felted breeches of a double coat',
    d('double', 25, 60),
    [[['breeches'], { mat: 4, extent: 0.5, undercoat: 3 }]],
    { at: { breeches: ['blow-out'] } },
  ],
  [
    'a packed double coat with a weak heart',
    d('double', 25, 60, { health: ['heart'] }),
    [[[...BODY], { undercoat: 3 }]],
    { never: ['clip'], asks: true },
  ],
]

const FOUND: readonly Row[] = [
  ['maggots', d('curly', 12, 50), [[['rump'], found('maggots')]], { choice: 'refer', stops: ['skin-emergency'] }],
  [
    'perhaps ringworm',
    d('curly', 12, 50),
    [[['side'], found('ringworm-suspect')]],
    { choice: 'refer', stops: ['catching'] },
  ],
  ['an open wound', d('curly', 12, 50), [[['side'], found('wound', 20)]], { never: ['demat'], stops: ['seen'] }],
  [
    'a lump on a dog clipped short',
    w(d('curly', 12, 50), { style: 'short' }),
    [[['side'], found('lump', 12)]],
    { noClipper: [], stops: ['seen'] },
  ],
  ['a hot spot', d('double', 25, 50), [[['rump'], found('hot-spot', 40)]], { never: ['clip'] }],
  ['a red belly', d('curly', 12, 50), [[['belly'], found('redness', null)]], { washed: ['soothing'] }],
  [
    'a rash all over',
    d('curly', 12, 50),
    [[ALL, { skin: 2 }]],
    {
      washed: ['hypoallergenic'],
      notWashed: ['moisturising', 'degreasing', 'conditioner'],
      never: ['demat', 'blow-out'],
    },
  ],
  ['fleas', d('feathered', 14, 30, { ageMonths: 40 }), [[['rump'], found('fleas')]], { washed: ['flea'] }],
  [
    'fleas on a pregnant dog',
    d('feathered', 14, 30, { health: ['pregnant'] }),
    [[['rump'], found('fleas')]],
    { notWashed: ['flea'], washed: ['hypoallergenic'] },
  ],
  [
    'an ear that runs',
    d('feathered', 14, 30),
    [[['ear-inner'], found('ear-discharge')]],
    { notWashed: ['ear-cleaner'] },
  ],
  [
    'a swollen ear',
    d('feathered', 14, 30),
    [[['ear-outer'], found('haematoma-ear', null)]],
    { at: { 'ear-outer': ['leave', 'look', 'none', 'brush'] } },
  ],
  [
    'knots on sore skin',
    d('curly', 12, 50),
    [[['side'], { mat: 2, extent: 0.5, skin: 2 }]],
    { at: { side: ['splice', 'clip-out', 'clip'] } },
  ],
  [
    'skin hidden by felt',
    d('curly', 12, 50),
    [[['side'], { mat: 4, extent: 1, skin: null }]],
    { stops: ['skin-under-felt'] },
  ],
  [
    'a scar not cleared',
    d('curly', 12, 50, { surgery: { daysAgo: 10, cleared: false } }),
    [[['belly'], found('surgery-site', 60)]],
    { at: { belly: ['leave'] } },
  ],
  [
    'a place told to be left',
    d('curly', 12, 50),
    [[['tail'], { mat: 3, extent: 0.5, leave: 'asked' }]],
    { at: { tail: ['leave'] } },
  ],
]

const WHO: readonly Row[] = [
  [
    'a puppy at its first visit',
    d('curly', 5, 30, { ageMonths: 4, visitsSoFar: 0, health: ['puppy'] }),
    [],
    { weeks: [4, 4], washed: ['hypoallergenic'], notWashed: ['flea'] },
  ],
  ['an old dog', d('curly', 12, 40, { health: ['senior'] }), [], { asks: true, choice: 'brush-out' }],
  [
    'an old, frightened dog in felt',
    d('curly', 28, 60, { health: ['senior'], temperament: 'anxious' }),
    [[NINE, { mat: 3, extent: 0.75, standoffMm: 4 }]],
    { choice: ['split-visits', 'short-all-over'], asks: true },
  ],
  [
    'a dog that bites',
    d('curly', 12, 50, { temperament: 'bites' }),
    [[NINE, { mat: 2, extent: 0.25, standoffMm: 7 }]],
    { stops: ['temper-bites'] },
  ],
  ['a short skull', d('smooth', 12, 12, { skull: 'short' }), [], { stops: ['health'] }],
  [
    'short of breath',
    d('double', 25, 50, { health: ['breathing'] }),
    [[[...BODY], { undercoat: 3 }]],
    { stops: ['health'], asks: true },
  ],
  ['takes no dryer', d('curly', 12, 40, { dryerTolerance: 'none' }), [], { noStrongAir: true }],
  [
    'takes no hands at its face',
    d('cotton', 6, 40, { faceTolerance: 'none' }),
    [[['eyes', 'muzzle'], { mat: 3, extent: 0.25, standoffMm: 4 }]],
    { noClipper: ['eyes', 'muzzle'], notWashed: ['tearless-face'] },
  ],
  ['spot-on yesterday', d('smooth', 10, 12, { daysSinceSpotOn: 1 }), [], { notWashed: ['cleansing', 'moisturising'] }],
  [
    'a vet’s product',
    d('curly', 12, 40, { prescribed: { kind: 'medicated', waterParts: 0, dwellMin: 10, regions: 'all' } }),
    [],
    { washed: ['medicated'], notWashed: ['conditioner'] },
  ],
  [
    'in learner’s hands',
    w(d('curly', 12, 50), {}, { experience: 'learner' }),
    [[['armpit'], half]],
    { at: { armpit: ['clip-out', 'splice', 'clip'] } },
  ],
  ['nothing looked at', w(d('curly', 12, 50), {}, { sheet: emptySheet() }), [], { choice: 'look-first' }],
]

const WISHES: readonly Row[] = [
  ['every hair, and nothing wrong', w(d('curly', 12, 50), { keepLength: 3 }), [], { kept: [99, 100], asks: false }],
  [
    'every hair, in felt',
    w(d('curly', 12, 60), { keepLength: 3 }),
    [[NINE, felt]],
    { choice: 'short-all-over', asks: true },
  ],
  [
    'does not mind, tight on half',
    w(d('curly', 12, 60), { keepLength: 0 }),
    [[NINE, half]],
    { choice: ['short-all-over', 'short-legs'] },
  ],
  ['short for the summer', w(d('curly', 12, 50), { style: 'short' }), [], { bodyMm: 6, asks: true, kept: [10, 50] }],
  ['a puppy cut', w(d('cotton', 6, 50), { style: 'puppy' }), [], { bodyMm: 25 }],
  [
    '13 mm wished, tight under it',
    w(d('curly', 12, 50), { targetMm: { body: 13, legs: 13 }, keepLength: 1 }),
    [[NINE, half]],
    { never: ['splice'] },
  ],
  ['a spaniel in a short trim', w(d('feathered', 14, 40), { style: 'short' }), [], { bodyMm: 6 }],
  [
    'shows in five weeks',
    w(d('wire', 9, 35, { jacket: 'ready' }), { style: 'strip', showInDays: 35, keepJacket: true }),
    [],
    { never: ['clip'] },
  ],
  ['swims every day', w(d('curly', 20, 40), { swims: true }), [], { weeks: [3, 6] }],
  ['never brushed, long', w(d('drop-double', 7, 120), { homeBrushing: null }), [], { weeks: [3, 5] }],
  [
    'brushed to the skin every day',
    w(d('drop-double', 7, 120), { homeBrushing: { perWeek: 7, toSkin: true } }),
    [],
    { weeks: [8, 12] },
  ],
]

const TABLE = [...CLEAN, ...MATTED, ...PACKED, ...FOUND, ...WHO, ...WISHES]

const within = (value: number, [least, most]: Range, what: string): void => {
  expect(value, what).toBeGreaterThanOrEqual(least - 1e-6)
  expect(value, what).toBeLessThanOrEqual(most + 1e-6)
}

describe('a groomer of twenty years would sign', () => {
  test('for at least eighty dogs', () => expect(TABLE.length).toBeGreaterThanOrEqual(80))

  test.each(TABLE)('%s', (name, changes, places, insists) => {
    let sheet = cleanSheet()
    for (const [regions, scores] of places) sheet = onRegions(sheet, regions, scores)
    const read = anAssessment({ slotMinutes: 240, sheet, ...changes })
    const assessment = withReserves(read, DEFAULT_HOUSE)
    const plan = planWhole(read, DEFAULT_HOUSE)
    const home = goesHome(assessment, plan, DEFAULT_HOUSE)
    const { verdict, groom } = plan
    const stopped = verdict.choice === 'refer'
    const bath = planBath(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF)
    const cut = cutOf(assessment, plan, DEFAULT_HOUSE)
    const drying = stopped ? null : dryingOf(assessment, plan, DEFAULT_HOUSE)
    const steps = wholeGroom(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF)
    const needs = consentNeeds(plan, assessment, null, DEFAULT_HOUSE)
    const washed = new Set(bath.steps.flatMap(({ productKind }) => (productKind ? [productKind] : [])))

    if (insists.choice) expect([insists.choice].flat(), name).toContain(verdict.choice)
    if (insists.total) within(groom!.minutes, insists.total, 'minutes in all')
    if (insists.kept) within(home.coatKept, insists.kept, 'coat kept')
    if (insists.weeks) within(home.next.weeks, insists.weeks, 'weeks')
    if (insists.dry) within(drying!.minutes, insists.dry, 'drying')
    for (const { region, treatment } of plan.regions)
      if (REGIONS[region].seen >= 1 && insists.never?.includes(treatment)) throw new Error(`${treatment} at ${region}`)
    for (const [region, list] of Object.entries(insists.at ?? {}))
      for (const place of plan.regions) if (place.region === region) expect(list, region).toContain(place.treatment)
    if (insists.asks !== undefined) expect(needs.length > 0, `asks ${needs.join(' ')}`).toBe(insists.asks)
    for (const code of insists.stops ?? []) expect(plan.stops.map((stop) => stop.code)).toContain(code)
    for (const kind of insists.washed ?? []) expect([...washed]).toContain(kind)
    for (const kind of insists.notWashed ?? []) expect([...washed]).not.toContain(kind)
    const clippedAt = [
      ...plan.regions.flatMap(({ region, option, treatment }) =>
        treatment !== 'leave' &&
        (option.tool?.kind === 'blade' || option.tool?.kind === 'comb') &&
        option.leavesMm !== null
          ? [region]
          : [],
      ),
      ...(cut?.lines ?? []).flatMap(({ index, tool, part }) =>
        part === 'coat' && (tool.kind === 'blade' || tool.kind === 'comb') ? [REGION_SIDES[index]!.region] : [],
      ),
    ]
    for (const region of insists.noClipper ?? []) expect(clippedAt).not.toContain(region)
    if (insists.noStrongAir)
      expect(steps.some(({ what, treatment }) => what === 'high-velocity' || treatment === 'blow-out')).toBe(false)
    if (insists.bodyMm !== undefined)
      expect(home.cut.find(({ part }) => part === 'body')!.afterMm).toBeCloseTo(insists.bodyMm, 0)

    // Of every dog, whatever it is: what stops has no steps, what is groomed ends dry, and every figure is one.
    if (stopped) expect(steps).toEqual([])
    else {
      expect(Number.isFinite(groom!.minutes)).toBe(true)
      expect(drying!.water.left).toBeLessThanOrEqual(DEFAULT_HOUSE['brush.done'] * drying!.coatMassG + 1e-6)
    }
  })
})
