import { createServer, type Server, type Socket } from 'node:net'
import fc from 'fast-check'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { DEVICE_KINDS, type Device } from '../../contract/api/devices.ts'
import { type TestServer, testServer } from '../../test/harness/server.ts'
import { Driver } from './driver.ts'
import { DeviceHub } from './hub.ts'
import { readLine } from './line.ts'
import { startStandIn } from './stand-in.ts'

const closing: (() => unknown)[] = []
afterEach(async () => {
  for (const close of closing.splice(0)) await close()
})

const until = (holds: () => boolean, what: string): Promise<void> =>
  expect.poll(holds, { message: `never: ${what}` }).toBe(true)

describe('a line of the protocol', () => {
  test('greeting, reading, fault', () => {
    expect(readLine('HELLO etude-line/1 scale stand-in two', 'scale')).toEqual({
      what: 'hello',
      version: 1,
      kind: 'scale',
      model: 'stand-in two',
    })
    expect(readLine('READ 1200 9.482 kg', 'scale')).toEqual({
      what: 'read',
      deviceMs: 1200,
      values: [9.482],
      absurd: false,
    })
    expect(readLine('READ 5 22.4 C 51 %', 'climate')).toEqual({
      what: 'read',
      deviceMs: 5,
      values: [22.4, 51],
      absurd: false,
    })
    expect(readLine('FAULT battery low', 'probe')).toEqual({ what: 'fault', text: 'battery low' })
  })
  test('out of all range is absurd, the wrong unit or shape is not of this protocol', () => {
    expect(readLine('READ 1 9999 kg', 'scale')).toMatchObject({ what: 'read', absurd: true })
    expect(readLine('READ 1 NaN kg', 'scale')).toMatchObject({ what: 'read', absurd: true })
    expect(readLine('READ 1 9.4 lb', 'scale')).toEqual({ what: 'unknown' })
    expect(readLine('READ 1 9.4', 'scale')).toEqual({ what: 'unknown' })
    expect(readLine('', 'scale')).toEqual({ what: 'unknown' })
  })
  test('whatever comes over the wire is read without a throw', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), fc.constantFrom(...DEVICE_KINDS), (text, kind) => {
        readLine(text, kind)
        readLine(`READ ${text}`, kind)
        return true
      }),
      { numRuns: 500, seed: 9 },
    )
  })
})

/** A device of our own making, to say what a stand-in never would. */
async function aDevice(): Promise<{ port: number; server: Server; say: (text: string) => void; sockets: Set<Socket> }> {
  const sockets = new Set<Socket>()
  const server = createServer((socket) => {
    sockets.add(socket)
    socket.on('error', () => {})
    socket.on('close', () => sockets.delete(socket))
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  closing.push(() => {
    for (const socket of sockets) socket.destroy()
    return new Promise((done) => server.close(done))
  })
  return {
    port: (server.address() as { port: number }).port,
    server,
    sockets,
    say: (text) => {
      for (const socket of sockets) socket.write(text)
    },
  }
}

const drive = (kind: Device['kind'], port: number): Driver => {
  const driver = new Driver({ id: kind, kind, name: kind, host: '127.0.0.1', port, simulated: false }, () => {})
  closing.push(() => driver.close())
  return driver
}

describe('a driver', () => {
  test('reads a line that comes in pieces, leaves out what is absurd, and says so', async () => {
    const device = await aDevice()
    const driver = drive('thermometer', device.port)
    await until(() => device.sockets.size > 0, 'connected')
    device.say('HELLO etude-line/1 thermometer x\nREAD 1 31')
    device.say('.5 C\nnonsense\n')
    await until(() => driver.state().values.celsius === 31.5, 'read')
    device.say('READ 2 5000 C\n')
    await until(() => driver.state().trouble === 'absurd', 'absurd')
    expect(driver.state().values.celsius).toBe(31.5)
  })
  test('another kind or version of device is a fault that says what was expected', async () => {
    const device = await aDevice()
    const driver = drive('scale', device.port)
    await until(() => device.sockets.size > 0, 'connected')
    device.say('HELLO etude-line/2 probe x\nREAD 1 9 kg\n')
    await until(() => driver.state().trouble === 'fault', 'fault')
    expect(driver.state().fault).toContain('a scale of version 1 was expected')
    expect(driver.state().values).toEqual({})
  })
  test('scatter is smoothed and called noisy; one spike does not move the value', async () => {
    const device = await aDevice()
    const driver = drive('sound', device.port)
    await until(() => device.sockets.size > 0, 'connected')
    device.say('READ 1 60 dBA\nREAD 2 61 dBA\nREAD 3 110 dBA\nREAD 4 60 dBA\nREAD 5 61 dBA\n')
    await until(() => driver.state().trouble === 'noisy', 'noisy')
    expect(driver.state().values.dBA).toBe(61)
  })
  test('pulled out it says unplugged; plugged in it comes back by itself', async () => {
    const standIn = await startStandIn('probe')
    closing.push(() => standIn.close())
    const driver = drive('probe', standIn.port)
    await until(() => driver.state().link === 'live', 'live')
    await standIn.simulate({ key: 'plug', value: 0 })
    await until(() => driver.state().link === 'unplugged', 'unplugged')
    await standIn.simulate({ key: 'plug', value: 1 })
    await until(() => driver.state().link === 'live' && driver.state().values.ratio !== undefined, 'live again')
  })
  test('one that went without a goodbye is called again, and is not taken for well before it says something', async () => {
    // The driver's own clock and pulse; sockets and the wait between two calls stay real.
    vi.useFakeTimers({ toFake: ['Date', 'setInterval', 'clearInterval'] })
    closing.push(() => vi.useRealTimers())
    const device = await aDevice()
    const driver = drive('climate', device.port)
    await until(() => device.sockets.size > 0, 'connected')
    device.say('HELLO etude-line/1 climate x\nREAD 1 22 C 50 %\n')
    await until(() => driver.state().link === 'live' && driver.state().values.rh === 50, 'live')
    const [first] = device.sockets
    vi.advanceTimersByTime(10_000)
    expect(driver.state().link).toBe('silent')
    vi.advanceTimersByTime(8_000)
    await until(() => [...device.sockets].some((socket) => socket !== first), 'called again')
    expect(driver.state().link).not.toBe('live')
    device.say('READ 2 23 C 51 %\n')
    await until(() => driver.state().link === 'live' && driver.state().values.rh === 51, 'live again')
  })
  test('a line without end does not fill the memory', async () => {
    const device = await aDevice()
    const driver = drive('scale', device.port)
    await until(() => device.sockets.size > 0, 'connected')
    device.say('x'.repeat(1_000_000))
    device.say('\nREAD 1 4.5 kg\n')
    await until(() => driver.state().values.kg === 4.5, 'read after it')
  })
})

describe('the devices of a salon', () => {
  test('a dog on the scale: tare, then steady', async () => {
    const hub = await DeviceHub.open('simulated')
    closing.push(() => hub.close())
    const scale = (): Device => hub.all().find(({ kind }) => kind === 'scale')!
    await hub.simulate('scale', { key: 'value', value: 0.5 })
    await until(() => (scale().scale?.kg ?? 0) > 0.4, 'the mat is on it')
    hub.tare('scale')
    await hub.simulate('scale', { key: 'value', value: 9.9 })
    await until(() => scale().scale?.steadyKg !== null && (scale().scale?.steadyKg ?? 0) > 5, 'steady')
    expect(scale().scale!.steadyKg!).toBeCloseTo(9.4, 1)
  })
  test('only stand-ins can be told what to measure, and only known settings open devices', async () => {
    const standIn = await startStandIn('sound')
    closing.push(() => standIn.close())
    const hub = await DeviceHub.open(`sound=127.0.0.1:${standIn.port}`)
    closing.push(() => hub.close())
    await expect(hub.simulate('sound', { key: 'value', value: 100 })).rejects.toThrow('stand-in')
    expect(hub.all()[0]).toMatchObject({ simulated: false, kind: 'sound' })
    await expect(DeviceHub.open('kettle=1')).rejects.toThrow('ETUDE_DEVICES')
    expect((await DeviceHub.open('off')).all()).toEqual([])
  })
  test('live over server-sent events, and by request', async () => {
    const server: TestServer = await testServer('simulated')
    closing.push(() => server.close())
    await until(() => server.devices.all().every(({ link }) => link === 'live'), 'all live')
    expect(((await (await server.send('GET', '/api/devices')).json()) as Device[]).map(({ kind }) => kind)).toEqual([
      ...DEVICE_KINDS,
    ])
    expect((await server.send('POST', '/api/devices/kettle/tare', {})).status).toBe(404)
    expect((await server.send('POST', '/api/devices/scale/simulate', { key: 'explode', value: 1 })).status).toBe(422)
    const response = await server.app.request('/api/devices/stream', { headers: { host: 'localhost' } })
    expect(response.headers.get('content-type')).toContain('text/event-stream')
    const reader = response.body!.getReader()
    let text = ''
    while (!/"kind":"sound"/.test(text)) text += new TextDecoder().decode((await reader.read()).value)
    expect(text).toContain('event: device')
    await reader.cancel()
  })
})
