import { planBath } from '../bath/bath.ts'
import type { Product } from '../bath/products.ts'
import type { Bath, Swaps } from '../bath/shape.ts'
import { nailMinutes } from '../bath/timing.ts'
import { bathSkin } from '../bath/wanted.ts'
import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import { coatPartOf } from '../coat/region-length.ts'
import { cutOf } from '../cut/cut.ts'
import type { Cut, CutLine, CutPart } from '../cut/shape.ts'
import { showFinishOf, showMinutes } from '../cut/show.ts'
import type { Assessment } from '../dog/dog.ts'
import { mayEndEarly, nailsAreDone } from '../dog/facts.ts'
import { type Drying, dryingOf } from '../drying/drying.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { grouped } from '../numbers/grouped.ts'
import type { Minutes } from '../numbers/units.ts'
import { temperFactorOf } from '../plan/context.ts'
import { isLeftOut } from '../plan/left-out.ts'
import type { CoatWork, RegionPlan } from '../plan/plan-shape.ts'
import { bladeUnderComb } from '../tools/blades.ts'
import type { Treatment, When } from '../tools/treatments.ts'
import { aroundStep } from './around.ts'
import { bathSteps } from './bath-steps.ts'
import { extrasAt } from './extras-at.ts'
import { heedsAt } from './heeds.ts'
import { type GroomPhase, type GroomStep, stepOf } from './step.ts'
import { todaysPart } from './today.ts'

const sum = <T>(list: readonly T[], of: (item: T) => number): number =>
  list.reduce((total, item) => total + of(item), 0)
const unique = <T>(items: readonly T[]): T[] => [...new Set(items)]

const NOT_WORK: ReadonlySet<Treatment> = new Set(['none', 'leave', 'look'])

/** Cut only where no mats are left to cut through; an opening is kept clear whatever is round it. */
const THROUGH_FIRST: ReadonlySet<CutPart> = new Set(['coat', 'hock', 'ear-top', 'tail-base'])

/** Work that goes over a whole part of the coat in one go; the rest is done place by place. */
const OVER_A_PART: ReadonlySet<Treatment> = new Set(['brush', 'card', 'strip', 'blow-out', 'clip'])

/**
 * Coat work of the verdict that falls into one part of the groom. What is clipped in one go has the same cautions: a
 * place with its own danger comes up by itself.
 */
function coatSteps(plan: CoatWork, phase: GroomPhase, whens: readonly When[], assessment: Assessment): GroomStep[] {
  const partOf = todaysPart(plan)
  const here = plan.regions.filter(
    ({ treatment, option, done, index }) =>
      !done && !NOT_WORK.has(treatment) && partOf(index) > 0 && option.when !== null && whens.includes(option.when),
  )
  const key = ({ region, treatment, option, index }: RegionPlan): string => {
    const tool = option.tool ? `${option.tool.kind} ${option.tool.id} ${option.tool.form ?? ''}` : ''
    const alike = treatment === 'clip' ? `${option.leavesMm} ${option.cautions.join(' ')}` : ''
    return OVER_A_PART.has(treatment)
      ? `${treatment} ${coatPartOf(region, assessment.dog.coatType)} ${tool} ${alike}`
      : `${treatment} ${region} ${tool} ${option.leavesMm ?? ''} ${option.tool ? '' : index}`
  }
  return [...grouped(here, (place) => `${key(place)} ${partOf(place.index)}`).values()].map((places): GroomStep => {
    const { treatment, option } = places[0]!
    const indexes = places.map(({ index }) => index)
    const part = partOf(places[0]!.index)
    return stepOf({
      id: `${treatment}@${indexes.join('.')}${part < 1 ? `~${part}` : ''}`,
      phase,
      kind: 'coat',
      treatment,
      indexes,
      tool: option.tool,
      leavesMm: option.leavesMm,
      minutes: part * sum(places, (place) => place.option.minutes),
      pace: option.cost.factors.pace,
      pull: part * sum(places, (place) => place.option.pull),
      cautions: unique(places.flatMap((place) => place.option.cautions)),
      handOver: places.some((place) => place.option.handOver),
      part,
    })
  })
}

function drySteps(drying: Drying | null): GroomStep[] {
  if (!drying) return []
  const counted = { towel: 0, 'high-velocity': drying.inVerdict, 'brush-dry': drying.brushedInVerdict, air: 0 }
  const steps = drying.stages
    .filter(({ stage, minutes }) => stage !== 'towel' && minutes > 0)
    .map(({ stage, minutes }) =>
      stepOf({
        id: `dry:${stage}`,
        phase: 'dry',
        kind: 'dry',
        // Coats that dry as they lie are not brushed, whatever blows.
        what: stage === 'brush-dry' && drying.method === 'natural' ? 'air' : stage,
        minutes: Math.max(0, minutes - counted[stage]),
      }),
    )
  const worth = steps.filter(({ minutes }) => minutes >= LEAST_MIN)
  return worth.length > 0 ? worth : steps.slice(0, 1)
}
/** What is left of a stage when the rest is counted elsewhere: less than this is no step of its own. */
const LEAST_MIN = fixed('step.least')

/** Lines of the finishing cut with the same tool, as one step where the first of them stands: a tool is taken up once. */
function cutSteps(lines: readonly CutLine[], phase: GroomPhase, pace: number): GroomStep[] {
  const runs = grouped(lines, ({ part, tool, against, leavesMm, shape }) =>
    [part, tool.kind, tool.id, tool.form, against, shape ? `${shape.part} ${shape.id}` : leavesMm].join(' '),
  )
  return [...runs.values()].map((run): GroomStep => {
    const { part, tool, against, leavesMm, shape } = run[0]!
    const indexes = run.map(({ index }) => index)
    return stepOf({
      id: `cut:${part}:${tool.kind}:${tool.id}@${indexes.join('.')}`,
      phase,
      kind: 'cut',
      treatment: 'clip',
      what: part,
      shape,
      indexes,
      tool,
      against,
      leavesMm,
      minutes: sum(run, ({ minutes }) => minutes),
      pace,
      cautions: unique(run.flatMap(({ cautions }) => cautions)),
      notes: unique(run.flatMap(({ notes }) => notes)),
      handOver: run.some(({ handOver }) => handOver),
    })
  })
}

/** Plucked only where the house does that, on coats whose ears fill with hair, and never where an ear is not sound. */
function plucksEars({ schools, dog, sheet }: Assessment): boolean {
  const sound = REGION_SIDES.every(
    ({ region, index }) =>
      (region !== 'ear-inner' && region !== 'ear-outer') ||
      (bathSkin(sheet[index]!) === 0 && sheet[index]!.findings.length === 0 && sheet[index]!.leave === null),
  )
  const fills = dog.coatType === 'curly' || dog.coatType === 'cotton' || dog.coatType === 'drop-double'
  return schools['ear-hair'] === 'pluck' && fills && sound && dog.faceTolerance === 'fine'
}

/** The step before the first, as far as it matters what is read at it. */
const BEFORE = stepOf({ id: 'begin', phase: 'before-bath', kind: 'begin' })

/** Burrs are worked out by hand before any water; where the coat is taken off or left alone, they go or stay with it. */
function burrSteps({ sheet }: Assessment, plan: CoatWork, temperFactor: number, house: House): GroomStep[] {
  const places = plan.regions.filter(
    ({ index, treatment }) => sheet[index]!.tags.includes('burrs') && treatment !== 'clip' && treatment !== 'leave',
  )
  if (places.length === 0) return []
  const indexes = places.map(({ index }) => index)
  const minutes = places.length * house['job.burrs'] * temperFactor
  return [stepOf({ id: `burrs@${indexes.join('.')}`, phase: 'before-bath', kind: 'burrs', indexes, minutes })]
}

/** What each station makes of a plan; null where it does not take place. */
export interface GroomParts {
  readonly bath: Bath | null
  readonly drying: Drying | null
  readonly cut: Cut | null
}

/**
 * The whole groom as a list to work through, from the plan of the verdict, the bath, the drying and the cut. What one of
 * them counts already is not counted again. Empty where the groom stops.
 */
export const groomSteps = (assessment: Assessment, plan: CoatWork, parts: GroomParts, house: House): GroomStep[] =>
  bareSteps(assessment, plan, parts, house).map((step) => ({
    ...step,
    extras: step.kind === 'begin' ? step.extras : extrasAt(step, assessment),
    heeds: heedsAt(step, assessment),
    around: aroundStep(step, assessment, house),
  }))

/** The same with its minutes, but without what each step has to keep to: enough to reckon how long it takes. */
export function bareSteps(
  assessment: Assessment,
  plan: CoatWork,
  { bath, drying, cut }: GroomParts,
  house: House,
): GroomStep[] {
  if (plan.verdict.choice === 'refer') return []
  const { schools } = assessment
  const temperFactor = temperFactorOf(assessment.dog, house)
  const pace = assessment.pace.clip ?? 1
  const partOf = todaysPart(plan)
  /** Whether it is through with its mats today. */
  const through = (index: PlaceIndex): boolean => partOf(index) === 1 || NOT_WORK.has(plan.regions[index]!.treatment)
  /** Loose tangles around a foot leave its pads free. */
  const mayCut = (part: CutPart, index: PlaceIndex): boolean =>
    through(index) || (part === 'pads' ? (assessment.sheet[index]!.mat ?? 2) < 2 : !THROUGH_FIRST.has(part))
  const cutLines = (cut?.lines ?? []).filter(({ why, index, part }) => why !== 'verdict' && mayCut(part, index))
  // Nor is a line softened towards what is still matted.
  const blends = (cut?.blends ?? []).filter(({ a, b }) => through(a) && through(b))
  const early = cutLines.filter(({ when }) => when === 'before-bath')
  const late = cutLines.filter(({ when }) => when !== 'before-bath')
  const job = (kind: 'nails' | 'ears' | 'ear-hair' | 'show', minutes: Minutes, phase: GroomPhase): GroomStep =>
    stepOf({ id: kind, phase, kind, minutes })
  const nailsLater =
    (schools['nails-when'] === 'after-pads' || !bath || bath.noBath) &&
    nailsAreDone(assessment) &&
    !isLeftOut(plan, 'nails')
  const nailsInDwell = bath?.steps.some(({ meanwhile }) => meanwhile.some((id) => id.startsWith('nails'))) ?? false
  const earsLater = schools['ears-when'] === 'after-drying' || !bath || Boolean(bath.noBath)
  const carrier = bladeUnderComb(assessment.rack)
  const { extras, note } = assessment.wishes
  const steps: GroomStep[] = [
    ...(note !== null || extras.length > 0 || heedsAt(BEFORE, assessment).length > 0
      ? [stepOf({ id: 'begin', phase: 'before-bath', kind: 'begin', extras, words: note })]
      : []),
    // Water swells a burr into the coat.
    ...burrSteps(assessment, plan, temperFactor, house),
    ...coatSteps(plan, 'before-bath', ['before-bath'], assessment),
    ...cutSteps(early, 'before-bath', pace),
    ...bathSteps(bath, coatSteps(plan, 'bath', ['in-bath'], assessment)),
    ...drySteps(drying),
    ...coatSteps(plan, 'coat', ['while-drying', 'after-drying'], assessment),
    // Only what the comb goes through is cut. Cords are felt through and parted at the skin; no comb goes through them.
    stepOf({
      id: 'check',
      phase: 'coat',
      kind: 'check',
      minutes: house['check.comb'] * temperFactor,
      what: assessment.dog.coatType === 'corded' ? 'cords' : null,
    }),
    ...cutSteps(late, 'cut', pace),
    ...(cut && blends.length > 0
      ? [
          stepOf({
            id: 'blend',
            phase: 'cut',
            kind: 'blend',
            treatment: 'clip',
            indexes: unique(blends.flatMap(({ a, b }) => [a, b])),
            minutes: (cut.blendMinutes * blends.length) / cut.blends.length,
            pace,
          }),
        ]
      : []),
    ...(nailsLater && !nailsInDwell ? [job('nails', nailMinutes(assessment, house), 'finish')] : []),
    ...(earsLater ? [job('ears', house['job.ears'], 'finish')] : []),
    ...(plucksEars(assessment) ? [job('ear-hair', 2 * house['cut.ear-hair'], 'finish')] : []),
    ...(showFinishOf(assessment) ? [job('show', showMinutes(assessment, house) * temperFactor, 'finish')] : []),
  ]
  return steps.map((step) => (step.tool?.kind === 'comb' ? { ...step, carrier } : step))
}

/** How long the groom takes one pair of hands, waits in the tub with it, minutes. */
export function groomMinutes(steps: readonly GroomStep[]): number {
  const through = new Map<string, number>()
  let clock = 0
  for (const { id, minutes, dwellMin, waitsFor } of steps) {
    clock = Math.max(clock, ...waitsFor.map((step) => through.get(step) ?? 0)) + minutes
    through.set(id, clock + dwellMin)
  }
  return clock
}

/** Minutes of work after which this dog gets a rest. */
export const restEveryOf = (assessment: Assessment, house: House): number =>
  house[mayEndEarly(assessment, house) ? 'bench.rest-frail' : 'bench.rest']

/** The whole groom from the verdict on: bath, drying and cut worked out and put in order. */
export function wholeGroom(
  assessment: Assessment,
  plan: CoatWork,
  house: House,
  shelf: readonly Product[],
  swaps: Swaps = {},
): GroomStep[] {
  if (plan.verdict.choice === 'refer') return []
  return groomSteps(assessment, plan, groomParts(assessment, plan, house, shelf, swaps), house)
}

/**
 * Bath, drying and cut of a plan; what is not bathed is not dried.
 * @param known those that need not be worked out anew
 */
export function groomParts(
  assessment: Assessment,
  plan: CoatWork,
  house: House,
  shelf: readonly Product[],
  swaps: Swaps = {},
  known: Partial<GroomParts> = {},
): GroomParts {
  const bath = known.bath ?? planBath(assessment, plan, house, shelf, swaps)
  const dries = !bath.noBath
  return {
    bath,
    drying: dries ? (known.drying ?? dryingOf(assessment, plan, house)) : null,
    cut: known.cut ?? cutOf(assessment, plan, house),
  }
}
