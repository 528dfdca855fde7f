import type {
  CaredFor,
  Caution,
  ClosedSaid,
  LeaveReason,
  Reason,
  ReasonCode,
  ReasonOf,
  Refusal,
  RegionId,
  Side,
  Stop,
  StopCode,
  StopOf,
  Style,
  Treatment,
} from '../../core/index.ts'
import { minutesText, mmText, pullText } from './figures.ts'
import { FINDING_ADVICE, FINDING_LABEL, placeName, REGION_LABEL, STYLE_LABEL, toolName } from './labels.ts'
import { capital, VERDICT_LABEL } from './named.ts'

/*
 * Every sentence the verdict says, by code. The core gives codes and figures; this file gives words, and nothing else
 * in the product makes sentences about a plan.
 */
interface Placed {
  readonly region: RegionId | null
  readonly side: Side | null
  /** Where several places say the same, all of them in words. */
  readonly places?: string
}
type SaidReason<C extends ReasonCode> = ReasonOf<C> & Placed
type SaidStop<C extends StopCode> = StopOf<C> & Placed

const styleName = ({ values }: { readonly values: { readonly style: Style } }): string =>
  STYLE_LABEL[values.style] ?? 'that'
const place = ({ region, side, places }: Placed): string =>
  places ?? (region !== null ? placeName(region, side) : 'the dog')
/** "on the back", but "behind the left ear". */
const onPlace = (said: Placed): string => (/^(behind|inside)/.test(place(said)) ? place(said) : `on the ${place(said)}`)
const more = ({ values }: { readonly values: { readonly places: number } }): string => {
  const others = values.places - 1
  return others > 0 ? ` and ${others} more place${others === 1 ? '' : 's'}` : ''
}

const MOST_NAMED = 4

/** "back, neck and chest"; a long list ends in "and n more". */
export function listed(names: readonly string[], most = MOST_NAMED): string {
  const shown = names.length > most ? [...names.slice(0, most), `${names.length - most} more`] : names
  return shown.length < 2 ? (shown[0] ?? '') : `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`
}

/** Places whose names say where they are by themselves. */
const SAYS_WHERE: ReadonlySet<RegionId> = new Set(['behind-ear', 'ear-inner'])

/** "at the armpit and tail, and behind the ear": places once each, the first `most` of them, then how many more. */
export function atPlaces(regions: Iterable<RegionId>, most = MOST_NAMED): string {
  const all = [...new Set(regions)]
  const shown = all.slice(0, most)
  const at = shown.filter((region) => !SAYS_WHERE.has(region)).map((region) => REGION_LABEL[region])
  const own = shown.filter((region) => SAYS_WHERE.has(region)).map((region) => REGION_LABEL[region])
  const more = all.length > most ? [`${all.length - most} more`] : []
  if (at.length === 0) return listed([...own, ...more.map((rest) => `at ${rest}`)], Number.POSITIVE_INFINITY)
  if (own.length === 0) return `at the ${listed([...at, ...more], Number.POSITIVE_INFINITY)}`
  if (more.length === 0 && at.length + own.length === 2) return `at the ${at[0]} and ${own[0]}`
  return `at the ${listed(at)}, ${more.length > 0 ? `${own.join(', ')} and at ${more[0]}` : `and ${listed(own)}`}`
}

const LEAVE: Record<LeaveReason, (where: string) => string> = {
  'groom-stopped': () => 'The groom stops before this place.',
  'skin-broken': (where) => `${capital(where)} is left: the skin is broken. A vet first; no bath there.`,
  'vet-first': (where) => `${capital(where)} is left: a vet has to see it first; no bath there.`,
  'surgery-not-cleared': (where) => `${capital(where)} is left until the vet has cleared the surgery site.`,
  'told-to-leave': (where) => `${capital(where)} is left, as marked.`,
  'finding-in-the-way': (where) =>
    `${capital(where)} is left: what was found there leaves no room for a tool beside it. A vet first.`,
  'nothing-fits': (where) =>
    `${capital(where)} is left: nothing that the rules allow fits this coat here. Ask the owner, or a colleague.`,
}

const CLOSED: Record<ClosedSaid, (style: string) => string> = {
  'double-needs-yes': (style) =>
    `${style} is not offered on a double coat without a yes, and only if felt is left after air or a vet directs it.`,
  'wish-show': (style) => `${style} is not offered on a show coat.`,
  'wish-strip': (style) => `${style} would take the jacket the owner wants stripped.`,
  'wire-jacket': (style) => `${style} would soften the jacket the owner wants kept.`,
  'demats-too-long': (style) =>
    `${style} would mean dematting for longer than this house asks of a dog, so the coat comes shorter.`,
  'not-on-rack': (style) => `${style} is not possible: no sharp blade on the rack may go under the worst mat.`,
}

const KEEP_WISH = [
  'The owner does not mind the length.',
  'The owner would like to keep some length.',
  'The owner wants to keep the length.',
  'The owner wants every hair.',
] as const

const CATCHING_REASON: Record<StopOf<'catching'>['values']['finding'], (where: string) => string> = {
  'ringworm-suspect': (where) => `${where}: a patch that may be ringworm. It can pass to people and dogs.`,
  'mites-suspect': (where) => `${where}: crusts and itch that may be mites. They can pass to other dogs.`,
}

const REASONS: { readonly [C in ReasonCode]: (said: SaidReason<C>) => string } = {
  felted: (s) => `Felted: ${place(s)}${more(s)}. No comb goes in and no skin can be seen there.`,
  'tight-mats': (s) => `Tight mats: ${place(s)}${more(s)}. The skin moves with them.`,
  knots: (s) => `Knots: ${place(s)}${more(s)}.`,
  'air-opens-it': (s) =>
    `Packed undercoat: ${place(s)}${more(s)}. Product and slow air open it; hours of brushing would not.`,
  'comb-goes-through': () => 'The comb goes through, or nearly: nothing needs cutting out.',
  'asks-too-much': (s) =>
    `${capital(styleName(s))} would ask ${pullText(s.values.pull)} pull-minutes; this dog can give ${pullText(s.values.pullBudget)}.`,
  'takes-too-long': (s) =>
    `${capital(styleName(s))} would take ${minutesText(s.values.minutes)} minutes; there are ${minutesText(s.values.minutesBudget)} for coat work.`,
  'would-not-match': (s) => `With ${styleName(s)}, places beside each other would end at unlike lengths.`,
  closed: (s) => CLOSED[s.values.by](capital(styleName(s))),
  'hand-card-over-visits': () =>
    'This dog takes no dryer: the packed undercoat comes out by hand with conditioner, a part each visit.',
  'blade-under-worst-mat': ({ values: { blade, mm } }) =>
    `The worst mat lets a ${blade} in beneath it: that leaves ${mmText(mm)} mm, one length throughout.`,
  'clip-length': ({ values: { mm } }) => `Clipped to ${mmText(mm)} mm, one length throughout.`,
  'hidden-knots-cut': ({ values: { places } }) =>
    `${places === 1 ? 'One mat' : `Mats in ${places} places`} that nobody sees: cut out, because pulling there is not worth it.`,
  'keep-wish': ({ values: { wish } }) => KEEP_WISH[wish],
  left: (s) => LEAVE[s.values.why](place(s)),
  'nothing-scored': () => 'Nothing has been looked at yet.',
  'skin-emergency': (s) => `${capital(place(s))}: this cannot wait. Stop, keep the dog warm and calm, vet now.`,
  catching: (s) => CATCHING_REASON[s.values.finding](capital(place(s))),
}

// The table has a sentence for each code; that this one belongs to this code the compiler cannot see.
const sentenceOf = (table: object, code: string): ((said: never) => string) =>
  (table as Readonly<Record<string, (said: never) => string>>)[code]!

export const reasonText = (reason: Reason): string => sentenceOf(REASONS, reason.code)(reason as never)

const FOR_OWNER: { readonly [C in ReasonCode]?: (said: SaidReason<C>, name: string) => string } = {
  'blade-under-worst-mat': ({ values: { mm } }) =>
    `The tightest mat decides how long all of it can be: ${mmText(mm)} mm, one length throughout.`,
  'asks-too-much': (s, name) => `${capital(styleName(s))} would ask more of ${name} than it can give in one visit.`,
  'takes-too-long': (s, name) =>
    `${capital(styleName(s))} would take longer than ${name} should stand, or than there is today.`,
}

/** The same reasons without the figures of the trade. */
export function reasonForOwner(reason: Reason, name: string): string {
  const said = FOR_OWNER[reason.code] as ((said: Reason, name: string) => string) | undefined
  return said ? said(reason, name) : reasonText(reason)
}

export const leaveText = (why: LeaveReason, where: string): string => LEAVE[why](where)

const CATCHING: Record<StopOf<'catching'>['values']['finding'], (where: string) => string> = {
  'ringworm-suspect': (where) =>
    `May be ringworm (${where}). Stop: gloves, isolate, disinfect table, tools and towels; vet first.`,
  'mites-suspect': (where) => `May be mites (${where}). Stop: isolate, disinfect, vet first.`,
}

const HEALTH: Record<CaredFor, string> = {
  brachycephalic: 'Short skull: head up, cool air, watch the breathing; stop when it pants hard.',
  heart: 'Heart: short spells, no heat, stop at hard panting or pale gums and call the vet.',
  breathing: 'Breathing: nothing tight round the neck, no heat, stop at hard panting and call the vet.',
  seizures: 'Seizures: no strong scents or essential oils, little noise; know what the owner does in a fit.',
  'weak-hind': 'Weak hind end: padded belly loop, low table, lift feet a little only.',
  pregnant: 'Pregnant: gently and with rests, no loop, strap or arm round the belly; ask the vet about products.',
  deaf: 'Deaf: touch it where it can see you before anything else; nothing from behind, the dryer least of all.',
  blind: 'Blind: speak before you touch, one hand always on it; nothing from behind, the dryer least of all.',
  allergy: 'Allergic, and nobody has said to what: no perfume, no essential oils; ask the owner before the tub.',
  diabetic: 'Diabetic: keep to its meal and insulin times; wounds heal slowly.',
}

const STOPS: { readonly [C in StopCode]: (stop: SaidStop<C>) => string } = {
  'skin-emergency': (s) => `Emergency ${onPlace(s)}. Stop, keep the dog warm and calm, vet now.`,
  catching: (s) => CATCHING[s.values.finding](place(s)),
  'coat-past': ({ values: { past } }) =>
    past === 'shaved'
      ? 'This double coat was shaved before: it may grow back patchy. No blade on it unless a vet says so.'
      : 'The coat has gone woolly: it is clipped or combed, a jacket does not come by hand.',
  'skin-broken': (s) => `Broken skin ${onPlace(s)}: leave it, keep it dry, note for the vet.`,
  'skin-sore': (s) => `Sore skin ${onPlace(s)}: no demat, no scrub, no heat, nothing shorter than a 7 by choice.`,
  'skin-under-felt': (s) => `No skin seen under the felt ${onPlace(s)}: expect sores beneath, go gently.`,
  'pelted-frail': () =>
    'More felt than this dog should bear awake: today only what hurts, and the vet for the rest, who alone decides on sedation.',
  'slot-too-short': ({ values: { minutes, slot, over } }) =>
    `${minutesText(minutes)} minutes; the slot has ${minutesText(slot)}: ${minutesText(over)} late, or a second pair of hands from the dryer on, or leave what can wait.`,
  'try-one-mat': (s) => {
    const { tool, minutes, comes, not } = s.values
    return `Try one mat first ${onPlace(s)}${tool ? `, ${toolName(tool)}` : ''}, ${minutesText(minutes)} minutes. It comes out: ${VERDICT_LABEL[comes].toLowerCase()}. It does not: ${VERDICT_LABEL[not].toLowerCase()}.`
  },
  'jacket-tight': ({ values: { weeks } }) =>
    `The jacket is not ready: it does not come with a light pull yet. Book it again in ${weeks} weeks; today it is brushed and left.`,
  'stands-long': ({ values: { standing, cap } }) =>
    `It stands ${minutesText(standing)} minutes, ${minutesText(standing - cap)} more than it should: rest it off the table, and let it lie for the dryer.`,
  'gives-most': ({ values: { pull, budget } }) =>
    `${pullText(pull)} pull-minutes of ${pullText(budget)} it can give: rest it often, and stop when it asks.`,
  'air-first': () =>
    'Product and one pass of air first, then score again. No clipper on a packed double coat before that.',
  'more-than-one-visit': ({ values: { pull, budget, minutes, table } }) =>
    minutes !== null && table !== null && pull <= budget + 1e-6
      ? `One visit would have it stand ${minutesText(minutes)} minutes for its coat alone; it should stand ${minutesText(table)} for that. Split it; do not simply run on.`
      : `One visit would ask ${pullText(pull)} pull-minutes of a dog that can give ${pullText(budget)}. Split it; do not simply run on.`,
  'nothing-scored': () => 'Not looked at yet. Hands over the dog first.',
  'not-looked-at': ({ values: { percent } }) => `${percent} % of the dog has not been looked at; figures are ranges.`,
  'temper-bites': () => 'Bites: two people, the house rule on muzzles, and stop early.',
  health: ({ values: { flag } }) => HEALTH[flag],
  seen: (s) => {
    const { finding, sizeMm } = s.values
    const size = sizeMm === null ? '' : `, ${mmText(sizeMm)} mm`
    return `${capital(FINDING_LABEL[finding])} ${onPlace(s)}${size}: ${FINDING_ADVICE[finding]}.`
  },
}

export interface StopLine {
  readonly key: string
  readonly action: Stop['action']
  readonly text: string
}

/** The stops as lines to read: what several places share is said once, with the places listed. */
export const stopLines = (stops: readonly Stop[]): StopLine[] =>
  groupedStops(stops).map(({ key, group }) => ({ key, action: group[0]!.action, text: groupText(group) }))

/** Stops that say the same of several places, together. */
export function groupedStops(stops: readonly Stop[]): { readonly key: string; readonly group: readonly Stop[] }[] {
  const groups = new Map<string, Stop[]>()
  for (const stop of stops) {
    const key = `${stop.action} ${stop.code} ${JSON.stringify(stop.values)}`
    groups.set(key, [...(groups.get(key) ?? []), stop])
  }
  return [...groups].map(([key, group]) => ({ key, group }))
}

/** One sentence for all of a group, its places listed. */
export function groupText(group: readonly Stop[]): string {
  const names = group.flatMap(({ region, side }) => (region === null ? [] : [placeName(region, side)]))
  return stopText({ ...group[0]!, ...(names.length > 1 ? { places: listed(names) } : {}) })
}

export const stopText = (stop: Stop & Placed): string => sentenceOf(STOPS, stop.code)(stop as never)

const CAUTION_TEXT: Record<Caution, string> = {
  'under-felt': 'Expect sores under the felt; go gently.',
  'keep-tools-off-finding': 'Keep the tools off what was found here.',
  'lump-from-above':
    'A lump under a mat: open the mat from above with shears, fingers between; never a blade laid on the skin.',
  'sore-no-heat-no-scrub': 'Sore skin: no heat, no scrub.',
  'short-blade-on-sore-skin': 'Shorter than a 7 on sore skin, because the mat leaves no choice: light hand.',
  'spot-out-first': 'A spot of felt here: cut it out by itself first, with the blade it allows.',
  'tight-on-skin': 'Tight on the skin: a 10 laid flat, skin stretched, practised hands.',
  'tight-by-shears':
    'Tight on the skin: a comb slid between mat and skin, shears flat on the comb, a little at a time; practised hands.',
  'mat-not-combed': 'No comb attachment here until it combs.',
  'owner-decides-loss': 'Show coat: the owner decides each loss.',
  'tip-to-root-only': 'From the tip to the root only.',
  'ear-edge': 'Ear edge: find where the leather ends, blade flat on the hand, never up the edge.',
  'ear-pocket': 'Ear base: mind the fold, thin loose skin.',
  'tuck-web': 'Flank web: pull it flat, cut down and not across.',
  'armpit-web': 'Armpit: stretch the skin, short strokes.',
  'groin-folds': 'Groin: away from the folds, slowly.',
  nipples: 'Belly: cover the nipples.',
  'hock-hollow': 'Hock: thumb in the hollow.',
  'throat-folds': 'Throat: loop off, head up, stretch the folds.',
  'never-dig': 'Never dig; disinfect the blade after.',
  'tips-away-from-eye': 'Tips away from the eye.',
  'lips-and-tongue': 'Mind lips and tongue: jaw held gently shut.',
  'toe-webs': 'Between the toes: shears flat, press below the knot, never into it.',
  dewclaw: 'Find the dewclaw first.',
  'small-dryer-only': 'Small dryer only.',
  'low-air-hood-on': 'Low air, hood on, start and watch.',
  'no-blade-on-scar': 'No blade and no heat on the scar.',
}

/** Done with pins, fingers or air: the same places are in danger, of something else than an edge. */
const WITHOUT_EDGE: ReadonlySet<Treatment> = new Set(['brush', 'blow-out', 'card', 'strip'])
const CAUTION_WITHOUT_EDGE: Partial<Record<Caution, string>> = {
  'ear-edge': 'Ear: the leather flat on the hand, never pulled by its edge.',
  'tuck-web': 'Flank web: hold it flat, light hand.',
  'armpit-web': 'Armpit: thin skin, hold it flat; the leg no higher than it likes.',
  'hock-hollow': 'Hock: only skin over the tendon, light hand.',
  'throat-folds': 'Throat: loop off, head up, the folds held flat.',
  'never-dig': 'Hygiene place: tender skin, lightly.',
  'toe-webs': 'Between the toes: webs of skin; a knot is worked open, never pulled.',
}

/** @param treatment what is done there; null for what is no coat work */
export const cautionText = (code: Caution, treatment: Treatment | null): string =>
  (treatment && WITHOUT_EDGE.has(treatment) && CAUTION_WITHOUT_EDGE[code]) || CAUTION_TEXT[code]

export const REFUSAL_TEXT: Record<Refusal, string> = {
  'felt-not-brushed': 'felt is never brushed or dematted',
  'skin-sore': 'not on sore skin',
  'double-needs-yes': 'double coat: needs a yes, and felt left after air or a vet’s word',
  'show-coat': 'not on a show coat',
  'wire-jacket': 'would soften the jacket the owner wants',
  'face-not-tolerated': 'this dog takes no blade at its face',
  'scar-no-blade': 'no blade on the scar',
  'no-air-on-packed-only': 'air opens packed coat, and there is none here',
  'no-air-here': 'no strong air here',
  'air-was-tried': 'air was tried, and this felt did not open',
  'dryer-not-tolerated': 'this dog takes no dryer',
  'cover-too-short': 'the coat is too short to cover it',
  'shows-too-much': 'the hole would show',
  'pull-it-out-first': 'knots here come out by hand',
  'paw-knots-are-cut': 'knots on paws are cut',
  'not-this-bad': 'nothing here calls for it',
  'too-tight-to-brush': 'too tight for the brush',
  'needs-more-than-a-comb': 'needs more than a comb',
  'cords-not-brushed': 'cords are parted by hand, not brushed',
  'strip-decided': 'the jacket is stripped here',
  'hand-card-over-visits': 'packed, and the dog takes no dryer: by hand, over the visits',
  'house-keeps-hair': 'this house works hidden mats out and keeps every hair',
  'not-on-rack': 'no sharp blade on the rack may go in here',
  'finding-in-the-way': 'what was found here leaves no room for it',
}

export const CLOSED_TEXT: Record<ClosedSaid, string> = {
  'demats-too-long': 'dematted for too long',
  'double-needs-yes': 'needs a yes',
  'wish-show': 'not on a show coat',
  'wish-strip': 'jacket is stripped',
  'wire-jacket': 'jacket is kept',
  'not-on-rack': 'no blade for it',
}
