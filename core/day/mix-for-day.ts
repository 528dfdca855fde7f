import { type Mix, mixAtLeast } from '../bath/mix.ts'
import type { BathStep } from '../bath/shape.ts'

/** A mix that one dog's bath asks for. */
export interface MixLine {
  readonly productId: string
  readonly waterParts: number
  readonly solutionMl: number
}

/** One bottle for the day: what to measure out, and for which dogs. */
export interface Bottle {
  readonly productId: string
  readonly waterParts: number
  readonly mix: Mix
  readonly dogs: readonly { readonly dogId: string; readonly solutionMl: number }[]
}

/** The mixes of one bath; a product of one strength is mixed once. */
export function mixLines(steps: readonly BathStep[]): MixLine[] {
  const lines = new Map<string, MixLine>()
  for (const { choice, solutionMl } of steps) {
    if (!choice?.product || !choice.mix) continue
    const { product, waterParts } = choice
    const key = `${product.id} ${waterParts}`
    const before = lines.get(key)?.solutionMl ?? 0
    lines.set(key, { productId: product.id, waterParts, solutionMl: before + Math.round(solutionMl) })
  }
  return [...lines.values()]
}

/**
 * What to mix for several dogs: a bottle for each product and strength, the sum over the dogs. Mixed product is for the
 * day only, because it grows bacteria.
 */
export function mixForDay(dogs: readonly { readonly dogId: string; readonly lines: readonly MixLine[] }[]): Bottle[] {
  const bottles = new Map<string, { line: MixLine; dogs: { dogId: string; solutionMl: number }[] }>()
  for (const { dogId, lines } of dogs)
    for (const line of lines) {
      const key = `${line.productId} ${line.waterParts}`
      const bottle = bottles.get(key) ?? { line, dogs: [] }
      bottle.dogs.push({ dogId, solutionMl: line.solutionMl })
      bottles.set(key, bottle)
    }
  return [...bottles.values()].map(({ line, dogs: list }) => ({
    productId: line.productId,
    waterParts: line.waterParts,
    mix: mixAtLeast(
      { productParts: 1, waterParts: line.waterParts },
      list.reduce((sum, { solutionMl }) => sum + solutionMl, 0),
    ),
    dogs: list,
  }))
}
