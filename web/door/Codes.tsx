import { Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from '../parts/Button.tsx'

/** Codes for who forgot the passphrase: shown this once, for paper. */
export const Codes = ({ codes, onDone }: { codes: readonly string[]; onDone: () => void }): ReactNode => (
  <section className="flex flex-col gap-4" aria-label="Codes on paper" data-testid="codes" data-print="">
    <h2 className="text-2xl">Codes on paper</h2>
    <p>
      Whoever forgets the passphrase chooses a new one by any of these, each good once. Print them and lay them where
      papers of value lie: they are not shown again, and nobody can read them from here.
    </p>
    <ul className="figure grid grid-cols-2 gap-x-6 gap-y-1 text-xl font-semibold max-sm:grid-cols-1">
      {codes.map((code) => (
        <li key={code}>{code}</li>
      ))}
    </ul>
    <p className="flex flex-wrap gap-2 print:hidden">
      <Button onClick={() => print()}>
        <Printer size={18} /> Print
      </Button>
      <Button kind="main" onClick={onDone}>
        They are on paper
      </Button>
    </p>
  </section>
)
