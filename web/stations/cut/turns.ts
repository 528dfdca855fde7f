import { mmText } from '../../../contract/words/index.ts'
import { type Cut, type CutLine, REGION_SIDES, type RegionId, type Side } from '../../../core/index.ts'

/** A place with the line that is cut there; both sides of a pair together where they are alike. */
export interface Place {
  readonly key: string
  readonly region: RegionId
  readonly side: Side | null
  readonly lines: readonly CutLine[]
}

/** One tool in the hand: all that is cut with it, before the next is taken up. */
export interface Turn {
  readonly key: string
  readonly line: CutLine
  readonly places: readonly Place[]
}

const toolKey = ({ tool, part, leavesMm, why }: CutLine): string =>
  `${tool.kind} ${tool.id} ${tool.form ?? ''} ${part} ${mmText(leavesMm)} ${why}`

/** The lines of a cut by the tool in the hand, in the order of the work. */
export function turnsOf({ lines }: Cut): Turn[] {
  const turns = new Map<string, CutLine[]>()
  for (const line of lines) turns.set(toolKey(line), [...(turns.get(toolKey(line)) ?? []), line])
  return [...turns].map(([key, list]) => {
    const regions = [...new Set(list.map(({ index }) => REGION_SIDES[index]!.region))]
    return {
      key,
      line: list[0]!,
      places: regions.map((region) => {
        const here = list.filter(({ index }) => REGION_SIDES[index]!.region === region)
        return {
          key: `${key} ${region}`,
          region,
          side: here.length === 1 ? REGION_SIDES[here[0]!.index]!.side : null,
          lines: here,
        }
      }),
    }
  })
}
