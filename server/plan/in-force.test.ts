import { afterAll, beforeAll, expect, test } from 'vitest'
import { demoServer } from '../../test/harness/demo.ts'
import type { TestServer } from '../../test/harness/server.ts'
import { spanOf } from '../day/dates.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

test('the day and the book of each dog say what is done on that day', async () => {
  const { visits } = await server.store.visits.day(spanOf('2026-03-04'))
  const tobit = visits.find(({ arrival }) => arrival.dog.name === 'Old Tobit')!
  const { plan } = (await server.store.visits.read(tobit.id)).latestPlan!
  const { minutes } = plan.split!.visits[0]!
  expect(minutes).toBeLessThan(plan.verdict.minutes.low)
  expect(tobit.plan).toMatchObject({ choice: 'split-visits', vet: true, minutes: { low: minutes, high: minutes } })
  const { visits: life } = await server.store.records.dog(tobit.dogId)
  expect(life.find(({ id }) => id === tobit.id)).toMatchObject({ choice: 'split-visits', vet: true })
  const bramble = visits.find(({ arrival }) => arrival.dog.name === 'Bramble')!
  const whole = (await server.store.visits.read(bramble.id)).latestPlan!.plan.verdict
  expect(bramble.plan).toMatchObject({ choice: whole.choice, vet: false, minutes: whole.minutes })
})
