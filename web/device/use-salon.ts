import { salonApi } from '../../contract/api/salon.ts'
import { setCountry, setZone } from '../../contract/words/dates.ts'
import { useRead } from './api.ts'

const FRESH_MS = 60_000
/** How often the day looks for what others did. */
export const DAY_MS = 20_000

/** The salon, its people and its own numbers: they change rarely. Its clock becomes that of this screen. */
export function useSalon() {
  const salon = useRead(salonApi.read, {}, { staleTime: FRESH_MS })
  if (salon.data?.zone) setZone(salon.data.zone)
  if (salon.data) setCountry(salon.data.country)
  return salon
}
