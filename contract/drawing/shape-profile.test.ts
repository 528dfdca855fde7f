import { expect, test } from 'vitest'
import {
  PART_IDS,
  PART_REGIONS,
  PART_SHAPES,
  type PartId,
  PLAIN_FIGURE,
  REGION_SIDES,
  type ShapeName,
} from '../../core/index.ts'
import { drawingOf } from './geometry.ts'
import { edgeOf, profileOf, shapedCoat } from './shape-profile.ts'

const UNITS = 40
/** Every shape there is, as part and name. */
const ALL_SHAPES: readonly ShapeName[] = PART_IDS.flatMap((part) =>
  Object.keys(PART_SHAPES[part]).map((id) => ({ part, id })),
)
const drawing = drawingOf(PLAIN_FIGURE, 'left')
const places = (part: PartId) =>
  drawing.shapes.filter(({ index }) => PART_REGIONS[part].includes(REGION_SIDES[index]!.region))
const drawn = (shape: ShapeName): string =>
  JSON.stringify(places(shape.part).map((place) => shapedCoat(place, [shape], UNITS, 1)))
/** Not seen from the side at all: its shapes are told by their lines. */
const INSIDE: ReadonlySet<PartId> = new Set(['ear-inside', 'sanitary', 'pads', 'armpits', 'stains'])
/** The same hair by two names, or told apart by length alone. */
const ALIKE = [
  ['natural', 'length', 'kept', 'as-body', 'breeches-kept', 'as-leg', 'as-face', 'leave'],
  ['stripped', 'rolled'],
]

test('a shape changes the drawing of its part, and no two of a part look the same', () => {
  for (const part of [...new Set(ALL_SHAPES.map((one) => one.part))]) {
    if (INSIDE.has(part)) continue
    const shapes = ALL_SHAPES.filter((one) => one.part === part)
    for (const a of shapes)
      for (const b of shapes) {
        if (a.id >= b.id || ALIKE.some((ids) => ids.includes(a.id) && ids.includes(b.id))) continue
        expect(drawn(a), `${part}: ${a.id} and ${b.id}`).not.toBe(drawn(b))
      }
  }
})

test('hair never stands inside the skin, and never much further than it is long', () => {
  for (const shape of ALL_SHAPES)
    for (let t = 0; t <= 1; t += 0.05)
      for (let down = 0; down <= 1; down += 0.1) {
        const share = profileOf(shape)(t, down)
        expect(share).toBeGreaterThanOrEqual(0)
        expect(share).toBeLessThanOrEqual(1.6)
      }
})

test('clipped, scissored and grown have an edge of their own', () => {
  expect(edgeOf({ part: 'body', id: 'length' })).toBe('clipped')
  expect(edgeOf({ part: 'feet', id: 'round' })).toBe('scissored')
  expect(edgeOf({ part: 'tail', id: 'natural' })).toBe('grown')
})

test('what lies on the dog is drawn over it by its rim, what ends it by its outline; nothing shaped is nothing drawn', () => {
  const [ear] = places('ears')
  const [foot] = places('feet')
  expect(shapedCoat(ear!, [{ part: 'ears', id: 'clipped' }], UNITS, 1)?.inside).toBe(true)
  expect(shapedCoat(foot!, [{ part: 'feet', id: 'round' }], UNITS, 1)?.inside).toBe(false)
  expect(shapedCoat(foot!, [], UNITS, 1)).toBeNull()
})
