import { type ReactNode, useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import { toast } from 'sonner'
import { type Learning, learningApi } from '../../../contract/api/learning.ts'
import { learntText, unitText } from '../../../contract/words/learning.ts'
import { ESTIMATE_IDS, ESTIMATES, type EstimateId, FIXED, FIXED_IDS, type Mark, written } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { HousePageOf } from '../HousePage.tsx'
import { Learnt } from './Learnt.tsx'
import { Prices } from './Prices.tsx'

const MARK_WORD: Record<Mark, string> = {
  pub: 'published',
  trade: 'common practice',
  mem: 'from memory',
  est: 'estimate',
}

const GROUPS: readonly (readonly [prefix: string, title: string])[] = [
  ['extent.', 'How far mats reach'],
  ['free.', 'Hair free under mats'],
  ['minutes.', 'Minutes'],
  ['factor.', 'What minutes are multiplied by'],
  ['pull.', 'Pull'],
  ['give.', 'What a dog can give'],
  ['cap.', 'Longest at the table'],
  ['loss.', 'Coat lost'],
  ['wish.', 'The owner’s wish'],
  ['price.', 'What weighs against what'],
  ['growth.', 'Growth'],
  ['matting.', 'How fast mats form'],
  ['care.', 'Care at home'],
  ['rebook.', 'Next visit'],
  ['prior.', 'What is taken for places nobody looked at'],
  ['coat.', 'How much coat'],
  ['pickup.', 'How much water it holds'],
  ['towel.', 'Towels'],
  ['air.', 'High-velocity air'],
  ['brush.', 'Warm air with brushing'],
  ['order.', 'What dries last'],
  ['bath.', 'The bath'],
  ['job.', 'Jobs while something works'],
  ['loose.', 'Loose undercoat'],
  ['stock.', 'The shelf'],
  ['room.', 'The room'],
  ['probe.', 'Readings of the coat'],
  ['dry.', 'How unlike dogs are in drying'],
  ['blade.', 'Blades warming'],
  ['guard.', 'Guards against heat'],
  ['consent.', 'The owner’s yes'],
  ['day.', 'The day'],
  ['before.', 'Before the visit'],
  ['learn.', 'Learning'],
]

const REST = 'Limits and lengths'
const title = (id: EstimateId): string => GROUPS.find(([prefix]) => id.startsWith(prefix))?.[1] ?? REST

/** Where every number comes from: its value here, the default, its unit and how sure it is. */
export function NumbersScreen(): ReactNode {
  const { data: salon, error, refetch } = useSalon()
  const { data: learning } = useRead(learningApi.read, {})
  const { hash } = useLocation()
  useEffect(
    function showNumber() {
      if (!salon || !hash) return
      const row = document.getElementById(decodeURIComponent(hash.slice(1)))
      row?.scrollIntoView({ block: 'center' })
      row?.querySelector('input')?.focus()
    },
    [hash, salon],
  )
  if (!salon)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the numbers" />
  const learnt = new Map(learning?.learnt.map((one) => [one.id, one]))
  const groups = [...GROUPS.map(([, name]) => name), REST]
  return (
    <HousePageOf changes={learningApi.set}>
      <h1 className="mb-2 text-3xl">Our numbers</h1>
      <p className="mb-6 max-w-2xl text-ink-2">
        Every figure on the verdict is made of these. Those marked “estimate” are the product’s own and yours to change;
        what you change is used from the next plan on, and plans already made stay as they were. Model {salon.model}.
      </p>
      <Learnt />
      <Prices prices={salon.prices} />
      {groups.map((group) => (
        <section key={group} className="mb-8" aria-label={group}>
          <h2 className="mb-2 text-xl">{group}</h2>
          <ul className="card divide-y divide-line">
            {ESTIMATE_IDS.filter((id) => title(id) === group).map((id) => (
              <EstimateRow
                key={id}
                id={id}
                own={salon.estimates[id] ?? null}
                target={hash === `#${id}`}
                learnt={learnt.get(id)}
              />
            ))}
          </ul>
        </section>
      ))}
      <Fixed open={FIXED_IDS.some((id) => hash === `#${id}`)} />
    </HousePageOf>
  )
}

/** How a dog is laid out, what a score stands for, how hair and tools are: to be read, not to be changed. */
function Fixed({ open }: { open: boolean }): ReactNode {
  return (
    <details className="mb-8" open={open}>
      <summary className="min-h-11 cursor-pointer py-2 text-xl font-semibold">The same in every house</summary>
      <p className="mb-2 max-w-2xl text-ink-2">
        How a dog is laid out, what a score stands for where nobody said more, how hair and tools are. No salon changes
        these, so that a record means everywhere what it says.
      </p>
      <ul className="card divide-y divide-line">
        {FIXED_IDS.map((id) => {
          const { value, unit, mark, what } = FIXED[id]
          return (
            <li key={id} id={id} className="flex items-center gap-x-4 px-4 py-2">
              <span className="min-w-0 flex-1">
                {what}
                <span className="block text-sm text-ink-2">
                  {id} · {MARK_WORD[mark]}
                </span>
              </span>
              <span className="figure shrink-0">
                {written(value)} {unitText(unit)}
              </span>
            </li>
          )
        })}
      </ul>
    </details>
  )
}

function EstimateRow({
  id,
  own,
  target,
  learnt,
}: {
  id: EstimateId
  own: number | null
  target: boolean
  learnt: Learning['learnt'][number] | undefined
}): ReactNode {
  const { value, unit, mark, what } = ESTIMATES[id]
  const shown = String(Math.round((own ?? value) * 1000) / 1000)
  const [text, setText] = useState(shown)
  const save = useWrite(learningApi.set)
  useEffect(() => setText(shown), [shown])
  const send = (next: number | null): void =>
    save.mutate(
      { body: { id, value: next } },
      { onError: (error) => toast.error(`${what}: not saved. ${error.message}`) },
    )
  const commit = (): void => {
    const next = Number(text)
    if (text === shown) return
    if (text.trim() === '' || !(next >= 0 && next <= 10000)) {
      toast.error(`${what}: got "${text}", expected a number from 0 to 10000`)
      setText(shown)
    } else send(next)
  }
  return (
    <li
      id={id}
      className={
        target
          ? 'flex items-center gap-x-4 max-sm:flex-wrap bg-accent-soft px-4 py-2.5'
          : 'flex items-center gap-x-4 px-4 py-2.5 max-sm:flex-wrap'
      }
    >
      <span className="min-w-0 flex-1 max-sm:basis-full">
        {what}
        <span className="block text-sm text-ink-2">
          {id} · {MARK_WORD[mark]}
          {own !== null && ` · default ${Math.round(value * 1000) / 1000}`}
          {learnt && ` · your logs say ${learntText(learnt)}`}
        </span>
      </span>
      {own !== null && (
        <Button kind="quiet" tight onClick={() => send(null)}>
          Default
        </Button>
      )}
      <input
        className="field w-28 text-right"
        aria-label={`${what}, ${unitText(unit)}`}
        inputMode="decimal"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
      <span className="w-36 text-ink-2">{unitText(unit)}</span>
    </li>
  )
}
