import {
  airDensity,
  evaporation,
  humidityRatio,
  relativeHumidity,
  saturationRatio,
} from '../../core/air/psychrometrics.ts'
import type { DryingModel } from '../../core/drying/drying.ts'
import type { RoomWay } from '../../core/drying/room.ts'
import type { DrySettings } from '../../core/drying/settings.ts'
import type { RoomAir } from '../../core/numbers/equipment.ts'
import type { House } from '../../core/numbers/estimates.ts'

/**
 * The reference for dryInRoom: the same equations by Euler in steps of a quarter of a second, with the moist air worked
 * out anew at every step. For tests and the bench.
 */
export function slowRoomRun(
  model: DryingModel,
  settings: DrySettings,
  room: RoomAir,
  way: RoomWay,
  changeover: number,
  house: House,
  step = 1 / 240,
): { minutes: number; endRh: number } {
  const { tempC } = room
  const start = humidityRatio(tempC, room.rh)
  const outside = humidityRatio(room.outsideC, room.outsideRh)
  const full = saturationRatio(tempC)
  const mass = airDensity(tempC, start) * room.volumeM3
  const flow = settings.airFlowLs * (settings.low ? house['air.low'] : 1)
  const grams = (ratio: number, outletC: number, m3s: number, share: number): number =>
    60 * evaporation({ tempC, rh: Math.min(1, relativeHumidity(tempC, ratio)) }, outletC, m3s, share)
  const { air, warm } = model
  const walk = (pace: number, from: { water: number; ratio: number }, brushing: boolean, stop: number) => {
    let { water, ratio } = from
    let minutes = 0
    while (brushing ? water > warm.done : minutes < stop) {
      const vapour = brushing
        ? grams(ratio, settings.warmOutletC, settings.warmFlowM3s, house['brush.share']) *
          pace *
          Math.max(0, Math.min(1, (water - warm.regain) / warm.falling))
        : water > 0
          ? grams(ratio, tempC + settings.airRiseC, flow / 1000, house['air.share'])
          : 0
      const liquid = brushing ? 0 : air!.k * Math.max(0, water - air!.bound)
      const taken =
        way === 'dehumidifier'
          ? (room.dehumidifierGPerHour / 60) * Math.min(1.5, relativeHumidity(tempC, ratio) / 0.6)
          : 0
      const changes = (way === 'window' ? room.windowChangesPerHour : room.changesPerHour) / 60
      ratio += step * ((vapour + house['room.people'] / 60 - taken) / (1000 * mass) - changes * (ratio - outside))
      ratio = Math.min(full, ratio)
      water = Math.max(0, water - step * (vapour + liquid))
      minutes += step
      if (minutes > 24 * 60) break
    }
    return { water, ratio, minutes }
  }
  const blown = air
    ? walk(1, { water: model.afterTowel, ratio: start }, false, changeover)
    : { water: model.afterTowel, ratio: start, minutes: 0 }
  const brushed = walk(1, blown, true, 0)
  if (brushed.minutes >= warm.floor)
    return { minutes: blown.minutes + brushed.minutes, endRh: relativeHumidity(tempC, brushed.ratio) }
  const slow = walk(brushed.minutes / warm.floor, blown, true, 0)
  return { minutes: blown.minutes + warm.floor, endRh: relativeHumidity(tempC, slow.ratio) }
}
