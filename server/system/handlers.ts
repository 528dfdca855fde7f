import { statfs } from 'node:fs/promises'
import { dirname } from 'node:path'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { System, systemApi } from '../../contract/api/system.ts'
import { MODEL_VERSION } from '../../core/index.ts'
import { version } from '../../package.json'
import type { At } from '../access/access.ts'
import { iso } from '../db/documents.ts'
import type { Deps } from '../deps.ts'

/** Room on the disk that a folder is, or will be, on; null where it cannot be asked. */
async function roomAt(folder: string): Promise<System['disk']> {
  for (let at = folder; ; at = dirname(at)) {
    const room = await statfs(at).catch(() => null)
    if (room) return { freeBytes: room.bavail * room.bsize, totalBytes: room.blocks * room.bsize }
    if (at === dirname(at)) return null
  }
}

export const systemHandlers = ({ store, backups, changes, now }: Deps): Handlers<typeof systemApi, At> => {
  const startedAt = iso(now())
  return {
    read: async ({ at }) => {
      const [made, devices] = await Promise.all([backups.list(), store.access.devices(at.who)])
      const began = performance.now()
      const database = await store.size()
      const answersInMs = performance.now() - began
      return {
        version,
        model: MODEL_VERSION,
        startedAt,
        database: { ...database, answersInMs },
        disk: await roomAt(made.folder),
        backups: { lastAt: made.backups[0]?.at ?? null, kept: made.backups.length, failed: made.failed },
        screens: changes.screens,
        devices: devices
          .filter(({ out }) => !out)
          .map(({ id, name, seenAt, unsent }) => ({ id, name, seenAt, unsent })),
      }
    },
  }
}
