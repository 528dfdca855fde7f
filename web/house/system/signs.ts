import type { System } from '../../../contract/api/system.ts'
import { dayAndTimeText } from '../../../contract/words/index.ts'
import { sizeText } from '../../parts/number-text.ts'

/** One thing about the machine: how it is, whether somebody has to do something, and what. */
export interface Sign {
  readonly id: 'backup' | 'disk' | 'database' | 'screens' | 'devices' | 'unsent' | 'version'
  readonly title: string
  readonly says: string
  /** What to do; null where all is well. */
  readonly todo: string | null
}

const DAY_MS = 86_400_000
const HOUR_MS = 3_600_000
/** A night may be missed, two may not. */
const OLD_MS = 2 * DAY_MS
/** Less room than this, or than so many times what a backup takes, is soon none. */
const LEAST_FREE_BYTES = 2e9
const LEAST_FREE_SHARE = 0.05
/** A database that takes longer to say its size is not well. */
const SLOW_MS = 500
/** A tablet that nobody touched for so long is perhaps no longer ours. */
const FORGOTTEN_MS = 30 * DAY_MS

export const isOldBackup = (at: string, now: number): boolean => now - Date.parse(at) > OLD_MS

const agoText = (at: string, now: number): string => {
  const ms = now - Date.parse(at)
  if (ms < HOUR_MS) return 'within the hour'
  const hours = Math.round(ms / HOUR_MS)
  return ms < 2 * DAY_MS ? `${hours} hour${hours === 1 ? '' : 's'} ago` : `${Math.round(ms / DAY_MS)} days ago`
}

/** How the machine is, what asks for somebody first. */
export function signsOf(system: System, now: number): Sign[] {
  const { backups, disk, database, devices, screens } = system
  const lost = devices.filter(({ seenAt }) => now - Date.parse(seenAt) > FORGOTTEN_MS)
  const waiting = devices.filter(({ unsent }) => unsent > 0)
  const short =
    disk !== null && (disk.freeBytes < LEAST_FREE_BYTES || disk.freeBytes < LEAST_FREE_SHARE * disk.totalBytes)
  const signs: Sign[] = [
    {
      id: 'backup',
      title: 'Last good backup',
      says: backups.lastAt
        ? `${dayAndTimeText(backups.lastAt)}, ${agoText(backups.lastAt, now)}; ${backups.kept} kept`
        : 'None yet',
      todo: backups.failed
        ? `The last one was not made: ${backups.failed.why}. Put that right and make one under Files.`
        : backups.lastAt === null
          ? 'The first is made at three in the night; make one now under Files if there is anything to lose.'
          : isOldBackup(backups.lastAt, now)
            ? 'Is the machine off at night? Make one under Files now.'
            : null,
    },
    {
      id: 'disk',
      title: 'Room on the disk',
      says: disk
        ? `${sizeText(disk.freeBytes)} free of ${sizeText(disk.totalBytes)}`
        : 'Cannot be asked on this machine',
      todo: short ? 'Make room: without it nothing new can be kept, and no backup made.' : null,
    },
    {
      id: 'database',
      title: 'Database',
      says: `${sizeText(database.bytes)}, answers in ${Math.max(1, Math.round(database.answersInMs))} ms; PostgreSQL ${database.version.split(' ')[0]}`,
      todo: database.answersInMs > SLOW_MS ? 'It is slow just now: see what else runs on that machine.' : null,
    },
    {
      id: 'screens',
      title: 'Screens open now',
      // This one may not be counted yet.
      says: screens <= 1 ? 'This one' : `${screens}, each told of changes at once`,
      todo: null,
    },
    {
      id: 'devices',
      title: 'Devices let in',
      says:
        devices.length === 0
          ? 'None: the salon is not locked'
          : devices.map(({ name, seenAt }) => `${name}, seen ${agoText(seenAt, now)}`).join('; '),
      todo: lost.length > 0 ? `Put out what is gone, under Log-ins: ${lost.map(({ name }) => name).join(', ')}.` : null,
    },
    {
      id: 'unsent',
      title: 'Work that waits on a device',
      says:
        devices.length === 0
          ? 'Known once devices are let in, under Log-ins'
          : waiting.length === 0
            ? 'None, as each device said last'
            : waiting
                .map(({ name, unsent, seenAt }) => `${name}: ${unsent}, when it was last heard ${agoText(seenAt, now)}`)
                .join('; '),
      todo:
        waiting.length === 0
          ? null
          : `It is kept there and lost nowhere. Have somebody sign in at ${waiting.map(({ name }) => name).join(' and ')}, within reach of the network.`,
    },
    {
      id: 'version',
      title: 'Version',
      says: `Etude ${system.version}, model ${system.model}; running since ${dayAndTimeText(system.startedAt)}`,
      todo: null,
    },
  ]
  return signs.toSorted((a, b) => Number(a.todo === null) - Number(b.todo === null))
}
