import { bathSkin } from '../bath/wanted.ts'
import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { isPaw, mirrorIndex, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { type CoatType, CURLED_COATS, DROP_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog.ts'
import type { House } from '../house/estimates.ts'
import { BLADES, bladeTool, SEVEN_MM } from '../verdict/blades.ts'
import { PLACE_CAUTIONS } from '../verdict/cautions.ts'
import type { Caution } from '../verdict/codes.ts'
import { wishedMm } from '../verdict/context.ts'
import { DOUBLE_EXEMPT, JACKET } from '../verdict/options.ts'
import type { Plan } from '../verdict/plan-shape.ts'
import { cutToLength } from '../verdict/tools.ts'
import type { Tool } from '../verdict/treatments.ts'

/** What of a region-side is cut. */
export const CUT_PARTS = ['coat', 'opening', 'pads'] as const
export type CutPart = (typeof CUT_PARTS)[number]

/** Why it is cut. */
export const CUT_REASONS = ['verdict', 'wish', 'hygiene', 'friction'] as const
export type CutReason = (typeof CUT_REASONS)[number]

/** Why a wished length is not cut. */
export const NOT_CUT = [
  'double-coat',
  'show-coat',
  'jacket',
  'left-alone',
  'not-looked-at',
  'face-not-tolerated',
  'scar',
] as const
export type NotCut = (typeof NOT_CUT)[number]

export interface CutLine {
  readonly index: number
  readonly part: CutPart
  readonly tool: Tool
  /** Against the growth leaves about half; with the growth unless the plan says otherwise. */
  readonly against: boolean
  readonly leavesMm: number
  readonly why: CutReason
  readonly cautions: readonly Caution[]
}

export const BLEND_TOOLS = ['thinning', 'chunking', 'comb-taper'] as const
export type BlendTool = (typeof BLEND_TOOLS)[number]

export interface Blend {
  readonly a: number
  readonly b: number
  readonly stepMm: number
  readonly tool: BlendTool
  /** How much the line shows, 0 to 3. */
  readonly shows: number
}

export interface Cut {
  /** In the order of the work. */
  readonly lines: readonly CutLine[]
  /** Lengths once it is done, mm, by region-side. */
  readonly mm: readonly number[]
  /** What shows most first. */
  readonly blends: readonly Blend[]
  /** Sides that end unlike: the mat or the skin on one forced it. */
  readonly unlike: readonly {
    readonly left: number
    readonly right: number
    readonly leftMm: number
    readonly rightMm: number
  }[]
  readonly notCut: readonly { readonly index: number; readonly wishedMm: number; readonly why: NotCut }[]
}

/** Body from the spine down, legs, hygiene, feet, tail, ears, and the head last. Common practice. */
const ORDER: readonly RegionId[] = [
  'back',
  'neck',
  'shoulder',
  'side',
  'rump',
  'chest',
  'throat',
  'tuck',
  'belly',
  'breeches',
  'foreleg',
  'hindleg',
  'armpit',
  'groin',
  'sanitary',
  'front-paw',
  'hind-paw',
  'tail',
  'ear-outer',
  'ear-inner',
  'behind-ear',
  'cheek',
  'crown',
  'eyes',
  'muzzle',
]

/** Coats whose armpits are clipped clean, because friction mats them again. Common practice. */
const CLEAN_ARMPITS: ReadonlySet<CoatType> = new Set([...CURLED_COATS, ...DROP_COATS])
/** Shorter hair than this needs no hygiene cut, mm. */
const HYGIENE_MM = 10
/** A length closer than this to what is there is not worth a pass, mm. */
const WORTH_MM = 1
/** Neighbours that differ by this have a line to blend, mm. */
const BLEND_MM = 2
const CHUNKING_MM = 10
const TAPER_MM = 20

const blade = (id: string): { tool: Tool; leavesMm: number } => {
  const found = BLADES.find((one) => one.id === id)!
  return { tool: { kind: 'blade', id, form: 'full' }, leavesMm: found.leavesMm }
}

const bladeTooShort = ({ tool, leavesMm }: { tool: Tool; leavesMm: number }): boolean =>
  tool.kind === 'blade' && leavesMm < SEVEN_MM

/** Thin or old skin, or skin that is pink: nothing shorter than a 7. */
const tenderHere = ({ dog, sheet }: Assessment, index: number): boolean =>
  bathSkin(sheet[index]!) >= 1 || dog.health.includes('senior')

function refusalOf(index: number, assessment: Assessment, plan: Plan): NotCut | null {
  const { dog, wishes, consents, sheet } = assessment
  const { region } = REGION_SIDES[index]!
  const { treatment } = plan.regions[index]!
  if (treatment === 'leave') return 'left-alone'
  if (treatment === 'look') return 'not-looked-at'
  if (wishes.show || wishes.style === 'show' || dog.modifiers.includes('show-coat')) return 'show-coat'
  // A double coat grows back otherwise or not at all; a finishing cut is no ground for it.
  if (dog.coatType === 'double' && !DOUBLE_EXEMPT.has(region) && !(consents.vetDirectsClip && consents.doubleClip))
    return 'double-coat'
  if (dog.coatType === 'wire' && wishes.keepJacket && !dog.modifiers.includes('clipped-wire') && JACKET.has(region))
    return 'jacket'
  if (sheet[index]!.findings.some(({ id }) => id === 'surgery-site')) return 'scar'
  return dog.faceTolerance === 'none' && (region === 'eyes' || region === 'muzzle') ? 'face-not-tolerated' : null
}

/** Blades and combs only go where they pass, and never full-width to eyes, lips and between toes (`cutToLength`). */
function finishing(index: number, wanted: number, assessment: Assessment): { tool: Tool; leavesMm: number } {
  const { region } = REGION_SIDES[index]!
  const cut = cutToLength(region, wanted)
  const gentle = tenderHere(assessment, index) && bladeTooShort(cut) ? cutToLength(region, SEVEN_MM) : cut
  const found = gentle.tool.kind === 'blade' ? BLADES.find(({ id }) => id === gentle.tool.id) : undefined
  // Coat that combs is never so bulky that it wants a skip-tooth blade.
  return found ? { tool: bladeTool(found, region, false), leavesMm: gentle.leavesMm } : gentle
}

/** Clipped clean whatever the length around it, unless it is wished shorter still. */
const cleanArmpit = (region: RegionId, coatType: CoatType, coatMm: number, wanted: number | null): boolean =>
  region === 'armpit' && CLEAN_ARMPITS.has(coatType) && coatMm > HYGIENE_MM && (wanted === null || wanted > SEVEN_MM)

function linesAt(
  index: number,
  assessment: Assessment,
  plan: Plan,
  house: House,
): { lines: CutLine[]; not: Cut['notCut'] } {
  const { dog, experience } = assessment
  const { region } = REGION_SIDES[index]!
  const { treatment, option, coatMm } = plan.regions[index]!
  const cautions = PLACE_CAUTIONS[region] ?? []
  const line = (part: CutPart, made: { tool: Tool; leavesMm: number }, why: CutReason): CutLine => ({
    index,
    part,
    ...made,
    against: false,
    why,
    cautions: why === 'verdict' ? option.cautions : cautions,
  })
  const wanted = wishedMm(region, assessment, house)
  const refusal = refusalOf(index, assessment, plan)
  const lines: CutLine[] = []
  const not: { index: number; wishedMm: number; why: NotCut }[] = []
  if (treatment === 'clip' && option.tool && option.leavesMm !== null)
    lines.push(line('coat', { tool: option.tool, leavesMm: option.leavesMm }, 'verdict'))
  else if (cleanArmpit(region, dog.coatType, coatMm, wanted) && !refusal)
    lines.push(line('coat', blade('7'), 'friction'))
  else if (wanted !== null && wanted < coatMm - WORTH_MM) {
    if (refusal) not.push({ index, wishedMm: wanted, why: refusal })
    else {
      const made = finishing(index, wanted, assessment)
      if (made.leavesMm < coatMm - WORTH_MM) lines.push(line('coat', made, 'wish'))
    }
  }
  if (refusal || coatMm <= HYGIENE_MM) return { lines, not }
  if (region === 'sanitary')
    lines.push(
      line('opening', blade(experience === 'learner' || tenderHere(assessment, index) ? '5' : '10'), 'hygiene'),
    )
  if (isPaw(region)) lines.push(line('pads', blade(experience === 'learner' ? '10' : '30'), 'hygiene'))
  return { lines, not }
}

const toolFor = (stepMm: number): BlendTool =>
  stepMm > TAPER_MM ? 'comb-taper' : stepMm > CHUNKING_MM ? 'chunking' : 'thinning'

/**
 * The finishing cut: what is cut with which tool, what it leaves, in the order of the work; the lines to blend, and where
 * the sides end unlike. null where the groom stops.
 */
export function cutOf(assessment: Assessment, plan: Plan, house: House): Cut | null {
  if (plan.verdict.choice === 'refer') return null
  const at = REGION_SIDES.map(({ index }) => linesAt(index, assessment, plan, house))
  const mm = plan.regions.map(
    ({ option, index, treatment, coatMm }) =>
      at[index]!.lines.find(({ part }) => part === 'coat')?.leavesMm ??
      (treatment === 'look' ? coatMm : option.outlineMm),
  )
  const isCut = (index: number): boolean => at[index]!.lines.some(({ part }) => part === 'coat')
  const blends = NEIGHBOUR_PAIRS.filter(([a, b]) => isCut(a) || isCut(b)).flatMap(([a, b]): Blend[] => {
    const stepMm = Math.abs(mm[a]! - mm[b]!)
    if (stepMm < BLEND_MM) return []
    const shows = Math.min(REGIONS[REGION_SIDES[a]!.region].seen, REGIONS[REGION_SIDES[b]!.region].seen)
    return [{ a, b, stepMm, tool: toolFor(stepMm), shows }]
  })
  const rank = (index: number): number => ORDER.indexOf(REGION_SIDES[index]!.region)
  return {
    lines: at.flatMap(({ lines }) => lines).sort((a, b) => rank(a.index) - rank(b.index) || a.index - b.index),
    mm,
    blends: blends.sort((x, y) => y.shows - x.shows || y.stepMm - x.stepMm || x.a - y.a || x.b - y.b),
    unlike: REGION_SIDES.flatMap(({ index, side }) => {
      const other = mirrorIndex[index]!
      return side === 'left' && Math.abs(mm[index]! - mm[other]!) >= WORTH_MM && (isCut(index) || isCut(other))
        ? [{ left: index, right: other, leftMm: mm[index]!, rightMm: mm[other]! }]
        : []
    }),
    notCut: at.flatMap(({ not }) => not),
  }
}
