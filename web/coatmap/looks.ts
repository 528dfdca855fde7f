import {
  type CoatType,
  coatPartOf,
  extentOf,
  type LengthsMm,
  type Plan,
  REGION_SIDES,
  type Scale,
  type Sheet,
  skinScore,
} from '../../core/index.ts'
import type { Look } from './CoatMap.tsx'

interface Coat {
  readonly coatType: CoatType
  readonly lengthMm: LengthsMm
}

const coatMm = (index: number, { coatType, lengthMm }: Coat): number =>
  lengthMm[coatPartOf(REGION_SIDES[index]!.region, coatType)]

/** How found coat is drawn. The layer being scored is drawn in full, and decides what looks unknown. */
export const looksOfSheet = (sheet: Sheet, layer: Scale, coat: Coat): Look[] =>
  sheet.map((scores, i): Look => {
    const { mat, undercoat, condition } = scores
    const skin = skinScore(scores)
    const value = layer === 'skin' ? skin : scores[layer]
    return {
      textures: [
        ...(undercoat && (layer === 'undercoat' || layer === 'mat') && !(layer === 'mat' && mat)
          ? [{ name: `undercoat-${undercoat}`, share: 1 }]
          : []),
        ...(mat && layer !== 'undercoat' && layer !== 'condition'
          ? [{ name: `mat-${mat}`, share: extentOf(scores, mat) }]
          : []),
      ],
      wash: layer === 'condition' ? (condition ?? 0) / 4 : 0,
      mark: skin ?? 0,
      unknown: value === null,
      stop: skin === 4 || scores.leave !== null,
      coatMm: coatMm(i, coat),
    }
  })

/** How a plan is drawn: the treatment of each place, and the coat at the length it ends. */
export const looksOfPlan = (plan: Plan): Look[] =>
  plan.regions.map(({ treatment, option, coatMm: before, index }): Look => {
    const stops = plan.stops.filter((stop) => stop.action !== 'care' && stop.region !== null)
    const { region, side } = REGION_SIDES[index]!
    return {
      textures: treatment === 'look' ? [] : [{ name: `t-${treatment}`, share: 1 }],
      wash: 0,
      mark: 0,
      unknown: treatment === 'look',
      stop: stops.some((stop) => stop.region === region && stop.side === side),
      coatMm: treatment === 'look' ? before : option.outlineMm,
    }
  })

/** Outline only, for small pictures. */
export const looksOfLengths = (mm: readonly number[]): Look[] =>
  mm.map((coat) => ({ textures: [], wash: 0, mark: 0, unknown: false, stop: false, coatMm: coat }))

export const looksOfCoat = (coat: Coat): Look[] => looksOfLengths(REGION_SIDES.map((_, i) => coatMm(i, coat)))
