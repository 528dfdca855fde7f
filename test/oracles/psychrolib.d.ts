declare module 'psychrolib' {
  const psychrolib: {
    SI: number
    SetUnitSystem(system: number): void
    GetHumRatioFromRelHum(tempC: number, rh: number, pressure: number): number
    GetTWetBulbFromHumRatio(tempC: number, ratio: number, pressure: number): number
    GetMoistAirVolume(tempC: number, ratio: number, pressure: number): number
  }
  export default psychrolib
}
