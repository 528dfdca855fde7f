import {
  type Assessment,
  BLOWERS,
  type Dryer,
  type DryingStage,
  dryerFor,
  dryingOf,
  type Equipment,
  type Exposure,
  euNoise,
  FINISHERS,
  type House,
  type MixLine,
  mixForDay,
  mixLines,
  noiseDose,
  type Plan,
  type Product,
  planBath,
  type Swaps,
  usualSettings,
} from '../../core/index.ts'
import type { Prep } from '../api/day.ts'

/** A dog of the day as its bath and drying will go. */
export interface PrepDog {
  readonly visitId: string
  readonly name: string
  readonly startsAt: string
  readonly personId: string | null
  readonly looked: boolean
  readonly assessment: Assessment
  readonly plan: Plan
  readonly swaps: Swaps
  readonly house: House
  /** Booked from the shelf already: nothing more to mix. */
  readonly booked: boolean
}

interface Worked {
  readonly dog: Prep['dogs'][number]
  readonly lines: readonly MixLine[]
  readonly uses: readonly { readonly productId: string; readonly ml: number }[]
  readonly exposures: readonly Exposure[]
}

function work(dog: PrepDog, shelf: readonly Product[], air: Dryer | null, warm: Dryer | null): Worked {
  const { assessment, plan, house, swaps, visitId, name, startsAt, personId, looked } = dog
  const bath = planBath(assessment, plan, house, shelf, swaps)
  const stops = plan.verdict.choice === 'refer'
  const settings = usualSettings(assessment, house, air, warm)
  const drying = stops || bath.noBath ? null : dryingOf(assessment, plan, house, undefined, settings)
  // Coat blown out takes its air whether the drying needs as much or not, and where nothing is bathed too.
  const blown = plan.regions
    .filter(({ treatment }) => treatment === 'blow-out')
    .reduce((sum, { option }) => sum + option.cost.minutes, 0)
  const minutesOf = (stage: DryingStage['stage']): number =>
    drying?.stages.find((each) => each.stage === stage)?.minutes ?? 0
  const airMin = Math.max(minutesOf('high-velocity'), stops ? 0 : blown)
  const brushMin = minutesOf('brush-dry')
  const blasts = bath.steps.reduce(
    (sum, step) => sum + (step.kind === 'blast' && !step.inVerdict ? step.handsMin : 0),
    0,
  )
  return {
    dog: {
      visitId,
      name,
      startsAt,
      personId,
      looked,
      bathMin: bath.minutes,
      airMin: airMin + blasts,
      brushMin,
      noBath: bath.noBath,
    },
    lines: dog.booked ? [] : mixLines(bath.steps),
    uses: dog.booked ? [] : bath.uses.map(({ product, productMl }) => ({ productId: product.id, ml: productMl })),
    exposures: [
      { dBA: settings.airDba, minutes: airMin + blasts },
      { dBA: settings.warmDba, minutes: brushMin },
    ],
  }
}

/** What a day will take: mixes, stock, minutes at the dryer and each person's noise. Pure. */
export function prepOf(date: string, dogs: readonly PrepDog[], shelf: readonly Product[], equipment: Equipment): Prep {
  const air = dryerFor(equipment, BLOWERS)
  const warm = dryerFor(equipment, FINISHERS)
  const worked = dogs.map((dog) => work(dog, shelf, air, warm))
  const needed = new Map<string, number>()
  for (const { uses } of worked)
    for (const { productId, ml } of uses) needed.set(productId, (needed.get(productId) ?? 0) + ml)
  const besideDb = dogs[0]?.house['noise.beside'] ?? 0
  const people = [...new Set(worked.map(({ dog }) => dog.personId))]
  return {
    date,
    dogs: worked.map(({ dog }) => dog),
    bottles: mixForDay(worked.map(({ dog, lines }) => ({ dogId: dog.visitId, lines }))).map((bottle) => ({
      ...bottle,
      mix: { ...bottle.mix },
      dogs: bottle.dogs.map((share) => ({ ...share })),
    })),
    stock: shelf
      .filter(({ id }) => needed.has(id))
      .map(({ id, stockMl, lowMl, expiresInDays }) => ({
        productId: id,
        neededMl: needed.get(id)!,
        stockMl,
        lowMl,
        expiresInDays,
      })),
    noise: people.map((personId) => {
      const own = worked.filter(({ dog }) => dog.personId === personId).flatMap((one) => one.exposures)
      // Who stands beside somebody else's dryer hears it too.
      const beside = worked
        .filter(({ dog }) => personId !== null && dog.personId !== personId)
        .flatMap((one) => one.exposures.map(({ dBA, minutes }) => ({ dBA: dBA - besideDb, minutes })))
      const exposures = [...own, ...beside]
      const minutesOf = (list: readonly Exposure[]): number => list.reduce((sum, { minutes }) => sum + minutes, 0)
      return {
        personId,
        minutes: minutesOf(own),
        besideMin: minutesOf(beside),
        eu: euNoise(exposures, equipment.protector),
        bare: noiseDose(exposures, null),
        protected: equipment.protector ? noiseDose(exposures, equipment.protector) : null,
      }
    }),
  }
}
