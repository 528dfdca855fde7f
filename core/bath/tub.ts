import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { isPuppy } from '../dog/facts.ts'
import { coatAtTub, type WetCoat } from '../drying/coat.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import type { CoatWork } from '../plan/plan-shape.ts'
import type { Score } from '../scores/scales.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import type { Zone } from './allowed.ts'
import { choose, type Slot } from './choose.ts'
import type { Product } from './products.ts'
import type { BathNote, BathStep, BathStepKind, BathWarning, Swaps } from './shape.ts'
import { minutesOver } from './volumes.ts'
import { type BathReason, type SideWants, wantsOf } from './wanted.ts'

/** A step before its place in time is known. */
export interface Draft extends Omit<BathStep, 'startMin' | 'waitMin' | 'meanwhile' | 'until'> {
  /** Steps of one group are put on one after the other and then left on together. */
  readonly group: string
}

/** Puts the steps of one bath together: what goes on, how much of it, and how long the hands take. */
export class Tub {
  readonly steps: Draft[] = []
  readonly warnings: BathWarning[] = []
  readonly used = new Map<string, number>()
  readonly #families = new Set<string>()
  readonly assessment: Assessment
  readonly plan: CoatWork
  readonly coat: WetCoat
  readonly wants: readonly SideWants[]
  readonly house: House
  readonly #shelf: readonly Product[]
  readonly #swaps: Swaps

  constructor(assessment: Assessment, plan: CoatWork, house: House, shelf: readonly Product[], swaps: Swaps) {
    this.assessment = assessment
    this.plan = plan
    this.house = house
    this.coat = coatAtTub(assessment, plan, house)
    this.wants = wantsOf(assessment, plan, this.coat.mm, house)
    this.#shelf = shelf
    this.#swaps = swaps
  }

  minutes(indexes: readonly number[], rate: 'bath.wet' | 'bath.wash' | 'bath.rinse' | 'bath.condition' | 'bath.blast') {
    return minutesOver(indexes, this.house[rate], this.coat, this.house)
  }

  #zone(indexes: readonly number[]): Zone {
    const sides = indexes.map((index) => this.wants[index]!)
    return {
      indexes,
      regions: [...new Set(sides.map(({ region }) => region))],
      skin: Math.max(0, ...sides.map(({ skin }) => skin)) as Score,
      prescribed: sides.some(({ prescribed }) => prescribed),
      jacket: sides.some(({ jacket }) => jacket),
    }
  }

  /** Adds a step with a product; without one that may go on, with water. */
  product(
    kind: BathStepKind,
    id: string,
    wanted: ProductKind,
    indexes: readonly number[],
    solutionMl: number,
    more: {
      readonly group: string
      readonly handsMin: Minutes
      readonly pass?: 1 | 2
      readonly reasons?: readonly BathReason[]
      readonly notes?: readonly BathNote[]
      readonly dwellMin?: Minutes
    },
  ): void {
    const { assessment, house } = this
    const worst = this.#soil(indexes)
    const corded = assessment.dog.coatType === 'corded'
    const zone = this.#zone(indexes)
    const prescribed = zone.prescribed && assessment.dog.prescribed?.kind === wanted ? assessment.dog.prescribed : null
    const slot: Slot = {
      id,
      wanted,
      zone,
      solutionMl,
      soil: corded ? 'light' : worst >= 2 && more.pass !== 2 ? 'dirty' : 'normal',
      waterParts: prescribed ? prescribed.waterParts : null,
    }
    const left = ({ id: productId, stockMl }: Product): number => stockMl - (this.used.get(productId) ?? 0)
    const choice = choose(slot, this.#shelf, this.#swaps[id], this.#families, left, assessment, house)
    const { product, mix } = choice
    if (product) {
      if (product.family !== '') this.#families.add(product.family)
      this.used.set(product.id, (this.used.get(product.id) ?? 0) + (mix?.productMl ?? 0))
      if (choice.steppedDown) this.warnings.push({ code: 'stepped-down', stepId: id, wanted, kind: product.kind })
    } else if (prescribed) this.warnings.push({ code: 'prescribed-not-here', wanted })
    else this.warnings.push({ code: 'nothing-fits', stepId: id, wanted })
    this.steps.push({
      id,
      kind,
      choice,
      productKind: product?.kind ?? (prescribed ? wanted : null),
      indexes,
      whole: false,
      pass: more.pass ?? null,
      solutionMl: mix?.totalMl ?? solutionMl,
      handsMin: more.handsMin,
      dwellMin: prescribed ? prescribed.dwellMin : product ? (more.dwellMin ?? this.#dwell(product, worst, wanted)) : 0,
      reasons: more.reasons ?? [],
      notes: more.notes ?? [],
      inVerdict: false,
      group: more.group,
    })
  }

  /** How dirty some places are: the worst condition that enough of them are in. */
  #soil(indexes: readonly number[]): Score {
    const byScore = [0, 0, 0, 0, 0]
    for (const index of indexes) byScore[this.assessment.sheet[index]!.condition ?? 0]! += REGION_SIDES[index]!.share
    const enough = this.house['bath.dirty'] * byScore.reduce((sum, share) => sum + share, 0)
    let share = 0
    for (const score of [4, 3, 2, 1] as const) {
      share += byScore[score]!
      // One paw of four is a quarter of them, however the shares add up.
      if (share >= enough - 1e-9) return score
    }
    return 0
  }

  /** Within the label's range: short on what is clean and on puppies, long on what is filthy. */
  #dwell({ kind, dwellMin: [low, high] }: Product, worst: Score, wanted: ProductKind): number {
    if (wanted === 'flea' && kind !== 'flea') return Math.max(low, this.house['bath.flea-mild'])
    if (isPuppy(this.assessment.dog, this.house) || worst < 2) return low
    return worst === 2 ? (low + high) / 2 : high
  }

  /** Adds a step of water, air or hands alone. */
  plain(
    kind: BathStepKind,
    id: string,
    indexes: readonly number[],
    handsMin: Minutes,
    notes: readonly BathNote[],
    more: { readonly whole?: boolean; readonly reasons?: readonly BathReason[]; readonly inVerdict?: boolean } = {},
  ): void {
    this.steps.push({
      id,
      kind,
      choice: null,
      productKind: null,
      indexes,
      whole: more.whole ?? false,
      pass: null,
      solutionMl: 0,
      handsMin,
      dwellMin: 0,
      reasons: more.reasons ?? [],
      notes,
      inVerdict: more.inVerdict ?? false,
      group: id,
    })
  }
}

export const indexesOf = (sides: readonly SideWants[]): number[] => sides.map(({ index }) => index)
export const hasTag = ({ sheet }: Assessment, tags: readonly string[], index: PlaceIndex): boolean =>
  sheet[index]!.tags.some((tag) => tags.includes(tag))
