import type { ReactNode } from 'react'
import { DESHED_NOTE_TEXT, DESHED_TOOL_LABEL, listed, minutesText, placeName } from '../../../contract/words/index.ts'
import { type Deshed, REGION_SIDES } from '../../../core/index.ts'

const WHEN = {
  'before-bath': 'before the bath',
  'after-towel': 'damp, after the towel',
  'after-dryer': 'after the dryer',
} as const
const MOST = 5

/** Loose undercoat: how much, where, with what, how often, when to stop. */
export function Deshedding({ deshed }: { deshed: Deshed }): ReactNode {
  const worst = [...deshed.places].sort((a, b) => b.looseG - a.looseG)
  const names = [...new Set(worst.map(({ index }) => placeName(REGION_SIDES[index]!.region, null)))]
  const tools = [...new Set(deshed.places.flatMap((place) => place.tools))]
  return (
    <section className="rounded-2xl bg-paper p-4" aria-label="Deshedding" data-testid="deshed">
      <h2 className="text-lg">About {Math.round(deshed.looseG)} g of loose undercoat</h2>
      <p>
        Most on {listed(names, MOST)}; with {listed(tools.map((tool) => DESHED_TOOL_LABEL[tool]))}.
      </p>
      <p>
        {deshed.minutes > 0.5
          ? `${deshed.passes.map(({ when, minutes }) => `${minutesText(minutes)} min ${WHEN[when]}`).join(', ')}; these minutes are the verdict’s carding.`
          : `${listed(deshed.passes.map(({ when }) => WHEN[when]))}.`}
      </p>
      <ul className="mt-2 flex list-disc flex-col gap-0.5 pl-5 text-ink-2">
        {deshed.notes.map((code) => (
          <li key={code}>{DESHED_NOTE_TEXT[code]}</li>
        ))}
      </ul>
    </section>
  )
}
