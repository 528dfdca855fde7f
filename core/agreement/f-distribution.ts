/*
 * The F distribution, for intervals of variance ratios. Abramowitz and Stegun, Handbook of Mathematical Functions,
 * 6.1.41 (log gamma), 26.5.8 (incomplete beta as a continued fraction), 26.6.2 (F by it).
 */
const LANCZOS = [
  76.18009172947146, -86.50532032941678, 24.01409824083091, -1.231739572450155, 0.1208650973866179e-2,
  -0.5395239384953e-5,
] as const

function logGamma(x: number): number {
  const t = x + 5.5 - (x + 0.5) * Math.log(x + 5.5)
  const series = LANCZOS.reduce((sum, c, i) => sum + c / (x + 1 + i), 1.000000000190015)
  return -t + Math.log((2.5066282746310007 * series) / x)
}

const TINY = 1e-300
const CLOSE = 1e-14
const MOST_TERMS = 1000

function betaFraction(a: number, b: number, x: number): number {
  const safe = (v: number): number => (Math.abs(v) < TINY ? TINY : v)
  let c = 1
  let d = 1 / safe(1 - ((a + b) * x) / (a + 1))
  let h = d
  for (let m = 1; m <= MOST_TERMS; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 / safe(1 + even * d)
    c = safe(1 + even / c)
    h *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / safe(1 + odd * d)
    c = safe(1 + odd / c)
    const step = d * c
    h *= step
    if (Math.abs(step - 1) < CLOSE) break
  }
  return h
}

/** Regularised incomplete beta function. */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x))
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(a, b, x)) / a : 1 - (front * betaFraction(b, a, 1 - x)) / b
}

/** Chance that an F with d1 and d2 degrees of freedom is at most f. */
export const fCdf = (f: number, d1: number, d2: number): number =>
  f <= 0 ? 0 : incompleteBeta(d1 / 2, d2 / 2, (d1 * f) / (d1 * f + d2))

/** The f that an F with d1 and d2 degrees of freedom stays under with this chance, above 0 and below 1. */
export function fQuantile(chance: number, d1: number, d2: number): number {
  let low = 0
  let high = 1
  while (fCdf(high, d1, d2) < chance && high < 1e12) high *= 2
  for (let step = 0; step < 200 && high - low > 1e-13 * high; step++) {
    const middle = (low + high) / 2
    if (fCdf(middle, d1, d2) < chance) low = middle
    else high = middle
  }
  return (low + high) / 2
}
