import { expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { runTrial } from './trial.ts'

/* A short one; how often each happens in a long one stands in main.ts. */
test('server and database killed, frozen, out of disk, in the middle of every kind of write: nothing acknowledged is lost, nothing is there twice', async () => {
  const faults = { kills: 2, databaseKills: 1, stops: 1, fullDisks: 1, stopMs: 2500, handsMs: 60 }
  const { acknowledged, missing, twice, odd, blank } = await runTrial(faults, seeded(1), () => undefined)
  expect({ missing, twice, odd, blank }).toEqual({ missing: [], twice: [], odd: [], blank: [] })
  expect(acknowledged).toBeGreaterThan(500)
})
