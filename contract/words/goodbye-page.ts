import {
  type Assessment,
  afterOf,
  type Bench,
  type CoatType,
  type Cut,
  coatPartOf,
  type ExtraId,
  type GroomStep,
  goesHome,
  type House,
  homeCareOf,
  type Indices,
  indicesOf,
  isThrough,
  LATER_WEEKS,
  type LengthsMm,
  mattingOf,
  minutesByRegion,
  minutesTaken,
  mostOf,
  type Plan,
  REGION_SIDES,
  type Rebook,
  rebookOf,
  type Sheet,
  type Treatment,
  todaysPart,
  workLines,
} from '../../core/index.ts'
import { coreMarks, type GoodbyePage, type Mark, type VisitSummary } from '../api/goodbye.ts'
import {
  AFTER_VET_WEEKS,
  capital,
  dateOf,
  daysAfter,
  EXTRA_LABEL,
  FINDING_LABEL,
  homeLines,
  INCIDENT_LABEL,
  mmText,
  nextSaid,
  placeName,
  placesText,
  SHAPE_PART_LABEL,
  SKIP_LABEL,
  shapeLabel,
  stepTitle,
  toolName,
  verdictSentence,
  WORK_LABEL,
} from './index.ts'

/** Findings that want a vet's eye, whatever else is said. Common practice. */
const VET: ReadonlySet<string> = new Set([
  'ringworm-suspect',
  'lump',
  'wound',
  'hot-spot',
  'surgery-site',
  'rash',
  'mites-suspect',
  'maggots',
  'haematoma-ear',
  'ear-redness',
  'ear-discharge',
  'anal-swelling',
  'ingrown-nail',
  'interdigital-sore',
  'eye-problem',
  'bald-patch',
])

function findingLines(sheet: Sheet): { found: string[]; askVet: string[] } {
  const found: string[] = []
  const askVet: string[] = []
  for (const { index, region, side } of REGION_SIDES)
    for (const { id, sizeMm } of sheet[index]!.findings) {
      const size = sizeMm ? `, about ${mmText(sizeMm)} mm` : ''
      const line = `${capital(FINDING_LABEL[id])}, ${placeName(region, side)}${size}`
      found.push(line)
      if (VET.has(id)) askVet.push(line)
    }
  return { found, askVet }
}

const BAD_INDEX = 30

/** What waiting longer would mean, in a sentence. */
const laterText = (weeks: number, index: number, bound: number): string =>
  index <= bound
    ? `Four weeks later would still do.`
    : index < BAD_INDEX
      ? `Four weeks later, in ${weeks + LATER_WEEKS}, we would expect knots that pull, and a longer visit.`
      : `Four weeks later, in ${weeks + LATER_WEEKS}, much of the coat may have to come off.`

const rounded = ({ mat, undercoat, condition }: Indices): GoodbyePage['indices']['before'] => {
  const one = ({ value }: { value: number | null }): number | null =>
    value === null ? null : Math.round(value * 10) / 10
  return { mat: one(mat), undercoat: one(undercoat), condition: one(condition) }
}

const rowsOf = (sheet: Sheet): GoodbyePage['before'] =>
  REGION_SIDES.map(({ region, side, index }) => {
    const { mat, extent, undercoat, condition, skin } = sheet[index]!
    return { region, side, mat, extent, undercoat, condition, skin }
  })

export interface GoodbyeGiven {
  readonly salon: string
  readonly owner: string
  readonly at: Date
  readonly by: readonly string[]
  readonly dog: GoodbyePage['dog']
  readonly assessment: Assessment
  readonly plan: Plan
  readonly bench: Bench | null
  /** null where the groom stopped. */
  readonly cut: Cut | null
  readonly marks: readonly Mark[]
  readonly askedKept: readonly ExtraId[]
  readonly note: string
  readonly price: { readonly currency: string; readonly quoted: number | null; readonly total: number }
  /** A date agreed with the owner instead of the one worked out. */
  readonly nextOn: string | null
  /** The time it is booked for; null where it is only looked forward to. */
  readonly nextAt: string | null
  readonly checkedBy: string | null
}

const DAYS_A_WEEK = 7
/** When to come back: for the next part of work that is spread over visits, else as the coat wants it. */
function nextOf(
  { plan, at, nextOn, nextAt }: GoodbyeGiven,
  rebook: Rebook,
): Pick<GoodbyePage['next'], 'weeks' | 'on' | 'at' | 'why'> {
  const second = plan.split?.visits[1]
  const stopped = plan.verdict.choice === 'refer'
  const then = nextSaid(plan, rebook)
  const days = second ? second.day : DAYS_A_WEEK * (stopped ? AFTER_VET_WEEKS : then.weeks)
  return {
    weeks: Math.round(days / DAYS_A_WEEK),
    on: nextOn ?? daysAfter(dateOf(at), days),
    at: nextAt,
    why: stopped
      ? 'once a vet has seen it, not before'
      : second
        ? `for part 2 of ${plan.split!.visits.length} of this work`
        : then.why,
  }
}

/** Lengths as the dog goes home: the cut where it was done, else what the verdict left. */
export function outlineOf(plan: Plan, cut: Cut | null, bench: Bench | null): number[] {
  const kept = (bench?.steps.length ?? 0) > 0
  const cutDone = new Set(
    (bench?.steps ?? [])
      .filter(({ step, status }) => step.kind === 'cut' && step.what === 'coat' && status === 'done')
      .flatMap(({ step }) => step.indexes),
  )
  const coatDone = new Set((bench?.steps ?? []).filter(isThrough).flatMap(({ step }) => step.indexes))
  const partOf = todaysPart(plan)
  return plan.regions.map(({ option, treatment, coatMm, done }, index) => {
    // Without a bench what belongs to this visit counts as carried out.
    const planned = !kept && partOf(index) === 1
    const clipped = treatment === 'clip' && (done || planned || coatDone.has(index))
    if (clipped) return Math.min(coatMm, option.outlineMm)
    return cut && (planned || cutDone.has(index)) ? Math.min(coatMm, cut.mm[index]!) : coatMm
  })
}

/** Everything that is said at the goodbye, of the plan, the bench and the comb check and nothing else. */
export function goodbyePage(given: GoodbyeGiven, house: House): GoodbyePage {
  const { assessment, plan, bench, cut, marks, at } = given
  const after = afterOf(assessment, plan, bench, coreMarks(marks))
  const outlineMm = outlineOf(plan, cut, bench)
  const left = indicesOf(after, house).mat
  const leftIndex = left.value ?? left.low
  const rebook = rebookOf(assessment, leftIndex, outlineMm, house)
  const care = homeCareOf(assessment, leftIndex, outlineMm, house)
  const work = bench ? workLines(bench) : []
  const timed = bench?.steps.filter((status) => minutesTaken(status) !== null) ?? []
  const done = bench?.steps.filter(({ status }) => status === 'done') ?? []
  const used = new Map<string, number>()
  for (const { step } of done) if (step.product) used.set(step.product, (used.get(step.product) ?? 0) + step.solutionMl)
  const cutTools = done.filter(({ step }) => step.tool && (step.kind === 'cut' || step.kind === 'coat'))
  return {
    salon: given.salon,
    name: assessment.dog.name,
    owner: given.owner,
    at: at.toISOString(),
    by: [...given.by],
    dog: given.dog,
    before: rowsOf(assessment.sheet),
    after: rowsOf(after),
    outlineMm,
    indices: { before: rounded(indicesOf(assessment.sheet, house)), after: rounded(indicesOf(after, house)) },
    verdict: verdictSentence(plan, assessment.dog.name, goesHome(assessment, plan, house)),
    did: didText(given, outlineMm),
    work: work.map((line) => ({ ...line, label: WORK_LABEL[line.what] })),
    places: bench ? placesOf(bench) : [],
    minutes: {
      planned: work.reduce((sum, { plannedMin }) => sum + plannedMin, 0),
      whole: plan.groom?.minutes ?? null,
      taken: timed.length > 0 ? timed.reduce((sum, status) => sum + minutesTaken(status)!, 0) : null,
    },
    skipped: (bench?.steps ?? [])
      .filter(({ status }) => status === 'skipped')
      .map(({ step, skipReason }) => ({
        what: `${stepTitle(step)}${step.indexes.length > 0 ? `, ${placesText(step.indexes)}` : ''}`,
        why: SKIP_LABEL[skipReason!].toLowerCase(),
      })),
    ...findingLines(assessment.sheet),
    incidents: (bench?.incidents ?? []).map(({ did, toldAt, ...happened }) => ({
      text: incidentText(happened),
      did,
      told: toldAt !== null,
    })),
    products: [...used].map(([name, ml]) => ({ name, ml })),
    tools: [
      ...new Set(
        cutTools.flatMap(({ step }) => [step.tool, step.carrier].flatMap((tool) => (tool ? [toolName(tool)] : []))),
      ),
    ],
    cut: cutLines(cutTools.map(({ step }) => step)),
    care: { lines: homeLines(care), perWeek: care.perWeek, weeksNow: care.weeksNow, weeksThen: care.weeksThen },
    next: {
      ...nextOf(given, rebook),
      indexThen: rebook.indexThen,
      indexLater: rebook.indexLater,
      later: laterText(rebook.weeks, rebook.indexLater, house['rebook.index']),
      nailsWeeks: care.nailsWeeks,
    },
    asked: assessment.wishes.extras.map((id) => ({ id, label: EXTRA_LABEL[id], kept: given.askedKept.includes(id) })),
    words: assessment.wishes.note,
    price: given.price,
    note: given.note,
    checkedBy: given.checkedBy,
  }
}

const HYGIENE: Readonly<Record<string, string>> = { opening: 'the opening', surround: 'around it', pads: 'pads' }
/** So many places of one tool are named. */
const CUT_PLACES = 12

/** What each tool left where, a line a tool and length: "7 blade, leaves 3.2 mm: both armpits". */
function cutLines(steps: readonly GroomStep[]): string[] {
  const lines = new Map<string, number[]>()
  for (const step of steps) {
    if (step.leavesMm === null || !step.tool) continue
    const part = HYGIENE[step.what ?? '']
    const how = [
      ...(step.shape ? [`${SHAPE_PART_LABEL[step.shape.part]} ${shapeLabel(step.shape)}`] : []),
      toolName(step.tool),
      ...(step.against ? ['against the growth'] : []),
      `leaves ${mmText(step.leavesMm)} mm`,
    ]
    const line = [...how, ...(part ? [part] : [])].join(', ')
    lines.set(line, [...(lines.get(line) ?? []), ...step.indexes])
  }
  return [...lines].map(([line, indexes]) => `${capital(line)}: ${placesText([...new Set(indexes)], CUT_PLACES)}`)
}

/** Where the minutes went, most first; under half a minute is not worth a line. */
const placesOf = (bench: Bench): GoodbyePage['places'] =>
  [...minutesByRegion(bench)]
    .filter(([, minutes]) => minutes >= 0.5)
    .sort((a, b) => b[1] - a[1])
    .map(([region, minutes]) => ({ region, minutes: Math.round(minutes * 10) / 10 }))

const DID: Partial<Record<Treatment, (places: string) => string>> = {
  brush: () => 'brushed out to the skin',
  demat: (places) => `knots worked out (${places})`,
  'blow-out': () => 'undercoat blown out',
  splice: (places) => `mats cut out from beneath (${places})`,
  'clip-out': (places) => `mats taken off (${places})`,
  clip: (places) => `clipped short (${places})`,
  strip: () => 'hand-stripped',
  card: () => 'undercoat carded out',
}

/** What was done: by the bench where it was kept, else by the plan. */
/** What tells a tidy from a cut to a length. */
const TIDIED = 'outline-by-comb'

function didText({ assessment, plan, bench, cut }: GoodbyeGiven, outlineMm: readonly number[]): string {
  const { dog } = assessment
  if (plan.verdict.choice === 'refer') return `We stopped, so that a vet sees ${dog.name} first.`
  const kept = (bench?.steps.length ?? 0) > 0
  const done = bench?.steps.filter(({ status }) => status === 'done').map(({ step }) => step) ?? []
  const worked = kept
    ? done.filter(({ kind }) => kind === 'coat')
    : plan.regions
        .filter(({ treatment }) => DID[treatment])
        .map(({ treatment, index }) => ({ treatment, indexes: [index] }))
  // Clipped as wished is a cut like any other; only what takes more than that off is said as clipped short.
  const wished = ({ treatment }: { treatment: Treatment | null }, index: number): boolean =>
    treatment === 'clip' && plan.regions[index]!.option.loss === 0
  const coat = worked
    .map((one) => ({ ...one, indexes: one.indexes.filter((index) => !wished(one, index)) }))
    .filter(({ indexes }) => indexes.length > 0)
  const treatments = [...new Set(coat.map(({ treatment }) => treatment!))]
  const finished = kept
    ? done
        .filter(({ kind, what, notes }) => kind === 'cut' && what === 'coat' && !notes.includes(TIDIED))
        .flatMap(({ indexes }) => indexes)
    : (cut?.lines ?? [])
        .filter(({ part, why }) => part === 'coat' && why !== 'verdict' && why !== 'tidy')
        .map(({ index }) => index)
  const tidied = kept
    ? done.some(({ kind, notes }) => kind === 'cut' && notes.includes(TIDIED))
    : (cut?.lines ?? []).some(({ why }) => why === 'tidy')
  const cutIndexes = [...finished, ...worked.flatMap((one) => one.indexes.filter((index) => wished(one, index)))]
  const areaOf = (part: string, indexes: readonly number[]): number =>
    indexes.reduce((sum, index) => {
      const { region, share } = REGION_SIDES[index]!
      return coatPartOf(region, dog.coatType) === part ? sum + share : sum
    }, 0)
  // A part is cut to a length where most of it is: clean armpits are no trim.
  const parts = PARTS.filter(
    (part) =>
      areaOf(part, [...new Set(cutIndexes)]) >
      areaOf(
        part,
        REGION_SIDES.map(({ index }) => index),
      ) /
        2,
  )
  const lengths = parts.map((part) => {
    const there = cutIndexes.filter((index) => coatPartOf(REGION_SIDES[index]!.region, dog.coatType) === part)
    return `${part} to ${mmText(mostOf([...new Set(there)], outlineMm))} mm`
  })
  const washed = !kept || done.some(({ what }) => what === 'wash')
  const dried = !kept || done.some(({ kind }) => kind === 'dry')
  const nails = !kept || done.some(({ kind }) => kind === 'nails')
  const all = [
    ...(washed ? [dried ? 'washed and dried' : 'washed'] : []),
    ...treatments.map((treatment) =>
      DID[treatment]!(
        placesText([
          ...new Set(coat.filter((one) => one.treatment === treatment).flatMap(({ indexes }) => [...indexes])),
        ]),
      ),
    ),
    ...(lengths.length > 0 ? [`cut: ${lengths.join(', ')}`] : []),
    ...(tidied ? ['outline tidied'] : []),
    ...(nails ? ['nails done'] : []),
  ]
  return all.length > 0 ? `${dog.name}: ${all.join('; ')}.` : `${dog.name}: nothing was done yet.`
}

const PARTS = ['body', 'legs', 'head', 'ears', 'tail'] as const

/** The length that most of each part of the coat has, mm: what a groomer means by it, whatever is clipped clean in it. */
export const partLengths = (outlineMm: readonly number[], coatType: CoatType): LengthsMm =>
  Object.fromEntries(
    PARTS.map((part) => {
      const places = REGION_SIDES.filter(({ region }) => coatPartOf(region, coatType) === part)
      return [
        part,
        Math.round(
          mostOf(
            places.map(({ index }) => index),
            outlineMm,
          ) * 10,
        ) / 10,
      ]
    }),
  ) as unknown as LengthsMm

/** "nick, left ear, 3 mm" */
const incidentText = ({
  incident,
  region,
  side,
  sizeMm,
}: Pick<Bench['incidents'][number], 'incident' | 'region' | 'side' | 'sizeMm'>): string =>
  `${INCIDENT_LABEL[incident]}${region ? `, ${placeName(region, side)}` : ''}${sizeMm ? `, ${mmText(sizeMm)} mm` : ''}`

/** As far as the usual matting is kept with a visit; few dogs stay away longer. */
const WEEKS_KEPT = 26

export function summaryOf(page: GoodbyePage, { assessment, plan, bench }: GoodbyeGiven, house: House): VisitSummary {
  const { dog } = assessment
  const mats = mattingOf(assessment, page.outlineMm, house)
  return {
    before: page.indices.before,
    after: page.indices.after,
    choice: plan.verdict.choice,
    work: page.work,
    minutes: page.minutes,
    lengthMm: partLengths(page.outlineMm, dog.coatType),
    products: page.products.map(({ name }) => name),
    tools: page.tools,
    temperament: dog.temperament,
    dryerTolerance: dog.dryerTolerance,
    weightKg: dog.weightKg,
    incidents: (bench?.incidents ?? []).map((one) => ({ incident: one.incident, text: incidentText(one) })),
    skipped: (bench?.steps ?? []).flatMap(({ skipReason, status }) =>
      status === 'skipped' && skipReason ? [skipReason] : [],
    ),
    findings: [...new Set(assessment.sheet.flatMap(({ findings }) => findings.map(({ id }) => id)))],
    usualRates: Array.from({ length: WEEKS_KEPT }, (_, week) => mats(week)),
    price: page.price.total,
    nextWeeks: page.next.weeks,
  }
}
