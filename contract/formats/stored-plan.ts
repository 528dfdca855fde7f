import type { Plan, Reason, Stop } from '../../core/index.ts'

/*
 * Plans are kept as they were shown. One that an earlier model made is brought up to today's shape when it is read, by
 * the steps between its model and this one; what it said and its figures stay as they were.
 */
interface OldSaid {
  readonly code: string
  readonly region: string | null
  readonly side: string | null
  readonly values: Readonly<Record<string, string | number>>
}
interface OldCost {
  readonly factors: Readonly<Record<string, number>>
}
interface OldOption {
  readonly loss: number
  readonly cost: OldCost
  readonly card: OldCost | null
}
const costUp = (cost: OldCost): OldCost => ({ ...cost, factors: { ...cost.factors, around: 1 } })
const optionUp = (option: OldOption): OldOption => ({
  ...option,
  cost: costUp(option.cost),
  card: option.card && costUp(option.card),
  ...{ around: [] },
})
type Doc = {
  readonly trial?: null
  readonly groom?: { readonly standing: number } | null
  readonly split?: { readonly visits: readonly object[] } | null
  readonly regions: readonly { readonly option: OldOption; readonly weighed: readonly OldOption[] }[]
  readonly model: string
  readonly stops: readonly OldSaid[]
  readonly verdict: { readonly reasons: readonly OldSaid[]; readonly objective: { readonly coat: number } }
}

const CATCHING = new Set(['ringworm-suspect', 'mites-suspect'])
const LEFT = new Set(['groom-stopped', 'skin-broken', 'surgery-not-cleared', 'told-to-leave', 'nothing-fits'])

const stopUp = (stop: OldSaid): OldSaid => {
  const { code, values } = stop
  if (CATCHING.has(code)) return { ...stop, code: 'catching', values: { finding: code } }
  if (code.startsWith('seen-'))
    return { ...stop, code: 'seen', values: { finding: code.slice(5), sizeMm: values.sizeMm ?? null } as never }
  if (code.startsWith('health-')) return { ...stop, code: 'health', values: { flag: code.slice(7) } }
  return stop
}
const reasonUp = (reason: OldSaid): OldSaid => {
  const { code, values } = reason
  if (CATCHING.has(code)) return { ...reason, code: 'catching', values: { finding: code } }
  if (code.startsWith('closed-'))
    return { ...reason, code: 'closed', values: { style: values.style ?? 'keep', by: code.slice(7) } }
  if (code.startsWith('keep-wish-')) return { ...reason, code: 'keep-wish', values: { wish: Number(code.slice(10)) } }
  return LEFT.has(code) ? { ...reason, code: 'left', values: { why: code } } : reason
}

/** Each step brings a plan of an earlier model up to the model it is named for. */
export const STORED_PLAN_STEPS: readonly { readonly to: string; readonly up: (doc: Doc) => Doc }[] = [
  {
    // Codes carry what they are about as fields of their own, not in their names.
    to: '1.7.0',
    up: (doc) => ({
      ...doc,
      stops: doc.stops.map(stopUp),
      verdict: { ...doc.verdict, reasons: doc.verdict.reasons.map(reasonUp) },
    }),
  },
  {
    // What was found is worked round by every option that goes near it, and minutes beyond the slot have a price.
    to: '1.8.0',
    up: (doc) => ({
      ...doc,
      verdict: { ...doc.verdict, objective: { ...doc.verdict.objective, over: 0 } },
      regions: doc.regions.map((region) => ({
        ...region,
        option: optionUp(region.option),
        weighed: region.weighed.map(optionUp),
      })),
    }),
  },
  {
    // The whole groom is reckoned with the verdict; what was said of the slot before was of the coat work alone.
    to: '2.0.0',
    up: (doc) => ({
      ...doc,
      groom: null,
      stops: doc.stops.map((stop) =>
        stop.code === 'slot-too-short'
          ? {
              ...stop,
              values: { ...stop.values, slot: Number(stop.values.minutes) - Number(stop.values.over) } as never,
            }
          : stop,
      ),
    }),
  },
  {
    // A point of coat weighs more where the owner lets it grow; before, everywhere the same.
    to: '2.1.0',
    up: (doc) => {
      const lost = doc.regions.reduce((sum, { option }) => sum + option.loss, 0)
      const weight = lost > 0 ? doc.verdict.objective.coat / lost : 1
      const weighed = (option: OldOption): OldOption => ({ ...option, ...{ coat: weight * option.loss } })
      return {
        ...doc,
        // What could wait was not asked, and work over several visits had no blocks.
        trial: null,
        groom: doc.groom && { ...doc.groom, cap: doc.groom.standing, leftOut: [], second: [] },
        split: doc.split && { ...doc.split, visits: doc.split.visits.map((visit) => ({ ...visit, blocks: [] })) },
        regions: doc.regions.map((region) => ({
          ...region,
          option: weighed(region.option),
          weighed: region.weighed.map(weighed),
        })),
      }
    },
  },
]

const numbers = (model: string): number[] => model.split('.').map(Number)
const isBefore = (a: string, b: string): boolean => {
  const [left, right] = [numbers(a), numbers(b)]
  const at = left.findIndex((part, i) => part !== right[i])
  return at >= 0 && left[at]! < (right[at] ?? 0)
}

/** A plan as the database keeps it, in today's shape. Its model stays the one that made it. */
export const storedPlan = (doc: unknown): Plan =>
  STORED_PLAN_STEPS.reduce(
    (plan, { to, up }) => (isBefore(plan.model, to) ? { ...up(plan), model: plan.model } : plan),
    doc as Doc,
  ) as unknown as Plan & { readonly stops: readonly Stop[]; readonly verdict: { readonly reasons: readonly Reason[] } }
