import type { AssessmentDoc, ScoreChange, SideRow } from '../../contract/api/scores.ts'
import {
  type CoatType,
  coatPartOf,
  EXTENTS,
  emptySheet,
  extentOf,
  type House,
  keyOf,
  type LengthsMm,
  mirrorIndex,
  REGION_SIDES,
  regionSide,
  type Scale,
  type Score,
  type Sheet,
  type SideScores,
  standoffMmOf,
  UNSCORED,
} from '../../core/index.ts'

/*
 * The sheet as a person scores it. Pure: each action gives the changes to make; applying them gives the next sheet.
 */
const scoresOf = (row: SideRow): SideScores => ({
  mat: row.mat ?? null,
  extent: row.extent ?? null,
  standoffMm: row.standoffMm ?? null,
  undercoat: row.undercoat ?? null,
  condition: row.condition ?? null,
  skin: row.skin ?? null,
  tags: row.tags ?? [],
  findings: (row.findings ?? []).map((finding) => ({ ...finding, sizeMm: finding.sizeMm ?? null })),
  leave: row.leave ?? null,
})

export function sheetOf(doc: Pick<AssessmentDoc, 'rows'>): Sheet {
  const sheet = [...emptySheet()]
  for (const row of doc.rows) sheet[regionSide(keyOf(row.region, row.side))!.index] = scoresOf(row)
  return sheet
}

export function applied(sheet: Sheet, changes: readonly ScoreChange[]): Sheet {
  if (changes.length === 0) return sheet
  const next = [...sheet]
  for (const { region, side, set } of changes) {
    const { index } = regionSide(keyOf(region, side))!
    next[index] = { ...next[index]!, ...(set as Partial<SideScores>) }
  }
  return next
}

export const rowsOf = (sheet: Sheet): SideRow[] =>
  sheet.flatMap((scores, i) => {
    if (scores === UNSCORED) return []
    const { region, side } = REGION_SIDES[i]!
    return [{ region, side, ...scores, tags: [...scores.tags], findings: [...scores.findings] }]
  })

export const changeOf = (index: number, set: ScoreChange['set']): ScoreChange => {
  const { region, side } = REGION_SIDES[index]!
  return { region, side, set }
}

/** What takes the sheet back to how it was, for undo. */
export function inverse(sheet: Sheet, changes: readonly ScoreChange[]): ScoreChange[] {
  return changes.map(({ region, side, set }) => {
    const before = sheet[regionSide(keyOf(region, side))!.index]!
    const back = Object.fromEntries(Object.keys(set).map((key) => [key, before[key as keyof SideScores]]))
    return { region, side, set: back as ScoreChange['set'] }
  })
}

export interface CoatOfDog {
  /** What is usual here where nobody says how far a mat reaches. */
  readonly house: House
  readonly coatType: CoatType
  readonly lengthMm: LengthsMm
}

const coatMm = (index: number, { coatType, lengthMm }: Pick<CoatOfDog, 'coatType' | 'lengthMm'>): number =>
  lengthMm[coatPartOf(REGION_SIDES[index]!.region, coatType)]

/** Giving a score: a mat takes its usual extent and free hair with it, so that one key is enough. */
export function scoreChange(index: number, scale: Scale, score: Score, coat: CoatOfDog): ScoreChange {
  if (scale !== 'mat') return changeOf(index, { [scale]: score })
  return changeOf(index, {
    mat: score,
    extent: score === 0 ? null : extentOf({ extent: null }, score, coat.house),
    standoffMm: score < 2 ? null : standoffMmOf({ standoffMm: null }, score, coatMm(index, coat), coat.house),
  })
}

export const clearChange = (index: number, scale: Scale): ScoreChange =>
  changeOf(index, scale === 'mat' ? { mat: null, extent: null, standoffMm: null } : { [scale]: null })

/** The other side gets what this side has, in the layer at hand. Null where there is no other side, or nothing to copy. */
export function mirrorChange(sheet: Sheet, index: number, scale: Scale): ScoreChange | null {
  const other = mirrorIndex[index]!
  const { mat, extent, standoffMm } = sheet[index]!
  if (other === index || sheet[index]![scale] === null) return null
  return changeOf(other, scale === 'mat' ? { mat, extent, standoffMm } : { [scale]: sheet[index]![scale] })
}

/** Nobody has said yet how it is there: what was found on the skin says it as a score does. */
export const isOpen = (scores: SideScores, scale: Scale): boolean =>
  scores[scale] === null && !(scale === 'skin' && scores.findings.length > 0)

/** Everything not looked at yet is clean: in these layers. */
export function restClean(sheet: Sheet, scales: readonly Scale[]): ScoreChange[] {
  return sheet.flatMap((scores, i) => {
    const open = scales.filter((scale) => isOpen(scores, scale))
    return open.length > 0 ? [changeOf(i, Object.fromEntries(open.map((scale) => [scale, 0])))] : []
  })
}

/** One step wider or narrower. */
export function extentStep(scores: SideScores, by: 1 | -1, { house }: Pick<CoatOfDog, 'house'>): number | null {
  const { mat } = scores
  if (!mat) return null
  const at = EXTENTS.findIndex((extent) => extent >= extentOf(scores, mat, house) - 1e-9)
  return EXTENTS[Math.max(0, Math.min(EXTENTS.length - 1, at + by))] ?? null
}

const STANDOFFS_MM = [0, 1, 1.5, 2, 3, 4, 5, 6, 7, 8, 10, 12, 15, 20, 25, 30, 40]

export function standoffStep(index: number, scores: SideScores, by: 1 | -1, coat: CoatOfDog): number | null {
  if (!scores.mat || scores.mat < 2) return null
  const longest = coatMm(index, coat)
  const now = standoffMmOf(scores, scores.mat, longest, coat.house)
  const next = by > 0 ? STANDOFFS_MM.find((mm) => mm > now + 1e-9) : STANDOFFS_MM.findLast((mm) => mm < now - 1e-9)
  return Math.min(longest, next ?? now)
}

/** The next region-side of the sweep that has no score in this layer, after `from`; null when all are done. */
export function nextOpen(sheet: Sheet, scale: Scale, from: number): number | null {
  for (let step = 1; step <= sheet.length; step++) {
    const index = (from + step) % sheet.length
    if (isOpen(sheet[index]!, scale)) return index
  }
  return null
}
