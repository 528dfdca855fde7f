import { REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { allergyUnnamed, feelsItsWay, isWoolly, wasShaved } from '../dog/facts.ts'
import type { Tag } from '../scores/scales.ts'
import { type GroomStep, HEED_IDS, type HeedId } from './step.ts'

type Where = Pick<GroomStep, 'kind' | 'treatment' | 'indexes' | 'solutionMl'>

const brushes = ({ treatment }: Where): boolean =>
  treatment === 'brush' || treatment === 'demat' || treatment === 'card' || treatment === 'none'
const cutsCoat = ({ kind, treatment }: Where): boolean =>
  kind === 'cut' || kind === 'blend' || treatment === 'clip' || treatment === 'splice'
const handles = ({ kind }: Where): boolean => kind === 'nails' || kind === 'ears' || kind === 'dry'

interface Heed {
  /** Whether this dog asks for it at all. */
  readonly of: (assessment: Assessment) => boolean
  readonly at: (step: Where) => boolean
  /** Only where a place of the step has one of these; null for the whole dog. */
  readonly tags: readonly Tag[] | null
}

/** What binds whom, and where it is read. Common practice. */
const HEEDS: Readonly<Record<HeedId, Heed>> = {
  'touch-first': {
    of: ({ dog }) => feelsItsWay(dog),
    at: (step) => handles(step) || step.kind === 'begin',
    tags: null,
  },
  'no-air-from-behind': {
    of: ({ dog }) => feelsItsWay(dog),
    at: ({ kind, treatment }) => kind === 'dry' || treatment === 'blow-out',
    tags: null,
  },
  'perfume-and-oils-off': {
    of: ({ dog }) => allergyUnnamed(dog),
    at: ({ kind, solutionMl }) => kind === 'begin' || kind === 'show' || (kind === 'bath' && solutionMl > 0),
    tags: null,
  },
  'regrows-unevenly': {
    of: ({ dog }) => wasShaved(dog),
    at: (step) => step.kind === 'begin' || cutsCoat(step),
    tags: null,
  },
  'woolly-is-clipped': {
    of: ({ dog }) => isWoolly(dog),
    at: ({ kind }) => kind === 'begin',
    tags: null,
  },
  'puppy-coat-soft': { of: ({ dog }) => dog.modifiers.includes('puppy-coat'), at: brushes, tags: null },
  'mist-before-brush': { of: () => true, at: brushes, tags: ['static', 'dry', 'brittle'] },
  'burrs-by-hand': { of: () => true, at: ({ kind }) => kind === 'burrs', tags: null },
  // Washed and dried as they hang: a comb or a rubbing hand undoes them.
  'cords-by-hand': {
    of: ({ dog }) => dog.coatType === 'corded',
    at: ({ kind }) => kind === 'bath' || kind === 'dry' || kind === 'check',
    tags: null,
  },
  'patch-blended': { of: () => true, at: cutsCoat, tags: ['shaved-patch'] },
}

/** What this dog asks for at a step, in one order everywhere. */
export function heedsAt(step: Where, assessment: Assessment): HeedId[] {
  const { sheet } = assessment
  const over = (tags: readonly Tag[]): boolean =>
    (step.indexes.length === 0 ? REGION_SIDES.map(({ index }) => index) : step.indexes).some((index) =>
      sheet[index]!.tags.some((tag) => tags.includes(tag)),
    )
  return HEED_IDS.filter((id) => {
    const { of, at, tags } = HEEDS[id]
    return of(assessment) && at(step) && (tags === null || over(tags))
  })
}
