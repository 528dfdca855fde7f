import type { backupsApi } from '../../contract/api/backups.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

export const backupHandlers = ({ backups, changes }: Deps): Handlers<typeof backupsApi> => ({
  all: () => backups.list(),
  make: async () => {
    const told = (): void => changes.tell(['backups'], null, null)
    // Not waited for: a large salon takes minutes. How it went is in the list.
    void backups.make().then(told, told)
    return backups.list()
  },
})
