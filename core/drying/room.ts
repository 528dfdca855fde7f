import { airDensity, evaporation, humidityRatio, relativeHumidity, saturationRatio } from '../air/psychrometrics.ts'
import type { RoomAir } from '../numbers/equipment.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import type { DryingModel } from './drying.ts'
import type { DrySettings } from './settings.ts'

export const ROOM_WAYS = ['shut', 'window', 'dehumidifier'] as const
export type RoomWay = (typeof ROOM_WAYS)[number]

export interface RoomRun {
  readonly minutes: Minutes
  /** Relative humidity when the dog is dry, 0 to 1, and the highest on the way. */
  readonly endRh: number
  readonly mostRh: number
  /** Water that left the coat as vapour, g. */
  readonly vapourG: number
  readonly liquidG: number
  readonly leftG: number
}

const SECONDS = 60
const MINUTES = 60
const G_PER_KG = 1000
const L_PER_M3 = 1000
/** A dehumidifier's rating is at this humidity; it takes less from dryer air, in proportion. */
const RATED_RH = fixed('room.rated')
const NODES = 33
/** Longest step, minutes. */
const STEP = 1
const MOST_MINUTES = 24 * 60

/** Grams a minute that air of the room would carry off, by the room's humidity ratio: straight lines between nodes. */
function rateTable(
  tempC: number,
  outletC: number,
  flow: number,
  share: number,
  from: number,
  to: number,
): (ratio: number) => number {
  const span = Math.max(to - from, 1e-9)
  const rates = Array.from({ length: NODES }, (_, i) => {
    const ratio = from + (span * i) / (NODES - 1)
    return SECONDS * evaporation({ tempC, rh: Math.min(1, relativeHumidity(tempC, ratio)) }, outletC, flow, share)
  })
  return (ratio) => {
    const x = Math.max(0, Math.min(NODES - 1.000001, ((ratio - from) / span) * (NODES - 1)))
    const i = Math.floor(x)
    return rates[i]! + (rates[i + 1]! - rates[i]!) * (x - i)
  }
}

/**
 * The same drying in a room that fills with the water it takes: coat and room together, by fourth-order Runge-Kutta in
 * steps of a minute, the last cut to where the coat is dry. The room's temperature is held; what leaves the coat as vapour is mixed
 * into its air at once; outside air and a dehumidifier take some of it away.
 * @param step minutes
 */
export function dryInRoom(
  model: DryingModel,
  settings: DrySettings,
  room: RoomAir,
  way: RoomWay,
  changeover: number,
  house: House,
  step = STEP,
): RoomRun {
  const { tempC } = room
  const start = humidityRatio(tempC, room.rh)
  const full = saturationRatio(tempC)
  const outside = humidityRatio(room.outsideC, room.outsideRh)
  const flow = settings.airFlowLs * (settings.low ? house['air.low'] : 1)
  const floor = Math.min(start, outside) * 0.5
  const table = (outletC: number, m3s: number, share: number): ((ratio: number) => number) =>
    rateTable(tempC, outletC, m3s, share, floor, full)
  const airRate = table(tempC + settings.airRiseC, flow / L_PER_M3, house['air.share'])
  const warmRate = table(settings.warmOutletC, settings.warmFlowM3s, house['brush.share'])
  // The house's belief about conditioner is in the model's rates already.
  const asModel = model.warm.rate / Math.max(1e-9, warmRate(start))
  const airMass = airDensity(tempC, start) * room.volumeM3
  const changes = (way === 'window' ? room.windowChangesPerHour : room.changesPerHour) / MINUTES
  const taken = (ratio: number): number =>
    way === 'dehumidifier'
      ? (room.dehumidifierGPerHour / MINUTES) * Math.min(1.5, relativeHumidity(tempC, ratio) / RATED_RH)
      : 0
  const { air, warm } = model

  type State = readonly [water: number, ratio: number, vapour: number]
  const roomSlope = (vapour: number, ratio: number): number =>
    (vapour + house['room.people'] / MINUTES - taken(ratio)) / (G_PER_KG * airMass) - changes * (ratio - outside)
  const blowing = ([water, ratio]: State): State => {
    const vapour = water > 0 ? airRate(ratio) * asModel : 0
    return [-(air!.k * Math.max(0, water - air!.bound)) - vapour, roomSlope(vapour, ratio), vapour]
  }
  const brushing =
    (pace: number) =>
    ([water, ratio]: State): State => {
      const rate = warmRate(ratio) * asModel * pace
      const vapour = rate * Math.max(0, Math.min(1, (water - warm.regain) / warm.falling))
      return [-vapour, roomSlope(vapour, ratio), vapour]
    }
  const advance = (slope: (state: State) => State, state: State, h: number): State => {
    const plus = (a: State, b: State, f: number): State => [a[0] + f * b[0], a[1] + f * b[1], a[2] + f * b[2]]
    const k1 = slope(state)
    const k2 = slope(plus(state, k1, h / 2))
    const k3 = slope(plus(state, k2, h / 2))
    const k4 = slope(plus(state, k3, h))
    const next = [0, 1, 2].map(
      (i) => state[i]! + (h / 6) * (k1[i]! + 2 * k2[i]! + 2 * k3[i]! + k4[i]!),
    ) as unknown as State
    return [Math.max(0, next[0]), Math.min(full, next[1]), next[2]]
  }

  let state: State = [model.afterTowel, start, 0]
  let clock = 0
  let most = room.rh
  const watch = (): void => {
    most = Math.max(most, relativeHumidity(tempC, state[1]))
  }
  if (air)
    while (clock < changeover - 1e-12) {
      const h = Math.min(step, changeover - clock)
      state = advance(blowing, state, h)
      clock += h
      watch()
    }
  const afterAir = state
  const begun = clock
  // Where the hands need longer than the water, the warm air is turned down to last as long as they do.
  let slope = brushing(1)
  const run = (limit: number): number => {
    while (state[0] > warm.done && clock - begun < limit) {
      const before = state
      state = advance(slope, state, step)
      if (state[0] <= warm.done) {
        // Within the last step the water falls as good as exponentially: its end by logarithms, and the step made again.
        const share =
          before[0] > warm.regain && state[0] > warm.regain
            ? Math.log((before[0] - warm.regain) / (warm.done - warm.regain)) /
              Math.log((before[0] - warm.regain) / (state[0] - warm.regain))
            : (before[0] - warm.done) / (before[0] - state[0])
        state = advance(slope, before, step * share)
        clock += step * share
        break
      }
      clock += step
      watch()
    }
    return clock - begun
  }
  const needed = run(MOST_MINUTES)
  if (needed < warm.floor && warm.floor > 0) {
    state = afterAir
    clock = begun
    slope = brushing(needed / warm.floor)
    run(warm.floor)
    clock = begun + warm.floor
  }
  watch()
  return {
    minutes: clock,
    endRh: relativeHumidity(tempC, state[1]),
    mostRh: most,
    vapourG: state[2],
    liquidG: model.afterTowel - state[0] - state[2],
    leftG: state[0],
  }
}
