import { FACE_EDGE, HYGIENE, isPaw, JACKET } from '../body/places.ts'
import { mirrorIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { asksFor, letsGrow } from '../dog/extras.ts'
import { isShow, keepsJacket, scarAt } from '../dog/facts.ts'
import { isTidy, wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import type { Schools } from '../numbers/schools.ts'
import { PLACE_CAUTIONS } from '../plan/cautions.ts'
import { contextOf, paceOf } from '../plan/context.ts'
import { isLeftOut } from '../plan/left-out.ts'
import type { Plan, RegionPlan } from '../plan/plan-shape.ts'
import type { Around } from '../scores/around.ts'
import { blendsOf } from './blends.ts'
import { cleanArmpit, hygieneOf } from './hygiene.ts'
import { inOrder, supportsOf } from './order.ts'
import type { Cut, CutLine, CutNote, CutPart, CutReason, NotCut } from './shape.ts'
import { bladeOr, combOr, finishing, isHandOver, isSmoothFace, keptFor, type Made } from './tools.ts'

/** A length closer than this to what is there is not worth a pass, mm. */
const WORTH_MM = 1
/** Coats with undercoat that shade and warm; the double coat has a rule of its own. */
const INSULATES: ReadonlySet<CoatType> = new Set(['drop-double', 'feathered', 'wire'])

function refusalOf(
  index: number,
  wanted: number | null,
  assessment: Assessment,
  plan: Plan,
  house: House,
): NotCut | null {
  const { dog, consents, sheet, schools } = assessment
  const { region } = REGION_SIDES[index]!
  const { treatment } = plan.regions[index]!
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
function tidyOf(index: number, coatMm: number, { dog, wishes }: Assessment, house: House): Made | null {
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
  index: number,
  { tool }: Made,
  part: CutPart,
  why: CutReason,
  assessment: Assessment,
  house: House,
): number {
  const { dog } = assessment
  const { temperFactor } = contextOf(assessment, 0, house)
  const slow = temperFactor * paceOf('clip', assessment)
  if (part === 'opening') return house['cut.opening'] * slow
  if (part === 'surround') return (house['cut.opening'] / 2) * slow
  if (part === 'pads') return house['cut.pads'] * slow
  const rate = house[tool.kind === 'shears' ? 'cut.shears' : 'minutes.clip.m0']
  const over = why === 'tidy' ? house['cut.tidy-pace'] : 1
  return over * rate * bodySurfaceM2(dog.weightKg) * REGION_SIDES[index]!.share * slow + house['minutes.reposition']
}

/** A light skim of dead ends over a double coat, where the house does that: the longest comb, and only the ends. */
function skimOf(coatMm: number, { schools, wishes, rack, dog }: Assessment, house: House): Made | null {
  if (schools['double-clip'] !== 'skim' || dog.coatType !== 'double') return null
  if (wishes.style !== 'trim' && wishes.style !== 'short') return null
  const comb = combOr(coatMm - house['cut.skim'], rack)
  return comb && comb.leavesMm < coatMm - WORTH_MM ? comb : null
}

/** Lines that show less than this can wait for another day. */
const SEEN = 2

interface At {
  readonly lines: readonly CutLine[]
  readonly not: Cut['notCut']
}

function cutAt(index: number, assessment: Assessment, plan: Plan, house: House): At {
  const { rack, schools } = assessment
  const { region } = REGION_SIDES[index]!
  const place = plan.regions[index]!
  const { treatment, option, coatMm } = place
  const wanted = wishedMm(region, assessment, house)
  const refusal = refusalOf(index, wanted, assessment, plan, house)
  const line = (
    part: CutPart,
    made: Made,
    why: CutReason,
    notes: readonly CutNote[] = [],
    around: readonly Around[] = [],
  ): CutLine => ({
    index,
    part,
    ...made,
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
        : minutesOf(index, made, part, why, assessment, house) * (around.length > 0 ? house['around.factor'] : 1),
    cautions:
      why === 'verdict'
        ? option.cautions
        : [...(around.length > 0 ? (['keep-tools-off-finding'] as const) : []), ...(PLACE_CAUTIONS[region] ?? [])],
    notes: [...notes, ...notesOf(region, made, place, assessment)],
    handOver: why === 'verdict' ? option.handOver : isHandOver(region, made, assessment),
  })
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
    if (refusal === 'double-coat') {
      const skim = skimOf(coatMm, assessment, house)
      const kept = skim && keptFor(index, skim, assessment, house)
      if (kept) return { line: line('coat', kept.made, 'dead-ends', ['skim-only'], kept.around), why: null }
    }
    if (isLeftOut(plan, 'feet') && (isPaw(region) || region === 'tail'))
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
  const { line: first, why } = coat()
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
  return {
    lines: [
      ...(own ? [own] : []),
      ...hygiene
        // What is clipped shorter already needs no second pass.
        .filter(({ part, leavesMm }) => part === 'pads' || !own || own.leavesMm > leavesMm)
        .map(({ part, notes, around, ...made }) => line(part, made, 'hygiene', notes, around)),
    ],
    not: why && wanted !== null ? [{ index, wishedMm: wanted, why }] : [],
  }
}

/**
 * The finishing cut: what is cut with which tool, what it leaves, in the order of the work; the lines to blend, and where
 * the sides end unlike. null where the groom stops.
 */
export function cutOf(assessment: Assessment, plan: Plan, house: House): Cut | null {
  if (plan.verdict.choice === 'refer') return null
  const at = REGION_SIDES.map(({ index }) => cutAt(index, assessment, plan, house))
  const coatLine = (index: number): CutLine | undefined => at[index]!.lines.find(({ part }) => part === 'coat')
  const mm = plan.regions.map(
    ({ option, index, treatment, coatMm }) =>
      coatLine(index)?.leavesMm ?? (treatment === 'look' ? coatMm : option.outlineMm),
  )
  // A tidied outline is the coat's own: it needs no blending into what is beside it.
  const isCut = (index: number): boolean => (coatLine(index)?.why ?? 'tidy') !== 'tidy'
  const least = isLeftOut(plan, 'blend') ? SEEN : 0
  const blends = blendsOf(mm, isCut, house).filter(({ shows }) => shows >= least)
  const lines = inOrder(
    at.flatMap(({ lines: made }) => made),
    assessment,
    house,
  )
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
    minutes: lines.reduce((sum, { minutes }) => sum + minutes, 0) + blendMinutes,
  }
}
