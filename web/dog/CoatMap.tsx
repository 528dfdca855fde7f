import { clsx } from 'clsx'
import { type MouseEvent, memo, type ReactNode, useId } from 'react'
import { type Coated, unitsPerMm } from '../../contract/drawing/coat-scale.ts'
import { type CloseLook, type Drawing, drawingOf, type Shape, type View } from '../../contract/drawing/geometry.ts'
import { shapedCoat } from '../../contract/drawing/shape-profile.ts'
import { type Figure, REGION_SIDES, type ShapeName } from '../../core/index.ts'
import { Coat, NO_SHAPES, Shaped } from './Coat.tsx'
import { EyeAndNose, FarLegs, Outline, patched } from './DogOutline.tsx'
import { placeMeant } from './nearest.ts'
import { Textures } from './textures.tsx'

/** How one region-side is drawn; whoever uses the map decides what the textures mean. */
export interface Look {
  /** Pattern names without prefix, laid over each other, with the share of the region each covers. */
  readonly textures: readonly { readonly name: string; readonly share: number }[]
  /** Dirt: how dark the wash is, 0 to 1. */
  readonly wash: number
  /** Skin marks, 0 to 4. */
  readonly mark: number
  readonly unknown: boolean
  readonly stop: boolean
  /** Length of the coat in the outline, mm. */
  readonly coatMm: number
  /** What it was cut to, the place first and its lower end after it; none where hair stands as it grows. */
  readonly shapes?: readonly ShapeName[]
}

interface Props {
  readonly drawn: Coated & Figure
  readonly view: View
  readonly looks: readonly Look[]
  readonly focus: number | null
  /** What is being worked on: all but these are dimmed. */
  readonly lit?: ReadonlySet<number> | null
  readonly onPick?: (index: number) => void
  readonly nameOf?: (index: number) => string
  /** Whether Tab comes here; a small picture is looked at, not worked on. */
  readonly reachable?: boolean
  readonly close?: CloseLook
  /** Outline only, for a small picture. */
  readonly plain?: boolean
  readonly className?: string
  /** What a screen reader calls the picture. */
  readonly label: string
  /** Drawn over the dog, in units of its drawing. */
  readonly over?: (drawing: Drawing) => ReactNode
}

interface RegionProps {
  readonly shape: Shape
  readonly look: Look
  readonly prefix: string
  /** Whether Tab stops here. */
  readonly stops: boolean
  readonly faded: boolean
  readonly label: string | null
  readonly onPick: ((index: number) => void) | undefined
}

const SkinMark = ({ at: [x, y], mark }: { at: readonly [number, number]; mark: number }): ReactNode => (
  <g className="pointer-events-none" fill="none" stroke={mark >= 3 ? 'var(--alarm)' : 'var(--ink)'} strokeWidth={2.6}>
    <circle cx={x} cy={y} r={9} fill="var(--sheet)" />
    {mark >= 2 && <circle cx={x} cy={y} r={3.4} fill={mark >= 3 ? 'var(--alarm)' : 'var(--ink)'} />}
    {mark >= 3 && <circle cx={x} cy={y} r={14} />}
  </g>
)

const Region = memo(function Region({ shape, look, prefix, stops, faded, label, onPick }: RegionProps): ReactNode {
  const { d, centre } = shape
  const clip = `${prefix}c${shape.index}`
  const partly = look.textures.some(({ share }) => share < 1)
  // As few elements as can be: each is styled and painted again at every key.
  return (
    <g opacity={faded ? 0.3 : undefined} {...patched(shape)}>
      <path
        d={d}
        fill={look.unknown ? 'var(--sheet)' : 'var(--coat)'}
        stroke={look.stop ? 'var(--alarm)' : 'var(--coat-ink)'}
        strokeWidth={look.stop ? 4 : 1.2}
        strokeOpacity={look.stop ? 1 : 0.6}
        strokeDasharray={look.unknown ? '5 5' : undefined}
        strokeLinejoin="round"
        {...(onPick && label !== null
          ? {
              role: 'button',
              tabIndex: stops ? 0 : -1,
              'aria-label': label,
              'data-region': shape.key,
              onClick: () => onPick(shape.index),
              className: 'cursor-pointer hover:stroke-[3px] focus-visible:stroke-[4px] focus-visible:stroke-accent',
            }
          : {})}
      />
      {look.wash > 0 && (
        <path d={d} fill="var(--coat-ink)" opacity={look.wash * 0.34} className="pointer-events-none" />
      )}
      {partly && (
        <clipPath id={clip}>
          <path d={d} />
        </clipPath>
      )}
      {look.textures.map(({ name, share }) =>
        share < 1 ? (
          <g key={name} clipPath={`url(#${clip})`} className="pointer-events-none">
            <path d={d} fill={`url(#${prefix}${name})`} transform={shrunk(centre, Math.sqrt(share))} />
          </g>
        ) : (
          <path key={name} d={d} fill={`url(#${prefix}${name})`} className="pointer-events-none" />
        ),
      )}
      {look.mark > 0 && <SkinMark at={centre} mark={look.mark} />}
    </g>
  )
})

const shrunk = ([x, y]: readonly [number, number], factor: number): string =>
  `translate(${x} ${y}) scale(${factor.toFixed(3)}) translate(${-x} ${-y})`

/** The dog as its coat stands, beneath what is said of its places: the same picture as long as no hair is longer or shorter. */
const Standing = memo(
  function Standing({ drawing, looks, scale, plain }: StandingProps): ReactNode {
    const px = (index: number): number => looks[index]!.coatMm * scale
    const tailward = tailwardIn(drawing.view)
    return (
      <>
        <FarLegs drawing={drawing} px={px} />
        {plain ? (
          <>
            <Outline
              shapes={drawing.shapes}
              px={px}
              shaped={drawing.shapes.flatMap((shape) => {
                const shapes = looks[shape.index]!.shapes ?? NO_SHAPES
                const coat = shapedCoat(shape, shapes, px(shape.index), tailward)
                return coat ? [{ shape, d: coat.d }] : []
              })}
            />
            <EyeAndNose drawing={drawing} />
          </>
        ) : (
          drawing.shapes.map((shape) => (
            <Coat
              key={shape.key}
              shape={shape}
              px={px(shape.index)}
              tailward={tailward}
              shapes={looks[shape.index]!.shapes}
            />
          ))
        )}
      </>
    )
  },
  (a, b) =>
    a.drawing === b.drawing &&
    a.scale === b.scale &&
    a.plain === b.plain &&
    (a.looks === b.looks ||
      a.looks.every(({ coatMm, shapes }, i) => coatMm === b.looks[i]!.coatMm && shapes === b.looks[i]!.shapes)),
)

interface StandingProps {
  readonly drawing: Drawing
  readonly looks: readonly Look[]
  /** Units of the drawing for a mm of coat. */
  readonly scale: number
  readonly plain: boolean | undefined
}

/** Which way along the drawing the tail is. */
const tailwardIn = (view: View): 1 | -1 => (view === 'right' ? -1 : 1)

/**
 * Takes the place that a pointer meant, which need not be the one right under it. A click without a pointer, from a
 * keyboard or a helper, means the very place it is on.
 */
function meant(event: MouseEvent<HTMLElement>, onPick: (index: number) => void): void {
  const { pointerType } = event.nativeEvent as PointerEvent
  if (!pointerType) return
  const key = placeMeant(event.currentTarget, event.clientX, event.clientY, pointerType !== 'mouse')
  const place = REGION_SIDES.find((one) => one.key === key)
  if (!place) return
  event.stopPropagation()
  onPick(place.index)
}

/** The dog: skin outline, coat standing off it to scale, and each region-side as a place that can be picked. */
export const CoatMap = memo(function CoatMap(props: Props): ReactNode {
  const {
    drawn,
    view,
    looks,
    focus,
    lit,
    onPick,
    nameOf,
    reachable = true,
    close,
    plain,
    className,
    label,
    over,
  } = props
  const prefix = useId().replace(/[^a-z0-9]/gi, '')
  const drawing = drawingOf(drawn, view)
  const scale = unitsPerMm(drawn)
  const px = (index: number): number => looks[index]!.coatMm * scale
  const box = (close && drawing.closeBox?.[close]) || drawing.box
  const focused = plain || focus === null ? undefined : drawing.shapes.find(({ index }) => index === focus)
  const own = onPick !== undefined
  return (
    // biome-ignore lint/a11y/useAriaPropsSupportedByRole: it has a role, one of two
    <div
      className={clsx('relative h-full w-full', className)}
      data-coat={drawn.colour}
      role={onPick ? 'group' : 'img'}
      aria-label={label}
      {...(onPick && reachable ? { onClickCapture: (event: MouseEvent<HTMLElement>) => meant(event, onPick) } : {})}
    >
      <Sheet box={box} own={own}>
        <Textures prefix={prefix} />
        <Standing drawing={drawing} looks={looks} scale={scale} plain={plain} />
      </Sheet>
      {!plain && (
        <>
          <Sheet box={box} own={own}>
            {drawing.shapes.map((shape) => (
              <Region
                key={shape.key}
                shape={shape}
                look={looks[shape.index]!}
                prefix={prefix}
                stops={reachable && shape.index === (focus ?? drawing.shapes[0]!.index)}
                faded={lit ? !lit.has(shape.index) : false}
                label={onPick ? (nameOf?.(shape.index) ?? REGION_SIDES[shape.index]!.key) : null}
                onPick={onPick}
              />
            ))}
          </Sheet>
          <Sheet box={box} own={own} above>
            {drawing.shapes
              .filter(({ index, fringe }) => fringe.length < 2 && looks[index]!.shapes)
              .map((shape) => (
                <Shaped
                  key={shape.key}
                  shape={shape}
                  px={px(shape.index)}
                  tailward={tailwardIn(view)}
                  shapes={looks[shape.index]!.shapes}
                />
              ))}
            {lit &&
              drawing.shapes
                .filter(({ index }) => lit.has(index))
                .map(({ key, d, index }) => <Focus key={key} d={d} stop={looks[index]!.stop} />)}
            {focused && <Focus d={focused.d} stop={looks[focused.index]!.stop} />}
            <EyeAndNose drawing={drawing} />
            {over && <g className="pointer-events-auto">{over(drawing)}</g>}
          </Sheet>
        </>
      )}
    </div>
  )
})

/**
 * One of the sheets that the dog is drawn on, one above the other: its coat, its places, and what is shown on them. On a
 * dog that is worked on each is painted for itself, so that a score paints its place anew and not the hair beneath it.
 */
const Sheet = ({
  box: { x, y, width, height },
  own,
  above = false,
  children,
}: {
  box: Drawing['box']
  /** Whether it is a layer of its own. */
  own: boolean
  /** What is beneath it is picked through it. */
  above?: boolean
  children: ReactNode
}): ReactNode => (
  <svg
    viewBox={`${x} ${y} ${width} ${height}`}
    className={clsx('absolute inset-0 h-full w-full', own && 'will-change-transform', above && 'pointer-events-none')}
    role="none"
  >
    {children}
  </svg>
)

/** A place at hand, over its neighbours so that its border is whole. */
const Focus = ({ d, stop }: { d: string; stop: boolean }): ReactNode => (
  <g className="pointer-events-none" strokeLinejoin="round">
    {/* Seen on a dark coat too. */}
    <path d={d} fill="none" stroke="var(--sheet)" strokeWidth={9} />
    <path
      d={d}
      fill="var(--accent)"
      fillOpacity={0.16}
      stroke={stop ? 'var(--alarm)' : 'var(--accent)'}
      strokeWidth={4}
    />
  </g>
)
