import {
  type Assessment,
  bodyIs,
  CUTS,
  coatPartOf,
  DEFAULT_HOUSE,
  DEFAULT_LENGTHS,
  type Dog,
  type DoneWork,
  EXTRA_IDS,
  type ExtraId,
  FULL_RACK,
  type House,
  keyOf,
  OPPOSITE_EXTRAS,
  PART_IDS,
  type Prescribed,
  type Progress,
  type RackTool,
  REGION_SIDES,
  REGIONS,
  type RegionId,
  rackOf,
  SHAPES_UNDER_EXTRA,
  type SideScores,
  schoolsWith,
  TARGET_OF_PART,
  UNSCORED,
  type Wishes,
} from '../../core/index.ts'
import { type AssessmentFile, assessmentFileSchema, type FileWishes, type ScoreRow } from './assessment-file.ts'
import { shapeIssues } from './patterns-file.ts'
import { BadInput, type Issue } from './problem.ts'
import { issuesOf } from './zod-issues.ts'

/** Show coats are let grow: lengths nobody measured are this much longer [est]. */
const SHOW_LENGTH = 1.5
/** A dog flagged as a puppy at this age or older is a slip of the pen. */
export const GROWN_MONTHS = 24
/** A room that nobody measured. */
const ROOM = { tempC: 22, rh: 0.5 }

/** The dog with every field filled: as said, else by coat type, else as cautiously as is usual. */
export function dogOf({ dog, wishes }: Pick<AssessmentFile, 'dog' | 'wishes'>): Dog {
  const usual = DEFAULT_LENGTHS[dog.coatType]
  const factor = wishes?.style === 'show' ? SHOW_LENGTH : 1
  const lengthMm = Object.fromEntries(
    Object.entries(usual).map(([part, mm]) => [part, dog.lengthMm?.[part as keyof typeof usual] ?? mm * factor]),
  ) as unknown as Dog['lengthMm']
  return {
    name: dog.name ?? 'This dog',
    breed: dog.breed ?? null,
    coatType: dog.coatType,
    modifiers: dog.modifiers ?? [],
    density: dog.density ?? 'normal',
    weightKg: dog.weightKg,
    ageMonths: dog.ageMonths ?? null,
    lengthMm,
    health: dog.health ?? [],
    skull: dog.skull ?? null,
    temperament: dog.temperament ?? 'unknown',
    dryerTolerance: dog.dryerTolerance ?? 'unknown',
    nailTolerance: dog.nailTolerance ?? 'unknown',
    faceTolerance: dog.faceTolerance ?? 'unknown',
    visitsSoFar: dog.visitsSoFar ?? 0,
    jacket: dog.jacket ?? (wishes?.style === 'strip' ? 'ready' : null),
    surgery: dog.surgery ?? null,
    bare: dog.bare ?? null,
    daysSinceSpotOn: dog.daysSinceSpotOn ?? null,
    allergies: dog.allergies ?? [],
    prescribed: dog.prescribed ? prescribedOf(dog.prescribed) : null,
  }
}

const prescribedOf = ({
  productKind,
  dilution,
  dwellMin,
  regions,
}: NonNullable<AssessmentFile['dog']['prescribed']>): Prescribed => ({
  kind: productKind,
  waterParts: dilution,
  dwellMin,
  regions: regions.includes('all') ? 'all' : (regions as RegionId[]),
})

const isExtra = (word: string): word is ExtraId => EXTRA_IDS.some((id) => id === word)

/** What is asked for by id, and everything else in the owner's words: nothing that was said is dropped. */
export function askedFor({ extras = [], note }: Pick<FileWishes, 'extras' | 'note'>): Pick<Wishes, 'extras' | 'note'> {
  const words = [note?.trim() ?? '', ...extras.filter((word) => !isExtra(word)).map((word) => word.trim())]
  return { extras: EXTRA_IDS.filter((id) => extras.includes(id)), note: words.filter(Boolean).join('; ') || null }
}

export const wishesOf = ({ wishes = {} }: Pick<AssessmentFile, 'wishes'>): Wishes => ({
  keepLength: wishes.keepLength ?? 1,
  style: wishes.style ?? 'natural',
  targetMm: wishes.targetMm ?? {},
  pattern: wishes.pattern ?? null,
  show: wishes.show ?? wishes.style === 'show',
  keepJacket: wishes.keepJacket ?? false,
  homeBrushing: wishes.homeBrushing ?? null,
  swims: wishes.swims ?? false,
  wearsCoat: wishes.wearsCoat ?? false,
  ...askedFor(wishes),
  showInDays: wishes.showInDays ?? null,
})

/** A tool of the file as the core judges it; a file says how it stands, not how often it was used. */
const toolOf = ({ kind, id, form, state }: NonNullable<AssessmentFile['rack']>[number]): RackTool => ({
  kind,
  id,
  form: form ?? null,
  state: state ?? 'ready',
  dogsSinceSharpened: 0,
  minutesSinceUse: null,
  minutesSinceOil: null,
  minutesSinceDisinfection: null,
})

/** Work finished already, each region-side once. */
function progressOf({ progress }: AssessmentFile, dog: Dog, issues: Issue[]): Progress | null {
  if (!progress) return null
  const done = new Map<number, DoneWork>()
  for (const [i, work] of progress.done.entries()) {
    const path = `progress.done[${i}]`
    if (!REGIONS[work.region].paired && work.side)
      issues.push({ path: `${path}.side`, value: work.side, expected: `no side, ${work.region} is a single region` })
    for (const { index, region, side } of REGION_SIDES) {
      if (region !== work.region || (work.side && side !== work.side)) continue
      if (done.has(index)) issues.push({ path, value: keyOf(region, side), expected: 'each region-side finished once' })
      const coatMm = dog.lengthMm[coatPartOf(region, dog.coatType)]
      const leavesMm = work.leavesMm ?? null
      if (leavesMm === null && CUTS.has(work.treatment))
        issues.push({ path: `${path}.leavesMm`, value: leavesMm, expected: 'what the tool left, in mm' })
      done.set(index, {
        index,
        treatment: work.treatment,
        leavesMm,
        outlineMm: work.treatment === 'clip' ? Math.min(coatMm, leavesMm ?? coatMm) : coatMm,
      })
    }
  }
  return { done: [...done.values()], minutes: progress.minutes, pull: progress.pull }
}

type Given = Partial<Record<keyof SideScores, true>>
const VALUES = ['mat', 'extent', 'standoffMm', 'undercoat', 'condition', 'skin'] as const

/** The sheet: the default laid under the rows; without a default what no row gives stays unknown. */
function sheetOf(file: AssessmentFile, dog: Dog, issues: Issue[]): SideScores[] {
  const base = mergeRow(UNSCORED, file.default ?? {})
  const sheet = REGION_SIDES.map(() => base)
  const given: Given[] = REGION_SIDES.map(() => ({}))
  for (const [i, row] of (file.scores ?? []).entries()) {
    const { paired } = REGIONS[row.region]
    if (!paired && row.side) {
      issues.push({ path: `scores[${i}].side`, value: row.side, expected: `no side, ${row.region} is a single region` })
      continue
    }
    for (const { index, region, side } of REGION_SIDES) {
      if (region !== row.region || (row.side && side !== row.side)) continue
      for (const key of VALUES)
        if (row[key] !== undefined && row[key] !== null) {
          if (given[index]![key])
            issues.push({
              path: `scores[${i}].${key}`,
              value: row[key],
              expected: `one row that gives ${key} for ${keyOf(region, side)}, an earlier one gives it already`,
            })
          given[index]![key] = true
        }
      sheet[index] = mergeRow(sheet[index]!, row)
    }
    standoffIssue(`scores[${i}]`, row, dog, issues)
  }
  return sheet
}

function mergeRow(side: SideScores, row: Partial<ScoreRow>): SideScores {
  const { mat, extent, standoffMm } = row
  // A new mat score does not inherit the extent and standoff of the default's mat.
  const restart = mat !== undefined && mat !== null
  return {
    mat: mat ?? side.mat,
    extent: extent || (restart ? null : side.extent),
    standoffMm: standoffMm ?? (restart ? null : side.standoffMm),
    undercoat: row.undercoat ?? side.undercoat,
    condition: row.condition ?? side.condition,
    skin: row.skin ?? side.skin,
    tags: row.tags ? [...new Set([...side.tags, ...row.tags])] : side.tags,
    findings: row.findings
      ? [...side.findings, ...row.findings.map((finding) => ({ ...finding, sizeMm: finding.sizeMm ?? null }))]
      : side.findings,
    leave: row.leave ?? side.leave,
  }
}

function standoffIssue(path: string, row: Partial<ScoreRow>, dog: Dog, issues: Issue[]): void {
  if (row.standoffMm === undefined || row.standoffMm === null || !row.region) return
  const coatMm = dog.lengthMm[coatPartOf(row.region, dog.coatType)]
  if (row.standoffMm > coatMm)
    issues.push({
      path: `${path}.standoffMm`,
      value: row.standoffMm,
      expected: `at most ${coatMm}, the coat's length there in mm`,
    })
}

const GROWN_PARTS = [
  ['ears-grow', 'ears'],
  ['tail-grow', 'tail'],
] as const

/** A pattern beside the shorthand of style and lengths: where both speak they say the same. */
function patternIssues(wishes: FileWishes | undefined): Issue[] {
  const pattern = wishes?.pattern
  if (!pattern) return []
  const issues = shapeIssues(pattern, 'wishes.pattern')
  for (const part of PART_IDS) {
    const choice = pattern[part]
    if (!choice) continue
    const path = `wishes.pattern.${part}`
    const target = TARGET_OF_PART[part]
    const said = target && wishes.targetMm?.[target]
    if (choice.mm !== undefined && said !== undefined && said !== choice.mm)
      issues.push({ path: `${path}.mm`, value: choice.mm, expected: `${said} as in wishes.targetMm.${target}` })
    for (const { extra, part: at, shapes } of SHAPES_UNDER_EXTRA)
      if (at === part && wishes.extras?.includes(extra) && !shapes.includes(choice.shape))
        issues.push({ path: `${path}.shape`, value: choice.shape, expected: `${shapes.join(', ')} with ${extra}` })
  }
  const is = bodyIs(pattern.body)
  const said = `a body of ${pattern.body?.shape}`
  if (is === 'cut' && (wishes.style === 'show' || wishes.style === 'strip'))
    issues.push({ path: 'wishes.style', value: wishes.style, expected: `trim, short or puppy with ${said}` })
  if (is === 'stripped' && wishes.style !== undefined && wishes.style !== 'strip')
    issues.push({ path: 'wishes.style', value: wishes.style, expected: `strip with ${said}` })
  return issues
}

/** Where a flag and a field say the same thing the field rules, and a contradiction is bad input. */
function contradictions({ dog, wishes }: AssessmentFile): Issue[] {
  const issues: Issue[] = []
  const flag = (list: readonly string[] | undefined, id: string): boolean => list?.includes(id) ?? false
  if (flag(dog.modifiers, 'show-coat') && wishes?.show === false)
    issues.push({ path: 'wishes.show', value: false, expected: 'true, or no show-coat in dog.modifiers' })
  if (wishes?.style === 'show' && wishes.show === false)
    issues.push({ path: 'wishes.show', value: false, expected: 'true, or another wishes.style than show' })
  if (flag(dog.modifiers, 'neutered-coat') && dog.neutered === false)
    issues.push({ path: 'dog.neutered', value: false, expected: 'true, or no neutered-coat in dog.modifiers' })
  if (flag(dog.health, 'puppy') && (dog.ageMonths ?? 0) >= GROWN_MONTHS)
    issues.push({
      path: 'dog.ageMonths',
      value: dog.ageMonths,
      expected: `under ${GROWN_MONTHS}, or no puppy in dog.health`,
    })
  if (flag(dog.health, 'brachycephalic') && dog.skull === 'usual')
    issues.push({ path: 'dog.skull', value: 'usual', expected: 'short, or no brachycephalic in dog.health' })
  const asked = (id: ExtraId): boolean => flag(wishes?.extras, id)
  for (const [a, b] of OPPOSITE_EXTRAS)
    if (asked(a) && asked(b))
      issues.push({ path: 'wishes.extras', value: wishes?.extras, expected: `${a} or ${b}, not both` })
  for (const [id, part] of GROWN_PARTS)
    if (asked(id) && wishes?.targetMm?.[part] !== undefined)
      issues.push({
        path: `wishes.targetMm.${part}`,
        value: wishes.targetMm[part],
        expected: `no length there, or no ${id} in wishes.extras`,
      })
  issues.push(...patternIssues(wishes))
  if (flag(dog.health, 'puppy') && flag(dog.health, 'senior'))
    issues.push({ path: 'dog.health', value: dog.health, expected: 'puppy or senior, not both' })
  return issues
}

/** Fills and cross-checks a file that has its shape. @throws {BadInput} with every issue found */
export function assessmentOf(file: AssessmentFile, house: House = DEFAULT_HOUSE): Assessment {
  const dog = dogOf(file)
  const issues = contradictions(file)
  const sheet = sheetOf(file, dog, issues)
  const progress = progressOf(file, dog, issues)
  if (file.default?.standoffMm) {
    const shortest = Math.min(...Object.values(dog.lengthMm))
    if (file.default.standoffMm > shortest)
      issues.push({
        path: 'default.standoffMm',
        value: file.default.standoffMm,
        expected: `at most ${shortest}, the dog's shortest coat in mm`,
      })
  }
  if (issues.length > 0) throw new BadInput(issues)
  return {
    stage: file.stage ?? 'arrival',
    dog,
    wishes: wishesOf(file),
    sheet,
    slotMinutes: file.slot?.minutes ?? house['slot.default'],
    experience: file.house?.experience ?? 'practised',
    consents: {
      doubleClip: file.consents?.doubleClip ?? false,
      vetDirectsClip: file.consents?.vetDirectsClip ?? false,
    },
    pace: file.pace ?? {},
    room: { tempC: file.room?.tempC ?? ROOM.tempC, rh: file.room?.rh ?? ROOM.rh },
    progress,
    dematMost: file.house?.dematMost ?? null,
    schools: schoolsWith(file.house?.schools),
    own: file.own ?? null,
    rack: file.rack ? rackOf(file.rack.map(toolOf), house) : FULL_RACK,
  }
}

/** Reads anything as an etude.assessment/1. @throws {BadInput} with every issue found */
export function readAssessmentFile(
  input: unknown,
  house: House = DEFAULT_HOUSE,
): { file: AssessmentFile; assessment: Assessment } {
  const parsed = assessmentFileSchema.safeParse(input)
  if (!parsed.success) throw new BadInput(issuesOf(parsed.error, input))
  return { file: parsed.data, assessment: assessmentOf(parsed.data, house) }
}

export const readAssessment = (input: unknown, house: House = DEFAULT_HOUSE): Assessment =>
  readAssessmentFile(input, house).assessment
