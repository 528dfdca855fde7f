import type { ReactNode } from 'react'
import { useAccess } from '../device/use-access.ts'
import { PassphraseForm } from './PassphraseForm.tsx'

/** What a salon lives by: in a locked one behind the passphrase said a short while ago. */
export function Strong({ why, children }: { why: string; children: ReactNode }): ReactNode {
  const { data: access } = useAccess()
  if (!access?.locked || access.strong || access.person?.role !== 'owner') return children
  return (
    <section className="card max-w-md p-5" aria-label="The passphrase once more">
      <p className="mb-4">{why}</p>
      <PassphraseForm label="Open it" />
    </section>
  )
}
