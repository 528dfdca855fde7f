import { X } from 'lucide-react'
import { type ReactNode, useMemo, useRef, useState } from 'react'
import type { AssessmentFile } from '../../../../contract/formats/assessment-file.ts'
import { flipText, VERDICT_LABEL } from '../../../../contract/words/index.ts'
import type { Flip, House, VerdictName } from '../../../../core/index.ts'
import { Button } from '../../../parts/Button.tsx'
import { theQuestions, useFlips } from '../../../workers/use-questions.ts'
import type { AsIf } from './as-if.ts'

interface Line {
  readonly flips: readonly Flip[]
  readonly text: string
}

const FEW = 7

/** Left and right of the same change are one line, and the same on the skin anywhere. */
function linesOf(flips: readonly Flip[]): Line[] {
  const groups = new Map<string, Flip[]>()
  for (const flip of flips) {
    const { what, from, to, becomes } = flip
    const of = flip.what === 'score' ? flip.score : flip.what === 'wish' ? flip.wish : ''
    const region = 'region' in flip ? flip.region : ''
    const place = becomes === 'refer' ? '' : of === 'skin' ? from : `${region} ${from}`
    const key = `${what} ${of} ${place} ${to} ${becomes}`
    groups.set(key, [...(groups.get(key) ?? []), flip])
  }
  return [...groups.values()].map((group) => ({ flips: group, text: flipText(group) }))
}

/** The smallest changes that would make another verdict; touching one shows the dog as it would be. */
export function Flips({
  file,
  house,
  now,
  onAsIf,
}: {
  file: AssessmentFile
  house: House
  now: VerdictName
  onAsIf: (asIf: AsIf | null) => void
}): ReactNode {
  const { answer, share, cancel, stopped } = useFlips(file, house)
  const [all, setAll] = useState(false)
  const [shown, setShown] = useState<string | null>(null)
  const lines = useMemo(() => linesOf(answer ?? []), [answer])
  const newest = useRef(0)
  const show = async ({ flips, text }: Line): Promise<void> => {
    newest.current++
    const mine = newest.current
    if (shown === text) {
      setShown(null)
      onAsIf(null)
      return
    }
    setShown(text)
    const { regions, verdict } = await theQuestions().asIf(file, house, flips[0]!)
    if (newest.current !== mine) return
    onAsIf({
      says: text,
      choice: verdict.choice,
      treatments: regions.map(({ treatment }) => treatment),
      outlineMm: regions.map(({ option, treatment, coatMm }) => (treatment === 'look' ? coatMm : option.outlineMm)),
    })
  }
  const busy = share < 1 && !stopped
  return (
    <section aria-label="What would change it" className="flex flex-col gap-2">
      <div className="flex min-h-11 items-center gap-3">
        <h2 className="grow text-lg">What would change it</h2>
        {busy && (
          <>
            <progress className="h-2 w-24 accent-(--accent)" value={share} max={1} aria-label="Trying changes" />
            <Button tight className="text-sm" onClick={cancel}>
              <X size={16} /> Enough
            </Button>
          </>
        )}
      </div>
      {lines.length === 0 && (
        <p className="text-ink-2">
          {busy
            ? 'Trying every score, one at a time.'
            : `Nothing single would: ${VERDICT_LABEL[now].toLowerCase()} stands.`}
        </p>
      )}
      <ul className="flex flex-col gap-1.5" data-testid="flips">
        {lines.slice(0, all ? lines.length : FEW).map((line) => (
          <li key={line.text}>
            <button
              type="button"
              aria-pressed={shown === line.text}
              className="flex min-h-11 w-full items-center gap-3 rounded-xl border border-line px-3 py-1.5 text-left hover:border-ink-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
              onClick={() => void show(line)}
            >
              <span className="grow">{line.text}</span>
              <span className="max-w-[45%] shrink-0 text-right font-semibold">
                {VERDICT_LABEL[line.flips[0]!.becomes]}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {lines.length > FEW && (
        <Button className="self-start" onClick={() => setAll(!all)}>
          {all ? 'Only the nearest' : `${lines.length - FEW} more`}
        </Button>
      )}
    </section>
  )
}
