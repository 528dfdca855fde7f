import { hostname, networkInterfaces } from 'node:os'

/** Addresses of this machine in the network, those that a tablet reaches first. */
export const addressesHere = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((addresses) => addresses ?? [])
    .filter(({ internal, scopeid }) => !internal && !scopeid)
    .sort((a, b) => a.family.localeCompare(b.family))
    .map(({ address }) => address)

/** Every name and number that this machine may be addressed by. */
export const namesHere = (): string[] => [
  'localhost',
  '127.0.0.1',
  '::1',
  hostname(),
  `${hostname()}.local`,
  ...addressesHere(),
]
