import type { devicesApi } from '../../contract/api/devices.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

export const deviceHandlers = ({ devices: hub }: Deps): Handlers<typeof devicesApi> => ({
  all: async () => hub.all(),
  tare: async ({ params }) => hub.tare(params.device),
  simulate: ({ params, body }) => hub.simulate(params.device, body),
  stream: (send) => {
    for (const device of hub.all()) send(device)
    return hub.listen(send)
  },
})
