import { OpenAPIHono } from '@hono/zod-openapi'
import { streamSSE } from 'hono/streaming'
import { z } from 'zod'
import { type Device, deviceSchema, simulateSchema } from '../../contract/api/devices.ts'
import type { Deps } from './deps.ts'
import { type App, type Env, endpoint, nothing } from './endpoint.ts'

/** At most one event a device in this time; a scale reads four times a second. */
const EVERY_MS = 240
const ALIVE_MS = 15_000

/** Devices, live. */
export function deviceRoutes({ devices }: Deps): App {
  const app = new OpenAPIHono<Env>()
  const params = z.object({ id: z.string().regex(/^[a-z]{1,20}$/, { error: 'a device' }) })
  endpoint(
    app,
    { method: 'get', path: '/devices', summary: 'Every device as it stands', gives: z.array(deviceSchema) },
    async () => devices.all(),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/devices/{id}/tare',
      summary: 'What lies on the scale counts as nothing',
      params,
      body: nothing,
      gives: deviceSchema,
    },
    async ({ params: { id } }) => devices.tare(id),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/devices/{id}/simulate',
      summary: 'Tell a stand-in what to measure, or pull it out',
      params,
      body: simulateSchema,
      gives: deviceSchema,
    },
    ({ params: { id }, body }) => devices.simulate(id, body),
  )
  app.get('/devices/stream', (c) =>
    streamSSE(c, async (stream) => {
      const waiting = new Map<string, Device>()
      const send = async (): Promise<void> => {
        const batch = [...waiting.values()]
        waiting.clear()
        for (const device of batch) await stream.writeSSE({ event: 'device', data: JSON.stringify(device) })
      }
      for (const device of devices.all()) waiting.set(device.id, device)
      const stop = devices.listen((device) => waiting.set(device.id, device))
      let quiet = 0
      try {
        while (!stream.aborted && !stream.closed) {
          if (waiting.size > 0) {
            await send()
            quiet = 0
          } else if (quiet >= ALIVE_MS) {
            await stream.writeSSE({ event: 'alive', data: '' })
            quiet = 0
          }
          await stream.sleep(EVERY_MS)
          quiet += EVERY_MS
        }
      } finally {
        stop()
      }
    }),
  )
  return app
}
