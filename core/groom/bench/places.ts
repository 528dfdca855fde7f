import { REGION_SIDES } from '../../body/regions.ts'
import type { BenchEvent, FinishedPlace, StepStatus } from './shape.ts'
import { minutesTaken } from './status.ts'

/** What was last said of a place by itself: finished, and how it was left, or opened again. */
export interface PlaceWord {
  readonly at: number
  readonly by: string | null
  readonly finished: FinishedPlace | null
}

/** The last word on each place. @param events in their order */
export function placeWords(events: readonly BenchEvent[]): ReadonlyMap<number, PlaceWord> {
  const words = new Map<number, PlaceWord>()
  for (const event of events) {
    if (event.kind !== 'places') continue
    const { at, by } = event
    for (const index of event.reopened) words.set(index, { at, by, finished: null })
    for (const finished of event.finished) {
      // Finished by somebody else a moment ago: it is finished once.
      if (!words.get(finished.index)?.finished) words.set(finished.index, { at, by, finished })
    }
  }
  return words
}

/** Each place's part of a step: its minutes, by the clock where there was one, and its pull, by the places' shares. */
function partsOf(status: StepStatus): FinishedPlace[] {
  const { step } = status
  const area = step.indexes.reduce((sum, index) => sum + REGION_SIDES[index]!.share, 0)
  const minutes = minutesTaken(status) ?? step.minutes
  return step.indexes.map((index) => {
    const part = REGION_SIDES[index]!.share / area
    return {
      index,
      treatment: step.treatment!,
      leavesMm: step.leavesMm,
      minutes: minutes * part,
      pull: step.pull * part,
    }
  })
}

/**
 * Places whose work is finished: by a step that is through, unless the place was opened again after it, or by
 * themselves. Two plans may hold one place in steps of their own; it is finished once, by the first.
 * @param through steps that are done and not only in part
 */
export function finishedOf(
  through: readonly StepStatus[],
  words: ReadonlyMap<number, PlaceWord>,
): ReadonlyMap<number, FinishedPlace> {
  const finished = new Map<number, FinishedPlace>()
  for (const [index, word] of words) if (word.finished) finished.set(index, word.finished)
  for (const status of [...through].sort((a, b) => a.doneAt! - b.doneAt!))
    for (const place of partsOf(status)) {
      const word = words.get(place.index)
      if (finished.has(place.index) || (word && word.at >= status.doneAt!)) continue
      finished.set(place.index, place)
    }
  return finished
}
