import type { GoodbyePage } from '../../contract/api/goodbye.ts'
import { hairTip, unitsPerMm } from '../../contract/drawing/coat-scale.ts'
import { drawingOf, type View } from '../../contract/drawing/geometry.ts'
import { DEFAULT_LENGTHS, figureOf, REGION_SIDES } from '../../core/index.ts'
import { INK, type Paper, SOFT } from './paper.ts'

type Rows = GoodbyePage['before']

/** Grey by mats: white is free, dark is felted. Printed, it reads like the screen's crossing strokes. */
const GREY = ['#ffffff', '#e4e4e4', '#bdbdbd', '#858585', '#3c3c3c'] as const

const matAt = (rows: Rows, index: number): number | null => {
  const { region, side } = REGION_SIDES[index]!
  return rows.find((row) => row.region === region && row.side === side)?.mat ?? null
}

/** The side with more to see on it. */
export function busierSide(rows: Rows): 'left' | 'right' {
  const weight = (view: 'left' | 'right'): number =>
    REGION_SIDES.filter(({ side }) => side === view).reduce(
      (sum, { index, share }) => sum + share * (matAt(rows, index) ?? 0),
      0,
    )
  return weight('right') > weight('left') ? 'right' : 'left'
}

/** The dog drawn into a box: mats in grey, the coat's length on its outline, places with findings ringed. */
export function drawDog(
  paper: Paper,
  view: View,
  { rows, dog, mm }: { rows: Rows; dog: GoodbyePage['dog']; mm: readonly number[] },
  box: { x: number; y: number; width: number; height: number },
): void {
  const doc = paper.draw
  const drawing = drawingOf(figureOf(dog), view)
  const scale = Math.min(box.width / drawing.box.width, box.height / drawing.box.height)
  doc
    .save()
    .translate(
      box.x + (box.width - drawing.box.width * scale) / 2 - drawing.box.x * scale,
      box.y + box.height - (drawing.box.y + drawing.box.height) * scale,
    )
    .scale(scale)
  const lengthMm = { ...DEFAULT_LENGTHS[dog.coatType], ...dog.lengthMm }
  const perMm = unitsPerMm({ weightKg: dog.weightKg, lengthMm })
  for (const { d } of drawing.behind) doc.path(d).fillColor('#f1f1f1').fill()
  for (const { index, fringe } of drawing.shapes) {
    const hair = mm[index]! * perMm
    if (hair < 1) continue
    for (const root of fringe) {
      const [tx, ty] = hairTip(root, hair, view === 'right' ? -1 : 1)
      doc.moveTo(root[0], root[1]).lineTo(root[0] + tx, root[1] + ty)
    }
    if (fringe.length > 0) doc.lineWidth(2.4).strokeColor('#9a9a9a').stroke()
  }
  for (const { index, d } of drawing.shapes) {
    const mat = matAt(rows, index)
    doc
      .path(d)
      .fillColor(mat === null ? '#ffffff' : GREY[mat]!)
      .fill()
    doc.path(d).lineWidth(1.4).strokeColor(SOFT)
    if (mat === null) doc.dash(6, { space: 5 })
    doc.stroke().undash()
  }
  for (const { index, centre } of drawing.shapes) {
    const { region, side } = REGION_SIDES[index]!
    const row = rows.find((one) => one.region === region && one.side === side)
    if ((row?.skin ?? 0) > 0) doc.circle(centre[0], centre[1], 11).lineWidth(3.5).strokeColor(INK).stroke()
  }
  if (drawing.eye) doc.circle(drawing.eye[0], drawing.eye[1], 7).fillColor(INK).fill()
  if (drawing.nose) doc.circle(drawing.nose[0], drawing.nose[1], 9).fillColor(INK).fill()
  doc.restore()
}

/** What the greys mean. */
export function drawLegend(paper: Paper, x: number, y: number): void {
  const words = ['free', 'tangles', 'knots', 'tight', 'felted']
  let along = x
  for (const [score, word] of words.entries()) {
    paper.draw.rect(along, y, 9, 9).lineWidth(0.6).fillAndStroke(GREY[score]!, SOFT)
    paper.at(word, along + 12, y - 0.5, { size: 8, colour: SOFT })
    along += 18 + paper.widthOf(word, { size: 8 })
  }
  paper.draw
    .circle(along + 6, y + 4.5, 4)
    .lineWidth(1.4)
    .strokeColor(INK)
    .stroke()
  paper.at('skin', along + 13, y - 0.5, { size: 8, colour: SOFT })
}
