declare module 'jstat' {
  type OfF = (x: number, d1: number, d2: number) => number
  type OfNormal = (x: number, mean: number, sd: number) => number
  const jstat: {
    jStat: { centralF: { cdf: OfF; inv: OfF } }
    normal: { pdf: OfNormal; inv: OfNormal }
  }
  export default jstat
}
