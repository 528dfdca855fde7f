import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import { consentNeeds } from '../consent/needs.ts'
import { EXTRA_IDS, EXTRA_PLACES, type ExtraId, withoutOpposites } from '../dog/extras.ts'
import { dryingOf } from '../drying/drying.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { goesHome } from './goes-home.ts'
import type { GroomStep } from './step.ts'
import { groomMinutes, wholeGroom } from './steps.ts'
import { planWhole } from './whole.ts'

type Changes = Parameters<typeof anAssessment>[0]
const groom = (extras: readonly ExtraId[], changes: Changes = {}) => {
  const assessment = anAssessment({
    dog: { coatType: 'curly', weightKg: 12, lengthMm: lengths(60), nailTolerance: 'fine', faceTolerance: 'fine' },
    ...changes,
    wishes: { style: 'short', keepLength: 0, ...changes?.wishes, extras },
  })
  const plan = planWhole(assessment, DEFAULT_HOUSE)
  return { assessment, plan, steps: wholeGroom(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF) }
}
const at = (step: GroomStep, region: RegionId): boolean =>
  step.indexes.some((index) => REGION_SIDES[index]!.region === region)
const cuts = (steps: readonly GroomStep[], region: RegionId): GroomStep[] =>
  steps.filter(
    (step) => (step.kind === 'cut' || (step.kind === 'coat' && step.treatment === 'clip')) && at(step, region),
  )

// What an owner may ask for and what a groomer then does or leaves: common practice.
describe('what the owner asks for', () => {
  test('is read before the first step, and at every step that could go against it', () => {
    for (const id of EXTRA_IDS) {
      const { steps } = groom([id], { stage: 'arrival' })
      expect(steps[0], id).toMatchObject({ kind: 'begin', extras: [id], minutes: 0 })
      const places = EXTRA_PLACES[id]
      for (const step of steps)
        if (step.kind === 'cut' && places && step.indexes.some((i) => places.has(REGION_SIDES[i]!.region)))
          expect([step.id, ['nails-short', 'no-dryer-on-head'].includes(id) || step.extras.includes(id)], id).toEqual([
            step.id,
            true,
          ])
    }
    const read = (id: ExtraId) =>
      new Set(
        groom([id])
          .steps.filter(({ extras }) => extras.includes(id))
          .map(({ kind }) => kind),
      )
    expect(read('no-perfume')).toEqual(new Set(['begin', 'bath']))
    expect(read('nails-short')).toEqual(new Set(['begin', 'nails']))
    expect(read('no-dryer-on-head')).toEqual(new Set(['begin', 'dry']))
  })
  test('words that no field holds stand before the first step; nothing asked, no such step', () => {
    const { steps } = groom([], { wishes: { note: 'The left ear was operated on as a pup.' } })
    expect(steps[0]).toMatchObject({ kind: 'begin', words: 'The left ear was operated on as a pup.' })
    expect(groom([]).steps.some(({ kind }) => kind === 'begin')).toBe(false)
  })
  test('hair that is let grow is not cut for looks; where felt takes it, a yes is needed', () => {
    for (const [id, region] of [
      ['ears-grow', 'ear-outer'],
      ['tail-grow', 'tail'],
      ['keep-beard', 'muzzle'],
    ] as const) {
      const asked = groom([id], { wishes: { targetMm: { body: 10 } } })
      expect(cuts(asked.steps, region), id).toEqual([])
      expect(consentNeeds(asked.plan, asked.assessment, null, DEFAULT_HOUSE)).not.toContain('grown-hair-cut')
    }
    const felted = groom(['ears-grow'], {
      sheet: onRegions(cleanSheet(), ['ear-outer'], { mat: 4, extent: 1, standoffMm: 1.5 }),
    })
    expect(goesHome(felted.assessment, felted.plan, DEFAULT_HOUSE).mm[earIndex]).toBeLessThan(60)
    expect(consentNeeds(felted.plan, felted.assessment, null, DEFAULT_HOUSE)).toContain('grown-hair-cut')
  })
  test('every hair of it weighs as where every hair is kept', () => {
    const sheet = onRegions(cleanSheet(), ['ear-outer'], { mat: 3, extent: 0.5, standoffMm: 3 })
    const coatOf = (extras: readonly ExtraId[]) =>
      groom(extras, { sheet }).plan.regions[earIndex]!.weighed.map(({ coat, loss }) => (loss > 0 ? coat / loss : 0))
    const least = Math.min(...coatOf([]).filter((weight) => weight > 0))
    expect(least).toBeCloseTo(DEFAULT_HOUSE['wish.keep0'], 9)
    for (const weight of coatOf(['ears-grow']))
      if (weight > 0) expect(weight).toBeCloseTo(DEFAULT_HOUSE['wish.keep3'], 9)
  })
  test('feet that are left: no tool, no pads, no nails, nothing between the toes', () => {
    const sheet = onRegions(cleanSheet(), ['front-paw'], { mat: 3, extent: 0.5, standoffMm: 3 })
    const { steps, plan } = groom(['no-feet'], { sheet })
    expect(steps.some(({ kind }) => kind === 'nails')).toBe(false)
    expect(steps.some(({ what }) => what === 'paws' || what === 'pads')).toBe(false)
    for (const region of ['front-paw', 'hind-paw'] as const) {
      expect(steps.filter((step) => step.kind !== 'bath' && step.tool !== null && at(step, region))).toEqual([])
      for (const { treatment } of plan.regions.filter((one) => one.region === region)) expect(treatment).toBe('leave')
    }
  })
  test('nails wanted short take a tip at a time; lashes go before the way of the house', () => {
    const nails = (extras: readonly ExtraId[]) =>
      groom(extras)
        .steps.filter(({ kind }) => kind === 'nails')
        .reduce((sum, { minutes }) => sum + minutes, 0)
    expect(nails(['nails-short'])).toBeCloseTo(nails([]) * DEFAULT_HOUSE['job.nails-short'], 6)
    const notes = (extras: readonly ExtraId[]) => cuts(groom(extras).steps, 'eyes').flatMap((step) => step.notes)
    expect(notes(['lashes-stay'])).toContain('lashes-stay')
    expect(notes(['lashes-off'])).toContain('lashes-off')
    expect(notes([])).toContain('lashes-owner')
  })
  test('no dryer on the head: none is blown out there, and the drying says how it dries', () => {
    const sheet = onRegions(cleanSheet(), ['crown', 'cheek', 'back'], { undercoat: 4 })
    const { plan, assessment } = groom(['no-dryer-on-head'], {
      dog: { coatType: 'double', weightKg: 30, dryerTolerance: 'fine' },
      sheet,
      wishes: { style: 'natural' },
    })
    const blown = plan.regions.filter(({ treatment }) => treatment === 'blow-out').map(({ region }) => region)
    expect(blown).toContain('back')
    expect(blown).not.toContain('crown')
    expect(dryingOf(assessment, plan, DEFAULT_HOUSE).cautions).toContain('no-dryer-on-head')
  })
  test('of two that are opposites the later holds', () => {
    expect(withoutOpposites(['lashes-off', 'tail-grow', 'lashes-stay'])).toEqual(['tail-grow', 'lashes-stay'])
    expect(withoutOpposites(['nails-short', 'no-feet'])).toEqual(['no-feet'])
  })
  test('a groom with words to read first takes no longer', () => {
    const shown = groom([], { wishes: { note: 'Calls him Bear.' } })
    expect(groomMinutes(shown.steps)).toBeCloseTo(groomMinutes(groom([]).steps), 9)
  })
})

const earIndex = REGION_SIDES.findIndex(({ region }) => region === 'ear-outer')
