import { EAR_LEATHER, FACE, isPaw } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { hasJacket, isPuppy, mayBlast } from '../dog/facts.ts'
import { fixed } from '../numbers/fixed.ts'
import { grouped } from '../numbers/grouped.ts'
import { wayOf } from '../pattern/pattern.ts'
import type { CoatWork } from '../plan/plan-shape.ts'
import type { Bath, BathNote } from './shape.ts'
import { hasTag, indexesOf, type Tub } from './tub.ts'
import { bottled, isThick, washMl } from './volumes.ts'
import { type BathReason, bathSkin, type SideWants } from './wanted.ts'

const STAINS = ['saliva-stain', 'urine-stain'] as const
const FACE_STAINS = ['tear-stain', 'saliva-stain'] as const
const SMALL_ML = fixed('bath.small')
/** The group of what works while others go on. */
export const SOAK = 'soak'

/** What loosens stains is put on first and works while the rest is washed; those places are washed last. */
export function soaks(tub: Tub): void {
  const { assessment, house, wants } = tub
  const stained = wants.filter(
    ({ index, region, noBath, prescribed }) =>
      !noBath && !prescribed && !FACE.has(region) && hasTag(assessment, STAINS, index),
  )
  const feet = stained.filter(({ region }) => isPaw(region))
  for (const [id, sides] of [
    ['soak.feet', feet],
    ['soak.stains', stained.filter(({ region }) => !isPaw(region))],
  ] as const) {
    if (sides.length === 0) continue
    const indexes = indexesOf(sides)
    tub.product('soak', id, 'stain-soak', indexes, small(washMl(indexes, tub.coat, house)), {
      group: SOAK,
      handsMin: house['bath.soak'],
      reasons: ['stained'],
      notes: ['stays-on'],
    })
  }
  const face = stainedFace(tub)
  if (face.length > 0)
    tub.product('soak', 'soak.face', 'brightening', indexesOf(face), small(house['bath.face-ml']), {
      group: SOAK,
      handsMin: house['bath.soak'],
      reasons: ['stained'],
      notes: ['eyes-covered', 'stays-on'],
    })
}

/** Oil on what sticks, on the dry coat. */
export function oil(tub: Tub): void {
  const { assessment, house, wants } = tub
  const sticky = wants.filter(
    ({ index, noBath, region }) => !noBath && !FACE.has(region) && hasTag(assessment, ['sticky'], index),
  )
  if (sticky.length > 0)
    tub.plain('treat', 'oil', indexesOf(sticky), house['bath.soak'] * sticky.length, ['plain-oil'], {
      reasons: ['sticky'],
    })
}

/** Stained places of the face that are brightened: never round the eyes, on sore skin, or where the face may not be washed. */
function stainedFace({ assessment, wants }: Tub): SideWants[] {
  if (wayOf('stains', assessment) !== 'wash' || !mayWashFace(assessment, wants)) return []
  return wants.filter(
    ({ index, region, noBath, prescribed }) =>
      FACE.has(region) &&
      region !== 'eyes' &&
      !noBath &&
      !prescribed &&
      bathSkin(assessment.sheet[index]!) === 0 &&
      hasTag(assessment, FACE_STAINS, index),
  )
}

/** Not with an eye or a sore on the face that says no, nor a dog that lets nobody at it. */
const mayWashFace = ({ sheet, dog }: Assessment, wants: readonly SideWants[]): boolean =>
  dog.faceTolerance !== 'none' && wants.every(({ region, index }) => !FACE.has(region) || bathSkin(sheet[index]!) < 3)

export const small = (ml: number): number => Math.max(SMALL_ML * 2, Math.ceil(ml / SMALL_ML) * SMALL_ML)

/** How often the conditioner and air cycle is planned, by the worst undercoat in it, at the fewest: air says when to stop. */
export function cyclesOf(sides: readonly SideWants[], { sheet }: Assessment): Bath['cycles'] {
  if (sides.length === 0) return null
  const impacted = sides.some(({ index }) => sheet[index]!.undercoat === 4)
  return impacted ? { planned: 2, low: 2, high: 4 } : { planned: 1, low: 1, high: 2 }
}

/** Conditioner worked into the dry coat, air (on a dog that may be blown in the tub), rinse, shampoo to the root, air, rinse; over again until air opens it. */
export function cycle(tub: Tub, sides: readonly SideWants[], times: number): void {
  const { house } = tub
  const indexes = indexesOf(sides)
  const ml = washMl(indexes, tub.coat, house)
  const reasons: BathReason[] = ['packed-undercoat']
  const blast = mayBlast(tub.assessment.dog)
  for (let n = 1; n <= times; n++) {
    tub.product(
      'condition',
      `cycle-${n}.condition`,
      'deshedding-conditioner',
      indexes,
      bottled(ml * house['bath.conditioner'], house),
      {
        group: `cycle-${n}.condition`,
        handsMin: tub.minutes(indexes, 'bath.condition'),
        dwellMin: 1,
        reasons,
        notes: [n === 1 ? 'dry-coat-to-root' : 'to-the-root'],
      },
    )
    if (blast)
      tub.plain('blast', `cycle-${n}.air-1`, indexes, tub.minutes(indexes, 'bath.blast') / 2, ['blow-through'], {
        reasons,
      })
    tub.plain('rinse', `cycle-${n}.rinse-1`, indexes, tub.minutes(indexes, 'bath.rinse'), [])
    tub.product(
      'wash',
      `cycle-${n}.wash`,
      'deshedding-shampoo',
      indexes,
      bottled(n === 1 ? ml : ml * house['bath.second'], house),
      {
        group: `cycle-${n}.wash`,
        handsMin: tub.minutes(indexes, 'bath.wash'),
        pass: n === 1 ? 1 : 2,
        reasons,
        notes: ['scrub-to-root'],
      },
    )
    if (blast)
      tub.plain('blast', `cycle-${n}.air-2`, indexes, tub.minutes(indexes, 'bath.blast') / 2, ['stop-when-open'], {
        reasons,
      })
    tub.plain('rinse', `cycle-${n}.rinse-2`, indexes, tub.minutes(indexes, 'bath.rinse'), [])
  }
}

function howWashed(tub: Tub, sides: readonly SideWants[]): BathNote[] {
  const { dog } = tub.assessment
  const notes: BathNote[] = []
  if (sides.some(({ skin }) => skin >= 1)) notes.push('no-scrub')
  else if (dog.coatType === 'double' || dog.coatType === 'smooth') notes.push('rubber-brush')
  if (sides.some(({ index }) => tub.coat.mm[index]! > tub.house['bath.along-hair']) && dog.coatType !== 'double')
    notes.push('along-the-hair')
  if (sides.some(({ dander }) => dander)) notes.push('gentle-longer')
  if (isPuppy(dog, tub.house)) notes.push('flat-hand-short')
  return notes
}

/** Why a place is washed once or twice: said with the second wash, or with the only one. */
const whyPasses = (sides: readonly SideWants[], pass: 1 | 2): BathReason[] =>
  sides.flatMap(({ washes, passReason }) => ((pass === 2) === washes.length > 1 ? [passReason] : []))

/** One wash over all that it covers: a step for each product that it takes. @returns what was washed */
function washPass(tub: Tub, pass: 1 | 2, sides: readonly SideWants[]): number[] {
  const { house, assessment } = tub
  const washed = sides.flatMap((side) => (side.washes[pass - 1] ? [{ side, wanted: side.washes[pass - 1]! }] : []))
  const soaked = assessment.schools.foam === 'soak'
  // The vet's product is put on last, so that nothing else runs over it.
  const groups = [
    ...grouped(washed, ({ wanted, side }) => `${side.prescribed ? 1 : 0}.${wanted.kind}.${wanted.reason}`),
  ].sort(([a], [b]) => Number(a[0]) - Number(b[0]))
  for (const [, group] of groups) {
    const members = group.map(({ side }) => side)
    const indexes = indexesOf(members)
    const { kind, reason } = group[0]!.wanted
    const ml = washMl(indexes, tub.coat, house) * (pass === 2 ? house['bath.second'] : 1)
    const prescribed = members.some((side) => side.prescribed)
    tub.product(
      'wash',
      `wash-${pass}.${kind}.${reason}`,
      kind,
      indexes,
      soaked && !prescribed ? house['bath.tank'] : bottled(ml, house),
      {
        group: `wash-${pass}`,
        handsMin: tub.minutes(indexes, 'bath.wash') * (pass === 2 ? house['bath.second'] : 1),
        pass,
        reasons: [reason, ...new Set(whyPasses(members, pass))].filter((why, i, list) => list.indexOf(why) === i),
        notes: [
          ...howWashed(tub, members),
          ...(prescribed ? (['by-the-clock'] as const) : []),
          ...(kind === 'flea' ? (['label-and-local-rules'] as const) : []),
          ...(soaked && !prescribed ? (['foam-gone'] as const) : []),
        ],
        ...(soaked && !prescribed ? { dwellMin: house['bath.foam'] } : {}),
      },
    )
  }
  return washed.map(({ side }) => side.index)
}

export function rinse(tub: Tub, id: string, indexes: readonly number[]): void {
  const { assessment, house } = tub
  const long = assessment.dog.coatType === 'corded' || indexes.some((index) => tub.wants[index]!.dander)
  tub.plain(
    'rinse',
    id,
    indexes,
    tub.minutes(indexes, 'bath.rinse') * (long ? house['bath.long-rinse'] : 1),
    [
      ...(assessment.schools.rinse === 'face-last' ? [] : (['face-first'] as const)),
      ...(long ? (['long-rinse'] as const) : []),
    ],
    { whole: id !== 'rinse-1' && id !== 'rinse-mats' },
  )
}

/** The last rinse is the one that has to leave nothing behind. */
export function finishRinsing({ steps, assessment }: Tub): void {
  const last = steps.findLastIndex(({ kind, whole }) => kind === 'rinse' && whole)
  const notes: BathNote[] = assessment.schools.rinse === 'face-first' ? ['under-loops'] : ['face-last', 'under-loops']
  if (last >= 0) steps[last] = { ...steps[last]!, notes: [...steps[last]!.notes, ...notes] }
}

/** The face product on the face, unless an eye or a sore there says no. */
export function face(tub: Tub): void {
  const { assessment, house, wants } = tub
  const sides = wants.filter(({ region }) => FACE.has(region))
  const bathed = sides.filter(({ noBath, prescribed }) => !noBath && !prescribed)
  if (!mayWashFace(assessment, wants) || bathed.length === 0) {
    if (bathed.length > 0) tub.plain('face', 'face', [], 0, ['no-face-bath'])
    return
  }
  const tears = sides.some(({ index }) => hasTag(assessment, ['tear-stain'], index))
  tub.product('face', 'face', 'tearless-face', indexesOf(bathed), house['bath.face-ml'], {
    group: 'face',
    handsMin: house['bath.face'],
    notes: ['eyes-covered', ...(tears ? (['tear-stain-weekly'] as const) : [])],
    dwellMin: 0,
  })
}

export function condition(tub: Tub, dryFirst: boolean): void {
  const { assessment, house, wants } = tub
  const { schools, dog } = assessment
  const long = dog.coatType === 'silky' || dog.coatType === 'drop-double'
  const where: BathNote = hasJacket(assessment.dog)
    ? 'furnishings-only'
    : (schools['conditioner-where'] === 'by-coat' ? long : schools['conditioner-where'] === 'lengths')
      ? 'lengths-not-roots'
      : 'to-the-root'
  const wanting = wants.filter((side) => side.condition !== null)
  for (const [, sides] of grouped(wanting, (side) => `${side.condition!.kind}.${side.condition!.reason}`)) {
    const { kind, reason } = sides[0]!.condition!
    const indexes = indexesOf(sides)
    tub.product(
      'condition',
      `condition.${kind}`,
      kind,
      indexes,
      bottled(washMl(indexes, tub.coat, house) * house['bath.conditioner'], house),
      {
        group: 'condition',
        handsMin: tub.minutes(indexes, 'bath.condition'),
        reasons: [reason],
        notes: [
          ...(dryFirst ? (['dry-coat-to-root'] as const) : [where]),
          ...(kind === 'mask' ? (['excess-only'] as const) : []),
        ],
      },
    )
  }
}

/** Wet to the skin; what the cycle has soaked already needs it no more. */
export function wet(tub: Tub, bathed: readonly SideWants[], soaked: readonly number[]): void {
  const { assessment, house, coat } = tub
  const dryYet = indexesOf(bathed).filter((index) => !soaked.includes(index))
  const greasyEars =
    assessment.dog.coatType === 'feathered' &&
    bathed.some(({ region, index }) => EAR_LEATHER.has(region) && hasTag(assessment, ['greasy'], index))
  tub.plain(
    'wet',
    'wet',
    dryYet,
    tub.minutes(dryYet, 'bath.wet'),
    [
      'test-water',
      assessment.schools['head-water'],
      ...(greasyEars ? (['greasy-ears-early'] as const) : []),
      ...(isThick(coat, house) ? (['part-thick-coat'] as const) : []),
    ],
    { whole: soaked.length === 0 },
  )
}

/** First wash, rinse, second wash. What the cycle washed is clean and gets the last wash only. */
export function washes(tub: Tub, bathed: readonly SideWants[], inCycle: ReadonlySet<number>): void {
  const first = washPass(
    tub,
    1,
    bathed.filter(({ index }) => !inCycle.has(index)),
  )
  const again = bathed
    .filter((side) => side.washes.length > (inCycle.has(side.index) ? 0 : 1))
    .map((side) => (inCycle.has(side.index) ? { ...side, washes: [side.washes[0]!, side.washes.at(-1)!] } : side))
  if (again.length === 0) return
  if (first.length > 0) rinse(tub, 'rinse-1', first)
  washPass(tub, 2, again)
}

/** The product that loosens mats, on what air or the comb will open after it. */
export function matRelease(tub: Tub, plan: CoatWork): number[] {
  const { assessment, house, wants } = tub
  const opens = (index: PlaceIndex): boolean => {
    const { treatment, option } = plan.regions[index]!
    const mat = assessment.sheet[index]!.mat ?? 0
    return (
      treatment === 'blow-out' ||
      ((treatment === 'demat' || treatment === 'brush') && mat >= 2 && option.when !== 'before-bath')
    )
  }
  const sides = wants.filter(
    ({ index, noBath, prescribed, skin }) => !noBath && !prescribed && skin < 2 && opens(index),
  )
  if (sides.length === 0) return []
  const indexes = indexesOf(sides)
  tub.product(
    'treat',
    'mat-release',
    'demat-cream',
    indexes,
    small(washMl(indexes, tub.coat, house) * house['bath.conditioner'] * house['bath.mat-release']),
    {
      group: 'mat-release',
      handsMin: tub.minutes(indexes, 'bath.condition') / 2,
      reasons: ['mats-loosen'],
    },
  )
  return indexes
}

/** What the verdict blows out: on a coat rinsed clean, as the first of its drying; its minutes are the verdict's. */
export function blowOut(tub: Tub, plan: CoatWork): void {
  const blown = plan.regions.filter(({ treatment }) => treatment === 'blow-out')
  if (blown.length > 0)
    tub.plain(
      'blast',
      'blow-out',
      blown.map(({ index }) => index),
      blown.reduce((sum, { option }) => sum + option.minutes, 0),
      ['blow-through'],
      { reasons: ['packed-undercoat'], inVerdict: true },
    )
}

/** Discharge, swelling or broken skin in or on an ear: nothing goes in, the vet looks. */
export const earsMay = ({ sheet }: Assessment): boolean =>
  REGION_SIDES.every(({ index, region }) => !EAR_LEATHER.has(region) || bathSkin(sheet[index]!) < 3)

export function ears(tub: Tub): void {
  const inner = tub.wants.filter(({ region }) => region === 'ear-inner')
  if (!earsMay(tub.assessment)) {
    tub.plain('ears', 'ears', indexesOf(inner), 0, ['ears-vet'])
    return
  }
  const mine = inner.filter(({ noBath }) => noBath === 'ear-canal')
  if (mine.length > 0)
    tub.product('ears', 'ears', 'ear-cleaner', indexesOf(mine), 2 * SMALL_ML, {
      group: 'ears',
      handsMin: tub.house['job.ears'],
      notes: ['outer-ear-only'],
      dwellMin: 0,
    })
}
