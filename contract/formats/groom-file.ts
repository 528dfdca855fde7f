import { COAT_PARTS, type GoesHome, type GroomStep, type Plan, partOf, REGION_SIDES } from '../../core/index.ts'
import { cautionText, stepTitle, verdictSentence } from '../words/index.ts'
import type { AssessmentFile } from './assessment-file.ts'
import { present, round } from './round.ts'

/** A place as every file names it: a single one has no side. */
export const placeOf = (index: number): object => {
  const { region, side } = REGION_SIDES[index]!
  return present({ region, side })
}

/** The whole groom: what it takes, part by part, whether that fits, and its steps in their order. */
export function groomFile({ groom }: Plan, steps: readonly GroomStep[]): object | null {
  if (!groom) return null
  const { minutes, standing, hands, slot, over, parts, cap, leftOut, second } = groom
  return {
    minutes: round(minutes),
    standing: round(standing),
    hands: round(hands),
    slot,
    over: round(over),
    fits: over < 1,
    standingCap: cap,
    leftOut: leftOut.map(({ what, minutes: saved }) => ({ what, minutes: round(saved), why: 'standing' })),
    secondPerson: second.map(({ why, step }) => ({ code: why, step })),
    parts: Object.fromEntries(Object.entries(parts).map(([part, value]) => [part, round(value)])),
    steps: steps.map((step) =>
      present({
        id: step.id,
        part: partOf(step),
        what: stepTitle(step),
        minutes: round(step.minutes),
        dwellMin: step.dwellMin > 0 ? step.dwellMin : null,
        regions: step.indexes.map(placeOf),
        tool: step.tool,
        around:
          step.around.length > 0 ? step.around.map(({ index, ...kept }) => ({ ...placeOf(index), ...kept })) : null,
        extras: step.extras.length > 0 ? step.extras : null,
        heeds: step.heeds.length > 0 ? step.heeds : null,
        words: step.words,
        cautions: step.cautions.length > 0 ? step.cautions.map((code) => cautionText(code, step.treatment)) : null,
      }),
    ),
  }
}

/** What the owner is told of it: from the end of the groom, the finishing cut with it. */
export const ownerFile = (
  plan: Plan,
  name: string,
  home: GoesHome,
  needs: readonly string[],
  price: number | null,
): object =>
  present({
    sentence: verdictSentence(plan, name, home),
    minutes: plan.groom ? round(plan.groom.minutes) : null,
    coatKept: round(home.coatKept),
    outline: home.cut.map(({ part, beforeMm, afterMm }) => ({
      part,
      beforeMm: round(beforeMm),
      afterMm: round(afterMm),
    })),
    needs,
    price,
  })

/** What nobody gave and the plan took as usual: paths into the assessment. */
export function assumedOf(file: AssessmentFile): string[] {
  const lengths = file.dog.lengthMm ?? {}
  return [
    ...COAT_PARTS.filter((part) => lengths[part] === undefined).map((part) => `dog.lengthMm.${part}`),
    ...(file.scores ?? []).flatMap(({ mat, extent, standoffMm }, i) => [
      ...((mat ?? 0) >= 1 && (extent ?? null) === null ? [`scores[${i}].extent`] : []),
      ...((mat ?? 0) >= 2 && (standoffMm ?? null) === null ? [`scores[${i}].standoffMm`] : []),
    ]),
  ]
}
