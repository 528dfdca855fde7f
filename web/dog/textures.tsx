import { memo, type ReactNode } from 'react'

/**
 * Coat states and treatments as textures, drawn with the one ink so that they read in grey and on paper. A pattern's
 * id is its name; `Textures` goes once into each map.
 */
const line = { fill: 'none', stroke: 'var(--coat-ink)', strokeLinecap: 'round' } as const

function Tile({ id, size, children }: { id: string; size: number; children: ReactNode }): ReactNode {
  return (
    <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse">
      {children}
    </pattern>
  )
}

const dots = (positions: readonly (readonly [number, number])[], r: number): ReactNode =>
  positions.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} fill="var(--coat-ink)" />)

const TURN = 2 * Math.PI
/** Low-discrepancy steps: strokes spread evenly, and the same at every drawing. */
const GOLDEN = 0.618034
const SILVER = 0.754878

/** Curved strokes crossing in all directions; what leaves the tile on one side comes in on the other. */
function tangle(count: number, size: number, length: number): string {
  const strokes = Array.from({ length: count }, (_, i) => {
    const x = ((i * GOLDEN) % 1) * size
    const y = ((i * SILVER) % 1) * size
    const angle = ((i * 0.381966) % 1) * TURN
    const bow = length * (i % 2 === 0 ? 0.45 : -0.45)
    const [dx, dy] = [Math.cos(angle) * length, Math.sin(angle) * length]
    const [bx, by] = [dx / 2 - (dy / length) * bow, dy / 2 + (dx / length) * bow]
    return {
      x: x - dx / 2,
      y: y - dy / 2,
      dx,
      dy,
      tail: `q${bx.toFixed(1)} ${by.toFixed(1)} ${dx.toFixed(1)} ${dy.toFixed(1)}`,
    }
  })
  const shifts = [-size, 0, size]
  // A copy that stays outside the tile would be drawn for nothing, in every region, at every key.
  const reaches = (from: number, by: number): boolean =>
    Math.min(from, from + by) - length / 2 < size && Math.max(from, from + by) + length / 2 > 0
  return strokes
    .flatMap(({ x, y, dx, dy, tail }) =>
      shifts.flatMap((sx) =>
        shifts
          .filter((sy) => reaches(x + sx, dx) && reaches(y + sy, dy))
          .map((sy) => `M${(x + sx).toFixed(1)} ${(y + sy).toFixed(1)}${tail}`),
      ),
    )
    .join('')
}

const MAT_TILE = 48
const MAT_STROKES = [
  { id: 'mat-1', d: tangle(7, MAT_TILE, 15), width: 1.3 },
  { id: 'mat-2', d: tangle(15, MAT_TILE, 17), width: 1.8 },
  { id: 'mat-3', d: tangle(26, MAT_TILE, 19), width: 2.5 },
  { id: 'mat-4', d: tangle(44, MAT_TILE, 22), width: 3.6 },
]

/** Mats: crossing strokes that thicken from loose to felt. */
const Mats = ({ prefix }: { prefix: string }): ReactNode =>
  MAT_STROKES.map(({ id, d, width }) => (
    <Tile key={id} id={`${prefix}${id}`} size={MAT_TILE}>
      <path d={d} {...line} strokeWidth={width} />
    </Tile>
  ))

/** Undercoat: stipple that fills in. */
function Undercoat({ prefix }: { prefix: string }): ReactNode {
  return (
    <>
      <Tile id={`${prefix}undercoat-1`} size={26}>
        {dots(
          [
            [6, 7],
            [19, 18],
          ],
          1.6,
        )}
      </Tile>
      <Tile id={`${prefix}undercoat-2`} size={18}>
        {dots(
          [
            [4, 4],
            [13, 7],
            [7, 13],
          ],
          1.9,
        )}
      </Tile>
      <Tile id={`${prefix}undercoat-3`} size={12}>
        {dots(
          [
            [3, 3],
            [9, 4],
            [4, 9],
            [10, 10],
          ],
          2,
        )}
      </Tile>
      <Tile id={`${prefix}undercoat-4`} size={8}>
        {dots(
          [
            [2, 2],
            [6, 3],
            [3, 6],
            [7, 7],
          ],
          1.9,
        )}
      </Tile>
    </>
  )
}

/** What is done, as the coat looks while it is done. */
function Treatments({ prefix }: { prefix: string }): ReactNode {
  return (
    <>
      <Tile id={`${prefix}t-brush`} size={30}>
        <path d="M2 7q10-4 20 0M12 18q8-4 16 0M-3 27q6-3 12 0" {...line} strokeWidth={1.1} opacity={0.65} />
      </Tile>
      <Tile id={`${prefix}t-none`} size={40}>
        <path d="M6 20q8-3 16 0" {...line} strokeWidth={1} opacity={0.5} />
      </Tile>
      <Tile id={`${prefix}t-demat`} size={24}>
        <path d="M2 6h9l-3 4M13 17h9l-3 4M14 4l5 5M3 16l5 5" {...line} strokeWidth={1.9} />
      </Tile>
      <Tile id={`${prefix}t-blow-out`} size={30}>
        <path d="M3 16q4-11 11-6t-2 10q-5 1-4-4M18 26q3-8 9-5" {...line} strokeWidth={1.6} />
      </Tile>
      <Tile id={`${prefix}t-splice`} size={22}>
        <path d="M1 5q10-4 20 0" {...line} strokeWidth={1.2} />
        <path d="M2 14h18" {...line} strokeWidth={3.4} strokeDasharray="6 5" />
      </Tile>
      <Tile id={`${prefix}t-clip-out`} size={26}>
        <circle cx={13} cy={13} r={7.5} {...line} strokeWidth={2} strokeDasharray="3.4 3.2" />
      </Tile>
      <Tile id={`${prefix}t-clip`} size={10}>
        <path d="M2 2v3.6M7 6v3.6" {...line} strokeWidth={1.9} />
      </Tile>
      <Tile id={`${prefix}t-strip`} size={20}>
        <path d="M2 16 9 3M12 18l7-13" {...line} strokeWidth={1.6} />
      </Tile>
      <Tile id={`${prefix}t-card`} size={20}>
        <path d="M3 3v8M8 3v8M13 3v8M18 3v8M1 15h18" {...line} strokeWidth={1.5} />
      </Tile>
      <Tile id={`${prefix}t-leave`} size={34}>
        <path d="M0 34 34 0" {...line} strokeWidth={1.4} opacity={0.55} />
      </Tile>
    </>
  )
}

export const Textures = memo(function Textures({ prefix }: { prefix: string }): ReactNode {
  return (
    <defs>
      <Mats prefix={prefix} />
      <Undercoat prefix={prefix} />
      <Treatments prefix={prefix} />
    </defs>
  )
})
