import { type Bath, type BathStep, type Deshed, REGION_SIDES } from '../../core/index.ts'
import {
  BATH_NOTE_TEXT,
  BATH_REASON_TEXT,
  bathWarningText,
  DESHED_NOTE_TEXT,
  NO_BATH_TEXT,
  noteTexts,
} from '../words/index.ts'
import { round } from './round.ts'

const FACE_REGIONS: ReadonlySet<string> = new Set(['muzzle', 'eyes', 'cheek', 'crown', 'ear-inner'])
const BODY = REGION_SIDES.filter(({ region }) => !FACE_REGIONS.has(region)).map(({ index }) => index)

/** `all` where nothing of the body is left out; else each region once. */
function regionsOf({ indexes, whole }: BathStep, { keptDry }: Bath): string[] {
  const covers = new Set(indexes)
  if (keptDry.length === 0 && (whole || BODY.every((index) => covers.has(index)))) return ['all']
  return [...new Set(indexes.map((index) => REGION_SIDES[index]!.region))]
}

/** Only where one side of a pair is meant is the side worth naming. */
function sidesOf({ indexes }: BathStep): string[] {
  const covers = new Set(indexes)
  return indexes
    .filter((index) => {
      const { region, side } = REGION_SIDES[index]!
      return side !== null && !REGION_SIDES.some((o) => o.region === region && o.side !== side && covers.has(o.index))
    })
    .map((index) => REGION_SIDES[index]!.key)
}

function stepFile(step: BathStep, bath: Bath): object {
  const { kind, productKind, choice, solutionMl, dwellMin, handsMin, startMin, meanwhile, reasons, notes } = step
  const oneSide = sidesOf(step)
  return {
    kind,
    ...(productKind ? { productKind } : {}),
    ...(choice?.product?.name ? { product: choice.product.name } : {}),
    ...(productKind && choice ? { dilution: choice.waterParts } : {}),
    ...(choice?.mix
      ? { solutionMl: round(solutionMl), productMl: choice.mix.productMl, waterMl: choice.mix.waterMl }
      : {}),
    dwellMin,
    minutes: round(handsMin),
    startMin: round(startMin),
    ...(step.pass ? { pass: step.pass } : {}),
    regions: regionsOf(step, bath),
    ...(oneSide.length > 0 ? { oneSideOnly: oneSide } : {}),
    meanwhile,
    reasons: reasons.map((code) => BATH_REASON_TEXT[code]),
    reasonCodes: reasons,
    how: noteTexts(notes, BATH_NOTE_TEXT),
    ...(step.inVerdict ? { inVerdict: true } : {}),
  }
}

/** The bath as the plan file holds it. Wetting is told by its minutes; every other step by its kind. */
export const bathFile = (bath: Bath): object => ({
  steps: bath.steps.filter(({ kind }) => kind !== 'wet').map((step) => stepFile(step, bath)),
  wettingMin: round(bath.steps.find(({ kind }) => kind === 'wet')?.handsMin ?? 0),
  minutes: round(bath.minutes),
  standingMin: round(bath.standing),
  savedMin: round(bath.saved),
  waterC: bath.waterC,
  ...(bath.noBath ? { noBath: bath.noBath, why: NO_BATH_TEXT[bath.noBath] } : {}),
  ...(bath.cycles ? { cycles: bath.cycles } : {}),
  keptDry: bath.keptDry.map(({ index, why }) => ({ place: REGION_SIDES[index]!.key, why })),
  warnings: bath.warnings.map(bathWarningText),
})

export const deshedFile = ({ looseG, minutes, passes, notes, places }: Deshed): object => ({
  looseG: round(looseG),
  minutes: round(minutes),
  passes: passes.map((pass) => ({ when: pass.when, minutes: round(pass.minutes) })),
  regions: places.map(({ index, undercoat, looseG: grams, tools }) => ({
    place: REGION_SIDES[index]!.key,
    undercoat,
    looseG: round(grams),
    tools,
  })),
  how: noteTexts(notes, DESHED_NOTE_TEXT),
})
