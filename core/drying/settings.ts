import type { Assessment } from '../dog/dog.ts'
import { needsHeatCare } from '../dog/facts.ts'
import type { Dryer } from '../numbers/equipment.ts'
import type { House } from '../numbers/estimates.ts'

/** Dryers as they are set for one dog. */
export interface DrySettings {
  /** High-velocity air, full setting. */
  readonly airFlowLs: number
  /** How much warmer than the room its air comes out. */
  readonly airRiseC: number
  readonly airWatts: number
  readonly airDba: number
  readonly low: boolean
  readonly nozzle: boolean
  readonly spray: boolean
  readonly warmFlowM3s: number
  readonly warmOutletC: number
  readonly warmWatts: number
  readonly warmDba: number
}

const L_PER_M3 = 1000

/**
 * The usual settings for this dog: the salon's dryers where they are known, low air for a dog that takes no more, low
 * heat for one that takes heat badly, no heat where the house dries cool.
 */
export function usualSettings(
  assessment: Assessment,
  house: House,
  air: Dryer | null = null,
  warm: Dryer | null = null,
): DrySettings {
  const { dog, room, schools } = assessment
  const heated = warm?.outletC ?? house['brush.outlet']
  const outletC =
    schools['dryer-heat'] === 'room-air'
      ? room.tempC + house['brush.rise-cool']
      : needsHeatCare(assessment, house)
        ? Math.min(heated, house['brush.outlet-low'])
        : heated
  return {
    airFlowLs: air?.flowLs ?? house['air.flow'],
    airRiseC: air?.riseC ?? house['air.rise'],
    airWatts: air?.watts ?? house['air.watts'],
    airDba: air?.dBA ?? house['air.dba'],
    low: dog.dryerTolerance !== 'fine',
    nozzle: false,
    spray: false,
    warmFlowM3s: warm ? warm.flowLs / L_PER_M3 : house['brush.flow'],
    warmOutletC: outletC,
    warmWatts: warm?.watts ?? house['brush.watts'],
    warmDba: warm?.dBA ?? house['brush.dba'],
  }
}
