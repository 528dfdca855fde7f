import { ArrowRight } from 'lucide-react'
import { type ReactNode, useEffect, useMemo } from 'react'
import { bathApi } from '../../../contract/api/bath.ts'
import { shelfApi } from '../../../contract/api/shelf.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import { type BenchHappening, type House, houseWith, restEveryOf, wholeGroom } from '../../../core/index.ts'
import { allowSound } from '../../app/sound.ts'
import { Loading } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { usePlanOfVisit } from '../../dog/plan-of-visit.ts'
import { shelfOfVisit } from '../../dog/shelf-of-visit.ts'
import { type BenchHere, useBench } from '../../dog/use-bench.ts'
import { ButtonLink } from '../../parts/Button.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { Begin } from './Begin.tsx'
import { useAwake } from './use-awake.ts'
import { Working } from './Working.tsx'

/** The groom as it happens. */
export function BenchScreen(): ReactNode {
  const visit = useVisit()
  const here = useBench(visit.id)
  const { data: salon } = useSalon()
  if (!here.ready || !salon) return <Loading what="the bench" />
  return <Bench visit={visit} here={here} house={houseWith(salon.estimates)} />
}

/** The plan in force, as the steps of a bench; null where there is nothing to begin yet. */
function usePlanEvent(visit: Visit): Extract<BenchHappening, { kind: 'plan' }> | null {
  const made = usePlanOfVisit(visit)
  const shelf = useRead(shelfApi.all, {})
  const bath = useRead(bathApi.of, { id: visit.id })
  // What is on the shelf decides the steps: they are not made before it is known, or known to be out of reach.
  const known = (shelf.data || shelf.isError) && (bath.data || bath.isError)
  const accepted = visit.acceptedPlan
  return useMemo(() => {
    if (!made || !accepted || !known) return null
    const there = shelfOfVisit(shelf.data ?? [], bath.data)
    const steps = wholeGroom(made.assessment, accepted.plan, made.house, there, bath.data?.swaps)
    return {
      kind: 'plan',
      planId: accepted.id,
      steps,
      pullBudget: accepted.plan.verdict.pullBudget,
      restEvery: restEveryOf(made.assessment, made.house),
    }
  }, [made, accepted, known, shelf.data, bath.data])
}

function Bench({ visit, here, house }: { visit: Visit; here: BenchHere; house: House }): ReactNode {
  const { bench, now, add } = here
  const plan = usePlanEvent(visit)
  const name = visit.arrival.dog.name ?? 'This dog'
  useAwake()
  useEffect(function soundAfterTouch() {
    addEventListener('pointerdown', allowSound)
    addEventListener('keydown', allowSound)
    return () => {
      removeEventListener('pointerdown', allowSound)
      removeEventListener('keydown', allowSound)
    }
  }, [])
  if (bench.planId !== null)
    return <Working visit={visit} here={here} house={house} plan={plan} now={now} name={name} />
  const accepted = visit.acceptedPlan?.plan
  if (accepted && accepted.verdict.choice !== 'refer')
    return <Begin visit={visit} plan={accepted} bench={plan} name={name} onBegin={() => plan && add(plan)} />
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-4 p-8">
      <h1 className="text-3xl">{accepted ? 'The groom stops here' : 'Nothing is decided yet'}</h1>
      <p className="text-lg text-ink-2">
        {accepted ? `A vet sees ${name} first.` : 'The bench works from a plan: look the dog over and take a verdict.'}
      </p>
      <ButtonLink kind="main" className="self-start" to="../verdict">
        To the verdict <ArrowRight size={18} />
      </ButtonLink>
    </div>
  )
}
