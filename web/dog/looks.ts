import {
  type CoatType,
  DEFAULT_HOUSE,
  extentOf,
  type LengthsMm,
  type Plan,
  plannedPart,
  REGION_SIDES,
  type Scale,
  type ShapedPlace,
  type Sheet,
  type SideScores,
  skinScore,
  treatmentOf,
  type WetCoat,
} from '../../core/index.ts'
import type { Look } from './CoatMap.tsx'
import { coatLengths } from './dog-drawn.ts'

interface Coat {
  readonly coatType: CoatType
  readonly lengthMm: LengthsMm
}

/** A picture: what nobody said of how far a mat reaches is drawn as it usually does. */
function lookOfSide(scores: SideScores, layer: Scale, mm: number): Look {
  const { mat, undercoat, condition } = scores
  const skin = skinScore(scores)
  const stipple = undercoat && (layer === 'undercoat' || (layer === 'mat' && !mat))
  const strokes = mat && (layer === 'mat' || layer === 'skin')
  return {
    textures: [
      ...(stipple ? [{ name: `undercoat-${undercoat}`, share: 1 }] : []),
      ...(strokes ? [{ name: `mat-${mat}`, share: extentOf(scores, mat, DEFAULT_HOUSE) }] : []),
    ],
    wash: layer === 'condition' ? (condition ?? 0) / 4 : 0,
    mark: skin ?? 0,
    unknown: (layer === 'skin' ? skin : scores[layer]) === null,
    stop: skin === 4 || scores.leave !== null,
    coatMm: mm,
  }
}

/**
 * How found coat is drawn. The layer being scored is drawn in full, and decides what looks unknown. A place whose scores
 * did not change keeps its look, so that only what changed is drawn again.
 */
export function sheetLooks(): (sheet: Sheet, layer: Scale, coat: Coat) => Look[] {
  let before: { sheet: Sheet; layer: Scale; coat: Coat; looks: Look[] } | null = null
  return (sheet, layer, coat) => {
    const kept = before?.layer === layer && before.coat === coat ? before : null
    const mm = coatLengths(coat)
    const looks = sheet.map((scores, i) =>
      kept && sameScores(kept.sheet[i]!, scores) ? kept.looks[i]! : lookOfSide(scores, layer, mm[i]!),
    )
    before = { sheet, layer, coat, looks }
    return looks
  }
}

/** By value: what the server acknowledges is the same scores in another object. */
const sameScores = (a: SideScores, b: SideScores): boolean =>
  a === b ||
  (a.mat === b.mat &&
    a.extent === b.extent &&
    a.undercoat === b.undercoat &&
    a.condition === b.condition &&
    a.leave === b.leave &&
    skinScore(a) === skinScore(b))

/**
 * How a plan is drawn: the treatment of each place, and the coat at the length it ends.
 * @param mm lengths that it goes home with; without them, those that coat work leaves
 * @param partOf how much of a place is worked on, 0 to 1: in all visits, or today
 */
export const looksOfPlan = (
  plan: Plan,
  mm: readonly number[] | null = null,
  partOf: (index: number) => number = plannedPart(plan),
): Look[] => {
  const stops = plan.stops.filter((stop) => stop.action !== 'care' && stop.region !== null)
  return plan.regions.map((place): Look => {
    const { option, coatMm: before, index, done } = place
    const part = partOf(index)
    const treatment = treatmentOf(place, part)
    const { region, side } = REGION_SIDES[index]!
    return {
      // Finished places are plain: what still has a texture is still to do.
      textures: treatment === 'look' || done ? [] : [{ name: `t-${treatment}`, share: 1 }],
      wash: 0,
      mark: 0,
      unknown: treatment === 'look',
      stop: stops.some((stop) => stop.region === region && stop.side === side),
      coatMm: treatment === 'look' ? before : (mm?.[index] ?? (part > 0 ? option.outlineMm : before)),
    }
  })
}

/** Where the water is: the more coat on a place, the darker the wash. */
export function looksOfWater({ massG, bsaM2 }: WetCoat, plan: Plan): Look[] {
  const perArea = massG.map((grams, i) => grams / (bsaM2 * REGION_SIDES[i]!.share))
  const most = Math.max(...perArea, 1e-9)
  return plan.regions.map(({ option, treatment, coatMm: before }, i) => ({
    textures: [],
    wash: perArea[i]! / most,
    mark: 0,
    unknown: false,
    stop: false,
    coatMm: treatment === 'clip' && option.when === 'before-bath' ? option.outlineMm : before,
  }))
}

/** Where a product goes: those places dark; what is kept dry carries the stop. */
export const looksOfBath = (mm: readonly number[], on: ReadonlySet<number>, keptDry: ReadonlySet<number>): Look[] =>
  mm.map((coat, i) => ({
    textures: [],
    wash: on.has(i) ? 0.85 : 0,
    mark: 0,
    unknown: false,
    stop: keptDry.has(i),
    coatMm: coat,
  }))

/** Outline only, for small pictures. */
export const looksOfLengths = (mm: readonly number[]): Look[] =>
  mm.map((coat) => ({ textures: [], wash: 0, mark: 0, unknown: false, stop: false, coatMm: coat }))

/** Less of a place than this is no knot to be seen. */
const SEEN_SHARE = 0.05

/** Coat as it has grown, with the knots that have come: the share of each place that they cover. */
export const looksWithKnots = (mm: readonly number[], knots: readonly number[]): Look[] =>
  looksOfLengths(mm).map((look, i) =>
    (knots[i] ?? 0) >= SEEN_SHARE ? { ...look, textures: [{ name: 'mat-2', share: knots[i]! }] } : look,
  )

/** As a cut leaves it: lengths, and the shapes that places were cut to. */
export const looksOfShapes = (mm: readonly number[], places: readonly ShapedPlace[]): Look[] =>
  looksOfLengths(mm).map((look, i) => {
    const shapes = places.filter(({ index }) => index === i)
    return shapes.length > 0 ? { ...look, shapes } : look
  })

/** Keeps the look of every place that did not change, so that only what did is drawn again. */
export function steadyLooks(): (looks: readonly Look[]) => readonly Look[] {
  let before: readonly Look[] = []
  return (looks) => {
    before = looks.map((look, i) => (before[i] && sameLook(before[i], look) ? before[i] : look))
    return before
  }
}

/** Of looks that are lengths and shapes alone. */
const sameLook = (a: Look, b: Look): boolean =>
  a.coatMm === b.coatMm &&
  (a.shapes?.length ?? 0) === (b.shapes?.length ?? 0) &&
  (a.shapes ?? []).every(({ part, id }, i) => part === b.shapes![i]!.part && id === b.shapes![i]!.id)

export const looksOfCoat = (coat: Coat): Look[] => looksOfLengths(coatLengths(coat))
