import { clsx } from 'clsx'
import { pointer } from 'd3'
import { type PointerEvent, type ReactNode, type SVGProps, useState } from 'react'
import { hairTip, unitsPerMm, unitsTo } from '../../../contract/drawing/coat-scale.ts'
import type { Drawing, Shape } from '../../../contract/drawing/geometry.ts'
import { mmText } from '../../../contract/words/index.ts'
import { type LengthsMm, REGION_SIDES, type RegionId } from '../../../core/index.ts'
import type { DogDrawn } from '../../dog/dog-drawn.ts'
import { LEAST_MM, lengthText, type PartLength } from './part-lengths.ts'

/** Where on the outline a part is taken hold of: the place that lies furthest that way; null for the middle. */
const HOLDS: Readonly<Record<keyof LengthsMm, readonly [RegionId, toward: readonly [number, number] | null]>> = {
  body: ['back', null],
  legs: ['hindleg', [1, 0.15]],
  head: ['crown', [0, -1]],
  ears: ['ear-outer', null],
  tail: ['tail', [1, -0.6]],
}

type Root = Shape['fringe'][number]

/** The root of the hair that is held; null where this view does not show the part's edge. */
function rootOf(part: keyof LengthsMm, { shapes, view }: Drawing): Root | null {
  const [region, toward] = HOLDS[part]
  const ahead = view === 'right' ? -1 : 1
  const shape = shapes.find(({ index }) => REGION_SIDES[index]!.region === region)
  if (!shape) return null
  // An ear hangs over the head and has no outline of its own: its hair ends below the leather.
  if (part === 'ears') return [...shape.low, 0, 1]
  if (shape.fringe.length === 0) return null
  const far = ([x, y]: Root): number =>
    toward ? x * toward[0] * ahead + y * toward[1] : -Math.abs(x - shape.centre[0])
  return shape.fringe.reduce((best, root) => (far(root) > far(best) ? root : best))
}

const KNOB = 15
/** At least a thumb wide where the dog is drawn at half its size. */
const THUMB = 46
/** From the knob to what it says. */
const SAYS_AT = 34
const SAYS_ABOVE = 28
const ROOM_FOR_WORDS = 170

/** The length of each part, held where its hair ends and dragged: the coat on the dog follows. */
export function LengthHandles({
  drawing,
  drawn,
  lengths,
  onTry,
}: {
  drawing: Drawing
  drawn: DogDrawn
  lengths: readonly PartLength[]
  onTry: (part: keyof LengthsMm, mm: number) => void
}): ReactNode {
  const [held, setHeld] = useState<keyof LengthsMm | null>(null)
  const perMm = unitsPerMm(drawn)
  const tailward = drawing.view === 'right' ? -1 : 1
  const { box } = drawing
  if (drawing.view === 'underside') return null
  return lengths.map(({ part, mostMm, mm, verdictMm }) => {
    const root = rootOf(part, drawing)
    if (!root) return null
    const [tx, ty] = hairTip(root, mm * perMm, tailward)
    const [ux, uy] = hairTip(root, SAYS_AT, tailward)
    const x = root[0] + tx
    const y = root[1] + ty
    // Beside the knob; where that would stand out of the picture, above it.
    const edge = tailward * ux > 0 && (tailward > 0 ? box.x + box.width - x : x - box.x) < ROOM_FOR_WORDS
    const says: Pick<SVGProps<SVGTextElement>, 'x' | 'y' | 'textAnchor'> = edge
      ? {
          x: tailward > 0 ? Math.min(x + KNOB, box.x + box.width) : Math.max(x - KNOB, box.x),
          y: y - SAYS_ABOVE,
          textAnchor: tailward > 0 ? 'end' : 'start',
        }
      : {
          x: x + ux,
          y: y + uy + (uy > 0 ? 12 : 0),
          textAnchor: Math.abs(ux) < 12 ? 'middle' : ux > 0 ? 'start' : 'end',
        }
    const move = (event: PointerEvent<SVGGElement>): void => {
      if (event.buttons !== 1) return
      event.currentTarget.setPointerCapture(event.pointerId)
      setHeld(part)
      const at = pointer(event.nativeEvent, event.currentTarget.ownerSVGElement)
      const to = Math.round(unitsTo(root, at, tailward) / perMm)
      onTry(part, Math.min(mostMm, Math.max(LEAST_MM, to)))
    }
    return (
      // Keyboard and screen reader have the sliders below the dog, which say the same.
      <g
        key={part}
        aria-hidden
        className="cursor-grab touch-none select-none active:cursor-grabbing"
        data-handle={part}
        onPointerDown={move}
        onPointerMove={move}
        onPointerUp={() => setHeld(null)}
        onPointerCancel={() => setHeld(null)}
      >
        <line x1={root[0]} y1={root[1]} x2={x} y2={y} stroke="var(--accent)" strokeWidth={3} />
        <circle cx={x} cy={y} r={THUMB} fill="transparent" />
        <circle
          cx={x}
          cy={y}
          r={held === part ? KNOB + 4 : KNOB}
          fill="var(--accent)"
          stroke="var(--sheet)"
          strokeWidth={4}
        />
        <text
          {...says}
          className={clsx('figure font-semibold', held === part ? 'text-4xl' : 'text-3xl')}
          fill="var(--ink)"
          stroke="var(--paper)"
          strokeWidth={6}
          paintOrder="stroke"
        >
          {verdictMm !== null && held !== part ? `mats: ${mmText(verdictMm)} mm` : lengthText(mm, mostMm)}
        </text>
      </g>
    )
  })
}
