/** The standard normal quantile of the chance asked for, by bisection on the error function's series. */
export function normalQuantile(chance: number): number {
  let low = -6
  let high = 6
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2
    if (normalCdf(middle) < chance) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Abramowitz and Stegun 26.2.11: the series of the normal distribution, exact to double precision within six sigma. */
export function normalCdf(x: number): number {
  let term = x
  let sum = x
  for (let n = 1; Math.abs(term) > 1e-17 && n < 400; n++) {
    term *= (x * x) / (2 * n + 1)
    sum += term
  }
  return 0.5 + (sum * Math.exp((-x * x) / 2)) / Math.sqrt(2 * Math.PI)
}

/** Standard normal by the polar method of Marsaglia and Bray (1964). */
export function normal(random: () => number): number {
  for (;;) {
    const u = 2 * random() - 1
    const v = 2 * random() - 1
    const s = u * u + v * v
    if (s > 0 && s < 1) return u * Math.sqrt((-2 * Math.log(s)) / s)
  }
}
