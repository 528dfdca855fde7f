import { expect, test } from 'vitest'
import { readAssessmentFile } from './read-assessment.ts'
import { unreadOf } from './unread.ts'

const FILE = { format: 'etude.assessment/1', dog: { coatType: 'curly', weightKg: 9 } }
const unread = (more: object): string[] => {
  const file = { ...FILE, ...more }
  return unreadOf(file, readAssessmentFile(file).file)
}

test('what nothing in a file is called is named, however deep; what is known is not', () => {
  expect(unread({})).toEqual([])
  expect(
    unread({
      dog: { ...FILE.dog, name: 'Fig', skills: [] },
      scores: [
        { region: 'back', mat: 2 },
        { region: 'armpit', side: 'left', matt: 3, findings: [{ id: 'lump', sizeMm: 8, colour: 'red' }] },
      ],
      regions: [],
    }),
  ).toEqual(['dog.skills', 'scores[1].matt', 'scores[1].findings[0].colour', 'regions'])
  // Said to be unknown is no unknown field.
  expect(unread({ progress: null, wishes: { style: 'trim' }, default: { mat: 0 } })).toEqual([])
})
