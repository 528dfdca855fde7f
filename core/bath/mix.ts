import { fixed } from '../numbers/fixed.ts'
/** One part product in `parts` parts of water: 1:8 is one part in nine parts of mix [trade]. */
export interface Dilution {
  readonly waterParts: number
  readonly productParts: number
}

export interface Mix {
  readonly productMl: number
  readonly waterMl: number
  readonly totalMl: number
  /** From the label's ratio, to one decimal. */
  readonly strengthPercent: number
  /** Of what is really mixed, product and water in whole millilitres, to one decimal. */
  readonly mixedPercent: number
}

const NUMBER = '(\\d+(?:[.,]\\d+)?)'
const num = (text: string): number => Number(text.replace(',', '.'))

/**
 * Reads a dilution as labels print it: `1:8`, `8:1` (the larger part is the water), `1 in 9` (parts of the whole),
 * `10%`, `1:0`, or `ready` / `ready to use`. Null for anything else.
 * @example parseDilution('1 in 9') // => { productParts: 1, waterParts: 8 }
 */
export function parseDilution(text: string): Dilution | null {
  const t = text.trim().toLowerCase()
  if (/^(ready|ready[- ]to[- ]use|rtu|neat|undiluted)$/.test(t)) return { productParts: 1, waterParts: 0 }
  const ratio = new RegExp(`^${NUMBER}\\s*(?::|to)\\s*${NUMBER}$`).exec(t)
  if (ratio) {
    const a = num(ratio[1]!)
    const b = num(ratio[2]!)
    // 1:0 is how labels print "ready to use".
    if (a > 0 && b === 0) return { productParts: 1, waterParts: 0 }
    return a > 0 && b > 0 ? { productParts: Math.min(a, b), waterParts: Math.max(a, b) } : null
  }
  const within = new RegExp(`^${NUMBER}\\s*in\\s*${NUMBER}$`).exec(t)
  if (within) {
    const part = num(within[1]!)
    const whole = num(within[2]!)
    return part > 0 && whole >= part ? { productParts: part, waterParts: whole - part } : null
  }
  const percent = new RegExp(`^${NUMBER}\\s*%$`).exec(t)
  if (percent) {
    const p = num(percent[1]!)
    return p > 0 && p <= 100 ? { productParts: p, waterParts: 100 - p } : null
  }
  return null
}

const strength = ({ productParts, waterParts }: Dilution): number =>
  Math.round((1000 * productParts) / (productParts + waterParts)) / 10

const percent = (productMl: number, totalMl: number): number => Math.round((1000 * productMl) / totalMl) / 10

const checked = (name: string, ml: number): number => {
  if (!(ml >= 1 && ml <= 1e6)) throw new RangeError(`${name}: volume must be 1 to 1000000 ml, got ${ml}`)
  return ml
}

/**
 * Splits a wanted total into product and water: product to the nearest millilitre and at least 1, water the rest.
 * @throws {RangeError} if the total is not 1 to 1000000 ml
 * @example mixForTotal({ productParts: 1, waterParts: 8 }, 450) // => { productMl: 50, waterMl: 400, totalMl: 450, strengthPercent: 11.1 }
 */
export function mixForTotal(dilution: Dilution, totalMl: number): Mix {
  checked('mixForTotal', totalMl)
  const exact = (totalMl * dilution.productParts) / (dilution.productParts + dilution.waterParts)
  const productMl = dilution.waterParts === 0 ? totalMl : Math.max(1, Math.round(exact))
  return {
    productMl,
    waterMl: totalMl - productMl,
    totalMl,
    strengthPercent: strength(dilution),
    mixedPercent: percent(productMl, totalMl),
  }
}

/** How far a mix of whole millilitres may be off its label's strength. */
const OFF_LABEL = fixed('mix.off-label')

/**
 * Splits at least so much into product and water: where whole millilitres of product would be more than a twentieth off
 * the label's strength, the total rises until they are not. A small dog gets a little more, never one too strong.
 * @throws {RangeError} if the amount is not 1 to 1000000 ml
 * @example mixAtLeast({ productParts: 1, waterParts: 50 }, 20) // => { productMl: 1, waterMl: 48, totalMl: 49, strengthPercent: 2, mixedPercent: 2 }
 */
export function mixAtLeast(dilution: Dilution, leastMl: number): Mix {
  const near = mixForTotal(dilution, leastMl)
  const share = dilution.productParts / (dilution.productParts + dilution.waterParts)
  const isNear = ({ productMl, totalMl }: Mix): boolean =>
    Math.abs(productMl / totalMl / share - 1) <= OFF_LABEL + 1e-12
  if (isNear(near)) return near
  const productMl = Math.ceil(leastMl * share)
  return mixForTotal(dilution, Math.ceil(productMl / (share * (1 + OFF_LABEL)) - 1e-9))
}

/**
 * How far a measured amount of product goes: water to the nearest millilitre.
 * @throws {RangeError} if the product is not 1 to 1000000 ml
 * @example mixForProduct({ productParts: 1, waterParts: 8 }, 50).totalMl // => 450
 */
export function mixForProduct(dilution: Dilution, productMl: number): Mix {
  checked('mixForProduct', productMl)
  const product = Math.max(1, Math.round(productMl))
  const waterMl = Math.round((product * dilution.waterParts) / dilution.productParts)
  return {
    productMl: product,
    waterMl,
    totalMl: product + waterMl,
    strengthPercent: strength(dilution),
    mixedPercent: percent(product, product + waterMl),
  }
}
