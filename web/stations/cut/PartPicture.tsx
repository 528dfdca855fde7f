import { memo, type ReactNode } from 'react'
import { unitsPerMm } from '../../../contract/drawing/coat-scale.ts'
import { type Drawing, drawingOf, type Shape } from '../../../contract/drawing/geometry.ts'
import { PART_REGIONS, type PartId, REGION_SIDES } from '../../../core/index.ts'
import { Coat, Shaped } from '../../dog/Coat.tsx'
import { patched } from '../../dog/DogOutline.tsx'
import type { DogDrawn } from '../../dog/dog-drawn.ts'

/** Room round the part for its coat, units. */
const ROOM = 44

const partOf = (drawing: Drawing, part: PartId): Shape[] =>
  drawing.shapes.filter(({ index }) => PART_REGIONS[part].includes(REGION_SIDES[index]!.region))

function boxOf(shapes: readonly Shape[]): string {
  const xs = shapes.flatMap(({ rim }) => rim.map(([x]) => x))
  const ys = shapes.flatMap(({ rim }) => rim.map(([, y]) => y))
  const [x, y] = [Math.min(...xs) - ROOM, Math.min(...ys) - ROOM]
  return `${x} ${y} ${Math.max(...xs) + ROOM - x} ${Math.max(...ys) + ROOM - y}`
}

/** One part of this dog in one of its shapes, small: what its button shows. */
export const PartPicture = memo(function PartPicture({
  drawn,
  part,
  shape,
  mm,
}: {
  drawn: DogDrawn
  part: PartId
  /** null as it grows. */
  shape: string | null
  /** Length of its coat, mm. */
  mm: number
}): ReactNode {
  const left = drawingOf(drawn, 'left')
  // What lies beneath is seen from there.
  const drawing = partOf(left, part).length > 0 ? left : drawingOf(drawn, 'underside')
  const here = partOf(drawing, part)
  // Both pairs of feet are shaped alike: one is shown, as large as can be.
  const seen = part === 'feet' ? here.slice(0, 1) : here
  const px = mm * unitsPerMm(drawn)
  const shapes = shape === null ? [] : [{ part, id: shape }]
  const own = new Set(here.map(({ index }) => index))
  return (
    <svg viewBox={boxOf(seen)} className="h-14 w-full shrink-0" data-coat={drawn.colour} aria-hidden>
      {here.map((one) => (
        <Coat key={one.key} shape={one} px={px} tailward={1} shapes={shapes} />
      ))}
      {drawing.shapes.map((one) => (
        <path
          key={one.key}
          {...patched(one)}
          d={one.d}
          fill="var(--coat)"
          stroke="var(--coat-ink)"
          strokeOpacity={own.has(one.index) ? 0.6 : 0.15}
        />
      ))}
      {here
        .filter(({ fringe }) => fringe.length < 2)
        .map((one) => (
          <Shaped key={one.key} shape={one} px={px} tailward={1} shapes={shapes} />
        ))}
    </svg>
  )
})
