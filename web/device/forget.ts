import { deviceStorage } from './storage.ts'

const STAYS: ReadonlySet<string> = new Set(['etude.theme'])

/** Takes what this device keeps of a salon out of it: work not sent, answers kept, pictures on their way. The look stays. */
export async function forgetSalon(): Promise<void> {
  for (const key of deviceStorage.keys('etude.')) if (!STAYS.has(key)) deviceStorage.remove(key)
  if ('caches' in globalThis) await caches.delete('etude-reads')
  if ('indexedDB' in globalThis)
    for (const { name } of await indexedDB.databases()) if (name?.startsWith('etude')) indexedDB.deleteDatabase(name)
}
