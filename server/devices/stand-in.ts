import { createServer, type Socket } from 'node:net'
import { CHANNELS, type DeviceKind, type Simulate } from '../../contract/api/devices.ts'

/** Where a stand-in begins, by channel, and how far its readings scatter. */
const BEGINS: Readonly<Record<DeviceKind, { values: readonly number[]; scatter: readonly number[]; everyMs: number }>> =
  {
    scale: { values: [0], scatter: [0.003], everyMs: 250 },
    climate: { values: [22, 50], scatter: [0.05, 0.4], everyMs: 1000 },
    probe: { values: [0], scatter: [0.02], everyMs: 500 },
    thermometer: { values: [24], scatter: [0.15], everyMs: 500 },
    sound: { values: [48], scatter: [0.8], everyMs: 500 },
  }

const LN2_PER_MINUTE = Math.LN2 / 60_000

export interface StandIn {
  readonly port: number
  /** As `SIM` on its own line does: what lies on it, how it scatters, pulled out or plugged in. */
  readonly simulate: (change: Simulate) => Promise<void>
  readonly close: () => Promise<void>
}

/** Scatter without a clock or a random source of the machine: the same at every start. */
function scatterOf(seed: number): () => number {
  let state = seed
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state / 4294967296 - 0.5) * 3.46
  }
}

/**
 * A device that is not there: it speaks the line protocol of docs/devices.md on a loopback port, so that the driver that
 * talks to it would talk to a real one as well.
 */
export async function startStandIn(kind: DeviceKind, port = 0): Promise<StandIn> {
  const { values, scatter, everyMs } = BEGINS[kind]
  const now = [...values]
  const draw = scatterOf(values.length * 7919 + kind.length)
  const sockets = new Set<Socket>()
  let noise = 1
  let absurd = 0
  let halvingMin = 0
  let plugged = true
  const begun = Date.now()
  let setAt = begun

  const reading = (): string => {
    const parts = CHANNELS[kind].map(({ unit }, i) => {
      const falling = halvingMin > 0 ? Math.exp((-(Date.now() - setAt) * LN2_PER_MINUTE) / halvingMin) : 1
      const true_ = i === 0 ? now[0]! * falling : now[i]!
      const value = absurd > 0 ? 9999 : true_ + draw() * scatter[i]! * noise
      return `${(kind === 'scale' ? value : Math.max(0, value)).toFixed(3)} ${unit}`
    })
    absurd = Math.max(0, absurd - 1)
    return `READ ${Date.now() - begun} ${parts.join(' ')}\n`
  }
  const server = createServer((socket) => {
    if (!plugged) return void socket.destroy()
    sockets.add(socket)
    socket.setEncoding('utf8')
    socket.on('error', () => socket.destroy())
    socket.on('close', () => sockets.delete(socket))
    socket.on('data', (text: string) => {
      if (text.includes('PING')) socket.write('PONG\n')
    })
    socket.write(`HELLO etude-line/1 ${kind} stand-in\n`)
  })
  const timer = setInterval(() => {
    if (sockets.size === 0) return
    const line = reading()
    for (const socket of sockets) socket.write(line)
  }, everyMs)
  timer.unref()
  const listening = (on: number): Promise<void> =>
    new Promise((ready, failed) => {
      server.once('error', failed)
      server.listen(on, '127.0.0.1', () => ready())
    })
  await listening(port)
  const address = server.address()
  if (address === null || typeof address === 'string') throw new Error(`the stand-in ${kind} has no port`)
  return {
    port: address.port,
    async simulate({ key, value }) {
      if (key === 'value') {
        now[0] = value
        setAt = Date.now()
      } else if (key === 'second') now[1] = value
      else if (key === 'noise') noise = value
      else if (key === 'absurd') absurd = value
      else if (key === 'halving') halvingMin = value
      else {
        plugged = value > 0
        if (!plugged) for (const socket of sockets) socket.destroy()
      }
    },
    close: () =>
      new Promise((closed) => {
        clearInterval(timer)
        for (const socket of sockets) socket.destroy()
        server.close(() => closed())
      }),
  }
}
