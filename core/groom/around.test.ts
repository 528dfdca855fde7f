import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, onRegions } from '../../test/fixtures/dogs.ts'
import { found, place } from '../../test/fixtures/found.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import type { RegionId } from '../body/regions.ts'
import { cutOf } from '../cut/cut.ts'
import type { Assessment } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { planGroom } from '../plan/plan.ts'
import { SEVEN_MM } from '../tools/blades.ts'
import type { GroomStep } from './step.ts'
import { wholeGroom } from './steps.ts'

/*
 * What a finding asks for is common practice; the distances are estimates of ours. The table of findings is written by
 * hand in core/scores/findings.ts, and these tests ask the plan, the cut and the bench whether they keep to it.
 */
const cut = (assessment: Assessment) => cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)!
const lines = (assessment: Assessment, region: RegionId) =>
  cut(assessment).lines.filter(({ index }) => index === place(region))
const groom = (assessment: Assessment): GroomStep[] =>
  wholeGroom(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE, USUAL_SHELF)

describe('the finishing cut', () => {
  test('goes round a lump that leaves room beside it, a fifth slower, and says how far off', () => {
    const [line] = lines(found('side', 'lump', 15), 'side')
    const [free] = lines(anAssessment({ wishes: { style: 'short' } }), 'side')
    expect(line!.tool).toEqual(free!.tool)
    expect(line!.around).toEqual([{ finding: 'lump', offMm: 10, as: 'round' }])
    expect(line!.minutes).toBeCloseTo(1.2 * free!.minutes, 9)
    expect(line!.cautions).toContain('keep-tools-off-finding')
  })
  test('takes shears instead of a blade where a lump leaves none room', () => {
    // 0.47 m2 x 0.020 / 2: 4,700 mm2 of armpit, 68 mm square; 20 mm, 10 round it and a blade of 40 want 80.
    const made = lines(found('armpit', 'lump', 20), 'armpit')
    expect(made.map(({ tool }) => tool.kind)).toEqual(['shears'])
    expect(made[0]!.leavesMm).toBeGreaterThanOrEqual(3)
  })
  test('and the step that goes round it with shears says so on the bench', () => {
    const assessment = found('armpit', 'lump', 20)
    const step = groom(assessment).find(
      ({ kind, tool, indexes }) => kind === 'cut' && tool?.kind === 'shears' && indexes.includes(place('armpit')),
    )!
    expect(step.around).toContainEqual({ index: place('armpit'), finding: 'lump', offMm: 10, as: 'round' })
  })
  test('leaves a place that a sore fills, and says why', () => {
    const { lines: all, notCut } = cut(found('tuck', 'pressure-sore', 45))
    expect(all.some(({ index }) => index === place('tuck'))).toBe(false)
    expect(notCut.find(({ index }) => index === place('tuck'))!.why).toMatch(/finding-in-the-way|left-alone/)
  })
  test('opens nothing at a swollen opening, cuts no pads on a paw with an ingrown nail or a sore between the toes', () => {
    expect(lines(found('sanitary', 'anal-swelling', 8), 'sanitary').filter(({ part }) => part === 'opening')).toEqual(
      [],
    )
    for (const id of ['ingrown-nail', 'interdigital-sore'] as const)
      expect(
        lines(found('front-paw', id, 5), 'front-paw').filter(({ part }) => part === 'pads'),
        id,
      ).toEqual([])
  })
  test('pads that are cracked get shears, no close blade', () => {
    const pads = lines(found('front-paw', 'cracked-pad', null), 'front-paw').find(({ part }) => part === 'pads')!
    expect(pads.tool).toEqual({ kind: 'shears', id: 'ball-tip' })
  })
  test('leaves a swollen ear alone, all of it', () => {
    expect(lines(found('ear-outer', 'haematoma-ear', 30), 'ear-outer')).toEqual([])
  })
})

describe('coat work', () => {
  const matted = onRegions(cleanSheet(), ['armpit', 'side'], { mat: 3, extent: 0.5, standoffMm: 3 })
  test('a mat with a lump under it is opened from above with shears, and not by a learner', () => {
    for (const experience of ['practised', 'learner'] as const) {
      const assessment = found('armpit', 'lump', 12, { sheet: matted, experience })
      const { treatment, option } = planGroom(assessment, DEFAULT_HOUSE).regions[place('armpit')]!
      if (treatment === 'splice' || treatment === 'clip-out') {
        expect(option.tool!.kind).toBe('shears')
        expect(option.cautions).toContain('lump-from-above')
        expect(option.handOver).toBe(experience === 'learner')
      } else expect(treatment).toBe('clip')
    }
  })
  test('nothing shorter than a 7 over pink skin that no mat forces', () => {
    for (const id of ['redness', 'rash', 'clipper-irritation'] as const)
      for (const { tool, leavesMm } of lines(found('side', id, 40, { wishes: { targetMm: { body: 1.5 } } }), 'side'))
        if (tool.kind === 'blade') expect(leavesMm, id).toBeGreaterThanOrEqual(SEVEN_MM)
  })
})

describe('the steps of the groom', () => {
  test('every station reads what was found where it goes', () => {
    const steps = groom(found('ear-outer', 'haematoma-ear', 30))
    const of = (kind: GroomStep['kind']) => steps.filter((step) => step.kind === kind)
    expect(of('dry').every(({ around }) => around.some(({ as }) => as === 'no-air'))).toBe(true)
    expect(of('ears').every(({ around }) => around.some(({ as }) => as === 'left'))).toBe(true)
    const wash = of('bath').find(({ what }) => what === 'wet')!
    expect(wash.around.map(({ as }) => as)).toContain('dry')
    expect(steps.some(({ kind }) => kind === 'ear-hair')).toBe(false)
  })
  test('a dog without findings has nothing to go round', () => {
    expect(groom(anAssessment({ wishes: { style: 'short' } })).every(({ around }) => around.length === 0)).toBe(true)
  })
})
