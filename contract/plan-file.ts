import { type Option, type Plan, REGION_SIDES } from '../core/index.ts'
import { CAUTION_TEXT, reasonText, stopText } from './words/index.ts'

const DECIMALS = 100
const round = (value: number): number => Math.round(value * DECIMALS) / DECIMALS
/** Drops what is null or undefined, so that a key is there or is not. */
const present = <T extends object>(object: T): T =>
  Object.fromEntries(Object.entries(object).filter(([, value]) => value !== null && value !== undefined)) as T

const ends = ({ low, high }: { low: number; high: number }): { low: number; high: number } | null =>
  round(low) === round(high) ? null : { low: round(low), high: round(high) }

const cautionsOf = (option: Option): string[] => option.cautions.map((code) => CAUTION_TEXT[code])

/**
 * A plan as etude.plan/1. Parts of the product that are not built have no key. Where places were not looked at, figures
 * are the low end and `range` holds both.
 */
export function planFile(plan: Plan): object {
  const { verdict, indices } = plan
  const figure = ({ value, low, high }: Plan['indices']['mat']): object => ({
    value: value === null ? null : round(value),
    low: round(low),
    high: round(high),
  })
  return {
    format: 'etude.plan/1',
    model: plan.model,
    indices: {
      mat: figure(indices.mat),
      undercoat: figure(indices.undercoat),
      condition: figure(indices.condition),
      skin: indices.skin,
    },
    verdict: present({
      choice: verdict.choice,
      style: verdict.style,
      minutes: round(verdict.minutes.low),
      pull: round(verdict.pull.low),
      minutesBudget: round(verdict.minutesBudget),
      pullBudget: round(verdict.pullBudget),
      reserve: round(verdict.reserve),
      coatKept: round(verdict.coatKept.high),
      handOverMinutes: verdict.handOverMinutes > 0 ? round(verdict.handOverMinutes) : null,
      range:
        ends(verdict.minutes) || ends(verdict.pull)
          ? { minutes: ends(verdict.minutes), pull: ends(verdict.pull) }
          : null,
      otherwise: verdict.otherwise,
      reasons: verdict.reasons.map((reason) =>
        present({ code: reason.code, text: reasonText(reason), region: reason.region, side: reason.side }),
      ),
      alternatives: verdict.alternatives.map(({ choice, style, feasible, closed, minutes, pull, coatKept }) =>
        present({
          choice,
          style,
          feasible,
          closed,
          minutes: round(minutes),
          pull: round(pull),
          coatKept: round(coatKept),
        }),
      ),
    }),
    regions: plan.regions.map(({ region, side, treatment, option, minutes, pull }) =>
      present({
        region,
        side,
        treatment,
        minutes: round(minutes.low),
        pull: round(pull.low),
        range: ends(minutes) || ends(pull) ? { minutes: ends(minutes), pull: ends(pull) } : null,
        tool: treatment === 'look' ? null : option.tool,
        leavesMm: treatment === 'look' ? null : option.leavesMm,
        when: treatment === 'look' ? null : option.when,
        addOns: option.card ? ['card'] : [],
        handOver: option.handOver,
        why: option.why,
        cautions: treatment === 'look' ? [] : cautionsOf(option),
      }),
    ),
    stops: plan.stops.map((stop) =>
      present({ code: stop.code, action: stop.action, region: stop.region, side: stop.side, text: stopText(stop) }),
    ),
    ...(plan.split
      ? {
          visits: plan.split.visits.map(({ number, day, minutes, pull, parts }) => ({
            number,
            day,
            minutes: round(minutes),
            pull: round(pull),
            regions: parts.map(({ index, part }) => {
              const { region, side } = REGION_SIDES[index]!
              return present({ region, side, part })
            }),
          })),
          left: plan.split.left.map((index) => {
            const { region, side } = REGION_SIDES[index]!
            return present({ region, side })
          }),
        }
      : {}),
    cautions: [
      ...new Set(plan.regions.flatMap(({ option, treatment }) => (treatment === 'look' ? [] : cautionsOf(option)))),
    ],
  }
}
