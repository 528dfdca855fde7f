import type { OwnSalon, Salon } from '../../contract/api/salon.ts'
import { follow } from '../../contract/words/habits.ts'
import { TooLate } from '../db/errors.ts'
import type { Store } from '../store.ts'

/** Lays the made-up salon out in the background, once; its screens wait until all of it is there. */
export async function lookAround(store: Store, loadDemo: () => Promise<void>): Promise<Salon> {
  if (!(await store.salon.isEmpty())) {
    const salon = await store.salon.read()
    if (salon.loading) return salon
    throw new TooLate('there is a salon here already')
  }
  let over = false
  const loading = loadDemo().finally(() => {
    over = true
  })
  // Half of it is nothing: the database is nobody's again, and whoever looks is asked anew. Where not even that can be
  // done, the next start does it.
  loading
    .catch(async () => {
      if ((await store.salon.read()).founded) await store.startOver()
    })
    .catch(() => undefined)
  // What fails before the salon is founded is told to whoever asked.
  await Promise.race([loading, untilFounded(store, () => over)])
  return store.salon.read()
}

const LOOK_MS = 50
async function untilFounded(store: Store, isOver: () => boolean): Promise<void> {
  while (!isOver() && !(await store.salon.read()).founded) await new Promise((then) => setTimeout(then, LOOK_MS))
}

/**
 * Begins a salon of one's own. The made-up one goes whole, its log and pictures with it.
 * @throws {TooLate} where a salon of one's own is there, or the made-up one is still being laid out
 */
export async function beginOwn(store: Store, { name, country }: OwnSalon): Promise<Salon> {
  const { founded, demo, loading } = await store.salon.read()
  if (loading) throw new TooLate('the made-up salon is still being laid out')
  if (founded && !demo) throw new TooLate('there is a salon of your own here already')
  if (founded) await store.startOver()
  await store.salon.found(name, [], false, { country })
  const salon = await store.salon.read()
  follow(salon)
  return salon
}
