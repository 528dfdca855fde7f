import { prepOf } from '../contract/formats/prep.ts'
import {
  coatAtTub,
  DEFAULT_HOUSE,
  dryInRoom,
  dryingModel,
  dryingOf,
  estimate,
  leastChangeover,
  minutesToDone,
  placesInOrder,
  placesOf,
  planBath,
  planGroom,
  ROOM_WAYS,
  STARTING_EQUIPMENT,
  totalMinutes,
  USUAL_SHELF,
  usualChangeover,
  usualSettings,
  waterAt,
} from '../core/index.ts'
import { slowRoomRun } from '../test/oracles/room-slow.ts'
import { benchDogs } from './dogs.ts'
import { median, ms, p95, timed } from './timing.ts'

/*
 * Bath and drying: one dog's plan, a drag step on the chart, a day of forty dogs, readings, and the room's integrator
 * against a fine fixed-step reference of the same equations in the same run: npm run bench:drying
 */
const DOGS = 40
const CURVE_POINTS = 180
const house = DEFAULT_HOUSE
const dogs = benchDogs(DOGS).map((assessment) => {
  const plan = planGroom(assessment, house)
  const settings = usualSettings(assessment, house)
  return {
    assessment,
    plan,
    settings,
    model: dryingModel(assessment, plan, house, settings),
    coat: coatAtTub(assessment, plan, house),
  }
})
const warmUp = (): void => {
  for (const { assessment, plan } of dogs) {
    planBath(assessment, plan, house, USUAL_SHELF)
    dryingOf(assessment, plan, house)
  }
}
const first = timed(() => {
  const { assessment, plan } = dogs[0]!
  planBath(assessment, plan, house, USUAL_SHELF)
  dryingOf(assessment, plan, house)
})
warmUp()

const report = (what: string, times: readonly number[]): void =>
  console.log(`${what}: ${ms(median(times))} at the median, ${ms(p95(times))} at the 95th percentile`)

console.log(`bath and drying of one dog, first of all: ${ms(first)}`)
report(
  'bath and drying of one dog',
  dogs.map(({ assessment, plan }) =>
    timed(() => {
      planBath(assessment, plan, house, USUAL_SHELF)
      dryingOf(assessment, plan, house)
    }),
  ),
)
report(
  'one drag step: the plan at another changeover, the curve, the places in order',
  dogs.map(({ assessment, plan, settings, model, coat }) => {
    const places = placesOf(coat, house)
    const at = 0.6 * usualChangeover(model)
    return timed(() => {
      dryingOf(assessment, plan, house, at, settings)
      const end = totalMinutes(model, at)
      for (let i = 0; i <= CURVE_POINTS; i++) waterAt(model, at, (end * i) / CURVE_POINTS)
      placesInOrder(model, places, at)
    })
  }),
)
report(
  'a step of a slider that changes the model: least time and longest air as well',
  dogs.map(({ assessment, plan, settings }) =>
    timed(() => {
      const model = dryingModel(assessment, plan, house, { ...settings, nozzle: true })
      leastChangeover(model)
      minutesToDone(model)
    }),
  ),
)
report(
  'twelve readings into the estimate',
  dogs.map(({ model, coat }) => {
    const places = placesOf(coat, house)
    const readings = Array.from({ length: 12 }, (_, i) => ({
      kind: 'probe' as const,
      minutes: 1 + i,
      index: i * 3,
      ratio: 1 - 0.05 * i,
    }))
    return timed(() => estimate(model, places, null, readings, 13, house))
  }),
)
const day = dogs.map(({ assessment, plan }, i) => ({
  visitId: String(i),
  name: `dog ${i}`,
  startsAt: '2026-03-01T09:00:00Z',
  personId: null,
  looked: true,
  assessment,
  plan,
  swaps: {},
  house,
  booked: false,
}))
report(
  `a day of ${DOGS} dogs: mixes, stock, minutes, noise`,
  Array.from({ length: 15 }, () => timed(() => prepOf('2026-03-01', day, USUAL_SHELF, STARTING_EQUIPMENT))),
)

const room = { ...STARTING_EQUIPMENT.room, rh: 0.7, volumeM3: 20, outsideC: 18, outsideRh: 0.9 }
const fast: number[] = []
const slow: number[] = []
let worst = 0
for (const { model, settings } of dogs.slice(0, 12))
  for (const way of ROOM_WAYS) {
    const changeover = usualChangeover(model)
    const args = [model, settings, room, way, changeover, house] as const
    let ours = 0
    let reference = 0
    fast.push(timed(() => (ours = dryInRoom(...args).minutes)))
    slow.push(timed(() => (reference = slowRoomRun(...args).minutes)))
    worst = Math.max(worst, Math.abs(ours / reference - 1))
  }
console.log(
  `the room filling with damp: ${ms(median(fast))}, fine fixed steps ${ms(median(slow))}, ratio ${(median(slow) / median(fast)).toFixed(0)}, worst error of the minutes ${(100 * worst).toFixed(3)} % over ${fast.length} runs`,
)
