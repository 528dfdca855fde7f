import {
  type BathStep,
  cutOf,
  deshedOf,
  dryingOf,
  type GroomStep,
  groomSteps,
  type House,
  planBath,
  planWhole,
  REGION_SIDES,
  SCHOOLS,
  type SchoolId,
  type Schools,
  schoolsWith,
  USUAL_SHELF,
} from '../../core/index.ts'
import type { AssessmentFile } from '../formats/assessment-file.ts'
import { readAssessment } from '../formats/read-assessment.ts'
import {
  atPlaces,
  BATH_NOTE_TEXT,
  BATH_STEP_LABEL,
  CUT_NOTE_TEXT,
  capital,
  DESHED_NOTE_TEXT,
  DESHED_TOOL_LABEL,
  dryingHowText,
  JOB_LABEL,
  stepPlaces,
  stepTitle,
  toolName,
} from './index.ts'

/** What one way of working makes of a dog. */
export interface WayExample {
  readonly option: string
  /** Minutes before the tub, in it, at the dryer, and of the cut. */
  readonly before: number
  readonly bath: number
  readonly dry: number
  readonly cut: number
  readonly productMl: number
  /** What this way says that the way in force does not. */
  readonly others: readonly string[]
  /** What the way in force says and this one does not. */
  readonly without: readonly string[]
}

interface Told extends Omit<WayExample, 'option' | 'others' | 'without'> {
  /** The plan in sentences, so that two ways can be told apart where no figure changes. */
  readonly says: readonly string[]
}

const bathStepText = (kind: BathStep['kind'], at: number): string =>
  `${BATH_STEP_LABEL[kind].toLowerCase()} as step ${at + 1}`

/** "Demat, mat splitter: both armpits." */
function stepText(step: GroomStep): string {
  const tool = step.tool && step.kind === 'coat' ? `, ${toolName(step.tool)}` : ''
  const places = stepPlaces(step)
  return `${stepTitle(step)}${tool}${places ? `: ${places}` : ''}.`
}

/** One dog before the tub, in it, at the dryer and on the table, as these ways would have it. */
function told(file: AssessmentFile, schools: Partial<Schools>, house: House): Told {
  const assessment = readAssessment({ ...file, house: { ...file.house, schools } }, house)
  const plan = planWhole(assessment, house)
  const bath = planBath(assessment, plan, house, USUAL_SHELF)
  const drying = plan.verdict.choice === 'refer' ? null : dryingOf(assessment, plan, house)
  const deshed = deshedOf(assessment, plan, house)
  const cut = cutOf(assessment, plan, house)
  const steps = groomSteps(assessment, plan, { bath, drying, cut }, house).filter(
    ({ kind }) => kind !== 'bath' && kind !== 'dry',
  )
  const first = steps.find(({ kind, what }) => kind === 'cut' && what === 'coat')?.indexes[0]
  const tools = deshed ? [...new Set(deshed.places.flatMap((place) => place.tools))] : []
  return {
    before: plan.regions.reduce((sum, { option }) => sum + (option.when === 'before-bath' ? option.minutes : 0), 0),
    bath: bath.minutes,
    dry: drying?.minutes ?? 0,
    cut: steps
      .filter(({ kind }) => kind === 'cut' || kind === 'blend' || kind === 'ear-hair')
      .reduce((sum, { minutes }) => sum + minutes, 0),
    productMl: bath.uses.reduce((sum, { productMl }) => sum + productMl, 0),
    says: [
      ...bath.steps.flatMap(({ kind, notes, meanwhile }, at) => [
        `${capital(bathStepText(kind, at))}.`,
        ...notes.map((note) => BATH_NOTE_TEXT[note]),
        ...meanwhile.map((job) => `${capital(JOB_LABEL[job])} while a product works.`),
      ]),
      ...(drying ? [dryingHowText(drying.how)] : []),
      ...steps.flatMap((step, at) => [
        stepText(step),
        ...step.notes.map((note) => CUT_NOTE_TEXT[note]),
        ...(step.kind === 'cut' && step.what !== 'coat' ? [`${stepTitle(step)} as step ${at + 1}.`] : []),
      ]),
      ...(first === undefined ? [] : [`The cut begins ${atPlaces([REGION_SIDES[first]!.region])}.`]),
      ...(deshed
        ? [
            `Undercoat: ${tools.map((tool) => DESHED_TOOL_LABEL[tool]).join(', ')}.`,
            `${deshed.passes.length} brush-outs.`,
            ...deshed.notes.map((note) => DESHED_NOTE_TEXT[note]),
          ]
        : []),
    ],
  }
}

/** Lines of one that the other does not have. */
const unlike = (says: readonly string[], other: readonly string[]): string[] => [
  ...new Set(says.filter((line) => !other.includes(line))),
]

/**
 * What each option of a row makes of a dog, beside the way in force.
 * @returns null where the row changes nothing for this dog
 */
export function waysOn(
  file: AssessmentFile,
  id: SchoolId,
  chosen: Partial<Schools>,
  house: House,
): WayExample[] | null {
  const said = SCHOOLS[id].map((option) => ({ option, ...told(file, { ...chosen, [id]: option }, house) }))
  const now = said.find(({ option }) => option === schoolsWith(chosen)[id])!
  const alike = ({ option: _, ...one }: (typeof said)[number]): string => JSON.stringify(one)
  if (said.every((one) => alike(one) === alike(now))) return null
  return said.map(({ says, ...figures }) => ({
    ...figures,
    others: unlike(says, now.says),
    without: unlike(now.says, says),
  }))
}

/** The first dog for which a row makes a difference, and what it makes of it. */
export function exampleFor(
  dogs: readonly AssessmentFile[],
  id: SchoolId,
  chosen: Partial<Schools>,
  house: House,
): { name: string; ways: WayExample[] } | null {
  for (const file of dogs) {
    const ways = waysOn(file, id, chosen, house)
    if (ways) return { name: file.dog.name ?? 'a dog', ways }
  }
  return null
}
