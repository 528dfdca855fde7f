import { useMemo } from 'react'
import type { Visit } from '../../contract/api/visits.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import type { Sheet } from '../../core/index.ts'
import { rowsOf } from './sheet-state.ts'

/** The visit and the sheet on the screen as one assessment file, with what the server knows beside the dog. */
export function useFile(visit: Visit, sheet: Sheet): AssessmentFile {
  return useMemo(
    () => assembleFile(visit.arrival, visit.assessment.stage, rowsOf(sheet), visit.progress, visit.known),
    [visit.arrival, visit.assessment.stage, visit.progress, sheet, visit.known],
  )
}
