import { useEffect } from 'react'
import type { Salon } from '../../contract/api/salon.ts'
import { unsent } from './client.ts'
import { forgetSalon } from './forget.ts'
import { deviceStorage } from './storage.ts'

const SEEN = 'etude.made-up'
let going: Promise<void> | null = null

/** The made-up salon is no more: what this device kept of it goes, and its screens begin anew. */
export function leaveMadeUp(): Promise<void> {
  going ??= forgetSalon().then(() => location.assign(location.pathname.startsWith('/house') ? location.pathname : '/'))
  return going
}

/** Leaves nothing of the made-up salon on a device that had it open while it was left at another. */
export function useMadeUpLeft(salon: Salon | undefined): void {
  useEffect(
    function followMadeUp() {
      if (!salon) return
      // What waits unsent was done before it came: in another salon, whose work is not thrown away.
      if (salon.demo && unsent() === 0) deviceStorage.set(SEEN, 'yes')
      if (!salon.demo && deviceStorage.get(SEEN) !== null) void leaveMadeUp()
    },
    [salon],
  )
}
