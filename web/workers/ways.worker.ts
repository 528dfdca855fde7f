import { expose } from 'comlink'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { USUAL_DOGS } from '../../contract/words/usual-dogs.ts'
import { exampleFor } from '../../contract/words/way-example.ts'
import type { House, SchoolId, Schools } from '../../core/index.ts'

/** What ways of working make of dogs of today, and where none of those tells them apart, of usual ones. */
const ways = {
  example: (
    today: readonly AssessmentFile[],
    id: SchoolId,
    chosen: Partial<Schools>,
    house: House,
  ): ReturnType<typeof exampleFor> => exampleFor([...today, ...USUAL_DOGS], id, chosen, house),
}
export type Ways = typeof ways
expose(ways)
