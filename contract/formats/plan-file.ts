import {
  type Around,
  type Bath,
  type ConsentNeed,
  type Cut,
  type Deshed,
  type Drying,
  type Flip,
  type Frontier,
  type GoesHome,
  type GroomStep,
  type HandStrip,
  type NextLook,
  type Odds,
  type Option,
  type Plan,
  type Quote,
  REGION_SIDES,
  type Stop,
  VERDICT_IDS,
  vetDecides,
} from '../../core/index.ts'
import {
  CUT_NOTE_TEXT,
  cautionText,
  DRYING_CAUTION_TEXT,
  groupedStops,
  groupText,
  nextSaid,
  reasonText,
  STRIP_NOTE_TEXT,
  SUPPORT_TEXT,
} from '../words/index.ts'
import { bathFile, deshedFile } from './bath-file.ts'
import { groomFile, ownerFile, placeOf } from './groom-file.ts'
import { present, round } from './round.ts'
import { reasonCode, stopCode } from './said-codes.ts'

/** Steps of the frontier lie closer together than what is read off a plan. */
const exact = (value: number): number => Math.round(value * 1e6) / 1e6

const ends = ({ low, high }: { low: number; high: number }): { low: number; high: number } | null =>
  round(low) === round(high) ? null : { low: round(low), high: round(high) }

const both = ({ low, high }: { low: number; high: number }): object => ({ low: round(low), high: round(high) })

const cautionsOf = (option: Option): string[] => option.cautions.map((code) => cautionText(code, option.treatment))

/** What is worked round, there only where something is. */
const aroundKey = (around: readonly Around[]): { around?: readonly Around[] } => (around.length > 0 ? { around } : {})

/** What is asked of a verdict beside the plan itself. */
export interface Questions {
  /** On the pull axis. */
  readonly frontier: Frontier
  /** null where not asked for. */
  readonly flips: readonly Flip[] | null
  /** null where not asked for. */
  readonly odds: Odds | null
  /** Dogs drawn as this one might be, for the range of its figures; null where it was wholly looked at. */
  readonly drawn: Odds | null
  /** null where the groom stops. */
  readonly bath: Bath | null
  /** null where nothing is loose, or the groom stops. */
  readonly deshed: Deshed | null
  /** null where the groom stops. */
  readonly drying: Drying | null
  /** null where the groom stops. */
  readonly cut: Cut | null
  /** null where no jacket is stripped or wished for. */
  readonly strip: HandStrip | null
  /** Where the file brought its own price list. */
  readonly quote: Quote | null
  /** The whole groom on the bench; empty where it stops. */
  readonly steps: readonly GroomStep[]
  readonly name: string
  readonly home: GoesHome
  readonly needs: readonly ConsentNeed[]
  /** What was taken as usual because nobody gave it, by path. */
  readonly assumed: readonly string[]
}

/** The best style at each pull budget, by rising pull. */
const frontierRows = ({ curves, envelope }: Frontier): object[] =>
  Array.from(envelope.point, (point, i) => {
    const curve = curves[envelope.curve[i]!]!
    return {
      style: curve.style,
      choice: VERDICT_IDS[curve.names[point]!],
      pull: exact(curve.pull[point]!),
      minutes: exact(curve.minutes[point]!),
      coatKept: exact(curve.coatKept[point]!),
    }
  })

const flipRow = (flip: Flip): object => {
  const { what, from, to, becomes } = flip
  const at = 'region' in flip ? { region: flip.region, side: flip.side } : {}
  const score = flip.what === 'score' ? flip.score : flip.what === 'wish' ? flip.wish : null
  return present({ what, ...at, score, from, to, becomes })
}

const lookRow = ({ index, settles }: NextLook): object => ({ ...placeOf(index), settles: exact(settles) })

const dryingFile = ({
  method,
  coatMassG,
  towels,
  stages,
  minutes,
  inVerdict,
  brushedInVerdict,
  how,
  breaks,
  cautions,
}: Drying): object => ({
  method,
  coatMassG: round(coatMassG),
  towels,
  stages: stages.map(({ stage, minutes: spent, waterStartG, waterEndG }) => ({
    stage,
    minutes: round(spent),
    waterStartG: round(waterStartG),
    waterEndG: round(waterEndG),
  })),
  minutes: round(minutes),
  ...(inVerdict > 0 ? { inVerdict: round(inVerdict) } : {}),
  ...(brushedInVerdict > 0 ? { brushedInVerdict: round(brushedInVerdict) } : {}),
  how,
  ...(breaks > 0 ? { breaks } : {}),
  cautions: cautions.map((code) => DRYING_CAUTION_TEXT[code]),
})

const cutFile = ({ lines, blends, unlike, notCut, supports, minutes: total }: Cut): object => ({
  lines: lines.map(
    ({ index, part, tool, against, leavesMm, why, when, minutes, notes, handOver, cautions, around }) => ({
      ...placeOf(index),
      ...(part === 'coat' ? {} : { part }),
      tool,
      against,
      leavesMm: round(leavesMm),
      why,
      ...(when === 'before-bath' ? { when } : {}),
      ...(minutes > 0 ? { minutes: round(minutes) } : {}),
      ...(notes.length > 0 ? { how: notes.map((code) => CUT_NOTE_TEXT[code]) } : {}),
      ...(handOver ? { handOver } : {}),
      cautions: cautions.map((code) => cautionText(code, 'clip')),
      ...aroundKey(around),
    }),
  ),
  ...(supports.length > 0 ? { supports: supports.map((code) => SUPPORT_TEXT[code]) } : {}),
  minutes: round(total),
  blends: blends.map(({ a, b, stepMm, tool }) => ({
    a: REGION_SIDES[a]!.key,
    b: REGION_SIDES[b]!.key,
    stepMm: round(stepMm),
    tool,
  })),
  unlike: unlike.map(({ left, leftMm, rightMm }) => ({
    region: REGION_SIDES[left]!.region,
    leftMm: round(leftMm),
    rightMm: round(rightMm),
  })),
  notCut: notCut.map(({ index, wishedMm, why }) => ({ ...placeOf(index), wishedMm, why })),
})

const stripFile = ({
  jacket,
  ready,
  rolls,
  comesInWeeks,
  order,
  minutes,
  pull,
  rollWeeks,
  stages,
  tooLate,
  notes,
}: HandStrip): object => ({
  jacket,
  ready,
  ...(rolls ? { rolls } : {}),
  ...(comesInWeeks === null ? {} : { comesInWeeks }),
  order: order.map(placeOf),
  minutes: round(minutes),
  pull: round(pull),
  rollWeeks,
  ...(stages.length > 0 ? { stages, tooLate } : {}),
  how: notes.map((code) => STRIP_NOTE_TEXT[code]),
})

const oddsFile = ({ looks, draws, exact: complete, verdicts, minutes, pull }: Odds): object => ({
  nextLooks: looks.map(lookRow),
  odds: {
    draws,
    exact: complete,
    ...(minutes && pull ? { minutes: both(minutes), pull: both(pull) } : {}),
    verdicts: verdicts.map(({ name, chance, low, high }) => ({
      choice: name,
      chance: exact(chance),
      low: exact(low),
      high: exact(high),
    })),
  },
})

const questionsFile = ({ frontier, flips, odds, bath, deshed, drying, cut, strip, quote }: Questions): object => ({
  frontier: frontierRows(frontier),
  ...(flips ? { flips: flips.map(flipRow) } : {}),
  ...(odds ? oddsFile(odds) : {}),
  ...(bath ? { bath: bathFile(bath) } : {}),
  ...(deshed ? { deshed: deshedFile(deshed) } : {}),
  ...(drying ? { drying: dryingFile(drying) } : {}),
  ...(cut ? { cut: cutFile(cut) } : {}),
  ...(strip ? { strip: stripFile(strip) } : {}),
  ...(quote
    ? {
        price: {
          currency: quote.currency,
          total: quote.total / 100,
          base: quote.base / 100,
          coatWork: quote.work / 100,
        },
      }
    : {}),
})

/** The whole groom, what the owner hears of it, and when to come back; none of these of a dog that goes to the vet. */
function wholeFile(plan: Plan, { steps, name, home, needs, quote, assumed }: Questions): object {
  const stops = plan.verdict.choice === 'refer'
  const next = nextSaid(plan, home.next)
  const price = quote && !stops ? quote.total / 100 : null
  return present({
    groom: groomFile(plan, steps),
    owner: ownerFile(plan, name, home, needs, price),
    assumed: assumed.length > 0 ? assumed : null,
    next: stops
      ? null
      : {
          weeks: next.weeks,
          reasons: [vetDecides(plan) ? 'vet-decides' : home.next.why],
          text: `${next.why}${plan.split && !vetDecides(plan) ? ', counted from the last of its visits' : ''}`,
          matIndexThen: round(home.next.indexThen),
          matIndexFourWeeksLater: round(home.next.indexLater),
        },
  })
}

/**
 * A plan as etude.plan/1, with the answers to what was asked of it, if anything was. Parts of the product that are not built have no key. Where places were not looked at, figures
 * are the low end and `range` holds both.
 */
export function planFile(plan: Plan, questions: Questions | null): object {
  const { verdict, indices } = plan
  const figure = ({ value, low, high }: Plan['indices']['mat']): object => ({
    value: value === null ? null : round(value),
    low: round(low),
    high: round(high),
  })
  return {
    format: 'etude.plan/1',
    model: plan.model,
    indices: {
      mat: figure(indices.mat),
      undercoat: figure(indices.undercoat),
      condition: figure(indices.condition),
      skin: indices.skin,
    },
    verdict: present({
      choice: verdict.choice,
      style: verdict.style,
      minutes: round(verdict.minutes.low),
      pull: round(verdict.pull.low),
      minutesBudget: round(verdict.minutesBudget),
      pullBudget: round(verdict.pullBudget),
      reserve: round(verdict.reserve),
      coatKept: round(questions ? questions.home.coatKept : verdict.coatKept.high),
      handOverMinutes: verdict.handOverMinutes > 0 ? round(verdict.handOverMinutes) : null,
      range:
        questions?.drawn?.minutes && questions.drawn.pull
          ? { minutes: both(questions.drawn.minutes), pull: both(questions.drawn.pull) }
          : ends(verdict.minutes) || ends(verdict.pull)
            ? { minutes: ends(verdict.minutes), pull: ends(verdict.pull) }
            : null,
      otherwise: verdict.otherwise,
      reasons: verdict.reasons.map((reason) =>
        present({ code: reasonCode(reason), text: reasonText(reason), region: reason.region, side: reason.side }),
      ),
      alternatives: verdict.alternatives.map((way) =>
        present({
          choice: way.choice,
          style: way.style,
          feasible: way.feasible,
          closed: way.closed,
          minutes: round(way.minutes),
          pull: round(way.pull),
          coatKept: round(way.coatKept),
          visits: way.visits > 1 ? way.visits : null,
          regrowWeeks: round(way.regrowWeeks),
          nextWeeks: way.next.weeks,
        }),
      ),
      regrowWeeks: round(verdict.after.regrowWeeks),
    }),
    regions: plan.regions.map(({ region, side, treatment, option, minutes, pull, done }) =>
      present({
        region,
        side,
        treatment,
        minutes: round(minutes.low),
        pull: round(pull.low),
        range: ends(minutes) || ends(pull) ? { minutes: ends(minutes), pull: ends(pull) } : null,
        tool: treatment === 'look' ? null : option.tool,
        leavesMm: treatment === 'look' ? null : option.leavesMm,
        when: treatment === 'look' ? null : option.when,
        addOns: option.card ? ['card'] : [],
        handOver: option.handOver,
        done: done ? true : null,
        why: option.why,
        cautions: treatment === 'look' ? [] : cautionsOf(option),
        ...(treatment === 'look' ? {} : aroundKey(option.around)),
      }),
    ),
    stops: groupedStops(plan.stops).map(({ group }) => {
      const [first] = group as [Stop]
      return present({
        code: stopCode(first),
        action: first.action,
        region: first.region,
        side: first.side,
        // The same said of several places is said once.
        places: group.length > 1 ? group.map(({ region, side }) => present({ region, side })) : null,
        text: groupText(group),
      })
    }),
    ...(questions ? questionsFile(questions) : {}),
    ...(questions ? wholeFile(plan, questions) : {}),
    ...(plan.trial
      ? {
          trial: present({
            ...placeOf(plan.trial.index),
            tool: plan.trial.tool,
            minutes: plan.trial.minutes,
            ifItComes: plan.trial.ifItComes,
            ifNot: plan.trial.ifNot,
          }),
        }
      : {}),
    ...(plan.split
      ? {
          visits: plan.split.visits.map(({ number, day, blocks, minutes, pull, parts }) => ({
            number,
            day,
            blocks,
            minutes: round(minutes),
            pull: round(pull),
            regions: parts.map(({ index, part }) => ({ ...placeOf(index), part })),
          })),
          left: plan.split.left.map(placeOf),
        }
      : {}),
    cautions: [
      ...new Set(plan.regions.flatMap(({ option, treatment }) => (treatment === 'look' ? [] : cautionsOf(option)))),
    ],
  }
}
