import { Hand } from 'lucide-react'
import { type ReactNode, useMemo } from 'react'
import { Link } from 'react-router'
import { inTen, nextLookText, VERDICT_LABEL } from '../../../contract/words/index.ts'
import { type Odds, REGION_SIDES } from '../../../core/index.ts'
import { ButtonLink } from '../../parts/Button.tsx'

const MOST_LOOKS = 3
const WORTH = 0.01

/** How sure the verdict is while places were not looked at, and which look would settle most. */
export function OddsPanel({ answer, share }: { answer: Odds | null; share: number }): ReactNode {
  if (!answer)
    return (
      <p className="text-ink-2" role="status">
        Weighing what was not looked at
      </p>
    )
  if (answer.verdicts.length === 0)
    return (
      <p className="text-ink-2" data-testid="all-seen">
        Every place was looked at: nothing in this verdict is left to chance.
      </p>
    )
  return (
    <section aria-label="How sure it is" className="flex flex-col gap-3" data-testid="odds">
      <h2 className="text-lg">
        How sure it is
        {share < 1 && <span className="ml-2 font-sans text-sm font-normal text-ink-2">still weighing</span>}
      </h2>
      <ul className="flex flex-col gap-2">
        {answer.verdicts.map(({ name, chance, low, high }) => (
          <li key={name}>
            <div className="flex items-baseline justify-between gap-3">
              <span className="font-medium">{VERDICT_LABEL[name]}</span>
              <span className="text-ink-2">{inTen(chance)}</span>
            </div>
            <Strip chance={chance} low={low} high={high} />
          </li>
        ))}
      </ul>
      <NextLooks odds={answer} />
      <p className="text-sm text-ink-2">
        {answer.exact ? 'Every case counted' : `${answer.draws} dogs drawn`}, each as this one might be: places not
        looked at like their neighbours, one worse where there is friction (<Numbers />
        ).
      </p>
    </section>
  )
}

const Numbers = (): ReactNode => (
  <Link className="opens text-ink-2" to="/numbers#prior.rub">
    prior.rub
  </Link>
)

/** From never to always, with the range the chance lies in. */
function Strip({ chance, low, high }: { chance: number; low: number; high: number }): ReactNode {
  const at = (share: number): string => `${(100 * share).toFixed(1)}%`
  return (
    <span
      className="relative mt-1 block h-4 rounded-full border border-ink-2 bg-sheet"
      role="img"
      aria-label={`between ${Math.round(low * 100)} and ${Math.round(high * 100)} of 100`}
    >
      <span
        className="absolute inset-y-0 rounded-full bg-ink-2/40"
        style={{ left: at(low), width: at(Math.max(0.012, high - low)) }}
      />
      <span className="absolute inset-y-[-3px] w-1 -translate-x-1/2 rounded bg-ink" style={{ left: at(chance) }} />
    </span>
  )
}

function NextLooks({ odds }: { odds: Odds }): ReactNode {
  const worth = useMemo(() => odds.looks.filter(({ settles }) => settles >= WORTH).slice(0, MOST_LOOKS), [odds])
  if (worth.length === 0)
    return (
      <p>
        {odds.verdicts.length > 1
          ? 'No single look would settle it; the likeliest stays the likeliest whatever one place shows.'
          : 'Whatever the other places show, it comes out the same.'}
      </p>
    )
  return (
    <div>
      <p className="mb-1.5 flex items-center gap-2">
        <Hand size={18} /> {nextLookText(odds)} of the doubt.
      </p>
      <div className="flex flex-wrap gap-1.5">
        {worth.map(({ index }) => {
          const { key, region, side } = REGION_SIDES[index]!
          return (
            <ButtonLink key={key} tight to={`../look?at=${key}`}>
              Look at {side ? `${side} ` : ''}
              {region.replace('-', ' ')}
            </ButtonLink>
          )
        })}
      </div>
    </div>
  )
}
