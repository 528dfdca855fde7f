import { once } from 'node:events'
import { createServer, type Server } from 'node:http'
import { type AddressInfo, connect, type Socket } from 'node:net'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { LIMITS, limited } from './limits.ts'

let server: Server
const open: Socket[] = []
const serverWith = async (more: Partial<typeof LIMITS>): Promise<number> => {
  // How often Node looks for requests that take too long is set when a server is made.
  server = createServer({ connectionsCheckingInterval: 20 }, (_, response) => response.end('here'))
  limited(server, { ...LIMITS, ...more })
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  return (server.address() as AddressInfo).port
}
const dial = (port: number): Socket => {
  const socket = connect(port, '127.0.0.1')
  socket.on('error', () => {})
  open.push(socket)
  return socket
}
beforeEach(() => open.splice(0))
afterEach(() => {
  for (const socket of open) socket.destroy()
  server.close()
})

test('who begins a request and does not finish it is let go', async () => {
  const port = await serverWith({ headersMs: 60, requestMs: 120 })
  const slow = dial(port)
  await once(slow, 'connect')
  slow.write('GET / HTTP/1.1\r\nHost: localhost\r\n')
  const [answer] = (await once(slow, 'data')) as [Buffer]
  expect(answer.toString()).toMatch(/^HTTP\/1\.1 408/)
})

test('no more connections than there is room for; those that there are go on', async () => {
  const port = await serverWith({ connections: 3 })
  const kept = [dial(port), dial(port), dial(port)]
  await Promise.all(kept.map((socket) => once(socket, 'connect')))
  const over = dial(port)
  await once(over, 'close')
  kept[0]!.write('GET / HTTP/1.1\r\nHost: localhost\r\n\r\n')
  const [answer] = (await once(kept[0]!, 'data')) as [Buffer]
  expect(answer.toString()).toMatch(/^HTTP\/1\.1 200/)
  expect(kept.every(({ destroyed }) => !destroyed)).toBe(true)
})
