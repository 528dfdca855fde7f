import type { OwnRate, Schools, Treatment } from '../../core/index.ts'
import type { VisitProgress } from '../api/progress.ts'
import type { AssessmentDoc, SideRow } from '../api/scores.ts'
import type { Arrival } from '../api/visit-card.ts'
import type { AssessmentFile } from './assessment-file.ts'

/** What a plan takes from the salon and from earlier visits, beside the dog of the day. */
export interface Known {
  /** The house's ways, and over them those of the person who grooms. */
  readonly schools?: Partial<Schools> | undefined
  /** The tools of the rack that can be planned with; not named, every one. */
  readonly rack?: NonNullable<AssessmentFile['rack']> | undefined
  /** The groomer's own pace by treatment. */
  readonly pace?: Partial<Record<Treatment, number>> | undefined
  readonly own?: OwnRate | null | undefined
}

const isFilled = (object: object | undefined): boolean => object !== undefined && Object.keys(object).length > 0

/** Stored arrival and scores as the one file format, so that screen, server and command line read them alike. */
export const assembleFile = (
  arrival: Arrival,
  stage: AssessmentDoc['stage'],
  rows: readonly SideRow[],
  progress: VisitProgress | null = null,
  { schools = {}, rack, pace, own }: Known = {},
): AssessmentFile => ({
  format: 'etude.assessment/1',
  stage,
  ...arrival,
  // The house's ways under what was said for this dog.
  ...(isFilled(schools) ? { house: { ...arrival.house, schools: { ...schools, ...arrival.house?.schools } } } : {}),
  ...(isFilled(pace) ? { pace: { ...pace, ...arrival.pace } } : {}),
  ...(rack ? { rack } : {}),
  ...(own ? { own } : {}),
  scores: rows.map((row) => ({ ...row })),
  ...(progress
    ? {
        progress: {
          done: progress.done.map(({ region, side, treatment, leavesMm }) => ({ region, side, treatment, leavesMm })),
          minutes: progress.minutes,
          pull: progress.pull,
        },
      }
    : {}),
})
