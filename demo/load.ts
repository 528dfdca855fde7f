import { createHash } from 'node:crypto'
import { addDays, addHours, addMinutes, set, startOfDay, subWeeks } from 'date-fns'
import type { BeforeAnswers } from '../contract/api/before.ts'
import type { SentEvent } from '../contract/api/bench.ts'
import type { GoodbyeChange } from '../contract/api/goodbye.ts'
import type { Person } from '../contract/api/salon.ts'
import type { ScoreChange } from '../contract/api/scores.ts'
import type { Visit } from '../contract/api/visits.ts'
import { assembleFile } from '../contract/formats/assemble.ts'
import type { EquipmentFile } from '../contract/formats/equipment.ts'
import type { Premises } from '../contract/formats/places.ts'
import { type Label, productOf, type ShelfProduct } from '../contract/formats/products.ts'
import { assessmentOf } from '../contract/formats/read-assessment.ts'
import {
  bladeTemperature,
  DEFAULT_HOUSE,
  dryingModel,
  type EstimateId,
  type GroomStep,
  type Product,
  REGION_SIDES,
  type RegionId,
  ratesOfStep,
  restEveryOf,
  scaled,
  totalMinutes,
  usualChangeover,
  wholeGroom,
} from '../core/index.ts'
import { type BookedDog, DEMO_PREMISES, TOMORROW } from './ahead.ts'
import { DEMO_DOGS, type DemoDog } from './dogs.ts'
import { type DemoTool, demoRack } from './rack.ts'
import { type Dice, dice, pastSheet, todaysScores } from './sheets.ts'
import { DEMO_EQUIPMENT, demoShelf } from './shelf.ts'

/** What loading needs of the store, so that the demo depends on no server code. */
export interface DemoStore {
  startOver(): Promise<void>
  readonly salon: {
    isEmpty(): Promise<boolean>
    isHalfLoaded(): Promise<boolean>
    demoLoaded(): Promise<void>
    read(): Promise<{ demo: boolean; people: readonly Person[] }>
    found(name: string, people: readonly Person[], demo: boolean): Promise<void>
    setEquipment(equipment: EquipmentFile, actorId: string | null): Promise<unknown>
    setPremises(premises: Premises, actorId: string | null): Promise<unknown>
  }
  readonly shelf: {
    all(): Promise<readonly ShelfProduct[]>
    add(product: { label: Label; stockMl: number }, actorId: string | null): Promise<unknown>
  }
  readonly rack: {
    stock(tools: readonly DemoTool[], now: Date): Promise<void>
  }
  readonly bench: {
    add(visitId: string, events: readonly SentEvent[], now: Date, actorId: string | null): Promise<unknown>
  }
  readonly records: { search(text: string): Promise<readonly { dogId: string; name: string }[]> }
  readonly goodbyes: {
    change(visitId: string, change: GoodbyeChange, now: Date, actorId: string | null): Promise<unknown>
    finish(visitId: string, now: Date, actorId: string | null): Promise<unknown>
  }
  readonly visits: {
    read(id: string): Promise<Visit>
    add(
      input: {
        startsAt: string
        slotMinutes: number
        personId: string | null
        dogId?: string
        owner?: { name: string; phone: string; note?: string }
        dog?: DemoDog['dog']
      },
      actorId: string | null,
    ): Promise<{
      id: string
      dogId: string
      arrivalRevision: number
      arrival: object
      assessment: { id: string; revision: number }
    }>
    setArrival(id: string, change: { baseRevision: number; arrival: never }, actorId: string | null): Promise<unknown>
    setStation(id: string, station: 'gone' | 'arrived' | 'expected' | 'bath', actorId: string | null): Promise<void>
    day(span: { from: Date; to: Date; date: string }): Promise<{
      visits: readonly {
        id: string
        dogId: string
        startsAt: string
        slotMinutes: number
        personId: string | null
        station: string
        arrival: { dog: { name?: string | undefined } }
      }[]
    }>
    move(
      id: string,
      to: { startsAt: string; slotMinutes: number; personId: string | null },
      actorId: string | null,
    ): Promise<unknown>
  }
  readonly assessments: {
    score(
      id: string,
      batch: { batchId: string; baseRevision: number; changes: ScoreChange[] },
      actorId: string | null,
    ): Promise<unknown>
  }
  readonly plans: {
    make(
      assessmentId: string,
      request: object,
      actorId: string | null,
    ): Promise<{ id: string; needs: readonly string[] }>
    accept(id: string, actorId: string | null): Promise<unknown>
  }
  readonly dryings: {
    change(
      visitId: string,
      change: { id: string; what: 'start' | 'change' | 'finish'; at: string },
      actorId: string | null,
    ): Promise<unknown>
    measure(
      visitId: string,
      reading: { id: string; at: string; kind: 'towel'; region: null; side: null; value: number },
      actorId: string | null,
    ): Promise<unknown>
  }
  readonly learning: { refresh(): Promise<unknown> }
  readonly before: {
    ask(visitId: string, actorId: string | null): Promise<string>
    answer(token: string, answers: BeforeAnswers): Promise<unknown>
  }
  readonly consents: {
    spoken(planId: string, said: { saidBy: string }, now: Date, actorId: string | null): Promise<unknown>
  }
}

const SEED = 20240611
export const DEMO_NAME = 'Walnut Yard'

/** Ids that are the same at every load, so that links into the demo hold. */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`etude demo ${name}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

const PEOPLE: readonly Person[] = [
  { id: demoId('Noor'), name: 'Noor', role: 'groomer', experience: 'expert', schools: {} },
  { id: demoId('Ebba'), name: 'Ebba', role: 'groomer', experience: 'practised', schools: {} },
  { id: demoId('Casimir'), name: 'Casimir', role: 'bather', experience: 'learner', schools: {} },
]

/**
 * Loads the made-up salon into an empty database; on a later day adds that day's visits to it. A loading that was cut off
 * begins anew: the salon opens only once all of it is there, so nobody's work is in a half one. Does nothing to a salon
 * that is not the demo.
 * @param demoDogs who lives there
 */
export async function loadDemo(store: DemoStore, now: Date, demoDogs: readonly DemoDog[] = DEMO_DOGS): Promise<void> {
  if (await store.salon.isHalfLoaded()) await store.startOver()
  if (await store.salon.isEmpty()) {
    await store.salon.found(DEMO_NAME, PEOPLE, true)
    await store.salon.setEquipment(DEMO_EQUIPMENT, null)
    await store.salon.setPremises(DEMO_PREMISES, null)
    for (const product of demoShelf(now)) await store.shelf.add(product, null)
    const shelf = (await store.shelf.all()).map((product) => productOf(product, now.toISOString().slice(0, 10)))
    const dogIds: (string | undefined)[] = []
    for (const [i, demo] of demoDogs.entries()) dogIds.push(await loadPast(store, demo, i, now, shelf))
    // Written down today: what the past used is counted in it.
    await store.rack.stock(demoRack(PEOPLE[1]!.id), now)
    for (const [i, demo] of demoDogs.entries()) await loadToday(store, demo, i, now, dogIds[i])
    await bookTomorrow(store, now)
    await store.learning.refresh()
    await store.salon.demoLoaded()
    return
  }
  if (!(await store.salon.read()).demo) return
  const today = startOfDay(now)
  const { visits } = await store.visits.day({ from: today, to: addDays(today, 1), date: '' })
  // Who was booked for the day after is still booked for the day after: today has its own dogs.
  const ahead = new Set(TOMORROW.map(({ dog }) => dog.name))
  for (const { id, startsAt, slotMinutes, personId, station, arrival } of visits)
    if (station === 'expected' && ahead.has(arrival.dog.name ?? ''))
      await ifItMay(() =>
        store.visits.move(id, { startsAt: addDays(startsAt, 1).toISOString(), slotMinutes, personId }, null),
      )
  const there = new Set(visits.map(({ dogId }) => dogId))
  for (const [i, demo] of demoDogs.entries()) {
    const dogId = (await store.records.search(demo.dog.name ?? '')).find(({ name }) => name === demo.dog.name)?.dogId
    // Who is booked for today comes as booked.
    if (dogId && !there.has(dogId)) await ifItMay(() => loadToday(store, demo, i, now, dogId))
  }
  await ifItMay(() => bookTomorrow(store, now))
}

const groomerOf = (i: number): string => PEOPLE[i % 2]!.id

const atTime = (day: Date, at: string): Date => {
  const [hours, minutes] = at.split(':').map(Number)
  return set(startOfDay(day), { hours: hours!, minutes: minutes! })
}

/** How the database refuses a booking: somebody who looks around closed a day, or booked a dog otherwise. */
const REFUSED = 'EB001'
async function ifItMay(book: () => Promise<unknown>): Promise<void> {
  try {
    await book()
  } catch (error) {
    if ((error as { original?: { code?: string } }).original?.code !== REFUSED) throw error
  }
}

/** The day after is booked, unless it is already: a day that is full and can be kept. */
async function bookTomorrow(store: DemoStore, now: Date): Promise<void> {
  const tomorrow = addDays(startOfDay(now), 1)
  const { visits } = await store.visits.day({ from: tomorrow, to: addDays(tomorrow, 1), date: '' })
  if (visits.length > 0) return
  for (const [i, booked] of TOMORROW.entries()) {
    const { dog, owner, at, slotMinutes }: BookedDog = booked
    const [known] = (await store.records.search(dog.name)).filter(({ name }) => name === dog.name)
    const { id } = await store.visits.add(
      {
        startsAt: atTime(tomorrow, at).toISOString(),
        slotMinutes,
        personId: i % 3 === 2 ? null : groomerOf(i),
        ...(known ? { dogId: known.dogId } : { dog, owner: { name: owner, phone: `555 02${String(10 + i)}` } }),
      },
      null,
    )
    if (!booked.says) continue
    const page = await store.before.ask(id, null)
    await store.before.answer(page.slice('/b/'.length), booked.says)
  }
}

const WEEKS_A_MONTH = 365.25 / 12 / 7
/** So many weeks younger. */
const asItWas = (demo: DemoDog, weeks: number): DemoDog => ({
  ...demo,
  dog: { ...demo.dog, ageMonths: Math.max(1, (demo.dog.ageMonths ?? 0) - weeks / WEEKS_A_MONTH) },
})

/** @returns the dog, once it was here */
async function loadPast(
  store: DemoStore,
  demo: DemoDog,
  i: number,
  now: Date,
  shelf: readonly Product[],
): Promise<string | undefined> {
  const roll = dice(SEED + i)
  const scales = dice(SEED + 2000 + i)
  const warms = dice(SEED + 3000 + i)
  let dogId: string | undefined
  for (let back = demo.pastVisits; back >= 1; back--) {
    const startsAt = atTime(subWeeks(now, back * demo.weeksBetween), demo.at).toISOString()
    const visit = await addVisit(store, asItWas(demo, back * demo.weeksBetween), i, startsAt, dogId)
    dogId = visit.dogId
    await scoreAll(store, visit, pastSheet(demo, roll), groomerOf(i))
    await takePlan(store, demo, i, visit.assessment.id, new Date(startsAt))
    await groomed(store, visit.id, i, new Date(startsAt), { roll, scales, warms }, shelf)
  }
  return dogId
}

async function loadToday(
  store: DemoStore,
  demo: DemoDog,
  i: number,
  now: Date,
  dogId: string | undefined,
): Promise<void> {
  const roll = dice(SEED + 1000 + i)
  const visit = await addVisit(store, demo, i, atTime(now, demo.at).toISOString(), dogId)
  if (demo.today === 'expected') return
  if (demo.today === 'arrived') return store.visits.setStation(visit.id, 'arrived', groomerOf(i))
  const looked = demo.today === 'half-looked' ? REGION_SIDES.slice(0, 17) : REGION_SIDES
  await scoreAll(
    store,
    visit,
    looked.map((rs) => todaysScores(rs, demo, demo.neglect, roll)),
    groomerOf(i),
  )
  if (demo.today === 'half-looked' || demo.today === 'looked') return
  if (demo.today === 'bath') await takePlan(store, demo, i, visit.assessment.id, now)
  else await store.plans.make(visit.assessment.id, {}, groomerOf(i))
}

/** Makes the plan and takes it, with the owner's yes at the desk where it needs one. */
async function takePlan(store: DemoStore, demo: DemoDog, i: number, assessmentId: string, now: Date): Promise<void> {
  const { id, needs } = await store.plans.make(assessmentId, {}, groomerOf(i))
  if (needs.length > 0) await store.consents.spoken(id, { saidBy: demo.owner }, now, groomerOf(i))
  await store.plans.accept(id, groomerOf(i))
}

/** How fast the made-up people really are, beside the house's rates: what their pace should find. */
const TRUE_PACE: readonly number[] = [1, 1.2]
/** And what their work really takes, beside our rates: what the house's numbers should find. */
export const TRUE_TIMES: Partial<Record<EstimateId, number>> = {
  'minutes.brush.area': 1.35,
  'minutes.clip-out.m2': 0.7,
  'job.nails': 1.4,
}
/** What things are really like there beside our numbers: water that runs off double coats slowly, blades that want oil. */
export const TRUE_MATTER: Partial<Record<EstimateId, number>> = { 'pickup.double': 1.4, 'blade.rise': 1.3 }
const COOLED_EVERY = 5
/** What a blade reads after so many minutes since it was cooled, C. */
const warmAfter = (minutes: number, warms: Dice): number => {
  const rise = DEFAULT_HOUSE['blade.rise'] * TRUE_MATTER['blade.rise']! * Math.exp((warms(-100, 100) / 100) * 0.15)
  const celsius = bladeTemperature(minutes, DEFAULT_HOUSE['blade.cooled'], { ...DEFAULT_HOUSE, 'blade.rise': rise })
  return Math.round(10 * (celsius + warms(-10, 10) / 10)) / 10
}
const bladeOf = ({ carrier, tool }: GroomStep): string | null =>
  carrier?.id ?? (tool?.kind === 'blade' ? tool.id : null)

const SLIPS: readonly (readonly [
  Extract<SentEvent, { kind: 'incident' }>['incident'],
  RegionId,
  'left' | 'right',
  string,
])[] = [
  ['quicked-nail', 'front-paw', 'left', 'styptic, pressed a minute'],
  ['clipper-rash', 'tuck', 'right', 'cool cloth, soothing rinse'],
  ['nick', 'ear-outer', 'left', 'pressed three minutes, clean'],
]

/** A groom of the past as it went: each step with its minutes, now and then a slip, the comb check and the goodbye. */
async function groomed(
  store: DemoStore,
  visitId: string,
  i: number,
  start: Date,
  { roll, scales, warms }: { roll: Dice; scales: Dice; warms: Dice },
  shelf: readonly Product[],
): Promise<void> {
  const visit = await store.visits.read(visitId)
  const accepted = visit.acceptedPlan!
  const by = groomerOf(i)
  const noon = addHours(start, 8)
  if (accepted.plan.verdict.choice === 'refer') return store.visits.setStation(visitId, 'gone', by)
  const assessment = assessmentOf(
    assembleFile(visit.arrival, visit.assessment.stage, visit.assessment.rows, null, visit.known),
  )
  const steps = wholeGroom(assessment, accepted.plan, DEFAULT_HOUSE, shelf)
  const model = dryingModel(assessment, accepted.plan, DEFAULT_HOUSE)
  const truly = scaled(model, TRUE_MATTER[`pickup.${assessment.dog.coatType}`] ?? 1, 1)
  const slower = totalMinutes(truly, usualChangeover(truly)) / totalMinutes(model, usualChangeover(model))
  const dried: Partial<Record<'start' | 'change' | 'finish', number>> = {}
  let clock = addMinutes(start, 10).getTime()
  let count = 0
  const event = (happening: DistributiveOmit<SentEvent, 'id' | 'at'>): SentEvent =>
    ({ ...happening, id: demoId(`event ${visitId} ${count++}`), at: new Date(clock).toISOString() }) as SentEvent
  const { pullBudget } = accepted.plan.verdict
  const events: SentEvent[] = [
    event({
      kind: 'plan',
      planId: accepted.id,
      steps: [...steps],
      pullBudget,
      restEvery: restEveryOf(assessment, DEFAULT_HOUSE),
    }),
  ]
  const slip = roll(0, 7) === 0 ? SLIPS[roll(0, SLIPS.length - 1)]! : null
  for (const step of steps) {
    events.push(event({ kind: 'start', step: step.id }))
    const times = (step.treatment ? TRUE_PACE[i % 2]! : 1) * Math.exp((roll(-100, 100) / 100) * 0.3)
    const rates = ratesOfStep(step, accepted.plan.regions, assessment.dog, DEFAULT_HOUSE)
    if (step.kind === 'dry') {
      dried.start ??= clock
      if (step.what === 'brush-dry') dried.change ??= clock
    }
    const minutes = rates
      ? rates.parts.reduce((sum, { rate, minutes: own }) => sum + own * (TRUE_TIMES[rate] ?? 1), rates.fixedMin)
      : (step.minutes / step.pace) * (step.kind === 'dry' ? slower : 1)
    const took = Math.max(0.3, minutes * times)
    const blade = bladeOf(step)
    if (blade) events.push(event({ kind: 'blade-on', blade }))
    let left = took
    // Cooled before it burns, and read each time by the thermometer that stands at the table.
    while (blade && left > COOLED_EVERY) {
      clock += COOLED_EVERY * 60_000
      left -= COOLED_EVERY
      events.push(event({ kind: 'coolant', celsius: warmAfter(COOLED_EVERY, warms) }))
    }
    clock += left * 60_000
    if (blade) events.push(event({ kind: 'blade-off', celsius: warmAfter(left, warms) }))
    events.push(event({ kind: 'done', step: step.id }))
    if (step.kind === 'dry') dried.finish = clock
    clock += 20_000
  }
  if (slip) {
    const [incident, region, side, did] = slip
    const happened = event({ kind: 'incident', incident, region, side, sizeMm: 3, did })
    events.push(happened, event({ kind: 'told', incident: happened.id }))
  }
  events.push(event({ kind: 'finish' }))
  await store.bench.add(visitId, events, noon, by)
  const id = demoId(`drying ${visitId}`)
  for (const what of ['start', 'change', 'finish'] as const)
    if (dried[what] !== undefined)
      await store.dryings.change(visitId, { id, what, at: new Date(dried[what]).toISOString() }, by)
  if (dried.start !== undefined) {
    // What cloth and towels took up; the squeeze ran off before.
    const grams = truly.dripping * (1 - DEFAULT_HOUSE['towel.squeeze']) - truly.afterTowel
    const value = Math.round(grams * Math.exp((scales(-100, 100) / 100) * 0.08))
    const reading = { kind: 'towel', region: null, side: null, value } as const
    const at = new Date(dried.start).toISOString()
    await store.dryings.measure(visitId, { ...reading, id: demoId(`towel ${visitId}`), at }, by)
  }
  await store.goodbyes.change(
    visitId,
    { baseRevision: 0, marks: [], askedKept: [], note: '', price: null, nextOn: null, nextAt: null, checked: true },
    noon,
    by,
  )
  await store.goodbyes.finish(visitId, noon, by)
}

type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

async function addVisit(
  store: DemoStore,
  demo: DemoDog,
  i: number,
  startsAt: string,
  dogId: string | undefined,
): ReturnType<DemoStore['visits']['add']> {
  const base = { startsAt, slotMinutes: demo.slotMinutes, personId: groomerOf(i) }
  const visit = await store.visits.add(
    dogId
      ? { ...base, dogId }
      : { ...base, dog: demo.dog, owner: { name: demo.owner, phone: `555 01${String(10 + i)}`, note: demo.note } },
    null,
  )
  // A known dog starts from last time, wishes included; the first time they are put in here.
  if (!dogId) {
    const arrival = { ...visit.arrival, wishes: demo.wishes, house: { experience: PEOPLE[i % 2]!.experience } }
    await store.visits.setArrival(visit.id, { baseRevision: visit.arrivalRevision, arrival: arrival as never }, null)
    await store.visits.setStation(visit.id, 'expected', null)
  }
  return visit
}

async function scoreAll(
  store: DemoStore,
  visit: { id: string; assessment: { id: string; revision: number } },
  changes: ScoreChange[],
  actorId: string,
): Promise<void> {
  const batchId = demoId(`batch ${visit.id}`)
  await store.assessments.score(
    visit.assessment.id,
    { batchId, baseRevision: visit.assessment.revision, changes },
    actorId,
  )
}
