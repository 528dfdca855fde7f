import type { Arrival, AssessmentDoc, SideRow } from './api.ts'
import type { AssessmentFile } from './assessment-file.ts'

/** Stored arrival and scores as the one file format, so that screen, server and command line read them alike. */
export const assembleFile = (
  arrival: Arrival,
  stage: AssessmentDoc['stage'],
  rows: readonly SideRow[],
): AssessmentFile => ({
  format: 'etude.assessment/1',
  stage,
  ...arrival,
  scores: rows.map((row) => ({ ...row })),
})
