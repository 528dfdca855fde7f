import { type LibraryPattern, withPattern } from '../../core/index.ts'
import type { BeforeAnswers } from '../api/before.ts'
import type { Arrival } from '../api/visit-card.ts'
import { wishesOf } from './read-assessment.ts'

const NEWS_MOST = 500

/**
 * An arrival with what its owner said before: weight, brushing, how much is to stay, the pattern, health. What was ticked
 * before stays ticked, and what is new stands with the note.
 */
export function arrivalWith(
  arrival: Arrival,
  answers: BeforeAnswers,
  patterns: readonly Pick<LibraryPattern, 'id' | 'pattern'>[],
): Arrival {
  const { dog, wishes } = arrival
  const pattern = patterns.find(({ id }) => id === answers.wish.patternId)?.pattern
  const cut = pattern ? withPattern(wishesOf(arrival), pattern) : null
  const note = [wishes.note, answers.news].filter(Boolean).join(' ').slice(0, NEWS_MOST)
  return {
    ...arrival,
    dog: {
      ...dog,
      ...(answers.weightKg === null ? {} : { weightKg: answers.weightKg }),
      health: [...new Set([...(dog.health ?? []), ...answers.health])],
    },
    wishes: {
      ...wishes,
      ...(answers.wish.keepLength === undefined ? {} : { keepLength: answers.wish.keepLength }),
      ...(answers.brushing ? { homeBrushing: answers.brushing } : {}),
      ...(cut ? { style: cut.style, targetMm: cut.targetMm, ...(cut.pattern ? { pattern: cut.pattern } : {}) } : {}),
      ...(note ? { note } : {}),
    },
  }
}
