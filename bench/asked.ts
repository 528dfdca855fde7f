import { randomUUID } from 'node:crypto'
import { demoId } from '../demo/load.ts'
import { NOON, type TestServer } from '../test/harness/server.ts'

/** What a screen asks of a server with the made-up salon on it; each throws where it is not answered well. */
export async function askedOf(server: TestServer) {
  const { visits } = await server.store.visits.day({
    date: '2026-03-04',
    from: new Date('2026-03-04T00:00:00Z'),
    to: new Date('2026-03-05T00:00:00Z'),
  })
  const quill = visits.find(({ arrival }) => arrival.dog.name === 'Quill')!
  const answered = async (what: string, answer: Response): Promise<void> => {
    if (!answer.ok) throw new Error(`${what}: ${answer.status} ${await answer.text()}`)
    await answer.arrayBuffer()
  }
  const got = async (path: string): Promise<void> => answered(path, await server.send('get', path))
  return {
    day: () => got('/api/day?date=2026-03-04'),
    visit: () => got(`/api/visits/${quill.id}`),
    life: () => got(`/api/dogs/${quill.dogId}`),
    search: () => got('/api/search?q=qui'),
    tap: async () =>
      answered(
        'tap',
        await server.send(
          'post',
          `/api/visits/${quill.id}/bench`,
          { events: [{ id: randomUUID(), kind: 'start', at: NOON.toISOString(), step: 'brush' }] },
          { 'x-etude-person': demoId('Noor') },
        ),
      ),
  }
}
