import { AsyncLocalStorage } from 'node:async_hooks'

const device = new AsyncLocalStorage<string | null>()

/** The paired device that a request came from; null for an open salon and for what the server does by itself. */
export const deviceHere = (): string | null => device.getStore() ?? null

/** Does something on behalf of a device: what is written down meanwhile says so. */
export const atDevice = <T>(id: string | null, work: () => Promise<T>): Promise<T> => device.run(id, work)
