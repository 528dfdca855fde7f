import type { Budgets, Weighed } from '../../core/plan/solve.ts'

const fixed = (x: number): string => x.toFixed(9)

/** The same model as text in the CPLEX LP format, for a mixed-integer solver to be compared with. */
export function lpOf(groups: readonly (readonly Weighed[])[], budgets: Budgets): string {
  const terms = (of: (option: Weighed) => number): string =>
    groups.flatMap((options, g) => options.map((option, j) => `${fixed(of(option))} x${g}_${j}`)).join(' + ')
  const one = groups.map((options, g) => `g${g}: ${options.map((_, j) => `x${g}_${j}`).join(' + ')} = 1`)
  const names = groups.flatMap((options, g) => options.map((_, j) => `x${g}_${j}`))
  return [
    'Minimize',
    `obj: ${terms(({ cost }) => cost)}`,
    'Subject To',
    `minutes: ${terms(({ minutes }) => minutes)} <= ${fixed(budgets.minutes)}`,
    `pull: ${terms(({ pull }) => pull)} <= ${fixed(budgets.pull)}`,
    ...one,
    'Binary',
    names.join(' '),
    'End',
  ].join('\n')
}
