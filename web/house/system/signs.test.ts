import { describe, expect, test } from 'vitest'
import type { System } from '../../../contract/api/system.ts'
import { dayAndTimeText } from '../../../contract/words/index.ts'
import { sizeText } from '../../parts/number-text.ts'
import { signsOf } from './signs.ts'

const NOW = Date.parse('2026-03-04T12:00:00Z')
const WELL: System = {
  version: '0.1.0',
  model: '2.5.0',
  startedAt: '2026-03-01T06:00:00Z',
  database: { version: '15.10 (Debian)', bytes: 48_000_000, answersInMs: 3.2 },
  disk: { freeBytes: 80e9, totalBytes: 200e9 },
  backups: { lastAt: '2026-03-04T03:00:00Z', kept: 9, failed: null },
  screens: 3,
  devices: [{ id: 'a', name: 'Table one', seenAt: '2026-03-04T11:50:00Z', unsent: 0 }],
}
const todo = (change: Partial<System>): string[] =>
  signsOf({ ...WELL, ...change }, NOW)
    .filter((sign) => sign.todo !== null)
    .map(({ id }) => id)

describe('how the system is', () => {
  test('nothing to do where all is well, and every thing is said', () => {
    expect(todo({})).toEqual([])
    expect(signsOf(WELL, NOW).map(({ says }) => says)).toEqual([
      `${dayAndTimeText(WELL.backups.lastAt!)}, 9 hours ago; 9 kept`,
      '80.0 GB free of 200.0 GB',
      '48.0 MB, answers in 3 ms; PostgreSQL 15.10',
      '3, each told of changes at once',
      'Table one, seen within the hour',
      'None, as each device said last',
      `Etude 0.1.0, model 2.5.0; running since ${dayAndTimeText(WELL.startedAt)}`,
    ])
  })
  test.each<[string, Partial<System>, string]>([
    ['no backup yet', { backups: { lastAt: null, kept: 0, failed: null } }, 'backup'],
    ['two nights without one', { backups: { lastAt: '2026-03-02T03:00:00Z', kept: 4, failed: null } }, 'backup'],
    [
      'one that could not be made, though an older is good',
      { backups: { ...WELL.backups, failed: { at: '2026-03-04T03:00:00Z', why: 'the disk is full' } } },
      'backup',
    ],
    ['little room', { disk: { freeBytes: 1.5e9, totalBytes: 10e9 } }, 'disk'],
    ['little room on a large disk', { disk: { freeBytes: 40e9, totalBytes: 2000e9 } }, 'disk'],
    ['a slow database', { database: { ...WELL.database, answersInMs: 900 } }, 'database'],
    [
      'a tablet nobody saw for weeks',
      { devices: [{ id: 'b', name: 'Old one', seenAt: '2026-01-20T09:00:00Z', unsent: 0 }] },
      'devices',
    ],
    [
      'work that waits on a tablet',
      { devices: [{ id: 'c', name: 'Tub', seenAt: '2026-03-04T09:50:00Z', unsent: 3 }] },
      'unsent',
    ],
  ])('%s is to be looked after, and stands first', (_, change, id) => {
    expect(todo(change)).toEqual([id])
    expect(signsOf({ ...WELL, ...change }, NOW)[0]!.id).toBe(id)
  })
  test('a disk that cannot be asked is said, and nothing is asked for', () => {
    expect(todo({ disk: null })).toEqual([])
  })
})

test('sizes are said in what one counts them in', () => {
  expect([900, 310_000, 4_200_000, 4_200_000_000].map(sizeText)).toEqual(['1 kB', '310 kB', '4.2 MB', '4.2 GB'])
})
