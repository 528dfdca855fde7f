import { salonApi } from '../../contract/api/salon.ts'
import { follow } from '../../contract/words/habits.ts'
import { useRead } from './api.ts'

const FRESH_MS = 60_000
/** How often the day looks for what others did. */
export const DAY_MS = 20_000

/** The salon, its people and its own numbers: they change rarely. What it writes, and its clock, become those of this screen. */
export function useSalon() {
  const salon = useRead(salonApi.read, {}, { staleTime: FRESH_MS })
  if (salon.data) follow(salon.data)
  return salon
}
