import {
  FACE_EDGE,
  FELT_FOR_OTHERS,
  FRICTION,
  HEAD,
  HYGIENE,
  isPaw,
  JACKET,
  LEGS,
  NO_AIR,
  NO_BARE_BLADE_FOR_LEARNERS,
} from '../body/places.ts'
import { REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { CARDED_COATS } from '../coat/coat-types.ts'
import type { DoneWork } from '../dog/dog.ts'
import { asksFor, letsGrow } from '../dog/extras.ts'
import { rollsOnly, scarAt } from '../dog/facts.ts'
import { wishedMm } from '../dog/lengths.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import { type Around, keptFrom, nearOf, noCloseBlade } from '../scores/around.ts'
import type { Score } from '../scores/scales.ts'
import { isBroken } from '../scores/sheet.ts'
import { type Blade, bladeTool, SEVEN_MM } from '../tools/blades.ts'
import { CUTS, type Tool, type Treatment, type When } from '../tools/treatments.ts'
import { cautionsOf } from './cautions.ts'
import type { Caution, LeaveReason, Refusal } from './codes.ts'
import type { Context } from './context.ts'
import { type Cost, cardCost, costOf } from './cost.ts'
import { lossOf, wholeMm } from './loss.ts'
import { hasLump, isSpot, type SideState } from './side-state.ts'
import { type Cut, cutToLength, cutUnderMat, handTool, whenOf } from './tools.ts'

/** One way to treat one region-side, with all that follows from it. */
export interface Option {
  readonly treatment: Treatment
  readonly minutes: Minutes
  readonly pull: number
  /** Points of coat lost, before the owner's weight. */
  readonly loss: number
  /** The same by the owner's weight, and by the most where the hair is let grow. */
  readonly coat: number
  readonly cost: Cost
  readonly card: Cost | null
  readonly tool: Tool | null
  /** What the tool leaves where it cuts, mm; null where nothing is cut. */
  readonly leavesMm: Millimetres | null
  /** The coat's outline afterwards, mm: the cover of a splice still stands. */
  readonly outlineMm: Millimetres
  readonly when: When | null
  readonly cautions: readonly Caution[]
  /** What was found there and is worked round. */
  readonly around: readonly Around[]
  readonly handOver: boolean
  readonly why: LeaveReason | 'hand-card-over-visits' | 'done' | null
}

export interface SideOptions {
  readonly offered: readonly Option[]
  readonly refused: readonly { treatment: Treatment; code: Refusal }[]
}

const NO_SPOT_CLIP_OUT: ReadonlySet<RegionId> = new Set(['muzzle', 'eyes', 'crown'])

/** Hygiene places are clipped on every coat, and what rubbing felted is cut on a double one too. */
const onDoubleCoat = (region: RegionId, mat: Score, { assessment }: Context): boolean =>
  assessment.dog.coatType === 'double' && !HYGIENE.has(region) && !(mat >= 3 && FRICTION.has(region))

/** Stripped with the jacket where the owner wants it: legs, head and ears. */
const WITH_ALL: ReadonlySet<RegionId> = new Set([...LEGS, 'crown', 'cheek', 'ear-outer', 'breeches'])

export const isStripped = (region: RegionId, { assessment: { dog, wishes }, stripsJacket }: Context): boolean => {
  if (!stripsJacket) return false
  if (dog.coatType === 'wire' && WITH_ALL.has(region) && asksFor(wishes, 'strip-all')) return true
  if (dog.coatType === 'wire' || dog.coatType === 'feathered') return JACKET.has(region)
  return dog.coatType === 'silky' && region === 'back'
}

/** Dead undercoat woven in, and a dog that takes no dryer: conditioner and carding by hand, over the visits. */
const handCards = (state: SideState, region: RegionId, { assessment: { dog } }: Context): boolean =>
  dog.coatType === 'double' &&
  dog.dryerTolerance === 'none' &&
  state.mat >= 3 &&
  state.undercoat >= 3 &&
  REGIONS[region].seen > 0

/** The one length of a short style, and the blade that sets it where a mat does. */
export interface StyleLength {
  readonly mm: Millimetres
  readonly blade: Blade | null
}

/**
 * The cut of a whole-region clip: under the mat where there is one, else the wish, else the usual short. null where there
 * is a mat and the rack has no blade that may go under it.
 */
function clipCut(state: SideState, region: RegionId, ctx: Context, style: StyleLength | null): Cut | null {
  const under = state.mat >= 2 ? cutUnderMat('clip', region, state, ctx) : null
  if (state.mat >= 2 && !under) return null
  // A spot is cut out by itself, and the rest of the place goes to its length.
  const spot = style !== null && isSpot(state) && style.mm > (under?.leavesMm ?? 0) + 1e-9
  if (under && !spot && (style === null || style.mm >= under.leavesMm)) return under
  const wished = wishedMm(region, ctx.assessment, ctx.house)
  // Where mats allow more than was wished, it is the wish that is cut.
  const wanted = style ? Math.min(style.mm, wished ?? style.mm) : (wished ?? ctx.house['short.default'])
  // On sore or pink skin that no mat forces, no blade shorter than a 7.
  const mm = !under && (state.skin === 2 || noCloseBlade(state.scores)) ? Math.max(wanted, SEVEN_MM) : wanted
  const cut =
    style?.blade && mm === style.mm
      ? { tool: bladeTool(style.blade, region, state.mat >= 2, ctx.assessment.rack), leavesMm: mm, tight: false }
      : cutToLength(region, mm, ctx.assessment.rack)
  return under ? { ...cut, tight: !spot && under.tight, spot } : cut
}

/** Where the house works hidden mats out and keeps every hair: as long as they can be worked out at all. */
const keptHidden = ({ mat, skin, coatMm }: SideState, region: RegionId, { assessment }: Context): boolean =>
  assessment.schools['hidden-mats'] === 'brush-out' &&
  REGIONS[region].seen === 0 &&
  mat <= 3 &&
  skin < 2 &&
  coatMm > 0 &&
  !isPaw(region)

type Ruling = Refusal | null

/** Whether a treatment may be offered here, and if not, the rule that says so. Order: rules first, then sense. */
function ruling(treatment: Treatment, state: SideState, region: RegionId, ctx: Context): Ruling {
  const { house, assessment, isShow, keepsJacket } = ctx
  const { dog } = assessment
  const { seen, tender } = REGIONS[region]
  const { mat, coatMm } = state
  const corded = dog.coatType === 'corded' && mat <= 1
  const scar = scarAt(state.scores, dog)
  const onScar = scar !== null && !state.local
  const keptMm = wholeMm(state.index, ctx)
  if (corded && treatment !== 'none' && treatment !== 'clip') return 'cords-not-brushed'
  if (handCards(state, region, ctx)) return 'hand-card-over-visits'
  switch (treatment) {
    case 'none':
      if (corded) return null
      return mat === 0 && coatMm <= house['none.mm'] && state.undercoat === 0 ? null : 'needs-more-than-a-comb'
    case 'brush':
      if (mat === 4) return 'felt-not-brushed'
      if (mat === 3) return 'too-tight-to-brush'
      // A knot is pulled at: on sore skin it is cut.
      if (mat === 2 && state.skin >= 2) return 'skin-sore'
      return isPaw(region) && mat >= 2 ? 'paw-knots-are-cut' : null
    case 'demat':
      if (mat === 4) return 'felt-not-brushed'
      if (mat < 2) return 'not-this-bad'
      if (state.skin >= 2) return 'skin-sore'
      return isPaw(region) ? 'paw-knots-are-cut' : null
    case 'blow-out':
      // Packed coat without mats is what air is made for.
      if (mat === 0 && state.undercoat < (dog.coatType === 'double' ? 2 : 3)) return 'not-this-bad'
      if (dog.dryerTolerance === 'none') return 'dryer-not-tolerated'
      if (NO_AIR.has(region) || (HEAD.has(region) && asksFor(assessment.wishes, 'no-dryer-on-head')))
        return 'no-air-here'
      if (state.skin >= 2 || scar) return 'skin-sore'
      if (isPaw(region) && mat >= 2) return 'paw-knots-are-cut'
      // Felt of friction is no packed undercoat, and felt that air has not opened is not blown again.
      if (mat >= 3 && FRICTION.has(region)) return 'no-air-on-packed-only'
      if (mat === 4 && assessment.stage === 'after-air') return 'air-was-tried'
      if (dog.coatType === 'double') return state.undercoat >= (mat === 4 ? 1 : 2) ? null : 'no-air-on-packed-only'
      return mat <= 1 && state.undercoat >= 3 ? null : 'no-air-on-packed-only'
    case 'splice':
      if (mat < 2) return 'not-this-bad'
      if (isPaw(region)) return 'paw-knots-are-cut'
      if (isShow && seen >= 1) return 'show-coat'
      if (onScar) return 'scar-no-blade'
      if (mat === 2 && tender < 3 && state.skin < 2) return 'pull-it-out-first'
      if (keptHidden(state, region, ctx)) return 'house-keeps-hair'
      // Sore skin is spared whatever shows; else cover hair has to lie over it, of the length that will be kept.
      if (state.skin >= 2) return null
      return state.extent <= house['cover.extent'] + 1e-9 && keptMm >= house['cover.mm'] ? null : 'cover-too-short'
    case 'clip-out':
      if (mat < 2) return 'not-this-bad'
      if (onScar) return 'scar-no-blade'
      if (FACE_EDGE.has(region) && dog.faceTolerance === 'none') return 'face-not-tolerated'
      if (keptHidden(state, region, ctx)) return 'house-keeps-hair'
      // Nothing on sore skin hurts less than the knot cut out, whatever shows.
      if (seen <= 1 || isPaw(region) || (state.skin >= 2 && !NO_SPOT_CLIP_OUT.has(region))) return null
      if (NO_SPOT_CLIP_OUT.has(region) || !isSpot(state)) return 'shows-too-much'
      return keptMm >= house['cover.mm'] ? null : 'cover-too-short'
    case 'clip':
      if (isShow) return 'show-coat'
      if (keepsJacket) return 'wire-jacket'
      if (onScar) return 'scar-no-blade'
      if (FACE_EDGE.has(region) && dog.faceTolerance === 'none') return 'face-not-tolerated'
      return onDoubleCoat(region, mat, ctx) && !ctx.mayClipDouble ? 'double-needs-yes' : null
    default:
      return 'not-this-bad'
  }
}

/** Cards are added on top, never traded: where loose undercoat comes, on coats that carry it. */
const cardsHere = (treatment: Treatment, state: SideState, { assessment }: Context): boolean =>
  state.undercoat >= 2 &&
  CARDED_COATS.has(assessment.dog.coatType) &&
  treatment !== 'clip' &&
  treatment !== 'none' &&
  treatment !== 'leave' &&
  treatment !== 'card'

/** What a point of coat weighs at a place: as the owner keeps it, and as every hair counts where it is let grow. */
const keepWeightAt = (region: RegionId, { keepWeight, assessment, house }: Context): number =>
  letsGrow(region, assessment.wishes) ? Math.max(keepWeight, house['wish.keep3']) : keepWeight

const NOT_NEAR: ReadonlySet<Treatment> = new Set(['none', 'leave', 'look'])

/** @returns null where the treatment has no rate for this mat score, or what was found leaves its tool no room */
function makeOption(
  treatment: Treatment,
  state: SideState,
  ctx: Context,
  cut: Cut | null = null,
  why: Option['why'] = null,
  scale = 1,
): Option | null {
  const { region, share } = REGION_SIDES[state.index]!
  const tool = cut?.tool ?? handTool(treatment, region, ctx)
  const kept = NOT_NEAR.has(treatment)
    ? { around: [], leftFor: null }
    : keptFrom(nearOf(tool), state.scores, ctx.bsaM2 * share, ctx.house)
  if (kept.leftFor) return null
  const cost = costOf(
    treatment,
    state,
    ctx,
    scale,
    kept.around.length > 0 ? ctx.house['around.factor'] : 1,
    cut?.spot ?? false,
  )
  if (!cost) return null
  const card = cardsHere(treatment, state, ctx) ? cardCost(state, ctx, treatment) : null
  const leavesMm = cut?.leavesMm ?? null
  const loss = leavesMm === null ? 0 : lossOf(treatment, state, leavesMm, ctx)
  const bareBlade = tool?.kind === 'blade' && NO_BARE_BLADE_FOR_LEARNERS.has(region)
  return {
    treatment,
    minutes: cost.minutes + (card?.minutes ?? 0),
    pull: cost.pull + (card?.pull ?? 0),
    loss,
    coat: keepWeightAt(region, ctx) * loss,
    cost,
    card,
    tool,
    leavesMm,
    outlineMm: treatment === 'clip' && leavesMm !== null ? Math.min(state.coatMm, leavesMm) : state.coatMm,
    // Once its spot is out, the rest of the place is clipped clean, as coat without mats is.
    when: whenOf(treatment, cut?.spot ? { ...state, mat: 0 } : state, ctx),
    cautions: cautionsOf(treatment, state, cut, kept.around, ctx),
    around: kept.around,
    handOver:
      ctx.assessment.experience === 'learner' &&
      (bareBlade ||
        (state.mat >= 3 && (treatment === 'splice' || (cut !== null && FELT_FOR_OTHERS.has(region)))) ||
        (state.mat === 4 && state.standoffMm < ctx.house['blade.tight']) ||
        (cut !== null && state.mat >= 2 && hasLump(state))),
    why,
  }
}

export const leaveOption = (state: SideState, ctx: Context, why: LeaveReason): Option =>
  makeOption('leave', state, ctx, null, why)!

/** Finished work as the only option: it takes nothing more, and what it cost of the coat is lost. */
function doneOption(state: SideState, { treatment, leavesMm, outlineMm }: DoneWork, ctx: Context): Option {
  const loss = leavesMm === null ? 0 : lossOf(treatment, state, leavesMm, ctx)
  return {
    ...makeOption('leave', state, ctx)!,
    treatment,
    leavesMm,
    outlineMm,
    loss,
    coat: keepWeightAt(REGION_SIDES[state.index]!.region, ctx) * loss,
    why: 'done',
  }
}

/** Why a region must be left alone, before any treatment is thought of; null where it need not. */
function mustLeave(state: SideState, ctx: Context): LeaveReason | null {
  if (state.scores.leave !== null) return 'told-to-leave'
  if (isPaw(REGION_SIDES[state.index]!.region) && asksFor(ctx.assessment.wishes, 'no-feet')) return 'told-to-leave'
  if (scarAt(state.scores, ctx.assessment.dog) === 'not-cleared') return 'surgery-not-cleared'
  return state.skin < 3 ? null : isBroken(state.scores) ? 'skin-broken' : 'vet-first'
}

/** A whole-region clip to the one length of a short style; null where a rule forbids it. */
export function clipTo(state: SideState, ctx: Context, length: StyleLength): Option | null {
  const { region } = REGION_SIDES[state.index]!
  if (mustLeave(state, ctx) || ruling('clip', state, region, ctx)) return null
  const cut = clipCut(state, region, ctx, length)
  return cut && makeOption('clip', state, ctx, cut)
}

const CANDIDATES = ['none', 'brush', 'demat', 'blow-out', 'splice', 'clip-out', 'clip'] as const

/**
 * The treatments a region-side may have, each with its cost, and those it may not have with the rule that forbids them.
 * Never empty: where nothing fits it is left, and says so.
 */
export function optionsOf(state: SideState, ctx: Context): SideOptions {
  const { region } = REGION_SIDES[state.index]!
  if (state.done) return { offered: [doneOption(state, state.done, ctx)], refused: [] }
  const leave = mustLeave(state, ctx)
  if (leave) return { offered: [leaveOption(state, ctx, leave)], refused: [] }
  if (isStripped(region, ctx) && state.mat <= 1 && state.skin < 2) {
    const scale = rollsOnly(ctx.assessment, ctx.house) ? ctx.house['strip.roll-share'] : 1
    const strip = makeOption('strip', state, ctx, null, null, scale) ?? leaveOption(state, ctx, 'finding-in-the-way')
    return { offered: [strip], refused: CANDIDATES.map((treatment) => ({ treatment, code: 'strip-decided' as const })) }
  }
  const offered: Option[] = []
  const refused: { treatment: Treatment; code: Refusal }[] = []
  if (handCards(state, region, ctx))
    offered.push(
      makeOption('card', state, ctx, null, 'hand-card-over-visits', ctx.house['minutes.card.by-hand']) ??
        leaveOption(state, ctx, 'finding-in-the-way'),
    )
  for (const treatment of CANDIDATES) {
    // Coat that combs is clipped only by a style; cutting it to the wished length is the finishing cut, after the bath.
    const code =
      ruling(treatment, state, region, ctx) ?? (treatment === 'clip' && state.mat < 2 ? 'not-this-bad' : null)
    if (code) {
      refused.push({ treatment, code })
      continue
    }
    const cut =
      treatment === 'clip'
        ? clipCut(state, region, ctx, null)
        : treatment === 'splice' || treatment === 'clip-out'
          ? cutUnderMat(treatment, region, state, ctx)
          : null
    if (CUTS.has(treatment) && !cut) {
      refused.push({ treatment, code: 'not-on-rack' })
      continue
    }
    const option = makeOption(treatment, state, ctx, cut)
    if (option) offered.push(option)
    else refused.push({ treatment, code: 'finding-in-the-way' })
  }
  if (offered.length === 0) {
    const inTheWay = refused.some(({ code }) => code === 'finding-in-the-way')
    offered.push(leaveOption(state, ctx, inTheWay ? 'finding-in-the-way' : 'nothing-fits'))
  }
  return { offered, refused }
}
