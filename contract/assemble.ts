import type { Schools } from '../core/index.ts'
import type { Arrival, AssessmentDoc, SideRow, VisitProgress } from './api.ts'
import type { AssessmentFile } from './assessment-file.ts'

/** Stored arrival and scores as the one file format, so that screen, server and command line read them alike. */
export const assembleFile = (
  arrival: Arrival,
  stage: AssessmentDoc['stage'],
  rows: readonly SideRow[],
  progress: VisitProgress | null = null,
  schools: Partial<Schools> = {},
): AssessmentFile => ({
  format: 'etude.assessment/1',
  stage,
  ...arrival,
  // The house's ways under what was said for this dog.
  ...(Object.keys(schools).length > 0
    ? { house: { ...arrival.house, schools: { ...schools, ...arrival.house?.schools } } }
    : {}),
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
