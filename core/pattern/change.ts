import type { CoatPart, LengthsMm } from '../coat/coat-types.ts'
import type { Wishes } from '../dog/dog.ts'
import type { ExtraId } from '../dog/extras.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { PartChoice, Pattern } from './pattern.ts'
import { hasOwnLength, PART_IDS, type PartId } from './shapes.ts'

/** The wishes that say how a dog is cut. */
export type CutWishes = Pick<Wishes, 'style' | 'targetMm' | 'pattern'>

/** Where in `targetMm` the length of a part stands too. */
export const TARGET_OF_PART: Readonly<Partial<Record<PartId, CoatPart>>> = {
  body: 'body',
  forelegs: 'legs',
  hindlegs: 'legs',
  head: 'head',
}

/** What the body of a pattern makes of the coat, which a style may go against; null for what any style allows. */
export const bodyIs = (body: PartChoice | undefined): 'cut' | 'stripped' | null => {
  if (body?.shape === 'stripped' || body?.shape === 'rolled') return 'stripped'
  return body?.shape === 'length' || body?.shape === 'scissored' ? 'cut' : null
}

/** A style that does not contradict the body of a pattern. */
function styleFor(style: Wishes['style'], body: PartChoice | undefined): Wishes['style'] {
  if (bodyIs(body) === 'stripped') return 'strip'
  const takenOff = bodyIs(body) === 'cut' && (style === 'show' || style === 'natural')
  return takenOff || (style === 'strip' && body) ? 'trim' : style
}

/** The same wishes by another pattern: lengths that it names are not said twice. */
export function withPattern({ style, targetMm }: CutWishes, pattern: Pattern | null): CutWishes {
  const named = new Set<string | undefined>(PART_IDS.filter((id) => pattern?.[id]).map((id) => TARGET_OF_PART[id]))
  const kept = Object.entries(targetMm).filter(([part]) => !named.has(part))
  return {
    style: pattern ? styleFor(style, pattern.body) : style,
    targetMm: Object.fromEntries(kept) as Partial<LengthsMm>,
    pattern: pattern && PART_IDS.some((part) => pattern[part]) ? pattern : null,
  }
}

/** What an owner asks for beside the cut, and the shapes of a part that go with it. */
export const SHAPES_UNDER_EXTRA: readonly {
  readonly extra: ExtraId
  readonly part: PartId
  readonly shapes: readonly string[]
}[] = [
  { extra: 'ears-grow', part: 'ears', shapes: ['natural'] },
  { extra: 'tail-grow', part: 'tail', shapes: ['natural'] },
  { extra: 'keep-beard', part: 'muzzle', shapes: ['beard', 'short-beard', 'moustache-round'] },
  { extra: 'no-feet', part: 'feet', shapes: ['natural'] },
  { extra: 'lashes-stay', part: 'eyes', shapes: ['cleared', 'lashes-stay', 'visor', 'natural'] },
  { extra: 'lashes-off', part: 'eyes', shapes: ['cleared', 'lashes-off', 'natural'] },
]

/** A pattern without the shapes that what the owner asks for now rules out. */
export function withExtras(wishes: CutWishes, extras: readonly ExtraId[]): CutWishes {
  const against = SHAPES_UNDER_EXTRA.filter(({ extra, part, shapes }) => {
    const choice = wishes.pattern?.[part]
    return extras.includes(extra) && choice && !shapes.includes(choice.shape)
  })
  return against.reduce((made, { part }) => withPart(made, part, null), wishes)
}

/** Another style; a pattern whose body goes against it is left. */
export function withStyle(wishes: CutWishes, style: Wishes['style']): CutWishes {
  const stays = styleFor(style, wishes.pattern?.body) === style
  return stays ? { ...wishes, style } : { style, targetMm: wishes.targetMm, pattern: null }
}

/** One part otherwise; null takes it out of the pattern. */
export function withPart(wishes: CutWishes, part: PartId, choice: PartChoice | null): CutWishes {
  const { [part]: _, ...others } = wishes.pattern ?? {}
  return withPattern(wishes, choice ? { ...others, [part]: choice } : others)
}

/** Another shape for a part, at the length it has already where the shape has one; null takes the part out. */
export function withShape(wishes: CutWishes, part: PartId, shape: string | null): CutWishes {
  if (shape === null) return withPart(wishes, part, null)
  const target = TARGET_OF_PART[part]
  const mm = wishes.pattern?.[part]?.mm ?? (target && wishes.targetMm[target])
  return withPart(wishes, part, hasOwnLength(part, shape) && mm !== undefined ? { shape, mm } : { shape })
}

/** A length otherwise, wherever it stands: with the shape of its part, or by itself. */
export function withLength(wishes: CutWishes, part: CoatPart, mm: Millimetres): CutWishes {
  const shaped = PART_IDS.filter((id) => {
    const choice = wishes.pattern?.[id]
    return TARGET_OF_PART[id] === part && choice && hasOwnLength(id, choice.shape)
  })
  if (shaped.length === 0) return { ...wishes, targetMm: { ...wishes.targetMm, [part]: mm } }
  const pattern = { ...wishes.pattern }
  for (const id of shaped) pattern[id] = { shape: pattern[id]!.shape, mm }
  return { ...wishes, pattern }
}
