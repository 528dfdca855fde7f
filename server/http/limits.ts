import type { Server } from 'node:http'
import type { Socket } from 'node:net'

/** What one address may hold open at once, and how long a request may take to be said. */
export interface Limits {
  readonly connectionsEach: number
  readonly connections: number
  readonly headersMs: number
  readonly requestMs: number
}

/*
 * A browser holds six connections to a server and a stream or two, and a household of tablets stands behind one address.
 * On this machine itself a proxy may speak for all of them. Headers and bodies come in seconds from anybody who means it.
 */
export const LIMITS: Limits = { connectionsEach: 96, connections: 600, headersMs: 8_000, requestMs: 30_000 }

export const isLoopback = (address: string): boolean => /^(127\.|::1$|::ffff:127\.)/.test(address)

/** Turns away what one address holds open beyond its share, and lets go of who does not finish a request. */
export function limited(server: Server, limits: Limits = LIMITS): void {
  const open = new Map<string, number>()
  server.maxConnections = limits.connections
  server.headersTimeout = limits.headersMs
  server.requestTimeout = limits.requestMs
  server.on('connection', (socket: Socket) => {
    const address = socket.remoteAddress ?? ''
    const here = (open.get(address) ?? 0) + 1
    if (here > limits.connectionsEach && !isLoopback(address)) {
      socket.destroy()
      return
    }
    open.set(address, here)
    socket.once('close', () => {
      const left = (open.get(address) ?? 1) - 1
      if (left > 0) open.set(address, left)
      else open.delete(address)
    })
  })
}
