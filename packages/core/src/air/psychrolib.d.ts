declare module 'psychrolib' {
  interface Psychrolib {
    IP: number
    SI: number
    SetUnitSystem(system: number): void
    GetStandardAtmPressure(altitude: number): number
    GetStandardAtmTemperature(altitude: number): number
    GetSatHumRatio(dryBulb: number, pressure: number): number
    GetHumRatioFromRelHum(dryBulb: number, relHum: number, pressure: number): number
    GetHumRatioFromTWetBulb(dryBulb: number, wetBulb: number, pressure: number): number
    GetHumRatioFromTDewPoint(dewPoint: number, pressure: number): number
    GetRelHumFromHumRatio(dryBulb: number, humRatio: number, pressure: number): number
    GetTWetBulbFromHumRatio(dryBulb: number, humRatio: number, pressure: number): number
    GetTDewPointFromHumRatio(dryBulb: number, humRatio: number, pressure: number): number
    GetMoistAirEnthalpy(dryBulb: number, humRatio: number): number
    GetMoistAirVolume(dryBulb: number, humRatio: number, pressure: number): number
    GetMoistAirDensity(dryBulb: number, humRatio: number, pressure: number): number
    GetTDryBulbFromEnthalpyAndHumRatio(enthalpy: number, humRatio: number): number
  }
  const psychrolib: Psychrolib
  export default psychrolib
}
