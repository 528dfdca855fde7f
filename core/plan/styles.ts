import { LEGS, OUTLINE, TRUNK } from '../body/places.ts'
import { mirrorIndex, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { BLADES, bladeUnderMat } from '../tools/blades.ts'
import type { Context } from './context.ts'
import { type Maker, PLAIN } from './making.ts'
import type { Style } from './names.ts'
import { type Group, groupOf, isClip, type Offer, type PlaceOffers } from './offers.ts'
import { isStripped, type Option, type StyleLength } from './options.ts'
import { isSpot, type SideState } from './side-state.ts'

/** What a style clips to one length. Head, ears, tail and feet are free in every style. */
export const STYLE_CLIPS: Readonly<Record<Style, ReadonlySet<RegionId>>> = {
  keep: new Set(),
  // Places of its own choosing, each to the length its mats allow.
  'keep-places': new Set(),
  'short-legs': LEGS,
  'short-body': TRUNK,
  short: OUTLINE,
}

/** Why a style is not open for this dog at all. */
export const CLOSED_STYLES = [
  'wish-show',
  'wish-strip',
  'wire-jacket',
  'double-needs-yes',
  'not-on-rack',
  'nothing-to-clip',
  'demats-too-long',
  'same-as-short',
  'same-as-keep',
] as const
export type StyleClosed = (typeof CLOSED_STYLES)[number]

export interface StyleProblem {
  readonly style: Style
  /** Options of each region-side under this style. */
  readonly options: readonly (readonly Option[])[]
  readonly groups: readonly Group[]
  readonly length: StyleLength | null
  /** A rule stands against it; its numbers are shown, it is not chosen. */
  readonly closed: StyleClosed | null
}

/** The length of a short style: the longest blade under the worst mat among what it clips, else the wish, else the usual. */
function styleLength(style: Style, states: readonly SideState[], ctx: Context): StyleLength {
  const clips = STYLE_CLIPS[style]
  // What is clipped already sets the length for the rest, unless a mat allows less.
  const clipped: number[] = []
  let standoffMm = Number.POSITIVE_INFINITY
  for (const state of states) {
    if (!clips.has(REGION_SIDES[state.index]!.region)) continue
    if (state.done?.treatment === 'clip') clipped.push(state.done.outlineMm)
    if (state.mat >= 2 && !isSpot(state)) standoffMm = Math.min(standoffMm, state.standoffMm)
  }
  if (standoffMm < Number.POSITIVE_INFINITY) {
    const blade = bladeUnderMat(standoffMm, ctx.assessment.rack, null, ctx.house)?.blade
    if (blade && clipped.every((mm) => mm >= blade.leavesMm)) return { mm: blade.leavesMm, blade }
  }
  if (clipped.length > 0) {
    const mm = Math.min(...clipped)
    return { mm, blade: BLADES.find(({ leavesMm }) => leavesMm === mm) ?? null }
  }
  return { mm: wishedMm('back', ctx.assessment, ctx.house) ?? ctx.house['short.default'], blade: null }
}

/** With the consent taken as given, for styles that are shown as "needs a yes". */
const asIfAllowed = (ctx: Context): Context => ({ ...ctx, mayClipDouble: true })

/** What a place and its other side are offered where coat is kept, and whether they may be clipped as a pair. */
interface PlacesOffered {
  readonly options: readonly (readonly Option[])[]
  readonly groups: readonly Group[]
  readonly clips: boolean
}

/** Matted places that show may be clipped as short as their mats ask: both sides, to one length, so that it looks meant. */
function placesOffered(
  members: readonly number[],
  states: readonly SideState[],
  offers: readonly PlaceOffers[],
  ctx: Context,
  make: Maker,
): PlacesOffered {
  const sides = members.map((i) => offers[i]!)
  const own = sides.map(({ offered }) => offered.find(isClip))
  const matted = members.some((i, m) => states[i]!.mat >= 2 && own[m])
  const mm = Math.min(...own.flatMap((clip) => (clip ? [clip.outlineMm] : [])))
  const setBy = own.find((clip) => clip?.outlineMm === mm)?.tool
  const blade = setBy?.kind === 'blade' ? (BLADES.find(({ id }) => id === setBy.id) ?? null) : null
  const { region } = REGION_SIDES[members[0]!]!
  const clips =
    matted && REGIONS[region].seen >= 1 && !sides.some(({ fixed }) => fixed)
      ? members.map((i) => make.clipOffer(states[i]!, ctx, { mm, blade })?.options[0] ?? null)
      : []
  const options = sides.map(({ kept }) => kept.options)
  if (clips.length === 0 || clips.some((clip) => clip === null || clip.outlineMm > mm + 1e-9))
    return { options, groups: sides.map(({ kept }) => kept.group), clips: false }
  const kept = pairings(options.map((list) => list.filter((option) => !isClip(option))))
  const choices = kept.map((pair) => pair.map((option, m) => options[m]!.indexOf(option)))
  const withClip = options.map((list, m) => {
    const at = list.findIndex(isClip)
    return at >= 0 ? list.with(at, clips[m]!) : [...list, clips[m]!]
  })
  choices.push(withClip.map((list) => list.findIndex(isClip)))
  return { options: withClip, groups: [groupOf(members, choices, withClip, ctx)], clips: true }
}

/** Region-sides with their other side, where there is one. */
const PAIRS: readonly (readonly number[])[] = REGION_SIDES.flatMap(({ index, side }) =>
  side === 'right' ? [] : [mirrorIndex[index] === index ? [index] : [index, mirrorIndex[index]!]],
)

/** Coat kept, with some places clipped as short as their mats ask. */
function keepPlaces(
  states: readonly SideState[],
  offers: readonly PlaceOffers[],
  ctx: Context,
  make: Maker,
): Pick<StyleProblem, 'options' | 'groups'> & { readonly clips: number } {
  const options: (readonly Option[])[] = new Array(offers.length)
  const groups: Group[] = []
  let clips = 0
  for (const members of PAIRS) {
    const [left, right] = members
    const offered = make.ofPair(offers[left!]!, right === undefined ? null : offers[right]!, () =>
      placesOffered(members, states, offers, ctx, make),
    )
    for (let m = 0; m < members.length; m++) options[members[m]!] = offered.options[m]!
    groups.push(...offered.groups)
    if (offered.clips) clips++
  }
  return { options, groups, clips }
}

/** Every choice of one of each list, without those that another beats or equals on coat, minutes and pull. */
function pairings(lists: readonly (readonly Option[])[]): Option[][] {
  const all = lists.reduce<Option[][]>((made, list) => made.flatMap((pair) => list.map((one) => [...pair, one])), [[]])
  const sums = all.map((pair) => ({
    pair,
    loss: sum(pair, ({ loss }) => loss),
    minutes: sum(pair, ({ minutes }) => minutes),
    pull: sum(pair, ({ pull }) => pull),
  }))
  type Sums = (typeof sums)[number]
  const atMost = (a: Sums, b: Sums): boolean => a.loss <= b.loss && a.minutes <= b.minutes && a.pull <= b.pull
  return sums
    .filter((one, i) => !sums.some((other, j) => j !== i && atMost(other, one) && (!atMost(one, other) || j < i)))
    .map(({ pair }) => pair)
}

const sum = (picks: readonly Option[], of: (option: Option) => number): number =>
  picks.reduce((total, option) => total + of(option), 0)

export function styleProblem(
  style: Style,
  states: readonly SideState[],
  offers: readonly PlaceOffers[],
  ctx: Context,
  make: Maker = PLAIN,
): StyleProblem {
  const { wishes, dog } = ctx.assessment
  const closedBy = (clips: number): StyleClosed | null =>
    ctx.isShow
      ? 'wish-show'
      : wishes.style === 'strip'
        ? 'wish-strip'
        : ctx.keepsJacket
          ? 'wire-jacket'
          : clips === 0
            ? 'nothing-to-clip'
            : dog.coatType === 'double' && !ctx.mayClipDouble
              ? 'double-needs-yes'
              : null
  const each = (offered: readonly Offer[]): Pick<StyleProblem, 'options' | 'groups'> => ({
    options: offered.map(({ options }) => options),
    groups: offered.map(({ group }) => group),
  })
  if (style === 'keep') return { style, ...each(offers.map(({ kept }) => kept)), length: null, closed: null }
  if (style === 'keep-places') {
    const { clips, ...problem } = keepPlaces(states, offers, ctx, make)
    return { style, ...problem, length: null, closed: closedBy(clips) }
  }
  const length = styleLength(style, states, ctx)
  const clipCtx = asIfAllowed(ctx)
  let clips = 0
  const clipped = STYLE_CLIPS[style]
  const offered = offers.map((side, i) => {
    const { region } = REGION_SIDES[i]!
    if (side.fixed || !clipped.has(region)) return side.free
    const state = states[i]!
    const tooShort = state.mat < 2 && state.coatMm <= length.mm
    if (tooShort || isStripped(region, ctx)) return side.free
    const clip = make.clipOffer(state, clipCtx, length)
    if (clip) clips++
    return clip ?? side.free
  })
  // Legs are taken short for their mats; a clean dog's legs are a matter of the cut.
  const mattedLegs = states.some(({ index, mat }) => mat >= 2 && LEGS.has(REGION_SIDES[index]!.region))
  return {
    style,
    ...each(offered),
    length,
    closed: closedBy(style === 'short-legs' && !mattedLegs ? 0 : clips),
  }
}

/**
 * The pull that a style may take where none fits what the dog can give: a little more is one visit with rests and not
 * two, and then no more than the way that pulls least. Elsewhere what it can give.
 */
export function stretchedPull({ groups }: Pick<StyleProblem, 'groups'>, give: number, house: House): number {
  const least = groups.reduce((total, { least: { pullMinutes } }) => total + pullMinutes, 0)
  return least > give && least <= house['visits.stretch'] * give ? least + MICRO_SUM : give
}
/** Sums of rounded figures may be this much more than the figure. */
const MICRO_SUM = 1e-4
