import { memo, type ReactNode } from 'react'
import { hairTip } from '../../contract/drawing/coat-scale.ts'
import type { Shape } from '../../contract/drawing/geometry.ts'
import { shapedCoat } from '../../contract/drawing/shape-profile.ts'
import type { ShapeName } from '../../core/index.ts'
import { patched } from './DogOutline.tsx'

/* The coat of one place as it stands off the dog: as it grows, or as it was shaped. */
export const NO_SHAPES: readonly ShapeName[] = []

/** Hair along the outline; its unevenness is fixed by place, so that it never flickers. */
function hairs({ fringe }: Shape, px: number, tailward: 1 | -1): string {
  return fringe
    .map((root, i) => {
      const [x, y, nx, ny] = root
      const length = px * (0.8 + (((i * 7919) % 13) / 13) * 0.4)
      const [tx, ty] = hairTip(root, length, tailward)
      const bend = `${(nx * length * BEND).toFixed(1)} ${(ny * length * BEND).toFixed(1)}`
      return `M${x.toFixed(1)} ${y.toFixed(1)}q${bend} ${tx.toFixed(1)} ${ty.toFixed(1)}`
    })
    .join('')
}

/** How far along its length a hair stands straight off the skin before it lies back. */
const BEND = 0.6
const LEAST_PX = 1.5

interface CoatProps {
  readonly shape: Shape
  readonly px: number
  readonly tailward: 1 | -1
  readonly shapes: readonly ShapeName[] | undefined
}

/** Coat as its shapes leave it: what a blade left is a plain edge, what shears set a dotted one, by texture, not by colour. */
export const Shaped = memo(function Shaped({ shape, px, tailward, shapes = NO_SHAPES }: CoatProps): ReactNode {
  const shaped = shapedCoat(shape, shapes, px, tailward)
  return (
    shaped && (
      <g data-shaped={shaped.look} {...patched(shape)}>
        {!shaped.inside && (
          <>
            <path d={shape.d} fill="var(--coat)" />
            <path d={shaped.d} fill="var(--coat)" stroke="var(--coat)" strokeWidth={2} strokeLinejoin="round" />
          </>
        )}
        {shaped.look === 'grown' ? (
          <path d={hairs(shape, px, tailward)} fill="none" stroke="var(--coat-fringe)" strokeWidth={2} />
        ) : (
          <path
            d={shaped.edge}
            fill="none"
            stroke="var(--coat-ink)"
            strokeWidth={shaped.look === 'clipped' ? 2.5 : 4}
            strokeDasharray={shaped.look === 'clipped' ? undefined : '0.5 7'}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        )}
      </g>
    )
  )
})

export const Coat = memo(function Coat({ shape, px, tailward, shapes }: CoatProps): ReactNode {
  if (shapes && shapes.length > 0 && shape.fringe.length > 1)
    return <Shaped shape={shape} px={px} tailward={tailward} shapes={shapes} />
  if (px < LEAST_PX) return null
  return (
    <g {...patched(shape)}>
      <path d={shape.d} fill="var(--coat)" stroke="var(--coat)" strokeWidth={px * 1.5} strokeLinejoin="round" />
      <path
        d={hairs(shape, px, tailward)}
        fill="none"
        stroke="var(--coat-fringe)"
        strokeWidth={2}
        strokeLinecap="round"
      />
    </g>
  )
})
