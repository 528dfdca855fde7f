import type { Day, DayStep, House } from '../../core/index.ts'

/** A day as a mixed-integer program in the LP format of CPLEX: no breaks, pens, noise or dogs that avoid each other. */
export function dayAsLp(day: Day, house: House): string {
  const BIG = 2000
  const ops = day.jobs.flatMap((job, j) => job.steps.map((step, s) => ({ job, j, step, s, id: `${j}_${s}` })))
  const units = (step: DayStep): { role: string; of: string[] }[] => [
    { role: 'p', of: day.places.filter(({ kind }) => kind === step.kind).map(({ id }) => id) },
    ...(step.also === null
      ? []
      : [{ role: 'a', of: day.places.filter(({ kind }) => kind === step.also).map(({ id }) => id) }]),
    ...(step.person
      ? [
          {
            role: 'w',
            of: day.people.filter(({ can }) => step.skill === null || can.includes(step.skill)).map(({ id }) => id),
          },
        ]
      : []),
  ]
  const rows: string[] = []
  const binaries: string[] = []
  const x = (id: string, role: string, unit: string): string => `x_${id}_${role}_${unit.replace(/\W/g, '')}`
  const objective: string[] = []
  let constant = 0
  for (const { job, j, step, s, id } of ops) {
    const last = s === job.steps.length - 1
    const next = job.steps[s + 1]
    if (s === 0) rows.push(`s_${id} >= ${job.arrives}`)
    if (next) {
      rows.push(`s_${j}_${s + 1} - s_${id} >= ${step.minutes}`)
      if (step.maxWait !== null) rows.push(`s_${j}_${s + 1} - s_${id} <= ${step.minutes + step.maxWait}`)
    }
    // Occupied until the next step where the dog stays wet.
    rows.push(next && step.maxWait !== null ? `o_${id} - s_${j}_${s + 1} = 0` : `o_${id} - s_${id} = ${step.minutes}`)
    for (const { role, of } of units(step)) {
      rows.push(`${of.map((unit) => x(id, role, unit)).join(' + ')} = 1`)
      binaries.push(...of.map((unit) => x(id, role, unit)))
    }
    if (last) {
      rows.push(`done - s_${id} >= ${step.minutes}`)
      if (job.due !== null) rows.push(`late_${j} - s_${id} >= ${step.minutes - job.due}`)
      objective.push(`${house['day.waiting']} s_${id}`, `${house['day.late'] * job.weight} late_${j}`)
      const work = job.steps.reduce((sum, { minutes }) => sum + minutes, 0)
      constant += house['day.waiting'] * (step.minutes - job.arrives - work)
    }
    if (day.to !== null)
      for (const { id: who } of day.people)
        if (units(step).some(({ role, of }) => role === 'w' && of.includes(who)))
          rows.push(`over_${who} - s_${id} - ${BIG} ${x(id, 'w', who)} >= ${step.minutes - day.to - BIG}`)
  }
  for (const [i, a] of ops.entries())
    for (const b of ops.slice(i + 1)) {
      if (a.j === b.j) continue
      const shared = units(a.step).flatMap(({ role, of }) =>
        units(b.step).flatMap((other) =>
          of.filter((unit) => other.of.includes(unit)).map((unit) => [role, other.role, unit] as const),
        ),
      )
      if (shared.length === 0) continue
      const order = `b_${a.id}_${b.id}`
      binaries.push(order)
      for (const [roleA, roleB, unit] of shared) {
        const place = day.places.find(({ id }) => id === unit)
        const clean = place?.cleanMin ?? 0
        const until = (op: typeof a, role: string): string => (role === 'a' ? `s_${op.id}` : `o_${op.id}`)
        const plus = (op: typeof a, role: string): number => (role === 'a' ? op.step.minutes : 0)
        const both = `- ${BIG} ${x(a.id, roleA, unit)} - ${BIG} ${x(b.id, roleB, unit)}`
        rows.push(
          `s_${b.id} - ${until(a, roleA)} - ${BIG} ${order} ${both} >= ${clean + plus(a, roleA) - 3 * BIG}`,
          `s_${a.id} - ${until(b, roleB)} + ${BIG} ${order} ${both} >= ${clean + plus(b, roleB) - 2 * BIG}`,
        )
      }
    }
  objective.push(`${house['day.end']} done`, ...day.people.map(({ id }) => `${house['day.over']} over_${id}`))
  return `Minimize\n obj: ${objective.join('\n + ')} ${constant < 0 ? '-' : '+'} ${Math.abs(constant)} unit\nSubject To\n${rows.map((row, i) => ` c${i}: ${row}`).join('\n')}\n fixed: unit = 1\nBinary\n ${binaries.join('\n ')}\nEnd\n`
}
