import { type ReactNode, useEffect } from 'react'
import { Away, Refused } from '../device/client.ts'
import { Button } from '../parts/Button.tsx'

/** What the tab of a page behind a link says: what it is about, and whose salon it is from. */
export function useTitle(about: string, salon: string): void {
  useEffect(
    function titleOfThePage() {
      document.title = `${about} · ${salon}`
    },
    [about, salon],
  )
}

/** What an owner's page shows until it is there: that it comes, or why it does not. */
export function LinkState({ error, again }: { error: Error | null; again: () => void }): ReactNode {
  if (!error) return <Note title="One moment" text="Opening your page." />
  if (error instanceof Away)
    return (
      <Note title="The salon cannot be reached" text="Check your connection; this page tries again by itself.">
        <Button kind="main" onClick={again}>
          Try again
        </Button>
      </Note>
    )
  const expired = error instanceof Refused && error.problem.code === 'link-expired'
  return (
    <Note
      title={expired ? 'This link is no longer open' : 'There is nothing behind this link'}
      text={
        expired
          ? 'Please call the salon; they can send you a new one.'
          : 'Check that all of it was copied, or call the salon.'
      }
    />
  )
}

const Note = ({ title, text, children }: { title: string; text: string; children?: ReactNode }): ReactNode => (
  <main className="mx-auto max-w-md px-5 py-16 text-center">
    <h1 className="mb-2 text-2xl">{title}</h1>
    <p className="mb-6 text-ink-2">{text}</p>
    {children}
  </main>
)

export function Part({ title, children }: { title: string; children: ReactNode }): ReactNode {
  return (
    <section className="border-t border-line py-5" aria-label={title}>
      <h2 className="mb-2 text-xl">{title}</h2>
      {children}
    </section>
  )
}
