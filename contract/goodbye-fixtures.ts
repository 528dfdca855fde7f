import { anAssessment, cleanSheet, onRegions } from '../core/fixtures.ts'
import {
  type Assessment,
  type Bench,
  type BenchEvent,
  type BenchHappening,
  benchOf,
  type Cut,
  cutOf,
  DEFAULT_HOUSE,
  type GroomStep,
  type Plan,
  planGroom,
  USUAL_SHELF,
  wholeGroom,
} from '../core/index.ts'
import { type GoodbyeGiven, goodbyePage } from './goodbye-page.ts'

/** A groom for tests: planned, worked through as told, and what is said at its goodbye. */
export const GROOM_START = Date.parse('2026-03-04T09:00:00Z')
export const GROOMER = '00000000-0000-4000-8000-0000000000aa'
const MINUTE = 60_000
/** When it goes home. */
export const GOODBYE_AT = new Date('2026-03-04T12:00:00Z')

export interface Groom {
  readonly assessment: Assessment
  readonly plan: Plan
  readonly cut: Cut | null
  readonly steps: readonly GroomStep[]
}

export function aGroom(changes: Parameters<typeof anAssessment>[0] = {}): Groom {
  const assessment = anAssessment({
    wishes: { style: 'trim' },
    sheet: onRegions(cleanSheet(), ['armpit'], { mat: 2, extent: 0.5, standoffMm: 6 }),
    ...changes,
  })
  const plan = planGroom(assessment, DEFAULT_HOUSE)
  const shelf = USUAL_SHELF.map((product) => ({ ...product, name: `Weir ${product.kind}` }))
  return {
    assessment,
    plan,
    cut: cutOf(assessment, plan, DEFAULT_HOUSE),
    steps: wholeGroom(assessment, plan, DEFAULT_HOUSE, shelf),
  }
}

type Happened = readonly (readonly [atMin: number, happening: BenchHappening])[]

/** The bench once each step took as long as planned, but for what is done otherwise. */
export function workedThrough(
  { steps, plan }: Groom,
  { skip = () => false, also = [] }: { skip?: (step: GroomStep) => boolean; also?: Happened } = {},
): Bench {
  let clock = 0
  const happened: [number, BenchHappening][] = [
    [0, { kind: 'plan', planId: 'p', steps, pullBudget: plan.verdict.pullBudget, restEvery: 60 }],
  ]
  for (const step of steps) {
    if (skip(step)) {
      happened.push([clock, { kind: 'skip', step: step.id, reason: 'dog-says-no' }])
      continue
    }
    happened.push([clock, { kind: 'start', step: step.id }])
    clock += step.minutes
    happened.push([clock, { kind: 'done', step: step.id }])
  }
  const events = [...happened, ...also].map(
    ([at, happening], i): BenchEvent => ({ ...happening, id: `e${i}`, at: GROOM_START + at * MINUTE, by: GROOMER }),
  )
  return benchOf(events, GROOM_START + clock * MINUTE)
}

export const givenFor = (groom: Groom, bench: Bench | null, more: Partial<GoodbyeGiven> = {}): GoodbyeGiven => {
  const { dog } = groom.assessment
  return {
    salon: 'Walnut Yard',
    owner: 'Idony Marsh',
    at: GOODBYE_AT,
    by: ['Ebba'],
    dog: { breed: dog.breed ?? undefined, coatType: dog.coatType, weightKg: dog.weightKg, lengthMm: dog.lengthMm },
    assessment: groom.assessment,
    plan: groom.plan,
    bench,
    cut: groom.cut,
    marks: [],
    note: '',
    price: { currency: 'EUR', quoted: 6100, total: 6100 },
    nextOn: null,
    nextAt: null,
    checkedBy: null,
    ...more,
  }
}

export const pageFor = (
  groom: Groom,
  bench: Bench | null,
  more: Partial<GoodbyeGiven> = {},
): ReturnType<typeof goodbyePage> => goodbyePage(givenFor(groom, bench, more), DEFAULT_HOUSE)
