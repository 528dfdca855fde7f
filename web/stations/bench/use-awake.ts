import { useEffect } from 'react'

/** Keeps the screen from going dark while the groom runs, where the device can do that. */
export function useAwake(): void {
  useEffect(function keepAwake() {
    if (!('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | null = null
    let over = false
    const take = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return
      try {
        lock = await navigator.wakeLock.request('screen')
        if (over) void lock.release()
      } catch {
        // A device low on power says no; the clocks run all the same.
      }
    }
    void take()
    document.addEventListener('visibilitychange', take)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', take)
      void lock?.release()
    }
  }, [])
}
