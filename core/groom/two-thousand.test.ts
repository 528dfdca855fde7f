import { expect, test } from 'vitest'
import { aDogWithAll } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { planBath } from '../bath/bath.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { EAR_LEATHER, FACE_EDGE, FEET, FRICTION, HYGIENE, JACKET } from '../body/places.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { letsGrow } from '../dog/extras.ts'
import { isFrail, isShow, keepsJacket, nailsAreDone } from '../dog/facts.ts'
import { dryingModel, dryingOf, waterAt } from '../drying/drying.ts'
import { DEFAULT_HOUSE as HOUSE } from '../numbers/estimates.ts'
import { LEFT_OUT_IDS } from '../plan/plan-shape.ts'
import { goesHome } from './goes-home.ts'
import type { GroomStep } from './step.ts'
import { groomMinutes, wholeGroom } from './steps.ts'
import { planWhole } from './whole.ts'

/*
 * What must hold of every plan, on 2,000 seeded dogs of all coats, ages, tempers and findings. The rules are common
 * practice; each is asked of the steps as the bench reads them, not of what made them.
 */
const DOGS = 2000
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
const cutsHair = ({ kind, treatment, what }: GroomStep): boolean =>
  (kind === 'cut' && what === 'coat') || (kind === 'coat' && treatment === 'clip')

const dogs = Array.from({ length: DOGS }, (_, i) => {
  const assessment = aDogWithAll(i + 1)
  const plan = planWhole(assessment, HOUSE)
  return { seed: i + 1, assessment, plan, steps: wholeGroom(assessment, plan, HOUSE, USUAL_SHELF) }
})
const groomed = dogs.flatMap((dog) => (dog.plan.groom ? [{ ...dog, groom: dog.plan.groom }] : []))

test('they are dogs of all kinds: every verdict but the rarest, most findings, cut and uncut, late and in time', () => {
  const choices = new Set(dogs.map(({ plan }) => plan.verdict.choice))
  for (const choice of ['keep-places', 'short-legs', 'short-body', 'short-all-over', 'split-visits', 'spot-work'])
    expect([...choices]).toContain(choice)
  const late = groomed.filter(({ groom }) => groom.over > 1).length
  expect(late).toBeGreaterThan(100)
  expect(groomed.length - late).toBeGreaterThan(500)
  expect(groomed.filter(({ steps }) => steps.some(({ around }) => around.length > 0)).length).toBeGreaterThan(100)
})

test('parts are steps, and add up to the total with the waits in the tub', () => {
  for (const { seed, groom, steps, assessment } of groomed) {
    const { minutes, hands, parts, over, standing } = groom
    expect(sum(Object.values(parts)), `${seed}`).toBeCloseTo(minutes, 6)
    expect(hands, `${seed}`).toBeCloseTo(sum(steps.map((step) => step.minutes)), 6)
    expect(minutes, `${seed}`).toBeCloseTo(groomMinutes(steps), 6)
    expect(minutes).toBeGreaterThanOrEqual(hands - 1e-9)
    expect(standing).toBe(minutes)
    expect(over, `${seed}`).toBeCloseTo(Math.max(0, minutes - assessment.slotMinutes), 6)
    expect(steps.every((step) => Number.isFinite(step.minutes) && step.minutes >= 0)).toBe(true)
  }
})

// Common practice: a line is not softened towards felt, and pads are not clipped out of it.
test('what is not through with its mats today is neither clipped nor blended into', () => {
  const worked = new Set(['brush', 'demat', 'blow-out', 'splice', 'clip-out', 'clip', 'strip', 'card'])
  let looked = 0
  for (const { seed, plan, steps, assessment } of groomed) {
    if (!plan.split) continue
    const today = new Map(plan.split.visits[0]!.parts.map(({ index, part }) => [index, part]))
    const waits = (index: number): boolean =>
      worked.has(plan.regions[index]!.treatment) && (today.get(index as never) ?? 0) < 1
    for (const { kind, what, indexes, id } of steps) {
      if (kind !== 'blend' && !(kind === 'cut' && what !== 'opening' && what !== 'surround')) continue
      looked++
      // Loose tangles around a foot leave its pads free.
      const free = (index: number): boolean => what === 'pads' && (assessment.sheet[index]!.mat ?? 2) < 2
      expect(
        indexes.filter((index) => waits(index) && !free(index)),
        `${seed} ${id}`,
      ).toEqual([])
    }
  }
  expect(looked).toBeGreaterThan(50)
})

test('who should not stand long is not washed and dried in a coat that comes off anyway', () => {
  let looked = 0
  for (const { seed, steps, assessment } of groomed) {
    if (!isFrail(assessment.dog, HOUSE)) continue
    const clips = steps.filter(({ kind, treatment }) => kind === 'coat' && treatment === 'clip')
    looked += clips.length
    expect(
      clips.filter(({ phase }) => phase !== 'before-bath').map(({ id }) => id),
      `${seed}`,
    ).toEqual([])
  }
  expect(looked).toBeGreaterThan(100)
})

test('a face is gone over again only after it was washed', () => {
  let looked = 0
  for (const { seed, steps } of groomed) {
    const again = steps.findIndex(({ id }) => id.endsWith('face-again'))
    if (again < 0) continue
    looked++
    const washed = steps.findIndex(({ id }) => id === 'bath:face')
    expect(washed, `${seed}`).toBeGreaterThanOrEqual(0)
    expect(washed, `${seed}`).toBeLessThan(again)
  }
  expect(looked).toBeGreaterThan(100)
})

test('a plan that says nothing of its slot fits it by its own steps, and one that does not says by how much', () => {
  for (const { seed, groom, plan } of groomed) {
    const said = plan.stops.find(({ code }) => code === 'slot-too-short')
    if (plan.verdict.choice === 'split-visits' || plan.verdict.choice === 'look-first') continue
    if (said) {
      expect(said.values).toEqual({ minutes: groom.minutes, slot: groom.slot, over: groom.over })
      expect(groom.minutes).toBeGreaterThan(groom.slot)
    } else expect(groom.minutes, `${seed}`).toBeLessThan(groom.slot + 1)
  }
})

// What can wait is left for another day before a dog is asked to stand too long.
test('what can wait is left out in its order, only as far as it has to be, and no step of it is left', () => {
  let leaves = 0
  for (const { seed, groom, plan, steps } of groomed) {
    const { leftOut, standing, cap } = groom
    if (standing > cap + 1)
      expect(
        plan.stops.some(({ code }) => code === 'stands-long'),
        `${seed}`,
      ).toBe(plan.verdict.choice !== 'look-first')
    const order = leftOut.map(({ what }) => LEFT_OUT_IDS.indexOf(what))
    expect(order).toEqual(order.toSorted((a, b) => a - b))
    if (leftOut.length === 0) continue
    leaves++
    expect(standing + leftOut.at(-1)!.minutes, `${seed}`).toBeGreaterThan(cap)
    const out = new Set(leftOut.map(({ what }) => what))
    if (out.has('nails')) expect(steps.some(({ kind }) => kind === 'nails')).toBe(false)
    // What a cycle has opened gets its one wash then.
    if (out.has('wash') && !steps.some(({ id }) => id.startsWith('bath:cycle')))
      expect(steps.filter(({ id }) => id.startsWith('bath:wash-2'))).toEqual([])
  }
  expect(leaves).toBeGreaterThan(100)
})

test('nobody signs for less than happens: no blade, comb or shears leaves less than the outline the owner saw', () => {
  for (const { seed, assessment, plan, steps } of groomed) {
    const { mm } = goesHome(assessment, plan, HOUSE)
    for (const step of steps.filter(cutsHair))
      for (const index of step.indexes) {
        // Places cleaned for hygiene are told as such, and are small.
        if (HYGIENE.has(REGION_SIDES[index]!.region) || FEET.has(REGION_SIDES[index]!.region)) continue
        expect(step.leavesMm!, `${seed} ${REGION_SIDES[index]!.region} ${step.id}`).toBeGreaterThanOrEqual(
          mm[index]! - 1e-6,
        )
      }
  }
})

test('every dog that is bathed leaves dry, or it is said that it will not get dry', () => {
  let bathed = 0
  for (const { seed, assessment, plan, steps } of groomed) {
    const bath = planBath(assessment, plan, HOUSE, USUAL_SHELF)
    expect(
      steps.some(({ kind }) => kind === 'dry'),
      `${seed}`,
    ).toBe(!bath.noBath)
    if (bath.noBath) continue
    bathed++
    const drying = dryingOf(assessment, plan, HOUSE)
    if (drying.cautions.includes('will-not-dry')) continue
    // Blown and brushed for as long as the steps say, its water followed from the towel on.
    const model = dryingModel(assessment, plan, HOUSE)
    const minutesOf = (name: string): number =>
      sum(drying.stages.map(({ stage, minutes }) => (stage === name ? minutes : 0)))
    const blown = minutesOf('high-velocity')
    const left = waterAt(model, blown, blown + minutesOf('brush-dry'))
    expect(left, `${seed}`).toBeLessThanOrEqual(model.warm.done * (1 + 1e-6) + 1e-6)
    // And none of it is taken off twice: what stands on the bench is that, less what the verdict's own work does.
    const stands = sum(steps.map(({ kind, minutes }) => (kind === 'dry' ? minutes : 0)))
    expect(stands + drying.inVerdict + drying.brushedInVerdict, `${seed}`).toBeGreaterThanOrEqual(
      blown + minutesOf('brush-dry') - 0.5,
    )
  }
  expect(bathed).toBeGreaterThan(1000)
})

test('nothing that the dog does not bear, a rule forbids or the owner asked against stands in any step', () => {
  for (const { seed, assessment, steps } of groomed) {
    const { dog, wishes, sheet, consents } = assessment
    for (const step of steps) {
      const said = `${seed} ${step.id}`
      const works = step.kind === 'coat' || step.kind === 'cut'
      if (dog.dryerTolerance === 'none') {
        expect(step.treatment, said).not.toBe('blow-out')
        expect(step.what, said).not.toBe('high-velocity')
      }
      if (step.kind === 'nails') expect(nailsAreDone(assessment), said).toBe(true)
      if (step.kind === 'ear-hair') expect(dog.faceTolerance, said).toBe('fine')
      for (const index of step.indexes) {
        const { region } = REGION_SIDES[index]!
        const { leave, skin, findings } = sheet[index]!
        if (!works) continue
        if (leave !== null) throw new Error(`${said}: a place that was asked to be left`)
        if ((skin ?? 0) >= 3 && findings.length === 0) throw new Error(`${said}: skin that was broken`)
        if (!cutsHair(step)) continue
        if (letsGrow(region, wishes) && step.kind === 'cut') throw new Error(`${said}: hair that is let grow`)
        if (isShow(assessment) && step.kind === 'coat') throw new Error(`${said}: a blade on a show coat`)
        if (step.tool?.kind !== 'shears' && keepsJacket(assessment) && JACKET.has(region))
          throw new Error(`${said}: a kept jacket`)
        if (dog.faceTolerance === 'none' && FACE_EDGE.has(region) && step.tool?.kind !== 'shears')
          throw new Error(`${said}: a face that is not to be touched`)
        // Felt that rubbing made is cut on every coat.
        const outer = REGIONS[region].seen === 3 && !FRICTION.has(region)
        const double = dog.coatType === 'double' && step.tool?.kind !== 'shears' && outer
        if (double && !(consents.doubleClip && consents.vetDirectsClip))
          throw new Error(`${said}: a double coat that nobody said may be clipped`)
        if (EAR_LEATHER.has(region) && step.tool?.kind === 'blade' && assessment.experience === 'learner')
          expect(step.handOver, said).toBe(true)
      }
    }
  }
})
