declare module 'jstat' {
  type OfF = (x: number, d1: number, d2: number) => number
  const jstat: { jStat: { centralF: { cdf: OfF; inv: OfF } } }
  export default jstat
}
