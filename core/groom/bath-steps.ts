import type { Bath, BathStep, JobId } from '../bath/shape.ts'
import { REGION_SIDES } from '../body/regions.ts'
import { type GroomStep, stepOf } from './step.ts'

const bathStep = (step: BathStep, waitsFor: readonly string[]): GroomStep =>
  stepOf({
    id: `bath:${step.id}`,
    phase: 'bath',
    kind: step.kind === 'nails' ? 'nails' : step.kind === 'ears' ? 'ears' : 'bath',
    what: step.kind,
    indexes: step.whole ? [] : step.indexes,
    minutes: step.handsMin,
    dwellMin: step.dwellMin,
    product: step.choice?.product?.name || null,
    solutionMl: Math.round(step.solutionMl),
    productMl: step.choice?.mix?.productMl ?? 0,
    how: step.notes,
    waitsFor,
  })

const PAWS: readonly number[] = REGION_SIDES.filter(
  ({ region }) => region === 'front-paw' || region === 'hind-paw',
).map(({ index }) => index)
const jobPlaces = (what: string, steps: readonly BathStep[]): readonly number[] =>
  what === 'paws' ? PAWS : what === 'face-again' ? (steps.find(({ kind }) => kind === 'face')?.indexes ?? []) : []

/** What the hands do while something is left on; the nails of all four feet are one thing where they fit one wait. */
function meanwhileSteps({ id, meanwhile }: BathStep, { jobMinutes, steps }: Bath): GroomStep[] {
  const nails = meanwhile.filter((job) => job.startsWith('nails'))
  const jobs: [what: string, JobId[]][] = [
    ...(nails.length > 0 ? [[nails.length === 2 ? 'nails' : nails[0]!, nails] as [string, JobId[]]] : []),
    ...meanwhile.filter((job) => !job.startsWith('nails')).map((job) => [job, [job]] as [string, JobId[]]),
  ]
  return jobs.map(([what, ids]) =>
    stepOf({
      id: `bath:${id}+${what}`,
      phase: 'bath',
      kind: ids[0]!.startsWith('nails') ? 'nails' : what === 'ears' ? 'ears' : 'bath',
      what,
      indexes: jobPlaces(what, steps),
      minutes: ids.reduce((sum, job) => sum + (jobMinutes[job] ?? 0), 0),
    }),
  )
}

/**
 * The bath with what is blown out and carded in it: after the last rinse and the towel, as the first of the drying, so
 * that nothing blown out is soaked again.
 * What follows a wait is not begun before it is over; work that fills the wait stands before it.
 */
export function bathSteps(bath: Bath | null, inBath: readonly GroomStep[]): GroomStep[] {
  if (!bath || bath.noBath) return [...inBath]
  const meanwhile = new Set(bath.steps.flatMap((step) => step.meanwhile))
  const doneMeanwhile = ({ kind, handsMin }: BathStep): boolean =>
    (kind === 'ears' && meanwhile.has('ears')) ||
    (kind === 'nails' && handsMin === 0 && (meanwhile.has('nails-front') || meanwhile.has('nails-hind')))
  const steps = bath.steps.filter((step) => !step.inVerdict && !doneMeanwhile(step))
  const towel = steps.findIndex(({ kind }) => kind === 'towel')
  const at = towel >= 0 ? towel + 1 : steps.length
  const list: GroomStep[] = []
  let leftOn: string[] = []
  let through: readonly string[] = []
  for (const [i, step] of steps.entries()) {
    if (i === at) list.push(...inBath.map((work) => ({ ...work, waitsFor: through })))
    // A face is washed by itself, whatever works elsewhere.
    const soaked = steps.filter(({ until }) => until === step.id).map(({ id }) => `bath:${id}`)
    const made = bathStep(step, [...(step.kind === 'face' ? [] : through), ...soaked])
    list.push(made)
    if (made.dwellMin > 0 && step.until === null) leftOn.push(made.id)
    if (step.waitMin === 0) continue
    list.push(...meanwhileSteps(step, bath))
    through = leftOn
    leftOn = []
  }
  return at === steps.length ? [...list, ...inBath] : list
}
