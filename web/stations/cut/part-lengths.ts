import { mmText, PART_NAMES } from '../../../contract/words/index.ts'
import {
  type Assessment,
  type Cut,
  coatPartOf,
  type House,
  type LengthsMm,
  REGION_SIDES,
  type RegionId,
  type StyleWish,
  wishedMm,
} from '../../../core/index.ts'

export interface PartLength {
  readonly part: keyof LengthsMm
  readonly label: string
  /** As long as the coat is there; all the way up leaves it. */
  readonly mostMm: number
  /** Wished, mm. */
  readonly mm: number
  /** Shorter than wished, because the verdict takes most of the part down to it; null where it leaves the wish. */
  readonly verdictMm: number | null
}

/** The place that stands for a part. */
const STANDS_FOR: Readonly<Record<keyof LengthsMm, RegionId>> = {
  body: 'back',
  legs: 'foreleg',
  head: 'crown',
  ears: 'ear-outer',
  tail: 'tail',
}
/** Shorter than this nobody wishes a coat. */
export const LEAST_MM = 2
/** Less than this is not worth a word. */
const TELLS_MM = 1

/** What the verdict leaves on most of a part. */
function verdictMmOf(part: keyof LengthsMm, assessment: Assessment, cut: Cut): number | null {
  const areas = new Map<number, number>()
  let whole = 0
  for (const { index, region, share } of REGION_SIDES) {
    if (coatPartOf(region, assessment.dog.coatType) !== part) continue
    whole += share
    const line = cut.lines.find((one) => one.index === index && one.part === 'coat' && one.why === 'verdict')
    if (line) areas.set(line.leavesMm, (areas.get(line.leavesMm) ?? 0) + share)
  }
  const [most] = [...areas].sort(([, a], [, b]) => b - a)
  return most && most[1] > whole / 2 ? most[0] : null
}

/** The lengths of the five parts as they are wished, and where the verdict takes more. */
export const wishedLengths = (assessment: Assessment, cut: Cut, house: House): PartLength[] =>
  PART_NAMES.map(([part, label]) => {
    const mostMm = Math.max(LEAST_MM, Math.round(assessment.dog.lengthMm[part]))
    const mm = Math.min(mostMm, wishedMm(STANDS_FOR[part], assessment, house) ?? mostMm)
    const verdictMm = verdictMmOf(part, assessment, cut)
    return { part, label, mostMm, mm, verdictMm: verdictMm !== null && verdictMm < mm - TELLS_MM ? verdictMm : null }
  })

/** All the way up leaves the coat. */
export const lengthText = (mm: number, mostMm: number): string => (mm >= mostMm ? 'as it is' : `${mmText(mm)} mm`)

/** Styles that name lengths of their own. */
export const LENGTH_STYLES = ['short', 'trim', 'puppy'] as const satisfies readonly StyleWish[]

/** Lengths where somebody else than the hand on the dog decides them: a style, the last visit, or the coat as it is. */
export type LengthSource = (typeof LENGTH_STYLES)[number] | 'last' | 'as-is'

/** Lengths of a style; parts it says nothing of stay as they are. */
export function lengthsOfStyle(style: StyleWish, assessment: Assessment, house: House): LengthsMm {
  // A trim names no length by itself; taken for its lengths it does.
  const targetMm = style === 'trim' ? { body: house['target.trim'] } : {}
  const styled: Assessment = { ...assessment, wishes: { ...assessment.wishes, style, targetMm } }
  return lengthsBy(assessment, (part) => wishedMm(STANDS_FOR[part], styled, house) ?? assessment.dog.lengthMm[part])
}

/** Lengths it went home with last time, where the coat has them still. */
export const lengthsOfLast = (last: LengthsMm, assessment: Assessment): LengthsMm =>
  lengthsBy(assessment, (part) => last[part])

export const lengthsAsIs = (assessment: Assessment): LengthsMm =>
  lengthsBy(assessment, (part) => assessment.dog.lengthMm[part])

const lengthsBy = ({ dog }: Assessment, mmOf: (part: keyof LengthsMm) => number): LengthsMm =>
  Object.fromEntries(
    PART_NAMES.map(([part]) => [part, Math.round(Math.min(mmOf(part), dog.lengthMm[part]))]),
  ) as unknown as LengthsMm

/** Keeps the same list while it says the same, so that what shows it need not be drawn again. */
export function steadyLengths(): (lengths: readonly PartLength[]) => readonly PartLength[] {
  let before: readonly PartLength[] = []
  return (lengths) => {
    const same =
      lengths.length === before.length &&
      lengths.every((one, i) => {
        const old = before[i]!
        return (
          one.part === old.part && one.mostMm === old.mostMm && one.mm === old.mm && one.verdictMm === old.verdictMm
        )
      })
    if (!same) before = lengths
    return before
  }
}
