import type { Budgets, Weighed } from '../../core/plan/solve.ts'

const fixed = (x: number): string => x.toFixed(9)

/** Two groups whose choices may not stand together without the price, by index of the choice. */
export interface Unlike {
  readonly a: readonly [group: number, choices: readonly number[]]
  readonly b: readonly [group: number, choices: readonly number[]]
}

/** The same model as text in the CPLEX LP format, for a mixed-integer solver to be compared with. */
/** @param unlike what costs `price` once, however many of them stand */
export function lpOf(
  groups: readonly (readonly Weighed[])[],
  budgets: Budgets,
  unlike: readonly Unlike[] = [],
  price = 0,
): string {
  const terms = (of: (option: Weighed) => number): string =>
    groups.flatMap((options, g) => options.map((option, j) => `${fixed(of(option))} x${g}_${j}`)).join(' + ')
  const one = groups.map((options, g) => `g${g}: ${options.map((_, j) => `x${g}_${j}`).join(' + ')} = 1`)
  const names = groups.flatMap((options, g) => options.map((_, j) => `x${g}_${j}`))
  return [
    'Minimize',
    `obj: ${terms(({ cost }) => cost)}${unlike.length > 0 ? ` + ${fixed(price)} z` : ''}`,
    'Subject To',
    `minutes: ${terms(({ minutes }) => minutes)} <= ${fixed(budgets.minutes)}`,
    `pull: ${terms(({ pull }) => pull)} <= ${fixed(budgets.pull)}`,
    ...one,
    ...unlike.map(
      ({ a, b }, i) => `u${i}: ${[a, b].flatMap(([g, list]) => list.map((j) => `x${g}_${j}`)).join(' + ')} - z <= 1`,
    ),
    'Binary',
    [...names, ...(unlike.length > 0 ? ['z'] : [])].join(' '),
    'End',
  ].join('\n')
}
