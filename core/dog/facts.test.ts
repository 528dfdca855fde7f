import { describe, expect, test } from 'vitest'
import { aDog, anAssessment, CLEAN, someWishes } from '../../test/fixtures/dogs.ts'
import { planBath } from '../bath/bath.ts'
import { deshedOf } from '../bath/deshed.ts'
import { cutOf } from '../cut/cut.ts'
import { showFinishOf } from '../cut/show.ts'
import { dryingOf } from '../drying/drying.ts'
import { usualSettings } from '../drying/settings.ts'
import { restEveryOf } from '../groom/steps.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { schoolsWith } from '../numbers/schools.ts'
import { planGroom } from '../plan/plan.ts'
import type { Dog, HealthFlag, Wishes } from './dog.ts'
import * as facts from './facts.ts'

const H = DEFAULT_HOUSE
const ROOM = { tempC: 22, rh: 0.5 }
const WARM = { tempC: 29, rh: 0.5 }

/*
 * Each fact given alone, by whatever may give it. Which flags make which fact: common practice.
 */
describe('facts of a dog', () => {
  test.each<[string, Partial<Dog>, boolean]>([
    ['by age', { ageMonths: 7 }, true],
    ['by flag', { ageMonths: null, health: ['puppy'] }, true],
    ['grown', { ageMonths: 12 }, false],
    ['age not known', { ageMonths: null }, false],
  ])('a puppy %s', (_, dog, puppy) => expect(facts.isPuppy(aDog(dog), H)).toBe(puppy))

  test.each<[string, Partial<Dog>, boolean]>([
    ['by breed', { breed: 'pug' }, true],
    ['by flag', { health: ['brachycephalic'] }, true],
    ['as said for this dog', { breed: 'cross', skull: 'short' }, true],
    ['taken off a breed that has it', { breed: 'pug', skull: 'usual' }, false],
    ['of a breed that has none', { breed: 'beagle' }, false],
    ['of nobody knows what', { breed: null }, false],
  ])('a short skull %s', (_, dog, short) => expect(facts.hasShortSkull(aDog(dog))).toBe(short))

  test.each<[string, Partial<Dog>, Partial<Wishes>, boolean]>([
    ['by wish', {}, { show: true }, true],
    ['by style', {}, { style: 'show' }, true],
    ['by its coat', { modifiers: ['show-coat'] }, {}, true],
    ['not at all', {}, { keepLength: 3 }, false],
  ])('show %s', (_, dog, wishes, show) =>
    expect(facts.isShow({ dog: aDog(dog), wishes: someWishes(wishes) })).toBe(show),
  )

  test.each<[Partial<Dog>, Partial<Wishes>, boolean]>([
    [{ coatType: 'wire' }, { keepJacket: true }, true],
    [{ coatType: 'wire', modifiers: ['clipped-wire'] }, { keepJacket: true }, false],
    [{ coatType: 'wire' }, {}, false],
    [{ coatType: 'curly' }, { keepJacket: true }, false],
  ])('a jacket that is kept: %j %j', (dog, wishes, keeps) =>
    expect(facts.keepsJacket({ dog: aDog(dog), wishes: someWishes(wishes) })).toBe(keeps),
  )

  const HEALTHY: Partial<Dog> = { ageMonths: 40, health: [] }
  const flag = (id: HealthFlag): Partial<Dog> => ({ ...HEALTHY, health: [id] })
  const yes = (fact: (about: { dog: Dog; room: typeof ROOM }) => boolean, dog: Partial<Dog>, room = ROOM): boolean =>
    fact({ dog: aDog(dog), room })

  test('frail: the very young, the old and the ill; nothing else', () => {
    const frail = (dog: Partial<Dog>) => facts.isFrail(aDog(dog), H)
    for (const id of [
      'senior',
      'heart',
      'breathing',
      'seizures',
      'cancer-care',
      'recent-surgery',
      'pregnant',
      'weak-hind',
      'arthritis',
    ] as const)
      expect(frail(flag(id)), id).toBe(true)
    for (const id of ['deaf', 'blind', 'allergy', 'brachycephalic', 'diabetic'] as const)
      expect(frail(flag(id)), id).toBe(false)
    expect(frail({ ageMonths: 5 })).toBe(true)
    expect(frail({ ageMonths: 9 })).toBe(false)
    expect(frail({ surgery: { daysAgo: 20, cleared: true } })).toBe(true)
    expect(frail({ surgery: { daysAgo: 90, cleared: true } })).toBe(false)
  })
  test('heat care: what bears heat badly, and every dog in a warm room', () => {
    const heat = (dog: Partial<Dog>, room = ROOM) => yes((about) => facts.needsHeatCare(about, H), dog, room)
    for (const id of ['senior', 'puppy', 'brachycephalic', 'heart', 'breathing', 'pregnant'] as const)
      expect(heat({ ...flag(id), ageMonths: id === 'puppy' ? null : 40 }), id).toBe(true)
    expect(heat({ ageMonths: 6 })).toBe(true)
    expect(heat({ breed: 'pug' })).toBe(true)
    expect(heat(HEALTHY)).toBe(false)
    expect(heat(HEALTHY, WARM)).toBe(true)
  })
  test('stands briefly: legs, age, and a short skull in a warm room', () => {
    const briefly = (dog: Partial<Dog>, room = ROOM) => yes((about) => facts.standsBriefly(about, H), dog, room)
    for (const id of ['senior', 'weak-hind', 'arthritis', 'pregnant'] as const) expect(briefly(flag(id)), id).toBe(true)
    expect(briefly({ ageMonths: 5 })).toBe(true)
    expect(briefly({ breed: 'pug' })).toBe(false)
    expect(briefly({ breed: 'pug' }, WARM)).toBe(true)
    expect(briefly(flag('heart'))).toBe(false)
  })
  test('a scar is not cleared until the vet has said so', () => {
    const scores = { ...CLEAN, findings: [{ id: 'surgery-site', sizeMm: 20 } as const] }
    expect(facts.scarAt(scores, aDog())).toBe('not-cleared')
    expect(facts.scarAt(scores, aDog({ surgery: { daysAgo: 20, cleared: true } }))).toBe('cleared')
    expect(facts.scarAt(CLEAN, aDog({ surgery: { daysAgo: 20, cleared: false } }))).toBeNull()
  })
})

describe('every station hears the same fact', () => {
  const at = (changes: Parameters<typeof anAssessment>[0]) => {
    const assessment = anAssessment(changes)
    return { assessment, plan: planGroom(assessment, H) }
  }
  test.each<[string, Partial<Dog>]>([
    ['a puppy by age without the tick', { ageMonths: 5, dryerTolerance: 'fine' }],
    ['a short skull by breed without the tick', { breed: 'pug', coatType: 'smooth', dryerTolerance: 'fine' }],
  ])('%s is dried on low heat, with breaks, washed cool', (_, dog) => {
    const { assessment, plan } = at({ dog })
    expect(usualSettings(assessment, H).warmOutletC).toBeLessThanOrEqual(H['brush.outlet-low'])
    const drying = dryingOf(assessment, plan, H)
    expect(drying.cautions).toContain('no-heated-cage')
    expect(planBath(assessment, plan, H, []).waterC).toBe(H['bath.water-cool'])
    const long = at({ dog: { ...dog, weightKg: 30 } })
    expect(dryingOf(long.assessment, long.plan, H).breaks).toBeGreaterThan(0)
  })
  test('a short skull is said at the verdict, by breed too, and not once it is taken off', () => {
    const said = (dog: Partial<Dog>) =>
      at({ dog }).plan.stops.some((stop) => stop.code === 'health' && stop.values.flag === 'brachycephalic')
    expect(said({ breed: 'pug' })).toBe(true)
    expect(said({ breed: 'pug', skull: 'usual' })).toBe(false)
  })
  test.each<[string, Partial<Dog>, Partial<Wishes>]>([
    ['by wish', {}, { show: true }],
    ['by style', {}, { style: 'show' }],
    ['by its coat', { modifiers: ['show-coat'] }, {}],
  ])('a show dog %s gets no bladed tool, no finishing cut and the show finish', (_, dog, wishes) => {
    const { assessment, plan } = at({
      dog: { coatType: 'drop-double', ...dog },
      wishes,
      sheet: anAssessment().sheet.map((side) => ({ ...side, undercoat: 2 as const })),
      schools: schoolsWith({ 'undercoat-tools': 'bladed' }),
    })
    expect(deshedOf(assessment, plan, H)!.places.every(({ tools }) => !tools.includes('bladed'))).toBe(true)
    expect(cutOf(assessment, plan, H)!.lines.filter(({ part, why }) => part === 'coat' && why !== 'verdict')).toEqual(
      [],
    )
    expect(showFinishOf(assessment)).not.toBeNull()
  })
  test('a dog that may have to stop early rests more often', () => {
    expect(restEveryOf(anAssessment({ dog: { ageMonths: 5 } }), H)).toBe(H['bench.rest-frail'])
    expect(restEveryOf(anAssessment(), H)).toBe(H['bench.rest'])
  })
})
