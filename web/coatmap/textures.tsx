import type { ReactNode } from 'react'

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

/** Mats: crossing strokes that thicken from loose to felt. */
function Mats({ prefix }: { prefix: string }): ReactNode {
  return (
    <>
      <Tile id={`${prefix}mat-1`} size={26}>
        <path d="M4 6q6 4 4 12M16 3q-5 7 2 13" {...line} strokeWidth={1.3} />
      </Tile>
      <Tile id={`${prefix}mat-2`} size={22}>
        <path d="M3 4q8 5 7 15M12 3q-8 6-8 14M18 5q-6 6 0 13M20 15q-7 1-10-8" {...line} strokeWidth={1.8} />
      </Tile>
      <Tile id={`${prefix}mat-3`} size={18}>
        <path d="M0 4q9 3 18 12M18 2Q8 8 1 17M9 0q-4 9 1 18M0 10q9-4 18 0" {...line} strokeWidth={2.6} />
      </Tile>
      <Tile id={`${prefix}mat-4`} size={12}>
        <path d="M0 0 12 12M12 0 0 12M6-2v16M-2 6h16" {...line} strokeWidth={3.6} />
      </Tile>
    </>
  )
}

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

export function Textures({ prefix }: { prefix: string }): ReactNode {
  return (
    <defs>
      <Mats prefix={prefix} />
      <Undercoat prefix={prefix} />
      <Treatments prefix={prefix} />
    </defs>
  )
}
