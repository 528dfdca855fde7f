import type { Frontier, Style, Treatment, VerdictName } from '../../../../core/index.ts'
import { VERDICT_IDS } from '../../../../core/index.ts'
import type { Look } from '../../../dog/CoatMap.tsx'

/** The dog as it would be: shown in place of the plan while something is asked. */
export interface AsIf {
  /** What was changed, in words. */
  readonly says: string
  readonly choice: VerdictName
  readonly treatments: readonly Treatment[]
  readonly outlineMm: readonly number[]
}

const known = new Map<string, Look>()

/** Looks by treatment and length, the same object for the same look: only places that change are drawn again. */
export const looksOfWay = (treatments: readonly Treatment[], outlineMm: readonly number[]): Look[] =>
  treatments.map((treatment, i) => {
    const key = `${treatment} ${outlineMm[i]}`
    let look = known.get(key)
    if (!look) {
      look = {
        textures: treatment === 'look' ? [] : [{ name: `t-${treatment}`, share: 1 }],
        wash: 0,
        mark: 0,
        unknown: treatment === 'look',
        stop: false,
        coatMm: outlineMm[i]!,
      }
      known.set(key, look)
    }
    return look
  })

/** One point of the curve that stands for the best of all ways. */
export interface Spot {
  readonly along: number
  readonly pull: number
  readonly minutes: number
  readonly coatKept: number
  readonly choice: VerdictName
  readonly style: string
}

export function spotAt({ curves, envelope }: Frontier, i: number): Spot {
  const curve = curves[envelope.curve[i]!]!
  const point = envelope.point[i]!
  return {
    along: curve[curve.axis][point]!,
    pull: curve.pull[point]!,
    minutes: curve.minutes[point]!,
    coatKept: curve.coatKept[point]!,
    choice: VERDICT_IDS[curve.names[point]!]!,
    style: curve.style,
  }
}

/** The same with one style only, as if there were no other. */
export function onlyStyle({ curves }: Frontier, style: Style): Frontier {
  const c = curves.findIndex((curve) => curve.style === style)
  const n = curves[c]?.loss.length ?? 0
  return {
    curves,
    envelope: { curve: new Uint8Array(n).fill(Math.max(0, c)), point: Int32Array.from({ length: n }, (_, i) => i) },
  }
}

export function asIfAt(frontier: Frontier, i: number, says: string): AsIf {
  const { curves, envelope } = frontier
  const curve = curves[envelope.curve[i]!]!
  const at = envelope.point[i]! * curve.groups
  const chosen = curve.drawn.map((options, g) => options[curve.picks[at + g]!]!)
  return {
    says,
    choice: spotAt(frontier, i).choice,
    treatments: chosen.map(({ treatment }) => treatment),
    outlineMm: chosen.map(({ outlineMm }) => outlineMm),
  }
}

/** The same without stretches so short that a hand could not stop on them; what they part is one stretch again. */
export function wideTurnsOf(frontier: Frontier, least: number): ReturnType<typeof turnsOf> {
  const turns = turnsOf(frontier)
  const start = (i: number): number => spotAt(frontier, i).along
  return turns
    .filter(({ from }, t) => {
      const next = turns[t + 1]
      return !next || start(next.from) - start(from) >= least
    })
    .reduce<ReturnType<typeof turnsOf>>((kept, turn) => {
      const last = kept.at(-1)
      if (last?.choice === turn.choice) kept[kept.length - 1] = { ...last, to: turn.to }
      else kept.push(turn)
      return kept
    }, [])
}

/** Where one verdict turns into another along the curve: the first point of each stretch. */
export function turnsOf(frontier: Frontier): { from: number; to: number; choice: VerdictName }[] {
  const turns: { from: number; to: number; choice: VerdictName }[] = []
  const n = frontier.envelope.point.length
  for (let i = 0; i < n; i++) {
    const { choice } = spotAt(frontier, i)
    const last = turns.at(-1)
    if (last?.choice === choice) turns[turns.length - 1] = { ...last, to: i }
    else turns.push({ from: i, to: i, choice })
  }
  return turns
}
