import { FACE_EDGE, HYGIENE, isPaw, JACKET } from '../body/places.ts'
import { mirrorIndex, type PlaceIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { asksFor, letsGrow } from '../dog/extras.ts'
import { isShow, keepsJacket, scarAt } from '../dog/facts.ts'
import { isTidy, wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Schools } from '../numbers/schools.ts'
import type { Millimetres } from '../numbers/units.ts'
import { isSetOff, type ShapeAt, shapeAt, shapeMinutes } from '../pattern/pattern.ts'
import { PART_IDS, type PartShape, shapeOf } from '../pattern/shapes.ts'
import { PLACE_CAUTIONS } from '../plan/cautions.ts'
import { paceOf, temperFactorOf } from '../plan/context.ts'
import { isLeftOut } from '../plan/left-out.ts'
import type { Option } from '../plan/options.ts'
import type { CoatWork, RegionPlan } from '../plan/plan-shape.ts'
import type { Around } from '../scores/around.ts'
import { blendsOf } from './blends.ts'
import { cleanArmpit, hygieneOf, stainCut } from './hygiene.ts'
import { inOrder, supportsOf } from './order.ts'
import type { BentShape, Cut, CutLine, CutNote, CutPart, CutReason, NotCut, ShapedPlace } from './shape.ts'
import { bladeOr, combOr, finishing, isHandOver, isSmoothFace, keptFor, type Made } from './tools.ts'

/** A length closer than this to what is there is not worth a pass, mm. */
const WORTH_MM = fixed('cut.worth')
/** Coats with undercoat that shade and warm; the double coat has a rule of its own. */
const INSULATES: ReadonlySet<CoatType> = new Set(['drop-double', 'feathered', 'wire'])

function refusalOf(
  { index, treatment }: RegionPlan,
  wanted: number | null,
  assessment: Assessment,
  house: House,
): NotCut | null {
  const { dog, consents, sheet, schools } = assessment
  const { region } = REGION_SIDES[index]!
  if (treatment === 'leave') return 'left-alone'
  if (treatment === 'look') return 'not-looked-at'
  if (isShow(assessment)) return 'show-coat'
  // A double coat grows back otherwise or not at all; a finishing cut is no ground for it.
  if (dog.coatType === 'double' && !HYGIENE.has(region) && !(consents.vetDirectsClip && consents.doubleClip))
    return 'double-coat'
  if (keepsJacket(assessment) && JACKET.has(region)) return 'jacket'
  if (scarAt(sheet[index]!, dog)) return 'scar'
  if (dog.faceTolerance === 'none' && FACE_EDGE.has(region)) return 'face-not-tolerated'
  if (letsGrow(region, assessment.wishes)) return 'owner-lets-grow'
  const keeps = schools.season === 'keep' && INSULATES.has(dog.coatType) && JACKET.has(region)
  return keeps && wanted !== null && wanted < house['cut.keep'] ? 'house-keeps-coat' : null
}

/** Where an outline is: what hangs, what fringes, and the feet. */
const OUTLINED: ReadonlySet<RegionId> = new Set([
  'ear-outer',
  'chest',
  'belly',
  'foreleg',
  'hindleg',
  'front-paw',
  'hind-paw',
  'breeches',
  'tail',
])

/** A tidy of the outline by shears, a little off the ends; null where there is none to tidy, or the owner lets it grow. */
function tidyOf(index: PlaceIndex, coatMm: Millimetres, { dog, wishes }: Assessment, house: House): Made | null {
  const { region } = REGION_SIDES[index]!
  if (!OUTLINED.has(region) || coatMm < house['cut.tidy-least'] || dog.coatType === 'corded') return null
  if (letsGrow(region, wishes)) return null
  const off = Math.min(house['cut.tidy-most'], house['cut.tidy-share'] * coatMm)
  return {
    tool: { kind: 'shears', id: isPaw(region) ? 'ball-tip' : 'straight' },
    leavesMm: coatMm - off,
    against: false,
  }
}

const FACE_LINE: Readonly<Record<Schools['face-line'], CutNote>> = {
  'centimetre-behind': 'face-line-cm',
  corner: 'face-line-eye',
  'to-the-ear': 'face-line-ear',
}

/** What is to be kept in mind at a place while it is cut. */
function notesOf(region: RegionId, made: Made, plan: RegionPlan, assessment: Assessment): CutNote[] {
  const { dog, schools, experience, wishes } = assessment
  const byTool = made.tool.kind === 'comb' || made.tool.kind === 'blade'
  const smooth = isSmoothFace(region, assessment)
  const standing =
    schools['feet-how'] === 'standing' || (schools['feet-how'] !== 'lifted' && dog.nailTolerance !== 'fine')
  const matted = plan.treatment === 'clip' || plan.treatment === 'clip-out' || plan.treatment === 'splice'
  const said: [boolean, CutNote][] = [
    [smooth && region === 'cheek', FACE_LINE[schools['face-line']]],
    [smooth && region === 'throat', 'throat-as-muzzle'],
    [smooth, 'skin-stretched'],
    [region === 'ear-outer' && (schools['ear-edge'] === 'scissored' || experience === 'learner'), 'ear-by-finger'],
    [region === 'ear-outer' && schools['ear-edge'] === 'blade-edge' && experience !== 'learner', 'ear-by-blade'],
    [region === 'ear-outer' && matted, 'ear-was-matted'],
    [isPaw(region), standing ? 'feet-standing' : 'feet-lifted'],
    [region === 'chest' && byTool, 'cowlick-longer'],
    [region === 'foreleg' && byTool, 'elbow-shears'],
    [region === 'eyes', lashesOf(assessment)],
    [wishes.style === 'puppy', 'tidy-only'],
    [made.tool.kind === 'shears' && !isPaw(region) && region !== 'eyes', 'by-eye'],
  ]
  return said.filter(([applies]) => applies).map(([, note]) => note)
}

/** What the owner asked for goes before the way of the house. */
function lashesOf({ wishes, schools }: Pick<Assessment, 'wishes' | 'schools'>): CutNote {
  if (asksFor(wishes, 'lashes-stay')) return 'lashes-stay'
  if (asksFor(wishes, 'lashes-off')) return 'lashes-off'
  return schools.lashes === 'off' ? 'lashes-off' : 'lashes-owner'
}

/** Minutes of a cut on coat that combs: the clipper's rate or the shears', by area, length, temper and pace. */
function minutesOf(
  index: PlaceIndex,
  { tool }: Made,
  part: CutPart,
  why: CutReason,
  shape: ShapeAt | null,
  assessment: Assessment,
  house: House,
): number {
  const { dog } = assessment
  // What is set by hand takes the minutes of its shape, not of a pass over the area.
  if (shape && (shape.def.by !== 'by-length' || shape.def.only !== null)) return house['minutes.reposition']
  const slow = temperFactorOf(dog, house) * paceOf('clip', assessment)
  if (part === 'opening') return house['cut.opening'] * slow
  if (part === 'surround') return (house['cut.opening'] / 2) * slow
  if (why === 'patch') return house['cut.blend'] * slow
  if (part === 'pads') return house['cut.pads'] * slow
  const rate = house[tool.kind === 'shears' ? 'cut.shears' : 'minutes.clip.m0']
  const over = why === 'tidy' ? house['cut.tidy-pace'] : 1
  return over * rate * bodySurfaceM2(dog.weightKg) * REGION_SIDES[index]!.share * slow + house['minutes.reposition']
}

/** Minutes of a shape on one side of its part, at this dog's temper and this person's pace. */
const shapeTime = (index: PlaceIndex, shape: ShapeAt | null, assessment: Assessment, house: House): number =>
  shape
    ? shapeMinutes(index, shape, assessment.dog.weightKg) *
      temperFactorOf(assessment.dog, house) *
      paceOf('clip', assessment)
    : 0

/** A shape that takes the ends only, by hand, goes on coats that no blade goes on. */
const endsOnly = ({ by, leaves, only }: PartShape): boolean =>
  by !== 'by-length' && (leaves === 'tidied' || leaves === 'as-it-is' || leaves === 'as-face' || only !== null)

/** How a shape is made at a place; null where it leaves the coat as it is. */
function madeAs(
  { part, def }: ShapeAt,
  index: PlaceIndex,
  coatMm: Millimetres,
  wanted: number | null,
  assessment: Assessment,
  house: House,
): Made | null {
  const { region } = REGION_SIDES[index]!
  if (def.minutes === 0 && wanted === null && typeof def.leaves !== 'number') return null
  const tidied = coatMm - Math.min(house['cut.tidy-most'], house['cut.tidy-share'] * coatMm)
  // What would be a step longer than something that is left long has its ends taken off.
  const onlyEnds =
    def.leaves === 'tidied' || ((def.leaves === 'longer' || def.leaves === 'as-face') && (wanted ?? coatMm) >= coatMm)
  const leavesMm = onlyEnds
    ? tidied
    : Math.min(coatMm, typeof def.leaves === 'number' ? def.leaves : (wanted ?? coatMm))
  // Between the toes a narrow blade goes where a full one does not; a learner takes shears.
  if (
    part === 'feet' &&
    typeof def.leaves === 'number' &&
    def.by === 'by-length' &&
    assessment.experience !== 'learner'
  )
    return bladeOr('15', assessment.rack)
  if (def.by === 'by-length')
    return leavesMm < coatMm - WORTH_MM ? finishing(index, region, leavesMm, assessment) : null
  if (def.by === 'hands')
    return def.minutes > 0 ? { tool: { kind: 'other', id: 'hands' }, leavesMm, against: false } : null
  return { tool: { kind: 'shears', id: def.by }, leavesMm, against: false }
}

/** A light skim of dead ends over a double coat, where the house does that: the longest comb, and only the ends. */
function skimOf(coatMm: Millimetres, { schools, wishes, rack, dog }: Assessment, house: House): Made | null {
  if (schools['double-clip'] !== 'skim' || dog.coatType !== 'double') return null
  if (wishes.style !== 'trim' && wishes.style !== 'short') return null
  const comb = combOr(coatMm - house['cut.skim'], rack)
  return comb && comb.leavesMm < coatMm - WORTH_MM ? comb : null
}

const hasPatch = ({ sheet }: Assessment, index: PlaceIndex): boolean => sheet[index]!.tags.includes('shaved-patch')

/** Lines that show less than this can wait for another day. */
const SEEN = fixed('cut.line-seen')

const cannotCarry = ({ def }: ShapeAt, { dog }: Assessment): boolean =>
  def.coats !== null && !def.coats.has(dog.coatType)

/** Where no blade goes, shears still take the ends. */
const BY_HAND_THERE: ReadonlySet<NotCut> = new Set(['double-coat', 'show-coat', 'house-keeps-coat', 'jacket'])

/** Why a shape comes otherwise than asked; null where it comes. */
function bentBy(
  shape: ShapeAt,
  { treatment, option }: RegionPlan,
  wanted: number | null,
  why: NotCut | null,
): BentShape['why'] | null {
  if (treatment === 'clip') return option.outlineMm < (wanted ?? Number.POSITIVE_INFINITY) - WORTH_MM ? 'mats' : null
  return shape.def.minutes > 0 || wanted !== null ? why : null
}

interface At {
  readonly bent: readonly BentShape[]
  readonly lines: readonly CutLine[]
  readonly not: Cut['notCut']
}

/** @param feetLeft feet and tail are left for another day */
function cutAt(place: RegionPlan, feetLeft: boolean, assessment: Assessment, house: House): At {
  const { rack, schools } = assessment
  const { index, treatment, option, coatMm } = place
  const { region } = REGION_SIDES[index]!
  const wanted = wishedMm(region, assessment, house)
  const { pattern } = assessment.wishes
  const asked = shapeAt(region, pattern)
  const refusal = refusalOf(place, wanted, assessment, house)
  const line = (
    part: CutPart,
    made: Made,
    why: CutReason,
    notes: readonly CutNote[] = [],
    around: readonly Around[] = [],
    shape: ShapeAt | null = null,
  ): CutLine => ({
    index,
    part,
    shape: shape && { part: shape.part, id: shape.id },
    tool: made.tool,
    leavesMm: made.leavesMm,
    against: made.against,
    why,
    around,
    when:
      (why === 'verdict' && option.when === 'before-bath') ||
      (part === 'pads' && schools['pads-when'] === 'before-bath')
        ? 'before-bath'
        : 'after-drying',
    minutes:
      why === 'verdict'
        ? 0
        : (minutesOf(index, made, part, why, shape, assessment, house) + shapeTime(index, shape, assessment, house)) *
          (around.length > 0 ? house['around.factor'] : 1),
    cautions:
      why === 'verdict'
        ? option.cautions
        : [...(around.length > 0 ? (['keep-tools-off-finding'] as const) : []), ...(PLACE_CAUTIONS[region] ?? [])],
    notes: [...new Set([...notes, ...(shape?.def.notes ?? []), ...notesOf(region, made, place, assessment)])],
    handOver: why === 'verdict' ? option.handOver : isHandOver(region, made, assessment),
  })
  /** As the pattern has it: a shape that only takes the ends goes where a clipper does not. */
  const byShape = (shape: ShapeAt): { line: CutLine | null; why: NotCut | null } => {
    const made = madeAs(shape, index, coatMm, wanted, assessment, house)
    if (!made) return { line: null, why: null }
    if (cannotCarry(shape, assessment)) return { line: null, why: 'coat-cannot-carry-it' }
    if (refusal && !(endsOnly(shape.def) && BY_HAND_THERE.has(refusal))) return { line: null, why: refusal }
    if (feetLeft && (isPaw(region) || region === 'tail')) return { line: null, why: 'another-day' }
    const kept = keptFor(index, made, assessment, house)
    if (!kept) return { line: null, why: 'finding-in-the-way' }
    return { line: line(shape.def.only ?? 'coat', kept.made, 'shape', [], kept.around, shape), why: null }
  }
  const coat = (): { line: CutLine | null; why: NotCut | null } => {
    if (treatment === 'clip' && option.tool && option.leavesMm !== null)
      return {
        line: line(
          'coat',
          { tool: option.tool, leavesMm: option.leavesMm, against: false },
          'verdict',
          [],
          option.around,
        ),
        why: null,
      }
    if (!refusal && cleanArmpit(region, coatMm, wanted, assessment, house)) {
      const made = assessment.experience === 'learner' ? combOr(3, rack) : null
      const kept = keptFor(index, made ?? bladeOr('7', rack), assessment, house)
      if (kept) return { line: line('coat', kept.made, 'friction', [], kept.around), why: null }
    }
    // A shaved patch is short enough: what stands round it is blended towards it, and nothing is taken down to it.
    if (hasPatch(assessment, index) && !refusal) {
      const made: Made = { tool: { kind: 'shears', id: 'thinning' }, leavesMm: coatMm, against: false }
      const kept = keptFor(index, made, assessment, house)
      return {
        line: kept && line('coat', kept.made, 'patch', [], kept.around),
        why: kept ? null : 'finding-in-the-way',
      }
    }
    if (asked) return byShape(asked)
    if (refusal === 'double-coat') {
      const skim = skimOf(coatMm, assessment, house)
      const kept = skim && keptFor(index, skim, assessment, house)
      if (kept) return { line: line('coat', kept.made, 'dead-ends', ['skim-only'], kept.around), why: null }
    }
    if (feetLeft && (isPaw(region) || region === 'tail'))
      return { line: null, why: wanted === null || wanted >= coatMm - WORTH_MM ? null : 'another-day' }
    if (wanted === null && isTidy(assessment) && (!refusal || refusal === 'double-coat')) {
      const made = tidyOf(index, coatMm, assessment, house)
      const kept = made && keptFor(index, made, assessment, house)
      if (kept) return { line: line('coat', kept.made, 'tidy', ['outline-by-comb'], kept.around), why: null }
    }
    if (wanted === null || wanted >= coatMm - WORTH_MM) return { line: null, why: null }
    if (refusal) return { line: null, why: refusal }
    const kept = keptFor(index, finishing(index, region, wanted, assessment), assessment, house)
    if (!kept) return { line: null, why: 'finding-in-the-way' }
    const { made, around } = kept
    return { line: made.leavesMm < coatMm - WORTH_MM ? line('coat', made, 'wish', [], around) : null, why: null }
  }
  const { line: asWished, why } = coat()
  const stain = refusal || treatment === 'clip' ? null : stainCut(index, coatMm, assessment, house)
  const stainKept =
    stain && stain.leavesMm < (asWished?.leavesMm ?? coatMm) ? keptFor(index, stain, assessment, house) : null
  const first = stainKept ? line('coat', stainKept.made, 'stain', [], stainKept.around) : asWished
  const hygiene =
    refusal && refusal !== 'double-coat' && refusal !== 'house-keeps-coat'
      ? []
      : hygieneOf(index, region, coatMm, assessment, house)
  // What is clipped clean all round is clipped once, not to the wish first; at the opening the rest of the place is.
  const around =
    first?.why === 'wish' || first?.why === 'tidy' ? hygiene.find(({ part }) => part === 'surround') : undefined
  const clean = around && first && around.leavesMm < first.leavesMm ? around : null
  const onceOver = (made: (typeof hygiene)[number]): CutLine =>
    line(
      'coat',
      { tool: made.tool, leavesMm: made.leavesMm, against: made.against },
      'hygiene',
      made.notes,
      made.around,
    )
  const own = clean ? onceOver(clean) : first
  const hock = region === 'hindleg' ? shapeAt(region, pattern, 'hock') : null
  const hocked = hock && treatment !== 'clip' ? byShape(hock) : null
  const bent = (shape: ShapeAt | null, because: BentShape['why'] | null | undefined): BentShape[] =>
    shape && because ? [{ part: shape.part, id: shape.id, why: because }] : []
  return {
    bent: [...bent(asked, asked && bentBy(asked, place, wanted, why)), ...bent(hock, hocked?.why)],
    lines: [
      ...(own ? [own] : []),
      ...(hocked?.line ? [hocked.line] : []),
      ...hygiene
        // What is clipped shorter already needs no second pass.
        .filter(({ part, leavesMm }) => part === 'pads' || !own || own.leavesMm > leavesMm)
        .map(({ part, notes, around, ...made }) => line(part, made, 'hygiene', notes, around)),
    ],
    not: why && wanted !== null ? [{ index, wishedMm: wanted, why }] : [],
  }
}

/** A line that tidies: the ends come off by hand, and the length stays what it is. */
export function takesEndsOnly({ why, shape }: Pick<CutLine, 'why' | 'shape'>): boolean {
  const def = shape && shapeOf(shape.part, shape.id)
  return why === 'tidy' || (def !== null && endsOnly(def))
}

/** The shapes of a cut by the place they are at, as they are drawn. */
export const shapesOf = ({ lines }: Pick<Cut, 'lines'>): ShapedPlace[] =>
  lines.flatMap(({ index, shape }) => (shape ? [{ index, ...shape }] : []))

/**
 * The finishing cut: what is cut with which tool, what it leaves, in the order of the work; the lines to blend, and where
 * the sides end unlike. null where the groom stops.
 */
export const cutOf = (assessment: Assessment, plan: CoatWork, house: House): Cut | null =>
  cutterOf(assessment, house)(plan)

export type Cutter = (plan: CoatWork) => Cut | null

/** `cutOf` for several ways of one dog: what comes of a place is worked out once for all that do the same there. */
export function cutterOf(assessment: Assessment, house: House): Cutter {
  const known = new Map<Option, At>()
  const knownFeetLeft = new Map<Option, At>()
  return (plan) => {
    if (plan.verdict.choice === 'refer') return null
    const feetLeft = isLeftOut(plan, 'feet')
    const memory = feetLeft ? knownFeetLeft : known
    const at = plan.regions.map((place): At => {
      // An option is of one place; one that was not looked at is not treated by it yet.
      const before = place.treatment === place.option.treatment ? memory.get(place.option) : undefined
      const made = before ?? cutAt(place, feetLeft, assessment, house)
      if (place.treatment === place.option.treatment) memory.set(place.option, made)
      return made
    })
    return cutFrom(at, assessment, plan, house)
  }
}

function cutFrom(at: readonly At[], assessment: Assessment, plan: CoatWork, house: House): Cut {
  const coatLine = (index: PlaceIndex): CutLine | undefined => at[index]!.lines.find(({ part }) => part === 'coat')
  const mm = plan.regions.map(
    ({ option, index, treatment, coatMm }) =>
      coatLine(index)?.leavesMm ?? (treatment === 'look' ? coatMm : option.outlineMm),
  )
  // A tidied outline is the coat's own: it needs no blending into what is beside it. A patch is blended by its own line.
  const isCut = (index: PlaceIndex): boolean => {
    const line = coatLine(index)
    return line !== undefined && line.why !== 'patch' && !takesEndsOnly(line)
  }
  const least = isLeftOut(plan, 'blend') ? SEEN : 0
  // A border that is meant is not tapered away; a place that mats forced short is blended outwards, wherever it is.
  const { pattern } = assessment.wishes
  const forced = (index: PlaceIndex): boolean => plan.regions[index]!.treatment === 'clip'
  const meant = (index: PlaceIndex): boolean => isSetOff(REGION_SIDES[index]!.region, pattern)
  const blends = blendsOf(mm, isCut, house).filter(
    ({ a, b, shows }) => shows >= least && (forced(a) || forced(b) || !(meant(a) || meant(b))),
  )
  const lines = inOrder(
    at.flatMap(({ lines: made }) => made),
    assessment,
    house,
  )
  const bent = at.flatMap((one) => one.bent)
  const blendMinutes = blends.length * house['cut.blend'] * paceOf('clip', assessment)
  return {
    lines,
    mm,
    blends,
    blendMinutes,
    unlike: REGION_SIDES.flatMap(({ index, side }) => {
      const other = mirrorIndex[index]!
      return side === 'left' && Math.abs(mm[index]! - mm[other]!) >= WORTH_MM && (isCut(index) || isCut(other))
        ? [{ left: index, right: other, leftMm: mm[index]!, rightMm: mm[other]! }]
        : []
    }),
    notCut: at.flatMap(({ not }) => not),
    supports: supportsOf(assessment),
    bent: PART_IDS.flatMap((part) => bent.find((one) => one.part === part) ?? []),
    minutes: lines.reduce((sum, { minutes }) => sum + minutes, 0) + blendMinutes,
  }
}
