import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { AssessmentFile } from '../../../contract/formats/assessment-file.ts'
import type { exampleFor } from '../../../contract/words/way-example.ts'
import type { House, SchoolId, Schools } from '../../../core/index.ts'
import type { Ways } from '../../workers/ways.worker.ts'

let ways: Remote<Ways> | null = null
const theWays = (): Remote<Ways> => {
  ways ??= wrap<Ways>(new Worker(new URL('../../workers/ways.worker.ts', import.meta.url), { type: 'module' }))
  return ways
}

type Example = ReturnType<typeof exampleFor>

/** What a row makes of a dog, worked out once it is in sight; undefined until then. */
export function useExample(
  dogs: readonly AssessmentFile[] | null,
  id: SchoolId,
  chosen: Partial<Schools>,
  house: House,
  inSight: boolean,
): Example | undefined {
  const [example, setExample] = useState<Example | undefined>(undefined)
  useEffect(
    function workOut() {
      if (!dogs || !inSight) return
      let current = true
      void theWays()
        .example(dogs, id, chosen, house)
        .then((made) => current && setExample(made))
      return () => {
        current = false
      }
    },
    [dogs, id, chosen, house, inSight],
  )
  return example
}
