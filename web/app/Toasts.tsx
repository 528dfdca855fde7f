import { type ReactNode, useEffect } from 'react'
import { Toaster, toast } from 'sonner'
import { onRefused } from '../device/use-outbox.ts'
import 'sonner/dist/styles.css'
import type { Theme } from './theme.ts'

/** Short word of what was done, and of what the server would not take, on whatever screen. */
export function Toasts({ theme }: { theme: Theme }): ReactNode {
  useEffect(function sayWhatWasRefused() {
    return onRefused(({ problem }) => toast.error(`Not taken: ${problem.detail ?? problem.title}`))
  }, [])
  return (
    <Toaster
      theme={theme === 'light' ? 'light' : 'dark'}
      position="bottom-left"
      toastOptions={{ style: { fontFamily: 'var(--font-sans)', fontSize: '1rem' } }}
    />
  )
}
