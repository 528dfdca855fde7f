import { isIP } from 'node:net'
import { hostname, networkInterfaces } from 'node:os'

/** Whether the host of an address is a number and no name; IPv6 stands in brackets there. */
export const isAddress = (host: string): boolean => isIP(host.replace(/^\[|\]$/g, '')) !== 0

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
