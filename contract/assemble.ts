import type { Arrival, AssessmentDoc, SideRow, VisitProgress } from './api.ts'
import type { AssessmentFile } from './assessment-file.ts'

/** Stored arrival and scores as the one file format, so that screen, server and command line read them alike. */
export const assembleFile = (
  arrival: Arrival,
  stage: AssessmentDoc['stage'],
  rows: readonly SideRow[],
  progress: VisitProgress | null = null,
): AssessmentFile => ({
  format: 'etude.assessment/1',
  stage,
  ...arrival,
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
