import type { ReactNode } from 'react'
import { Button } from './Button.tsx'

/** The foot of a dialog that keeps what was filled in: what else can be done with it, and the way to keep it. */
export const KeepBar = ({ busy, children }: { busy: boolean; children?: ReactNode }): ReactNode => (
  <div className="flex items-center gap-2">
    {children}
    <span className="grow" />
    <Button type="submit" kind="main" disabled={busy}>
      Keep
    </Button>
  </div>
)
