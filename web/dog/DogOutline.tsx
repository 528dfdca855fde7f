import { memo, type ReactNode } from 'react'
import { type Coated, unitsPerMm } from '../../contract/drawing/coat-scale.ts'
import { type Drawing, drawingOf, type Shape } from '../../contract/drawing/geometry.ts'
import { type Figure, REGION_SIDES, type RegionId } from '../../core/index.ts'

/* What every picture of a dog has, the smallest too: its outline, the legs behind, eye and nose. */

/** Where a dog of two colours carries the second. */
const PATCHES: ReadonlySet<RegionId> = new Set(['ear-outer', 'cheek', 'eyes', 'behind-ear', 'back', 'rump', 'tail'])
export const patched = ({ index }: Shape): { 'data-patch'?: '' } =>
  PATCHES.has(REGION_SIDES[index]!.region) ? { 'data-patch': '' } : {}

const EDGE_PX = 9
const SHAPED_SHARE = 0.3

/** The dog as one shape with a firm edge round its coat, for pictures too small for regions. */
export const Outline = ({
  shapes,
  px,
  shaped = [],
}: {
  shapes: readonly Shape[]
  /** Length of the coat of a place, units. */
  px: (index: number) => number
  /** Places that were shaped, each as the path of its coat; beneath it only the skin's edge. */
  shaped?: readonly { readonly shape: Shape; readonly d: string }[]
}): ReactNode => {
  const own = new Set(shaped.map(({ shape }) => shape.index))
  const standsOff = (index: number): number => (own.has(index) ? SHAPED_SHARE : 1) * px(index)
  // First every edge, then what they enclose: no line runs within the dog.
  return (
    <>
      <g fill="none" stroke="var(--coat-edge)" strokeLinejoin="round">
        {shapes.map(({ key, d, index }) => (
          <path key={key} d={d} strokeWidth={standsOff(index) * 1.5 + EDGE_PX} />
        ))}
        {shaped.map(({ shape, d }) => (
          <path key={`${shape.key}+`} d={d} strokeWidth={EDGE_PX} />
        ))}
      </g>
      <g strokeLinejoin="round">
        {shaped.map(({ shape, d }) => (
          <path
            key={`${shape.key}+`}
            {...patched(shape)}
            d={d}
            fill="var(--coat)"
            stroke="var(--coat)"
            strokeWidth={2}
          />
        ))}
        {shapes.map((shape) => (
          <path
            key={shape.key}
            {...patched(shape)}
            d={shape.d}
            fill="var(--coat)"
            stroke="var(--coat)"
            strokeWidth={standsOff(shape.index) * 1.5 + 2}
          />
        ))}
      </g>
      {shapes
        .filter(({ key }) => key.startsWith('ear-outer'))
        .map((shape) => (
          <path
            key={shape.key}
            {...patched(shape)}
            d={shape.d}
            fill="var(--coat-fringe)"
            stroke="var(--coat-ink)"
            strokeWidth={4}
          />
        ))}
    </>
  )
}

/** The legs of the far side, behind. */
export const FarLegs = ({
  drawing: { view, behind },
  px,
}: {
  drawing: Drawing
  px: (index: number) => number
}): ReactNode => (
  <g transform={view === 'right' ? 'translate(-40,-8)' : 'translate(40,-8)'}>
    {behind.map(({ key, d, index }) => (
      <path
        key={key}
        d={d}
        fill="var(--far)"
        stroke="var(--far)"
        strokeWidth={Math.max(2, px(index) * 1.5)}
        strokeLinejoin="round"
      />
    ))}
  </g>
)

export const EyeAndNose = ({ drawing: { view, eye, nose } }: { drawing: Drawing }): ReactNode => (
  <g className="pointer-events-none">
    {eye && (
      <>
        <circle cx={eye[0]} cy={eye[1]} r={8.5} fill="var(--eye)" stroke="var(--coat-ink)" />
        <circle cx={eye[0] - 2.6} cy={eye[1] - 2.8} r={2.4} fill="var(--glint)" />
      </>
    )}
    {nose && (
      <ellipse
        cx={nose[0]}
        cy={nose[1] + (view === 'underside' ? 0 : 6)}
        rx={11}
        ry={9}
        fill="var(--eye)"
        stroke="var(--coat-ink)"
      />
    )}
  </g>
)

/** A dog as a line of the day shows it: its outline with its coat, as it is. */
export const SmallDog = memo(function SmallDog({
  drawn,
  mm,
  label,
}: {
  drawn: Coated & Figure
  /** Length of the coat by region-side, mm. */
  mm: readonly number[]
  label: string
}): ReactNode {
  const drawing = drawingOf(drawn, 'left')
  const scale = unitsPerMm(drawn)
  const px = (index: number): number => mm[index]! * scale
  const { x, y, width, height } = drawing.box
  return (
    <svg
      viewBox={`${x} ${y} ${width} ${height}`}
      className="block h-full w-full"
      data-coat={drawn.colour}
      role="img"
      aria-label={label}
    >
      <FarLegs drawing={drawing} px={px} />
      <Outline shapes={drawing.shapes} px={px} />
      <EyeAndNose drawing={drawing} />
    </svg>
  )
})
