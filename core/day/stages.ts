import type { Dog } from '../dog/dog.ts'
import { isFrail, isFrightened, isPuppy } from '../dog/facts.ts'
import type { Bench } from '../groom/bench/shape.ts'
import { isThrough } from '../groom/bench/status.ts'
import type { GroomPhase, GroomStep } from '../groom/step.ts'
import { groomMinutes } from '../groom/steps.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Begun, DayJob, DayStep, JobFlag } from './day.ts'

/** What a dog goes through in a day, as places and hands see it. */
export const STAGE_IDS = ['look', 'prepare', 'bath', 'dry', 'cut'] as const
export type StageId = (typeof STAGE_IDS)[number]
export type StageMinutes = Readonly<Record<StageId, number>>

/** What somebody has to be able to do for it. */
export const SKILL_IDS = ['coat', 'bath', 'dry', 'cut'] as const
export type SkillId = (typeof SKILL_IDS)[number]

export const PLACE_KINDS = ['tub', 'table', 'pen'] as const
export type PlaceKind = (typeof PLACE_KINDS)[number]
/** A thing that comes to a table; how many there are is said with the dryers. */
export const DRYER = 'dryer'

const STAGE_OF: Readonly<Record<GroomPhase, StageId>> = {
  'before-bath': 'prepare',
  bath: 'bath',
  dry: 'dry',
  coat: 'cut',
  cut: 'cut',
  finish: 'cut',
}

/** Minutes of each stage, of a groom's own steps. */
export function stageMinutes(steps: readonly GroomStep[], house: House): StageMinutes {
  const of = (stage: StageId): number => groomMinutes(steps.filter(({ phase }) => STAGE_OF[phase] === stage))
  return { look: house['day.look'], prepare: of('prepare'), bath: of('bath'), dry: of('dry'), cut: of('cut') }
}

/** The same of a groom of which only the parts are known: how it went last time. */
export const stagesOfParts = (
  { coat, bath, dry, cut, last }: { coat: number; bath: number; dry: number; cut: number; last: number },
  house: House,
): StageMinutes => ({ look: house['day.look'], prepare: 0, bath, dry, cut: coat + cut + last })

/** A dog nobody knows anything of, by the time that was booked for it. */
export function usualStages(slotMinutes: Minutes, house: House): StageMinutes {
  const rest = Math.max(0, slotMinutes * house['day.slot-work'] - house['day.look'])
  const bath = rest * house['day.bath-share']
  const dry = rest * house['day.dry-share']
  return { look: house['day.look'], prepare: 0, bath, dry, cut: rest - bath - dry }
}

export interface DogOfDay {
  readonly id: string
  readonly dog: Dog
  readonly arrives: number
  readonly due: number | null
  readonly prefers: string | null
  readonly household: string | null
  readonly avoids: readonly string[]
  /** Something was found that others could catch. */
  readonly last: boolean
  /** Whether the minutes come from what hands found, or from what is usual. */
  readonly seen: boolean
  readonly stages: StageMinutes
  /** Percent of its pace, for who does it, is in the minutes already. */
  readonly begun: Partial<Record<StageId, Begun>>
  readonly through: readonly StageId[]
}

/** Shorter than this is no stage of its own, min. */
const LEAST = fixed('stage.least')

const KIND: Readonly<Record<StageId, { kind: PlaceKind; skill: SkillId }>> = {
  look: { kind: 'table', skill: 'coat' },
  prepare: { kind: 'table', skill: 'coat' },
  bath: { kind: 'tub', skill: 'bath' },
  dry: { kind: 'table', skill: 'dry' },
  cut: { kind: 'table', skill: 'cut' },
}

/**
 * A dog as a job of the day. The bounds are those of the trade: a wet dog goes to the dryer within minutes and does not
 * wait in a pen; puppies, frail and frightened dogs go straight through; a dog on a table or in a tub is never alone.
 * @param dryerDb level at the ear of who dries, dB(A); null where nobody measured
 */
export function jobOf(of: DogOfDay, dryerDb: number | null, house: House): DayJob {
  const { dog, stages, through, begun } = of
  const frail = isFrail(dog, house)
  const puppy = isPuppy(dog, house)
  const frightened = isFrightened(dog)
  const flags: JobFlag[] = [
    ...(frail || puppy || frightened ? (['straight-through'] as const) : []),
    ...(frail ? (['frail'] as const) : []),
    ...(frightened ? (['frightened'] as const) : []),
    ...(puppy ? (['puppy'] as const) : []),
  ]
  const two = dog.temperament === 'bites'
  const spread = of.seen ? house['day.spread'] : house['day.spread-unseen']
  const steps = STAGE_IDS.filter((id) => !through.includes(id) && (stages[id] >= LEAST || begun[id])).map(
    (id): DayStep => ({
      id,
      kind: KIND[id].kind,
      also: id === 'dry' ? DRYER : null,
      skill: KIND[id].skill,
      person: true,
      second: two || (id === 'bath' && dog.weightKg >= house['lift.kg']),
      dBA: id === 'dry' ? dryerDb : null,
      minutes: Math.max(1, Math.round(stages[id])),
      spread,
      maxWait: id === 'bath' && stages.dry >= LEAST ? house['day.wet-wait'] : null,
      same: null,
      begun: begun[id] ?? null,
    }),
  )
  return {
    id: of.id,
    arrives: of.arrives,
    due: of.due,
    maxInBuilding: house[frail || puppy ? 'day.stay-frail' : 'day.stay'],
    flags,
    avoids: of.avoids,
    prefers: of.prefers,
    last: of.last,
    household: of.household,
    fearsDryer: dog.dryerTolerance === 'none' || dog.dryerTolerance === 'low-only',
    weightKg: dog.weightKg,
    weight: frail || frightened || puppy ? house['day.frail'] : 1,
    steps,
  }
}

/** What of a dog's day is through or begun, read from its bench. @param from the day's beginning, ms */
export function begunOf(
  { steps, startedAt }: Bench,
  since: (step: string) => number | null,
  from: number,
): Pick<DogOfDay, 'begun' | 'through'> {
  const through: StageId[] = startedAt === null ? [] : ['look']
  const begun: Partial<Record<StageId, Begun>> = {}
  for (const stage of STAGE_IDS) {
    const own = steps.filter(({ step }) => STAGE_OF[step.phase] === stage)
    if (own.length === 0) continue
    if (own.every(isThrough)) {
      through.push(stage)
      continue
    }
    const started = own.flatMap(({ step }) => since(step.id) ?? [])
    if (started.length === 0) continue
    const worker = own.flatMap(({ workers }) => workers).find((by) => by !== null) ?? null
    begun[stage] = {
      start: (Math.min(...started) - from) / 60_000,
      end: null,
      place: null,
      also: null,
      person: worker,
      second: null,
    }
  }
  return { begun, through }
}
