import { readdirSync, readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { GivesOf } from '../../contract/api/endpoint.ts'
import type { logApi } from '../../contract/api/log.ts'
import { LOG_TEXT } from '../../contract/words/log.ts'
import { demoServer } from '../../test/harness/demo.ts'
import type { TestServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server?.close())

const lines = async (query = ''): Promise<GivesOf<typeof logApi.lines>> =>
  (await (await server.send('GET', `/api/log${query}`)).json()) as never

test('everything that was changed, newest first, by name; page by page to the first line', async () => {
  const [total] = (await server.store.query('SELECT count(*)::int AS n FROM change_log')) as [{ n: number }[]]
  const seen: string[] = []
  let page = await lines()
  for (;;) {
    seen.push(...page.lines.map(({ id }) => id))
    // Every kind of line of the made-up salon has words of its own.
    for (const { entity, action } of page.lines)
      expect(LOG_TEXT[entity], `${entity} ${action}`).toHaveProperty([action])
    if (!page.more) break
    page = await lines(`?before=${page.lines.at(-1)!.id}`)
  }
  expect(seen).toHaveLength(total[0]!.n)
  expect(new Set(seen).size).toBe(seen.length)
  expect(seen.map(Number)).toEqual([...seen].map(Number).sort((a, b) => b - a))
  expect(page.lines.at(-1)).toMatchObject({ entity: 'setting', about: 'salon', action: 'founded', dogId: null })
})
test('of one kind, and of one person', async () => {
  const { people } = await server.store.salon.read()
  const noor = people.find(({ name }) => name === 'Noor')!
  const visits = await lines(`?area=visits&person=${noor.id}`)
  expect(visits.lines.length).toBeGreaterThan(20)
  for (const { by, entity, about, dogId } of visits.lines) {
    expect(by).toBe('Noor')
    expect(['setting', 'person', 'product', 'tool', 'pattern', 'client', 'dog']).not.toContain(entity)
    expect(about).toEqual(expect.any(String))
    expect(dogId).toEqual(expect.any(String))
  }
  expect((await lines('?area=book')).lines.every(({ entity }) => entity === 'dog' || entity === 'client')).toBe(true)
  expect((await server.send('GET', '/api/log?area=all')).status).toBe(422)
})
test('every line that the server writes has words', () => {
  const folder = new URL('../', import.meta.url)
  const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
    (name) => name.endsWith('.ts') && !name.endsWith('.test.ts'),
  )
  const written = sources.flatMap((name) =>
    [...readFileSync(new URL(name, folder), 'utf8').matchAll(/entity: '([a-z]+)',[^}]*?action: '([a-z-]+)'/g)].map(
      ([, entity, action]) => [entity!, action!] as const,
    ),
  )
  expect(written.length).toBeGreaterThan(30)
  for (const [entity, action] of written) expect(LOG_TEXT, `${entity} ${action}`).toHaveProperty([entity, action])
})
